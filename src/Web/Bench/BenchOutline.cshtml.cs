using System.Collections.Immutable;
using Plurimax.Data.Sites;
using Plurimax.Making.Settings;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Bench;

/// <summary>
/// All of a site in one list, to reach what is covered, hidden or tiny: pages, sections, texts, buttons, pictures, and what stands on every
/// page.
/// </summary>
public sealed class BenchOutlineModel(SiteReader reader, SiteStatus status, SiteAddresses addresses)
    : SitePageModel(reader, status, addresses)
{
    protected override string StationName => "bench";
    public string LeafId { get; private set; } = "";
    public TextEngine Text { get; private set; } = null!;

    /// <summary>How many pages have what stands on every page.</summary>
    public int Touched => Document.Pages.Count(p => !p.Hidden);

    public async Task OnGetAsync(string? leaf)
    {
        LeafId = (Document.FindPage(leaf ?? "") ?? Document.Pages[0]).Id;
        Text = SiteTexts.For(Document, Document.Language, Trade, Site.Facts, Settings.All()).Text;
    }

    public string To(Plurimax.Sites.Page page, Section? section = null, string? path = null) =>
        $"/sites/{Site.Id}/bench?leaf={Uri.EscapeDataString(page.Id)}"
        + $"{(section is null ? "" : $"&section={Uri.EscapeDataString(section.Id)}")}"
        + $"{(path is null ? "" : $"&at={Uri.EscapeDataString(path)}")}";

    /// <summary>By what a section is found: what its entry shows, and its page.</summary>
    public string FoundBy(Plurimax.Sites.Page page, Section s) =>
        string.Join(
            ' ',
            [
                Text.Plain(page.Menu),
                page.File,
                SectionKinds.Of(s.Content).Label,
                s.Hidden ? "hidden" : "",
                s.HasKept ? "kept" : "",
                .. Texts(s).Select(t => $"{t.Name} {t.Says}"),
                .. s.Buttons.Select(b => $"button {b.Target}"),
            ]
        );

    /// <summary>The passages of a section that can be written in, with the beginning of what they say.</summary>
    public IEnumerable<(string Path, string Name, string Says)> Texts(Section s) =>
        GalleryTexts(s).Select(p => (p.Path, GalleyView.NameOf(p.Path), Letters.Cut(Text.Plain(p.Passage).ReplaceLineEndings(" "), 70)));

    private static IEnumerable<(string Path, Passage Passage)> GalleryTexts(Section s) =>
        GalleyView.Editable(s).Where(p => !p.Passage.IsEmpty);

    public ImmutableArray<string> Parts() =>
        [
            "header",
            "menu",
            "footer",
            .. Document.Parts is { } p
                ? new[]
                {
                    p.Notice is null ? null : "announcement",
                    p.PhoneBar ? "bar for phones" : null,
                    p.Bubble ? "message button" : null,
                    p.PopUp is null ? null : "pop-up",
                }.OfType<string>()
                : [],
        ];
}
