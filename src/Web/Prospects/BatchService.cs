using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Making.Composing;
using Plurimax.Text;
using Plurimax.Trades;
using Plurimax.Web.Jobs;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Prospects;

/// <summary>Wakes the runner when there is something to make.</summary>
public sealed class BatchSignal() : QueueSignal(BatchRunner.Workers);

public sealed record BatchReport(Batch Batch, int Waiting, int Made, int Failed, List<BatchRow> Rows)
{
    public int All => Waiting + Made + Failed;
}

/// <summary>Starts, pauses and ends batches, and makes their rows.</summary>
public sealed class BatchService(
    PlurimaxDb db,
    SiteCreation creation,
    ProspectService prospects,
    TradeCatalogue trades,
    TimeProvider clock,
    BatchSignal signal
)
{
    public const int Most = 5_000;

    public async Task<Batch?> StartAsync(string name, IReadOnlyList<Guid> clients, bool samples, Actor who, Guid? maker)
    {
        var known = await db.Clients.Where(c => clients.Contains(c.Id)).Select(c => c.Id).ToListAsync();
        var wanted = clients.Where(known.ToHashSet().Contains).Distinct().Take(Most).ToList();
        if (wanted.Count == 0)
            return null;
        var batch = new Batch
        {
            Name = name,
            Who = who,
            MakerId = maker,
            Samples = samples,
            CreatedAt = clock.GetUtcNow(),
        };
        db.Add(batch);
        db.AddRange(
            wanted.Select(
                (id, i) =>
                    new BatchRow
                    {
                        BatchId = batch.Id,
                        Number = i + 1,
                        ClientId = id,
                    }
            )
        );
        await db.SaveChangesAsync();
        signal.Raise();
        return batch;
    }

    public async Task<BatchReport?> ReportAsync(Guid id, int rows = 200)
    {
        if (await db.Batches.AsNoTracking().FirstOrDefaultAsync(b => b.Id == id) is not { } batch)
            return null;
        var counts = await db
            .BatchRows.Where(r => r.BatchId == id)
            .GroupBy(r => r.State)
            .Select(g => new { g.Key, Count = g.Count() })
            .ToDictionaryAsync(g => g.Key, g => g.Count);
        // What failed is what somebody has to look at.
        var list = await db
            .BatchRows.AsNoTracking()
            .Include(r => r.Client)
            .Where(r => r.BatchId == id)
            .OrderByDescending(r => r.State)
            .ThenBy(r => r.Number)
            .Take(rows)
            .ToListAsync();
        return new BatchReport(
            batch,
            counts.GetValueOrDefault(BatchRowState.Waiting),
            counts.GetValueOrDefault(BatchRowState.Made),
            counts.GetValueOrDefault(BatchRowState.Failed),
            list
        );
    }

    public async Task SetAsync(Guid id, BatchState state)
    {
        await db
            .Batches.Where(b => b.Id == id && (b.State == BatchState.Running || b.State == BatchState.Paused))
            .ExecuteUpdateAsync(u => u.SetProperty(b => b.State, state));
        signal.Raise();
    }

    /// <summary>Tries the failed rows again, after somebody mended what was wrong.</summary>
    public async Task<int> AgainAsync(Guid id)
    {
        var n = await db
            .BatchRows.Where(r => r.BatchId == id && r.State == BatchRowState.Failed)
            .ExecuteUpdateAsync(u => u.SetProperty(r => r.State, BatchRowState.Waiting).SetProperty(r => r.Problem, ""));
        if (n > 0)
            await db
                .Batches.Where(b => b.Id == id)
                .ExecuteUpdateAsync(u => u.SetProperty(b => b.State, BatchState.Running).SetProperty(b => b.DoneAt, (DateTimeOffset?)null));
        signal.Raise();
        return n;
    }

    public Task<bool> ExistsAsync(Guid id) => db.Batches.AnyAsync(b => b.Id == id);

    public async Task<byte[]> CsvAsync(Guid id) =>
        CsvText.File(
            ["row", "business", "state", "problem", "site"],
            (
                await db.BatchRows.AsNoTracking().Include(r => r.Client).Where(r => r.BatchId == id).OrderBy(r => r.Number).ToListAsync()
            ).Select(r =>
                new[]
                {
                    r.Number.ToString(System.Globalization.CultureInfo.InvariantCulture),
                    r.Client.Name,
                    r.State.ToString().ToLowerInvariant(),
                    r.Problem,
                    r.SiteId?.ToString() ?? "",
                }
            )
        );

    /// <summary>Makes the next waiting row of any running batch. Rows that another worker holds are passed over.</summary>
    /// <returns>Whether there was one.</returns>
    public async Task<bool> StepAsync(CancellationToken stop)
    {
        await using var transaction = await db.Database.BeginTransactionAsync(stop);
        var row = (
            await db
                .BatchRows.FromSql(
                    $"""
                    select r.* from batch_rows r join batches b on b.id = r.batch_id
                    where r.state = {(int)BatchRowState.Waiting} and b.state = {(int)BatchState.Running} and b.agency_id = {db.AgencyId}
                    order by r.batch_id, r.number limit 1 for update of r skip locked
                    """
                )
                .ToListAsync(stop)
        ).FirstOrDefault();
        if (row is null)
        {
            await db
                .Batches.Where(b =>
                    b.State == BatchState.Running && !db.BatchRows.Any(r => r.BatchId == b.Id && r.State == BatchRowState.Waiting)
                )
                .ExecuteUpdateAsync(u => u.SetProperty(b => b.State, BatchState.Done).SetProperty(b => b.DoneAt, clock.GetUtcNow()), stop);
            await transaction.CommitAsync(stop);
            return false;
        }
        var batch = await db.Batches.AsNoTracking().FirstAsync(b => b.Id == row.BatchId, stop);
        try
        {
            var (site, problem) = await MakeAsync(batch, row);
            (row.State, row.SiteId, row.Problem) = (problem is null ? BatchRowState.Made : BatchRowState.Failed, site?.Id, problem ?? "");
            await db.SaveChangesAsync(stop);
            await transaction.CommitAsync(stop);
        }
        catch (Exception e) when (e is not OperationCanceledException && !QueueRunner.Passes(e))
        {
            await transaction.RollbackAsync(stop);
            db.ChangeTracker.Clear();
            // Two workers wanted one address at the same moment: the row waits and is tried again. Anything else would only fail again.
            if (e is DbUpdateException { InnerException: Npgsql.PostgresException { SqlState: Npgsql.PostgresErrorCodes.UniqueViolation } })
                return true;
            await db
                .BatchRows.Where(r => r.BatchId == row.BatchId && r.Number == row.Number)
                .ExecuteUpdateAsync(
                    u => u.SetProperty(r => r.State, BatchRowState.Failed).SetProperty(r => r.Problem, $"Could not be made: {e.Message}"),
                    stop
                );
        }
        return true;
    }

    private async Task<(Site? Site, string? Problem)> MakeAsync(Batch batch, BatchRow row)
    {
        var client = await prospects.FindAsync(row.ClientId);
        if (client is null)
            return (null, "The business is not in the books any more.");
        if (batch.Samples)
            return client.IsProspect
                ? await prospects.MakeSampleAsync(client, null, batch.Who, batch.MakerId)
                : (null, "It is a client already; a sample is for prospects.");
        if (trades.Find(client.TradeId ?? "") is not { } trade)
            return (null, "Choose the trade first; no template fits what is known.");
        if (client.Facts.Name.Length == 0)
            return (null, "The name is not on the fact sheet.");
        if (client.Facts.Town.Length == 0)
            return (null, "The town is not known yet. A site that names the wrong one is worse than none.");
        if (client.IsProspect)
            client.Standing = Standing.Active;
        // The name and the town are what a site is made of.
        foreach (var id in new[] { "business.name", "place" })
            client.Facts = client.Facts.With(id, client.Facts[id]! with { Confirmed = true });
        return (await creation.CreateAsync(client, trade, new Wishes(), batch.Who, batch.MakerId, null, sample: false), null);
    }
}

/// <summary>Makes waiting rows.</summary>
internal sealed class BatchRunner(IServiceScopeFactory scopes, BatchSignal signal, WorkerBoard board, ILogger<BatchRunner> log)
    : QueueRunner(Workers, scopes, signal, board, log)
{
    public const int Workers = 2;

    protected override Task<bool> StepAsync(IServiceProvider services, CancellationToken stop) =>
        services.FirstAgencyAsync(
            services.GetRequiredService<PlurimaxDb>().Batches.Where(b => b.State == BatchState.Running).Select(b => b.AgencyId),
            s => s.GetRequiredService<BatchService>().StepAsync(stop),
            stop
        );
}
