using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Npgsql;
using Plurimax.Data;

namespace Plurimax.Web.Tests;

/// <summary>A database with one agency and its three people, made once a run; every application of the tests begins on a copy.</summary>
internal static class TestDatabases
{
    public const string Password = "saltmere-harbour";
    public static readonly Guid Agency = Guid.CreateVersion7();
    public static readonly Actor Ada = new(Guid.CreateVersion7(), "Ada Tidewell");
    public static readonly Actor Mara = new(Guid.CreateVersion7(), "Mara Oake");
    public static readonly Actor Ivo = new(Guid.CreateVersion7(), "Ivo Venn");

    private static readonly Lock Making = new();
    private static Task<string>? _template;

    /// <summary>The name of the database to copy.</summary>
    public static Task<string> TemplateAsync(string server)
    {
        lock (Making)
            return _template ??= MakeAsync(server);
    }

    public static async Task RunAsync(string server, string database, string sql)
    {
        await using var c = new NpgsqlConnection($"{server};Database={database};Pooling=false");
        await c.OpenAsync();
        await using var command = new NpgsqlCommand(sql, c);
        await command.ExecuteNonQueryAsync();
    }

    private static async Task<string> MakeAsync(string server)
    {
        var name = $"plurimax_template_{Guid.NewGuid():N}";
        await RunAsync(server, "postgres", $"CREATE DATABASE {name}");
        var options = new DbContextOptionsBuilder<PlurimaxDb>();
        PlurimaxDb.Configure(options, $"{server};Database={name};Pooling=false");
        await using var db = new PlurimaxDb((DbContextOptions<PlurimaxDb>)options.Options);
        await db.Database.MigrateAsync();
        db.Add(new Agency { Id = Agency, Name = "Tidewrack Web" });
        db.AddRange(Role("owner"), Role("maker"));
        await db.SaveChangesAsync();
        foreach (var (who, role) in new[] { (Ada, "owner"), (Mara, "maker"), (Ivo, "maker") })
            await AddAsync(db, Agency, who, role);
        return name;
    }

    private static IdentityRole<Guid> Role(string name) =>
        new(name) { Id = Guid.CreateVersion7(), NormalizedName = name.ToUpperInvariant() };

    /// <summary>Somebody who signs in as FIRSTNAME@tidewrack.example.</summary>
    public static async Task AddAsync(PlurimaxDb db, Guid agency, Actor who, string role)
    {
        var mail = $"{who.FirstName.ToLowerInvariant()}@tidewrack.example";
        var user = new AppUser
        {
            Id = who.UserId!.Value,
            AgencyId = agency,
            DisplayName = who.Name,
            UserName = mail,
            NormalizedUserName = mail.ToUpperInvariant(),
            Email = mail,
            NormalizedEmail = mail.ToUpperInvariant(),
            SecurityStamp = Guid.NewGuid().ToString("N"),
        };
        user.PasswordHash = new PasswordHasher<AppUser>().HashPassword(user, Password);
        db.Add(user);
        db.Add(
            new IdentityUserRole<Guid>
            {
                UserId = user.Id,
                RoleId = await db.Roles.Where(r => r.Name == role).Select(r => r.Id).SingleAsync(),
            }
        );
        await db.SaveChangesAsync();
    }
}
