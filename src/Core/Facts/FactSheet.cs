using System.Collections.Immutable;
using System.Text.Json.Serialization;

namespace Plurimax.Core.Facts;

public enum FactSource { Maker, Client, File, Guess }

/// <summary>A known fact: its value, where it came from, whether somebody vouches for it, whether the site may show it.</summary>
public sealed record FactEntry(FactValue Value, FactSource Source, bool Confirmed, bool Shown = true, string? By = null, DateTimeOffset? At = null);

/// <summary>Everything known of one business, by fact id.</summary>
public sealed record FactSheet(ImmutableSortedDictionary<string, FactEntry> Entries)
{
    public static readonly FactSheet Empty = new(ImmutableSortedDictionary<string, FactEntry>.Empty.WithComparers(StringComparer.Ordinal));

    public FactEntry? this[string id] => Entries.GetValueOrDefault(id);

    public FactSheet With(string id, FactEntry entry) => new(Entries.SetItem(id, entry));
    public FactSheet Without(string id) => new(Entries.Remove(id));

    /// <summary>The value if it is confirmed and may be shown: the only facts that a site states.</summary>
    public T? Public<T>(string id) where T : FactValue => this[id] is { Confirmed: true, Shown: true, Value: T value } ? value : null;

    /// <summary>The value whatever its state, for the agency's own screens and for mail.</summary>
    public T? Any<T>(string id) where T : FactValue => this[id]?.Value as T;

    [JsonIgnore] public string Name => Any<TextValue>("business.name")?.Text ?? "";
    [JsonIgnore] public string Town => Any<AddressValue>("place")?.Town ?? "";
    [JsonIgnore] public string Country => Any<AddressValue>("place")?.Country ?? "GB";

    /// <summary>A sheet from the three answers that a site can be made of.</summary>
    public static FactSheet From(string name, string town, string country = "GB", string? by = null, DateTimeOffset? at = null) => Empty
        .With("business.name", new FactEntry(new TextValue(name), FactSource.Maker, true, true, by, at))
        .With("place", new FactEntry(new AddressValue(null, town, null, null, country), FactSource.Maker, true, true, by, at));
}
