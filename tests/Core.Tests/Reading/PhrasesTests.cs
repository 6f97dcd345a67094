using Plurimax.Facts;
using Plurimax.Reading;
using Plurimax.Reading.Deciding;

namespace Plurimax.Core.Tests.Reading;

/// <summary>One turn of phrase a test, so that a rule that is changed says at once what it was for. The corpus holds whole texts.</summary>
public class PhrasesTests
{
    private static FactReading Read(string text) => FactReading.Of([SourceText.Of("a.txt", text)], new DateOnly(2026, 11, 26));

    private static string Best(string text, string fact) =>
        Read(text)[fact] is { } f && f.Best.Confidence >= FactReading.Sure ? f.Best.Value.Summary() : "";

    [Theory]
    [InlineData("We need a site for our accountancy practice, Fenwick Doyle. Two partners.", "Fenwick Doyle")]
    [InlineData("Hola, soy Rosa Montalt de la floristería Jazmín y Sal. Estamos en Benimar.", "Jazmín y Sal")]
    [InlineData("Frau Kessler von der Goldschmiede Kessler in Lindau hat angerufen.", "Goldschmiede Kessler")]
    [InlineData("It's called Wagtail Walks.", "Wagtail Walks")]
    [InlineData("Spoke with Amrita at Blue Kettle Catering yesterday.", "Blue Kettle Catering")]
    [InlineData("Firma: Sanitär Dietz GmbH", "Sanitär Dietz GmbH")]
    [InlineData("Werkstatt und Laden, Maximilianstraße 9", "")]
    public void Names(string text, string name) => Best(text, "business.name").ShouldBe(name);

    [Theory]
    [InlineData("She's Bryony Ash, does it with her sister.", "Bryony Ash")]
    [InlineData("Hola, soy Rosa Montalt de la floristería.", "Rosa Montalt")]
    [InlineData("Contact : Yann Bellanger, gérant", "Yann Bellanger")]
    [InlineData("Inhaberin: Svenja Baumert, Physiotherapeutin", "Svenja Baumert")]
    public void Owners(string text, string name) => Best(text, "owner.name").ShouldBe(name);

    [Theory]
    [InlineData("Walks, not boarding. £14 for an hour's walk.", "hour's walk 14")]
    [InlineData("£14 for an hour's walk, £10 for a pop-in visit.", "hour's walk 14; pop-in visit 10")]
    [InlineData("Wheel trueing £24, puncture £14", "Wheel trueing 24; puncture 14")]
    [InlineData("Our budget for the site is £900.", "")]
    [InlineData("It was £30, now it's £35 for a service.", "service 35")]
    public void Prices(string text, string prices)
    {
        var read = Read(text)["prices"]?.Values.Where(v => v.Confidence >= FactReading.Sure).Select(v => v.Value.Summary()).ToList() ?? [];
        // What a price is for, whatever its case and article.
        string.Join("; ", read).ToLowerInvariant().ShouldBe(prices.ToLowerInvariant());
    }

    [Theory]
    [InlineData("open 8-6 mon-fri and 8-1 sat", "Mon-Fri 08:00-18:00, Sat 08:00-13:00")]
    [InlineData("Open 9-5 on weekdays, Saturdays 9 till 1", "Mon-Fri 09:00-17:00, Sat 09:00-13:00")]
    [InlineData("Öffnungszeiten: Mo–Do 7–16.30 Uhr, Fr 7–13 Uhr", "Mon-Thu 07:00-16:30, Fri 07:00-13:00")]
    [InlineData("Ouvert du mardi au samedi de 9h à 12h et de 14h à 18h30", "Tue-Sat 09:00-12:00 & 14:00-18:30")]
    [InlineData("Abrimos de lunes a viernes de 10:00 a 14:00", "Mon-Fri 10:00-14:00")]
    [InlineData("The meeting is Monday 9-11", "")]
    public void Hours(string text, string hours)
    {
        var read = Read(text)["hours"];
        var said =
            read is { } h && h.Best.Confidence >= FactReading.Sure && h.Best.Value is HoursValue v
                ? string.Join(
                    ", ",
                    v.Hours.Runs()
                        .Where(r => r.Spans.Length > 0)
                        .Select(r =>
                            $"{Name(r.First)}{(r.Last > r.First ? $"-{Name(r.Last)}" : "")} "
                            + $"{string.Join(" & ", r.Spans.Select(s => $"{s.From:HH\\:mm}-{s.To:HH\\:mm}"))}"
                        )
                )
                : "";
        said.ShouldBe(hours);
        static string Name(int day) => System.Globalization.CultureInfo.InvariantCulture.TextInfo.ToTitleCase(OpeningHours.DayKeys[day]);
    }

    [Theory]
    [InlineData("Mi abuela abrió la tienda en 1956.", "1956")]
    [InlineData("been going since my dad started in 1974", "1974")]
    [InlineData("gegründet 1998", "1998")]
    [InlineData("The lease ends in 2031.", "")]
    public void Years(string text, string year) => Best(text, "founded").ShouldBe(year);
}
