using System.Collections.Immutable;
using Plurimax.Text;

namespace Plurimax.Sites;

/// <summary>
/// Entries of a section's list. A list whose entries were changed by hand is kept whole: no take brings an entry back or takes one away.
/// </summary>
public abstract record ItemEdit(string Section) : Edit
{
    public const int Most = 60;
    public override string? Touches => Section;

    protected abstract Result<ImmutableArray<SectionItem>> Change(ImmutableArray<SectionItem> items);

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindSection(Section) is not { } found)
            return Gone("section");
        if (
            !HasOwnItems(found.Section.Content)
            && !(this is MoveItem && found.Section.Content is GalleryContent or CompareContent or DownloadsContent)
        )
            return Fail($"The entries of {SectionKinds.Of(found.Section.Content).Label} come from facts and files, not from here.");
        var changed = Change(found.Section.Content.Items);
        if (!changed.Ok)
            return Fail(changed.Problem!);
        return site.WithSection(Section, s =>
            s with
            {
                Content = s.Content with { Items = [.. changed.Value.Select(i => i with { Title = i.Title with { Kept = true } })] },
            }
        );
    }

    /// <summary>Whether a person can add entries to it.</summary>
    public static bool HasOwnItems(SectionContent content) =>
        content
            is ServicesContent
                or StepsContent
                or QuestionsContent
                or PricesContent
                or ContactContent
                or NewsContent { Teaser: false }
                or ServiceContent
                or TrustContent;

    protected static Result<ImmutableArray<SectionItem>> No(string problem) => Result<ImmutableArray<SectionItem>>.Fail(problem);
}

/// <param name="Index">Place in the list, 0 first; beyond its end is at the end.</param>
public sealed record AddItem(string Section, int Index, string Title = "Write here", string Text = "") : ItemEdit(Section)
{
    public override string Say(SiteDocument site) => $"Added an entry to {Called(site, Section)}";

    protected override Result<ImmutableArray<SectionItem>> Change(ImmutableArray<SectionItem> items)
    {
        if (items.Length >= Most)
            return No($"A list holds up to {Most} entries.");
        var n = items.Length + 1;
        while (items.Any(i => i.Id == $"own-{n}"))
            n++;
        return items.Insert(
            Math.Clamp(Index, 0, items.Length),
            new SectionItem($"own-{n}", new Passage(Title, Kept: true), new Passage(Text, Kept: Text.Length > 0))
        );
    }
}

public sealed record RemoveItem(string Section, int Index) : ItemEdit(Section)
{
    public override string Say(SiteDocument site) => $"Took an entry out of {Called(site, Section)}";

    protected override Result<ImmutableArray<SectionItem>> Change(ImmutableArray<SectionItem> items) =>
        Index < 0 || Index >= items.Length ? No("That entry is not there any more.") : items.RemoveAt(Index);
}

public sealed record MoveItem(string Section, int Index, int To) : ItemEdit(Section)
{
    public override string Say(SiteDocument site) => $"Moved an entry of {Called(site, Section)}";

    protected override Result<ImmutableArray<SectionItem>> Change(ImmutableArray<SectionItem> items)
    {
        if (Index < 0 || Index >= items.Length)
            return No("That entry is not there any more.");
        var item = items[Index];
        return items.RemoveAt(Index).Insert(Math.Clamp(To, 0, items.Length - 1), item);
    }
}

/// <summary>An icon before the title of an entry; null takes it away.</summary>
public sealed record SetIcon(string Section, int Index, string? Icon) : ItemEdit(Section)
{
    public override string Say(SiteDocument site) => $"{(Icon is null ? "No icon" : "An icon")} in {Called(site, Section)}";

    /// <summary>Whether entries of a section are drawn with icons.</summary>
    public static bool Takes(SectionContent content) => content is ServicesContent or StepsContent;

    public override Result<SiteDocument> Apply(SiteDocument site) =>
        site.FindSection(Section) is { } found && !Takes(found.Section.Content)
            ? Fail($"{SectionKinds.Of(found.Section.Content).Label} has no icons.")
            : base.Apply(site);

    protected override Result<ImmutableArray<SectionItem>> Change(ImmutableArray<SectionItem> items) =>
        Index < 0 || Index >= items.Length ? No("That entry is not there any more.")
        : Icon is not null && !IconBook.Has(Icon) ? No($"There is no icon called “{Icon}”.")
        : items.SetItem(Index, items[Index] with { Icon = Icon });
}

/// <summary>Shows at most so many entries of a list; those beyond go.</summary>
public sealed record LimitItems(string Section, int Count) : ItemEdit(Section)
{
    public override string Say(SiteDocument site) => $"At most {Count} entries in {Called(site, Section)}";

    protected override Result<ImmutableArray<SectionItem>> Change(ImmutableArray<SectionItem> items) =>
        Count < 1 ? No("At least one entry stays. To show none, hide the section.")
        : items.Length <= Count ? items
        : items[..Count];
}
