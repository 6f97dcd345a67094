using System.Text;
using Plurimax.Facts;
using Plurimax.Reading.Deciding;
using Plurimax.Reading.Files;

namespace Plurimax.Core.Tests.Reading;

/// <summary>
/// What stands in a document and is not said of the client: struck out, hidden, attached to a mail, under another heading.
/// </summary>
public class UnsaidTests
{
    private static readonly DateOnly Today = new(2026, 12, 2);

    private static FactReading Of(string name, string text) => Of(new InFile(name, Encoding.UTF8.GetBytes(text)));

    private static FactReading Of(params InFile[] files)
    {
        var batch = DocumentReader.Read(files);
        batch.Problems.ShouldBeEmpty();
        return FactReading.Of(batch.Texts, Today);
    }

    private static List<string> Phones(FactReading r) => [.. r.All<PhoneValue>("phone").Select(p => p.E164)];

    private static List<string> Services(FactReading r) => [.. r.All<ListValue>("services").SelectMany(l => l.Items)];

    /// <summary>RFC 2046, 5.1.4: of alternatives the last that can be shown; RFC 2045, 6.7 and 6.8: quoted-printable and base64.</summary>
    [Fact]
    public void A_whole_mail_is_read_with_what_hangs_on_it()
    {
        var html = Convert.ToBase64String(
            Encoding.UTF8.GetBytes("<p>Our place is <b>Orrin Oars</b>, phone 01632 960 801.</p><p><s>£20</s> Oars mended £35</p>")
        );
        var card = Convert.ToBase64String("BEGIN:VCARD\r\nVERSION:3.0\r\nFN:Jem Orrin\r\nORG:Orrin Oars\r\nEND:VCARD\r\n"u8.ToArray());
        var mail = $"""
            From: Jem Orrin <jem@orrin.example>
            To: studio@agency-fern.example
            Subject: details
            Date: Tue, 3 Mar 2026 10:00:00 +0000
            MIME-Version: 1.0
            Content-Type: multipart/mixed; boundary="b"

            --b
            Content-Type: multipart/alternative; boundary="a"

            --a
            Content-Type: text/plain

            Please view this in HTML.
            --a
            Content-Type: text/html; charset=utf-8
            Content-Transfer-Encoding: base64

            {html}
            --a--
            --b
            Content-Type: text/vcard; name="jem.vcf"
            Content-Disposition: attachment; filename="jem.vcf"
            Content-Transfer-Encoding: base64

            {card}
            --b--
            """.ReplaceLineEndings("\r\n");
        var batch = DocumentReader.Read([new InFile("mail.eml", Encoding.ASCII.GetBytes(mail))]);
        batch.Texts.Length.ShouldBe(2);
        var r = FactReading.Of(batch.Texts, Today);
        r.Best<TextValue>("business.name")!.Text.ShouldBe("Orrin Oars");
        Phones(r).ShouldBe(["+441632960801"]);
        r.All<PricesValue>("prices").SelectMany(p => p.Lines).Select(l => l.Amount).ShouldBe([35m]);
    }

    [Theory]
    [InlineData("From: a\nto the shop: come in")]
    [InlineData("Shop: Bell Cycles\nPhone: 01632 960142")]
    public void A_note_with_labels_is_no_mail(string text) => Of("note.txt", text).ShouldNotBeNull();

    [Fact]
    public void A_damaged_mail_says_so_or_is_read_as_far_as_it_goes()
    {
        var bytes = Encoding.ASCII.GetBytes(
            "From: x@y.example\r\nMIME-Version: 1.0\r\nContent-Type: multipart/mixed; boundary=b\r\n\r\n--b\r\nContent-Type: text/html\r\n"
        );
        Should.NotThrow(() => DocumentReader.Read([new InFile("cut.eml", bytes)]));
    }

    [Theory]
    [InlineData("- [x] Oars\n- [ ] Masts", "Masts")]
    [InlineData("- Oars\n- ~~Masts~~", "Masts")]
    [InlineData("- Oars\n<!-- - Masts -->", "Masts")]
    [InlineData("☒ Oars ☐ Masts", "Masts")]
    [InlineData("- Oars\n- Masts: no longer made, dropped", "Masts")]
    public void What_is_struck_out_or_not_ticked_is_not_read(string list, string unsaid)
    {
        var said = Services(Of("brief.md", $"# Orrin Oars\n\n## Services\n{list}\n"));
        said.ShouldNotContain(s => s.Contains(unsaid));
    }

    [Theory]
    [InlineData("Ring 01632 960 811. Harbour office if the gate is locked 01632 960 812.")]
    [InlineData("Phone: 01632 960 811\nReport this listing 01632 960 812")]
    [InlineData("Tel 01632 960 811 or the mart 01632 960 812 (auction days, not us)")]
    [InlineData("Tel 01632 960 811\nExample: e.g. 01632 960 812")]
    [InlineData("tel 01632 960 812 – no, sorry, 811: 01632 960 811")]
    [InlineData("Tel | 01632 960 811\nFax | 01632 960 812")]
    [InlineData("Phone 01632 960 811\ndo not publish: 01632 960 812")]
    public void Other_peoples_numbers_are_not_the_clients(string text) => Phones(Of("note.txt", text)).ShouldBe(["+441632960811"]);

    [Fact]
    public void A_number_called_new_beats_the_one_on_the_card()
    {
        var card = new InFile("card.vcf", "BEGIN:VCARD\nVERSION:3.0\nFN:Orrin Oars\nTEL;TYPE=WORK:01632 960 821\nEND:VCARD\n"u8.ToArray());
        var note = new InFile("note.txt", "The phone on the card is dead, new number 01632 960 822."u8.ToArray());
        Phones(Of(card, note)).ShouldBe(["+441632960822"]);
    }

    [Theory]
    [InlineData("rating: 4.9\nreview count: 132", 4.9, 132)]
    [InlineData("4.7\n(212)", 4.7, 212)]
    [InlineData("Bewertung: 4,8 (57 Bewertungen)", 4.8, 57)]
    public void A_rating_comes_with_its_own_count(string text, double value, int count)
    {
        var rating = Of("listing.txt", "Orrin Oars\n" + text).Best<RatingValue>("rating")!;
        ((double)rating.Value, rating.Count).ShouldBe((value, count));
        // Nobody has said yet where and when: it may not stand on a site.
        (rating.Whole, (rating with { Source = "a directory", Date = "2026-11" }).Whole).ShouldBe((false, true));
    }

    [Fact]
    public void Hours_of_one_season_are_asked_about_and_never_ticked()
    {
        var hours = Of("note.txt", "Ferry Ices\nApril to September, daily 11 to 6")["hours"]!.Best;
        ((HoursValue)hours.Value).Hours.Days.All(d => d.Length == 1).ShouldBeTrue();
        hours.Confidence.ShouldBeInRange(Confirming.Worth, .74);
    }

    /// <summary>Words that hide something in one place and are somebody's trade in another.</summary>
    [Theory]
    [InlineData("## Services\n- Private dining\n- Internal doors\n- Holiday lets", "Holiday lets")]
    [InlineData("Private lessons\n- Violin\n- Cello\nPhone 01632 960 831", "+441632960831")]
    [InlineData("Other firms will not touch slate, we do.\nPhone 01632 960 831", "+441632960831")]
    [InlineData("Sponsored the village fete in 2019.\nPhone 01632 960 831", "+441632960831")]
    [InlineData("Internal decorating and plastering, ring 01632 960 831", "+441632960831")]
    public void What_only_sounds_like_an_aside_is_read(string text, string said) =>
        ReadingJson.Of(Of("note.md", "# Orrin & Daughter\n\n" + text)).ToJsonString().ShouldContain(said.Replace("+", "\\u002B"));

    [Fact]
    public void A_table_that_is_no_list_of_firms_is_left_as_it_is()
    {
        var menu = Of(
            "menu.csv",
            "Name,Type,Price,Description\nFull breakfast,Breakfast,£9.50,Eggs and toast\nPorridge,Breakfast,£4,Oats\n"
        );
        menu.Best<TextValue>("business.name")?.Text.ShouldNotBe("Full breakfast");
        menu.All<PricesValue>("prices").SelectMany(p => p.Lines).Count().ShouldBe(2);
    }
}
