using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Plurimax.Data.Sites;
using Plurimax.Design.Styling;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Sites;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Bench;

/// <summary>What stands on every page: header, menu, announcement, bar for phones, pop-up, message button, footer.</summary>
public sealed class BenchPartsModel(SiteReader reader, SiteStatus status, SiteAddresses addresses, SheetTokens sheets, SiteWriter writer)
    : SitePageModel(reader, status, addresses)
{
    protected override string StationName => "bench";
    public SiteParts Parts => Document.Parts ?? new SiteParts();
    public string SheetUrl { get; private set; } = "";
    public TextEngine Text { get; private set; } = null!;
    public ImmutableArray<(string Group, string Target, string Name)> Targets { get; private set; } = [];
    public Look Look => DressedLook.Of(Document.Look).Look;

    /// <summary>How many pages a change here touches.</summary>
    public int Touched => Document.Pages.Count(p => !p.Hidden);
    public string? Problem { get; private set; }
    public string ProblemAt { get; private set; } = "";

    /// <summary>What was typed and could not be saved.</summary>
    public SiteParts Typed { get; private set; } = new();
    public IEnumerable<Plurimax.Sites.Page> Own => Document.Pages.Where(p => p.Language is null);

    public async Task OnGetAsync() => await LayAsync();

    private async Task LayAsync(SiteParts? typed = null)
    {
        Typed = typed ?? Parts;
        Text = SiteTexts.For(Document, Document.Language, Trade, Site.Facts, Settings.All()).Text;
        Targets = LinkChoices.For(Document, Document.Pages[0], Text, everywhere: true);
        SheetUrl = sheets.Url(new SheetView(Site.Id));
    }

    /// <summary>What a part that follows the facts lacks; null where it can stand.</summary>
    public string? Lacks(string target) => LinkTarget.Fault(Document, Document.Pages[0], Site.Facts, target);

    private static Passage Words(string? typed) =>
        FactReader.Clean(typed, lines: true) is { Length: > 0 } words
            ? new Passage(ManuscriptReader.Escape(words), Kept: true)
            : Passage.None;

    private static string Leads(string? target, string? address) => target == "web" ? FactReader.Clean(address) : target ?? "";

    public Task<IActionResult> OnPostDressAsync(int revision, string? head, string? foot) =>
        SaveAsync(
            revision,
            "frame",
            "header and footer",
            Parts with
            {
                Head = string.IsNullOrEmpty(head) ? null : head,
                Foot = string.IsNullOrEmpty(foot) ? null : foot,
            }
        );

    public Task<IActionResult> OnPostNoticeAsync(int revision, bool on, string? text, string? target, string? address, string? until) =>
        SaveAsync(
            revision,
            "notice",
            on ? "announcement" : "no announcement",
            Parts with
            {
                Notice = on ? new SiteNotice(Words(text), Leads(target, address), FactReader.Clean(until)) : null,
            }
        );

    public Task<IActionResult> OnPostReachAsync(int revision, bool bar, bool bubble) =>
        SaveAsync(revision, "reach", "ways to reach the firm", Parts with { PhoneBar = bar, Bubble = bubble });

    public Task<IActionResult> OnPostPopUpAsync(
        int revision,
        bool on,
        string? heading,
        string? text,
        string? target,
        string? address,
        int days,
        bool leaving
    ) =>
        SaveAsync(
            revision,
            "popup",
            on ? "pop-up" : "no pop-up",
            Parts with
            {
                PopUp = on ? new SitePopUp(Words(heading), Words(text), Leads(target, address), days, leaving) : null,
            }
        );

    public Task<IActionResult> OnPostLinkAsync(int revision, string? label, string? address) =>
        SaveAsync(
            revision,
            "menu",
            "a link in the menu",
            Parts with
            {
                Links = Parts.Links.Add(new MenuLink(Words(label), FactReader.Clean(address))),
            }
        );

    public Task<IActionResult> OnPostUnlinkAsync(int revision, int at) =>
        SaveAsync(
            revision,
            "menu",
            "a link out of the menu",
            Parts with
            {
                Links = at >= 0 && at < Parts.Links.Length ? Parts.Links.RemoveAt(at) : Parts.Links,
            }
        );

    private Task<IActionResult> SaveAsync(int revision, string at, string what, SiteParts parts) =>
        DoAsync(revision, at, new SetParts(what, parts), parts);

    public Task<IActionResult> OnPostMoveAsync(int revision, string leaf, int by) =>
        DoAsync(revision, "menu", new MovePage(leaf, Document.Pages.ToList().FindIndex(p => p.Id == leaf) + by));

    public Task<IActionResult> OnPostShownAsync(int revision, string leaf) =>
        DoAsync(revision, "menu", new SetInMenu(leaf, !(Document.FindPage(leaf)?.InMenu ?? true)));

    public Task<IActionResult> OnPostUnderAsync(int revision, string leaf, string? under) =>
        DoAsync(revision, "menu", new NestPage(leaf, string.IsNullOrEmpty(under) ? null : under));

    private async Task<IActionResult> DoAsync(int revision, string at, Edit edit, SiteParts? typed = null)
    {
        var outcome = await writer.EditAsync(Site.Id, revision, edit, Who);
        if (outcome.Ok)
        {
            TempData["Said"] = edit.Say(Document);
            return Redirect($"/sites/{Site.Id}/bench/parts#{at}");
        }
        (Problem, ProblemAt) = (outcome.Why("What you typed is still here; save once more."), at);
        await ReloadAsync();
        await LayAsync(typed);
        Response.StatusCode = outcome.Problem is null ? 409 : 422;
        return Page();
    }
}

/// <summary>A choice of where a link leads, with a field for an address of its own.</summary>
public sealed record TargetField(
    string Id,
    string Value,
    ImmutableArray<(string Group, string Target, string Name)> Targets,
    bool MayBeNone
);
