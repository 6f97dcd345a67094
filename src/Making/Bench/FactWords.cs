using Plurimax.Facts;
using Plurimax.Sites;

namespace Plurimax.Making.Bench;

/// <summary>Words that somebody wrote as a passage in which what is a fact of the firm stays one, and follows when it changes.</summary>
public static class FactWords
{
    /// <param name="text">As it is read; what means something in CommonMark or Liquid is shown as it stands.</param>
    public static string Passage(string text, FactSheet facts)
    {
        var passage = ManuscriptReader.Escape(text);
        foreach (var (fact, value) in Known(facts))
            if (value is { Length: > 2 })
                passage = Whole(passage, ManuscriptReader.Escape(value), $"{{{{ {fact} }}}}");
        return passage;
    }

    private static IEnumerable<(string Fact, string? Value)> Known(FactSheet facts)
    {
        yield return ("business.name", facts.Name);
        yield return ("phone", facts.Public<PhoneValue>("phone")?.National);
        yield return ("email", facts.Public<TextValue>("email")?.Text);
        yield return ("place.town", facts.Town);
    }

    /// <summary>Whole words only: the town of "Ham" does not stand in "Hamlet".</summary>
    private static string Whole(string text, string value, string put)
    {
        for (var at = text.IndexOf(value, StringComparison.Ordinal); at >= 0; at = text.IndexOf(value, at, StringComparison.Ordinal))
        {
            var end = at + value.Length;
            var whole = (at == 0 || !char.IsLetterOrDigit(text[at - 1])) && (end == text.Length || !char.IsLetterOrDigit(text[end]));
            text = whole ? text[..at] + put + text[end..] : text;
            at += whole ? put.Length : value.Length;
        }
        return text;
    }
}
