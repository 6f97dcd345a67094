using System.Diagnostics;
using System.Net;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;
using Plurimax.Data.Sites;
using Plurimax.Web.Proofs;

namespace Plurimax.Web.Tests;

/// <summary>The drill: what ./backup wrote is brought back into an empty database and folder by ./restore, and is the same.</summary>
public sealed class BackupTests(App app) : IClassFixture<App>, IAsyncLifetime
{
    private readonly string _folder = Directory.CreateTempSubdirectory("plurimax-restored-").FullName;
    private readonly string _name = $"plurimax_{Guid.NewGuid():N}";

    private string Restored => new NpgsqlConnectionStringBuilder(app.Connection) { Database = _name }.ConnectionString;
    private string File => Path.Combine(_folder, "backup.tar");
    private string Files => Path.Combine(_folder, "data");

    public Task InitializeAsync() => app.RunAsync("postgres", $"CREATE DATABASE {_name}");

    public async Task DisposeAsync()
    {
        await app.RunAsync("postgres", $"DROP DATABASE {_name} WITH (FORCE)");
        Directory.Delete(_folder, recursive: true);
    }

    private static (int Code, string Said) Run(string script, string database, string folder, params string[] arguments)
    {
        var start = new ProcessStartInfo(Path.Combine(App.Root(), script), arguments)
        {
            RedirectStandardError = true,
            RedirectStandardOutput = true,
            Environment = { ["Database"] = database, ["DataFolder"] = folder },
        };
        using var process = Process.Start(start)!;
        var said = process.StandardError.ReadToEnd();
        process.WaitForExit();
        return (process.ExitCode, said);
    }

    /// <summary>Each table with the hash of all of its rows; not what nodes say of themselves every few seconds.</summary>
    private static async Task<List<string>> RowsAsync(string connection)
    {
        await using var db = new NpgsqlConnection(connection);
        await db.OpenAsync();
        async Task<List<string>> Ask(string sql)
        {
            var found = new List<string>();
            await using var command = new NpgsqlCommand(sql, db);
            await using var reader = await command.ExecuteReaderAsync();
            while (await reader.ReadAsync())
                found.Add(reader.GetString(0));
            return found;
        }
        var rows = new List<string>();
        foreach (var table in await Ask("select tablename from pg_tables where schemaname = 'public' and tablename <> 'nodes' order by 1"))
            rows.AddRange(
                await Ask(
                    $"select '{table} ' || count(*) || ' ' || coalesce(md5(string_agg(t::text, '|' order by t::text)), '') "
                        + $"from \"{table}\" t"
                )
            );
        return rows;
    }

    private static Dictionary<string, string> Blobs(string folder) =>
        Directory
            .EnumerateFiles(Path.Combine(folder, "blobs"), "*", SearchOption.AllDirectories)
            .ToDictionary(
                f => Path.GetRelativePath(folder, f),
                f => Convert.ToHexString(System.Security.Cryptography.SHA256.HashData(System.IO.File.ReadAllBytes(f)))
            );

    [Fact]
    public async Task A_backup_comes_back_into_an_empty_installation_and_is_the_same()
    {
        var site = await app.LiveAsync("Drilled Doors");
        await app.SignInAsync();
        var (_, token) = await app.WithAsync(async s =>
            await s.GetRequiredService<ProofService>()
                .SendAsync((await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!, App.Mara, "http://localhost", mail: true)
        );
        await app.SentAsync(m => m.SiteId == site.Id);
        var page = await app.Visitor($"{site.Slug}.sites.localhost").GetByteArrayAsync("/");

        var (wrote, said) = Run("backup", app.Connection, app.Folder, File);
        wrote.ShouldBe(0, said);
        Run("backup", app.Connection, app.Folder, File).Code.ShouldBe(1, "a backup is never written over another");
        var (read, told) = Run("restore", Restored, Files, File);
        read.ShouldBe(0, told);

        (await RowsAsync(Restored)).ShouldBe(await RowsAsync(app.Connection));
        Blobs(Files).ShouldBe(Blobs(app.Folder), ignoreOrder: true);

        await using (var host = app.WithWebHostBuilder(b => b.UseSetting("Database", Restored).UseSetting("DataFolder", Files)))
        {
            HttpClient At(string name) => host.CreateClient(new() { BaseAddress = new Uri($"http://{name}"), AllowAutoRedirect = false });
            (await At($"{site.Slug}.sites.localhost").GetByteArrayAsync("/")).ShouldBe(page);
            (await At("localhost").GetAsync($"/proof/{token}")).StatusCode.ShouldBe(HttpStatusCode.OK);
            var again = new Maker(At("localhost"));
            var entered = await again.PostAsync(
                "/signin",
                new() { ["Email"] = "mara@tidewrack.example", ["Password"] = "saltmere-harbour" }
            );
            entered.StatusCode.ShouldBe(HttpStatusCode.Redirect);
            (await again.GetAsync($"/sites/{site.Id}/launch")).Body.ShouldContain("Drilled Doors");
        }

        var before = await RowsAsync(Restored);
        var (second, why) = Run("restore", Restored, Files, File);
        (second, why).ShouldSatisfyAllConditions(x => x.second.ShouldBe(1), x => x.why.ShouldContain("not empty"));
        (await RowsAsync(Restored)).ShouldBe(before);
    }

    [Fact]
    public async Task A_backup_that_was_changed_is_refused_and_nothing_is_touched()
    {
        await app.LiveAsync("Changed Doors");
        Run("backup", app.Connection, app.Folder, File).Code.ShouldBe(0);
        var whole = await System.IO.File.ReadAllBytesAsync(File);
        // One byte within the first blob, and a file that ends too early.
        var blob = Blobs(app.Folder).Keys.First(k => !k.EndsWith(".gz", StringComparison.Ordinal));
        var content = await System.IO.File.ReadAllBytesAsync(Path.Combine(app.Folder, blob));
        var at = whole.AsSpan().IndexOf(content);
        at.ShouldBeGreaterThan(0);
        var changed = whole.ToArray();
        changed[at] ^= 1;
        foreach (var damaged in new[] { changed, whole[..(whole.Length / 2)], "no tar"u8.ToArray() })
        {
            await System.IO.File.WriteAllBytesAsync(File, damaged);
            var (code, said) = Run("restore", Restored, Files, File);
            code.ShouldBe(1);
            said.ShouldContain("not whole");
            (await RowsAsync(Restored)).ShouldBeEmpty();
            Directory.Exists(Path.Combine(Files, "blobs")).ShouldBeFalse();
        }
    }
}
