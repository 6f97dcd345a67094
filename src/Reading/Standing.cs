using System.Text.RegularExpressions;

namespace Plurimax.Reading;

/// <summary>
/// Whether a number or a mailbox in a sentence still holds and may be shown, by the words before and after it up to the next one.
/// </summary>
internal static class Standing
{
    /// <summary>"the old one was …" speaks of what follows, up to "new" or "now"; "… is the old one" of what came before.</summary>
    public static bool Past(string before, string after, Regex next)
    {
        var now = NowWord.Matches(before).LastOrDefault();
        if (now is not null)
            return Cues.Past(before[now.Index..]);
        if (Cues.Past(before))
            return true;
        var tail = UpTo(after, next);
        var stop = Break.Match(tail);
        return Cues.Past(stop.Success ? tail[..stop.Index] : tail);
    }

    /// <summary>"49 33 21 – no, sorry, 33 12: 49 33 12": what stands before the correction is taken back.</summary>
    /// <param name="next">What a number or a mailbox looks like.</param>
    public static bool Corrected(string after, Regex next) => TakesBack.IsMatch(after) && next.IsMatch(after);

    private static readonly Regex TakesBack = new(
        @"^\W{0,4}(?:no,? (?:wait|sorry)|sorry,|non,? (?:pardon|attention)|pardon,|nein,|quatsch,|moment,|no,? perd(?:ón|ona\w*)|"
            + @"perdón,|no,? scusi|nee,|oops)",
        RegexOptions.IgnoreCase
    );

    /// <summary>"private: …" or "…, don't publish".</summary>
    public static bool Private(string before, string after, Regex next)
    {
        var last = next.Matches(before).LastOrDefault();
        if (Cues.Private(last is null ? before : before[(last.Index + last.Length)..]))
            return true;
        var tail = UpTo(after, next);
        // "… (not the house phone …)": the bracket speaks of the one inside it.
        var open = tail.Length < after.Length ? tail.IndexOf('(') : -1;
        return Cues.Private(open >= 0 ? tail[..open] : tail);
    }

    /// <summary>"not …", "instead of …", "… is dead".</summary>
    public static bool TakenBack(string before, string after) => NotBefore.IsMatch(before) || GoneAfter.IsMatch(after);

    private static string UpTo(string after, Regex next) => next.Match(after) is { Success: true } m ? after[..m.Index] : after;

    private static readonly Regex NowWord = new(
        @"\b(?:now|new|current|instead|use|jetzt|neue?n?|aktuell\w*|sondern|nouveau|nouvelle?|maintenant|désormais|nuev[oa]|ahora|"
            + @"actual)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Break = new(@"[,;.](?!\w)|\(|\b(?:not|but|instead|and)\b", RegexOptions.IgnoreCase);
    private static readonly Regex NotBefore = WordPattern.Of("standing/not-before", RegexOptions.IgnoreCase);
    private static readonly Regex GoneAfter = new(
        @"^\s*[),(–-]*\s*(?:is|was|that(?:'s| is))?\s*(?:wrong|dead|old\b|gone|full|bounc\w+|out of (?:use|date)|disconnected|no "
            + @"longer|doesn'?t work|falsch|veraltet|gibt es nicht mehr|funktioniert nicht|n'existe plus|ne (?:marche|fonctionne) "
            + @"plus|est (?:faux|mort)|ya no|no funciona|está mal)",
        RegexOptions.IgnoreCase
    );
}
