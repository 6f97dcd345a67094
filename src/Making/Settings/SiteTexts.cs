using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Making.Settings;

/// <summary>The engines that fill the texts of a site or about a firm, by trade, facts and settings.</summary>
public static class SiteTexts
{
    /// <summary>The texts of a site in one of its languages: with the words of the trade and the fixed texts in it.</summary>
    /// <param name="trade">The trade in the site's own language.</param>
    public static (TradeTemplate Trade, TextEngine Text) For(
        SiteDocument site,
        string language,
        TradeTemplate trade,
        FactSheet facts,
        ImmutableDictionary<string, string> settings
    )
    {
        var spoken = language == site.Language ? trade : TradeCatalogue.Shipped().InLanguage(trade, language) ?? trade;
        var words = SiteWords.For(language);
        var tree = FactTree.Build(facts);
        tree["agency"] = Agency(settings);
        return (
            spoken,
            new TextEngine(tree, spoken.Words, FixedTexts.In(settings, words, facts.Country, trade.Kind), words.Written(settings))
            {
                Led = target => LinkTarget.Of(facts, target),
            }
        );
    }

    /// <summary>Texts about a firm that stand outside its pages: answers to forms, mails, guides.</summary>
    public static TextEngine Of(FactSheet facts, ImmutableDictionary<string, string> settings, SiteWords words, BusinessKind kind)
    {
        var tree = FactTree.Build(facts);
        tree["agency"] = Agency(settings);
        return new TextEngine(
            tree,
            new Dictionary<string, string>(),
            FixedTexts.In(settings, words, facts.Country, kind),
            words.Written(settings)
        )
        {
            Led = target => LinkTarget.Of(facts, target),
        };
    }

    private static Dictionary<string, object> Agency(ImmutableDictionary<string, string> settings) =>
        new()
        {
            ["name"] = settings.GetValueOrDefault("agency_name", ""),
            ["email"] = settings.GetValueOrDefault("agency_email", ""),
            ["phone"] = settings.GetValueOrDefault("agency_phone", ""),
        };
}
