using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Plurimax.Core.Trades;

namespace Plurimax.Core.Sites;

/// <summary>A change to a site, small enough to say in a line. Kept as a log: undo, history and who-did-what fall out of it.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "edit")]
[JsonDerivedType(typeof(SetText), "text")]
[JsonDerivedType(typeof(SetTexts), "texts")]
[JsonDerivedType(typeof(HideSection), "hide")]
[JsonDerivedType(typeof(MoveSection), "move")]
[JsonDerivedType(typeof(DuplicateSection), "duplicate")]
[JsonDerivedType(typeof(DeleteSection), "delete")]
[JsonDerivedType(typeof(AddSection), "add")]
[JsonDerivedType(typeof(AddPage), "addPage")]
[JsonDerivedType(typeof(RemovePage), "removePage")]
[JsonDerivedType(typeof(MovePage), "movePage")]
[JsonDerivedType(typeof(RenamePage), "renamePage")]
[JsonDerivedType(typeof(HidePage), "hidePage")]
[JsonDerivedType(typeof(ChooseLook), "look")]
[JsonDerivedType(typeof(SetAction), "action")]
[JsonDerivedType(typeof(ReleaseKeep), "release")]
[JsonDerivedType(typeof(TakeNew), "take")]
[JsonDerivedType(typeof(FollowFacts), "facts")]
[JsonDerivedType(typeof(FollowTemplate), "followTemplate")]
[JsonDerivedType(typeof(BringOver), "oldTexts")]
[JsonDerivedType(typeof(Created), "created")]
[JsonDerivedType(typeof(ChooseVariant), "variant")]
[JsonDerivedType(typeof(ResizePlan), "size")]
[JsonDerivedType(typeof(AddLanguage), "addLanguage")]
[JsonDerivedType(typeof(RemoveLanguage), "removeLanguage")]
[JsonDerivedType(typeof(PlaceFile), "placeFile")]
[JsonDerivedType(typeof(RemoveFile), "removeFile")]
public abstract record Edit
{
    /// <summary>What the history says, such as "Text of Opening on Home".</summary>
    public abstract string Say(SiteDocument site);

    /// <summary>The section it touches, where it touches only one; decides whether two people's edits can both stand.</summary>
    [JsonIgnore] public virtual string? Touches => null;

    /// <returns>The changed document, or a message that says why it cannot be done.</returns>
    public abstract Result<SiteDocument> Apply(SiteDocument site);

    protected static string Called(SiteDocument site, string section) => site.FindSection(section) is { } f
        ? $"{SectionKinds.Of(f.Section.Content).Label} on {f.Page.Menu.Text}" : "a section that is gone";
    protected static Result<SiteDocument> Fail(string problem) => Result<SiteDocument>.Fail(problem);
    protected static Result<SiteDocument> Gone(string what) => Fail($"That {what} is not there any more. Somebody may have deleted it; undo brings it back.");
}

/// <summary>Replaces one passage. What a person writes is kept through all takes.</summary>
public sealed record SetText(string Section, string Path, string Text) : Edit
{
    public const int Longest = 6000;
    public override string? Touches => Section;
    public override string Say(SiteDocument site) => $"Text of {Called(site, Section)}";
    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (Text.Length > Longest) return Fail($"That is {Text.Length:N0} characters; up to {Longest:N0} fit in one passage.");
        if (Path != CodeContent.CodePath && Rendering.TextEngine.Fault(Text) is { } fault) return Fail(fault);
        if (site.FindSection(Section) is not { } found) return Gone("section");
        return found.Section.Content.With(Path, p => p with { Text = Text, Kept = true, Needs = default }) is { } content
            ? site.WithSection(Section, s => s with { Content = content }) : Gone("passage");
    }
}

/// <summary>Several passages of one section at once, by path; what is the same stays the generator's.</summary>
public sealed record SetTexts(string Section, ImmutableDictionary<string, string> Texts) : Edit
{
    public override string? Touches => Section;
    public override string Say(SiteDocument site) => $"Text of {Called(site, Section)}";
    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        foreach (var (path, text) in Texts.OrderBy(t => t.Key, StringComparer.Ordinal))
        {
            if (site.FindSection(Section) is not { } found) return Gone("section");
            if (found.Section.Content.Passages().FirstOrDefault(p => p.Path == path).Passage?.Text == text) continue;
            var next = new SetText(Section, path, text).Apply(site);
            if (!next.Ok) return next;
            site = next.Value!;
        }
        return site;
    }
}

public sealed record HideSection(string Section, bool Hidden) : Edit
{
    public override string? Touches => Section;
    public override string Say(SiteDocument site) => $"{(Hidden ? "Hid" : "Showed")} {Called(site, Section)}";
    public override Result<SiteDocument> Apply(SiteDocument site) => site.FindSection(Section) is null ? Gone("section") : site.WithSection(Section, s => s with { Hidden = Hidden });
}

/// <summary>Puts a photo or a document on the site, into a section that shows such.</summary>
public sealed record PlaceFile(string Section, SiteFile File) : Edit
{
    public override string? Touches => Section;
    public override string Say(SiteDocument site) => $"Put {File.Alt} into {Called(site, Section)}";
    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindSection(Section) is not { } found) return Gone("section");
        if (string.IsNullOrWhiteSpace(File.Alt)) return Fail(File.IsPhoto ? "Say in a few words what the photo shows, for those who do not see it." : "Give the file a label.");
        var label = new Passage(Composing.Composer.Escape(File.Alt), Kept: true);
        SectionContent? content = (found.Section.Content, File.IsPhoto) switch
        {
            (GalleryContent or CompareContent, true) when found.Section.Content.Items.Any(i => i.Id == File.Id) => null,
            (GalleryContent or CompareContent, true) => found.Section.Content with { Items = found.Section.Content.Items.Add(new SectionItem(File.Id, label, Passage.None)) },
            (PictureContent p, true) => p with { Photo = File.Id },
            (DownloadsContent d, false) => d with { Items = d.Items.Add(new SectionItem(File.Id, label, new Passage(File.Path, Kept: true))) },
            _ => null,
        };
        if (content is null) return Fail(found.Section.Content is GalleryContent or CompareContent && File.IsPhoto ? "This photo is here already." : $"{SectionKinds.Of(found.Section.Content).Label} cannot show it.");
        var files = site.Files.IsDefault ? [] : site.Files;
        return site.WithSection(Section, s => s with { Content = content }) with { Files = files.Any(f => f.Id == File.Id) ? files : files.Add(File) };
    }
}

/// <summary>Takes a photo or a document out of a section; from the site too, where it stands nowhere else.</summary>
public sealed record RemoveFile(string Section, string File) : Edit
{
    public override string? Touches => Section;
    public override string Say(SiteDocument site) => $"Took a file out of {Called(site, Section)}";
    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindSection(Section) is not { } found) return Gone("section");
        SectionContent content = found.Section.Content is PictureContent p ? p with { Photo = p.Photo == File ? null : p.Photo } : found.Section.Content with { Items = [.. found.Section.Content.Items.Where(i => i.Id != File)] };
        var without = site.WithSection(Section, s => s with { Content = content });
        var stands = without.Pages.SelectMany(x => x.Sections).Any(s => s.Content is PictureContent { Photo: { } photo } && photo == File || s.Content is GalleryContent or CompareContent or DownloadsContent && s.Content.Items.Any(i => i.Id == File));
        return stands || without.Files.IsDefault ? without : without with { Files = without.Files.RemoveAll(f => f.Id == File) };
    }
}

/// <summary>Another way of laying a section out; null follows the look again.</summary>
public sealed record ChooseVariant(string Section, string? Variant) : Edit
{
    public override string? Touches => Section;
    public override string Say(SiteDocument site) => $"Layout of {Called(site, Section)}: {Variant?[2..] ?? "as the look has it"}";
    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindSection(Section) is not { } found) return Gone("section");
        var kind = SectionKinds.Of(found.Section.Content);
        return Variant is not null && !kind.Variants.Contains(Variant) ? Fail($"{kind.Label} has no layout “{Variant}”.") : site.WithSection(Section, s => s with { Variant = Variant });
    }
}

/// <param name="To">Page to move to.</param>
/// <param name="Index">Place among that page's sections, 0 first, counted without the moved one.</param>
public sealed record MoveSection(string Section, string To, int Index) : Edit
{
    public override string Say(SiteDocument site) => $"Moved {Called(site, Section)}";
    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindSection(Section) is not { } found) return Gone("section");
        if (site.FindPage(To) is null) return Gone("page");
        var without = site.WithPage(found.Page.Id, p => p with { Sections = p.Sections.Remove(found.Section) });
        return without.WithPage(To, p => p with { Sections = p.Sections.Insert(Math.Clamp(Index, 0, p.Sections.Length), found.Section) });
    }
}

public sealed record DuplicateSection(string Section) : Edit
{
    public override string Say(SiteDocument site) => $"Duplicated {Called(site, Section)}";
    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindSection(Section) is not { } found) return Gone("section");
        var copy = found.Section with { Id = FreeId(site, found.Section.Id) };
        return site.WithPage(found.Page.Id, p => p with { Sections = p.Sections.Insert(p.Sections.IndexOf(found.Section) + 1, copy) });
    }

    internal static string FreeId(SiteDocument site, string like)
    {
        var taken = site.Pages.SelectMany(p => p.Sections).Select(s => s.Id).Concat(site.Removed).ToHashSet();
        for (var n = 2; ; n++)
            if (!taken.Contains($"{like}-{n}")) return $"{like}-{n}";
    }
}

public sealed record DeleteSection(string Section) : Edit
{
    public override string Say(SiteDocument site) => $"Deleted {Called(site, Section)}";
    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindSection(Section) is not { } found) return Gone("section");
        return found.Section.Content is LegalContent && found.Section.Id == "privacy.privacy"
            ? Fail("The privacy text belongs to every site that has a form. Hide the page if it stands elsewhere.")
            : site.WithPage(found.Page.Id, p => p with { Sections = p.Sections.Remove(found.Section) }) with { Removed = site.Removed.Add(Section) };
    }
}

public sealed record AddSection(string Page, string Kind, int Index) : Edit
{
    public override string Say(SiteDocument site) => $"Added {SectionKinds.Named(Kind)?.Label} to {site.FindPage(Page)?.Menu.Text}";
    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindPage(Page) is null) return Gone("page");
        if (SectionKinds.Named(Kind) is not { } kind) return Fail($"There is no kind of section called “{Kind}”.");
        var section = new Section(DuplicateSection.FreeId(site, $"{Page}.{Kind}"), kind.Blank());
        return site.WithPage(Page, p => p with { Sections = p.Sections.Insert(Math.Clamp(Index, 0, p.Sections.Length), section) });
    }
}

/// <summary>Adds a page that was made: out of a wish, after another page, out of an HTML file. Holds it, so that replaying the log never makes it anew.</summary>
/// <param name="Name">What it is called in the menu.</param>
/// <param name="Made">The page; its ids are settled when it comes in. Null adds a page with a title and a text to write.</param>
public sealed record AddPage(string Name, Page? Made = null) : Edit
{
    public override string Say(SiteDocument site) => $"Added page {Name}";
    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        var name = Facts.FactReader.Clean(Name);
        if (name.Length is 0 or > 60) return Fail("A page needs a name of 1 to 60 characters.");
        var label = new Passage(Composing.Composer.Escape(name), Kept: true);
        var page = Made ?? new Page("new", "new.html", "tell more", label, new Passage(label.Text + " | {{ business.name }}"), Passage.None,
        [
            new Section("new.title", new TitleContent { Heading = label }),
            new Section("new.text", new TextContent("own") { Text = new("Write here.", Kept: true) }),
        ]);
        page = Plans.PageLayout.Settled(site, page, name);
        if (Made is null || page.Menu.Kept || page.Menu.IsEmpty || Plans.PageKinds.Find(page.Id) is null) page = page with { Menu = label };
        var at = site.Pages.ToList().FindIndex(p => p.Id == "contact") is >= 0 and var c ? c : site.Pages.ToList().FindIndex(p => p.Id == "privacy") is >= 0 and var q ? q : site.Pages.Length;
        return site with { Pages = site.Pages.Insert(at, page) };
    }
}

public sealed record RemovePage(string Page) : Edit
{
    public override string Say(SiteDocument site) => $"Removed page {site.FindPage(Page)?.Menu.Text}";
    public override Result<SiteDocument> Apply(SiteDocument site) => site.FindPage(Page) is not { } page ? Gone("page")
        : page.Bare == "home" ? Fail("The home page cannot be removed; a site begins there.")
        : site with { Pages = site.Pages.Remove(page), Removed = site.Removed.Add(Page) };
}

public sealed record MovePage(string Page, int Index) : Edit
{
    public override string Say(SiteDocument site) => $"Moved page {site.FindPage(Page)?.Menu.Text}";
    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindPage(Page) is not { } page) return Gone("page");
        if (page.File == "index.html") return Fail("The home page stays first.");
        var without = site.Pages.Remove(page);
        return site with { Pages = without.Insert(Math.Clamp(Index, 1, without.Length), page) };
    }
}

public sealed record RenamePage(string Page, string Name) : Edit
{
    public override string Say(SiteDocument site) => $"Renamed page {site.FindPage(Page)?.Menu.Text} to {Name}";
    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        var name = Facts.FactReader.Clean(Name);
        if (name.Length is 0 or > 60) return Fail("A page needs a name of 1 to 60 characters.");
        return site.FindPage(Page) is null ? Gone("page") : site.WithPage(Page, p => p with { Menu = new Passage(Composing.Composer.Escape(name), Kept: true) });
    }
}

public sealed record HidePage(string Page, bool Hidden) : Edit
{
    public override string Say(SiteDocument site) => $"{(Hidden ? "Hid" : "Showed")} page {site.FindPage(Page)?.Menu.Text}";
    public override Result<SiteDocument> Apply(SiteDocument site) => site.FindPage(Page) is not { } page ? Gone("page")
        : page.File == "index.html" ? Fail("The home page cannot be hidden.") : site.WithPage(Page, p => p with { Hidden = Hidden });
}

/// <summary>The site in another size. Holds its outcome, so that replaying the log never composes again.</summary>
public sealed record ResizePlan(Plans.PlanSize Size, SiteDocument Outcome) : Edit
{
    public override string Say(SiteDocument site) => Size switch { Plans.PlanSize.One => "Made it one page", Plans.PlanSize.Small => "Made it a small site", _ => "Made it a full site" };
    public override Result<SiteDocument> Apply(SiteDocument site) => Outcome;
}

/// <summary>Another language with all its pages. Holds its outcome, so that replaying the log never composes again.</summary>
public sealed record AddLanguage(string Language, SiteDocument Outcome) : Edit
{
    public override string Say(SiteDocument site) => $"Added {Rendering.SiteWords.For(Language).Get("language.name")}";
    public override Result<SiteDocument> Apply(SiteDocument site) => site.Languages.Contains(Language) ? Fail("The site has that language already.") : Outcome;
}

public sealed record RemoveLanguage(string Language) : Edit
{
    public override string Say(SiteDocument site) => $"Took out {Rendering.SiteWords.For(Language).Get("language.name")}";
    public override Result<SiteDocument> Apply(SiteDocument site) => Language == site.Language ? Fail("The site's own language stays.")
        : site with { Pages = site.Pages.RemoveAll(p => p.Language == Language) };
}

public sealed record ChooseLook(LookChoice Look) : Edit
{
    public override string Say(SiteDocument site) => $"Chose the look {Styling.Looks.Find(Look.Id)?.Name ?? Look.Id}";
    public override Result<SiteDocument> Apply(SiteDocument site) => Styling.Looks.Find(Look.Id) is null ? Gone("look") : site with { Look = Look };
}

public sealed record SetAction(MainAction Action) : Edit
{
    public override string Say(SiteDocument site) => $"Main action: {Action.ToString().ToLowerInvariant()}";
    public override Result<SiteDocument> Apply(SiteDocument site) => site with { Action = Action };
}

/// <summary>Lets the generator have a section's passages again.</summary>
public sealed record ReleaseKeep(string Section) : Edit
{
    public override string? Touches => Section;
    public override string Say(SiteDocument site) => $"Released {Called(site, Section)}";
    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindSection(Section) is not { } found) return Gone("section");
        var content = found.Section.Content;
        foreach (var (path, _) in content.Passages()) content = content.With(path, p => p with { Kept = false })!;
        return site.WithSection(Section, s => s with { Content = content });
    }
}

/// <summary>What a take renews.</summary>
public enum TakePart { All, Text, Pictures, Layout }

/// <summary>A new take. Holds its outcome, so that replaying the log never composes again.</summary>
/// <param name="Page">The one page it renews, if it is one.</param>
public sealed record TakeNew(string? Section, int Take, SiteDocument Outcome, TakePart Part = TakePart.All, string? Page = null) : Edit
{
    public override string? Touches => Section;
    public override string Say(SiteDocument site) => (Section, Page, Part) switch
    {
        ({ } section, _, _) => $"Take {Take} of {Called(site, section)}",
        (_, { } page, _) => $"Take {Take} of {site.FindPage(page)?.Menu.Text ?? "a page that is gone"}",
        (_, _, TakePart.Text) => $"Take {Take} of all texts",
        (_, _, TakePart.Pictures) => $"Take {Take} of the pictures",
        (_, _, TakePart.Layout) => $"Take {Take} of the layout",
        _ => $"Take {Take} of the whole site",
    };

    public override Result<SiteDocument> Apply(SiteDocument site) => Section is null ? Outcome
        : Outcome.FindSection(Section) is { } renewed && site.FindSection(Section) is not null ? site.WithSection(Section, _ => renewed.Section) : Gone("section");
}

/// <summary>Facts changed, and passages that waited for them came in.</summary>
public sealed record FollowFacts(string Fact, SiteDocument Outcome) : Edit
{
    public override string Say(SiteDocument site) => $"Followed the fact {Fact}";
    public override Result<SiteDocument> Apply(SiteDocument site) => Outcome;
}

/// <summary>A newer version of the template came in.</summary>
public sealed record FollowTemplate(string Template, SiteDocument Outcome) : Edit
{
    public override string Say(SiteDocument site) => $"Followed {Template}";
    public override Result<SiteDocument> Apply(SiteDocument site) => Outcome;
}

/// <summary>Texts of an old site came over and are kept.</summary>
public sealed record BringOver(SiteDocument Outcome, int Texts) : Edit
{
    public override string Say(SiteDocument site) => $"Brought over {Texts} {(Texts == 1 ? "text" : "texts")} of the old site";
    public override Result<SiteDocument> Apply(SiteDocument site) => Outcome;
}

public sealed record Created(SiteDocument Outcome) : Edit
{
    public override string Say(SiteDocument site) => "Made the site";
    public override Result<SiteDocument> Apply(SiteDocument site) => Outcome;
}
