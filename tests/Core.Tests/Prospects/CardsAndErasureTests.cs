using System.Text;
using CsCheck;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Reading.Files;
using Plurimax.Work.Clients;
using Plurimax.Work.Prospects;

namespace Plurimax.Core.Tests.Prospects;

public class CardsAndErasureTests
{
    private static readonly FactSheet Facts = FactSheet
        .From("Hask & Löwe; Saws, Wrenfield", "Wrenfield")
        .With("place", new FactEntry(new AddressValue("4 Foundry Yard", "Wrenfield", "SZ5 6JN", null, "GB"), FactSource.Maker, true))
        .With("phone", new FactEntry(new PhoneValue("+441632960133", "01632 960133"), FactSource.Maker, true))
        .With("email", new FactEntry(new TextValue("desk@hask.example"), FactSource.Maker, true))
        .With("owner.name", new FactEntry(new TextValue("Ada Löwe"), FactSource.Maker, true));

    [Theory]
    [InlineData(CardWriter.Version.Three)]
    [InlineData(CardWriter.Version.Four)]
    public void A_card_written_is_read_back_whole(CardWriter.Version version)
    {
        var text = CardWriter.Write(
            Guid.Empty,
            Facts,
            "saw sharpening",
            [new("Ada Löwe", "owner, decides", "ada@hask.example", "01632 960134")],
            version
        );
        // RFC 6350 section 3.2: lines end with CRLF and hold at most 75 octets.
        text.Split("\r\n").ShouldAllBe(l => Encoding.UTF8.GetByteCount(l) <= 75);
        text.Replace("\r\n", "").ShouldNotContain("\n");
        var cards = CardReader.Read(text);
        cards.Length.ShouldBe(2);
        string Of(int card, string name) => cards[card].Single(l => l.Name == name).Text;
        Of(0, "VERSION").ShouldBe(version == CardWriter.Version.Four ? "4.0" : "3.0");
        Of(0, "FN").ShouldBe(Facts.Name);
        cards[0].Single(l => l.Name == "ADR").Parts().ShouldBe(["", "", "4 Foundry Yard", "Wrenfield", "", "SZ5 6JN", "GB"]);
        Of(0, "TEL").ShouldBe(version == CardWriter.Version.Four ? "tel:+441632960133" : "+441632960133");
        (Of(1, "FN"), Of(1, "ROLE"), Of(1, "ORG"), Of(1, "EMAIL")).ShouldBe(("Ada Löwe", "owner, decides", Facts.Name, "ada@hask.example"));
        // N is a must in version 3 (RFC 2426 section 3.1.2) and holds five parts.
        foreach (var card in cards)
            card.Single(l => l.Name == "N").Parts().Length.ShouldBe(5);
    }

    [Fact]
    public void Long_names_are_folded_between_letters_never_inside_one() =>
        Gen.String[Gen.Char['à', 'ÿ'], 1, 200]
            .Sample(name =>
            {
                var text = CardWriter.Write(Guid.Empty, FactSheet.From(name, "Town"), "", [], CardWriter.Version.Four);
                CardReader.Read(text)[0].Single(l => l.Name == "FN").Text.ShouldBe(name.Trim());
            });

    private static PersonTraces Person(string? name = null, string? email = null, string? phone = null) =>
        PersonTraces.Of(name, email, phone) is { Ok: true } p ? p.Value! : throw new InvalidOperationException("refused");

    [Theory]
    [InlineData("Ring Ada Löwe tomorrow", true)]
    [InlineData("ring ada  löwe", true)]
    [InlineData("Adalöwe and Ada Löwenthal", false)]
    [InlineData("mail ADA@hask.example", true)]
    [InlineData("nada@hask.example", false)]
    [InlineData("on 01632 960 134 after six", true)]
    [InlineData("+44 (0)1632-960134", true)]
    [InlineData("order 9016329601345", false)]
    public void A_person_is_found_by_name_address_or_number_and_nobody_else(string text, bool found)
    {
        var person = Person("Ada Löwe", "ada@hask.example", "01632 960134");
        person.In(text).ShouldBe(found);
        person.In(person.Without(text)).ShouldBeFalse();
        if (!found)
            person.Without(text).ShouldBe(text);
    }

    [Fact]
    public void A_first_name_alone_is_refused()
    {
        PersonTraces.Of("Ada", null, null).Problem!.ShouldContain("surname");
        PersonTraces.Of(" ", "", null).Ok.ShouldBeFalse();
        PersonTraces.Of("Ada", "ada@hask.example", null).Ok.ShouldBeTrue();
    }

    [Fact]
    public void Facts_lose_the_person_with_what_they_were_before_and_keep_the_rest()
    {
        var sheet = Facts
            .With("owner.name", new FactEntry(new TextValue("Ben Roe"), FactSource.Maker, true))
            .With("contact_person", new FactEntry(new TextValue("Ada Löwe"), FactSource.Import, false))
            .With("team", new FactEntry(new ListValue(["Ada Löwe, saws", "Cy Dean, knives"]), FactSource.Maker, true))
            .With(
                "owner.story",
                new FactEntry(
                    new TextValue(
                        "It began in a shed in Wrenfield, where Ada Löwe set teeth by hand; the vice is still here and is used every day."
                    ),
                    FactSource.Maker,
                    true
                )
            )
            .With(
                "testimonials",
                new FactEntry(
                    new TestimonialsValue([new("Sharp.", "Ada Löwe", "s", "2026-10", true), new("Fast.", "Ben Oak", "s", "2026-10", true)]),
                    FactSource.Maker,
                    true
                )
            );
        var (left, count) = Person("Ada Löwe").Without(sheet);
        count.ShouldBe(5);
        left["contact_person"].ShouldBeNull();
        left["owner.name"]!.Value.Raw().ShouldBe("Ben Roe");
        left["owner.name"]!.Earlier!.Value.ShouldBeEmpty();
        ((ListValue)left["team"]!.Value).Items.ShouldBe(["Cy Dean, knives"]);
        left["owner.story"]!.Value.Raw().ShouldContain($"where {PersonTraces.Blank} set teeth");
        ((TestimonialsValue)left["testimonials"]!.Value).Items.ShouldHaveSingleItem().Name.ShouldBe("Ben Oak");
        left.Name.ShouldBe(Facts.Name);
        Person("Ada Löwe").Without(left).Count.ShouldBe(0);
    }

    [Fact]
    public void A_mail_to_a_prospect_fills_what_is_known_and_leaves_no_hole()
    {
        var (subject, body) = OutreachMail.Fill(
            OutreachTexts.Subject,
            OutreachTexts.Body,
            Facts,
            "Tidewrack Web",
            "Mara",
            "https://x.example/s",
            new DateOnly(2026, 12, 26)
        );
        subject.ShouldBe($"A sample site for {Facts.Name}");
        body.ShouldStartWith("Hello Ada Löwe,");
        body.ShouldContain("https://x.example/s");
        body.ShouldContain("26 December 2026");
        body.ShouldNotContain("reviews");
        body.ShouldNotContain("\n\n\n");
        OutreachMail.Fill("x", OutreachTexts.Body, FactSheet.Empty, "A", "M", "L", default).Body.ShouldStartWith("Hello,");
    }

    [Fact]
    public void A_fact_in_a_mail_is_text_and_never_a_template()
    {
        var facts = FactSheet.From("{{ agency.name }} {% if x %}", "Town");
        OutreachMail.Fill("{{ business.name }}", "b", facts, "Agency", "M", "L", default).Subject.ShouldBe("{{ agency.name }} {% if x %}");
    }
}
