using Plurimax.Text;

namespace Plurimax.Sites;

public sealed record HideSection(string Section, bool Hidden) : Edit
{
    public override string? Touches => Section;

    public override string Say(SiteDocument site) => $"{(Hidden ? "Hid" : "Showed")} {Called(site, Section)}";

    public override Result<SiteDocument> Apply(SiteDocument site) =>
        site.FindSection(Section) is null ? Gone("section") : site.WithSection(Section, s => s with { Hidden = Hidden });
}

/// <summary>What must stay in view when a photo is cropped.</summary>
/// <param name="Made">The photo as it is cropped by the zoom; null where nothing but the focus changes.</param>
public sealed record SetFocus(string File, PhotoFocus? Focus, SiteFile? Made = null) : Edit
{
    public override string Say(SiteDocument site) => $"Focus of {site.Photos.FirstOrDefault(p => p.Id == File)?.Alt ?? "a photo"}";

    public override Result<SiteDocument> Apply(SiteDocument site) =>
        site.Photos.FirstOrDefault(p => p.Id == File) is not { } photo ? Gone("photo")
        : Focus is { X: < 0 or > 100 } or { Y: < 0 or > 100 } ? Fail("The focus lies on the photo: 0 to 100 percent.")
        : Focus is { Zoom: < 0 or > PhotoFocus.MostZoom }
            ? Fail($"A photo is drawn up to {PhotoFocus.MostZoom} percent; more of it would be soft.")
        : site with
        {
            Files = site.Files.Replace(
                photo,
                (
                    Made is null
                        ? photo
                        : photo with
                        {
                            Path = Made.Path,
                            Blob = Made.Blob,
                            Width = Made.Width,
                            Height = Made.Height,
                            Sizes = Made.Sizes,
                        }
                ) with
                {
                    Focus = Focus is { X: 50, Y: 50, Zoom: 0 or 100 } ? null : Focus,
                }
            ),
        };
}

/// <summary>Another way of laying a section out; null follows the look again.</summary>
public sealed record ChooseVariant(string Section, string? Variant) : Edit
{
    public override string? Touches => Section;

    public override string Say(SiteDocument site) => $"Layout of {Called(site, Section)}: {Variant?[2..] ?? "as the look has it"}";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindSection(Section) is not { } found)
            return Gone("section");
        var kind = SectionKinds.Of(found.Section.Content);
        return Variant is not null && !kind.Variants.Contains(Variant)
            ? Fail($"{kind.Label} has no layout “{Variant}”.")
            : site.WithSection(Section, s => s with { Variant = Variant });
    }
}

/// <param name="To">Page to move to.</param>
/// <param name="Index">Place among that page's sections, 0 first, counted without the moved one.</param>
public sealed record MoveSection(string Section, string To, int Index) : Edit
{
    public override string Say(SiteDocument site) => $"Moved {Called(site, Section)}";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindSection(Section) is not { } found)
            return Gone("section");
        if (site.FindPage(To) is null)
            return Gone("page");
        var without = site.WithPage(found.Page.Id, p => p with { Sections = p.Sections.Remove(found.Section) });
        return without.WithPage(To, p => p with { Sections = p.Sections.Insert(Math.Clamp(Index, 0, p.Sections.Length), found.Section) });
    }
}

public sealed record DuplicateSection(string Section) : Edit
{
    public override string Say(SiteDocument site) => $"Duplicated {Called(site, Section)}";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindSection(Section) is not { } found)
            return Gone("section");
        var copy = found.Section with { Id = FreeId(site, found.Section.Id) };
        return site.WithPage(found.Page.Id, p => p with { Sections = p.Sections.Insert(p.Sections.IndexOf(found.Section) + 1, copy) });
    }

    public static string FreeId(SiteDocument site, string like)
    {
        var taken = site.Pages.SelectMany(p => p.Sections).Select(s => s.Id).Concat(site.Removed).ToHashSet();
        for (var n = 2; ; n++)
            if (!taken.Contains($"{like}-{n}"))
                return $"{like}-{n}";
    }
}

public sealed record DeleteSection(string Section) : Edit
{
    public override string Say(SiteDocument site) => $"Deleted {Called(site, Section)}";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindSection(Section) is not { } found)
            return Gone("section");
        return found.Section.Content is LegalContent && found.Section.Id == "privacy.privacy"
            ? Fail("The privacy text belongs to every site that has a form. Hide the page if it stands elsewhere.")
            : site.WithPage(found.Page.Id, p => p with { Sections = p.Sections.Remove(found.Section) }) with
            {
                Removed = site.Removed.Add(Section),
            };
    }
}

/// <param name="Index">Place among the page's sections, 0 first.</param>
/// <param name="Made">What comes in; null is a text to write over.</param>
/// <param name="Name">What it is called in the history; null is its kind.</param>
public sealed record AddSection(string Page, string Kind, int Index, Section? Made = null, string? Name = null) : Edit
{
    public override string Say(SiteDocument site) => $"Added {Name ?? SectionKinds.Named(Kind)?.Label} to {site.FindPage(Page)?.Menu.Text}";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindPage(Page) is null)
            return Gone("page");
        if (SectionKinds.Named(Kind) is not { } kind)
            return Fail($"There is no kind of section called “{Kind}”.");
        var section = (Made ?? new Section("", kind.Blank())) with { Id = DuplicateSection.FreeId(site, $"{Page}.{Kind}"), Hidden = false };
        return site.WithPage(Page, p => p with { Sections = p.Sections.Insert(Math.Clamp(Index, 0, p.Sections.Length), section) });
    }
}

/// <summary>No take changes the section's passages.</summary>
public sealed record KeepSection(string Section) : Edit
{
    public override string? Touches => Section;

    public override string Say(SiteDocument site) => $"Kept {Called(site, Section)}";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindSection(Section) is not { } found)
            return Gone("section");
        var content = found.Section.Content;
        foreach (var (path, passage) in content.Passages())
            if (!passage.IsEmpty)
                content = content.With(path, p => p with { Kept = true })!;
        return site.WithSection(Section, s => s with { Content = content });
    }
}

/// <summary>Lets the generator have a section's passages again.</summary>
public sealed record ReleaseKeep(string Section) : Edit
{
    public override string? Touches => Section;

    public override string Say(SiteDocument site) => $"Released {Called(site, Section)}";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindSection(Section) is not { } found)
            return Gone("section");
        var content = found.Section.Content;
        foreach (var (path, _) in content.Passages())
            content = content.With(path, p => p with { Kept = false })!;
        return site.WithSection(Section, s => s with { Content = content });
    }
}
