using System.Text.RegularExpressions;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Core.Tests.Trades;

/// <summary>Sites for a trade that has no template in a language: they say what the client said, and nothing of any trade.</summary>
public sealed class OpenTradeTests
{
    private static readonly TradeCatalogue Trades = TradeCatalogue.Shipped();

    public static TheoryData<string, BusinessKind> Every()
    {
        var data = new TheoryData<string, BusinessKind>();
        foreach (var language in OpenTrade.Languages)
        foreach (var kind in Enum.GetValues<BusinessKind>())
            data.Add(language, kind);
        return data;
    }

    private static FactSheet Full() =>
        FactSheet
            .From("Hobday & Fenn", "Wetherham")
            .With("trade.words", Said(new TextValue("clockmaker and clock restorer")))
            .With("known_for", Said(new TextValue("Old time, kept.")))
            .With("services", Said(new ListValue(["Dial repainting", "House calls"])))
            .With("selling_points", Said(new ListValue(["Two-year guarantee", "Hand-cut parts"])))
            .With("owner.story", Said(new TextValue("Two benches, one cat and four hundred clocks a year.")))
            .With("guarantee", Said(new TextValue("Two years on every overhaul")))
            .With("area.radius", Said(new TextValue("25 miles")))
            .With("history", Said(new TextValue("Begun by a watchmaker's daughter.")))
            .With("prices", Said(new PricesValue([new PriceLine("Overhaul", 145, true, null, "GBP")])));

    private static FactEntry Said(FactValue value) => new(value, FactSource.Client, true, true);

    private static string Text(SiteDocument site, TradeTemplate trade, FactSheet facts) =>
        string.Join(
            '\n',
            SiteRenderer
                .Render(site, trade, facts, RenderSettings.Plain)
                .Files.Where(f => f.Key.EndsWith(".html", StringComparison.Ordinal))
                .Select(f => System.Net.WebUtility.HtmlDecode(System.Text.Encoding.UTF8.GetString(f.Value)))
        );

    [Theory]
    [MemberData(nameof(Every))]
    public void Every_fact_stands_on_a_page_in_every_language_and_kind(string language, BusinessKind kind)
    {
        var trade = Trades.Open(language, kind)!;
        trade.Kind.ShouldBe(kind);
        Trades.Find(trade.Id).ShouldNotBeNull().Language.Split('-')[0].ShouldBe(language);
        var facts = Full();
        var text = Text(Composer.Compose(trade, facts, new Wishes()), trade, facts);
        foreach (
            var said in new[]
            {
                "Old time, kept.",
                "Dial repainting",
                "Hand-cut parts",
                "Two benches",
                "Two years on every",
                "Begun by a",
                "145",
            }
        )
            text.ShouldContain(said);
        if (kind == BusinessKind.AtCustomersPlace)
            text.ShouldContain("25 miles");
    }

    [Theory]
    [MemberData(nameof(Every))]
    public void With_nothing_but_a_name_and_a_town_nothing_else_is_claimed(string language, BusinessKind kind)
    {
        var trade = Trades.Open(language, kind)!;
        var facts = FactSheet.From("Hobday & Fenn", "Wetherham");
        var site = Composer.Compose(trade, facts, new Wishes());
        site.Pages.SelectMany(p => p.Sections).ShouldNotContain(s => s.Content is ServicesContent);
        var text = Text(site, trade, facts);
        text.ShouldContain("Wetherham");
        text.ShouldNotContain("{{");
        text.ShouldNotContain("{%");
    }

    [Fact]
    public void They_are_offered_by_no_search_and_stand_on_no_list()
    {
        Trades.Cards.ShouldNotContain(c => OpenTrade.Parse(c.Id) != null);
        Trades.Search("clockmaker").ShouldNotContain(m => OpenTrade.Parse(m.Trade.Id) != null);
        OpenTrade.Parse("open-fr").ShouldBeNull();
        OpenTrade.Parse("open-fr-nonsense").ShouldBeNull();
        Trades.Find("open-xx-maker").ShouldBeNull();
        Trades.Find("open-..-maker").ShouldBeNull();
    }

    [Fact]
    public void Another_language_of_such_a_site_is_such_a_site_again()
    {
        var trade = Trades.Open("fr", BusinessKind.Maker)!;
        Trades.InLanguage(trade, "nl-BE")!.Id.ShouldBe(OpenTrade.IdOf("nl", BusinessKind.Maker));
    }

    [Theory]
    [InlineData(null, "Price")]
    [InlineData(true, "VAT included")]
    [InlineData(false, "plus VAT")]
    public void Tax_stands_over_prices_only_where_it_was_said(bool? said, string heading)
    {
        var facts = said is { } yes ? Full().With("vat_included", Said(new YesNoValue(yes))) : Full();
        var trade = Trades.Open("en", BusinessKind.Maker)!;
        Text(Composer.Compose(trade, facts, new Wishes()), trade, facts).ShouldContain($"<th scope=\"col\">{heading}</th>");
    }

    [Fact]
    public void One_page_says_it_all_too()
    {
        var trade = Trades.Open("de", BusinessKind.Maker)!;
        var text = Text(Composer.Compose(trade, Full(), new Wishes(Size: PlanSize.One)), trade, Full());
        foreach (var said in new[] { "Hand-cut parts", "Two benches", "Two years on every", "Begun by a" })
            text.ShouldContain(said);
    }

    [Fact]
    public void A_story_that_a_wording_tells_is_not_told_again()
    {
        var facts = Full();
        foreach (var trade in Trades.All)
        {
            var text = Text(Composer.Compose(trade, facts, new Wishes()), trade, facts);
            // What search engines are told of a page may say it as well.
            Regex
                .Replace(text, "<head>.*?</head>", "", RegexOptions.Singleline)
                .Split("Two benches, one cat")
                .Length.ShouldBe(2, trade.Id);
        }
    }

    [Fact]
    public void What_it_is_known_for_heads_what_speaks_for_a_business_of_any_trade()
    {
        var trade = Trades["florist"];
        var facts = Full();
        var text = Text(Composer.Compose(trade, facts, new Wishes()), trade, facts);
        text.ShouldContain("Old time, kept.");
        text.ShouldContain("Hand-cut parts");
        text.ShouldContain("Two benches");
    }
}
