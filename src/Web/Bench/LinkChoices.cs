using System.Collections.Immutable;
using Plurimax.Sites;

namespace Plurimax.Web.Bench;

/// <summary>Where a link on a page can lead, to choose from.</summary>
public static class LinkChoices
{
    /// <param name="everywhere">The link stands on every page, so that a place is named with its page.</param>
    public static ImmutableArray<(string Group, string Target, string Name)> For(
        SiteDocument site,
        Page page,
        TextEngine text,
        bool everywhere = false
    )
    {
        var folder = page.File[..(page.File.LastIndexOf('/') + 1)];
        var pages = site.Pages.Where(p => !p.Hidden && p.Language == page.Language).ToList();
        string Of(Page p) => p.File[folder.Length..];
        var found = ImmutableArray.CreateBuilder<(string, string, string)>();
        foreach (var (target, name) in LinkTarget.Followed)
            if (target != LinkTarget.PopUp || site.Parts?.PopUp is not null)
                found.Add(("follows the facts", target, name));
        foreach (var p in pages)
            found.Add(("pages", Of(p), text.Plain(p.Menu)));
        foreach (var p in pages)
        foreach (
            var s in p.Sections.Where(s =>
                !s.Hidden && s.Content is not (OpeningContent or TitleContent or BannerContent or AnnouncementContent)
            )
        )
            found.Add(
                (
                    "places",
                    (p.Id == page.Id && !everywhere ? "" : Of(p)) + "#" + Links.AnchorOf(s),
                    $"{text.Plain(p.Menu)}: "
                        + $"{(text.Plain(s.Content.Heading) is { Length: > 0 } h ? h
                            : SectionKinds.Of(s.Content).Label.ToLowerInvariant())}"
                )
            );
        foreach (var f in site.Files.IsDefault ? [] : site.Files.Where(f => !f.IsPhoto && f.Id != site.Mark?.File))
            found.Add(("files", f.Path, f.Alt));
        return found.ToImmutable();
    }
}
