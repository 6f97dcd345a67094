using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Text;

namespace Plurimax.Trades;

public sealed record TradeNames(string Title, string One, string Place);

public sealed record ServiceText(string Id, ImmutableArray<string> Names, ImmutableArray<Alternate> Short, ImmutableArray<Alternate> Text);

/// <summary>A pool of interchangeable items in the order they were written: questions, notes, views, tell, proof.</summary>
public sealed record Pool(ImmutableArray<(string Id, ImmutableArray<Alternate> Alternates)> Items)
{
    public static readonly Pool Empty = new([]);
}

/// <summary>A kind of business, with the words, pages, services and pictures of its sites. Format: docs/trades.md.</summary>
public sealed record TradeTemplate
{
    /// <summary>Of a template of the agency: with its version, "quay-cafe.v2".</summary>
    public required string Id { get; init; }

    /// <summary>The shipped trade that a template of the agency was made from; null for those that ship.</summary>
    public string? Base { get; init; }

    /// <summary>The template in another language whose structure this one shares; null for one that stands by itself.</summary>
    public string? Translates { get; init; }

    /// <summary>The shipped trade whatever the language or the agency's own template.</summary>
    public string Root => Base ?? Translates ?? Id;
    public int Version { get; init; } = 1;

    /// <summary>For a business of any trade: it says nothing but the facts (content/open).</summary>
    public bool Open { get; init; }

    /// <summary>The look that sites of it begin with; null leaves it to the site's seed.</summary>
    public string? FirstLook { get; init; }

    /// <summary>The id without a version: what stays the same from one to the next.</summary>
    public string Family => FamilyOf(Id);
    public required string Language { get; init; }
    public required TradeNames Names { get; init; }
    public required ImmutableArray<string> Also { get; init; }
    public required BusinessKind Kind { get; init; }
    public required string Schema { get; init; }
    public required ImmutableDictionary<string, string> Words { get; init; }
    public required ImmutableArray<MainAction> Aims { get; init; }
    public required ImmutableArray<Tone> Tones { get; init; }
    public required ImmutableArray<string> Assumes { get; init; }
    public required ImmutableArray<InterviewQuestion> Interview { get; init; }

    /// <summary>Page id to its slots, in order: "headline", "services.short", "questions*6".</summary>
    public required ImmutableArray<(string Page, ImmutableArray<string> Slots)> Pages { get; init; }
    public required ImmutableArray<(string Id, ImmutableArray<string> Services)> Cuts { get; init; }
    public required ImmutableDictionary<string, ServiceText> Services { get; init; }

    /// <summary>
    /// Services in the order in which the cuts name them, then the others by id: for whatever people see. The map itself has an order of
    /// its own in every process.
    /// </summary>
    public IEnumerable<ServiceText> ServicesInOrder =>
        Cuts.SelectMany(c => c.Services)
            .Where(Services.ContainsKey)
            .Concat(Services.Keys.Order(StringComparer.Ordinal))
            .Distinct()
            .Select(id => Services[id]);
    public required ImmutableDictionary<string, ImmutableArray<Alternate>> Passages { get; init; }
    public required ImmutableDictionary<string, Pool> Pools { get; init; }
    public required ImmutableDictionary<MainAction, ImmutableArray<string>> Actions { get; init; }
    public required ImmutableArray<string> Search { get; init; }
    public required ImmutableArray<string> Palettes { get; init; }
    public required ImmutableArray<string> Looks { get; init; }
    public required ImmutableArray<string> Art { get; init; }
    public required ImmutableArray<string> Legal { get; init; }
    public required ImmutableDictionary<string, ImmutableArray<string>> Always { get; init; }
    public required ImmutableArray<string> NeverDrop { get; init; }

    public static string FamilyOf(string id) =>
        id.LastIndexOf(".v", StringComparison.Ordinal) is > 0 and var at && int.TryParse(id[(at + 2)..], out _) ? id[..at] : id;

    /// <summary>A passage, or null where this language or trade has none.</summary>
    public ImmutableArray<Alternate>? Passage(string name) => Passages.TryGetValue(name, out var a) && a.Length > 0 ? a : null;
}

/// <summary>A fault in a template, where it stands and what to do about it.</summary>
public sealed record TradeProblem(string File, int Line, string Field, string Message)
{
    public override string ToString() => $"{File}:{Line}: {Field}: {Message}";
}

public sealed class TradeFormatException(IReadOnlyList<TradeProblem> problems) : Exception(string.Join(Environment.NewLine, problems))
{
    public IReadOnlyList<TradeProblem> Problems { get; } = problems;
}
