using System.Diagnostics;
using Plurimax.Sites;

namespace Plurimax.Core.Tests;

/// <summary>The command line as a Unix user meets it: output, messages, exit codes.</summary>
public class CommandLineTests
{
    private static (int Code, string Out, string Error) Run(params string[] args)
    {
        var info = new ProcessStartInfo("dotnet") { RedirectStandardOutput = true, RedirectStandardError = true };
        info.ArgumentList.Add(Path.Combine(AppContext.BaseDirectory, "Plurimax.Cli.dll"));
        foreach (var a in args)
            info.ArgumentList.Add(a);
        using var p = Process.Start(info)!;
        var error = p.StandardError.ReadToEndAsync();
        var output = p.StandardOutput.ReadToEnd();
        p.WaitForExit();
        return (p.ExitCode, output, error.Result);
    }

    [Fact]
    public void A_template_in_the_making_is_seen_as_a_site_without_a_build_and_many_commands_run_in_one_process()
    {
        var folder = Directory.CreateTempSubdirectory("plurimax-many-").FullName;
        var template = Path.Combine(folder, "kite-maker.yaml");
        var bakery = Plurimax.Text.Content.Text("trades/bakery.yaml")!;
        File.WriteAllText(template, System.Text.RegularExpressions.Regex.Replace(bakery, "(?m)^id: .*$", "id: kite-maker"));
        string[] Composed(string trade, string to) =>
            ["compose", "--from", "bakery", "--trade", trade, "--name", "Ida", "--place", "Ash", "--out", Path.Combine(folder, to)];
        var list = Path.Combine(folder, "commands");
        File.WriteAllLines(
            list,
            [
                System.Text.Json.JsonSerializer.Serialize(Composed(template, "own")),
                "",
                System.Text.Json.JsonSerializer.Serialize(Composed("bakery", "shipped")),
            ]
        );
        Run("many", list).Code.ShouldBe(0);
        foreach (var site in new[] { "own", "shipped" })
            File.ReadAllText(Path.Combine(folder, site, "index.html")).ShouldContain("Ida");

        File.WriteAllLines(list, ["[\"looks\"]", "looks"]);
        Run("many", list).ShouldSatisfyAllConditions(r => r.Code.ShouldBe(2), r => r.Error.ShouldContain("commands:2"));
        File.WriteAllLines(list, ["[\"looks\"]", "[\"trades\", \"--search\", \"zzzz\"]"]);
        Run("many", list).Code.ShouldBe(1, "the highest exit code");
        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    public void Composes_a_site_that_its_own_check_passes()
    {
        var folder = Directory.CreateTempSubdirectory("plurimax-cli-").FullName;
        Run(
                "compose",
                "--from",
                "bike shop repairs",
                "--name",
                "Bell Cycles",
                "--place",
                "Hallow",
                "--look",
                "night",
                "--take",
                "2",
                "--out",
                folder
            )
            .ShouldSatisfyAllConditions(
                r => r.Code.ShouldBe(0),
                r => r.Out.ShouldContain("take 2, look night"),
                r => r.Error.ShouldBeEmpty()
            );
        Run("check", folder).ShouldSatisfyAllConditions(r => r.Code.ShouldBe(0), r => r.Out.ShouldContain("0 blockers, 0 warnings"));
        File.Delete(Path.Combine(folder, "about.html"));
        Run("check", folder).ShouldSatisfyAllConditions(r => r.Code.ShouldBe(1), r => r.Out.ShouldContain("[broken-link]"));
        Directory.Delete(folder, true);
    }

    [Fact]
    public void Wishes_are_listed_and_done_only_when_asked()
    {
        var folder = Directory.CreateTempSubdirectory("plurimax-cli-").FullName;
        var file = Path.Combine(folder, "site.json");
        Run(
            "compose",
            "--from",
            "bakery",
            "--name",
            "Fennel & Rye",
            "--place",
            "Saltmere",
            "--out",
            Path.Combine(folder, "site"),
            "--document",
            file
        )
            .Code.ShouldBe(0);
        var before = File.ReadAllText(file);
        Run("say", "darker, feed the cat", "--site", file)
            .ShouldSatisfyAllConditions(
                r => r.Code.ShouldBe(1),
                r => r.Out.ShouldContain("understood  look.dark"),
                r => r.Out.ShouldContain("not         feed the cat")
            );
        File.ReadAllText(file).ShouldBe(before);
        Run("say", "dunkler", "--site", file, "--json", "--apply")
            .ShouldSatisfyAllConditions(
                r => r.Code.ShouldBe(0),
                r =>
                    System
                        .Text.Json.JsonDocument.Parse(r.Out)
                        .RootElement.GetProperty("understood")[0]
                        .GetProperty("code")
                        .GetString()
                        .ShouldBe("look.dark")
            );
        SiteDocument.FromJson(File.ReadAllText(file)).Look.Dark.ShouldBe(true);
        Run("say", "darker", "--site", Path.Combine(folder, "nowhere.json")).Code.ShouldBe(2);
        Directory.Delete(folder, true);
    }

    [Fact]
    public void A_brief_as_somebody_wrote_it_becomes_a_site_and_what_was_assumed_is_said()
    {
        var folder = Directory.CreateTempSubdirectory("plurimax-cli-").FullName;
        var brief = Path.Combine(folder, "brief.txt");
        File.WriteAllText(
            brief,
            "nom: Fournil des Halles\nmétier: boulangerie\nrue: 3 rue du Four\ncode postal: 44996\nville: Port-Serein\n"
                + "téléphone: 02 61 91 33 41\nhoraires:\n  - mardi au samedi 7 h - 13 h\nà ne pas publier: 06 39 98 33 42\n"
        );
        var r = Run("compose", brief, "--out", Path.Combine(folder, "site"));
        r.Code.ShouldBe(0, r.Error);
        r.Error.ShouldContain("assumed: language: fr");
        var pages = string.Concat(Directory.GetFiles(Path.Combine(folder, "site"), "*.html").Select(File.ReadAllText));
        pages.ShouldContain("lang=\"fr");
        pages.ShouldContain("3 rue du Four");
        pages.ShouldContain("+33261913341");
        pages.ShouldNotContain("39 98 33 42");
        // Another trade's words are worse than few.
        File.WriteAllText(brief, "name: Pell Organ Works\ntrade: pipe organ builder\ntown: Hallow\n");
        var unknown = Run("compose", brief, "--out", Path.Combine(folder, "other"));
        unknown.Code.ShouldBe(0, unknown.Error);
        unknown.Error.ShouldContain("no template fits “pipe organ builder”");
        File.ReadAllText(Path.Combine(folder, "other", "index.html")).ShouldContain("Pipe organ builder in Hallow");
        // A trade that is not written in the language of the brief is not told in another.
        File.WriteAllText(
            brief,
            "naam: Bloemen Tuin\nvak: bloemist\nstraat: Markt 3\npostcode: 4499 AB\nplaats: Zeedorp\nopen: ma-vr 9.00-18.00 uur\n"
        );
        var dutch = Run("compose", brief, "--out", Path.Combine(folder, "dutch"));
        dutch.Code.ShouldBe(0, dutch.Error);
        File.ReadAllText(Path.Combine(folder, "dutch", "index.html")).ShouldContain("lang=\"nl");
        Directory.Delete(folder, true);
    }

    [Fact]
    public void A_file_of_facts_is_read_and_faults_are_named_with_file_and_line()
    {
        var folder = Directory.CreateTempSubdirectory("plurimax-cli-").FullName;
        var facts = Path.Combine(folder, "facts.yaml");
        File.WriteAllText(facts, "business: { name: Bell }\nplace: { town: Hallow }\nhours: Mon 9-8\n");
        Run("compose", facts, "--trade", "bicycle-repair", "--out", folder)
            .ShouldSatisfyAllConditions(
                r => r.Code.ShouldBe(2),
                r => r.Error.ShouldContain($"{facts}:3: hours:"),
                r => r.Out.ShouldBeEmpty()
            );
        File.WriteAllText(facts, "business: { name: Bell }\nplace: { town: Hallow }\nhours: Mon 8-9\n");
        Run("compose", facts, "--trade", "bicycle-repair", "--out", folder).Code.ShouldBe(0);
        File.ReadAllText(Path.Combine(folder, "contact.html")).ShouldContain("8 am – 9 am");
        Directory.Delete(folder, true);
    }

    [Fact]
    public void Documents_of_one_business_are_read_together_and_one_at_fault_is_named()
    {
        var folder = Directory.CreateTempSubdirectory("plurimax-cli-").FullName;
        string notes = Path.Combine(folder, "notes.txt"),
            hours = Path.Combine(folder, "hours.csv"),
            bad = Path.Combine(folder, "logo.pdf");
        File.WriteAllText(notes, "Bell Cycles, bike workshop, 4 Rope Walk, Saltmere SZ4 2QT. Tel 01632 960142");
        File.WriteAllText(hours, "Day,Open\nMon-Fri,9-17\nSat,9-13\n");
        File.WriteAllText(bad, "not a PDF");
        var r = Run("read", notes, hours, bad, "--json");
        r.Code.ShouldBe(0);
        r.Error.ShouldContain("logo.pdf: is named .pdf but is plain text inside");
        var json = System.Text.Json.Nodes.JsonNode.Parse(r.Out)!;
        (json["name"]!.ToString(), json["template"]!.ToString(), json["postal_code"]!.ToString()).ShouldBe(
            ("Bell Cycles", "bicycle-repair", "SZ4 2QT")
        );
        json["phones"]!.ToJsonString().ShouldContain("441632960142");
        json["hours"]!.AsArray().Count.ShouldBe(2);
        Run("read", bad).Code.ShouldBe(2);
        Run("read", Path.Combine(folder, "none.txt")).Code.ShouldBe(2);
        Directory.Delete(folder, true);
    }

    [Theory]
    [InlineData(0, "trades")]
    [InlineData(0, "trades", "--search", "phyiso")]
    [InlineData(1, "trades", "--search", "zzzz")]
    [InlineData(0, "looks")]
    [InlineData(0, "--help")]
    [InlineData(2)]
    [InlineData(2, "fly")]
    [InlineData(2, "trades", "--sort", "x")]
    [InlineData(2, "compose", "--from", "bike repair", "--name", "x", "--out", "/tmp/x")]
    [InlineData(2, "compose", "/nowhere.yaml", "--trade", "bicycle-repair", "--out", "/tmp/x")]
    [InlineData(2, "compose", "--from", "submarine welding", "--name", "x", "--place", "y", "--out", "/tmp/x")]
    [InlineData(2, "check", "/nowhere/at/all")]
    public void Exit_codes_are_those_of_the_help(int code, params string[] args)
    {
        var r = Run(args);
        r.Code.ShouldBe(code, r.Error);
        if (code == 2)
            r.Error.ShouldStartWith("plurimax: ");
    }
}
