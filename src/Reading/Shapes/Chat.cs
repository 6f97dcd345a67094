using System.Collections.Immutable;
using System.Text.RegularExpressions;

namespace Plurimax.Reading.Shapes;

/// <summary>Saved chats and calls that somebody wrote down: each line begins with who says it, most with when.</summary>
internal static class Chat
{
    /// <summary>Lines without their heads, each with its speaker; null where the text is no chat.</summary>
    public static ImmutableArray<ShapedLine>? Apart(ImmutableArray<ShapedLine> lines)
    {
        var filled = lines.Count(l => l.Text.Trim().Length > 0);
        if (filled < 3)
            return null;
        var timed = lines.Count(l => Timed.IsMatch(l.Text));
        if (timed >= 3 && timed * 3 >= filled)
            return Read(lines, Timed);
        // Without a time the same two to four speakers must take turns, and none of them may be the label of a form.
        var heads = lines.Select(l => Untimed.Match(l.Text)).Where(m => m.Success).Select(m => m.Groups["who"].Value).ToList();
        var speakers = heads.GroupBy(h => h).ToList();
        return
            speakers.Count is >= 2 and <= 4
            && speakers.All(s => s.Count() > 1 && ColumnNames.RoleOf(s.Key) is null && !MailHead.IsMatch(s.Key))
            && heads.Count * 5 >= filled * 3
            && heads.Zip(heads.Skip(1)).Count(p => p.First != p.Second) * 2 >= heads.Count
            ? Read(lines, Untimed)
            : null;
    }

    private static ImmutableArray<ShapedLine> Read(ImmutableArray<ShapedLine> lines, Regex head)
    {
        var said = ImmutableArray.CreateBuilder<ShapedLine>(lines.Length);
        string? who = null;
        foreach (var line in lines)
        {
            var m = head.Match(line.Text);
            if (m.Success)
                who = m.Groups["who"].Value.Trim();
            said.Add(new ShapedLine(m.Success ? line.Text[m.Length..].Trim() : line.Text, who));
        }
        return said.ToImmutable();
    }

    private const string Who = @"(?<who>[\p{L}~][\p{L}\d'’. &~-]{0,38}?)";
    private const string Clock = @"\d{1,2}[:.h]\d{2}(?:[:.]\d{2})?(?:\s?[ap]\.?m\.?)?";
    private const string Date = @"\d{1,4}[./-]\d{1,2}[./-]\d{1,4}";
    private static readonly Regex Timed = new(
        $@"^\s*(?:\[?(?:{Date},?\s+(?:um |at |à |a las )?)?{Clock}\]?\s*(?:[-–|]\s*)?{Who}\s*:\s+|"
            + $@"{Who}\s{{1,4}}{Clock}\s*$|{Who}\s*[\[(](?:{Date},?\s+)?{Clock}[\])]\s*:?\s+)",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex MailHead = new(
        @"^(?:from|to|date|cc|subject|sent|reply-to|von|an|datum|gesendet|betreff|kopie|de|à|a|para|objet|envoyé|fecha|asunto|enviado|"
            + @"da|oggetto"
            + @"|data|inviato|van|aan|onderwerp|verzonden)$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Untimed = new(@"^\s*(?<who>\p{Lu}[\p{L}'’.-]{0,20}(?:\s\p{Lu}[\p{L}'’.-]{0,20}){0,2})\s*:\s+");
}
