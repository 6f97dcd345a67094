using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Likeness;
using Plurimax.Data.Sites;
using Plurimax.Design.Pictures;
using Plurimax.Design.Styling;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Likeness;
using Plurimax.Making.Saying;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;
using Plurimax.Web.Briefing;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Bench;

/// <summary>Galley beside sheet.</summary>
public sealed class BenchModel(
    SiteReader reader,
    SiteStatus status,
    SiteAddresses addresses,
    SheetTokens sheets,
    CopyStore copies,
    PhotoService photos,
    TakeStore takes,
    HistoryStore history,
    SiteWriter writer
) : SitePageModel(reader, status, addresses)
{
    private TextEngine? _text;
    private string? _section;
    protected override string StationName => "bench";

    public Page InHandPage { get; private set; } = null!;
    public Section? InHand { get; private set; }
    public string? Problem { get; private set; }
    public bool CanUndo { get; private set; }
    public bool CanRedo { get; private set; }
    public DateTimeOffset SavedAt { get; private set; }
    public string SavedBy { get; private set; } = "";

    /// <summary>How it stands to what visitors see.</summary>
    public ReleaseStanding Stands { get; private set; } = new(null, null, false);

    /// <summary>The agency's site that reads most like this one.</summary>
    public NearSite? Nearest { get; private set; }
    public string SheetUrl { get; private set; } = "";
    public int Words =>
        InHandPage
            .Sections.Where(s => !s.Hidden)
            .SelectMany(s => s.Content.Passages())
            .Sum(p => Plain(p.Passage).Split(' ', StringSplitOptions.RemoveEmptyEntries).Length);
    public int Kept => InHandPage.Sections.Count(s => s.HasKept);

    protected override string QueryOf() => $"?leaf={InHandPage.Id}{(_section is null ? "" : $"&section={_section}")}";

    /// <summary>The texts of the page in hand, in its language.</summary>
    private TextEngine Says => _text ??= SiteTexts.For(Document, Language, Trade, Site.Facts, Settings.All()).Text;
    public string Language => InHandPage.Language ?? Document.Language;

    public string Plain(Passage p) => p.Needs.IsDefaultOrEmpty || p.Needs.All(Says.Has) ? Says.Plain(p) : "";

    /// <summary>Words to be said at once, of a mark; looked at, not done.</summary>
    public string? Say { get; private set; }

    /// <summary>Path of the passage in which to begin.</summary>
    public string? At { get; private set; }

    public async Task OnGetAsync(string? leaf, string? section, string? say, string? at)
    {
        (Say, At) = (say is { Length: <= WishReader.Longest } ? say : null, at);
        await LayAsync(leaf, section);
    }

    private async Task LayAsync(string? leaf, string? section)
    {
        InHandPage = Document.FindPage(leaf ?? "") ?? Document.Pages[0];
        InHand = InHandPage.Sections.FirstOrDefault(s => s.Id == section);
        _section = InHand?.Id;
        (CanUndo, SavedAt, SavedBy) = (Head.Parent is not null, Head.At, Head.Who.Name);
        Nearest = await copies.NearestAsync(Site.Id);
        Stands = await history.StandingAsync(Site);
        CanRedo = await history.CanRedoAsync(Site);
        SheetUrl =
            sheets.Url(new SheetView(Site.Id), InHandPage.Hidden ? "index.html" : InHandPage.File)
            + (InHand is null ? "" : "#" + Links.AnchorOf(InHand));
        Photos = InHandPage.Sections.Any(s => TakesFiles(s) == "photo" || Slot(s) is not null)
            ? await photos.UsableAsync(Site.ClientId, photos: true)
            : [];
        Documents = InHandPage.Sections.Any(s => TakesFiles(s) == "document") ? await photos.UsableAsync(Site.ClientId, photos: false) : [];
    }

    /// <summary>What the client sent and cleared, for the sections that show such.</summary>
    private List<ClientFile> Photos { get; set; } = [];
    private List<ClientFile> Documents { get; set; } = [];

    public List<ClientFile> Usable(Section s) => TakesFiles(s) == "document" ? Documents : Photos;

    /// <summary>The place of a section's drawn picture, in which a photo can stand; null where it has none.</summary>
    public string? Slot(Section s) => s.Content is PictureContent ? null : SitePictures.SlotOf(Document, s);

    public string TypedAlt { get; private set; } = "";

    /// <summary>"photo" or "document" where a section shows such.</summary>
    public static string? TakesFiles(Section s) =>
        s.Content switch
        {
            GalleryContent or CompareContent or PictureContent => "photo",
            DownloadsContent => "document",
            _ => null,
        };

    /// <summary>The files that a section shows, in order.</summary>
    public IEnumerable<SiteFile> Shown(Section s) =>
        Document.Files.IsDefault ? []
        : Slot(s) is { } slot ? Document.Files.Where(f => f.Id == Document.PhotoAt(slot))
        : s.Content is PictureContent { Photo: { } photo } ? Document.Files.Where(f => f.Id == photo)
        : s.Content.Items.Select(i => Document.Files.FirstOrDefault(f => f.Id == i.Id)).OfType<SiteFile>();

    public async Task<IActionResult> OnPostPlaceAsync(int revision, string leaf, string section, Guid file, string? alt, bool decorative)
    {
        var (made, small) = await photos.MakeAsync(Site.ClientId, file, alt, decorative);
        if (made.Ok)
        {
            var outcome = await writer.EditAsync(Site.Id, revision, new PlaceFile(section, made.Value!), Who);
            if (!outcome.Ok)
                return await FailAsync(outcome, leaf, section);
            await ReloadAsync();
            await LayAsync(leaf, section);
            return Back(
                small
                    ? $"{made.Value!.Alt} is on the site, but has few pixels: it will look soft on a wide screen"
                    : $"{made.Value!.Alt} is on the site",
                "s-" + section.Replace('.', '-')
            );
        }
        (Problem, TypedAlt) = (made.Problem, alt ?? "");
        await LayAsync(leaf, section);
        Response.StatusCode = 422;
        return Page();
    }

    public async Task<IActionResult> OnPostFocusAsync(int revision, string leaf, string section, string file, int x, int y, int zoom)
    {
        var focus = new PhotoFocus(x, y, zoom <= 100 ? 0 : zoom);
        var photo = Document.Photos.FirstOrDefault(p => p.Id == file);
        SiteFile? made = null;
        // A photo that is or was drawn nearer is made anew from what the client sent.
        if (
            photo is not null
            && (focus.Zoom > 100 || photo.Focus is { Zoom: > 100 })
            && (await photos.UsableAsync(Site.ClientId, photos: true)).Find(f =>
                f.Id.ToString("N").EndsWith(file, StringComparison.Ordinal)
            )
                is { } source
            && focus.Zoom <= PhotoFocus.MostZoom
        )
            made = (await photos.MakeAsync(Site.ClientId, source.Id, photo.Alt, photo.Decorative, focus)).File.Value;
        return await DoAsync(revision, leaf, section, new SetFocus(file, focus, made));
    }

    public Task<IActionResult> OnPostPictureAsync(int revision, string leaf, string section) =>
        DoAsync(revision, leaf, section, new NewPicture(section));

    /// <summary>The next layout of the kind.</summary>
    public Task<IActionResult> OnPostLayoutAsync(int revision, string leaf, string section)
    {
        var variants = Document.FindSection(section) is { } f ? SectionKinds.Of(f.Section.Content).Variants : [];
        var next = variants.IsEmpty
            ? null
            : variants[
                (
                    variants.IndexOf(
                        Document.FindSection(section)!.Value.Section.Variant ?? VariantOf(Document.FindSection(section)!.Value.Section)
                    ) + 1
                ) % variants.Length
            ];
        return DoAsync(revision, leaf, section, new ChooseVariant(section, next));
    }

    public string Served(string path) => sheets.Url(new SheetView(Site.Id), path);

    public Task<IActionResult> OnPostUnplaceAsync(int revision, string leaf, string section, string file) =>
        DoAsync(revision, leaf, section, new RemoveFile(section, file));

    public Task<IActionResult> OnPostDressAsync(
        int revision,
        string leaf,
        string section,
        SectionGround? ground,
        SectionWidth? width,
        SectionSpace? space,
        SectionScreens? screens,
        PhonePicture? picture,
        PhoneCrop? crop
    ) =>
        DoAsync(
            revision,
            leaf,
            section,
            new DressSection(
                section,
                new SectionDress(ground, width, space)
                {
                    Screens = screens,
                    Picture = picture,
                    Crop = crop,
                }
            )
        );

    /// <summary>The fields of a section, as the galley shows them.</summary>
    public ImmutableArray<GalleyField> Fields(Section s) => GalleyView.Fields(s, Says, s.Variant ?? VariantOf(s));

    /// <summary>The layout that the look has for a section.</summary>
    public string VariantOf(Section s) => Dressed.Look.Variant(Document, s.Content.Kind);

    /// <summary>Facts that can be put into a text.</summary>
    public ImmutableArray<FactChoice> FactChoices => GalleyView.Facts(Says, TradeFacts.Of(Trade));

    private DressedLook Dressed => _dressed ??= DressedLook.Of(Document.Look);
    private DressedLook? _dressed;

    /// <summary>Where a link can lead, in groups: what follows the facts, pages, places on them, files.</summary>
    public ImmutableArray<(string Group, string Target, string Name)> Targets => _targets ??= LinkChoices.For(Document, InHandPage, Says);
    private ImmutableArray<(string Group, string Target, string Name)>? _targets;

    /// <summary>What a button says that has no words of its own.</summary>
    public string ButtonLabel(string target) =>
        (_labels ??= SiteRenderer.ButtonLabels(Document, InHandPage, Trade, Site.Facts, new RenderSettings(Address, Settings.All())))(
            target
        );

    private Func<string, string>? _labels;

    public Task<IActionResult> OnPostButtonsAsync(
        int revision,
        string leaf,
        string section,
        string[] label,
        string[] target,
        string[] address,
        string? how,
        int at
    )
    {
        var buttons = label
            .Select(
                (l, i) =>
                    new SectionButton(
                        l is null ? Passage.None : new Passage(ManuscriptReader.Escape(FactReader.Clean(l)), Kept: true),
                        target.ElementAtOrDefault(i) is "web"
                            ? FactReader.Clean(address.ElementAtOrDefault(i))
                            : target.ElementAtOrDefault(i) ?? ""
                    )
            )
            .ToList();
        for (var i = 0; i < buttons.Count; i++)
            if (buttons[i].Label.Text.Length == 0)
                buttons[i] = buttons[i] with { Label = Passage.None };
        switch (how)
        {
            // Where the kind has buttons, its own begin with those; any other begins with the main action.
            case "add"
                when buttons.Count == 0
                    && Document.FindSection(section)?.Section.Content is OpeningContent or ActionContent or ServiceContent
                    && LinkTarget.Fault(Document, InHandPage ?? Document.Pages[0], Site.Facts, LinkTarget.Call) is null:
                buttons.AddRange([new SectionButton(Passage.None, LinkTarget.Action), new SectionButton(Passage.None, LinkTarget.Call)]);
                break;
            case "add":
                buttons.Add(new SectionButton(Passage.None, LinkTarget.Action));
                break;
            case "remove" when at >= 0 && at < buttons.Count:
                buttons.RemoveAt(at);
                break;
            case "up" when at > 0 && at < buttons.Count:
                (buttons[at - 1], buttons[at]) = (buttons[at], buttons[at - 1]);
                break;
        }
        return DoAsync(revision, leaf, section, new SetButtons(section, [.. buttons]));
    }

    /// <summary>Whether the generator has other wordings for the section.</summary>
    public bool Renewable(Section s) =>
        s
            .Content.Passages()
            .Any(p =>
                p.Passage.Choice is { } c
                && !c.StartsWith("settings", StringComparison.Ordinal)
                && !c.StartsWith("fact", StringComparison.Ordinal)
            );

    public Task<IActionResult> OnPostHideAsync(int revision, string leaf, string section) =>
        DoAsync(revision, leaf, section, new HideSection(section, !(Document.FindSection(section)?.Section.Hidden ?? false)));

    public Task<IActionResult> OnPostItemAsync(int revision, string leaf, string section, string how, int at, int to, string? icon) =>
        DoAsync(
            revision,
            leaf,
            section,
            how switch
            {
                "add" => new AddItem(section, at + 1),
                "icon" => new SetIcon(section, at, string.IsNullOrEmpty(icon) ? null : icon),
                "up" => new MoveItem(section, at, at - 1),
                "to" => new MoveItem(section, at, to),
                "down" => new MoveItem(section, at, at + 1),
                _ => new RemoveItem(section, at),
            }
        );

    public Task<IActionResult> OnPostDuplicateAsync(int revision, string leaf, string section) =>
        DoAsync(revision, leaf, section, new DuplicateSection(section));

    public Task<IActionResult> OnPostDeleteAsync(int revision, string leaf, string section) =>
        DoAsync(revision, leaf, null, new DeleteSection(section));

    public Task<IActionResult> OnPostRelinkAsync(int revision, string leaf, string section, bool follow) =>
        DoAsync(revision, leaf, section, new RelinkSection(section, follow));

    public Task<IActionResult> OnPostReleaseAsync(int revision, string leaf, string section) =>
        DoAsync(revision, leaf, section, new ReleaseKeep(section));

    public Task<IActionResult> OnPostMoveAsync(int revision, string leaf, string section, int by) =>
        DoAsync(
            revision,
            leaf,
            section,
            new MoveSection(section, leaf, (Document.FindPage(leaf)?.Sections.ToList().FindIndex(s => s.Id == section) ?? 0) + by)
        );

    public async Task<IActionResult> OnPostTakeAsync(
        int revision,
        string leaf,
        string? section,
        int? take,
        TakePart part = TakePart.All,
        bool thisPage = false,
        Tone? tone = null,
        Tone? second = null,
        TextLength? length = null
    )
    {
        var before = Document;
        var outcome = await takes.TakeAsync(
            Site.Id,
            revision,
            section,
            take,
            Who,
            part,
            thisPage ? leaf : null,
            tone is null && second is null && length is null
                ? null
                : new Voice(
                    tone ?? Document.Tone,
                    second == tone ? null : second ?? (tone is null ? Document.SecondTone : null),
                    length ?? Document.Length
                )
        );
        if (!outcome.Ok)
            return await FailAsync(outcome, leaf, section);
        await LayAsync(leaf, section);
        var changed = Difference.Between(before, outcome.Document!).Length;
        var kept = outcome.Document!.Pages.SelectMany(p => p.Sections).Count(s => s.HasKept);
        if (part == TakePart.Pictures)
            return Back($"Take {outcome.Document!.PicturesShown} of the pictures; texts and layout stayed");
        if (part == TakePart.Layout)
            return Back($"Take {outcome.Document!.LayoutTake} of the layout; texts and pictures stayed");
        return Back(
            changed == 0
                ? "It says the same: there is no other wording left"
                : $"{(take is { } n ? $"Take {n}" : "New take")}: {changed} passages changed"
                    + $"{(kept > 0 ? $", {kept} kept sections untouched" : "")}",
            section is null ? null : "s-" + section.Replace('.', '-')
        );
    }

    public async Task<IActionResult> OnPostStepAsync(bool back, string? leaf, string? to)
    {
        var said = await writer.StepAsync(Site.Id, back, Who);
        await ReloadAsync();
        await LayAsync(leaf, null);
        var message = said is null ? $"Nothing to {(back ? "undo" : "redo")}" : $"{(back ? "Undone" : "Done again")}: {said}";
        if (to is not ("plan" or "look" or "look/hand" or "look/mark"))
            return Back(message);
        TempData["Said"] = message;
        return Redirect($"/sites/{Site.Id}/{to}");
    }

    private async Task<IActionResult> DoAsync(int revision, string leaf, string? section, Edit edit)
    {
        var said = edit.Say(Document);
        var outcome = await writer.EditAsync(Site.Id, revision, edit, Who);
        if (!outcome.Ok)
            return await FailAsync(outcome, leaf, section);
        await ReloadAsync();
        await LayAsync(leaf, section);
        return Back(said, section is null ? null : "s-" + section.Replace('.', '-'));
    }

    private async Task<IActionResult> FailAsync(EditOutcome outcome, string leaf, string? section)
    {
        await LayAsync(leaf, section);
        return Back(outcome.Why("This is the newest; do it once more if it still fits."));
    }
}

/// <summary>A section of the page in hand, with the Bench around it.</summary>
public sealed record GalleySectionView(BenchModel Bench, Section Section, int Place);
