using System.IO.Compression;
using System.Text;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Handoff;
using Plurimax.Publishing.Launching;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;
using Plurimax.Work.Line;

namespace Plurimax.Core.Tests;

public class LaunchTests
{
    private static readonly TradeTemplate Trade = TradeCatalogue.Shipped()["bicycle-repair"];
    private static readonly FactSheet Facts = FactSheet
        .From("Bell Cycles", "Hallow")
        .With("email", new FactEntry(new TextValue("bench@bell.example"), FactSource.Client, true));
    private static readonly SiteDocument Site = Composer.Compose(Trade, Facts, new Wishes());

    private static IEnumerable<string> Rules(
        SiteDocument? site = null,
        FactSheet? facts = null,
        int? signed = 1,
        int revision = 1,
        int marks = 0
    ) =>
        Preflight
            .Check(new PreflightInput(site ?? Site, Trade, facts ?? Facts, RenderSettings.Plain, signed, revision, [], marks))
            .Select(f => f.Rule);

    private static SiteDocument Do(params Edit[] edits) =>
        edits.Aggregate(Site, (d, e) => e.Apply(d).Value ?? throw new InvalidOperationException(e.Apply(d).Problem));

    [Fact]
    public void A_signed_site_as_generated_has_nothing_against_it_once_somebody_said_what_is_offered()
    {
        Rules().ShouldBe(["services-of-the-trade"]);
        var said = Facts.With(
            "services",
            new FactEntry(new ListValue([.. Trade.Cuts[0].Services.Select(id => Trade.Services[id].Names[0])]), FactSource.Client, true)
        );
        Rules(Composer.Compose(Trade, said, new Wishes()), said).ShouldBeEmpty();
    }

    [Fact]
    public void Each_fault_is_found()
    {
        Rules(signed: null).ShouldContain("unsigned");
        Rules(signed: 1, revision: 2).ShouldContain("changed-since-signed");
        Rules(marks: 2).ShouldContain("open-marks");
        Rules(Do(new AddSection("home", "text", 1))).ShouldContain("placeholder");
        Rules(Do(new SetText("home.intro", "text", "Lorem ipsum dolor sit amet"))).ShouldContain("placeholder");
        Rules(Do(new SetText("home.intro", "text", "Ring {{ phone }}"))).ShouldContain("unresolved-fact");
        Rules(facts: Facts.Without("email")).ShouldContain("form-without-address");
        Rules(Do(new HidePage("contact", true)), Facts.Without("email")).ShouldContain("no-contact");
        Rules(Do(new HidePage("privacy", true))).ShouldContain("no-privacy");
        Rules(Do(new SetAction(MainAction.Call))).ShouldContain("action-without-target");
        Rules(Do(new SetText("home.intro", "text", "See [prices](prices.html)"))).ShouldContain("broken-link");
        Rules(Do(new SetText("home.intro", "text", "See [there](about.html#nowhere)"))).ShouldContain("broken-anchor");
        Rules(facts: Facts.With("founded", new FactEntry(new TextValue("1999"), FactSource.Guess, false)))
            .ShouldContain("unconfirmed-fact");
        Rules(
                Site.WithSection("home.testimonials", s =>
                    s with
                    {
                        Content = s.Content with { Items = [new("1", new("A. Nobody"), new("The best ever"))] },
                    }
                )
            )
            .ShouldContain("generated-testimonial");
        Rules(Site.WithPage("home", p => p with { Title = new("x") })).ShouldContain("title-length");
        Rules(Do(new DeleteSection("about.about"))).ShouldContain("one-heading");
    }

    [Fact]
    public void A_folder_of_files_is_checked_too()
    {
        var files = SiteRenderer.Render(Site, Trade, Facts, RenderSettings.Plain).Files.ToDictionary(f => f.Key, f => f.Value);
        Preflight.OfFiles(files).ShouldBeEmpty();
        files["index.html"] = Encoding.UTF8.GetBytes(
            "<!doctype html><html><head><title>A page without much</title></head><body><main><h1>x</h1><img src=\"gone.png\"><a "
                + "href=\"#\">y</a><p>{{ name }}</p></main></body></html>"
        );
        Preflight
            .OfFiles(files)
            .Select(f => f.Rule)
            .ShouldBe(
                ["description-length", "alt-missing", "picture-missing", "dead-button", "raw-brackets", "language-missing"],
                ignoreOrder: true
            );
    }

    // RFC 1035 label and name lengths; RFC 3492 section 7.1 sample strings (B) Chinese simplified and (I) Russian, as labels.
    [Theory]
    [InlineData("Harrowgatecycles.example", "harrowgatecycles.example")]
    [InlineData("https://www.bell.example/shop", "bell.example")]
    [InlineData("bücher.example", "xn--bcher-kva.example")]
    [InlineData("他们为什么不说中文.example", "xn--ihqwcrb4cv8a8dqg056pqjye.example")]
    [InlineData("почемужеонинеговорятпорусски.example", "xn--b1abfaaepdrnnbgefbadotcwatmq2g4l.example")]
    public void Domains_take_their_ascii_form(string typed, string ascii) => DomainName.Read(typed).Value.ShouldBe(ascii);

    [Theory]
    [InlineData("")]
    [InlineData("nodots")]
    [InlineData("-bad.example")]
    [InlineData("a..example")]
    [InlineData("spa ce.example")]
    [InlineData("1.2.3.4")]
    // RFC 5891, 4.2.3: hyphens in the third and fourth place; encoded parts that stand for nothing; a mark in front. RFC 5892: signs.
    [InlineData("ab--cd.example")]
    [InlineData("xn--0.example")]
    [InlineData("xn--a.example")]
    [InlineData("i♥.example")]
    [InlineData("🚲.example")]
    [InlineData("\u0301a.example")]
    [InlineData("be\u200Dll.example")]
    [InlineData("be\u200Bll.example")]
    [InlineData("be\u202Ell.example")]
    public void What_cannot_be_a_domain_is_refused(string typed) => DomainName.Read(typed).Problem.ShouldNotBeNull();

    [Theory]
    [InlineData("bell.example", false)]
    [InlineData("bücher.example", false)]
    // Cyrillic "а" among Latin letters, and a word of Cyrillic ones that look Latin (UTS #39, mixed and whole-script).
    [InlineData("b\u0430nk.example", true)]
    [InlineData("\u0430\u0440\u0440\u0435.example", true)]
    [InlineData("почемужеонинеговорятпорусски.example", false)]
    public void Names_that_look_like_others_are_warned_of(string typed, bool warned) =>
        (DomainName.Warning(DomainName.Read(typed).Value!) is not null).ShouldBe(warned);

    [Fact]
    public void Labels_end_at_63_octets()
    {
        DomainName.Read(new string('a', 63) + ".example").Ok.ShouldBeTrue();
        DomainName.Read(new string('a', 64) + ".example").Ok.ShouldBeFalse();
    }

    [Fact]
    public void The_pack_holds_every_part_and_the_same_bytes_each_time()
    {
        var files = SiteRenderer.Render(Site, Trade, Facts, RenderSettings.Plain);
        var zip = HandoffPack.Zip(files, Site, Trade, Facts, "bell.example", SettingsRegistry.Values);
        HandoffPack.Zip(files, Site, Trade, Facts, "bell.example", SettingsRegistry.Values).ShouldBe(zip);
        using var archive = new ZipArchive(new MemoryStream(zip));
        archive
            .Entries.Select(e => e.FullName)
            .ShouldBe(
                files.Files.Keys.Select(k => "site/" + k).Concat(["facts.json", "contact.vcf", "zone.txt", "pictures.csv", "guide.html"]),
                ignoreOrder: true
            );
        archive.GetEntry("pictures.csv")!.Length.ShouldBeGreaterThan(60);
    }

    // RFC 6350: 3.1 CRLF, 3.2 folding at 75 octets, 3.4 escaping, 6.7.9 version directly after begin.
    [Fact]
    public void The_contact_card_follows_rfc_6350()
    {
        var facts = FactSheet.From("Brücken, Bögen; und \\ " + new string('ü', 60), "Hallow");
        var card = HandoffPack.VCard(facts, "bell.example");
        card.ShouldStartWith("BEGIN:VCARD\r\nVERSION:4.0\r\n");
        card.ShouldEndWith("END:VCARD\r\n");
        card.Replace("\r\n", "").ShouldNotContain("\n");
        foreach (var line in card.Split("\r\n"))
            Encoding.UTF8.GetByteCount(line).ShouldBeLessThanOrEqualTo(75);
        card.Replace("\r\n ", "").ShouldContain("FN:Brücken\\, Bögen\\; und \\\\ " + new string('ü', 60));
    }

    [Fact]
    public void Settings_resolve_to_the_highest_layer_and_say_which()
    {
        var fee = SettingsRegistry.Find("hosting_fee")!;
        SettingsStack.Empty.Resolve(fee).Layer.ShouldBe(SettingLayer.Default);
        var stack = SettingsStack
            .Empty.With(SettingLayer.Site, [new("hosting_fee", "9")])
            .With(SettingLayer.Agency, [new("hosting_fee", "14")]);
        var r = stack.Resolve(fee);
        (r.Value, r.Layer).ShouldBe(("9", SettingLayer.Site));
        r.Overruled.Select(o => (o.Source.Layer, o.Value)).ShouldBe([(SettingLayer.Default, "12"), (SettingLayer.Agency, "14")]);
        fee.Check("a lot").Problem.ShouldNotBeNull();
        SettingsRegistry.Find("brand")!.Check("#0e8a94").Value.ShouldBe("#0e8a94");
        SettingsRegistry.Find("brand")!.Check("teal-ish").Ok.ShouldBeFalse();
    }

    // Hyndman and Fan 1996, type 7: worked by hand for 1, 2, 4, 7, 11.
    [Theory]
    [InlineData(0, 1)]
    [InlineData(.25, 2)]
    [InlineData(.5, 4)]
    [InlineData(.9, 9.4)]
    [InlineData(1, 11)]
    public void Quantiles_of_type_seven(double p, double q) => Quantile.Of([11, 4, 1, 7, 2], p).ShouldBe(q, 1e-9);

    [Fact]
    public void A_lane_tells_work_from_waiting_and_counts_slack()
    {
        var day = new DateTimeOffset(2026, 11, 2, 9, 0, 0, TimeSpan.Zero);
        var lane = Lanes.Draw(
            [new(Station.Brief, day, "m"), new(Station.Plan, day.AddDays(4), "m")],
            [new(Party.Client, day.AddDays(1)), new(Party.Us, day.AddDays(3))],
            new DateOnly(2026, 11, 10),
            day.AddDays(5)
        );
        lane.Spans.Select(s => (s.Station, s.Waited, (s.To - s.From).TotalDays))
            .ShouldBe([(Station.Brief, false, 1), (Station.Brief, true, 2), (Station.Brief, false, 1), (Station.Plan, false, 1)]);
        lane.Forecast[0].Station.ShouldBe(Station.Plan);
        lane.Slack!.Value.ShouldBeLessThan(0);
    }

    [Fact]
    public void The_next_step_is_ours_or_the_clients()
    {
        var s = new SiteState(Station.Proof, 80, 50, null, true, true, 0, false, false, 0, false, false, 5, 0, "Nell");
        NextStep.Of(s).ShouldBe(new NextAction(Party.Client, "Waiting for Nell to mark or sign off", "proof"));
        NextStep.Of(s with { OpenMarks = 3 }).Party.ShouldBe(Party.Us);
        NextStep.Of(s with { Signed = true }).Page.ShouldBe("launch");
        NextStep.Of(s with { Station = Station.Bench, Readiness = 20, FirstMissing = "phone" }).Page.ShouldBe("brief");
    }

    [Fact]
    public void Structured_data_says_only_what_the_site_says()
    {
        var plain = SiteRenderer.StructuredData(Trade, Facts, "https://bell.example/");
        plain.ShouldContain("\"@type\":\"BikeStore\"");
        foreach (var no in new[] { "telephone", "openingHours", "aggregateRating", "priceRange" })
            plain.ShouldNotContain(no);
    }
}
