using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Reading.Deciding;
using Plurimax.Reading.Files;
using Plurimax.Trades;
using Plurimax.Work.Briefing;

namespace Plurimax.Core.Tests;

/// <summary>The brief as a document, jobs that are too large, and what is owed.</summary>
public class BriefsTests
{
    private static readonly TradeTemplate Trade = TradeCatalogue.Shipped()["bicycle-repair"];
    private static readonly FactSheet Facts = FactSheet
        .From("Bell & <Sons>", "Hallow")
        .With("phone", new FactEntry(new PhoneValue("+441632960142", "01632 960142"), FactSource.Maker, true))
        .With(
            "hours",
            new FactEntry(
                ((HoursValue)FactReader.Read(FactCatalogue.Common.First(d => d.Id == "hours"), "Mon-Fri 9-17").Value!),
                FactSource.Client,
                false
            )
        );

    private static BriefDocument Brief(FactSheet? facts = null) =>
        BriefDocument.Of(facts ?? Facts, Trade, Composer.Compose(Trade, facts ?? Facts, new Wishes()), new DateOnly(2026, 11, 20));

    private static FactSheet Wanting(params string[] functions) =>
        Facts.With("functions", new FactEntry(new ListValue([.. functions]), FactSource.Client, true));

    [Fact]
    public void The_parts_of_a_brief_are_all_there_and_what_is_unsure_says_so()
    {
        Brief()
            .Parts.Select(p => p.Title)
            .ShouldBe([
                "The business",
                "What it offers",
                "What speaks for it",
                "Aims",
                "Audience",
                "Pages and functions",
                "Voice and languages",
                "Look in words",
                "Material at hand",
                "Budget, deadline, decisions",
                "Legal",
            ]);
        var markdown = Brief().ToMarkdown();
        markdown.ShouldContain("**Phone:** 01632 960142\n");
        markdown.ShouldContain("Mon-Fri 9:00-17:00 *(to be confirmed)*");
        markdown.ShouldContain(@"Bell & \<Sons\>");
        var html = Brief().ToHtml();
        html.ShouldContain("Bell &amp; &lt;Sons&gt;");
        html.ShouldNotContain("<Sons>");
    }

    [Fact]
    public void The_PDF_says_what_the_brief_says_whatever_its_letters_and_length()
    {
        var facts = Facts.With(
            "owner.story",
            new FactEntry(
                new TextValue(string.Join(' ', Enumerable.Repeat("Zoë “rode” über München – für 5 € und ✓ 日本", 60))),
                FactSource.Client,
                true
            )
        );
        var read = DocumentReader.Read([new InFile("brief.pdf", BriefPdf.Write(Brief(facts)))]);
        read.Problems.ShouldBeEmpty();
        var text = read.Texts[0].Text.ReplaceLineEndings(" ");
        foreach (var part in new[] { "Brief: Bell & <Sons>", "Phone: 01632 960142", "Zoë “rode” über München – für 5 €" })
            text.ShouldContain(part);
        read.Texts[0].Lines.Max(l => l.Page).ShouldBeGreaterThan(1);
        FactReading.Of(read.Texts, new DateOnly(2026, 11, 20)).Best<PhoneValue>("phone")!.E164.ShouldBe("+441632960142");
    }

    [Theory]
    [InlineData("customer login", "sign in")]
    [InlineData("a members' area", "memberships")]
    [InlineData("online shop with 400 products", "a shop")]
    [InlineData("integration with our stock system", "other systems")]
    public void Jobs_that_are_too_large_are_flagged_with_the_reason(string wish, string reason) =>
        string.Join('\n', Brief(Wanting("contact form", wish)).TooLarge)
            .ShouldSatisfyAllConditions(r => r.ShouldContain(reason), r => r.ShouldContain(wish.Split(' ').Last()));

    [Fact]
    public void Ordinary_wishes_are_not_too_large() =>
        Brief(Wanting("contact form", "price list as PDF", "booking")).TooLarge.ShouldBeEmpty();

    [Fact]
    public void What_is_owed_is_ticked_off_by_what_arrives()
    {
        var site = Composer.Compose(Trade, Facts, new Wishes());
        var owed = Owed.Of(site, Trade, Facts, 0);
        owed.First(o => o.Fact == "phone").State.ShouldBe(OwedState.Here);
        owed.First(o => o.Fact == "hours").State.ShouldBe(OwedState.ToConfirm);
        owed.Where(o => o.Fact is not null).Select(o => o.Fact).Distinct().Count().ShouldBe(owed.Count(o => o.Fact is not null));
        owed.ShouldContain(o => o.Kind == OwedKind.Picture && o.State == OwedState.Open && o.ByClient);
        Owed.Of(site, Trade, Facts, 9).Where(o => o.Kind == OwedKind.Picture).ShouldAllBe(o => o.State == OwedState.Here);
        var asked = Facts with { Marks = Facts.Marks.SetItem("owner.story", FactMark.AskedClient) };
        Owed.Of(site, Trade, asked, 0).First(o => o.Fact == "owner.story").State.ShouldBe(OwedState.Asked);
        Owed.Of(site, Trade, Facts.With("owner.story", new FactEntry(new TextValue("I began in a shed."), FactSource.Client, true)), 0)
            .First(o => o.Fact == "owner.story")
            .State.ShouldBe(OwedState.Here);
        Owed.Count(owed).Open.ShouldBeGreaterThan(Owed.Count(Owed.Of(site, Trade, Facts, 9)).Open);
    }
}
