using System.Collections.Immutable;
using System.Globalization;

namespace Plurimax.Making.Settings;

/// <summary>
/// What one place sets: the agency, a trade, a standard, a client, a site or a page. It holds only what differs from below.
/// </summary>
/// <param name="Scope">Empty for the agency, else the id of the trade, standard, client, site, or "SITE/PAGE".</param>
/// <param name="Name">What people call it: "Restaurants", "Harrowgate Cycle Works".</param>
public sealed record SettingsSource(SettingLayer Layer, string Scope, string Name, ImmutableDictionary<string, string> Values)
{
    public static readonly SettingsSource Default = new(SettingLayer.Default, "", "Default", ImmutableDictionary<string, string>.Empty);
}

/// <param name="Source">Where the value in force was set.</param>
/// <param name="Overruled">Values further down that it replaces, lowest first.</param>
public sealed record ResolvedSetting(
    Setting Setting,
    string Value,
    SettingsSource Source,
    ImmutableArray<(SettingsSource Source, string Value)> Overruled
)
{
    public SettingLayer Layer => Source.Layer;
}

/// <summary>
/// All that holds for one site, lowest first: default, agency, trade, the standards it follows in their order, client, site, page.
/// The last source that sets a key decides; a source that cannot hold a setting is passed over.
/// </summary>
public sealed record SettingsStack(ImmutableArray<SettingsSource> Sources)
{
    public static readonly SettingsStack Empty = new(ImmutableArray<SettingsSource>.Empty);

    /// <summary>
    /// Puts a source in its place: after all of lower layers and, among standards, after those that are followed already.
    /// </summary>
    public SettingsStack With(SettingsSource source)
    {
        var at = Sources.Length;
        while (at > 0 && Sources[at - 1].Layer > source.Layer)
            at--;
        return new(Sources.Insert(at, source));
    }

    public SettingsStack With(SettingLayer layer, IEnumerable<KeyValuePair<string, string>> values) =>
        With(new SettingsSource(layer, "", layer.ToString(), values.ToImmutableDictionary()));

    /// <summary>The same stack with a source's values changed; null gives a value back. For what would be if.</summary>
    public SettingsStack Changed(SettingLayer layer, string scope, IEnumerable<KeyValuePair<string, string?>> changes)
    {
        var at = Sources.ToList().FindIndex(s => s.Layer == layer && s.Scope == scope);
        var source = at < 0 ? new SettingsSource(layer, scope, layer.ToString(), ImmutableDictionary<string, string>.Empty) : Sources[at];
        var values = changes.Aggregate(source.Values, (all, c) => c.Value is null ? all.Remove(c.Key) : all.SetItem(c.Key, c.Value));
        return at < 0 ? With(source with { Values = values }) : new(Sources.SetItem(at, source with { Values = values }));
    }

    /// <param name="page">Scope of the page, "SITE/PAGE"; null is the site as a whole.</param>
    public ResolvedSetting Resolve(Setting setting, string? page = null)
    {
        var found = ImmutableArray.CreateBuilder<(SettingsSource, string)>();
        found.Add((SettingsSource.Default, setting.Default));
        foreach (var source in Sources)
            if (
                source.Values.TryGetValue(setting.Key, out var v)
                && setting.Holds(source.Layer)
                && (source.Layer < SettingLayer.Page || source.Scope == page)
            )
                found.Add((source, v));
        var (winner, value) = found[^1];
        found.RemoveAt(found.Count - 1);
        return new ResolvedSetting(setting, value, winner, found.ToImmutable());
    }

    public string this[string key]
    {
        get
        {
            var setting = SettingsRegistry.Find(key)!;
            for (var i = Sources.Length - 1; i >= 0; i--)
                if (
                    Sources[i].Layer < SettingLayer.Page
                    && Sources[i].Values.TryGetValue(key, out var v)
                    && setting.Holds(Sources[i].Layer)
                )
                    return v;
            return setting.Default;
        }
    }

    public bool Yes(string key) => this[key] == "yes";

    public int Whole(string key) => (int)decimal.Parse(this[key], CultureInfo.InvariantCulture);

    /// <summary>All values in force; those that a single page sets as "KEY@PAGE", and what is linked as "passage:ID".</summary>
    public ImmutableDictionary<string, string> All() => SettingsRegistry.Values.SetItems(Own());

    /// <summary>What has to be kept to know all of them: the values in force that are not the default.</summary>
    public ImmutableDictionary<string, string> Own()
    {
        var own = ImmutableDictionary.CreateBuilder<string, string>(StringComparer.Ordinal);
        foreach (var source in Sources)
        foreach (var (key, value) in source.Values)
            if (
                key.StartsWith(SharedPassage.Prefix, StringComparison.Ordinal)
                || SettingsRegistry.Find(key) is { } setting && setting.Holds(source.Layer)
            )
                own[source.Layer == SettingLayer.Page ? $"{key}@{source.Scope[(source.Scope.IndexOf('/') + 1)..]}" : key] = value;
        foreach (var (key, value) in own.ToList())
            if (SettingsRegistry.Find(key) is { } setting && setting.Default == value)
                own.Remove(key);
        return own.ToImmutable();
    }
}
