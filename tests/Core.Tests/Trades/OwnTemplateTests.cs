using CsCheck;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Templates;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Core.Tests;

public class OwnTemplateTests
{
    private static readonly TradeCatalogue Trades = TradeCatalogue.Shipped();
    private static readonly FactSheet Facts = FactSheet
        .From("Bell Cycles", "Wrenfield")
        .With("phone", new FactEntry(PhoneReader.Read("01632 960155", "GB").Value!, FactSource.Client, true))
        .With("owner.name", new FactEntry(new TextValue("Ned Bell"), FactSource.Client, true));

    private static TradeTemplate Read(string yaml) => new TradeReader(Content.Text).Read("own.yaml", yaml);

    private static SiteDocument Edited(params Edit[] edits) =>
        edits.Aggregate(Composer.Compose(Trades["bicycle-repair"], Facts, new Wishes(MainAction.Call, Tone.Warm, "night")), (d, e) =>
            e.Apply(d) is { Ok: true } r ? r.Value! : throw new InvalidOperationException(e.Apply(d).Problem)
        );

    private static string Text(SiteDocument d) =>
        string.Join("\n", d.Pages.SelectMany(p => p.Sections).SelectMany(s => s.Content.Passages()).Select(p => p.Passage.Text));

    [Fact]
    public void A_site_of_the_template_has_the_pages_the_look_and_what_people_wrote_with_its_own_facts()
    {
        var site = Edited(
            new SetText("home.opening", "heading", "Bell Cycles: in by nine, riding home by five"),
            new SetText("about.about", "text", "Ned Bell began in Wrenfield with one vice.\n\nRing 01632 960155 and you get his daughter."),
            new SetText("home.services", "items.0.text", "Flat on Monday, rolling on Tuesday."),
            new DeleteSection("home.steps"),
            new AddPage("Bike hire"),
            new SetText("bike-hire.text", "text", "Six town bikes wait by the door.")
        );
        var made = OwnTemplate.FromSite(site, Trades["bicycle-repair"], Facts, "yard", "Workshop in a yard");
        var own = Read(made.Yaml);
        (own.Id, own.Base, own.Family, own.Version, own.Names.Title).ShouldBe(
            ("yard.v1", "bicycle-repair", "yard", 1, "Workshop in a yard")
        );
        var other = FactSheet.From("Quill Wheels", "Larkmouth");
        var fresh = Composer.Compose(own, other, new Wishes());
        (fresh.Action, fresh.Tone, fresh.Look.Id).ShouldBe((MainAction.Write, Tone.Warm, "night"), "nobody can be called without a phone");
        fresh.Pages.Select(p => p.Id).ShouldContain("bike-hire");
        fresh.FindSection("home.steps").ShouldBeNull();
        var words = Text(fresh);
        words.ShouldContain("{{ business.name }}: in by nine, riding home by five");
        words.ShouldContain("Flat on Monday, rolling on Tuesday.");
        words.ShouldContain("Six town bikes wait by the door.");
        // What names the owner and a phone waits for a firm that has both.
        words.ShouldNotContain("began in");
        var rich = other
            .With("owner.name", new FactEntry(new TextValue("Kit Quill"), FactSource.Client, true))
            .With("phone", new FactEntry(PhoneReader.Read("01632 960166", "GB").Value!, FactSource.Client, true));
        var richSite = Composer.Compose(own, rich, new Wishes());
        richSite.Action.ShouldBe(MainAction.Call);
        Text(richSite)
            .ShouldContain("{{ owner.name }} began in {{ place.town }} with one vice.\n\nRing {{ phone }} and you get his daughter.");
        foreach (var left in new[] { "Bell Cycles", "Ned Bell", "960155" })
            Text(richSite).ShouldNotContain(left);
        var files = SiteRenderer.Render(richSite, own, rich, RenderSettings.Plain);
        System.Text.Encoding.UTF8.GetString(files.Files["about.html"]).ShouldContain("Kit Quill began in Larkmouth");
    }

    [Fact]
    public void A_site_nobody_touched_makes_a_template_that_says_what_the_trade_says()
    {
        foreach (var trade in Trades.All)
        {
            var site = Composer.Compose(trade, Facts, new Wishes());
            var own = Read(OwnTemplate.FromSite(site, trade, Facts, "same", "The same").Yaml);
            own.Services.Keys.Order().ShouldBe(trade.Services.Keys.Order(), trade.Id);
            own.Pages.Select(p => p.Page).ShouldBe(trade.Pages.Select(p => p.Page), trade.Id);
            var again = Composer.Compose(own, Facts, new Wishes());
            again
                .Pages.SelectMany(p => p.Sections)
                .Select(s => s.Id)
                .ShouldBe(site.Pages.SelectMany(p => p.Sections).Select(s => s.Id), trade.Id);
        }
    }

    [Fact]
    public void Whatever_people_write_the_template_can_be_read_and_holds_it()
    {
        var held = 0;
        var letters = Gen.Char["abc -~#?|[]{}:'\"\\\n&%<>*é"];
        Gen.String[letters, 1, 60]
            .Sample(
                text =>
                {
                    var typed = FactReader.Clean(text, lines: true);
                    if (typed.Length == 0 || TextEngine.Fault(typed) is not null)
                        return;
                    var site = Edited(new SetText("home.intro", "text", typed), new SetText("home.opening", "heading", typed));
                    var own = Read(OwnTemplate.FromSite(site, Trades["bicycle-repair"], Facts, "any", "Any").Yaml);
                    // Every letter is there, in the headline and in the text, in one wording each.
                    static string Only(string s) => string.Concat(s.Where(c => c is 'a' or 'b' or 'c' or 'é'));
                    foreach (var slot in new[] { "headline", "intro" })
                        Only(own.Passages[slot].ShouldHaveSingleItem($"{slot}: {typed}").Text).ShouldBe(Only(typed));
                    Interlocked.Increment(ref held);
                },
                iter: 40
            );
        held.ShouldBeGreaterThan(10, "most of what people write is no fault");
    }

    [Theory]
    [InlineData("Bell Cycles of Wrenfield", "{{ business.name }} of {{ place.town }}", "")]
    [InlineData("Ring Ned Bell on 01632 960155", "Ring {{ owner.name }} on {{ phone }}", "owner.name phone")]
    [InlineData("Bells and Wrenfielders", "Bells and Wrenfielders", "")]
    [InlineData("{{ business.name }} as it is", "{{ business.name }} as it is", "")]
    public void Facts_become_placeholders_again(string text, string general, string needs)
    {
        var (made, needed) = OwnTemplate.Generalise(text, Facts);
        (made, string.Join(' ', needed.Order())).ShouldBe((general, needs));
    }

    [Fact]
    public void A_newer_version_comes_in_and_what_people_did_stays()
    {
        string Yaml(int version, string headline, string slots) =>
            $"id: yard\nbase: bicycle-repair\nlang: en-GB\nversion: {version}\nnames: {{ title: Yard, one: mender, place: yard "
            + $"}}\npages:\n  small:\n    home: [{slots}]\n    contact: [contact, after]\nheadline: |\n  {headline}\n";
        TradeTemplate one = Read(Yaml(1, "The first headline", "headline, lede, intro, closing")),
            two = Read(Yaml(2, "The second headline", "headline, lede, about, intro"));
        var first = Composer.Compose(one, Facts, new Wishes());
        var site = new SetText("home.intro", "text", "Written by hand").Apply(new AddSection("home", "text", 1).Apply(first).Value!).Value!;
        var followed = Renewal.Follow(site, Composer.Compose(two, Facts, new Wishes()), first);
        followed.Trade.ShouldBe("yard.v2");
        Text(followed).ShouldContain("The second headline");
        Text(followed).ShouldContain("Written by hand");
        followed.FindSection("home.about").ShouldNotBeNull("a new section comes in");
        followed.FindSection("home.closing").ShouldBeNull("a section that is gone goes");
        followed.FindSection("home.text-2").ShouldNotBeNull("a section that somebody added stays");
        // The same wordings where the template says the same: the version is no part of the seed.
        var (before, after) = (
            first.FindSection("home.opening")!.Value.Section.Content.Text.Text,
            followed.FindSection("home.opening")!.Value.Section.Content.Text.Text
        );
        after.ShouldBe(before);
    }

    [Fact]
    public void The_catalogue_keeps_every_version_and_offers_the_newest_by_its_own_name_only()
    {
        TradeTemplate Own(int v) =>
            Read(
                $"id: yard\nbase: bicycle-repair\nlang: en-GB\nversion: {v}\nnames: {{ title: Workshop in a yard, one: mender, "
                    + $"place: yard }}\n"
            );
        var catalogue = new TradeCatalogue(Trades.All).With([Own(1), Own(2)]);
        catalogue.Find("yard.v1").ShouldNotBeNull();
        catalogue.All.Where(t => t.Base is not null).Select(t => t.Id).ShouldBe(["yard.v2"]);
        catalogue.Search("workshop in a yard")[0].Trade.Id.ShouldBe("yard.v2");
        catalogue.Search("bike shop")[0].Trade.Id.ShouldBe("bicycle-repair");
        catalogue.Search("bike shop").ShouldNotContain(m => m.Trade.Base != null);
        (TradeTemplate.FamilyOf("yard.v12"), TradeTemplate.FamilyOf("cafe"), TradeTemplate.FamilyOf("a.very.odd")).ShouldBe(
            ("yard", "cafe", "a.very.odd")
        );
    }

    [Theory]
    [InlineData("id: x\nbase: nothing\nlang: en-GB\nversion: 1\n", "there is no trade")]
    [InlineData("id: x\nbase: cafe\nlang: en-GB\nversion: soon\nnames: { title: T, one: o, place: p }\n", "counts its versions from 1")]
    [InlineData("id: x\nbase: cafe\nlang: en-GB\nversion: 1\nnames: { title: T, one: o, place: p }\nheadlin: |\n  Hello\n", "unknown key")]
    public void Faults_are_told_with_their_line(string yaml, string said)
    {
        var faults = Should.Throw<TradeFormatException>(() => Read(yaml)).Problems;
        faults.ShouldContain(f => f.Message.Contains(said) && f.Line > 0);
    }
}
