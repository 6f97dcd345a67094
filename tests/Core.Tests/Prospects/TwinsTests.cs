using CsCheck;
using Plurimax.Facts;
using Plurimax.Work.Prospects;

namespace Plurimax.Core.Tests.Prospects;

public class TwinsTests
{
    private static BusinessKeys Keys(string name, string phone = "", string postcode = "", string town = "") =>
        new(BusinessKeys.NameKey(name), phone, "", BusinessKeys.PostcodeKey(postcode), BusinessKeys.Fold(town), null, 0, false, "");

    private static string Twin(BusinessKeys a, BusinessKeys b) => Twins.Find([(1, a)], [(2, b)]) is [var t] ? t.Reason : "none";

    [Theory]
    [InlineData("Hask & Lowe Saws", "Hask and Lowe Saws Ltd", "hask lowe saws")]
    [InlineData("Café Müller GmbH", "cafe muller", "cafe muller")]
    [InlineData("The Wren's Nest", "Wrens Nest", "wrens nest")]
    public void Names_are_compared_without_what_does_not_tell_them_apart(string a, string b, string key) =>
        (BusinessKeys.NameKey(a), BusinessKeys.NameKey(b)).ShouldBe((key, key));

    [Fact]
    public void Likeness_is_the_coefficient_of_the_textbook()
    {
        // Worked by hand after Dice 1945: night {ni,ig,gh,ht}, nacht {na,ac,ch,ht}: 2 * 1 / (4 + 4).
        BusinessKeys.Likeness("night", "nacht").ShouldBe(.25);
        Gen.Select(Gen.String[Gen.Char['a', 'f'], 0, 12], Gen.String[Gen.Char['a', 'f'], 0, 12])
            .Sample(
                (a, b) =>
                {
                    BusinessKeys.Likeness(a, b).ShouldBeInRange(0, 1);
                    BusinessKeys.Likeness(a, b).ShouldBe(BusinessKeys.Likeness(b, a), 1e-12);
                    if (a.Length > 1)
                        BusinessKeys.Likeness(a, a).ShouldBe(1);
                }
            );
    }

    [Fact]
    public void One_business_is_known_by_its_phone_or_by_name_and_postcode()
    {
        Twin(Keys("Pilot Boat Sails", "+441632960171"), Keys("Quite Another", "+441632960171")).ShouldBe("same phone");
        Twin(Keys("Pilot Boat Sails", postcode: "SZ4 4QA"), Keys("Pilot Boat Sailmkrs", postcode: "sz44qa"))
            .ShouldBe("like name, same postcode");
        Twin(Keys("Pilot Boat Sails", postcode: "SZ4 4QA"), Keys("Pilot Boat Sailmkrs", postcode: "SZ4 4QB")).ShouldBe("none");
        Twin(Keys("Pilot Boat Sails", town: "Saltmere"), Keys("Pilot Boat Sails Ltd", town: "saltmere")).ShouldBe("same name and town");
        Twin(Keys("Saltmere Cycles", town: "Saltmere"), Keys("Saltmere Cycle", town: "Saltmere")).ShouldBe("none");
        Twin(Keys("", "", "SZ4 4QA"), Keys("", "", "SZ4 4QA")).ShouldBe("none");
    }

    [Fact]
    public void Rows_of_one_list_find_each_other_and_each_is_found_once()
    {
        var twins = Twins.Find([], [(1, Keys("A", "+1")), (2, Keys("B", "+2")), (3, Keys("C", "+1")), (4, Keys("D", "+1"))]);
        twins.Select(t => (t.First, t.Second)).ShouldBe([(1, 3), (1, 4)]);
    }

    private static FactEntry Entry(FactValue v, bool confirmed = false) => new(v, FactSource.Import, confirmed);

    [Fact]
    public void Merging_unasked_overwrites_nothing_confirmed_and_shows_what_differs()
    {
        var mine = FactSheet
            .Empty.With("phone", Entry(new TextValue("1"), true))
            .With("rating", Entry(new RatingValue(4.9m, 372, "r", "2026-10")));
        var theirs = FactSheet
            .Empty.With("phone", Entry(new TextValue("2")))
            .With("rating", Entry(new RatingValue(4.9m, 387, "r", "2026-11")))
            .With("email", Entry(new TextValue("a@b.example")));
        var merged = Merging.Apply(mine, theirs);
        merged["phone"]!.Value.Raw().ShouldBe("1");
        merged.Waiting.ShouldHaveSingleItem().Value.Raw().ShouldBe("2");
        ((RatingValue)merged["rating"]!.Value).Count.ShouldBe(387);
        merged["rating"]!.Earlier!.Value.ShouldHaveSingleItem();
        merged["email"].ShouldNotBeNull();
    }

    [Fact]
    public void Merging_by_choice_takes_what_was_chosen_and_keeps_the_other_as_an_earlier_value()
    {
        var mine = FactSheet.Empty.With("phone", Entry(new TextValue("1"), true)).With("social", Entry(new ListValue(["a", "b"])));
        var theirs = FactSheet.Empty.With("phone", Entry(new TextValue("2"))).With("social", Entry(new ListValue(["B", "c"])));
        foreach (var second in new[] { true, false })
        {
            var merged = Merging.Apply(mine, theirs, _ => second);
            merged["phone"]!.Value.Raw().ShouldBe(second ? "2" : "1");
            merged["phone"]!.Earlier!.Value.Single().Value.Raw().ShouldBe(second ? "1" : "2");
            ((ListValue)merged["social"]!.Value).Items.ShouldBe(["a", "b", "c"]);
            merged.Waiting.ShouldBeEmpty();
        }
    }

    [Fact]
    public void Merging_with_itself_changes_nothing_that_is_said()
    {
        var sheet = FactSheet.From("Firm", "Saltmere").With("social", Entry(new ListValue(["a"])));
        Merging
            .Apply(sheet, sheet)
            .Entries.Select(e => (e.Key, e.Value.Value.Raw()))
            .ShouldBe(sheet.Entries.Select(e => (e.Key, e.Value.Value.Raw())));
    }

    [Fact]
    public void A_sample_lends_everything_and_what_is_not_cleared_is_told()
    {
        var facts = FactSheet
            .From("Firm", "Saltmere")
            .With("phone", Entry(new TextValue("1")))
            .With(
                "testimonials",
                new FactEntry(new TestimonialsValue([new("Good", "A B", "s", "2026-10", false)]), FactSource.Listing, true)
            );
        FactTree.Has(FactTree.Build(facts), "phone").ShouldBeFalse();
        var lent = FactTree.Build(Lending.ForSample(facts));
        FactTree.Has(lent, "phone").ShouldBeTrue();
        FactTree.Has(lent, "testimonials").ShouldBeTrue();
        Lending.NotCleared(facts).Select(n => n.Fact).ShouldBe(["phone", "testimonials"]);
        FactTree.Has(FactTree.Build(Lending.ForSample(facts.With("budget", Entry(new TextValue("900"))))), "budget").ShouldBeFalse();
    }
}
