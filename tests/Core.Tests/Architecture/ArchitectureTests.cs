using Mono.Cecil;

namespace Plurimax.Core.Tests;

public class ArchitectureTests
{
    /// <summary>Floors whose rules are pure: no database, no web, no mail.</summary>
    private static readonly string[] Pure = ["Text", "Facts", "Sites", "Trades", "Reading", "Design", "Making", "Publishing", "Work"];

    public static TheoryData<string> Projects => [.. Floors.Order.Where(p => Floors.PathOf(p) is not null)];

    [Fact]
    public void Every_project_of_src_is_a_floor_with_a_place_in_the_order()
    {
        var there = Directory.GetDirectories(Path.Combine(Node.Root, "src")).Select(d => Path.GetFileName(d)!);
        there.Where(d => File.Exists(Path.Combine(Node.Root, "src", d, $"{d}.csproj"))).ShouldBe(Floors.Order, ignoreOrder: true);
        // The pure floors come with this assembly, so that what follows cannot pass by finding nothing.
        foreach (var floor in Pure)
            Floors.PathOf(floor).ShouldNotBeNull(floor);
    }

    [Theory]
    [MemberData(nameof(Projects))]
    public void A_floor_refers_only_to_those_below_it(string project)
    {
        using var assembly = AssemblyDefinition.ReadAssembly(Floors.PathOf(project)!);
        var below = Floors.Order.TakeWhile(p => p != project).Select(p => $"Plurimax.{p}").ToHashSet();
        var referred = assembly
            .MainModule.AssemblyReferences.Select(r => r.Name)
            .Where(n => n.StartsWith("Plurimax.", StringComparison.Ordinal));
        referred.Where(n => !below.Contains(n)).ShouldBeEmpty();
    }

    [Theory]
    [MemberData(nameof(Projects))]
    public void No_namespaces_of_a_floor_use_one_another_in_a_ring(string project)
    {
        var uses = Floors.UsesBetweenNamespaces(Floors.PathOf(project)!);
        var ring = Floors.Ring(uses.Keys);
        var why = ring.Select((from, i) => uses[(from, ring[(i + 1) % ring.Count])]);
        ring.ShouldBeEmpty(string.Join("\n", why));
    }

    [Fact]
    public void A_ring_is_found_where_there_is_one()
    {
        Floors.Ring([("a", "b"), ("b", "c"), ("c", "b"), ("a", "d")]).ShouldBe(["b", "c"]);
        Floors.Ring([("a", "b"), ("b", "c"), ("a", "c")]).ShouldBeEmpty();
        Floors
            .UsesBetweenNamespaces(Floors.PathOf("Publishing")!)
            .Keys.ShouldContain(("Plurimax.Publishing.Rendering", "Plurimax.Publishing.Sections"));
    }

    /// <summary>The formatters break what they understand; strings, attributes and C# within markup are ours to break.</summary>
    [Fact]
    public void No_line_of_code_or_markup_is_longer_than_140_columns()
    {
        string[] generated = ["obj", "bin", "wwwroot", "Migrations", "node_modules"];
        var files = new[] { "src", "tests", "bench" }
            .SelectMany(folder => Directory.EnumerateFiles(Path.Combine(Node.Root, folder), "*", SearchOption.AllDirectories))
            .Where(f => Path.GetExtension(f) is ".cs" or ".cshtml" or ".css")
            .Where(f => !Path.GetRelativePath(Node.Root, f).Split(Path.DirectorySeparatorChar).Any(generated.Contains))
            .ToList();
        files.Count.ShouldBeGreaterThan(500);
        var tooLong = files.SelectMany(f =>
            File.ReadLines(f).Select((line, n) => (line, n)).Where(x => x.line.Length > 140).Select(x => $"{f}:{x.n + 1}")
        );
        tooLong.ShouldBeEmpty();
    }

    [Fact]
    public void Rules_know_no_database_no_web_and_no_mail()
    {
        string[] not = ["Microsoft.AspNetCore", "Microsoft.EntityFrameworkCore", "Npgsql", "MailKit", "SmtpServer"];
        foreach (var floor in Pure)
        {
            using var assembly = AssemblyDefinition.ReadAssembly(Floors.PathOf(floor)!);
            var referred = assembly.MainModule.AssemblyReferences.Select(r => r.Name);
            referred.Where(n => not.Any(x => n.StartsWith(x, StringComparison.Ordinal))).ShouldBeEmpty(floor);
        }
    }

    [Fact]
    public void Rules_read_no_clock_and_draw_no_chance_of_their_own()
    {
        string[] not =
        [
            "System.DateTime::get_Now",
            "System.DateTime::get_UtcNow",
            "System.DateTimeOffset::get_Now",
            "System.DateTimeOffset::get_UtcNow",
            "System.Random::",
            "System.Guid::NewGuid",
            "System.Net.Http.HttpClient::",
        ];
        foreach (var floor in Pure)
        {
            using var assembly = AssemblyDefinition.ReadAssembly(Floors.PathOf(floor)!);
            var called = assembly.MainModule.GetMemberReferences().Select(m => m.FullName).ToList();
            called.Where(m => not.Any(n => m.Contains(n, StringComparison.Ordinal))).ShouldBeEmpty(floor);
        }
    }

    [Fact]
    public void Markup_is_made_by_the_encoding_handler_alone()
    {
        // new Html(…) marks text as safe; outside the engine it is allowed for constants and what has been encoded or sanitized.
        var files = Directory
            .EnumerateFiles(Path.Combine(Node.Root, "src/Web"), "*.cs*", SearchOption.AllDirectories)
            .Where(f => !f.Contains("/obj/") && !f.Contains("/bin/"))
            .ToList();
        files.Count.ShouldBeGreaterThan(100);
        files.Where(f => File.ReadAllText(f) is var text && (text.Contains("new Html(") || text.Contains("Html.Raw("))).ShouldBeEmpty();
    }
}
