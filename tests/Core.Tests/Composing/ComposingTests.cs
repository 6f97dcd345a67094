using System.Text.RegularExpressions;
using CsCheck;
using Plurimax.Design.Pictures;
using Plurimax.Design.Styling;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Core.Tests;

public partial class ComposingTests
{
    private static readonly TradeCatalogue Trades = TradeCatalogue.Shipped();
    public static TheoryData<string> AllTrades => [.. Trades.All.Select(t => t.Id)];

    private static SiteDocument Site(string trade, FactSheet facts, int take = 1) =>
        Composer.Compose(Trades[trade], facts, new Wishes(), take);

    private static SiteFiles Files(string trade, FactSheet facts, int take = 1) =>
        SiteRenderer.Render(Site(trade, facts, take), Trades[trade], facts, RenderSettings.Plain);

    private static string Words(SiteFiles f) =>
        Tags().Replace(string.Join(" ", f.Files.Where(x => x.Key.EndsWith(".html")).Select(x => f.Text(x.Key))), " ");

    [Theory, MemberData(nameof(AllTrades))]
    public void Three_answers_make_a_site_of_four_to_six_pages_that_names_trade_and_town(string trade)
    {
        var files = Files(trade, FactSheet.From("Bellweather", "Hallow"));
        var pages = files.Files.Keys.Where(k => k.EndsWith(".html") && k != "404.html").ToList();
        pages.Count.ShouldBeInRange(4, 6);
        pages.ShouldContain("index.html");
        pages.ShouldContain("contact.html");
        pages.ShouldContain("privacy.html");
        var words = Words(files);
        words.ShouldContain("Bellweather");
        words.ShouldContain("Hallow");
        words.Split(' ', StringSplitOptions.RemoveEmptyEntries).Length.ShouldBeGreaterThan(800);
    }

    [Theory, MemberData(nameof(AllTrades))]
    public void Nothing_is_stated_that_nobody_gave(string trade)
    {
        // With only name and town known no telephone, price, rating, year, certificate or address can stand on the site.
        var words = Words(Files(trade, FactSheet.From("Bellweather", "Hallow")));
        Regex
            .Matches(
                words,
                @"\{\{|\{%|£\d|\b0\d{4} \d{6}\b|\b24/7\b|\bround the clock\b|\bfully insured\b|\baward|\bestablished in\b|\bof 5 "
                    + @"from\b|\b(since|Since) (19|20)\d\d\b",
                RegexOptions.IgnoreCase
            )
            .Select(m => m.Value)
            .ShouldBeEmpty();
    }

    [Theory, MemberData(nameof(AllTrades))]
    public void The_same_inputs_and_take_give_the_same_bytes(string trade)
    {
        var facts = FactSheet.From("Bellweather", "Hallow");
        var (a, b) = (Files(trade, facts), Files(trade, facts));
        a.Files.Keys.ShouldBe(b.Files.Keys);
        foreach (var (path, bytes) in a.Files)
            bytes.ShouldBe(b.Files[path], path);
    }

    [Theory, MemberData(nameof(AllTrades))]
    public void Another_take_says_it_otherwise_and_shows_other_pictures(string trade)
    {
        var facts = FactSheet.From("Bellweather", "Hallow");
        var (one, two) = (Site(trade, facts), Site(trade, facts, 2));
        one.FindSection("home.opening")!
            .Value.Section.Content.Heading.Text.ShouldNotBe(two.FindSection("home.opening")!.Value.Section.Content.Heading.Text);
        Difference.Between(one, two).Length.ShouldBeGreaterThan(10);
        Files(trade, facts).Files.Keys.First(k => k.StartsWith("img/")).ShouldNotBeNull();
        var seed = $"{trade}/Bellweather/Hallow";
        var look = DressedLook.Of(one.Look);
        SitePictures
            .For(Trades[trade], one, look, seed)["hero"]
            .File.ShouldNotBe(SitePictures.For(Trades[trade], two, look, seed)["hero"].File);
    }

    [Theory, MemberData(nameof(AllTrades))]
    public void No_picture_stands_twice_on_a_site(string trade)
    {
        var files = Files(trade, FactSheet.From("Bellweather", "Hallow"));
        var shown = files
            .Files.Keys.Where(k => k.EndsWith(".html"))
            .SelectMany(k => Regex.Matches(files.Text(k), "<img src=\"([^\"]+)\"").Select(m => m.Groups[1].Value))
            .ToList();
        shown.ShouldBeUnique();
        shown.Count.ShouldBeGreaterThan(1);
    }

    [Fact]
    public void Facts_bring_their_passages_and_reach_every_page()
    {
        var (facts, problems) = FactsFile.Read(
            Content.Text("demo/harrowgate-cycle-works.yaml")!,
            TradeFacts.Of(Trades["bicycle-repair"]),
            FactSource.File,
            true
        );
        problems.ShouldBeEmpty();
        var files = Files("bicycle-repair", facts);
        foreach (var page in new[] { "index.html", "services.html", "about.html", "questions.html", "contact.html" })
            files.Text(page).ShouldContain("01632 960142");
        files.Text("services.html").ShouldContain("£38");
        files.Text("index.html").ShouldContain("4.8 of 5 from 167 reviews");
        files.Text("index.html").ShouldContain("the 8.40 ferry");
        files.Text("contact.html").ShouldContain("14 Rope Walk");
        files.Text("about.html").ShouldContain("lifeboat station");
        var moved = facts.With("phone", new FactEntry(new PhoneValue("+441632960199", "01632 960199"), FactSource.Maker, true));
        Words(Files("bicycle-repair", moved)).ShouldNotContain("960142");
    }

    [Fact]
    public void A_private_or_unconfirmed_fact_stays_off_the_site()
    {
        var phone = new PhoneValue("+441632960142", "01632 960142");
        foreach (
            var entry in new[] { new FactEntry(phone, FactSource.Maker, true, Shown: false), new FactEntry(phone, FactSource.Guess, false) }
        )
            Words(Files("bicycle-repair", FactSheet.From("Bell", "Hallow").With("phone", entry))).ShouldNotContain("960142");
    }

    [Fact]
    public void The_main_action_is_the_same_in_header_opening_and_bands()
    {
        var facts = FactSheet
            .From("Bell", "Hallow")
            .With("phone", new FactEntry(new PhoneValue("+441632960142", "01632 960142"), FactSource.Maker, true));
        var site = Composer.Compose(Trades["tree-surgeon"], facts, new Wishes(Action: MainAction.Call));
        var html = SiteRenderer.Render(site, Trades["tree-surgeon"], facts, RenderSettings.Plain).Text("index.html");
        Regex.Matches(html, "<a class=\"btn\" href=\"([^\"]+)\"").Select(m => m.Groups[1].Value).Distinct().ShouldBe(["tel:+441632960142"]);
        // Without its fact the action leads to the form instead of nowhere.
        var none = FactSheet.From("Bell", "Hallow");
        var fallback = SiteRenderer
            .Render(
                Composer.Compose(Trades["tree-surgeon"], none, new Wishes(Action: MainAction.Call)),
                Trades["tree-surgeon"],
                none,
                RenderSettings.Plain
            )
            .Text("index.html");
        fallback.ShouldNotContain("tel:");
        fallback.ShouldContain("contact.html#enquiry");
    }

    [Fact]
    public void Kept_text_survives_every_take()
    {
        var facts = FactSheet.From("Bell", "Hallow");
        var kept = new SetText("home.opening", "heading", "My own words").Apply(Site("bicycle-repair", facts)).Value!;
        foreach (var take in Enumerable.Range(2, 5))
        {
            var renewed = Renewal.Renew(kept, Site("bicycle-repair", facts, take));
            renewed
                .FindSection("home.opening")!
                .Value.Section.Content.Heading.ShouldBe(
                    new Passage("My own words", kept.FindSection("home.opening")!.Value.Section.Content.Heading.Choice, true)
                );
            renewed.Take.ShouldBe(take);
        }
    }

    [Fact]
    public void A_take_of_one_section_leaves_the_others_alone()
    {
        var facts = FactSheet.From("Bell", "Hallow");
        var site = Site("bicycle-repair", facts);
        var renewed = Renewal.Renew(site, Site("bicycle-repair", facts, 2), "home.intro");
        Difference.Between(site, renewed).Select(c => c.Section).Distinct().ShouldBe(["home.intro"]);
    }

    [Fact]
    public void Tones_change_the_words_and_formal_has_no_contractions()
    {
        var facts = FactSheet.From("Bell", "Hallow");
        var formal = Composer.Compose(Trades["physiotherapist"], facts, new Wishes(Tone: Tone.Formal));
        formal
            .Pages.SelectMany(p => p.Sections)
            .SelectMany(s => s.Content.Passages())
            .Select(p => p.Passage.Text)
            .Where(t => Regex.IsMatch(t, @"n't\b|'re\b|'ll\b|\bit's\b"))
            .ShouldBeEmpty();
    }

    [Fact]
    public void Any_name_and_town_compose_and_render_without_a_hole()
    {
        var names = Pick.Any(
            "O'Brien & \"Sons\"",
            "<script>alert(1)</script>",
            "🚲",
            "دكان الدراجات",
            "{{ phone }}",
            "{% raw %}",
            "[x|y]",
            "*bold*",
            "A",
            new string('W', 120)
        );
        Gen.Select(names, names, Gen.Int[0, Trades.All.Count() - 1])
            .Sample(
                (name, town, i) =>
                {
                    var trade = Trades.All.ElementAt(i);
                    var html = SiteRenderer
                        .Render(
                            Composer.Compose(trade, FactSheet.From(name, town), new Wishes()),
                            trade,
                            FactSheet.From(name, town),
                            RenderSettings.Plain
                        )
                        .Text("index.html");
                    return !html.Contains("<script>alert") && html.Contains($"<b>{Html.Encode(name)}</b>") && !html.Contains("{{ business");
                },
                iter: 60
            );
    }

    [GeneratedRegex("<style.*?</style>|<script.*?</script>|<[^>]+>", RegexOptions.Singleline)]
    private static partial Regex Tags();
}
