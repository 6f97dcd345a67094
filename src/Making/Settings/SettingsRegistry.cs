using System.Collections.Immutable;

namespace Plurimax.Making.Settings;

/// <summary>Every setting there is.</summary>
public static partial class SettingsRegistry
{
    public static readonly ImmutableArray<Setting> All =
    [
        .. Agency(),
        .. Voice(),
        .. Contact(),
        .. Hours(),
        .. Look(),
        .. Sections(),
        .. Frame(),
        .. Forms(),
        .. Legal(),
        .. Finding(),
        .. Visitors(),
        .. Sharing(),
        .. Names(),
        .. Money(),
        .. Proof(),
        .. Line(),
        .. Checks(),
        .. Prospecting(),
        .. Handing(),
        .. Client(),
    ];

    private static readonly ImmutableDictionary<string, Setting> ByKey = All.ToImmutableDictionary(s => s.Key);

    /// <summary>All defaults, by key.</summary>
    public static readonly ImmutableDictionary<string, string> Values = All.ToImmutableDictionary(s => s.Key, s => s.Default);

    public static Setting? Find(string key) => ByKey.GetValueOrDefault(key);

    public static ImmutableDictionary<string, string> Defaults() => Values;

    /// <summary>Keys of what can change a page that is published.</summary>
    public static readonly ImmutableHashSet<string> OnPages = [.. All.Where(s => s.Shows.HasFlag(SettingShows.Pages)).Select(s => s.Key)];

    /// <summary>Keys that a single page can set for itself.</summary>
    public static readonly ImmutableArray<string> ForPages = [.. All.Where(s => s.Deepest == SettingLayer.Page).Select(s => s.Key)];

    /// <summary>What a group is called.</summary>
    public static string Called(SettingGroup group) =>
        group switch
        {
            SettingGroup.Frame => "Menu and footer",
            SettingGroup.Finding => "Search engines",
            SettingGroup.Visitors => "Counting and pixels",
            SettingGroup.Names => "Domain and mail",
            SettingGroup.Proof => "Proofs",
            SettingGroup.Line => "Line and deadlines",
            SettingGroup.Client => "What the client may change",
            _ => group.ToString(),
        };

    /// <summary>Where a setting can be seen to work, in words.</summary>
    public static string Says(SettingShows shows) =>
        string.Join(
            ", ",
            new[]
            {
                (SettingShows.NewSites, "new sites"),
                (SettingShows.Pages, "published pages"),
                (SettingShows.Forms, "forms, at once"),
                (SettingShows.Clients, "what clients see"),
                (SettingShows.Work, "our work"),
                (SettingShows.Pack, "the handoff pack"),
                (SettingShows.Later, "kept for quotes and invoices"),
            }
                .Where(p => shows.HasFlag(p.Item1))
                .Select(p => p.Item2)
        );

    /// <summary>Settings by words in their name, help, group or key, best first; all in their order where nothing is sought.</summary>
    public static IEnumerable<Setting> Search(string? words)
    {
        var sought = (words ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries).ToList();
        return sought.Count == 0
            ? All
            : All.Select(s => (s, Rank: sought.Sum(w => Rank(s, w)), Whole: sought.All(w => Rank(s, w) > 0)))
                .Where(r => r.Whole)
                .OrderByDescending(r => r.Rank)
                .Select(r => r.s);
    }

    private static int Rank(Setting s, string word)
    {
        bool In(string text) => text.Contains(word, StringComparison.OrdinalIgnoreCase);
        return In(s.Name) ? 4
            : In(s.Key) ? 3
            : In(Called(s.Group)) ? 2
            : In(s.Help) ? 1
            : 0;
    }

    // Short names for the tables of the groups.
    private static Setting S(
        string key,
        SettingGroup group,
        SettingShape shape,
        string standing,
        SettingShows shows,
        string name,
        string help
    ) => new(key, group, name, help, shape, standing, shows);

    private static Setting Yes(string key, SettingGroup group, string standing, SettingShows shows, string name, string help) =>
        S(key, group, SettingShape.YesNo, standing, shows, name, help);

    private static Setting One(string key, SettingGroup group, string options, SettingShows shows, string name, string help) =>
        S(key, group, SettingShape.Choice, options.Split(' ')[0], shows, name, help) with
        {
            Options = [.. options.Split(' ')],
        };

    private static Setting N(
        string key,
        SettingGroup group,
        int standing,
        int least,
        int most,
        string unit,
        SettingShows shows,
        string name,
        string help
    ) =>
        S(key, group, SettingShape.Whole, standing.ToString(System.Globalization.CultureInfo.InvariantCulture), shows, name, help) with
        {
            Least = least,
            Most = most,
            Unit = unit,
        };

    private static Setting OfAgency(this Setting s) => s with { Deepest = SettingLayer.Agency, OwnerOnly = true };

    private static Setting OfOwner(this Setting s) => s with { OwnerOnly = true };

    private static Setting ToPage(this Setting s) => s with { Deepest = SettingLayer.Page };
}
