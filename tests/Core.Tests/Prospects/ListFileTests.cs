using System.IO.Compression;
using System.Text;
using CsCheck;
using Plurimax.Facts;
using Plurimax.Text;
using Plurimax.Trades;
using Plurimax.Work.Prospects;
using Plurimax.Work.Prospects.Lists;

namespace Plurimax.Core.Tests.Prospects;

public class ListFileTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 26, 9, 0, 0, TimeSpan.Zero);

    private static ListFile Read(string text, ListChoices? c = null, Encoding? encoding = null, string name = "list.csv") =>
        Read([.. (encoding ?? new UTF8Encoding(false)).GetPreamble(), .. (encoding ?? Encoding.UTF8).GetBytes(text)], c, name);

    private static ListFile Read(byte[] bytes, ListChoices? c = null, string name = "list.csv") =>
        ListFile.Read(name, bytes, c) is { Ok: true } r
            ? r.Value!
            : throw new InvalidOperationException(ListFile.Read(name, bytes, c).Problem);

    private static List<ListEntry> Entries(ListFile f) => [.. new ListEntries(TradeCatalogue.Shipped(), Now, "m").Of(f)];

    private static string Root()
    {
        for (var d = new DirectoryInfo(AppContext.BaseDirectory); d is not null; d = d.Parent)
            if (File.Exists(Path.Combine(d.FullName, "Plurimax.slnx")))
                return d.FullName;
        throw new DirectoryNotFoundException();
    }

    private static string Problem(byte[] bytes, string name = "list.csv") => ListFile.Read(name, bytes).Problem ?? "";

    private const string Semicolons =
        "firm;what;town;tel;stars;n_rev;www;col_9\nHask & Löwe Saws;saw sharpening;Wrenfield;01632 960133;5,0;1.019;no;K\nTern "
        + "Cycles;bicycle repair shop;Saltmere;01632 960134;4.8;96;https://tern.example;\n";

    [Fact]
    public void A_second_part_with_columns_of_its_own_is_put_under_the_first()
    {
        var list = Read(
            "firm;town;tel;web\nHask Saws;Wrenfield;01632 960133;\nTern Cycles;Saltmere;01632 960134;tern.example\n;;;\n"
                + "Ort;Telefon;Firma;E-Mail\nNordersiel;040 66969 120;Salon Wellengang;hallo@wellengang.example\n"
        );
        var entries = Entries(list);
        entries.Select(e => e.Facts.Name).ShouldBe(["Hask Saws", "Tern Cycles", "Salon Wellengang"]);
        entries[2].Facts.Town.ShouldBe("Nordersiel");
        entries[2].Facts["email"]!.Value.Summary().ShouldBe("hallo@wellengang.example");
        entries[2].Row.Number.ShouldBe(6);
        list.Headings.ShouldContain("E-Mail");
    }

    [Fact]
    public void Headings_that_come_again_are_a_row_that_is_no_firm()
    {
        var entries = Entries(Read("firm;town;tel\nHask Saws;Wrenfield;01632 960133\nfirm;town;tel\nTern Cycles;Saltmere;01632 960134\n"));
        entries.Count(e => e.Problem is null).ShouldBe(2);
        entries.Count(e => e.Problem is not null).ShouldBe(1);
    }

    [Fact]
    public void A_list_is_read_whatever_its_delimiter_and_encoding()
    {
        foreach (
            var encoding in new Encoding[]
            {
                new UTF8Encoding(false),
                new UTF8Encoding(true),
                Encoding.Unicode,
                Encoding.BigEndianUnicode,
                CodePagesEncodingProvider.Instance.GetEncoding(1252)!,
            }
        )
        foreach (var delimiter in new[] { ";", "\t", "|" })
        {
            var entries = Entries(Read(Semicolons.Replace(";", delimiter), encoding: encoding));
            entries.Select(e => e.Problem).ShouldAllBe(p => p == null, $"{encoding.EncodingName} {delimiter}");
            entries[0].Facts.Name.ShouldBe("Hask & Löwe Saws");
            ((RatingValue)entries[0].Facts["rating"]!.Value).Count.ShouldBe(1019);
            entries[1].TradeId.ShouldBe("bicycle-repair");
            entries.Select(e => e.Keys.OwnSite).ShouldBe([false, true]);
        }
    }

    [Fact]
    public void Columns_are_guessed_by_heading_or_by_what_stands_in_them_and_can_be_corrected()
    {
        Read(Semicolons)
            .Columns.ShouldBe([
                ListColumn.Name,
                ListColumn.Trade,
                ListColumn.Town,
                ListColumn.Phone,
                ListColumn.Rating,
                ListColumn.Reviews,
                ListColumn.Website,
                ListColumn.LeaveOut,
            ]);
        Read("Firma,Branche,PLZ,Ort,Telefon,Ansprechpartner\nMüller,Friseur,01067,Dresden,0351 1234567,Ada Müller\n", name: "liste.csv")
            .Columns.ShouldBe([
                ListColumn.Name,
                ListColumn.Trade,
                ListColumn.Postcode,
                ListColumn.Town,
                ListColumn.Phone,
                ListColumn.Person,
            ]);
        Read("Nom;Téléphone;Note;Nombre d'avis\nAtelier;01 99 00 12 34;4,6;88\nFournil;01 99 00 12 35;4,2;12\n")
            .Columns.ShouldBe([ListColumn.Name, ListColumn.Phone, ListColumn.Rating, ListColumn.Reviews]);
        var bare = Read("Hask Saws,01632 960133,hask@post.example,4.8,96\nTern Cycles,01632 960134,tern@post.example,4.4,210\n");
        (bare.Heading, string.Join(' ', bare.Columns)).ShouldBe((false, "Name Phone Email Rating Reviews"));
        var corrected = Read(
            Semicolons,
            ListChoices.Guess with
            {
                Columns = System.Collections.Immutable.ImmutableDictionary<int, ListColumn>.Empty.Add(7, ListColumn.Trade),
            }
        );
        (corrected.Columns[7], corrected.Columns[1]).ShouldBe((ListColumn.Trade, ListColumn.LeaveOut));
    }

    [Theory]
    [InlineData(";;Saltmere;01632 960133;4;3;no;", "No name.", null)]
    [InlineData("Firm;;;;;;;", "Only a name", 0)]
    [InlineData("Firm;x;Saltmere;;4;3;no;;more;and more", "10 cells where the list has 8 columns", null)]
    public void A_row_at_fault_is_refused_with_the_reason_and_the_others_go_on(string row, string reason, int? at)
    {
        var entries = Entries(Read($"{Semicolons}{row}\n"));
        entries.Count(e => e.Ok).ShouldBe(2);
        entries[2].Problem!.ShouldContain(reason);
        entries[2].At.ShouldBe(at);
        entries[2].Row.Number.ShouldBe(4);
    }

    [Theory]
    [InlineData("Firm;x;Saltmere;01632 96;4;3;no;", "too few", 3)]
    [InlineData("Firm;x;Saltmere;hello;4;3;no;", "not a phone number", 3)]
    [InlineData("Firm;x;Saltmere;4.41633E+11;4;3;no;", "its last digits are lost", 3)]
    [InlineData("Firm;x;Saltmere;;9.8;3;no;", "the scale ends at 5", 4)]
    [InlineData("Firm;x;Saltmere;;4;many;no;", "not a number of reviews", 5)]
    [InlineData("Firm;x;Saltmere;;4;3;maybe one;", "not the address of a site", 6)]
    public void An_odd_cell_is_left_out_and_the_firm_comes_in(string row, string reason, int at)
    {
        var entry = Entries(Read($"{Semicolons}{row}\n"))[2];
        entry.Ok.ShouldBeTrue();
        entry.Odd.Single().Why.ShouldContain(reason);
        entry.Odd.Single().At.ShouldBe(at);
        entry.Note.ShouldContain(entry.Odd.Single().Why);
    }

    [Theory]
    [InlineData("Total;;;;;99;;", "A sum")]
    [InlineData("Test Test;x;Saltmere;;;;;", "A test")]
    [InlineData("Hask Saws permanently closed;x;Saltmere;;;;;", "Closed for good")]
    public void A_row_that_is_no_firm_says_what_it_is(string row, string reason) =>
        Entries(Read($"{Semicolons}{row}\n"))[2].Problem!.ShouldStartWith(reason);

    [Theory]
    [InlineData("0221/4710354", "DE", "+492214710354")]
    [InlineData("030 / 23125-611", "DE", "+493023125611")]
    [InlineData("1632960123", "GB", "+441632960123")]
    [InlineData("01632 960133; 01632 960134", "GB", "+441632960133")]
    public void Numbers_are_read_as_lists_write_them(string cell, string country, string number) =>
        Entries(Read($"name;town;tel;country\nHask;Saltmere;\"{cell}\";{country}\n")).Single().Keys.Phone.ShouldBe(number);

    [Theory]
    [InlineData("4,8 von 5 (132)", 4.8, 132)]
    [InlineData("4.8 ★ (1,212)", 4.8, 1212)]
    [InlineData("4.5/5 (9 reviews)", 4.5, 9)]
    [InlineData("9/10", -1, -1)]
    [InlineData("TBC", -1, -1)]
    public void Ratings_are_read_as_lists_write_them(string cell, double value, int count)
    {
        var rating = Entries(Read($"name;town;rating\nHask;Saltmere;\"{cell}\"\n")).Single().Facts.Any<RatingValue>("rating");
        (((double?)rating?.Value ?? -1), rating?.Count ?? -1).ShouldBe((value, count));
    }

    [Fact]
    public void A_title_and_two_rows_of_headings_are_told_from_firms()
    {
        var file = Read("Bakers of the vale\nMay 2026;;\nfirm;tel;\nname;phone;town\nHask;01632 960133;Saltmere\n");
        file.Notes.ShouldContain(n => n.Contains("above the headings"));
        Entries(file).Single().Facts.Name.ShouldBe("Hask");
    }

    /// <summary>A scraped list that was made by somebody who had not seen the application, with the counts they expect of it.</summary>
    [Fact]
    public void Of_a_strangers_list_every_good_row_comes_in_and_the_others_are_named()
    {
        var folder = Path.Combine(Root(), "tests", "lists");
        var expected = System.Text.Json.Nodes.JsonNode.Parse(File.ReadAllText(Path.Combine(folder, "strangers-300.json")))!;
        var file = Read(File.ReadAllBytes(Path.Combine(folder, "strangers-300.csv")), name: "strangers-300.csv");
        var entries = Entries(file);
        int Wanted(string key) => expected[key]!.GetValue<int>();
        // Records count from 1 below the headings, rows as a spreadsheet does.
        var rejected = expected["rejected"]!.AsArray().Select(r => r!["record"]!.GetValue<int>() + 1).ToHashSet();
        entries
            .Where(e => e.Ok == rejected.Contains(e.Row.Number))
            .Select(e => $"{e.Row.Number} {e.Facts.Name} {e.Problem}")
            .ShouldBeEmpty();
        entries.Count(e => e.Ok).ShouldBe(Wanted("distinct_businesses") + Wanted("duplicate_records"));
        var twins = Twins.Find([], entries.Where(e => e.Ok).Select(e => (e.Row.Number, e.Keys)));
        twins.Length.ShouldBe(Wanted("duplicate_records"));
        var again = twins.Select(t => t.Second).ToHashSet();
        entries
            .Count(e => e.Ok && !again.Contains(e.Row.Number) && e.Keys.Phone.Length == 0)
            .ShouldBeInRange(Wanted("without_usable_phone") - 1, Wanted("without_usable_phone") + 1);
    }

    [Fact]
    public void A_mended_row_is_read_as_it_was_mended()
    {
        var choices = ListChoices.Guess with
        {
            Mended = System.Collections.Immutable.ImmutableDictionary<int, System.Collections.Immutable.ImmutableArray<string>>.Empty.Add(
                2,
                ["Hask", "", "Wrenfield", "", "", "", "", ""]
            ),
        };
        Entries(Read(Semicolons, choices))[0].Facts.Name.ShouldBe("Hask");
    }

    [Fact]
    public void An_address_in_one_cell_is_taken_apart()
    {
        var e = Entries(
            Read("name,address\n\"Hask Saws\",\"4 Foundry Yard, Wrenfield, SZ5 6JN\"\n\"Ferry Frames\",\"6 Ferry Lane, Saltmere\"\n")
        );
        ((AddressValue)e[0].Facts["place"]!.Value).ShouldBe(new AddressValue("4 Foundry Yard", "Wrenfield", "SZ5 6JN", null, "GB"));
        ((AddressValue)e[1].Facts["place"]!.Value).ShouldBe(new AddressValue("6 Ferry Lane", "Saltmere", null, null, "GB"));
    }

    [Fact]
    public void Quotes_commas_and_line_breaks_inside_cells_follow_RFC_4180()
    {
        // RFC 4180 section 2, rules 5 to 7.
        var e = Entries(Read("name,town,note\r\n\"Smith, \"\"The\"\" Smith\",Saltmere,\"two\r\nlines\"\r\n")).Single();
        (e.Facts.Name, e.Note).ShouldBe(("Smith, \"The\" Smith", "two lines"));
    }

    [Fact]
    public void What_a_spreadsheet_would_run_is_neutralised_on_the_way_out_and_comes_back_as_it_was()
    {
        // OWASP, "CSV Injection": cells that begin with = + - @ tab or carriage return.
        string[] cells = ["=HYPERLINK(\"x\")", "+441632960133", "-1", "@SUM(A1)", "\t=1", "plain", "a,b", "say \"x\""];
        var file = CsvText.File(["name", .. cells.Skip(1).Select((_, i) => $"c{i}")], [cells]);
        var text = Encoding.UTF8.GetString(file).TrimStart('\uFEFF');
        foreach (var line in text.Split("\r\n").Skip(1))
        foreach (var cell in line.Split(','))
            cell.TrimStart('"').ShouldNotMatch(@"^[=+\-@\t\r]");
        Read(file).Rows.Single().Cells[..4].ShouldBe(cells[..4]);
        Gen.String[Gen.Char['\t', '~'], 0, 20]
            .Array[1, 6]
            .Sample(row => CsvText.Harmless(row[0]) is var c && (c.Length == 0 || !"=+-@\t\r".Contains(c[0])));
    }

    [Fact]
    public void Address_cards_come_in_as_a_list_and_a_huge_photo_is_left_out()
    {
        var photo = string.Concat(Enumerable.Repeat(new string('A', 74) + "\r\n ", 5 * 1024 * 1024 / 74));
        var card =
            $"BEGIN:VCARD\r\nVERSION:3.0\r\nFN:Jem Orrin\r\nORG:Pilot Boat Sails\r\nTEL;TYPE=fax:01632 "
            + $"960999\r\nTEL;TYPE=work:01632 960171\r\nADR;TYPE=work:;;2 Slipway;Saltmere;;SZ4 4QA;United "
            + $"Kingdom\r\nPHOTO;ENCODING=b:{photo}\r\nEND:VCARD\r\n";
        var file = Read(Encoding.UTF8.GetBytes(card), name: "cards.vcf");
        file.Notes.ShouldContain(n => n.Contains("photo"));
        var e = Entries(file).Single();
        (e.Facts.Name, e.Keys.Phone, e.Keys.Postcode, e.Facts.Any<TextValue>("contact_person")!.Text).ShouldBe(
            ("Pilot Boat Sails", "+441632960171", "SZ44QA", "Jem Orrin")
        );
    }

    [Fact]
    public void Files_that_are_no_list_say_what_they_are()
    {
        Problem([]).ShouldContain("is empty");
        Problem("name,town\n"u8.ToArray()).ShouldContain("nothing below it");
        Problem(Encoding.ASCII.GetBytes("%PDF-1.7 nothing")).ShouldContain("A list comes as .csv, .xlsx or .vcf");
        Problem([0xD0, 0xCF, 0x11, 0xE0, 0xA1, 0xB1, 0x1A, 0xE1, .. new byte[600]], "old.xls").ShouldContain("Save it as .xlsx");
        Problem(new byte[ListFile.LargestFile + 1]).ShouldContain("larger than 20 MB");
        Problem("BEGIN:VCARD\nFN:x\n"u8.ToArray(), "a.vcf").ShouldContain("no whole address card");
        using var buffer = new MemoryStream();
        using (var zip = new ZipArchive(buffer, ZipArchiveMode.Create, true))
            zip.CreateEntry("a.txt").Open().Dispose();
        Problem(buffer.ToArray(), "list.xlsx").ShouldNotBe("");
    }

    [Fact]
    public void A_zip_bomb_dressed_as_a_spreadsheet_is_not_opened()
    {
        using var buffer = new MemoryStream();
        using (var zip = new ZipArchive(buffer, ZipArchiveMode.Create, true))
        {
            using (var types = new StreamWriter(zip.CreateEntry("[Content_Types].xml").Open()))
                types.Write("<Types xmlns=\"http://schemas.openxmlformats.org/package/2006/content-types\"/>");
            using (var book = new StreamWriter(zip.CreateEntry("xl/workbook.xml").Open()))
                book.Write("<workbook/>");
            using var big = zip.CreateEntry("xl/worksheets/sheet1.xml", CompressionLevel.SmallestSize).Open();
            var block = new byte[1024 * 1024];
            for (var i = 0; i < 100; i++)
                big.Write(block);
        }
        Problem(buffer.ToArray(), "bomb.xlsx").ShouldContain("It was not opened");
    }
}
