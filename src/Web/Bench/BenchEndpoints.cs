using System.Collections.Immutable;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Blobs;
using Plurimax.Data.Sites;
using Plurimax.Data.Standards;
using Plurimax.Facts;
using Plurimax.Making.Saying;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Trades;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Bench;

/// <summary>A passage as it stands while somebody types.</summary>
/// <param name="Html">The manuscript; or <paramref name="Text"/> where it is plain.</param>
/// <param name="Was">The text the writer began with.</param>
/// <param name="Tried">What was sent before and had no answer, as <paramref name="Html"/> or <paramref name="Text"/>.</param>
public sealed record TypedPassage(
    string Section,
    string Path,
    string Was,
    string? Html = null,
    string? Text = null,
    bool EvenSo = false,
    string[]? Tried = null
)
{
    /// <summary>A text of the passage as it is stored.</summary>
    public string Stored(string? sent) =>
        GalleyView.FormOf(Path) is var form && form == FieldForm.Plain
            ? FactReader.Clean(sent, lines: true)
            : ManuscriptReader.Read(sent ?? "", form == FieldForm.Block);
}

public sealed record PastedText(string Html, bool Block);

/// <param name="Own">Words that stand here instead of the fact's; null puts the fact in.</param>
public sealed record WantedChip(string Fact, string? Own = null, string? Language = null);

public sealed record FactInPlace(string Fact, string Value);

/// <param name="Leaf">Page in hand; <paramref name="Section"/> in hand, if one is.</param>
/// <param name="Except">Codes of what was understood but is not wanted.</param>
/// <param name="Revision">The version it was looked at on; null only looks.</param>
public sealed record SaidInPlace(string Words, string Leaf, string? Section = null, string[]? Except = null, int? Revision = null);

/// <summary>
/// What the Bench asks for while somebody types: small answers, no page. All of it needs sign-in and the form token, like every page.
/// </summary>
public static class BenchEndpoints
{
    /// <summary>So many icons are looked through at once.</summary>
    private const int MostIcons = 48;

    public static void Map(WebApplication app)
    {
        var bench = app.MapGroup("/sites/{id:guid}/bench");
        bench.AddEndpointFilter(
            async (context, next) =>
            {
                var http = context.HttpContext;
                if (
                    HttpMethods.IsPost(http.Request.Method)
                    && !await http.RequestServices.GetRequiredService<IAntiforgery>().IsRequestValidAsync(http)
                )
                    return Results.BadRequest(
                        new { problem = "This page is from another sign-in. Load it again; what you typed is kept." }
                    );
                return await next(context);
            }
        );
        bench.AddEndpointFilter(
            async (context, next) =>
                Guid.TryParse(context.HttpContext.GetRouteValue("id")?.ToString(), out var site)
                && await context.HttpContext.RequestServices.GetRequiredService<PlurimaxDb>().Sites.AnyAsync(s => s.Id == site)
                    ? await next(context)
                    : Results.NotFound()
        );
        bench.MapPost("/type", TypeAsync);
        bench.MapPost("/clean", (PastedText pasted) =>
            Results.Json(new { html = Manuscript.Html(ManuscriptReader.Read(pasted.Html, pasted.Block), pasted.Block) })
        );
        bench.MapPost("/chip", ChipAsync);
        bench.MapPost("/fact", FactAsync);
        bench.MapPost("/say", SayAsync);
        bench.MapGet("/icons", (string? find) =>
            Results.Json(IconBook.Find(find ?? "").Take(MostIcons).Select(i => new { i.Name, i.Shapes }))
        );
        bench.MapGet("/changes", (Guid id, SiteChanges changes, CancellationToken cancel) =>
            TypedResults.ServerSentEvents(changes.OfAsync(id, cancel))
        );
    }

    private static async Task<IResult> TypeAsync(
        Guid id,
        TypedPassage typed,
        SiteReader reader,
        SiteWriter writer,
        SettingsReader settingsReader,
        TimeProvider clock,
        SiteAddresses addresses,
        IBlobStore blobs,
        HttpContext http,
        CancellationToken cancel
    )
    {
        var form = GalleyView.FormOf(typed.Path);
        var text = typed.Stored(form == FieldForm.Plain ? typed.Text : typed.Html);
        var outcome = await writer.TypeAsync(
            id,
            typed.Section,
            typed.Path,
            typed.Was,
            text,
            Actor.Of(http.User),
            typed.EvenSo,
            [.. (typed.Tried ?? []).Take(8).Select(typed.Stored)],
            cancel
        );
        var (site, document) = (outcome.Site, outcome.Document);
        if (outcome.Problem is { } problem)
            return Results.Json(new { problem }, statusCode: 422);
        var settings = (await settingsReader.OfAsync(site, cancel)).All();
        var trade = reader.Trade(site);
        if (document.FindSection(typed.Section) is not { } found)
            return Results.Json(new { problem = "That section is not there any more." }, statusCode: 422);
        var engine = SiteTexts.For(document, found.Page.Language ?? document.Language, trade, site.Facts, settings).Text;
        string Html(string t) => form == FieldForm.Plain ? t : Manuscript.Html(t, form == FieldForm.Block, GalleyView.ValueOf(engine));
        if (outcome.Theirs is { } theirs)
            return Results.Json(
                new
                {
                    theirs,
                    theirsHtml = Html(theirs),
                    who = outcome.By,
                    when = Times.Ago(outcome.At, clock.GetUtcNow()),
                    head = site.Head,
                },
                statusCode: 409
            );
        var shown = SiteRenderer.Section(
            document,
            typed.Section,
            trade,
            site.Facts,
            new RenderSettings(addresses.Main(site), settings, RenderMode.Anchored, "#enquiry") { Blobs = hash => blobs.Get(hash) }
        );
        return Results.Json(
            new
            {
                head = site.Head,
                text,
                html = Html(text),
                shown,
                version = GalleyView.Version(found.Section, found.Page.Sections.IndexOf(found.Section)),
            }
        );
    }

    /// <summary>A chip as it stands in a manuscript.</summary>
    private static async Task<IResult> ChipAsync(Guid id, WantedChip wanted, SiteReader reader, CancellationToken cancel)
    {
        if (await reader.FindAsync(id, cancel) is not { } site)
            return Results.NotFound();
        var source = wanted.Own is { } own ? FactChip.Exception(wanted.Fact, FactReader.Clean(own)) : FactChip.For(wanted.Fact);
        if (FactChip.Of(source) is not { Fact: not null })
            return Results.Json(new { problem = "That is not a fact." }, statusCode: 422);
        var document = await reader.DocumentAsync(site, cancel);
        var engine = SiteTexts
            .For(document, wanted.Language ?? document.Language, reader.Trade(site), site.Facts, ImmutableDictionary<string, string>.Empty)
            .Text;
        return Results.Json(new { html = Manuscript.Chip(source, GalleyView.ValueOf(engine)) });
    }

    /// <summary>Changes a fact from where it is read: on all pages of all sites of the client.</summary>
    private static async Task<IResult> FactAsync(
        Guid id,
        FactInPlace fact,
        SiteReader reader,
        ClientFacts clientFacts,
        TimeProvider clock,
        HttpContext http,
        CancellationToken cancel
    )
    {
        if (await reader.FindAsync(id, cancel) is not { } site)
            return Results.NotFound();
        var catalogue = TradeFacts.Of(reader.Trade(site));
        var root = FactChip.RootOf(fact.Fact, f => catalogue.Any(d => d.Id == f));
        if (catalogue.FirstOrDefault(d => d.Id == root) is not { } definition)
            return Results.Json(new { problem = "That is not a fact." }, statusCode: 422);
        object raw = fact.Value;
        if (site.Client.Facts[root]?.Value is AddressValue a)
        {
            var parts = new Dictionary<string, object?>
            {
                ["street"] = a.Street ?? "",
                ["town"] = a.Town,
                ["postcode"] = a.Postcode ?? "",
                ["region"] = a.Region ?? "",
                ["country"] = a.Country,
            };
            parts[fact.Fact[(root.Length + 1)..]] = fact.Value;
            raw = parts;
        }
        else if (fact.Fact != root)
            return Results.Json(
                new
                {
                    problem = $"{definition.Label} has several parts. Change it in the Brief.",
                    brief = $"/sites/{id}/brief#f-{root.Replace('.', '-')}",
                },
                statusCode: 422
            );
        var value = FactReader.Read(definition, raw, site.Client.Facts.Country);
        if (!value.Ok)
            return Results.Json(new { problem = value.Problem }, statusCode: 422);
        var who = Actor.Of(http.User);
        var entry = new FactEntry(value.Value!, FactSource.Maker, true, !FactCatalogue.Private.Contains(root), who.Name, clock.GetUtcNow());
        if (
            await clientFacts.SaveFactsAsync(
                site.ClientId,
                site.Client.FactsRevision,
                f => f.With(root, entry),
                $"{definition.Label} changed",
                who,
                cancel
            ) is
            { } clash
        )
            return Results.Json(new { problem = clash }, statusCode: 409);
        return Results.Json(new { said = $"{definition.Label} changed everywhere" });
    }

    /// <summary>What wishes were understood as, and a sheet that shows them done; or, on a revision, does them.</summary>
    private static async Task<IResult> SayAsync(
        Guid id,
        SaidInPlace said,
        SiteReader reader,
        SiteWriter writer,
        SheetTokens sheets,
        HttpContext http,
        CancellationToken cancel
    )
    {
        if (await reader.FindAsync(id, cancel) is not { } site)
            return Results.NotFound();
        if (string.IsNullOrWhiteSpace(said.Words))
            return Results.Json(
                new { problem = "Say what should be different, such as: darker, move the testimonials up." },
                statusCode: 422
            );
        if (said.Words.Length > WishReader.Longest)
            return Results.Json(
                new { problem = $"That is {said.Words.Length:N0} characters; up to {WishReader.Longest:N0} are read in one go." },
                statusCode: 422
            );
        var who = Actor.Of(http.User);
        var document = await reader.DocumentAsync(site, cancel);
        // What is in hand may have gone meanwhile.
        var leaf = document.FindPage(said.Leaf)?.Id ?? document.Pages[0].Id;
        var section = said.Section is { } s && document.FindSection(s) is not null ? s : null;
        ImmutableHashSet<string> except = [.. said.Except ?? []];
        if (said.Revision is { } revision)
        {
            var (outcome, done) = await writer.SayAsync(id, revision, said.Words, leaf, section, who, except, cancel);
            return outcome.Ok
                ? Results.Json(new { head = outcome.Head, said = done.Edit(said.Words).Say(document) })
                : Results.Json(new { problem = outcome.Why("Look once more; what you said is still here.") }, statusCode: 409);
        }
        var all = writer.Read(site, document, said.Words, leaf, section, who);
        return Results.Json(
            new
            {
                head = site.Head,
                acts = all.Acts.Select(a => new
                {
                    a.Code,
                    a.Words,
                    a.Says,
                }),
                missed = all.Missed.Select(m => new
                {
                    m.Words,
                    m.Why,
                    Understood = m.Kind is not null,
                }),
                sheet = sheets.Url(new SheetView(id, Said: new(said.Words, leaf, section, [.. except])), document.FindPage(leaf)!.File),
            }
        );
    }
}
