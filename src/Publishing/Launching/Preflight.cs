using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Plurimax.Facts;
using Plurimax.Making.Likeness;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Publishing.Launching;

public enum Severity
{
    Warning,
    Blocker,
}

/// <param name="Rule">Stable name of the rule.</param>
/// <param name="Where">File or fact, for people.</param>
/// <param name="Mend">What to do about it.</param>
/// <param name="Station">Where it is mended: brief, plan, look, bench, proof, launch.</param>
public sealed record Finding(string Rule, Severity Severity, string Message, string Where, string Mend, string Station);

/// <param name="SignedRevision">Revision that a client signed off, if any.</param>
/// <param name="Revision">Revision about to go live.</param>
/// <param name="UntickedAssumptions">What the trade's copy takes for granted and nobody has confirmed.</param>
/// <param name="OpenMarks">Marks of the client not yet resolved.</param>
/// <param name="Nearest">The agency's site that reads most like it.</param>
public sealed record PreflightInput(
    SiteDocument Site,
    TradeTemplate Trade,
    FactSheet Facts,
    RenderSettings Settings,
    int? SignedRevision,
    int Revision,
    ImmutableArray<string> UntickedAssumptions,
    int OpenMarks = 0,
    NearSite? Nearest = null
);

/// <summary>Checks before a release. A blocker stops it; a warning is said and may be accepted.</summary>
public static partial class Preflight
{
    public static ImmutableArray<Finding> Check(PreflightInput x) => Check(x, SiteRenderer.Render(x.Site, x.Trade, x.Facts, x.Settings));

    /// <param name="files">The site as it was rendered from the same input.</param>
    public static ImmutableArray<Finding> Check(PreflightInput x, SiteFiles files) =>
        [
            .. Weighed(OfSite(Dressed(x)).Concat(OfFiles(files.Files)), x.Settings.Settings)
                .OrderByDescending(f => f.Severity)
                .ThenBy(f => f.Rule, StringComparer.Ordinal),
        ];

    private static PreflightInput Dressed(PreflightInput x) =>
        x with
        {
            Site = SettingsDress.Over(x.Site, x.Settings.Settings),
            Facts = SettingsDress.Shown(x.Facts, x.Settings.Settings),
        };

    /// <summary>The findings with the weight that the settings give to their rules.</summary>
    private static IEnumerable<Finding> Weighed(IEnumerable<Finding> findings, ImmutableDictionary<string, string> settings)
    {
        foreach (var f in findings)
            switch (settings.GetValueOrDefault("check_" + f.Rule.Replace('-', '_')))
            {
                case "off":
                    continue;
                case "blocks":
                    yield return f with
                    {
                        Severity = Severity.Blocker,
                    };
                    break;
                case "warns":
                    yield return f with
                    {
                        Severity = Severity.Warning,
                    };
                    break;
                default:
                    yield return f;
                    break;
            }
    }

    private static string Cut(string text) => text.Trim() is var t && t.Length > 60 ? t[..60] + "…" : text.Trim();

    [GeneratedRegex(
        @"^(Write here|Write the answer here|A heading|A question\?|First|TODO\b.*|TBC\b.*|xxx+)\.?$|lorem "
            + @"ipsum[^.]*|\[(your|insert|add|name|company)[^\]]*\]",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Placeholder();

    [GeneratedRegex(@"lorem ipsum[^.]*|dolor sit amet[^.]*", RegexOptions.IgnoreCase)]
    private static partial Regex Lorem();

    [GeneratedRegex(@"\{\{[^}]*\}\}?|\{%[^%]*%\}?|\[(your|insert|company|name)[^\]]*\]", RegexOptions.IgnoreCase)]
    private static partial Regex Brackets();
}
