using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Pages;
using Plurimax.Making.Plans;
using Plurimax.Making.Plans.Drawing;
using Plurimax.Making.Settings;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Plans;

/// <summary>The drawn site map, and the page in hand with its sections.</summary>
public sealed class PlanModel(SiteReader reader, SiteStatus status, SiteAddresses addresses, PlanService planService, SiteWriter writer)
    : SitePageModel(reader, status, addresses)
{
    private TextEngine? _text;
    private Waiting? _waiting;
    protected override string StationName => "plan";

    public Page? InHand { get; private set; }
    public string? Problem { get; private set; }
    public string TypedName { get; private set; } = "";
    public SiteMap Map { get; private set; } = null!;
    public string? SectionInHand { get; private set; }
    public SentPlan? Sent { get; private set; }

    /// <summary>The link of the plan that was just sent; shown once, since only its hash is stored.</summary>
    public string? Link { get; private set; }
    public string? Email => Site.Client.Facts.Any<TextValue>("email")?.Text;

    protected override string QueryOf() => InHand is { } p ? $"?leaf={p.Id}" : "";

    private TextEngine Text =>
        _text ??= SiteTexts.For(Document, Document.Language, Trade, Site.Facts, ImmutableDictionary<string, string>.Empty).Text;

    public string Plain(Passage p) => Text.Plain(p);

    /// <summary>Its heading where the kind alone would not tell it from its neighbours.</summary>
    public string Title(Section s) =>
        s.Content is TextContent or LegalContent && Plain(s.Content.Heading) is { Length: > 0 } h
            ? Letters.Cut(h, 22)
            : SectionKinds.Of(s.Content).Label;

    /// <summary>What the map says beside a section: hidden, the fact it waits for, or that somebody wrote in it.</summary>
    public static string State(MapSection s) =>
        s.Section.Hidden ? "hidden"
        : s.Waits is { } fact ? fact.Split('.')[^1]
        : s.Section.HasKept ? "kept"
        : "";

    public static IEnumerable<string> Lines(string purpose) => PlanDrawing.Wrapped(purpose, 32).Take(2);

    public static string Say(PlanSize size) =>
        size switch
        {
            PlanSize.One => "one page",
            PlanSize.Small => "small site",
            _ => "full site",
        };

    public static string Say(SectionRole role) =>
        role switch
        {
            SectionRole.Open => "Open",
            SectionRole.Explain => "Explain",
            SectionRole.Prove => "Prove",
            SectionRole.Show => "Show",
            SectionRole.Act => "Act",
            _ => "Find us",
        };

    /// <summary>The fact without which a kind of section would show nothing.</summary>
    public string? WaitsFor(SectionKind kind) => (_waiting ??= new Waiting(Document, Site.Facts)).For(kind);

    /// <summary>The fact without which an action would lead nowhere, where it is not known.</summary>
    public string? Lacks(MainAction action) =>
        Composer.NeededBy(action) is var fact && FactTree.Has(FactTree.Build(Site.Facts), fact) ? null : fact;

    /// <summary>What a wish for a page was understood as, to be looked at before it is done.</summary>
    public PageProposal? Wished { get; private set; }
    public string Wish { get; private set; } = "";
    public string? WishProblem { get; private set; }

    /// <summary>Another size of the site, to be looked at before it is done: pages that come and that go.</summary>
    public (PlanSize Size, ImmutableArray<Page> Comes, ImmutableArray<Page> Goes, int Sections)? Resized { get; private set; }
    public ImmutableArray<PlanRemark> Remarks { get; private set; } = [];

    public async Task OnGetAsync(string? leaf, string? section, string? wish, PlanSize? size)
    {
        Lay(leaf);
        SectionInHand = InHand?.Sections.Any(s => s.Id == section) == true ? section : null;
        Sent = await planService.LatestAsync(Site.Id);
        Link = TempData["Link"] as string;
        if (!string.IsNullOrWhiteSpace(wish))
            Propose(wish);
        else if (size is { } to && Enum.IsDefined(to) && to != Document.Size)
            Resized = Compare(to);
    }

    /// <summary>Pages that the facts allow by now and that nobody has removed.</summary>
    public IEnumerable<PlannedPage> Offers() =>
        SitePlan
            .For(
                Trade,
                Site.Facts,
                Document.Size,
                [
                    .. Document
                        .Pages.SelectMany(p => p.Sections)
                        .Where(s => s.Content is ServicesContent)
                        .SelectMany(s => s.Content.Items)
                        .Select(i => i.Id)
                        .Distinct(),
                ],
                Document.Photos.Count()
            )
            .Where(p =>
                Document.FindPage(p.Id) is null
                && !Document.Removed.Contains(p.Id)
                && !p.Id.StartsWith("service-", StringComparison.Ordinal)
            );

    public Task<IActionResult> OnPostAddOfferedAsync(int revision, string kind) =>
        Offers().FirstOrDefault(p => p.Id == kind) is { } offered
            ? AddAsync(revision, PageKinds.Of(offered.Id).Label, Composer.PageFor(Trade, Site.Facts, Document, offered))
            : Task.FromResult(Refuse("That page is there by now, or its fact is gone."));

    /// <summary>Languages that the trade is written in and the site does not have yet.</summary>
    public IEnumerable<string> MoreLanguages() =>
        Reader.LanguagesOf(Site).Where(l => Document.Languages.All(h => h.Split('-')[0] != l.Split('-')[0]));

    public static string NameOf(string language) => SiteWords.For(language).Get("language.name");

    public Task<IActionResult> OnPostAddLanguageAsync(int revision, string? language) =>
        language is not null && MoreLanguages().Contains(language) && Reader.TradeIn(Site, language) is { } trade
            ? DoAsync(revision, new AddLanguage(language, Composer.WithLanguage(Document, trade, Site.Facts)), _ =>
                $"{language.Split('-')[0]}/home"
            )
            : Task.FromResult(Refuse("The trade is not written in that language yet."));

    public Task<IActionResult> OnPostRemoveLanguageAsync(int revision, string language) =>
        DoAsync(revision, new RemoveLanguage(language), _ => null);

    private void Propose(string wish)
    {
        Wish = wish;
        var read = PageWish.Read(wish, Document, Trade, Site.Facts);
        (Wished, WishProblem) = (read.Value, read.Problem);
    }

    private (PlanSize, ImmutableArray<Page>, ImmutableArray<Page>, int) Compare(PlanSize size)
    {
        var next = Reader.Resized(Site, Document, size);
        return (
            size,
            [.. next.Pages.ExceptBy(Document.Pages.Select(p => p.Id), p => p.Id)],
            [.. Document.Pages.ExceptBy(next.Pages.Select(p => p.Id), p => p.Id)],
            next.Pages.Sum(p => p.Sections.Length)
        );
    }

    public Task<IActionResult> OnPostActionAsync(int revision, MainAction action) => DoAsync(revision, new SetAction(action), _ => null);

    private void Lay(string? leaf)
    {
        InHand = Document.FindPage(leaf ?? "") ?? Document.Pages[0];
        Map = SiteMap.Of(Document, Site.Facts, Text);
        Remarks = PlanRules.Check(Document, Site.Facts);
    }

    private string FileName(string extension) => $"{Slug.Of(Site.Client.Facts.Name)}-plan.{extension}";

    public IActionResult OnGetFile(string kind)
    {
        Lay(null);
        var map = PlanDrawing.Map(Map, $"Plan of the site of {Site.Client.Facts.Name}");
        return kind switch
        {
            "svg" => File(System.Text.Encoding.UTF8.GetBytes(PlanFiles.Svg(map)), "image/svg+xml", FileName("svg")),
            "png" => File(PlanFiles.Png(map), "image/png", FileName("png")),
            "pdf" => File(
                PlanFiles.Pdf(
                    [map, .. Document.Pages.Where(p => !p.Hidden).Select(p => PlanDrawing.Page(Document, p, Site.Facts, Text))],
                    map.Title
                ),
                "application/pdf",
                FileName("pdf")
            ),
            "md" => File(
                System.Text.Encoding.UTF8.GetBytes(PlanOutline.Markdown(Document, Site.Facts, Text, Site.Client.Facts.Name)),
                "text/markdown",
                FileName("md")
            ),
            "csv" => File(PlanOutline.Csv(Document, Site.Facts, Text), "text/csv", FileName("csv")),
            _ => NotFound(),
        };
    }

    public async Task<IActionResult> OnPostSendAsync(bool mail)
    {
        var token = await planService.SendAsync(Site, Who, $"{Request.Scheme}://{Request.Host}", mail ? Email : null);
        TempData["Link"] = $"{Request.Scheme}://{Request.Host}/plans/{token}";
        return Back(
            mail && Email is not null
                ? $"Sent to {Email}; {Site.Client.Name} has the next move"
                : $"The link is ready; {Site.Client.Name} has the next move",
            "sent"
        );
    }

    /// <summary>A name of up to three words is a page at once; a sentence is shown first as it was understood.</summary>
    public async Task<IActionResult> OnPostAddPageAsync(int revision, string? name)
    {
        TypedName = name ?? "";
        var words = TypedName.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        if (words.Length > 3)
            return Redirect($"/sites/{Site.Id}/plan?wish={Uri.EscapeDataString(TypedName)}");
        var read = PageWish.Read(TypedName, Document, Trade, Site.Facts);
        return await AddAsync(revision, TypedName, read.Ok ? Made(read.Value!) : null);
    }

    public async Task<IActionResult> OnPostAddWishedAsync(int revision, string? wish, string? name)
    {
        var read = PageWish.Read(wish, Document, Trade, Site.Facts);
        if (!read.Ok)
            return Redirect($"/sites/{Site.Id}/plan?wish={Uri.EscapeDataString(wish ?? "")}");
        return await AddAsync(revision, string.IsNullOrWhiteSpace(name) ? read.Value!.Name : name, Made(read.Value!));
    }

    public async Task<IActionResult> OnPostAddLikeAsync(int revision, string? like, string? name)
    {
        TypedName = name ?? "";
        var made = PageLayout.After(Document, like ?? "", name);
        return made.Ok ? await AddAsync(revision, name!, made.Value) : Refuse(made.Problem!);
    }

    public async Task<IActionResult> OnPostAddHtmlAsync(int revision, IFormFile? file)
    {
        if (file is null || file.Length == 0)
            return Refuse("Choose an HTML file first.");
        if (file.Length > PageFromHtml.LargestFile)
            return Refuse("This file is larger than 2 MB. Save the page without its pictures.");
        using var reader = new StreamReader(file.OpenReadStream());
        var read = PageFromHtml.Read(await reader.ReadToEndAsync());
        return read.Ok
            ? await AddAsync(
                revision,
                read.Value!.Name,
                read.Value.Page,
                $": {string.Join(", ", read.Value.Seen.Select(x => $"{Letters.Cut(x.Heading, 30)} as {x.Became.ToLowerInvariant()}"))}"
            )
            : Refuse(read.Problem!);
    }

    public Task<IActionResult> OnPostSizeAsync(int revision, PlanSize size) =>
        Enum.IsDefined(size)
            ? DoAsync(revision, new ResizePlan(size, Reader.Resized(Site, Document, size)), _ => null)
            : Task.FromResult(Refuse("Choose one of the sizes."));

    private Page Made(PageProposal p) => PageWish.Make(p, Document, Trade, Site.Facts);

    private Task<IActionResult> AddAsync(int revision, string name, Page? made, string further = "") =>
        DoAsync(revision, new AddPage(name, made), d => d.Pages.Except(Document.Pages, ById).FirstOrDefault()?.Id, said: further);

    private IActionResult Refuse(string problem)
    {
        Problem = problem;
        Lay(null);
        Response.StatusCode = 422;
        return Page();
    }

    public Task<IActionResult> OnPostRenameAsync(int revision, string leaf, string? name) =>
        DoAsync(revision, new RenamePage(leaf, name ?? ""), _ => leaf);

    public Task<IActionResult> OnPostHidePageAsync(int revision, string leaf) =>
        DoAsync(revision, new HidePage(leaf, !(Document.FindPage(leaf)?.Hidden ?? false)), _ => leaf);

    public Task<IActionResult> OnPostRemovePageAsync(int revision, string leaf) => DoAsync(revision, new RemovePage(leaf), _ => null, leaf);

    public Task<IActionResult> OnPostMovePageAsync(int revision, string leaf, int by) =>
        DoAsync(revision, new MovePage(leaf, Document.Pages.ToList().FindIndex(p => p.Id == leaf) + by), _ => leaf);

    public Task<IActionResult> OnPostDuplicatePageAsync(int revision, string leaf) =>
        DoAsync(revision, new DuplicatePage(leaf), d => d.Pages.Except(Document.Pages, ById).FirstOrDefault()?.Id);

    public Task<IActionResult> OnPostSetHomeAsync(int revision, string leaf) => DoAsync(revision, new SetHome(leaf), _ => leaf);

    public Task<IActionResult> OnPostPlacePageAsync(int revision, string leaf, int index) =>
        DoAsync(revision, new MovePage(leaf, index), _ => leaf);

    public Task<IActionResult> OnPostDuplicateSectionAsync(int revision, string leaf, string section) =>
        DoAsync(revision, new DuplicateSection(section), _ => leaf);

    /// <summary>A section let go over a page of the map.</summary>
    public Task<IActionResult> OnPostPlaceSectionAsync(int revision, string section, string to, int index) =>
        DoAsync(revision, new MoveSection(section, to, index), _ => to, section: section);

    public Task<IActionResult> OnPostHideSectionAsync(int revision, string leaf, string section) =>
        DoAsync(revision, new HideSection(section, !(Document.FindSection(section)?.Section.Hidden ?? false)), _ => leaf);

    public Task<IActionResult> OnPostDeleteSectionAsync(int revision, string leaf, string section) =>
        DoAsync(revision, new DeleteSection(section), _ => leaf);

    public Task<IActionResult> OnPostAddSectionAsync(int revision, string leaf, string kind) =>
        DoAsync(revision, new AddSection(leaf, kind, Document.FindPage(leaf)?.Sections.Length ?? 0), _ => leaf);

    public Task<IActionResult> OnPostVariantAsync(int revision, string leaf, string section, string? variant) =>
        DoAsync(revision, new ChooseVariant(section, string.IsNullOrEmpty(variant) ? null : variant), _ => leaf);

    public Task<IActionResult> OnPostMoveSectionAsync(int revision, string leaf, string section, int? by, string? to)
    {
        var target = by is null && !string.IsNullOrEmpty(to) ? to : leaf;
        var index = by is { } step
            ? (Document.FindPage(leaf)?.Sections.ToList().FindIndex(s => s.Id == section) ?? 0) + step
            : int.MaxValue;
        return DoAsync(revision, new MoveSection(section, target, index), _ => target, section: section);
    }

    private static readonly IEqualityComparer<Page> ById = EqualityComparer<Page>.Create(
        (a, b) => a!.Id == b!.Id,
        p => p.Id.GetHashCode(StringComparison.Ordinal)
    );

    private async Task<IActionResult> DoAsync(
        int revision,
        Edit edit,
        Func<SiteDocument, string?> inHand,
        string? stay = null,
        string said = "",
        string? section = null
    )
    {
        said = edit.Say(Document) + said;
        var outcome = await writer.EditAsync(Site.Id, revision, edit, Who);
        if (outcome.Ok)
        {
            var page = inHand(outcome.Document!);
            Lay(page);
            TempData["Said"] = said;
            return Redirect(
                $"/sites/{Site.Id}/plan"
                    + $"{(page is null ? ""
                        : $"?leaf={Uri.EscapeDataString(page)}{(section is null ? "" : $"&section={Uri.EscapeDataString(section)}")}")}"
            );
        }
        Problem = outcome.Why("The map below is the newest; do it once more if it still fits.");
        await ReloadAsync();
        Lay(stay ?? Request.Form["leaf"].ToString());
        Response.StatusCode = outcome.Problem is null ? 409 : 422;
        return Page();
    }
}
