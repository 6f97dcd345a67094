using System.Collections.Immutable;
using System.Text.Json.Serialization;

namespace Plurimax.Facts;

/// <summary>Where a value came from. Guess is what the trade template takes for granted.</summary>
public enum FactSource
{
    Maker,
    Client,
    File,
    Guess,
    Document,
    Listing,
    OldSite,
    Import,
}

/// <summary>A value that a fact had before.</summary>
public sealed record EarlierValue(FactValue Value, FactSource Source, string? By, DateTimeOffset? At);

/// <summary>A known fact: its value, where it came from, whether somebody vouches for it, whether the site may show it.</summary>
public sealed record FactEntry(
    FactValue Value,
    FactSource Source,
    bool Confirmed,
    bool Shown = true,
    string? By = null,
    DateTimeOffset? At = null
)
{
    /// <summary>The passage it was read in.</summary>
    public Snippet? Where { get; init; }

    /// <summary>Values before this one, the latest first.</summary>
    public ImmutableArray<EarlierValue>? Earlier { get; init; }
}

/// <summary>A value that waits to be confirmed: read in a document or given by the client.</summary>
/// <param name="Confidence">0 to 1.</param>
public sealed record WaitingFact(
    Guid Id,
    string Fact,
    FactValue Value,
    FactSource Source,
    double Confidence,
    Snippet Where,
    string? By,
    DateTimeOffset At
);

/// <summary>What was said of a fact instead of a value.</summary>
public enum FactMark
{
    DoesNotApply,
    AskedClient,
    Skipped,
}

/// <summary>Everything known of one business, by fact id.</summary>
public sealed record FactSheet(ImmutableSortedDictionary<string, FactEntry> Entries)
{
    public static readonly FactSheet Empty = new(ImmutableSortedDictionary<string, FactEntry>.Empty.WithComparers(StringComparer.Ordinal));

    /// <summary>Values to be confirmed, the oldest first.</summary>
    public ImmutableArray<WaitingFact> Waiting { get; init; } = [];

    public ImmutableSortedDictionary<string, FactMark> Marks { get; init; } = ImmutableSortedDictionary<string, FactMark>.Empty;

    public FactEntry? this[string id] => Entries.GetValueOrDefault(id);

    /// <summary>Sets a value and keeps the one it replaces. An answer takes away any mark.</summary>
    public FactSheet With(string id, FactEntry entry)
    {
        if (this[id] is { } had && entry.Earlier is null && had.Value.Raw() != entry.Value.Raw())
            entry = entry with { Earlier = [new EarlierValue(had.Value, had.Source, had.By, had.At), .. (had.Earlier ?? []).Take(19)] };
        else if (this[id] is { Earlier: { } earlier } && entry.Earlier is null)
            entry = entry with { Earlier = earlier };
        return this with { Entries = Entries.SetItem(id, entry), Marks = Marks.Remove(id) };
    }

    /// <summary>The facts alone, without what waits: for what is frozen and sent.</summary>
    public FactSheet Settled() => this with { Waiting = [], Marks = ImmutableSortedDictionary<string, FactMark>.Empty };

    public FactSheet Without(string id) => this with { Entries = Entries.Remove(id) };

    /// <summary>The value if it is confirmed and may be shown: the only facts that a site states.</summary>
    public T? Public<T>(string id)
        where T : FactValue => this[id] is { Confirmed: true, Shown: true, Value: T value } ? value : null;

    /// <summary>The value whatever its state, for the agency's own screens and for mail.</summary>
    public T? Any<T>(string id)
        where T : FactValue => this[id]?.Value as T;

    [JsonIgnore]
    public string Name => Any<TextValue>("business.name")?.Text ?? "";

    [JsonIgnore]
    public string Town => Any<AddressValue>("place")?.Town ?? "";

    [JsonIgnore]
    public string Country => Any<AddressValue>("place")?.Country ?? "GB";

    /// <summary>A sheet from the three answers that a site can be made of.</summary>
    public static FactSheet From(string name, string town, string country = "GB", string? by = null, DateTimeOffset? at = null) =>
        Empty
            .With("business.name", new FactEntry(new TextValue(name), FactSource.Maker, true, true, by, at))
            .With("place", new FactEntry(new AddressValue(null, town, null, null, country), FactSource.Maker, true, true, by, at));
}
