using System.Collections.Immutable;

namespace Plurimax.Making.Saying;

/// <summary>What a wish was matched to: the tokens of each slot, in the order in which they were said.</summary>
internal sealed class Match
{
    public Dictionary<string, List<Token>> Slots { get; } = [];
    public string Rest { get; set; } = "";

    public Token? First(string slot) => Slots.GetValueOrDefault(slot)?.FirstOrDefault();

    public bool Has(string slot) => Slots.ContainsKey(slot);

    public int Place(string concept) => Concepts.GetValueOrDefault(concept, -1);

    public Dictionary<string, int> Concepts { get; } = [];
}

/// <summary>
/// The shape of a wish: "Up {section} ? Move". Names with a capital are words that must be said, {names} are what it is about, in any
/// order;
/// what stands after the question mark may be said too. "{rest}" at the end takes all words after the one before it.
/// Every word of the wish must find a place, but for the small ones: a wish of which a part is not understood is not understood.
/// </summary>
internal sealed class Pattern
{
    private readonly ImmutableArray<string> _needs,
        _may;
    private readonly bool _rest;

    public Pattern(string shape)
    {
        var parts = shape.Split('?', 2);
        var needs = parts[0].Split(' ', StringSplitOptions.RemoveEmptyEntries);
        _rest = needs.Length > 0 && needs[^1] == "{rest}";
        _needs = [.. _rest ? needs[..^1] : needs];
        _may = parts.Length < 2 ? [] : [.. parts[1].Split(' ', StringSplitOptions.RemoveEmptyEntries)];
    }

    public Match? Of(ImmutableArray<Token> tokens, string text)
    {
        if (!_rest)
            return Place(tokens, [.. _needs]);
        // The words before {rest} and the one that leads to it; the earliest place that fits.
        var lead = _needs[^1];
        for (var i = 0; i < tokens.Length - 1; i++)
        {
            if (!Fits(tokens[i], lead))
                continue;
            var from = i + 1;
            while (from < tokens.Length - 1 && tokens[from].Skip && tokens[from].Text is "," or ":")
                from++;
            var match = Place([.. tokens[..(i + 1)]], [.. _needs]);
            if (match is null)
                continue;
            match.Rest = text[tokens[from].Start..tokens[^1].End].Trim().Trim('"', '“', '”', '„', '.', ' ');
            return match.Rest.Length == 0 ? null : match;
        }
        return null;
    }

    private Match? Place(ImmutableArray<Token> tokens, List<string> needs)
    {
        if (tokens.Length > 40)
            return null;
        var chosen = new string?[tokens.Length];
        var tries = 0;
        if (!Try(0, needs))
            return null;
        var match = new Match();
        for (var i = 0; i < tokens.Length; i++)
        {
            if (chosen[i] is not { } role)
                continue;
            if (role[0] == '{')
            {
                if (!match.Slots.TryGetValue(role, out var list))
                    match.Slots[role] = list = [];
                list.Add(tokens[i]);
            }
            else
                match.Concepts[role] = tokens[i].Start;
        }
        return match;

        bool Try(int i, List<string> open)
        {
            if (++tries > 4000)
                return false;
            if (i == tokens.Length)
                return open.Count == 0;
            for (var n = 0; n < open.Count; n++)
            {
                if (!Fits(tokens[i], open[n]))
                    continue;
                chosen[i] = open[n];
                if (Try(i + 1, [.. open.Where((_, k) => k != n)]))
                    return true;
            }
            foreach (var role in _may)
            {
                if (!Fits(tokens[i], role))
                    continue;
                chosen[i] = role;
                if (Try(i + 1, open))
                    return true;
            }
            chosen[i] = null;
            return tokens[i].Skip && Try(i + 1, open);
        }
    }

    private static bool Fits(Token t, string role) =>
        role switch
        {
            "{section}" or "{other}" => t.As("section") is not null || t.As("sec") is not null,
            "{kind}" => t.As("section") is not null,
            "{page}" => t.As("page!") is not null || t.As("page") is not null && t.As("section") is null,
            "{anypage}" => t.As("page!") is not null || t.As("page") is not null,
            "{n}" => t.As("num") is not null,
            _ when role[0] == '{' => t.As(role[1..^1]) is not null,
            _ => t.Is(role),
        };
}
