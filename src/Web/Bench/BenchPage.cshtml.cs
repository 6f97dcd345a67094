using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Plurimax.Data.Sites;
using Plurimax.Design.Styling;
using Plurimax.Design.Wordmarks;
using Plurimax.Facts;
using Plurimax.Making.Bench;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Finding;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Bench;

/// <summary>Name, address and how a page is found.</summary>
public sealed class BenchPageModel(SiteReader reader, SiteStatus status, SiteAddresses addresses, SheetTokens sheets, SiteWriter writer)
    : SitePageModel(reader, status, addresses)
{
    protected override string StationName => "bench";

    /// <summary>What is in the fields.</summary>
    public sealed record Typed(
        string Name,
        string Slug,
        string PageTitle,
        string Description,
        string Phrases,
        bool Listed,
        bool InMenu,
        string? Share
    );

    public Plurimax.Sites.Page Leaf { get; private set; } = null!;
    public Typed Fields { get; private set; } = null!;
    public string? Problem { get; private set; }
    public string ProblemAt { get; private set; } = "";
    public ShownText TitleShown { get; private set; } = null!;
    public ShownText DescriptionShown { get; private set; } = null!;
    public ImmutableArray<PhraseScore> Scores { get; private set; } = [];
    public ImmutableArray<string> Suggested { get; private set; } = [];

    /// <summary>Pages that want to be found by the same phrase.</summary>
    public ImmutableDictionary<string, string> Rivals { get; private set; } = ImmutableDictionary<string, string>.Empty;
    public string CardUrl { get; private set; } = "";
    public string Slug => Leaf.IsHome ? "" : Leaf.File[(Leaf.File.LastIndexOf('/') + 1)..^".html".Length];
    public string Host => new Uri(Address).Host;
    public TextEngine Text { get; private set; } = null!;
    private RenderSettings Setup { get; set; } = null!;
    public string BenchUrl => $"/sites/{Site.Id}/bench?leaf={Uri.EscapeDataString(Leaf.Id)}";

    public async Task OnGetAsync(string? leaf)
    {
        await LayAsync(leaf);
        Show(
            new Typed(
                Text.Plain(Leaf.Menu),
                Slug,
                SiteRenderer.Snippet(Document, Leaf, Trade, Site.Facts, Setup).Title,
                Text.Plain(Leaf.Description),
                string.Join('\n', Leaf.Phrases),
                !Leaf.Unlisted,
                Leaf.InMenu,
                Leaf.Share
            )
        );
    }

    private async Task LayAsync(string? leaf)
    {
        Leaf = Document.FindPage(leaf ?? "") ?? Document.Pages[0];
        Setup = new RenderSettings(Address, Settings.All());
        Text = SiteTexts.For(Document, Leaf.Language ?? Document.Language, Trade, Site.Facts, Setup.Settings).Text;
    }

    /// <summary>Works out how the page would be found with what is in the fields, stored or not.</summary>
    private void Show(Typed typed)
    {
        Fields = typed;
        var phrases = PhrasesOf(typed.Phrases);
        // The page as it would be: nothing of it is stored.
        var tried = new DescribePage(
            Leaf.Id,
            TitleOf(typed),
            DescriptionOf(typed),
            [.. phrases.Take(DescribePage.MostPhrases).Where(p => p.Length <= DescribePage.LongestPhrase)],
            !typed.Listed,
            Leaf.Share
        )
            .Apply(Document)
            .Value
            ?? Document;
        var page = tried.FindPage(Leaf.Id)!;
        var (title, description) = SiteRenderer.Snippet(tried, page, Trade, Site.Facts, Setup);
        (TitleShown, DescriptionShown) = (SearchResult.Title(title), SearchResult.Description(description));
        var html = SiteRenderer
            .Render(
                tried.WithPage(Leaf.Id, p => p with { Hidden = false }),
                Trade,
                Site.Facts,
                Setup with
                {
                    Mode = RenderMode.Anchored,
                },
                page.File
            )
            .Text(page.File);
        Scores = [.. page.Phrases.Select(p => KeyPhrase.Score(p, html, page.File))];
        Rivals = page
            .Phrases.Select(p =>
                (p, Document.Pages.FirstOrDefault(o => o.Id != Leaf.Id && o.Phrases.Contains(p, StringComparer.OrdinalIgnoreCase)))
            )
            .Where(x => x.Item2 is not null)
            .ToImmutableDictionary(x => x.p, x => Text.Plain(x.Item2!.Menu));
        var service = Leaf.Bare.StartsWith("service-", StringComparison.Ordinal) ? Text.Plain(Leaf.Menu) : null;
        Suggested = KeyPhrase.Suggest(page, Reader.TradeIn(Site, Leaf.Language ?? Document.Language) ?? Trade, Site.Facts, service);
        CardUrl = Document.Photos.FirstOrDefault(p => p.Id == typed.Share) is { } photo
            ? sheets.Url(new SheetView(Site.Id), photo.Path)
            : $"/sites/{Site.Id}/bench/page?handler=Card&v={Site.Head}";
    }

    private static ImmutableArray<string> PhrasesOf(string lines) =>
        [.. lines.Split('\n').Select(l => FactReader.Clean(l)).Where(l => l.Length > 0).Distinct(StringComparer.OrdinalIgnoreCase)];

    private Passage TitleOf(Typed typed) =>
        Said(typed.PageTitle, Leaf.Title, SiteRenderer.Snippet(Document, Leaf, Trade, Site.Facts, Setup).Title);

    private Passage DescriptionOf(Typed typed) => Said(typed.Description, Leaf.Description, Text.Plain(Leaf.Description));

    /// <summary>What was typed as a passage: as it was where nothing changed; the firm's name and town stay facts.</summary>
    private Passage Said(string typed, Passage was, string shown)
    {
        var words = FactReader.Clean(typed);
        if (words == FactReader.Clean(shown))
            return was;
        return new Passage(FactWords.Passage(words, Site.Facts), Kept: words.Length > 0);
    }

    /// <summary>How it would be found, while somebody types.</summary>
    public async Task<IActionResult> OnPostPreviewAsync(string leaf, Typed typed)
    {
        await LayAsync(leaf);
        Show(Clean(typed));
        return Partial("_FoundBy", this);
    }

    /// <summary>The site's own card.</summary>
    public IActionResult OnGetCard()
    {
        var look = DressedLook.Of(Document.Look);
        return File(MarkFiles.Card(MarkFiles.Words(Site.Facts.Name, Trade, Site.Facts.Town, look), look), "image/png");
    }

    private static Typed Clean(Typed t) =>
        t with
        {
            Name = t.Name ?? "",
            Slug = t.Slug ?? "",
            PageTitle = t.PageTitle ?? "",
            Description = t.Description ?? "",
            Phrases = t.Phrases ?? "",
        };

    public async Task<IActionResult> OnPostAsync(int revision, string leaf, Typed typed)
    {
        await LayAsync(leaf);
        typed = Clean(typed);
        var steps = new List<(string At, Edit Edit)>
        {
            (
                "title",
                new DescribePage(
                    Leaf.Id,
                    TitleOf(typed),
                    DescriptionOf(typed),
                    PhrasesOf(typed.Phrases),
                    !typed.Listed,
                    string.IsNullOrEmpty(typed.Share) ? null : typed.Share
                )
            ),
        };
        if (typed.Name.Trim() != Text.Plain(Leaf.Menu))
            steps.Add(("name", new RenamePage(Leaf.Id, typed.Name)));
        if (!Leaf.IsHome && typed.Slug.Trim() != Slug)
            steps.Add(("slug", new SetAddress(Leaf.Id, typed.Slug)));
        if (typed.InMenu != Leaf.InMenu)
            steps.Add(("menu", new SetInMenu(Leaf.Id, typed.InMenu)));
        // All fields are looked at before one of them is stored, so that nothing is half done.
        foreach (var (at, edit) in steps)
            if (edit.Apply(Document) is { Ok: false } fault)
                (Problem, ProblemAt) = (fault.Problem, at);
        if (Problem is null)
        {
            var edit = new SettingsOfPage(Leaf.Id, [.. steps.Select(s => s.Edit)]);
            var outcome = await writer.EditAsync(Site.Id, revision, edit, Who);
            if (outcome.Ok)
            {
                TempData["Said"] =
                    $"{typed.Name.Trim()} is saved{(steps.Exists(s => s.At == "slug") ? "; its old address leads to the new one" : "")}";
                return Redirect($"/sites/{Site.Id}/bench/page?leaf={Uri.EscapeDataString(Leaf.Id)}");
            }
            Problem = outcome.Why("What you typed is still here; save once more if it still fits.");
            await ReloadAsync();
            await LayAsync(leaf);
        }
        Show(typed);
        Response.StatusCode = 422;
        return Page();
    }
}
