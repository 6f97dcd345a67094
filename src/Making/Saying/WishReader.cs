using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Making.Saying;

/// <summary>What wishes are said about.</summary>
/// <param name="Page">Id of the page in hand; <paramref name="Section"/> of the section in hand, if one is.</param>
/// <param name="Today">The day it is said, to read opening hours.</param>
public sealed record SayContext(
    SiteDocument Site,
    TradeTemplate Trade,
    TradeCatalogue Trades,
    FactSheet Facts,
    string Page,
    string? Section,
    DateOnly Today
)
{
    public string? By { get; init; }
    public DateTimeOffset? At { get; init; }
}

/// <summary>A fact that is to be changed, or kept off the site.</summary>
/// <param name="Value">Null takes it off the site; it stays on the sheet.</param>
public sealed record SaidFact(string Fact, FactValue? Value);

/// <summary>One thing that was understood.</summary>
/// <param name="Code">Its name and what it is about, "section.up home.testimonials"; the same in every language.</param>
/// <param name="Words">The part of the wish that said it; <paramref name="Says"/> what will be done, in a line.</param>
public sealed record SaidAct(string Code, string Words, string Says, ImmutableArray<Edit> Edits, ImmutableArray<SaidFact> Facts);

/// <param name="Words">The part that is not done.</param>
/// <param name="Why">Why it cannot be done; or, where it was not understood, the nearest that could.</param>
/// <param name="Kind">The kind of wish it was understood as; null where it was not understood.</param>
public sealed record SaidMiss(string Words, string Why, string? Kind = null);

/// <param name="Site">The site with everything done that was understood.</param>
public sealed record SayReading(ImmutableArray<SaidAct> Acts, ImmutableArray<SaidMiss> Missed, SiteDocument Site, FactSheet Facts)
{
    /// <summary>All of it as one change.</summary>
    public SaidWishes Edit(string words) => new(words, [.. Acts.Select(a => a.Says)], Site);
}

/// <summary>
/// Reads wishes in plain words, English or German, several in one go. Nothing is done by reading; what is not understood is said, and
/// nothing is guessed.
/// </summary>
public static class WishReader
{
    public const int Longest = 2000;

    /// <param name="except">Codes of what was understood but is not wanted; none of it is done.</param>
    public static SayReading Read(string words, SayContext context, ImmutableHashSet<string>? except = null)
    {
        var text = FactReader.Clean(words, lines: true);
        if (text.Length > Longest)
            text = text[..Longest];
        var plain = SiteTexts
            .For(context.Site, context.Site.Language, context.Trade, context.Facts, ImmutableDictionary<string, string>.Empty)
            .Text;
        string Plain(Passage p) => plain.Plain(p);
        var lexicon = Lexicon.For(context.Site, context.Trade, context.Facts, Plain);
        var headings = context
            .Site.Pages.SelectMany(p => p.Sections)
            .Select(s => (Spoken: Lexicon.Spoken(Plain(s.Content.Heading)), s.Id))
            .Where(h => h.Spoken.Split(' ').Length >= 2)
            .ToList();
        var pieces = Pieces(text, lexicon, headings);
        var state = new SayState(context, lexicon, Plain);

        // The grouping of pieces under which most is understood; of those the one with the most single wishes.
        var best = new (int Score, int From, bool Understood)[pieces.Count + 1];
        for (var end = 1; end <= pieces.Count; end++)
        {
            best[end] = (int.MinValue, 0, false);
            for (var from = Math.Max(0, end - 6); from < end; from++)
            {
                var count = end - from;
                var understood = state.Matches(Group(text, pieces, from, end)).Any();
                if (!understood && count > 1)
                    continue;
                var score = best[from].Score + (understood ? count * 10 + 1 : 0);
                if (score > best[end].Score)
                    best[end] = (score, from, understood);
            }
        }
        var groups = new List<(int From, int To, bool Understood)>();
        for (var end = pieces.Count; end > 0; end = best[end].From)
            groups.Add((best[end].From, end, best[end].Understood));
        groups.Reverse();

        var acts = ImmutableArray.CreateBuilder<SaidAct>();
        var missed = ImmutableArray.CreateBuilder<SaidMiss>();
        foreach (var (from, to, understood) in groups)
        {
            var clause = Group(text, pieces, from, to);
            if (!understood)
            {
                missed.Add(new(clause.Text, state.Nearest(clause)));
                continue;
            }
            string? problem = null,
                kind = null;
            var done = false;
            foreach (var (intent, match) in state.Matches(clause))
            {
                var result = intent.Do(match, state);
                if (!result.Ok)
                {
                    if (result.Problem!.Length > 0)
                    {
                        problem ??= result.Problem;
                        kind ??= intent.Name;
                    }
                    continue;
                }
                foreach (var act in result.Value!)
                    if (except?.Contains(act.Code) == true)
                        done = true;
                    else if (state.Apply(act) is { } fails)
                        (problem, kind) = (fails, intent.Name);
                    else
                    {
                        acts.Add(act with { Words = clause.Text });
                        done = true;
                    }
                break;
            }
            if (!done)
                missed.Add(new(clause.Text, problem ?? state.Nearest(clause), kind));
        }
        return new(acts.ToImmutable(), missed.ToImmutable(), state.Site, state.Facts);
    }

    /// <summary>The commands there are, each with an example in both languages.</summary>
    public static IEnumerable<(string Name, string English, string German)> Examples =>
        Intents.All.Select(i => (i.Name, i.English, i.German));

    /// <summary>Runs of tokens between commas, full stops and "and".</summary>
    private static List<ImmutableArray<Token>> Pieces(string text, Lexicon lexicon, List<(string, string)> headings)
    {
        var pieces = new List<ImmutableArray<Token>>();
        var run = new List<Token>();
        void End()
        {
            if (run.Any(t => t.Text.Any(char.IsLetterOrDigit) || t.As("quote") is not null))
                pieces.Add([.. run]);
            run.Clear();
        }
        foreach (var token in Tokens.Of(text, lexicon, headings))
        {
            if (token.Is("Comma") || token.Means.IsEmpty && Lexicon.Spoken(token.Text) is "and" or "und" or "then" or "dann" or "&")
            {
                End();
                continue;
            }
            run.Add(token);
        }
        End();
        return pieces;
    }

    private static Clause Group(string text, List<ImmutableArray<Token>> pieces, int from, int to)
    {
        ImmutableArray<Token> tokens = [.. pieces.Skip(from).Take(to - from).SelectMany(p => p)];
        return new(text[tokens[0].Start..tokens[^1].End], tokens, to - from, text);
    }
}

/// <param name="Pieces">How many pieces between commas and "and" it has.</param>
/// <param name="Whole">The whole wish, in which the places of the tokens lie.</param>
internal sealed record Clause(string Text, ImmutableArray<Token> Tokens, int Pieces, string Whole);

/// <summary>A kind of wish: its shapes, and what it comes to.</summary>
internal sealed record Intent(
    string Name,
    string English,
    string German,
    ImmutableArray<Pattern> Shapes,
    Func<Match, SayState, Result<ImmutableArray<SaidAct>>> Do
)
{
    /// <summary>Its free words may go over commas and "and": a list, an address, a week.</summary>
    public bool Wide { get; init; }
}
