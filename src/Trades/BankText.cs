using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Plurimax.Facts;
using Plurimax.Text;

namespace Plurimax.Trades;

/// <summary>One wording of a passage, with the conditions under which it may stand on a site.</summary>
public sealed record Alternate
{
    public ImmutableArray<Tone> Tones { get; init; } = [];

    /// <summary>Facts that must be confirmed; such a wording beats the general ones.</summary>
    public ImmutableArray<string> If { get; init; } = [];

    /// <summary>Facts that must be confirmed, without beating the general wordings.</summary>
    public ImmutableArray<string> May { get; init; } = [];
    public ImmutableArray<string> No { get; init; } = [];
    public ImmutableArray<string> In { get; init; } = [];

    /// <summary>
    /// Audiences (<see cref="Audiences"/>) or main actions it is written for; such a wording beats the general ones where one of them is
    /// given.
    /// </summary>
    public ImmutableArray<string> For { get; init; } = [];

    /// <summary>Whether it can stand on any site: no fact and no audience is needed.</summary>
    public bool IsGeneral => If.IsEmpty && May.IsEmpty && For.IsEmpty;

    /// <summary>Whether it beats the general wordings once its conditions hold.</summary>
    public bool IsParticular => If.Length > 0 || For.Length > 0;

    /// <summary>The points it makes; two texts with one point never share a site.</summary>
    public ImmutableArray<string> Points { get; init; } = [];
    public ImmutableArray<string> Says { get; init; } = [];
    public bool? Short { get; init; }
    public string? Heading { get; init; }
    public string? Question { get; init; }
    public ImmutableArray<(string Title, string Text)> Items { get; init; } = [];
    public string Text { get; init; } = "";

    /// <summary>Its first two words, lower case: no two passages of a site begin alike.</summary>
    public string Lead { get; init; } = "";

    /// <summary>Words within five words of the firm's name: a name that holds one of them would echo.</summary>
    public ImmutableArray<string> NearName { get; init; } = [];
    public string File { get; init; } = "";

    /// <summary>Where it begins in its file, from 1.</summary>
    public int Line { get; init; }

    /// <summary>How many shingles it puts on a site.</summary>
    public int Weight { get; init; }
}

/// <summary>Reads a bank text: alternates between blank lines, tags after ~, headings after #, questions after ?, items after -.</summary>
public static partial class BankText
{
    /// <param name="report">Called with the line inside the block (0 is the first) and what is wrong with it.</param>
    public static ImmutableArray<Alternate> Read(string block, Action<int, string> report)
    {
        var result = ImmutableArray.CreateBuilder<Alternate>();
        var lines = block.Replace("\r\n", "\n").Split('\n');
        for (var i = 0; i < lines.Length; )
        {
            while (i < lines.Length && lines[i].Trim().Length == 0)
                i++;
            var start = i;
            while (i < lines.Length && lines[i].Trim().Length > 0)
                i++;
            if (i > start)
                result.Add(One(lines[start..i], start, report));
        }
        return result.ToImmutable();
    }

    private static Alternate One(string[] lines, int first, Action<int, string> report)
    {
        var a = new Alternate();
        var prose = new List<string>();
        for (var i = 0; i < lines.Length; i++)
        {
            var line = lines[i].Trim();
            if (line.StartsWith('~'))
                foreach (var tag in line[1..].Split(' ', StringSplitOptions.RemoveEmptyEntries))
                    a = Tagged(a, tag) ?? Unknown(a, tag, first + i, report);
            else if (line.StartsWith("# ", StringComparison.Ordinal))
                a = a with { Heading = line[2..] };
            else if (line.StartsWith("? ", StringComparison.Ordinal))
                a = a with { Question = line[2..] };
            else if (line.StartsWith("- ", StringComparison.Ordinal))
            {
                var cut = line.IndexOf(" | ", StringComparison.Ordinal);
                a = a with { Items = a.Items.Add(cut < 0 ? (line[2..], "") : (line[2..cut], line[(cut + 3)..])) };
            }
            else
                prose.Add(line);
        }
        // A line that holds only \ is a paragraph break.
        var text = string.Join(" ", prose).Replace(" \\ ", "\n\n");
        var words = WordPattern().Matches(NamePlaceholder().Replace(text.ToLowerInvariant(), " xname ")).Select(m => m.Value).ToArray();
        var near = words.SelectMany(
            (w, at) => w == "xname" ? words[Math.Max(0, at - 5)..Math.Min(words.Length, at + 6)].Where(x => x != "xname") : []
        );
        return a with
        {
            Line = first + 1,
            Text = text,
            Lead = string.Join(' ', words.Take(2)),
            NearName = [.. near.Distinct()],
            Weight = new[] { text, a.Heading, a.Question }
                .Concat(a.Items.SelectMany(i => new[] { i.Title, i.Text }))
                .Sum(x => ShingleWords.Count(x ?? "")),
        };
    }

    private static Alternate Unknown(Alternate a, string tag, int line, Action<int, string> report)
    {
        report(
            line,
            $"unknown tag “{tag}”. Known are the tones, if: no: may: in: for: (audience or main action) says: #point, short and long."
        );
        return a;
    }

    [GeneratedRegex(@"[\p{L}\p{N}'-]+")]
    private static partial Regex WordPattern();

    [GeneratedRegex(@"\{\{\s*business\.name[^}]*\}\}")]
    private static partial Regex NamePlaceholder();

    private static Alternate? Tagged(Alternate a, string tag)
    {
        string After(string prefix) => tag[prefix.Length..];
        if (tag.StartsWith("if:", StringComparison.Ordinal))
            return a with { If = a.If.Add(After("if:")) };
        if (tag.StartsWith("may:", StringComparison.Ordinal))
            return a with { May = a.May.Add(After("may:")) };
        if (tag.StartsWith("no:", StringComparison.Ordinal))
            return a with { No = a.No.Add(After("no:")) };
        if (tag.StartsWith("in:", StringComparison.Ordinal))
            return a with { In = a.In.Add(After("in:")) };
        if (tag.StartsWith("for:", StringComparison.Ordinal))
            return !IsAddressee(After("for:")) ? null : a with { For = a.For.Add(After("for:")) };
        if (tag.StartsWith("says:", StringComparison.Ordinal))
            return a with { Says = a.Says.Add(After("says:")) };
        if (tag.StartsWith('#'))
            return a with { Points = a.Points.Add(After("#")) };
        if (tag is "short" or "long")
            return a with { Short = tag == "short" };
        static bool IsAddressee(string key) =>
            Audiences.Keys.Contains(key) || Enum.TryParse<MainAction>(key, ignoreCase: true, out _) && !char.IsDigit(key[0]);
        return Enum.TryParse<Tone>(tag, ignoreCase: true, out var tone) && !char.IsDigit(tag[0])
            ? a with
            {
                Tones = a.Tones.Add(tone),
            }
            : null;
    }
}
