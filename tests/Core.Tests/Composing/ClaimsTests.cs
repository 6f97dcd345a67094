using CsCheck;
using Plurimax.Design.Styling;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Publishing.Launching;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Core.Tests;

public sealed class ClaimsTests
{
    private static readonly TradeCatalogue Trades = TradeCatalogue.Shipped();
    private static readonly FactSheet Few = FactSheet.From("Pell & Reed", "Saltmere");

    [Theory]
    [InlineData("We come out 24/7.", "emergency")]
    [InlineData("Established in 1987, still here.", "founded")]
    [InlineData("With over 30 years behind us.", "founded")]
    [InlineData("Hundreds of happy customers.", "history")]
    [InlineData("Our award-winning team.", "awards")]
    [InlineData("Fully licensed.", "register.name")]
    [InlineData("We are fully insured.", "insurance.amount")]
    [InlineData("Every job is guaranteed.", "guarantee")]
    [InlineData("From £45 an hour.", "prices")]
    [InlineData("Free quotes within the day.", "visit_free")]
    [InlineData("The best plumber in Saltmere.", "awards")]
    [InlineData("A five-star service.", "rating.value")]
    [InlineData("Wir sind rund um die Uhr da.", "emergency")]
    [InlineData("Seit 1994 in der Stadt.", "founded")]
    [InlineData("Voll versichert und zertifiziert.", "register.name")]
    [InlineData("Rust never sleeps, and neither does a dripping tap.", null)]
    [InlineData("Ask to see the certificate before the day.", null)]
    [InlineData("Come on Saturday; the kettle is on.", null)]
    public void What_somebody_writes_is_a_claim_where_it_needs_a_fact(string words, string? fact)
    {
        var site = new SetText("home.opening", "text", words).Apply(Composer.Compose(Trades["plumber"], Few, new Wishes())).Value!;
        var unfounded = Claims.Of(site, Trades["plumber"], Few).Where(c => c.State == ClaimState.Unfounded).ToList();
        if (fact is null)
            unfounded.ShouldBeEmpty();
        else
            (unfounded.Single().Facts[0], unfounded[0].Section).ShouldBe((fact, "home.opening"));
    }

    [Fact]
    public void A_sentence_comes_with_its_fact_and_falls_with_it()
    {
        var rich = Few.With("founded", new FactEntry(new TextValue("2011"), FactSource.Client, true))
            .With("phone", new FactEntry(PhoneReader.Read("01632 960155", "GB").Value!, FactSource.Client, true));
        var site = Composer.Compose(Trades["plumber"], rich, new Wishes());
        var founded = Claims.Of(site, Trades["plumber"], rich);
        founded.ShouldContain(c => c.Facts.Contains("founded") && c.State == ClaimState.Founded);
        founded.ShouldAllBe(c => c.State == ClaimState.Founded);
        var unconfirmed = rich.With("founded", rich["founded"]! with { Confirmed = false });
        Claims.Of(site, Trades["plumber"], unconfirmed).ShouldContain(c => c.Facts.Contains("founded") && c.State == ClaimState.Falls);
        SiteRenderer.Render(site, Trades["plumber"], unconfirmed, RenderSettings.Plain).Text("index.html").ShouldNotContain("2011");
        // Once the fact is there, the same words are no longer a claim out of the air.
        var said = new SetText("home.opening", "text", "Here since 2011.").Apply(site).Value!;
        Claims.Of(said, Trades["plumber"], rich).ShouldNotContain(c => c.State == ClaimState.Unfounded);
    }

    /// <summary>
    /// Every trade, in any tone, length, size and look, from name and town alone: nothing is claimed, nothing is left open.
    /// </summary>
    [Fact]
    public void Any_site_from_name_and_town_is_whole_and_claims_nothing()
    {
        var trades = Trades.All.ToArray();
        var gen =
            from trade in Pick.Any(trades)
            from tone in Pick.Any(trade.Tones.ToArray())
            from second in Pick.Any(trade.Tones.Select(t => (Tone?)t).Append(null).ToArray())
            from length in Pick.Any(Enum.GetValues<TextLength>())
            from size in Pick.Any(Enum.GetValues<PlanSize>())
            from look in Pick.Any(Looks.All.Select(l => l.Id).ToArray())
            from take in Gen.Int[1, 4]
            from name in Pick.Any("Bell", "Quill & Daughters", "O'Hare", "The Old Ropewalk Workshop Company of Saltmere", "Ämter")
            select (trade, new Wishes(Tone: tone, Look: look, Size: size, Second: second, Length: length), take, name);
        gen.Sample(
            x =>
            {
                var facts = FactSheet.From(x.name, "Long Marsh");
                var site = Composer.Compose(x.trade, facts, x.Item2, x.take);
                Claims.Of(site, x.trade, facts).ShouldBeEmpty(x.trade.Id);
                var files = SiteRenderer.Render(site, x.trade, facts, RenderSettings.Plain);
                Preflight
                    .OfFiles(files.Files.ToDictionary(f => f.Key, f => f.Value))
                    .Where(f => f.Severity == Severity.Blocker || f.Rule is "heading-order" or "title-twice")
                    .ShouldBeEmpty($"{x.trade.Id} {x.Item2}");
                foreach (var page in site.Pages)
                {
                    var text = new AngleSharp.Html.Parser.HtmlParser()
                        .ParseDocument(files.Text(page.File))
                        .QuerySelector("main")!
                        .TextContent;
                    foreach (var fault in new[] { "{{", "}}", "  .", " ,", "..", " a a ", " the the ", " an a " })
                        System
                            .Text.RegularExpressions.Regex.Replace(text, @"\s+", " ")
                            .ShouldNotContain(fault, Case.Sensitive, $"{x.trade.Id} {page.File}");
                }
            },
            iter: 90
        );
    }

    [Fact]
    public void Length_and_a_second_tone_change_what_is_chosen()
    {
        int Count(TextLength length) =>
            Composer
                .Compose(Trades["tree-surgeon"], Few, new Wishes(Tone: Tone.Plain, Length: length))
                .Pages.SelectMany(p => p.Sections)
                .SelectMany(s => s.Content.Passages())
                .Sum(p => p.Passage.Text.Split(' ').Length);
        (int Short, int Medium, int Long) words = (Count(TextLength.Short), Count(TextLength.Medium), Count(TextLength.Long));
        words.Short.ShouldBeLessThan(words.Medium);
        words.Long.ShouldBeGreaterThan(words.Medium);
        (words.Long / (double)words.Short).ShouldBeGreaterThan(1.15);
        string All(Tone? second) =>
            string.Join(
                "|",
                Composer
                    .Compose(Trades["tree-surgeon"], Few, new Wishes(Tone: Tone.Formal, Second: second))
                    .Pages.SelectMany(p => p.Sections)
                    .SelectMany(s => s.Content.Passages())
                    .Select(p => p.Passage.Choice)
            );
        All(Tone.Warm).ShouldNotBe(All(null));
    }
}
