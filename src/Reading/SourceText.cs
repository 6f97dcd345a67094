using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Reading.Shapes;

namespace Plurimax.Reading;

public enum LineRole
{
    Text,
    Heading,
    Item,
    Row,
}

/// <summary>One line of what was read.</summary>
/// <param name="Start">Offset of its first character in the whole text.</param>
/// <param name="Page">Page of a PDF, from 1; 0 where there are none.</param>
/// <param name="By">Who said it, in a chat or on the telephone.</param>
public sealed record SourceLine(string Text, int Start, LineRole Role, int Page = 0, string? By = null);

/// <summary>One page of an old site, as material for composing.</summary>
public sealed record OldPage(string File, string Title, ImmutableArray<OldPassage> Passages);

public sealed record OldPassage(string Heading, string Text);

public sealed record OldPicture(string Source, string Alt);

/// <summary>What an old site holds beyond facts.</summary>
/// <param name="Colours">As #rrggbb, the most used first.</param>
public sealed record SiteMaterial(
    ImmutableArray<OldPage> Pages,
    ImmutableArray<string> Menu,
    ImmutableArray<OldPicture> Pictures,
    ImmutableArray<string> Colours
)
{
    public static readonly SiteMaterial Empty = new([], [], [], []);
}

/// <summary>A document as lines of text, with what its markup states outright.</summary>
/// <param name="Language">Stated by the markup, BCP 47; null where it states none.</param>
/// <param name="Notes">What was left out or read differently than labelled, in words.</param>
public sealed record SourceText(
    string Name,
    ImmutableArray<SourceLine> Lines,
    ImmutableArray<Candidate> Stated,
    string? Language,
    SiteMaterial Material,
    ImmutableArray<string> Notes
)
{
    private string? _text;
    public string Text => _text ??= string.Join('\n', Lines.Select(l => l.Text));

    /// <summary>A document of plain lines.</summary>
    public static SourceText Of(string name, string text, params string[] notes)
    {
        var b = new TextBuilder();
        b.Whole(text);
        return b.Build(name, notes: [.. notes]);
    }

    public Snippet Around(int line, int from, int length)
    {
        var text = Lines[line].Text;
        from = Math.Clamp(from, 0, text.Length);
        length = Math.Clamp(length, 0, text.Length - from);
        var a = Math.Max(0, from - 60);
        var end = Math.Min(text.Length, from + length + 60);
        while (a > 0 && a < from && !char.IsWhiteSpace(text[a - 1]))
            a++;
        while (end < text.Length && end > from + length && !char.IsWhiteSpace(text[end]))
            end--;
        return new Snippet(
            Lines[line].Page > 0 ? $"{Name}, p. {Lines[line].Page}" : Name,
            Lines[line].Page > 0 ? 0 : line + 1,
            (a > 0 ? "…" : "") + text[a..from],
            text.Substring(from, length),
            text[(from + length)..end] + (end < text.Length ? "…" : "")
        );
    }
}

/// <summary>Collects lines and keeps their offsets.</summary>
public sealed class TextBuilder
{
    public const int MostLines = 20_000;

    /// <summary>
    /// Characters of one document that are read: some 150 pages, about three seconds. What a business says of itself stands before that.
    /// </summary>
    public const int MostText = 400_000;
    public const int LongestLine = 4_000;
    private readonly ImmutableArray<SourceLine>.Builder _lines = ImmutableArray.CreateBuilder<SourceLine>();
    private int _at;
    private bool _cut;
    private string? _by;

    public int Count => _lines.Count;

    /// <summary>Something was left out, and whatever follows would be too.</summary>
    public bool Full => _cut;

    public void Add(string text, LineRole role, int page = 0)
    {
        if (_lines.Count >= MostLines || _at > MostText)
        {
            _cut = true;
            return;
        }
        text = Tidy(text);
        if (text.Length > LongestLine)
            text = text[..LongestLine];
        if (text.Length == 0 && role != LineRole.Heading && (_lines.Count == 0 || _lines[^1].Text.Length == 0))
            return;
        _lines.Add(new SourceLine(text, _at, role, page, _by));
        _at += text.Length + 1;
    }

    /// <summary>A whole plain text, in the order in which a person reads it.</summary>
    public void Whole(string text)
    {
        var (lines, cut) = Shape.Of(Struck.Comments(text), 2 * LongestLine, 2 * MostText);
        foreach (var line in lines)
        {
            _by = line.By;
            Plain(line.Text);
            if (Full)
                break;
        }
        _by = null;
        _cut |= cut;
    }

    /// <summary>A line of plain text or Markdown, whose role shows in its first characters.</summary>
    public void Plain(string line, int page = 0)
    {
        var t = Struck.Cut(line).Trim();
        if (t.Length == 0 && line.Trim().Length > 0 || t is "-" or "*" or "•")
            return;
        if (t.Length > 1 && t[0] == '#' && t.TrimStart('#') is var head && (head.Length == 0 || head[0] == ' '))
            Add(head.Trim(), LineRole.Heading, page);
        else if (
            t.Length > 4
            && (t.StartsWith("**", StringComparison.Ordinal) || t.StartsWith("__", StringComparison.Ordinal))
            && t.TrimEnd(':').EndsWith(t[..2], StringComparison.Ordinal)
            && t.Length < 80
        )
            Add(t.Replace("**", "").Replace("__", ""), LineRole.Heading, page);
        else if (t.StartsWith('|') && t.EndsWith('|') && t.Length > 2)
        {
            if (t.All(c => c is '|' or '-' or ':' or ' '))
                return;
            Row(t.Trim('|').Split('|'), page);
        }
        else if (t.Contains('\t') && t.Split('\t', StringSplitOptions.RemoveEmptyEntries) is { Length: > 1 } cells)
            Row(cells, page);
        else if (
            t.Length > 2
            && t[0] is '-' or '*' or '•' or '·' or '–' or '+' or '‣' or '▪' or '◦' or '✓' or '✔'
            && t[1] is ' ' or '\u00a0'
        )
            Add(Plainly(t[2..]), LineRole.Item, page);
        else if (t.Length > 3 && char.IsDigit(t[0]) && t[1] is '.' or ')' && t[2] == ' ' && !char.IsDigit(t[3]))
            Add(Plainly(t[3..]), LineRole.Item, page);
        else
            Add(Plainly(t), LineRole.Text, page);
    }

    private static string Plainly(string t) =>
        t.Contains("**", StringComparison.Ordinal) || t.Contains('`') ? t.Replace("**", "").Replace("`", "") : t;

    /// <summary>Cells of one row of a table; nothing where all of them are struck out.</summary>
    public void Row(IEnumerable<string> cells, int page = 0)
    {
        var said = cells.Select(c => Tidy(Plainly(Struck.Cut(c))).Trim()).ToArray();
        if (said.Any(c => c.Length > 0))
            Add(string.Join(" | ", said), LineRole.Row, page);
    }

    public SourceText Build(
        string name,
        ImmutableArray<Candidate>? stated = null,
        string? language = null,
        SiteMaterial? material = null,
        ImmutableArray<string>? notes = null
    ) =>
        new(
            name,
            _lines.ToImmutable(),
            stated ?? [],
            language,
            material ?? SiteMaterial.Empty,
            _cut ? [.. notes ?? [], $"{name}: long; the first {_at:N0} characters were read."] : notes ?? []
        );

    /// <summary>One line without control characters, runs of blanks as one, typographic blanks as plain ones.</summary>
    public static string Tidy(string text)
    {
        var b = new System.Text.StringBuilder(text.Length);
        foreach (var c in text)
        {
            if (c is '\u200b' or '\u200c' or '\u200d' or '\ufeff' or '\u00ad' or '\u2060')
                continue;
            var blank = char.IsWhiteSpace(c) || char.IsControl(c);
            if (!blank)
                b.Append(c is '\u2010' or '\u2011' ? '-' : c);
            else if (b.Length > 0 && b[^1] != ' ')
                b.Append(' ');
        }
        // "£ £110": the first price was struck out.
        for (var i = 0; i + 2 < b.Length; i++)
            if (b[i] is '£' or '€' or '$' && b[i + 1] == ' ' && b[i + 2] == b[i])
                b.Remove(i, 2);
        return b.ToString().TrimEnd().Normalize(System.Text.NormalizationForm.FormC);
    }
}
