using System.Net;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Sites;
using Plurimax.Web.Shared;
using Plurimax.Web.Styling;

namespace Plurimax.Web.Tests;

[Collection("app")]
public class SecurityTests(App app)
{
    [Fact]
    public async Task Every_page_but_the_listed_ones_asks_for_sign_in()
    {
        var http = app.Visitor();
        var site = await app.SiteAsync("Door Test");
        foreach (var endpoint in app.Services.GetRequiredService<EndpointDataSource>().Endpoints.OfType<RouteEndpoint>())
        {
            var path =
                "/"
                + endpoint
                    .RoutePattern.RawText!.TrimStart('/')
                    .Replace("{id:guid}", site.Id.ToString())
                    .Replace("{token}", "x")
                    .Replace("{link}", "x")
                    .Replace("{**path}", "index.html")
                    .Replace("{look:int}", "0");
            var r = await http.GetAsync(path);
            var open =
                path is PublicEndpoints.Brand or PublicEndpoints.SecurityTxt or "/signin" or "/signin/code" or "/fault" or "/password"
                || path.StartsWith("/password/")
                || path.StartsWith("/proof/")
                || path.StartsWith("/answers/")
                || path.StartsWith("/agree/")
                || path.StartsWith("/sample/")
                || path.StartsWith("/looks/")
                || path.StartsWith("/plans/")
                || path.StartsWith("/sheet/")
                || path.StartsWith("/tradesheet/");
            if (open)
                r.Headers.Location?.OriginalString.ShouldNotContain("/signin");
            // What scripts ask is refused; a page leads to the sign-in.
            else if (path.Contains("/bench/", StringComparison.Ordinal))
                ((int)r.StatusCode).ShouldBeOneOf(302, 401, 405);
            else
            {
                r.StatusCode.ShouldBe(HttpStatusCode.Redirect, path);
                r.Headers.Location!.OriginalString.ShouldContain("/signin", customMessage: path);
            }
        }
    }

    [Fact]
    public void The_threat_model_names_every_public_address_with_its_limits()
    {
        var model = File.ReadAllText(Path.Combine(App.Root(), "docs/threats.md"));
        foreach (var endpoint in app.Services.GetRequiredService<EndpointDataSource>().Endpoints.OfType<RouteEndpoint>())
            if (endpoint.Metadata.GetMetadata<Microsoft.AspNetCore.Authorization.IAllowAnonymous>() is not null)
                model.ShouldContain($"`/{endpoint.RoutePattern.RawText!.TrimStart('/')}`");
    }

    [Fact]
    public async Task Whoever_finds_a_hole_is_told_whom_to_tell()
    {
        (await app.Visitor().GetAsync(PublicEndpoints.SecurityTxt)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        await using var host = app.WithWebHostBuilder(b => b.UseSetting("SecurityContact", "holes@tidewrack.example"));
        var lines = (await host.CreateClient().GetStringAsync(PublicEndpoints.SecurityTxt)).Split('\n');
        // RFC 9116: 2.5.3 and 2.5.5, both must be there; the date lies ahead, and less than a year.
        lines.ShouldContain("Contact: mailto:holes@tidewrack.example");
        var until = DateTimeOffset.Parse(lines.Single(l => l.StartsWith("Expires: "))["Expires: ".Length..]);
        (until - DateTimeOffset.UtcNow).TotalDays.ShouldBeInRange(30, 365);
    }

    [Fact]
    public async Task Every_posting_form_carries_one_token()
    {
        var maker = await app.SignInAsync("ada");
        var site = await app.SiteAsync("Token Forms");
        await app.WithAsync(async s =>
        {
            await s.GetRequiredService<LookService>().KeepAsync(null, "For all", new LookChoice("rail"), App.Mara);
            return 0;
        });
        var pages = new[]
        {
            "/",
            "/new",
            "/clients",
            "/prospects",
            "/trades",
            "/standards",
            "/standards?edit=corners",
            "/standards/exchange",
            "/enquiries",
            "/outbox",
            "/ideas",
            "/account",
            "/account?codes=true",
            "/people",
        }.Concat(
            new[]
            {
                "brief",
                "briefing",
                "plan",
                "plan?leaf=home&section=home.headline",
                "plan/wires",
                "look",
                "look/hand",
                "look/mark",
                "bench?leaf=home&section=home.opening",
                "takes",
                "proof",
                "launch",
                "care",
                "settings?show=all&edit=corners",
            }.Select(p => $"/sites/{site.Id}/{p}")
        );
        var forms = 0;
        foreach (var path in pages)
        {
            var (_, body) = await maker.GetAsync(path);
            foreach (
                System.Text.RegularExpressions.Match form in System.Text.RegularExpressions.Regex.Matches(
                    body,
                    "<form[^>]*method=\"post\".*?</form>",
                    System.Text.RegularExpressions.RegexOptions.Singleline
                )
            )
            {
                forms++;
                form.Value.Split("__RequestVerificationToken")
                    .Length.ShouldBe(2, $"{path}: {form.Value[..Math.Min(160, form.Value.Length)]}");
            }
        }
        forms.ShouldBeGreaterThan(60);
    }

    [Fact]
    public async Task A_form_without_its_token_changes_nothing()
    {
        var maker = await app.SignInAsync();
        var site = await app.SiteAsync("Token Test");
        var r = await maker.Http.PostAsync(
            $"/sites/{site.Id}/plan?handler=AddPage",
            new FormUrlEncodedContent(new Dictionary<string, string> { ["name"] = "Smuggled", ["revision"] = "1" })
        );
        r.StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await maker.GetAsync($"/sites/{site.Id}/plan")).Body.ShouldNotContain("Smuggled");
    }

    [Fact]
    public async Task Pages_allow_nothing_inline_and_no_frame_around_them()
    {
        var maker = await app.SignInAsync();
        var r = await maker.Http.GetAsync("/");
        var policy = r.Headers.GetValues("Content-Security-Policy").Single();
        policy.ShouldContain("script-src 'self';");
        policy.ShouldContain("frame-ancestors 'none'");
        policy.ShouldNotContain("unsafe");
        (await r.Content.ReadAsStringAsync()).ShouldNotContain("<script>");
    }

    [Fact]
    public async Task Wrong_passwords_say_the_same_for_any_address()
    {
        var maker = new Maker(app.Visitor());
        var known = await maker.SendAsync("/signin", new() { ["Email"] = "ivo@tidewrack.example", ["Password"] = "wrong" });
        var unknown = await maker.SendAsync("/signin", new() { ["Email"] = "nobody@tidewrack.example", ["Password"] = "wrong" });
        known.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        foreach (var r in new[] { known, unknown })
            r.Body.ShouldContain("Email and password do not fit together.");
        (await maker.SendAsync("/signin", new() { ["Email"] = "", ["Password"] = "" })).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task A_sheet_runs_in_a_sandbox_and_its_token_cannot_be_made_up()
    {
        var site = await app.SiteAsync("Sandbox Test");
        var sheets = app.Services.GetRequiredService<SheetTokens>();
        var r = await app.Visitor().GetAsync(sheets.Url(new SheetView(site.Id)));
        r.StatusCode.ShouldBe(HttpStatusCode.OK);
        r.Headers.GetValues("Content-Security-Policy").Single().ShouldStartWith("sandbox allow-scripts;");
        (await r.Content.ReadAsStringAsync()).ShouldContain("data-p=\"home.opening/heading\"");
        (await app.Visitor().GetAsync("/sheet/made-up/index.html")).StatusCode.ShouldBe(HttpStatusCode.Gone);
    }
}
