using System.Collections.Immutable;
using System.Text;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Web.Shared;
using Plurimax.Work.Clients;

namespace Plurimax.Web.Clients;

/// <summary>Finds and erases everything that names one person, and reports what was done without naming them again.</summary>
public sealed class ErasureService(PlurimaxDb db, ClientFacts clientFacts, TimeProvider clock)
{
    /// <summary>What was erased before, the latest first.</summary>
    public Task<List<Erasure>> LatestAsync(int most, CancellationToken cancel = default) =>
        db.Erasures.AsNoTracking().OrderByDescending(e => e.At).Take(most).ToListAsync(cancel);

    public Task<Erasure?> FindAsync(Guid id, CancellationToken cancel = default) =>
        db.Erasures.AsNoTracking().FirstOrDefaultAsync(e => e.Id == id, cancel);

    /// <summary>What an erasure would touch, by kind and client. Nothing is changed.</summary>
    public async Task<ImmutableArray<ErasedThing>> PreviewAsync(PersonTraces who)
    {
        await using var transaction = await db.Database.BeginTransactionAsync();
        var things = await new ErasurePass(db, clientFacts, who, Actor.Application).RunAsync();
        await transaction.RollbackAsync();
        db.ChangeTracker.Clear();
        return things;
    }

    public async Task<Erasure> EraseAsync(PersonTraces person, Actor by)
    {
        await using var transaction = await db.Database.BeginTransactionAsync();
        var erasure = new Erasure
        {
            Who = by,
            At = clock.GetUtcNow(),
            Things = await new ErasurePass(db, clientFacts, person, by).RunAsync(),
        };
        db.Add(erasure);
        await db.SaveChangesAsync();
        await transaction.CommitAsync();
        return erasure;
    }

    /// <summary>The report as a text to be kept or sent.</summary>
    public static byte[] Report(Erasure e)
    {
        var b = new StringBuilder()
            .Append("Erasure of a person's data on request\n")
            .Append(Times.Exact(e.At))
            .Append(", by ")
            .Append(e.Who)
            .Append("\n\n");
        if (e.Things.Length == 0)
            b.Append("Nothing was held.\n");
        foreach (var t in e.Things)
            b.Append("- ").Append(t.Where).Append(": ").Append(t.Count).Append(' ').Append(t.Done).Append('\n');
        b.Append("\nThis report names nobody. Backups are overwritten in their usual course.\n");
        return Encoding.UTF8.GetBytes(b.ToString());
    }
}
