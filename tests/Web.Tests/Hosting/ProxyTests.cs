using System.Collections.Concurrent;
using System.Net;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Tests;

/// <summary>Behind a server that ends TLS: its word counts, and nobody else's.</summary>
public sealed class ProxyTests(App app) : IClassFixture<App>
{
    /// <summary>Says where a request comes from, as a connection would, and notes whom the application took it for.</summary>
    private sealed class From(IPAddress address, ConcurrentQueue<IPAddress?> taken) : IStartupFilter
    {
        public Action<IApplicationBuilder> Configure(Action<IApplicationBuilder> next) =>
            builder =>
            {
                builder.Use(
                    async (context, go) =>
                    {
                        context.Connection.RemoteIpAddress = address;
                        await go(context);
                        taken.Enqueue(context.Connection.RemoteIpAddress);
                    }
                );
                next(builder);
            };
    }

    private async Task<(HttpResponseMessage Answer, IPAddress? Taken)> SignInPageAsync(string from)
    {
        var taken = new ConcurrentQueue<IPAddress?>();
        using var host = app.WithWebHostBuilder(b =>
            b.UseSetting("TrustedProxies", "192.0.2.7, 198.51.100.0/24")
                .ConfigureTestServices(s => s.AddSingleton<IStartupFilter>(new From(IPAddress.Parse(from), taken)))
        );
        using var client = host.CreateClient(new WebApplicationFactoryClientOptions { AllowAutoRedirect = false });
        using var request = new HttpRequestMessage(HttpMethod.Get, "/signin");
        request.Headers.Add("X-Forwarded-For", "203.0.113.9");
        request.Headers.Add("X-Forwarded-Proto", "https");
        return (await client.SendAsync(request), taken.Single());
    }

    /// <summary>Addresses of RFC 5737; Secure of RFC 6265, 4.1.2.5; Strict-Transport-Security of RFC 6797.</summary>
    [Theory]
    [InlineData("192.0.2.7", true)]
    [InlineData("198.51.100.200", true)]
    [InlineData("192.0.2.8", false)]
    public async Task A_trusted_proxy_says_who_came_and_how_and_nobody_else_does(string from, bool trusted)
    {
        var (answer, taken) = await SignInPageAsync(from);
        taken.ShouldBe(IPAddress.Parse(trusted ? "203.0.113.9" : from));
        answer.Headers.Contains("Strict-Transport-Security").ShouldBe(trusted);
        var cookie = answer.Headers.GetValues("Set-Cookie").Single(c => c.StartsWith("plurimax-form", StringComparison.Ordinal));
        cookie.Contains("; secure", StringComparison.OrdinalIgnoreCase).ShouldBe(trusted);
    }

    [Theory]
    [InlineData(null, false, "http://bell.sites.example/", "http://bell.example/")]
    [InlineData("5080", false, "http://bell.sites.example:5080/", "http://bell.example:5080/")]
    [InlineData(null, true, "https://bell.sites.example/", "https://bell.example/")]
    [InlineData("443", true, "https://bell.sites.example/", "https://bell.example/")]
    [InlineData("80", true, "https://bell.sites.example:80/", "https://bell.example:80/")]
    public void Published_addresses_are_those_that_visitors_see(string? port, bool secure, string slugged, string own)
    {
        var addresses = new SiteAddresses("sites.example", port, secure);
        addresses.Main("bell", null).ShouldBe(slugged);
        addresses.Main("bell", "bell.example").ShouldBe(own);
    }

    [Fact]
    public void A_proxy_that_is_no_address_is_told_at_the_start()
    {
        using var host = app.WithWebHostBuilder(b => b.UseSetting("TrustedProxies", "the nginx"));
        Should.Throw<FormatException>(() => host.CreateClient()).Message.ShouldContain("the nginx");
    }
}
