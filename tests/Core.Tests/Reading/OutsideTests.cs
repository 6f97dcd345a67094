using CsCheck;
using PhoneNumbers;
using Plurimax.Facts;
using Plurimax.Reading.Deciding;
using Plurimax.Reading.Files;
using Plurimax.Reading.Finders;
using Plurimax.Text;

namespace Plurimax.Core.Tests.Reading;

/// <summary>Reading against references outside the project; each test names its source.</summary>
public class OutsideTests
{
    private static readonly DateOnly Today = new(2026, 11, 20);

    private static FactReading Of(string text, string name = "notes.txt") =>
        FactReading.Of(DocumentReader.Read([new InFile(name, System.Text.Encoding.UTF8.GetBytes(text))]).Texts, Today);

    /// <summary>
    /// Source: the example numbers of libphonenumber's metadata, fixed line and mobile, in national and international form.
    /// </summary>
    [Theory]
    [InlineData("GB")]
    [InlineData("IE")]
    [InlineData("US")]
    [InlineData("CA")]
    [InlineData("AU")]
    [InlineData("DE")]
    [InlineData("AT")]
    [InlineData("CH")]
    [InlineData("FR")]
    [InlineData("ES")]
    [InlineData("NL")]
    public void Example_numbers_of_each_country_are_read(string country)
    {
        var util = PhoneNumberUtil.GetInstance();
        foreach (var type in new[] { PhoneNumberType.FIXED_LINE, PhoneNumberType.MOBILE })
        {
            if (util.GetExampleNumberForType(country, type) is not { } number)
                continue;
            var e164 = util.Format(number, PhoneNumberFormat.E164);
            PhoneFinder.Parse(util.Format(number, PhoneNumberFormat.NATIONAL), country)!.E164.ShouldBe(e164);
            Of($"Call us: {util.Format(number, PhoneNumberFormat.INTERNATIONAL)}")
                .All<PhoneValue>("phone")
                .ShouldContain(p => p.E164 == e164);
        }
    }

    /// <summary>
    /// Source: RFC 6350 section 8, the author's card in vCard 4 (its names and numbers replaced by invented ones, every property kept).
    /// </summary>
    [Fact]
    public void The_card_of_RFC_6350()
    {
        const string card =
            "BEGIN:VCARD\r\nVERSION:4.0\r\nFN:Sora Perrel\r\nN:Perrel;Sora;;;ing. "
            + "jr,M.Sc.\r\nBDAY:--0203\r\nGENDER:F\r\nLANG;PREF=1:fr\r\nLANG;PREF=2:en\r\nORG;TYPE=work:Via "
            + "Marina\r\nADR;TYPE=work:;Suite D2-630;2875 Quay;Saltmere;QC;G1V 2M2;\r\n "
            + "Canada\r\nTEL;VALUE=uri;TYPE=\"work,voice\";PREF=1:tel:+1-418-555-0162;ext=102\r\nTEL;VALUE=uri;TYPE=\"work,cell,"
            + "voice,video,text\":tel:+1-418-555-0164\r\nEMAIL;TYPE=work:sora.perrel@viamarina.example\r\nURL;"
            + "TYPE=home:http://nomis80.example\r\nEND:VCARD\r\n";
        var r = Of(card, "card.vcf");
        r.Best<TextValue>("business.name")!.Text.ShouldBe("Via Marina");
        r.Best<TextValue>("owner.name")!.Text.ShouldBe("Sora Perrel");
        r.Best<AddressValue>("place").ShouldBe(new AddressValue("Suite D2-630, 2875 Quay", "Saltmere", "G1V 2M2", "QC", "CA"));
        r.All<PhoneValue>("phone").Select(p => p.E164).ShouldBe(["+14185550162", "+14185550164"]);
        r.All<ListValue>("languages").SelectMany(l => l.Items).ShouldBe(["fr", "en"]);
    }

    /// <summary>Source: RFC 2426 section 7, folding and escaping of vCard 3.</summary>
    [Fact]
    public void Folded_and_escaped_lines_of_RFC_2426()
    {
        var line = CardReader.Read(
            "BEGIN:VCARD\r\nVERSION:3.0\r\nNOTE:This is a long descrip\r\n tion\\, that goes\\n on\r\nADR;TYPE=dom,home:;;123 "
                + "Main\\; Street;Any Town;CA;91921;\r\nEND:VCARD\r\n"
        )[0];
        line.First(l => l.Name == "NOTE").Text.ShouldBe("This is a long description, that goes\n on");
        line.First(l => l.Name == "ADR").Parts()[2].ShouldBe("123 Main; Street");
        line.First(l => l.Name == "ADR").Is("home").ShouldBeTrue();
    }

    /// <summary>
    /// Source: schema.org, the examples under openingHours: "Mo,Tu,We,Th 09:00-12:00" and "Mo-Fr 10:00-19:00", "Sa 10:00-22:00", "Su
    /// 10:00-21:00".
    /// </summary>
    [Theory]
    [InlineData("""["Mo,Tu,We,Th 09:00-12:00"]""", "Mon-Thu 9:00-12:00")]
    [InlineData("""["Mo-Fr 10:00-19:00","Sa 10:00-22:00","Su 10:00-21:00"]""", "Mon-Fri 10:00-19:00, Sat 10:00-22:00, Sun 10:00-21:00")]
    public void Opening_hours_as_schema_org_writes_them(string hours, string read) =>
        Of(
                $$"""
                <html><script type="application/ld+json">
                {"@context":"https://schema.org","@type":"LocalBusiness","name":"Bell","openingHours":{{hours}}}
                </script></html>
                """,
                "a.html"
            )
            .Best<HoursValue>("hours")!
            .Summary()
            .ShouldBe(read);

    /// <summary>
    /// Source: schema.org, OpeningHoursSpecification: closed all day is opens and closes 00:00; a span past midnight closes before it
    /// opens.
    /// </summary>
    [Fact]
    public void Closed_days_and_late_closing_of_schema_org()
    {
        var json = ReadingJson.Of(
            Of(
                """
                <html><script type="application/ld+json">
                {"@type":"BarOrPub","name":"The Lantern","telephone":"+441632960185","openingHoursSpecification":[
                {"dayOfWeek":"https://schema.org/Friday","opens":"18:00:00","closes":"02:00:00"},
                {"dayOfWeek":"Monday","opens":"00:00","closes":"00:00"}]}
                </script></html>
                """,
                "a.html"
            )
        );
        json["hours"]!.ToJsonString().ShouldBe("""[{"days":["Friday"],"opens":"18:00","closes":"02:00"}]""");
        json["closed_days"]!.ToJsonString().ShouldBe("""["Monday"]""");
    }

    /// <summary>Source: ISO 3166-1 alpha-2 and its short names.</summary>
    [Theory]
    [InlineData("Ireland", "IE")]
    [InlineData("Deutschland", "DE")]
    [InlineData("Suisse", "CH")]
    [InlineData("España", "ES")]
    [InlineData("Österreich", "AT")]
    [InlineData("United States of America", "US")]
    [InlineData("nl", "NL")]
    [InlineData("Atlantis", null)]
    [InlineData("XX", null)]
    public void Countries(string name, string? code) => Places.CountryCode(name).ShouldBe(code);

    /// <summary>Source: BCP 47 (RFC 5646) section 2.1.1 on case, appendix A for the tags.</summary>
    [Theory]
    [InlineData("MN-cYRL-mn", "mn-Cyrl-MN")]
    [InlineData("en-ca", "en-CA")]
    [InlineData("AZ-latn-x-LATN", "az-Latn-x-Latn")]
    [InlineData("zh-hant", "zh-Hant")]
    public void Language_tags(string tag, string canonical) => Languages.Canonical(tag).ShouldBe(canonical);

    [Theory]
    [InlineData("1,250.00", "1250")]
    [InlineData("1.250,00", "1250")]
    [InlineData("1'250.-", "1250")]
    [InlineData("45,-", "45")]
    [InlineData("12,50", "12.5")]
    [InlineData("0,950", "0.95")]
    [InlineData("2,500", "2500")]
    public void Amounts_as_they_are_written_in_five_countries(string text, string amount) =>
        PriceFinder.Parse(text).ShouldBe(decimal.Parse(amount, System.Globalization.CultureInfo.InvariantCulture));

    [Theory]
    [InlineData("Mon-Fri 9-5", "Mon-Fri 9:00-17:00")]
    [InlineData("We open at eight and close at half past four, Monday to Thursday.", "Mon-Thu 8:00-16:30")]
    [InlineData("9 to 5 Monday to Friday, 10 to 4 on Saturdays, closed Sundays", "Mon-Fri 9:00-17:00, Sat 10:00-16:00")]
    [InlineData("Every day except Tuesday, 8 to 4", "Mon 8:00-16:00, Wed-Sun 8:00-16:00")]
    [InlineData("Mo-Do 7:30-12 und 13-17 Uhr, freitags bis 12 Uhr", "Mon-Thu 7:30-12:00 & 13:00-17:00, Fri 7:30-12:00")]
    [InlineData("Du mardi au samedi de 9h30 à 19h", "Tue-Sat 9:30-19:00")]
    [InlineData("L-V 9:00-14:00 y 17:00-20:30", "Mon-Fri 9:00-14:00 & 17:00-20:30")]
    [InlineData("We used to open 8 to 6, now Monday to Friday 9 to 5", "Mon-Fri 9:00-17:00")]
    public void Hours_as_people_say_them(string said, string read) => Of(said).Best<HoursValue>("hours")!.Summary().ShouldBe(read);

    /// <summary>
    /// Whatever order and company the lines stand in, what is read was written there, and reading it again gives the same.
    /// </summary>
    [Fact]
    public void Lines_thrown_together_are_read_without_invention()
    {
        string[] lines =
        [
            "Bell Cycles, bike workshop",
            "Tel. 01632 960142",
            "Fax 01632 960143",
            "> old: 01632 960144",
            "Mon-Fri 9-5",
            "closed",
            "£12",
            "Puncture £12",
            "4 Rope Walk, Saltmere SZ4 2QT",
            "From: a@b.example",
            "On Mon wrote:",
            "★★★★★ 4.8 (12)",
            "|||",
            "",
            "“",
            "since 1987",
            "## ",
            "- a, b und c",
            "9-5-9-5",
            "No, 4",
            "http://",
            "@",
            "€ € €",
            "7.7.7.7",
            "bis 12 Uhr",
            "\u0000\u200b",
            "Sonntag | Montag",
            "08:00 | 12:00",
        ];
        Gen.Int[0, lines.Length - 1]
            .Array[1, 12]
            .Sample(
                picks =>
                {
                    var text = string.Join('\n', picks.Select(i => lines[i]));
                    var reading = Of(text);
                    foreach (var phone in reading.All<PhoneValue>("phone"))
                        Digits(text).ShouldContain(phone.E164[3..]);
                    foreach (var price in reading.All<PricesValue>("prices").SelectMany(p => p.Lines))
                        text.ShouldContain(price.Amount!.Value.ToString("0", System.Globalization.CultureInfo.InvariantCulture));
                    reading.Facts.SelectMany(f => f.Values).ShouldAllBe(v => v.Confidence > 0 && v.Confidence <= 1);
                    ReadingJson.Write(Of(text)).ShouldBe(ReadingJson.Write(reading));
                },
                iter: 300
            );

        static string Digits(string s) => string.Concat(s.Where(char.IsAsciiDigit));
    }

    /// <summary>A number refused in an older message holds when a newer one says that it is right.</summary>
    [Fact]
    public void The_newest_message_has_the_last_word_on_a_number()
    {
        const string older =
            "From: Ann Bell <ann@bell.example>\nDate: 2 Nov 2026 09:00\nTo: x@y.example\n\nNot 01632 960142, that is dead. Use "
            + "01632 960143.\n\n";
        const string newer =
            "From: Ann Bell <ann@bell.example>\nDate: 4 Nov 2026 09:00\nTo: x@y.example\n\nThe line is repaired: ring 01632 960142.\n";
        Of(older).All<PhoneValue>("phone").Select(p => p.National).ShouldBe(["01632 960143"]);
        Of(older + newer).All<PhoneValue>("phone").Select(p => p.National).ShouldBe(["01632 960142", "01632 960143"], ignoreOrder: true);
    }

    [Theory]
    [InlineData("Let's meet Tuesday 10-11 to look at it.")]
    [InlineData("Bank holiday Mondays 10-4")]
    [InlineData("The course takes 3-5 days, Monday to Friday")]
    [InlineData("Deliveries Monday 8-10")]
    public void Times_that_are_no_opening_hours_are_left_alone(string said) => Of(said).Best<HoursValue>("hours").ShouldBeNull();
}
