using Plurimax.Reading;
using Plurimax.Reading.Deciding;
using Plurimax.Reading.Files;

namespace Plurimax.Core.Tests.Reading;

/// <summary>Who says what, what stands beside what and what belongs together, before a single fact is looked for.</summary>
public sealed class ShapeTests
{
    private static readonly DateOnly Today = new(2026, 12, 2);

    private static SourceText Read(string name, string text) =>
        DocumentReader.Read([new InFile(name, System.Text.Encoding.UTF8.GetBytes(text))]).Texts.Single();

    private static FactReading Facts(string text, string name = "a.txt") => FactReading.Of([Read(name, text)], Today);

    private static List<string> Lines(string text) => [.. SourceText.Of("a.txt", text).Lines.Select(l => l.Text).Where(t => t.Length > 0)];

    [Theory]
    [InlineData("[03/02/2026, 09:14] Jo: hi\n[03/02/2026, 09:15] Dev: Kites\n[03/02/2026, 09:16] Dev: yes")]
    [InlineData("03.02.26, 18:02 - Jo: hi\n03.02.26, 18:20 - Dev: Kites\n03.02.26, 18:21 - Dev: yes")]
    [InlineData("Jo: hi\nDev: Kites\nJo: sure?\nDev: yes")]
    [InlineData("Jo  10:02\nhi\nDev  10:03\nKites\nyes\nDev  10:05")]
    public void A_chat_is_lines_with_their_speakers(string text)
    {
        var lines = SourceText.Of("a.txt", text).Lines.Where(l => l.Text.Length > 0).ToList();
        lines[0].ShouldSatisfyAllConditions(l => l.Text.ShouldBe("hi"), l => l.By.ShouldBe("Jo"));
        lines[1].ShouldSatisfyAllConditions(l => l.Text.ShouldBe("Kites"), l => l.By.ShouldBe("Dev"));
    }

    [Theory]
    [InlineData("Name: Kites\nTel: 01632 960 001\nName: Boats\nTel: 01632 960 002")]
    [InlineData("From: Jo\nTo: Dev\n\nhi\n\nFrom: Dev\nTo: Jo\n\nhello")]
    [InlineData("Mon: 9-5\nTue: 9-5\nMon: 9-5\nTue: 9-5")]
    public void Forms_mails_and_hours_are_no_chat(string text) => SourceText.Of("a.txt", text).Lines.ShouldAllBe(l => l.By == null);

    [Fact]
    public void What_the_maker_says_in_a_chat_is_not_the_clients_until_the_client_says_yes()
    {
        const string asked = "AGENT: And your number?\nCALLER: 01632 960 002\nAGENT: Ours is 01632 960 001.\nCALLER: ";
        Facts(asked + "Good to know.\nAGENT: Bye?\nCALLER: Bye")
            .All<Plurimax.Facts.PhoneValue>("phone")
            .Single()
            .E164.ShouldBe("+441632960002");
        Facts("AGENT: The number?\nCALLER: One moment.\nAGENT: Is it 01632 960 003?\nCALLER: That's it.\nAGENT: Thanks?\nCALLER: Bye")
            .All<Plurimax.Facts.PhoneValue>("phone")
            .Single()
            .E164.ShouldBe("+441632960003");
    }

    [Fact]
    public void A_namesake_of_the_maker_is_not_the_maker()
    {
        const string thread =
            "From: Anna Smith <anna@hillkites.example>\nTo: Ann <ann@fernweb.example>\nDate: 3 Mar 2026\n\nHill Kites, 01632 960 006.\n\n"
            + "From: Ann <ann@fernweb.example>\nTo: Anna Smith <anna@hillkites.example>\nDate: 2 Mar 2026\n\nOur number is 01632 960 007.";
        Facts(thread).All<Plurimax.Facts.PhoneValue>("phone").Select(p => p.E164).ShouldBe(["+441632960006"]);
    }

    [Fact]
    public void Columns_side_by_side_are_read_one_after_the_other()
    {
        Lines(
                """
                HOURS                 FIND US
                Monday    closed      Larkin's Bikes
                Tuesday   9:30 - 6    88 Canal Street
                Friday    9:30 - 6    Wharfton
                """
            )
            .ShouldBe([
                "HOURS",
                "Monday closed",
                "Tuesday 9:30 - 6",
                "Friday 9:30 - 6",
                "FIND US",
                "Larkin's Bikes",
                "88 Canal Street",
                "Wharfton",
            ]);
    }

    [Fact]
    public void Labels_and_their_values_stay_on_one_line()
    {
        const string form = "Client      Willow Works\nTel         01632 960 004\nTown        Brackwater\nOwner       Fern Okafor";
        Lines(form).Count.ShouldBe(4);
        Lines("Telefon (nur intern) ....... 0221 4710 342").ShouldBe(["Telefon (nur intern): 0221 4710 342"]);
    }

    [Fact]
    public void A_sentence_that_a_mail_program_broke_is_whole_again_and_a_note_stays_a_note()
    {
        const string mail =
            "We moved in the spring and it has taken us until now to tell everybody, sorry\n"
            + "about that; the shop is the same, and so is the telephone number, it is 01632\n"
            + "960 491 and somebody answers it between nine and five on every working day of\n"
            + "the week.";
        Lines(mail).Single().ShouldContain("01632 960 491 and");
        const string note =
            "she wants: weddings, funeral flowers, weekly subscriptions, workshops (wreaths in december)\nbouquets from £28\ntel soon";
        Lines(note).Count.ShouldBe(3);
    }

    [Theory]
    [InlineData("What don't you want on the site?\n07700 900 001")]
    [InlineData("Telefon (nur intern): 0171 3920001")]
    [InlineData("Numéro privé : 06 39 98 00 01")]
    [InlineData("Phone for us only?\n07700 900 001")]
    public void An_answer_to_what_is_not_for_the_site_is_no_fact(string text) => Facts("Hill Kites\n" + text)["phone"].ShouldBeNull();

    [Fact]
    public void A_question_says_what_its_answer_is()
    {
        var read = Facts(
            "Q1. What is your business called?\nMoor & Fell\n\nQ2. When did you start?\n2018\n\nQ3. What do you offer?\n- Saddles\n- Reins"
        );
        read.Best<Plurimax.Facts.TextValue>("business.name")!.Text.ShouldBe("Moor & Fell");
        read.Best<Plurimax.Facts.TextValue>("founded")!.Text.ShouldBe("2018");
        read.All<Plurimax.Facts.ListValue>("services").SelectMany(l => l.Items).ShouldBe(["Saddles", "Reins"], ignoreOrder: true);
    }

    [Theory]
    [InlineData(
        "a.json",
        """{"client":{"tradingName":"Moor & Fell","contact":{"publicPhone":"01632 960 005","privatePhone":"07700 900 005"}}}"""
    )]
    [InlineData("a.json", """[{"field":"Business name","value":"Moor & Fell"},{"field":"Phone","value":"01632 960 005"}]""")]
    [InlineData(
        "a.yaml",
        "client:\n  trading_name: Moor & Fell\n  contact:\n    public_phone: 01632 960 005\n    private_phone: 07700 900 005\n"
    )]
    public void A_form_handed_over_by_a_program_is_read_by_its_fields(string file, string text)
    {
        var read = Facts(text, file);
        read.Best<Plurimax.Facts.TextValue>("business.name")!.Text.ShouldBe("Moor & Fell");
        read.All<Plurimax.Facts.PhoneValue>("phone").Select(p => p.E164).ShouldBe(["+441632960005"]);
    }

    [Theory]
    [InlineData("{\"a\": ")]
    [InlineData("{}")]
    [InlineData("[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[1]]]]]]]]]]]]]]]]]]]]]]]]]]]]]]]]]]]]")]
    [InlineData("{\"a\":null,\"b\":[null,{}],\"c\":{\"field\":1}}")]
    public void Broken_and_empty_json_is_no_accident(string text) =>
        Should.NotThrow(() => DocumentReader.Read([new InFile("a.json", System.Text.Encoding.UTF8.GetBytes(text))]));

    [Fact]
    public void What_one_customer_paid_is_no_list_of_prices()
    {
        Facts("Hill Kites\nINVOICE 12\nKite repair £20.00\nTotal due £20.00").All<Plurimax.Facts.PricesValue>("prices").ShouldBeEmpty();
        Facts("SABOR\nCroquetas........8,50\nTortilla........9,00\nBoquerones........7,50\nIVA incluido. Calle Olivo 22, 28995 Villamora")
            .All<Plurimax.Facts.PricesValue>("prices")
            .SelectMany(p => p.Lines)
            .Select(l => l.Amount)
            .ShouldBe([8.5m, 9m, 7.5m], ignoreOrder: true);
    }

    [Fact]
    public void Trust_never_falls_where_the_rule_is_surer_and_stays_a_share()
    {
        foreach (var fact in new[] { "business.name", "phone", "place", "hours", "prices", "services", "unheard.of" })
        {
            var shown = Enumerable.Range(0, 101).Select(i => Reliability.Of(fact, i / 100.0)).ToList();
            shown.ShouldAllBe(s => s >= 0 && s <= 1);
            shown.Zip(shown.Skip(1)).ShouldAllBe(p => p.Second >= p.First - 1e-9);
        }
        // A number without a reason to be the client's is a question.
        Reliability.Of("phone", Plurimax.Reading.Finders.PhoneFinder.Doubt).ShouldBeLessThan(Reliability.Bar);
    }
}
