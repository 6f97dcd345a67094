using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Plurimax.Reading.Shapes;

namespace Plurimax.Reading;

/// <summary>What a line is said to hold, by its own label, by the question above it, or by what the maker asked in a chat.</summary>
/// <param name="Role">A role of <see cref="ColumnNames"/> or <see cref="Questions"/>; null where nothing says it.</param>
/// <param name="From">Where the value begins in the line.</param>
/// <param name="Asked">By a question above or before, and not by a label on the line.</param>
public readonly record struct LineLabel(string? Role, int From, bool Asked)
{
    /// <summary>Not for the site: it was asked what must not stand there, or what only the agency is to know.</summary>
    public bool Kept => Role is "not" or "private";
}

internal static class LineLabels
{
    private const int LongestQuestion = 140;

    /// <param name="asks">Whether a line is the maker's.</param>
    public static ImmutableArray<LineLabel> Of(ImmutableArray<SourceLine> lines, Func<int, bool> asks)
    {
        var labels = ImmutableArray.CreateBuilder<LineLabel>(lines.Length);
        string? asked = null;
        var answered = false;
        for (var i = 0; i < lines.Length; i++)
        {
            var t = lines[i].Text;
            if (lines[i].By is not null)
            {
                if (asks(i))
                    asked = Questions.RoleOf(t);
                labels.Add(asks(i) ? default : Own(t) ?? new LineLabel(asked, 0, asked is not null));
                continue;
            }
            if (t.Length == 0)
            {
                asked = answered ? null : asked;
                labels.Add(default);
                continue;
            }
            var end = t.Length <= LongestQuestion ? t.LastIndexOf('?') : -1;
            if (end > 0 && end == t.TrimEnd('*', '_', ' ', ':', '.').Length - 1)
            {
                (asked, answered) = (Questions.RoleOf(t), false);
                labels.Add(default);
                continue;
            }
            if (lines[i].Role == LineRole.Heading)
                asked = null;
            answered = true;
            labels.Add(
                Own(t)
                    ?? (
                        end > 0 && Questions.RoleOf(t[..end]) is { } role
                            ? new LineLabel(role, Past(t, end + 1), true)
                            : new LineLabel(asked, 0, asked is not null)
                    )
            );
        }
        return labels.ToImmutable();
    }

    /// <summary>Those of the speakers of a chat who ask for things to make a site of.</summary>
    public static ImmutableHashSet<string> Makers(ImmutableArray<SourceLine> lines)
    {
        var by = lines.Where(l => l.By is not null && l.Text.Length > 0).GroupBy(l => l.By!).ToList();
        if (by.Count < 2)
            return [];
        double Asking(IGrouping<string, SourceLine> of) => (double)of.Count(l => l.Text.Contains('?')) / of.Count();
        var named = by.Where(g => Cues.MakesSites(g.Key) || MakerRole.IsMatch(g.Key)).Select(g => g.Key).ToImmutableHashSet();
        if (named.Count > 0 && named.Count < by.Count)
            return named;
        var most = by.MaxBy(Asking)!;
        return Asking(most) >= .5 && by.Where(g => g.Key != most.Key).All(g => Asking(g) < Asking(most) / 2) ? [most.Key] : [];
    }

    /// <summary>"That's it": what the maker read back holds.</summary>
    public static bool Agrees(string answer) => Yes.IsMatch(answer);

    private static LineLabel? Own(string line)
    {
        var m = Labelled.Match(line);
        if (!m.Success)
            return null;
        var remark = m.Groups["remark"].Value;
        var role = remark.Length > 0 && Kept(remark) ? "private" : ColumnNames.RoleOf(m.Groups["label"].Value);
        return role is null ? null : new LineLabel(role, m.Groups["value"].Index, false);
    }

    private static bool Kept(string remark) => Questions.RoleOf(remark) is "private" or "not" || Cues.Private(remark);

    private static int Past(string text, int at)
    {
        while (at < text.Length && text[at] is ' ' or '*' or '_')
            at++;
        return at;
    }

    private static readonly Regex Labelled = new(
        @"^\W*(?<label>\p{L}[\p{L} /_.'’-]{1,40}?)\s*(?:\((?<remark>[^)]{2,40})\)\s*)?(?::|\|)\s*(?<value>\S.*)$"
    );
    private static readonly Regex MakerRole = new(
        @"^(?:agent|agency|agentur|agence|agencia|agenzia|bureau|interviewer|designer|maker|q|us|wir|nous|nosotros|noi|wij)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Yes = new(
        @"^\W*(?:yes|yep|yeah|correct|right|that'?s (?:it|right)|exactly|ja|genau|richtig|stimmt|oui|exact|c'est ça|sí|eso es|exacto|"
            + @"sì|esatto|"
            + @"klopt|precies)\b",
        RegexOptions.IgnoreCase
    );
}
