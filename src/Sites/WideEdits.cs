using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Plurimax.Text;

namespace Plurimax.Sites;

/// <param name="Before">The passage as it is, <paramref name="After"/> as it would be; with placeholders.</param>
public sealed record WordHit(string Section, string Path, string Before, string After);

/// <summary>
/// Plain words for other plain words, wherever they stand as whole words; a capital at the beginning stays one. Facts and addresses of
/// links are not touched.
/// </summary>
/// <param name="Page">Only on this page; <paramref name="Section"/> only in this section.</param>
public sealed partial record ReplaceText(string From, string To, string? Page = null, string? Section = null) : Edit
{
    public override string? Touches => Section;

    public override string Say(SiteDocument site) =>
        $"“{To}” for “{From}”"
        + $"{(Section is not null ? $" in {Called(site, Section)}" : Page is not null ? $" on {site.FindPage(Page)?.Menu.Text}" : "")}";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (From.Trim().Length == 0)
            return Fail("Say which words are to be replaced.");
        var changed = site;
        foreach (var hit in Hits(site))
            changed = changed.WithSection(hit.Section, s =>
                s with
                {
                    Content = s.Content.With(hit.Path, p => p with { Text = hit.After, Kept = true, Needs = default }) ?? s.Content,
                }
            );
        return ReferenceEquals(changed, site)
            ? Fail($"“{From}” stands nowhere {(Section is not null ? "in it" : Page is not null ? "on that page" : "on the site")}.")
            : changed;
    }

    /// <summary>Where it would change something.</summary>
    public ImmutableArray<WordHit> Hits(SiteDocument site)
    {
        var word = new Regex(
            $@"(?<![\w{{}}-]){Regex.Escape(Stored(From))}(?![\w-])",
            RegexOptions.IgnoreCase | RegexOptions.CultureInvariant,
            TimeSpan.FromSeconds(1)
        );
        return
        [
            .. site
                .Pages.Where(p => Page is null || p.Id == Page)
                .SelectMany(p => p.Sections)
                .Where(s => Section is null || s.Id == Section)
                .SelectMany(s =>
                    s.Content.Passages()
                        .Where(p =>
                            p.Path is not ("link" or "code" or "until")
                            && p.Passage.Choice?.StartsWith("settings.", StringComparison.Ordinal) != true
                        )
                        .Select(p => new WordHit(s.Id, p.Path, p.Passage.Text, In(p.Passage.Text, word)))
                        .Where(h => h.After != h.Before)
                ),
        ];
    }

    /// <summary>The words of a text as an index has them. A text that holds others as whole words has all of theirs.</summary>
    public static IEnumerable<string> Tokens(string text) => Word().Matches(text).Select(m => m.Value.ToLowerInvariant()).Distinct();

    /// <summary>The words of all passages of a site.</summary>
    public static IEnumerable<string> Tokens(SiteDocument site) =>
        site.Pages.SelectMany(p => p.Sections).SelectMany(s => s.Content.Passages()).SelectMany(p => Tokens(p.Passage.Text)).Distinct();

    [GeneratedRegex(@"[\p{L}\p{N}]+", RegexOptions.CultureInvariant)]
    private static partial Regex Word();

    /// <summary>Words as they stand in a passage.</summary>
    public static string Stored(string words) => ManuscriptReader.Escape(words);

    private string In(string text, Regex word) =>
        string.Concat(
            FactChip
                .Split(text)
                .Select(part =>
                    part.Placeholder
                        ? part.Text
                        : word.Replace(part.Text, m =>
                            InAddress(part.Text, m.Index)
                                ? m.Value
                                : Stored(char.IsUpper(m.Value[0]) && To.Length > 0 ? char.ToUpperInvariant(To[0]) + To[1..] : To)
                        )
                )
        );

    /// <summary>Whether a place lies between "](" and its bracket.</summary>
    private static bool InAddress(string text, int at) =>
        text.LastIndexOf("](", at, StringComparison.Ordinal) is >= 0 and var open && text.IndexOf(')', open) > at;
}

/// <summary>A section once more, on another page.</summary>
public sealed record CopySection(string Section, string To, int Index) : Edit
{
    public override string Say(SiteDocument site) => $"Copied {Called(site, Section)} to {site.FindPage(To)?.Menu.Text}";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindSection(Section) is not { } found)
            return Gone("section");
        if (site.FindPage(To) is null)
            return Gone("page");
        var copy = found.Section with
        {
            Id = DuplicateSection.FreeId(site, $"{To}.{found.Section.Id[(found.Section.Id.LastIndexOf('.') + 1)..]}"),
        };
        return site.WithPage(To, p => p with { Sections = p.Sections.Insert(Math.Clamp(Index, 0, p.Sections.Length), copy) });
    }
}

/// <summary>Whether a page stands in the menu. It is reached by links either way.</summary>
public sealed record SetInMenu(string Page, bool InMenu) : Edit
{
    public override string Say(SiteDocument site) =>
        $"{(InMenu ? "Put" : "Took")} {site.FindPage(Page)?.Menu.Text} {(InMenu ? "into" : "out of")} the menu";

    public override Result<SiteDocument> Apply(SiteDocument site) =>
        site.FindPage(Page) is null ? Gone("page") : site.WithPage(Page, p => p with { InMenu = InMenu });
}

/// <summary>What was said in one go, as one change. Holds its outcome, so that replaying the log never reads it again.</summary>
/// <param name="Words">As they were said; <paramref name="Done"/> what was understood, a line each.</param>
public sealed record SaidWishes(string Words, ImmutableArray<string> Done, SiteDocument Outcome) : Edit
{
    public override string Say(SiteDocument site) => Done.Length == 1 ? Done[0] : $"{Done.Length} wishes: {Letters.Cut(Words, 120)}";

    public override Result<SiteDocument> Apply(SiteDocument site) => Outcome;
}
