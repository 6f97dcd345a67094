using System.Net;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.Mvc.RazorPages.Infrastructure;
using Microsoft.AspNetCore.Routing;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Sites;
using Plurimax.Trades;
using Plurimax.Web.Briefing;
using Plurimax.Web.Plans;
using Plurimax.Web.Proofs;
using Plurimax.Web.Prospects;
using Plurimax.Web.Shared;
using Plurimax.Web.Styling;

namespace Plurimax.Web.Tests;

/// <summary>
/// Every page, handler and verb of the route table, asked by everybody there is. What each is answered stands in endpoints.txt: a new
/// handler without a line there fails, and so does a line that is no longer so.
/// </summary>
public sealed partial class EndpointsTests(App app) : IClassFixture<App>
{
    private static readonly Guid Other = Guid.CreateVersion7();
    private static readonly Actor Vera = new(Guid.CreateVersion7(), "Vera Sand");

    /// <summary>One thing to ask.</summary>
    /// <param name="Name">"POST /sites/{id:guid}/launch?handler=Release".</param>
    private sealed record Asked(string Name, string Verb, string Route, string Handler, bool Data);

    private async Task<List<Asked>> AllAsync()
    {
        var all = new List<Asked>();
        var loader = app.Services.GetRequiredService<PageLoader>();
        foreach (var endpoint in app.Services.GetRequiredService<EndpointDataSource>().Endpoints.OfType<RouteEndpoint>())
        {
            var route = "/" + endpoint.RoutePattern.RawText!.TrimStart('/');
            if (endpoint.Metadata.GetMetadata<PageActionDescriptor>() is { } page)
                foreach (var h in (await loader.LoadAsync(page, endpoint.Metadata)).HandlerMethods)
                {
                    var ending = h.Name is { Length: > 0 } name ? "?handler=" + name : "";
                    var verb = h.HttpMethod.ToUpperInvariant();
                    all.Add(new($"{verb} {route}{ending}", verb, route, ending, false));
                }
            else
                foreach (var verb in endpoint.Metadata.GetMetadata<IHttpMethodMetadata>()?.HttpMethods ?? ["GET"])
                    all.Add(new($"{verb} {route}", verb, route, "", true));
        }
        return
        [
            .. all.DistinctBy(a => a.Name)
                .OrderBy(a => a.Verb, StringComparer.Ordinal)
                .ThenBy(a => a.Route, StringComparer.Ordinal)
                .ThenBy(a => a.Name, StringComparer.Ordinal),
        ];
    }

    private sealed record World(
        Site Site,
        Site Theirs,
        IReadOnlyDictionary<string, string> Open,
        IReadOnlyDictionary<string, string> Ended
    );

    /// <summary>A site of ours with an open link of each kind and an ended one, and another agency.</summary>
    private async Task<World> WorldAsync()
    {
        using (var scope = app.Services.CreateScope())
        {
            var db = scope.ServiceProvider.GetRequiredService<PlurimaxDb>();
            db.Add(new Agency { Id = Other, Name = "Sandspit Sites" });
            await db.SaveChangesAsync();
            await TestDatabases.AddAsync(db, Other, Vera, "owner");
        }
        using var theirs = app.Services.GetRequiredService<IServiceScopeFactory>().CreateScope(Other);
        var their = await theirs
            .ServiceProvider.GetRequiredService<SiteCreation>()
            .CreateAsync(
                theirs.ServiceProvider.GetRequiredService<TradeCatalogue>()["bicycle-repair"],
                FactSheet.From("Their Wheels", "Hallow"),
                new Wishes(),
                Vera,
                null
            );
        var site = await app.LiveAsync("Swept Wheels");
        var before = await app.LiveAsync("Ended Wheels");
        var ended = await LinksAsync(before);
        await EndAsync<Proof>(before);
        await EndAsync<Intake>(before);
        await EndAsync<SentBrief>(before);
        await EndAsync<SentPlan>(before);
        await EndAsync<SentLookbook>(before);
        await EndAsync<SampleLink>(before);
        var opened = await app.LiveAsync("Opened Wheels");
        var open = await LinksAsync(opened);
        await app.DbAsync(db => db.Sites.Where(s => s.Id == opened.Id).ExecuteUpdateAsync(u => u.SetProperty(s => s.IsSample, true)));
        return new(site, their, open, ended);
    }

    private Task<int> EndAsync<T>(Site site)
        where T : PrivateLink =>
        app.DbAsync(db =>
            db.Set<T>().Where(l => l.SiteId == site.Id).ExecuteUpdateAsync(u => u.SetProperty(l => l.EndedAt, DateTimeOffset.UtcNow))
        );

    /// <summary>A link of each kind by the first word of its path.</summary>
    private Task<Dictionary<string, string>> LinksAsync(Site site) =>
        app.WithAsync(async s =>
        {
            const string origin = "http://localhost";
            var loaded = (await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!;
            return new Dictionary<string, string>
            {
                ["proof"] = (await s.GetRequiredService<ProofService>().SendAsync(loaded, App.Mara, origin, mail: false)).Token,
                ["answers"] = (await s.GetRequiredService<IntakeService>().SendAsync(loaded, App.Mara, origin, null)).Token,
                ["agree"] = await s.GetRequiredService<BriefService>().SendAsync(loaded, App.Mara, origin, null),
                ["plans"] = await s.GetRequiredService<PlanService>().SendAsync(loaded, App.Mara, origin, null),
                ["looks"] = await s.GetRequiredService<LookService>()
                    .SendAsync(
                        loaded,
                        [new SentLook("A, Dune arch", new LookChoice("dune")), new SentLook("B, Poster", new LookChoice("poster"))],
                        App.Mara,
                        origin,
                        null
                    ),
                ["sample"] = (await s.GetRequiredService<ProspectService>().LinkAsync(loaded, App.Mara, null, (_, _) => "")).Token,
            };
        });

    [Fact]
    public async Task Everybody_is_answered_as_the_list_has_it()
    {
        var world = await WorldAsync();
        var listed = (await File.ReadAllLinesAsync(Path.Combine(App.Root(), "tests/Web.Tests/Architecture/endpoints.txt")))
            .Where(l => l.Length > 0 && l[0] != '#')
            .Select(l => Columns().Split(l.Trim()))
            .ToDictionary(c => c[0], c => c[1]);
        var wrong = new List<string>();
        var all = await AllAsync();
        var actors = new Dictionary<string, Func<Task<Maker>>>
        {
            ["out"] = () => Task.FromResult(new Maker(app.Visitor())),
            ["open"] = () => Task.FromResult(new Maker(app.Visitor())),
            ["ended"] = () => Task.FromResult(new Maker(app.Visitor())),
            ["maker"] = () => app.SignInAsync("mara"),
            ["owner"] = () => app.SignInAsync("ada"),
            ["other"] = () => app.SignInAsync("vera"),
        };
        var answers = all.ToDictionary(a => a.Name, _ => new List<string>());
        foreach (var (actor, enter) in actors)
        {
            var (who, token) = await EnterAsync(actor, enter);
            foreach (var asked in all)
            {
                var answer = await AnswerAsync(who, token, actor, asked, world);
                answers[asked.Name].Add(answer);
                // Whoever ended their own session comes back.
                if (answer == "in" && actor is ("maker" or "owner" or "other"))
                    (who, token) = await EnterAsync(actor, enter);
            }
        }
        foreach (var asked in all)
        {
            var found = string.Join(' ', answers[asked.Name]);
            if (listed.GetValueOrDefault(asked.Name) != found)
                wrong.Add($"{asked.Name, -72} {found}");
        }
        wrong.AddRange(listed.Keys.Except(all.Select(a => a.Name)).Select(gone => $"{gone} is no longer there"));
        wrong.ShouldBeEmpty(string.Join('\n', wrong));
    }

    private static string Filled(Asked asked, World world, string actor)
    {
        var token = (actor == "ended" ? world.Ended : world.Open).GetValueOrDefault(asked.Route.Split('/')[1], "x");
        return asked
                .Route.Replace(
                    "{id:guid}",
                    (asked.Route.StartsWith("/clients", StringComparison.Ordinal) ? world.Site.ClientId : world.Site.Id).ToString()
                )
                .Replace("{id:guid?}", "")
                .Replace("{other:guid}", world.Theirs.ClientId.ToString())
                .Replace("{token}", actor is "open" or "ended" ? token : new string('x', 43))
                .Replace("{link}", "x")
                .Replace("{**path}", "index.html")
                .Replace("{look:int}", "0")
                .Replace("{family}", "food")
                .Replace("{id}", "bicycle-repair")
                .Replace("{at}", "agency") + asked.Handler;
    }

    /// <summary>Somebody, with a form token of their own as any page gives it.</summary>
    private static async Task<(Maker Who, string Token)> EnterAsync(string actor, Func<Task<Maker>> enter)
    {
        var who = await enter();
        var page = await who.Http.GetStringAsync(actor is "maker" or "owner" or "other" ? "/account" : "/signin");
        return (who, FormToken().Match(page).Groups[1].Value);
    }

    private static async Task<string> AnswerAsync(Maker who, string token, string actor, Asked asked, World world)
    {
        if (actor is "open" or "ended" && !asked.Route.Contains("{token}", StringComparison.Ordinal))
            return "-";
        using var request = new HttpRequestMessage(new HttpMethod(asked.Verb), Filled(asked, world, actor));
        if (asked.Verb == "POST")
        {
            // Nothing is sent beside the token.
            request.Headers.Add("X-Form-Token", token);
            request.Headers.Add("HX-Request", "true");
            request.Content = asked.Data
                ? new StringContent("{}", System.Text.Encoding.UTF8, "application/json")
                : new FormUrlEncodedContent([new("__RequestVerificationToken", token)]);
        }
        // A line that stays open says nothing until something happens.
        using var patience = new CancellationTokenSource(asked.Route.EndsWith("/changes", StringComparison.Ordinal) ? 1000 : 60_000);
        HttpResponseMessage answer;
        try
        {
            answer = await who.Http.SendAsync(request, HttpCompletionOption.ResponseHeadersRead, patience.Token);
        }
        catch (OperationCanceledException)
        {
            return "open";
        }
        using var ended = answer;
        return answer.StatusCode switch
        {
            HttpStatusCode.Unauthorized => "in",
            HttpStatusCode.Redirect when answer.Headers.Location!.OriginalString.Contains("/signin", StringComparison.Ordinal) => "in",
            HttpStatusCode.Forbidden => "no",
            HttpStatusCode.NotFound => "none",
            HttpStatusCode.Gone => "gone",
            HttpStatusCode.BadRequest => "bad",
            >= HttpStatusCode.InternalServerError => "BROKE",
            _ => "ok",
        };
    }

    [GeneratedRegex(@"\s{2,}")]
    private static partial Regex Columns();

    [GeneratedRegex("name=\"__RequestVerificationToken\" type=\"hidden\" value=\"([^\"]+)\"")]
    private static partial Regex FormToken();
}
