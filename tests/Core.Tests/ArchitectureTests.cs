namespace Plurimax.Core.Tests;

public class ArchitectureTests
{
    [Fact]
    public void Core_knows_no_database_no_web_and_no_mail()
    {
        string[] not = ["Microsoft.AspNetCore", "Microsoft.EntityFrameworkCore", "Npgsql", "MailKit", "SmtpServer", "Plurimax.Data", "Plurimax.Web", "Plurimax.StandIns"];
        typeof(Content).Assembly.GetReferencedAssemblies().Select(a => a.Name!).Where(n => not.Any(x => n.StartsWith(x, StringComparison.Ordinal))).ShouldBeEmpty();
    }

    [Fact]
    public void Core_reads_no_clock_and_draws_no_chance_of_its_own()
    {
        foreach (var file in Directory.EnumerateFiles(Path.Combine(Node.Root, "src/Core"), "*.cs", SearchOption.AllDirectories).Where(f => !f.Contains("/obj/")))
            foreach (var no in new[] { "DateTime.Now", "DateTime.UtcNow", "DateTimeOffset.Now", "DateTimeOffset.UtcNow", "new Random(", "Random.Shared", "Guid.NewGuid", "HttpClient" })
                File.ReadAllText(file).ShouldNotContain(no, customMessage: file);
    }

    [Fact]
    public void Markup_is_made_by_the_encoding_handler_alone()
    {
        // new Html(…) marks text as safe; outside the engine it is allowed for constants and what has been encoded or sanitized.
        var uses = Directory.EnumerateFiles(Path.Combine(Node.Root, "src/Web"), "*.cs*", SearchOption.AllDirectories).Where(f => !f.Contains("/obj/") && !f.Contains("/bin/"))
            .Where(f => File.ReadAllText(f).Contains("new Html(") || File.ReadAllText(f).Contains("Html.Raw(")).ToList();
        uses.ShouldBeEmpty();
    }
}
