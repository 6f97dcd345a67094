using AngleSharp.Html.Parser;
using Plurimax.Design.Pictures;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Likeness;
using Plurimax.Making.Plans;
using Plurimax.Making.Templates;
using Plurimax.Publishing.Launching;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;
using YamlDotNet.RepresentationModel;

namespace Plurimax.Core.Tests;

public sealed class LanguagesTests
{
    private static readonly TradeCatalogue Trades = TradeCatalogue.Shipped();
    private static readonly FactSheet Facts = FactSheet.From("Praxis Reet", "Saltmere");

    /// <summary>
    /// As ICU 78 prints them by Unicode CLDR 48 (Intl.NumberFormat, Intl.DateTimeFormat long, Intl.ListFormat); whole sums without decimals
    /// are our own rule.
    /// </summary>
    [Theory]
    [InlineData("en-GB", "GB", "£1,234.50", "£45,000", "31 October 2027", "October 2026", "a, b and c")]
    [InlineData("en-US", "US", "$1,234.50", "$45,000", "October 31, 2027", "October 2026", "a, b, and c")]
    [InlineData("de-DE", "DE", "1.234,50 €", "45.000 €", "31. Oktober 2027", "Oktober 2026", "a, b und c")]
    [InlineData("de-CH", "CH", "CHF 1’234.50", "CHF 45’000", "31. Oktober 2027", "Oktober 2026", "a, b und c")]
    [InlineData("fr-FR", "FR", "1\u202f234,50 €", "45\u202f000 €", "31 octobre 2027", "octobre 2026", "a, b et c")]
    [InlineData("es-ES", "ES", "1234,50 €", "45.000 €", "31 de octubre de 2027", "octubre de 2026", "a, b y c")]
    [InlineData("it-IT", "IT", "1234,50 €", "45.000 €", "31 ottobre 2027", "ottobre 2026", "a, b e c")]
    [InlineData("nl-NL", "NL", "€ 1.234,50", "€ 45.000", "31 oktober 2027", "oktober 2026", "a, b en c")]
    public void Figures_and_dates_are_written_as_the_language_does(
        string language,
        string country,
        string sum,
        string whole,
        string date,
        string month,
        string list
    )
    {
        var words = SiteWords.For(language);
        words.Money(1234.5m, country).Replace('\u00A0', ' ').ShouldBe(sum);
        words.Money(45000m, country).Replace('\u00A0', ' ').ShouldBe(whole);
        words.Date("2027-10-31").ShouldBe(date);
        words.Date("2026-10").ShouldBe(month);
        words.List(["a", "b", "c"]).ShouldBe(list);
    }

    [Theory]
    [InlineData("en-GB", "8.30 am – 6 pm", "noon")]
    [InlineData("en-US", "8:30 am – 6 pm", "noon")]
    [InlineData("de-DE", "8.30 – 18 Uhr", "12 Uhr")]
    [InlineData("fr-FR", "8 h 30 – 18 h", "midi")]
    [InlineData("es-ES", "de 8:30 a 18:00", "12:00")]
    [InlineData("it-IT", "8:30 – 18:00", "12:00")]
    [InlineData("nl-NL", "8.30 – 18 uur", "12 uur")]
    public void Hours_are_written_as_the_language_does(string language, string span, string noon)
    {
        SiteWords.For(language).Span(new OpenSpan(new(8, 30), new(18, 0))).ShouldBe(span);
        SiteWords.For(language).Time(new(12, 0)).ShouldBe(noon);
    }

    [Fact]
    public void Small_words_follow_the_rules_of_the_language()
    {
        SiteWords.For("es").List(["Lugo", "Irún"]).ShouldBe("Lugo e Irún", "y becomes e before the sound of i (RAE, Ortografía)");
        SiteWords.For("es").List(["agua", "hielo"]).ShouldBe("agua y hielo");
        SiteWords.For("fr").Date("2026-03-01").ShouldBe("1er mars 2026");
        SiteWords.For("fr").InTown("Le Havre").ShouldBe("au Havre");
        SiteWords.For("fr").InTown("Les Ulis").ShouldBe("aux Ulis");
        SiteWords.For("it").InTown("Alba").ShouldBe("ad Alba");
        SiteWords.For("de").Possessive("Fritz").ShouldBe("Fritz'");
        SiteWords.For("de").Possessive("Müller").ShouldBe("Müllers");
        SiteWords.For("en").Possessive("Bells").ShouldBe("Bells'");
        string Typed(string language, string text) =>
            new TextEngine(
                FactTree.Build(Facts),
                new Dictionary<string, string>(),
                new Dictionary<string, string>(),
                SiteWords.For(language)
            ).Plain(new Passage(text));
        Typed("de", "Er sagt \"ja\".").ShouldBe("Er sagt „ja“.");
        Typed("fr", "Que faire ? Dites \"oui\" !").ShouldBe("Que faire\u00A0? Dites «\u00A0oui\u00A0»\u00A0!");
        Typed("es", "Diga \"sí\".").ShouldBe("Diga «sí».");
    }

    [Fact]
    public void Every_language_has_every_fixed_word_with_the_same_blanks()
    {
        var english = Flat("en");
        foreach (var language in SiteWords.Languages.Skip(1))
        {
            var own = Flat(language);
            english
                .Keys.Where(k => !k.EndsWith(".us", StringComparison.Ordinal) && k is not ("clock.noon" or "clock.midnight"))
                .Except(own.Keys)
                .ShouldBeEmpty(language);
            foreach (
                var (key, text) in own.Where(w =>
                    english.ContainsKey(w.Key)
                    && !w.Key.StartsWith("titles.", StringComparison.Ordinal)
                    && !w.Key.StartsWith("clock.", StringComparison.Ordinal)
                )
            )
            foreach (var blank in Blanks(text))
                if (key is not ("footer.registered"))
                    Blanks(english[key]).ShouldContain(blank, $"{language} {key}");
            SettingsTexts().ShouldAllBe(k => own.ContainsKey("texts." + k), language);
        }

        static IEnumerable<string> Blanks(string text) =>
            System.Text.RegularExpressions.Regex.Matches(text, @"\{\{ ([a-z.]+)").Select(m => m.Groups[1].Value);
        static string[] SettingsTexts() => ["privacy", "terms", "consent", "accessibility", "thanks"];
    }

    private static Dictionary<string, string> Flat(string language)
    {
        var stream = new YamlStream();
        stream.Load(new StringReader(Content.Text($"copy/{language}/site-words.yaml")!));
        var found = new Dictionary<string, string>();
        Walk("", stream.Documents[0].RootNode);
        return found;

        void Walk(string path, YamlNode node)
        {
            if (node is YamlMappingNode map)
                foreach (var (k, v) in map.Children)
                    Walk(path.Length == 0 ? k.ToString() : $"{path}.{k}", v);
            else
                found[path] = node.ToString();
        }
    }

    private static (SiteDocument Site, TradeTemplate Trade) Two()
    {
        var trade = Trades["physiotherapist"];
        var german = Trades.InLanguage(trade, "de").ShouldNotBeNull();
        return (Composer.WithLanguage(Composer.Compose(trade, Facts, new Wishes()), german, Facts), trade);
    }

    [Fact]
    public void A_site_in_two_languages_has_a_switch_alternates_and_addresses_of_its_own_and_no_dead_link()
    {
        var (site, trade) = Two();
        site.Languages.ShouldBe(["en-GB", "de-DE"]);
        var files = SiteRenderer.Render(site, trade, Facts, RenderSettings.Plain);
        Preflight.OfFiles(files.Files.ToDictionary(f => f.Key, f => f.Value)).ShouldBeEmpty();
        files.Files.Keys.ShouldContain("de/leistungen.html");
        var parser = new HtmlParser();
        var home = parser.ParseDocument(files.Text("de/index.html"));
        home.DocumentElement.GetAttribute("lang").ShouldBe("de-DE");
        home.QuerySelectorAll("link[hreflang]")
            .Select(l => (l.GetAttribute("hreflang"), l.GetAttribute("href")))
            .ShouldBe([("en-GB", "http://site.example/"), ("de-DE", "http://site.example/de/"), ("x-default", "http://site.example/")]);
        home.QuerySelector(".langs a")!.TextContent.ShouldBe("English");
        // Both sides name each other, or search engines take neither (Google, hreflang "return tags").
        parser
            .ParseDocument(files.Text("services.html"))
            .QuerySelector("link[hreflang=de-DE]")!
            .GetAttribute("href")
            .ShouldBe("http://site.example/de/leistungen.html");
        parser
            .ParseDocument(files.Text("de/leistungen.html"))
            .QuerySelector("link[hreflang=en-GB]")!
            .GetAttribute("href")
            .ShouldBe("http://site.example/services.html");
        // No English of ours is left on a German page but the switch and what pictures show.
        var text = parser.ParseDocument(files.Text("de/kontakt.html")).Body!.TextContent;
        foreach (var english in new[] { "Send", "Your name", "Contact", "Privacy", "About", "Questions" })
            text.ShouldNotContain(english, Case.Sensitive);
        files.Text("sitemap.xml").ShouldContain("<loc>http://site.example/de/leistungen.html</loc>");
        // One language: nothing of it.
        SiteRenderer
            .Render(Composer.Compose(trade, Facts, new Wishes()), trade, Facts, RenderSettings.Plain)
            .Text("index.html")
            .ShouldNotContain("hreflang");
    }

    [Fact]
    public void A_language_comes_and_goes_and_what_is_written_in_it_stays()
    {
        var (site, trade) = Two();
        SiteDocument.FromJson(site.ToJson()).ToJson().ShouldBe(site.ToJson());
        var written = new SetText("de/home.opening", "heading", "Wieder Treppen steigen").Apply(site).Value!;
        SiteRenderer.Render(written, trade, Facts, RenderSettings.Plain).Text("de/index.html").ShouldContain("Wieder Treppen steigen");
        var again = Composer.WithLanguage(Composer.Compose(trade, Facts, new Wishes(), 2), Trades.InLanguage(trade, "de")!, Facts);
        Renewal.Renew(written, again).FindSection("de/home.opening")!.Value.Section.Content.Heading.Text.ShouldBe("Wieder Treppen steigen");
        var alone = new RemoveLanguage("de-DE").Apply(written).Value!;
        alone.Languages.ShouldBe(["en-GB"]);
        new RemoveLanguage("en-GB").Apply(written).Ok.ShouldBeFalse();
        new RemovePage("de/home").Apply(written).Ok.ShouldBeFalse();
    }

    [Fact]
    public void A_trade_is_listed_once_whatever_languages_it_is_written_in()
    {
        Trades.All.ShouldAllBe(t => t.Translates == null);
        Trades.Languages(Trades["physiotherapist"]).ShouldBe(["en-GB", "de-DE", "es-ES", "fr-FR"]);
        var german = Trades["physiotherapist.de"];
        (german.Kind, german.Schema, german.Root).ShouldBe((Trades["physiotherapist"].Kind, "Physiotherapy", "physiotherapist"));
        german
            .Services.Keys.Order()
            .ShouldBe(Trades["physiotherapist"].Services.Keys.Order(), "services go by the same ids in every language");
        Trades.InLanguage(Trades["roofer"], "it").ShouldBeNull();
    }

    [Fact]
    public void A_german_site_of_each_size_is_whole()
    {
        var german = Trades["physiotherapist.de"];
        foreach (var size in Enum.GetValues<PlanSize>())
        {
            var facts = Facts.With("place", new FactEntry(new AddressValue(null, "Saltmere", null, null, "DE"), FactSource.Maker, true));
            var site = Composer.Compose(german, facts, new Wishes(Size: size));
            site.FindPage("imprint").ShouldNotBeNull();
            var files = SiteRenderer.Render(site, german, facts, RenderSettings.Plain);
            Preflight
                .OfFiles(files.Files.ToDictionary(f => f.Key, f => f.Value))
                .Where(f => f.Severity == Severity.Blocker)
                .ShouldBeEmpty($"{size}");
            files.Files.Keys.ShouldContain("impressum.html");
        }
    }

    private static readonly string[] Written =
    [
        "bakery",
        "bicycle-repair",
        "electrician",
        "guesthouse",
        "hairdresser",
        "physiotherapist",
        "plumber",
        "restaurant",
    ];
    public static IEnumerable<object[]> Copies =>
        from trade in Written
        from language in new[] { "de", "fr", "es" }
        select new object[] { trade, language };

    [Theory, MemberData(nameof(Copies))]
    public void Eight_trades_are_whole_in_German_French_and_Spanish(string id, string language)
    {
        var (english, own) = (Trades[id], Trades.InLanguage(Trades[id], language).ShouldNotBeNull());
        own.Services.Keys.Order().ShouldBe(english.Services.Keys.Order());
        own.Services.Values.ShouldAllBe(v => v.Short.Length > 0 && v.Text.Length > 0);
        own.Pools["questions"].Items.Length.ShouldBeGreaterThanOrEqualTo(8);
        own.Actions.Keys.ShouldContain(english.Aims[0]);
        // The lint in everything; the length of texts about services is counted for English.
        StyleLint.Of(own).Where(p => !p.Message.Contains("at the median")).Select(p => p.ToString()).ShouldBeEmpty();
        var thirty = Distribution.Of(own, 30);
        thirty.Highest.ShouldBeLessThanOrEqualTo(Shingles.Bound, string.Join(", ", thirty.Shared));
        foreach (var size in Enum.GetValues<PlanSize>())
        foreach (var tone in own.Tones)
        {
            var site = Composer.Compose(own, Facts, new Wishes(Size: size, Tone: tone));
            var files = SiteRenderer.Render(site, own, Facts, RenderSettings.Plain);
            Preflight
                .OfFiles(files.Files.ToDictionary(f => f.Key, f => f.Value))
                .Where(f => f.Severity == Severity.Blocker)
                .ShouldBeEmpty($"{size} {tone}");
            // No English of the base template has come along.
            var english_leads = english
                .Passages.Values.SelectMany(b => b)
                .Select(a => a.Text)
                .Where(t => t.Length > 30 && !t.Contains('{'))
                .ToHashSet();
            site.Pages.SelectMany(p => p.Sections)
                .SelectMany(s => s.Content.Passages())
                .Select(p => p.Passage.Text)
                .Where(english_leads.Contains)
                .ShouldBeEmpty();
        }
    }

    [Theory, InlineData("de"), InlineData("fr"), InlineData("es"), InlineData("it"), InlineData("nl")]
    public void Every_drawn_scene_is_described_in_every_language(string language) =>
        Scenes.All.Keys.Where(s => SceneTexts.Of(s, language) is not { Length: > 10 }).ShouldBeEmpty();

    [Fact]
    public void A_page_describes_its_pictures_in_its_own_language()
    {
        var (site, trade) = Two();
        var page = SiteRenderer.Render(site, trade, Facts, RenderSettings.Plain).Text("de/index.html");
        page.ShouldNotContain("lang=\"en\"");
        foreach (var (scene, recipe) in Scenes.All.Where(s => page.Contains($"img/{s.Key}.svg")))
            page.ShouldNotContain(recipe.Alt, Case.Sensitive, scene);
    }

    [Fact]
    public void All_languages_of_a_site_show_the_same_services_whatever_the_take_and_what_is_offered()
    {
        var (site, trade) = Two();
        static string[] Services(SiteDocument d, string page) =>
            [.. d.FindPage(page)!.Sections.Select(s => s.Content).OfType<ServicesContent>().SelectMany(c => c.Items).Select(i => i.Id)];
        for (var take = 2; take < 6; take++)
        {
            site = Recomposing.Take(Trades, trade, Facts, site, take, CopyLedger.Empty);
            Services(site, "de/services").ShouldBe(Services(site, "services"), $"take {take}");
        }
        var offered = Facts.With(
            "services",
            new FactEntry(
                new ListValue([trade.Services["desk"].Names[0], trade.Services["hip-knee"].Names[0], "Horse massage"]),
                FactSource.Client,
                true
            )
        );
        var fewer = Recomposing.Refreshed(
            Trades,
            trade,
            offered,
            Composer.WithLanguage(Composer.Compose(trade, offered, new Wishes()), Trades.InLanguage(trade, "de")!, offered)
        );
        Services(fewer, "services").ShouldBe(["desk", "hip-knee", "own-horse-massage"]);
        Services(fewer, "de/services").ShouldBe(Services(fewer, "services"));
        // The German name of what the fact sheet names in English.
        fewer
            .FindPage("de/services")!
            .Sections.SelectMany(s => s.Content.Items)
            .Select(i => i.Title.Text)
            .ShouldNotContain(trade.Services["desk"].Names[0]);
    }

    [Fact]
    public void Every_language_is_a_set_of_pages_of_its_own()
    {
        var (site, _) = Two();
        PlanRules.Check(site, Facts).Where(r => r.Rule is "menu-long" or "menu-twice" or "home-ends").ShouldBeEmpty();
        var without = site with { Pages = site.Pages.RemoveAll(p => p.Id == "de/services") };
        PlanRules.Check(without, Facts).ShouldNotContain(r => r.Page == "services");
        PlanRules
            .Check(new RenamePage("de/about", "Kontakt").Apply(site).Value!, Facts)
            .ShouldContain(r => r.Rule == "menu-twice" && r.Page!.StartsWith("de/"));
        new HidePage("de/home", true).Apply(site).Ok.ShouldBeFalse();
        new MovePage("de/home", 1).Apply(site).Ok.ShouldBeFalse();
    }
}
