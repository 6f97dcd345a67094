using System.Collections.Immutable;
using System.Text.RegularExpressions;
using AngleSharp.Html.Dom;
using Plurimax.Design.Styling;
using Plurimax.Making.Plans;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;

namespace Plurimax.Publishing.Rendering;

/// <param name="Role">Role of a colour, or "pictures".</param>
/// <param name="Share">Part of the site's area at 1280 px, 0 to 1.</param>
public sealed record ColourShare(string Role, string Hex, double Share);

/// <summary>
/// Where the colours of a look go, as parts of the area of all pages: grounds from the style sheet and the expected heights, ink from the
/// letters, buttons by their number.
/// </summary>
public static partial class ColourShares
{
    private const int Width = 1280;

    // Mean of what was measured on composed sites: ink that a letter lays down, a button, and the part of a section that its pictures or
    // cards take.
    private const double InkOfLetter = 34,
        ButtonArea = 170 * 48,
        CardPart = .55;

    public static ImmutableArray<ColourShare> Of(
        SiteDocument site,
        DressedLook look,
        SiteFiles files,
        ImmutableDictionary<string, IHtmlDocument> pages
    )
    {
        var grounds = Grounds()
            .Matches(files.Text("site.css"))
            .GroupBy(m => m.Groups[1].Value)
            .ToDictionary(g => g.Key, g => g.Last().Groups[2].Value);
        var area = new Dictionary<string, double>();
        void Add(string role, double px) => area[role] = area.GetValueOrDefault(role) + px;
        foreach (var page in site.Pages.Where(p => !p.Hidden))
        {
            if (!pages.TryGetValue(page.File, out var html))
                continue;
            foreach (var element in html.QuerySelectorAll("header.s-head, main > section, footer.s-foot"))
            {
                var section = site.FindSection(element.GetAttribute("data-s") ?? "")?.Section;
                var height =
                    element.LocalName == "header" ? 110
                    : element.LocalName == "footer" ? 340
                    : section is null ? 300
                    : ExpectedHeights.Of(site, section, look.Look, Width);
                var px = height * Width;
                var kind = element.ClassList.FirstOrDefault(c => c.StartsWith("s-", StringComparison.Ordinal)) ?? "";
                var variant = element.ClassList.FirstOrDefault(c => c.StartsWith("v-", StringComparison.Ordinal)) ?? "";
                var ground = grounds.GetValueOrDefault($".{kind}.{variant}") ?? grounds.GetValueOrDefault($".{kind}") ?? "bg";
                var picture = element.QuerySelector("img:not(.wm)") is null
                    ? 0
                    : kind switch
                    {
                        "s-hero" => .46,
                        "s-gallery" => .7,
                        "s-picture" or "s-about" => .34,
                        "s-title" => .4,
                        _ => .22,
                    };
                var cards =
                    Cards().IsMatch(variant) && ground != "card" && section?.Content.Items.Length > 1 ? CardPart * (1 - picture) : 0;
                var letters = element.TextContent.Count(c => !char.IsWhiteSpace(c)) * InkOfLetter;
                var buttons = element.QuerySelectorAll(".btn").Length * ButtonArea;
                var dark = ground is "inv";
                Add("pictures", px * picture);
                Add("card", px * cards);
                Add("brand", Math.Min(buttons, px * .2));
                Add(
                    dark ? "fginv"
                        : ground is "accent" ? "onaccent"
                        : "fg",
                    Math.Min(letters, px * .2)
                );
                Add(ground, Math.Max(0, px * (1 - picture - cards) - Math.Min(letters, px * .2) - Math.Min(buttons, px * .2)));
            }
        }
        var all = area.Values.Sum();
        return all == 0
            ? []
            :
            [
                .. area.Where(a => a.Value > 0)
                    .Select(a => new ColourShare(
                        a.Key,
                        a.Key == "pictures" ? look.Art.First.ToHex() : look.Roles.Hex.GetValueOrDefault(a.Key, look.Roles["bg"]),
                        a.Value / all
                    ))
                    .OrderByDescending(s => s.Share),
            ];
    }

    [GeneratedRegex(@"(?<=[};,]|^)(\.s-[a-z]+(?:\.v-[a-z]+)?)(?:\.s-[a-z]+)?\{[^}]*?background:var\(--(bg2?|card|inv|accent|brand|fg)\)")]
    private static partial Regex Grounds();

    [GeneratedRegex("cards|tiles|bento|soft|card|panel|badges")]
    private static partial Regex Cards();
}
