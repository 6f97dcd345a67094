using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Making.Saying;

/// <summary>The site while wishes are read, one after the other: each stands on what the one before made of it.</summary>
internal sealed class SayState(SayContext context, Lexicon lexicon, Func<Passage, string> plain)
{
    public SayContext Context { get; } = context;
    public SiteDocument Site { get; private set; } = context.Site;
    public FactSheet Facts { get; private set; } = context.Facts;
    public TradeTemplate Trade => Context.Trade;
    public Lexicon Words => lexicon;

    public string Plain(Passage p) => plain(p);

    /// <summary>The words of the wish that is being read.</summary>
    public string Saying { get; private set; } = "";

    public IEnumerable<(Intent Intent, Match Match)> Matches(Clause clause)
    {
        Saying = clause.Text;
        var tokens = Numbered(clause.Tokens);
        foreach (var intent in Intents.All)
        foreach (var shape in intent.Shapes)
            if (shape.Of(tokens, clause.Whole) is { } match && (clause.Pieces == 1 || match.Rest.Length == 0 || intent.Wide))
            {
                yield return (intent, match);
                break;
            }
    }

    /// <summary>"The second section" as the section it is; "the last one" too.</summary>
    private ImmutableArray<Token> Numbered(ImmutableArray<Token> tokens)
    {
        for (var i = 0; i + 1 < tokens.Length; i++)
            if (
                tokens[i].As("ord") is { } ord
                && tokens[i + 1].Is("SectionWord")
                && Nth(int.Parse(ord, System.Globalization.CultureInfo.InvariantCulture)) is { } id
            )
                return Numbered([
                    .. tokens.Take(i),
                    new Token($"{tokens[i].Text} {tokens[i + 1].Text}", tokens[i].Start, tokens[i + 1].End, [new("sec", id)], false),
                    .. tokens.Skip(i + 2),
                ]);
        return tokens;
    }

    private string? Nth(int n)
    {
        var shown = Page.Sections.Where(s => !s.Hidden).ToList();
        return n < 0 ? shown.LastOrDefault()?.Id : shown.ElementAtOrDefault(n - 1)?.Id;
    }

    public Page Page => Site.FindPage(Context.Page) ?? Site.Pages[0];

    /// <summary>The section that a word means: on the page in hand, else on the first page that has one.</summary>
    public (Page Page, Section Section)? Find(Token? t, string? onPage = null)
    {
        if (t is null)
            return Context.Section is { } inHand ? Site.FindSection(inHand) : null;
        if (t.As("sec") is { } id)
            return Site.FindSection(id);
        var kinds = t.Means.Where(m => m.Type == "section").Select(m => m.Value).ToList();
        var pages = new[] { onPage is null ? Page : Site.FindPage(onPage) }.OfType<Page>().Concat(onPage is null ? Site.Pages : []);
        return pages
            .SelectMany(p =>
                p.Sections.Where(s => kinds.Contains(s.Content.Kind)).OrderBy(s => s.Hidden).Select(s => ((Page, Section)?)(p, s))
            )
            .FirstOrDefault();
    }

    public Page? FindPage(Token? t) =>
        t is null
            ? null
            : Site.FindPage(t.As("page!") ?? t.As("page") ?? "")
                ?? Site.Pages.FirstOrDefault(p =>
                    p.Bare == (t.As("page!") ?? t.As("page")) || p.Bare == "home" && p.IsHome && t.As("page") == "home"
                );

    /// <summary>Does it; what does not go comes back as a reason, and nothing of it is done.</summary>
    public string? Apply(SaidAct act)
    {
        var site = Site;
        foreach (var edit in act.Edits)
        {
            var next = edit.Apply(site);
            if (!next.Ok)
                return next.Problem;
            site = next.Value!;
        }
        var facts = Facts;
        foreach (var fact in act.Facts)
            facts =
                fact.Value is { } value
                    ? facts.With(
                        fact.Fact,
                        new FactEntry(value, FactSource.Maker, true, !FactCatalogue.Private.Contains(fact.Fact), Context.By, Context.At)
                    )
                : facts[fact.Fact] is { } there ? facts.With(fact.Fact, there with { Shown = false })
                : facts;
        if (act.Facts.Length > 0)
            site = Recomposing.Refreshed(Context.Trades, Trade, facts, site);
        (Site, Facts) = (site, facts);
        return null;
    }

    /// <summary>The command whose words are nearest to a wish that was not understood.</summary>
    public string Nearest(Clause clause)
    {
        var said = clause.Tokens.SelectMany(t => t.Means).Select(m => m.Type == "c" ? m.Value : m.Type).ToHashSet();
        said.Remove("Comma");
        var unknown = clause.Tokens.Where(t => t.Means.IsEmpty && !t.Skip).Select(t => $"“{t.Text}”").Take(3).ToList();
        var nearest =
            said.Count == 0
                ? null
                : Intents
                    .All.Select(i => (Intent: i, Same: Shared(i)))
                    .Where(x => x.Same > 0)
                    .OrderByDescending(x => x.Same)
                    .FirstOrDefault()
                    .Intent;
        var why = unknown.Count > 0 ? $"Not understood: {string.Join(", ", unknown)}. " : "";
        return nearest is null ? $"{why}No wish of this kind is known." : $"{why}Nearest: {nearest.English}";

        double Shared(Intent intent)
        {
            var own = Tokens
                .Of(intent.English, lexicon, [])
                .SelectMany(t => t.Means)
                .Select(m => m.Type == "c" ? m.Value : m.Type)
                .ToHashSet();
            var same = own.Count(said.Contains);
            return same / (double)(own.Count + said.Count - same);
        }
    }
}
