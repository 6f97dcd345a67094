using Plurimax.Facts;
using Plurimax.Reading.Deciding;
using Plurimax.Trades;

namespace Plurimax.Core.Tests;

/// <summary>From what was read to what is known.</summary>
public class ConfirmingTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 20, 9, 0, 0, TimeSpan.Zero);
    private static readonly PhoneValue Old = new("+441632960181", "01632 960181"),
        New = new("+441632960118", "01632 960118");
    private static readonly FactSheet Start = FactSheet
        .From("Penhallow Pianos", "Saltmere")
        .With("phone", new FactEntry(Old, FactSource.Maker, true, true, "Mara", Now));

    private static Offer Phone(PhoneValue v, double confidence = .95) =>
        new("phone", v, confidence, new Snippet("mail.txt", 3, "ring ", v.National, " please"));

    [Fact]
    public void A_value_that_is_known_already_is_not_asked_again() =>
        Confirming.Add(Start, [Phone(Old)], FactSource.Document, "Mara", Now).Waiting.ShouldBeEmpty();

    [Fact]
    public void Nothing_confirmed_is_overwritten_unseen_and_the_earlier_value_is_kept()
    {
        var sheet = Confirming.Add(Start, [Phone(New)], FactSource.Document, "Mara", Now);
        Confirming.Contradicts(sheet, sheet.Waiting[0]).ShouldBeTrue();
        Confirming.AcceptAll(sheet, 0, _ => true, "Mara", Now).Any<PhoneValue>("phone").ShouldBe(Old);
        var taken = Confirming.Accept(sheet, sheet.Waiting[0].Id, "Mara", Now);
        taken.Any<PhoneValue>("phone").ShouldBe(New);
        taken.Waiting.ShouldBeEmpty();
        taken["phone"]!.Earlier!.Value[0].Value.ShouldBe(Old);
        taken["phone"]!.Where!.Match.ShouldBe("01632 960118");
        Confirming.Decline(sheet, sheet.Waiting[0].Id).Any<PhoneValue>("phone").ShouldBe(Old);
    }

    [Fact]
    public void Lists_grow_and_a_street_completes_a_town()
    {
        var sheet = Start.With("services", new FactEntry(new ListValue(["Tuning"]), FactSource.Maker, true));
        sheet = Confirming.Add(
            sheet,
            [
                new("services", new ListValue(["tuning", "Repairs"]), .9, Snippet.None),
                new("place", new AddressValue("4 Ropewalk Yard", "Saltmere", "SZ4 2QT", null, "GB"), .95, Snippet.None),
            ],
            FactSource.Document,
            "Mara",
            Now
        );
        var taken = Confirming.AcceptAll(sheet, .9, _ => true, "Mara", Now);
        taken.Any<ListValue>("services")!.Items.ShouldBe(["Tuning", "Repairs"]);
        taken.Any<AddressValue>("place")!.Street.ShouldBe("4 Ropewalk Yard");
    }

    [Fact]
    public void Two_readings_that_disagree_are_both_shown_and_neither_is_taken_by_the_lot()
    {
        var sheet = Confirming.Add(FactSheet.From("Bell", "Hallow"), [Phone(Old), Phone(New)], FactSource.Document, null, Now);
        sheet.Waiting.Length.ShouldBe(2);
        Confirming.AcceptAll(sheet, 0, _ => true, "Mara", Now)["phone"].ShouldBeNull();
        Confirming.Accept(sheet, sheet.Waiting[1].Id, "Mara", Now).Waiting.ShouldBeEmpty();
    }

    [Fact]
    public void Questions_come_by_weight_then_cheapest_and_marks_move_them()
    {
        foreach (var trade in TradeCatalogue.Shipped().All)
        {
            var sheet = FactSheet.From("Bell", "Hallow");
            var asked = Readiness.Of(sheet, trade).Questions;
            asked
                .Zip(asked.Skip(1))
                .ShouldAllBe(p =>
                    p.First.Gain > p.Second.Gain - 1e-9
                    && (
                        p.First.Gain > p.Second.Gain + 1e-9 || Readiness.Effort(p.First.Fact.Shape) <= Readiness.Effort(p.Second.Fact.Shape)
                    )
                );
            var first = asked[0].Fact.Id;
            FactSheet Marked(FactMark m) => sheet with { Marks = sheet.Marks.SetItem(first, m) };
            Readiness.Of(Marked(FactMark.Skipped), trade).Questions[^1].Fact.Id.ShouldBe(first);
            Readiness.Of(Marked(FactMark.AskedClient), trade).Questions.ShouldNotContain(q => q.Fact.Id == first);
            Readiness.Of(Marked(FactMark.DoesNotApply), trade).Percent.ShouldBeGreaterThanOrEqualTo(Readiness.Of(sheet, trade).Percent);
            // The gain that is promised is the gain that comes.
            var before = Readiness.Of(sheet, trade);
            var groups = before.Groups.Sum(g => g.Of);
            (asked[0].Gain / 100 * groups).ShouldBe(asked[0].Fact.Weight, 1e-6);
        }
    }

    [Fact]
    public void The_catalogue_is_whole()
    {
        FactCatalogue.Common.Length.ShouldBeInRange(65, 80);
        FactCatalogue.Common.Select(d => d.Id).Distinct().Count().ShouldBe(FactCatalogue.Common.Length);
        foreach (var d in FactCatalogue.Common)
        {
            if (d.Kinds.Length > 0)
                d.Kinds.Length.ShouldBe(8, d.Id);
            if (d.ForClient)
                d.Ask.ShouldEndWith("?");
        }
        // An electrician's area weighs more than a guesthouse's; its opening hours less (the kinds differ).
        var area = FactCatalogue.Common.First(d => d.Id == "area.towns");
        area.WeightFor(BusinessKind.AtCustomersPlace).ShouldBeGreaterThan(area.WeightFor(BusinessKind.Lodging));
        FactCatalogue.Private.ShouldAllBe(id => FactCatalogue.Common.Any(d => d.Id == id));
    }
}
