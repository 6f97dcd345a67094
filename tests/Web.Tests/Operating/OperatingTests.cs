using System.Net;
using System.Text;
using System.Text.Json;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging;
using Microsoft.Extensions.Logging.Abstractions;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Web.Mail;
using Plurimax.Web.Proofs;
using Plurimax.Web.Watch;

namespace Plurimax.Web.Tests;

/// <summary>What whoever looks after the host sees, and what they must not see.</summary>
[Collection("app")]
public sealed class OperatingTests(App app)
{
    [Theory]
    [InlineData("GET /proof/q8mXo1Zr0c0pQnA2Vw3kJt5LhYbUeSdFgHiKlMnOpQr?leaf=a", "GET /proof/…?leaf=a")]
    [InlineData("550 <pia.hallow+1@post.example>: no such mailbox", "550 <…@…>: no such mailbox")]
    [InlineData("Host=db;Password=hush-hush;Database=x", "Host=db;Password=…;Database=x")]
    [InlineData(
        "Blob 9f86d081884c7d659a2feaa0c55ad015a3bf4f1b2b0b822cd15d6c15b0f00a08 is missing.",
        "Blob 9f86d081884c7d659a2feaa0c55ad015a3bf4f1b2b0b822cd15d6c15b0f00a08 is missing."
    )]
    [InlineData("3 @ 4 pounds; a@b", "3 @ 4 pounds; …@…")]
    [InlineData(null, "")]
    public void What_opens_a_link_or_names_somebody_is_cut_from_logs(string? words, string expected) =>
        Scrubbed.Of(words).ShouldBe(expected);

    /// <summary>Everything that is logged while an application runs, as its own formatter writes it.</summary>
    private sealed class Kept : ILoggerProvider
    {
        private readonly StringWriter _lines = new();
        public string Text
        {
            get
            {
                lock (_lines)
                    return _lines.ToString();
            }
        }

        public ILogger CreateLogger(string category) => new One(this, category);

        public void Dispose() { }

        private sealed class One(Kept kept, string category) : ILogger
        {
            private static readonly LogLines Lines = new(TimeProvider.System);

            public IDisposable? BeginScope<TState>(TState state)
                where TState : notnull => null;

            public bool IsEnabled(LogLevel level) => true;

            public void Log<TState>(LogLevel level, EventId id, TState state, Exception? e, Func<TState, Exception?, string> formatter)
            {
                lock (kept._lines)
                    Lines.Write(new LogEntry<TState>(level, category, id, state, e, formatter), null, kept._lines);
            }
        }
    }

    private static Dictionary<string, string> Letter(string email) =>
        new()
        {
            ["name"] = "Wilhelmina Quillwort",
            ["email"] = email,
            ["message"] = "My gate squeaks terribly.",
            ["consent"] = "yes",
        };

    /// <summary>A client's proof by mail, a visitor's letter, a mail that is refused, a wrong password, a page that breaks.</summary>
    private async Task<string> RoadAsync(WebApplicationFactory<Program> host, Site live)
    {
        HttpClient At(string name) => host.CreateClient(new() { BaseAddress = new Uri($"http://{name}"), AllowAutoRedirect = false });
        var maker = new Maker(At("localhost"));
        await maker.PostAsync("/signin", new() { ["Email"] = "mara@tidewrack.example", ["Password"] = "wrong-harbour-1" });
        await maker.PostAsync("/signin", new() { ["Email"] = "mara@tidewrack.example", ["Password"] = "saltmere-harbour" });
        string token;
        using (var scope = host.Services.GetRequiredService<IServiceScopeFactory>().CreateScope())
        {
            scope.ServiceProvider.GetRequiredService<AgencyScope>().Enter(live.AgencyId);
            var site = (await scope.ServiceProvider.GetRequiredService<SiteReader>().FindAsync(live.Id))!;
            (_, token) = await scope
                .ServiceProvider.GetRequiredService<ProofService>()
                .SendAsync(site, App.Mara, "http://localhost", mail: true);
            var db = scope.ServiceProvider.GetRequiredService<PlurimaxDb>();
            db.Add(OutboxMail.About(live.Id, "refused.quillwort@post.example", "s", "b", DateTimeOffset.UtcNow));
            await db.SaveChangesAsync();
            host.Services.GetRequiredService<OutboxSignal>().Raise();
        }
        (await maker.Http.GetAsync($"/proof/{token}")).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await maker.Http.GetAsync($"/proof/{token}/sheet/index.html")).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await maker.Http.GetAsync($"/proofs/{token}/nothing")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        await At($"{live.Slug}.sites.localhost").PostAsync("/enquiry", new FormUrlEncodedContent(Letter("w.quillwort@post.example")));
        await app.DbAsync(async db =>
            await db.Database.ExecuteSqlAsync($"update revisions set document = '{{}}'::jsonb where site_id = {live.Id}")
        );
        (await maker.GetAsync($"/sites/{live.Id}/launch?who=w.quillwort@post.example&t={token}")).Status.ShouldBe(
            HttpStatusCode.InternalServerError
        );
        await App.UntilAsync(
            () => app.DbAsync(db => db.Outbox.AnyAsync(m => m.To == "refused.quillwort@post.example" && m.Tries > 0)),
            tried => tried
        );
        return token;
    }

    [Fact]
    public async Task The_log_is_lines_of_JSON_that_open_no_link_and_name_nobody()
    {
        var live = await app.LiveAsync("Logged Locks");
        var kept = new Kept();
        string token;
        await using (
            var host = app.WithWebHostBuilder(b =>
                b.ConfigureLogging(l =>
                    l.ClearProviders().SetMinimumLevel(LogLevel.Debug).AddProvider(kept).AddFilter<Kept>(null, LogLevel.Debug)
                )
            )
        )
            token = await RoadAsync(host, live);
        var lines = kept.Text.Split('\n', StringSplitOptions.RemoveEmptyEntries);
        lines.Length.ShouldBeGreaterThan(100);
        foreach (var line in lines)
            JsonDocument.Parse(line).RootElement.GetProperty("said").GetString().ShouldNotBeNull();
        lines.ShouldContain(l => l.Contains("Error ") && l.Contains("/sites/{id:guid}/launch") && l.Contains("\"exception\""));
        foreach (
            var secret in new[]
            {
                token,
                "@post.example",
                "@tidewrack.example",
                "saltmere-harbour",
                "wrong-harbour",
                "Quillwort",
                "squeaks",
            }
        )
            kept.Text.Contains(secret, StringComparison.OrdinalIgnoreCase).ShouldBeFalse(secret);
    }

    [Fact]
    public async Task Traces_and_metrics_reach_a_collector_and_open_no_link_either()
    {
        var live = await app.LiveAsync("Traced Locks");
        using var collector = new Collector();
        await using var host = app.WithWebHostBuilder(b =>
            b.UseSetting("OTEL_EXPORTER_OTLP_ENDPOINT", collector.Address)
                .UseSetting("OTEL_EXPORTER_OTLP_PROTOCOL", "http/protobuf")
                .UseSetting("OTEL_METRIC_EXPORT_INTERVAL", "300")
                .UseSetting("OTEL_BSP_SCHEDULE_DELAY", "100")
        );
        var token = await RoadAsync(host, live);
        await App.UntilAsync(
            () => Task.FromResult(collector.Text),
            text =>
                text.Contains("sites/{id:guid}/launch", StringComparison.Ordinal)
                && text.Contains("plurimax.faults", StringComparison.Ordinal)
        );
        collector.Paths.ShouldContain("/v1/traces");
        collector.Paths.ShouldContain("/v1/metrics");
        collector.Text.ShouldContain("/proof/{token}");
        collector.Text.ShouldContain("http.server.request.duration");
        collector.Text.ShouldContain("plurimax.faults");
        foreach (var secret in new[] { token, "@post.example", "@tidewrack.example", "saltmere-harbour", "Quillwort", "squeaks" })
            collector.Text.Contains(secret, StringComparison.OrdinalIgnoreCase).ShouldBeFalse(secret);
    }

    /// <summary>Takes what an exporter sends (OTLP/HTTP, opentelemetry.io/docs/specs/otlp) and keeps its bytes.</summary>
    private sealed class Collector : IDisposable
    {
        private readonly HttpListener _listener = new();
        private readonly StringBuilder _text = new();
        private readonly List<string> _paths = [];

        public Collector()
        {
            for (var port = 27000; ; port++)
                try
                {
                    Address = $"http://127.0.0.1:{port}/";
                    _listener.Prefixes.Clear();
                    _listener.Prefixes.Add(Address);
                    _listener.Start();
                    break;
                }
                catch (HttpListenerException) when (port < 27100) { }
            _ = Task.Run(TakeAsync);
        }

        public string Address { get; }
        public string Text
        {
            get
            {
                lock (_text)
                    return _text.ToString();
            }
        }
        public IReadOnlyList<string> Paths
        {
            get
            {
                lock (_text)
                    return [.. _paths];
            }
        }

        private async Task TakeAsync()
        {
            while (_listener.IsListening)
                try
                {
                    var context = await _listener.GetContextAsync();
                    using var body = new MemoryStream();
                    await context.Request.InputStream.CopyToAsync(body);
                    lock (_text)
                    {
                        _paths.Add(context.Request.Url!.AbsolutePath);
                        _text.Append(Encoding.Latin1.GetString(body.ToArray()));
                    }
                    context.Response.ContentType = "application/x-protobuf";
                    context.Response.Close();
                }
                catch (Exception e) when (e is HttpListenerException or IOException)
                {
                    // An exporter that gave up half way sends it again; the others are still to be taken.
                }
        }

        public void Dispose() => _listener.Close();
    }

    [Fact]
    public async Task A_private_link_stands_in_no_row_of_the_outbox_and_reaches_the_mail_server()
    {
        var site = await app.SiteAsync("Sealed Saddles");
        var (token, kept) = await app.WithAsync(async s =>
        {
            var loaded = (await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!;
            var (_, made) = await s.GetRequiredService<ProofService>().SendAsync(loaded, App.Mara, "http://localhost", mail: true);
            var db = s.GetRequiredService<PlurimaxDb>();
            return (made, db.ChangeTracker.Entries<OutboxMail>().Single().Entity);
        });
        kept.Body.ShouldContain("/proof/…");
        kept.Sealed.ShouldNotBeNull();
        (kept.Body + kept.Sealed).ShouldNotContain(token);
        (await app.SentAsync(m => m.Id == kept.Id)).ShouldContain($"http://localhost/proof/{token}\n");
        (await app.DbAsync(db => db.Outbox.AsNoTracking().SingleAsync(m => m.Id == kept.Id))).Sealed.ShouldBeNull();
    }

    [Fact]
    public async Task The_page_about_the_host_is_for_its_operator_and_finds_an_error_by_its_number()
    {
        var mara = await app.SignInAsync();
        (await mara.Http.GetAsync("/operator")).StatusCode.ShouldBe(HttpStatusCode.Forbidden);
        var ada = await app.SignInAsync("ada");
        var site = await app.SiteAsync("Operated Oars");
        await app.DbAsync(async db =>
            await db.Database.ExecuteSqlAsync($"update revisions set document = '{{}}'::jsonb where site_id = {site.Id}")
        );
        (await ada.GetAsync($"/sites/{site.Id}/look")).Status.ShouldBe(HttpStatusCode.InternalServerError);
        var fault = app.Services.GetRequiredService<FaultBook>().Latest[0];
        // The node writes down how it does every few seconds.
        var page = await App.UntilAsync(
            async () => (await ada.GetAsync($"/operator?number={fault.Number}")).Body,
            body => body.Contains($"<th scope=\"row\">{fault.Number}</th>", StringComparison.Ordinal)
        );
        page.ShouldContain("/sites/{id:guid}/look");
        page.ShouldContain("sends mail");
        page.ShouldContain("broke within a day");
        page.ShouldNotContain(site.Id.ToString());
        page.ShouldNotContain("Operated Oars");
        (await ada.GetAsync("/operator?number=0000-0000")).Body.ShouldContain("No node remembers 0000-0000");
        (await ada.GetAsync("/account")).Body.ShouldContain("/operator");
    }

    [Fact]
    public async Task Operators_may_be_named_and_then_owners_are_none()
    {
        await using var host = app.WithWebHostBuilder(b => b.UseSetting("Operators", "Mara@tidewrack.example"));
        foreach (var (who, may) in new[] { ("mara", HttpStatusCode.OK), ("ada", HttpStatusCode.Forbidden) })
        {
            var maker = new Maker(host.CreateClient(new() { BaseAddress = new Uri("http://localhost"), AllowAutoRedirect = false }));
            await maker.PostAsync("/signin", new() { ["Email"] = $"{who}@tidewrack.example", ["Password"] = "saltmere-harbour" });
            (await maker.Http.GetAsync("/operator")).StatusCode.ShouldBe(may, who);
        }
    }

    [Fact]
    public async Task A_node_without_its_database_lives_but_is_not_ready()
    {
        var http = app.Visitor();
        (await http.GetAsync("/health/live")).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await http.GetAsync("/health/ready")).StatusCode.ShouldBe(HttpStatusCode.OK);
        await using var lost = app.WithWebHostBuilder(b => b.UseSetting("Database", "Host=127.0.0.1;Port=1;Username=nobody;Database=none"));
        var there = lost.CreateClient(new() { BaseAddress = new Uri("http://localhost"), AllowAutoRedirect = false });
        (await there.GetAsync("/health/live")).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await there.GetAsync("/health/ready")).StatusCode.ShouldBe(HttpStatusCode.ServiceUnavailable);
        // A visitor is told in words, and when to come back.
        var visitor = lost.CreateClient(new() { BaseAddress = new Uri("http://anybody.sites.localhost"), AllowAutoRedirect = false });
        var answer = await visitor.GetAsync("/");
        answer.StatusCode.ShouldBe(HttpStatusCode.ServiceUnavailable);
        answer.Headers.RetryAfter.ShouldNotBeNull();
        (await answer.Content.ReadAsStringAsync()).ShouldContain("try again in a minute");
    }
}
