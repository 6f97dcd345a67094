using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Reading.Deciding;
using Plurimax.Reading.Files;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Cli;

/// <summary>What a site is to be made of, read from any brief, note or document as it is.</summary>
/// <param name="Assumed">What was taken for granted, in words, one a line.</param>
internal sealed record Brief(TradeTemplate Trade, FactSheet Facts, string Language, ImmutableArray<string> Assumed)
{
    /// <summary>From this confidence on a value goes without saying.</summary>
    private const double GoesWithoutSaying = 0.75;

    /// <param name="trade">Named by hand; null reads it from the text.</param>
    /// <param name="language">Named by hand; null takes that of the text.</param>
    /// <param name="name">Of the business, where the text does not say it.</param>
    /// <param name="place">Its town, where the text does not say it.</param>
    /// <exception cref="UsageException">A file cannot be read, or neither a name nor a trade can be told.</exception>
    public static Brief Read(
        IReadOnlyList<string> files,
        TradeCatalogue all,
        TradeTemplate? trade,
        string? language,
        string? name,
        string? place
    )
    {
        if (files.FirstOrDefault(f => !File.Exists(f)) is { } missing)
            throw new UsageException($"{missing}: there is no such file.");
        var batch = DocumentReader.Read(files.Select(f => new InFile(Path.GetFileName(f), File.ReadAllBytes(f))));
        if (batch.Texts.Length == 0)
            throw new UsageException(string.Join(" ", batch.Problems.Select(p => $"{p.File}: {p.Message}")));
        var now = DateTimeOffset.UtcNow;
        var reading = FactReading.Of(batch.Texts, DateOnly.FromDateTime(now.UtcDateTime), all);
        var assumed = ImmutableArray.CreateBuilder<string>();
        assumed.AddRange(batch.Problems.Select(p => $"{p.File}: {p.Message} It was left out."));
        var text = string.Join('\n', batch.Texts.Select(t => t.Text));
        var spoken = language ?? Languages.Guess(text) ?? "en";
        if (language is null)
            assumed.Add($"language: {spoken}, as the text is written");
        trade ??= TradeOf(reading, all, spoken, assumed);
        // The language of the brief is the language of the site: without words of the trade in it, there are the client's own.
        if (all.InLanguage(trade, spoken) is null && all.Open(spoken, trade.Kind) is { } few)
        {
            assumed.Add($"{trade.Id} is not written in {spoken} yet: the site says what the client said, and little else");
            trade = few;
        }
        var facts = FactSheet.Empty;
        foreach (var o in Confirming.Of(reading, TradeFacts.Of(trade)).OrderByDescending(o => o.Confidence).DistinctBy(o => o.Fact))
        {
            // A guess is a question: single values that are not sure stay out, lists are the client's own words.
            if (o.Value.Summary().Trim().Length == 0)
                continue;
            if (o.Confidence < GoesWithoutSaying && o.Value is not (ListValue or PricesValue or TestimonialsValue))
            {
                assumed.Add($"{o.Fact} is left open: is it {o.Value.Summary()} ({o.Where.Where})?");
                continue;
            }
            facts = facts.With(
                o.Fact,
                new FactEntry(o.Value, FactSource.File, true, !FactCatalogue.Private.Contains(o.Fact)) { Where = o.Where }
            );
            if (o.Confidence < GoesWithoutSaying)
                assumed.Add($"{o.Fact}: {o.Value.Summary()} ({o.Where.Where})");
        }
        if (name is not null)
            facts = facts.With("business.name", new FactEntry(new TextValue(name), FactSource.File, true));
        if (place is not null)
            facts = facts.With("place", new FactEntry(new AddressValue(null, place, null, null, "GB"), FactSource.File, true));
        return facts.Name.Length == 0
            ? throw new UsageException("the text does not say what the business is called. Give it with --name.")
            : new Brief(trade, facts, spoken, assumed.ToImmutable());
    }

    /// <summary>The template of the trade that was read; where none ships, the nearest by what is done, and that is said.</summary>
    private static TradeTemplate TradeOf(FactReading reading, TradeCatalogue all, string spoken, ImmutableArray<string>.Builder assumed)
    {
        if (reading.Trade is { } known && all.Find(known.Id) is { } fits)
            return fits;
        var said = reading.Best<TextValue>("trade.words")?.Text ?? reading.Trade?.Names[0];
        var words = string.Join(
            ' ',
            new[] { said }.Concat(reading.All<ListValue>("services").SelectMany(s => s.Items).Take(4)).OfType<string>()
        );
        foreach (var query in new[] { said, words }.OfType<string>().Where(w => w.Length > 0))
            if (all.Search(query, 1) is [{ Score: >= TradeSearch.Sure } near, ..])
            {
                assumed.Add($"trade: {near.Trade.Id}, the nearest to “{said ?? query}”; name another with --trade");
                return all[near.Trade.Id];
            }
        if (said is null)
            throw new UsageException(
                "the text does not say what the business does. Name a trade with --trade; plurimax trades lists them."
            );
        // Another trade's words would be untrue on the site: there are the client's own.
        if (all.Open(spoken, reading.Trade?.Kind ?? OpenTrade.KindOf(f => reading[f] is not null)) is { } own)
        {
            assumed.Add($"no template fits “{said}”: the site says what the client said, and little else. Name a trade with --trade");
            return own;
        }
        throw new UsageException($"no template fits “{said}”, and there is none for any trade in {spoken}. Name one with --trade.");
    }
}
