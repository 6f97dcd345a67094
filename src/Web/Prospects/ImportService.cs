using System.Collections.Immutable;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Caching.Memory;
using Plurimax.Data;
using Plurimax.Facts;
using Plurimax.Reading.Files;
using Plurimax.Text;
using Plurimax.Trades;
using Plurimax.Work.Prospects;
using Plurimax.Work.Prospects.Lists;

namespace Plurimax.Web.Prospects;

/// <summary>A row that is probably a business known already, or one further up in the list.</summary>
/// <param name="Known">The one in the books; null where it is an earlier row.</param>
public sealed record RowTwin(ListEntry Entry, Client? Known, ListEntry? Earlier, string Reason, double Likeness, TwinDecision Decision)
{
    public FactSheet Before => Known?.Facts ?? Earlier!.Facts;
}

public sealed record ImportReview(ListImport Import, ListFile File, ImmutableArray<ListEntry> Entries, ImmutableArray<RowTwin> Twins)
{
    public ImmutableArray<ListEntry> Refused { get; } = [.. Entries.Where(e => !e.Ok)];

    /// <summary>Firms that come in without a cell of which nothing can be made.</summary>
    public ImmutableArray<ListEntry> Short { get; } = [.. Entries.Where(e => e.Ok && e.Odd.Length > 0)];

    /// <summary>Why rows are refused, the most frequent reason first.</summary>
    public IEnumerable<IGrouping<string, ListEntry>> RefusedByReason =>
        Refused.GroupBy(e => Reason(e.Problem!)).OrderByDescending(g => g.Count());

    /// <summary>A reason without what stands in the row: "“x” is not …" is the same for every x.</summary>
    private static string Reason(string problem) =>
        problem.StartsWith('“') && problem.IndexOf('”') is > 0 and var end ? "What stands there" + problem[(end + 1)..]
        : char.IsDigit(problem[0]) ? "More cells than columns: a cell with the delimiter in it needs quotation marks."
        : problem;

    public int Merged => Twins.Count(t => t.Decision == TwinDecision.Merge);
    public int LeftOut => Twins.Count(t => t.Decision == TwinDecision.LeaveOut);
    public int Fresh => Entries.Length - Refused.Length - Merged - LeftOut;
    public int WithTrade => Entries.Count(e => e.TradeId is not null);
}

/// <summary>Lists handed in: read, corrected, looked through, then taken in as a whole or not at all.</summary>
public sealed class ImportService(PlurimaxDb db, TradeCatalogue trades, TimeProvider clock, IMemoryCache cache)
{
    /// <summary>Reads the list and holds it. What cannot be read is refused here, and nothing is held.</summary>
    public async Task<(ListImport? Import, string? Problem)> HoldAsync(InFile file, Standing standing, Actor who)
    {
        if (ListFile.Read(file.Name, file.Bytes) is { Ok: false } bad)
            return (null, bad.Problem);
        var import = new ListImport
        {
            Who = who,
            FileName = DocumentReader.Shown(file.Name),
            Content = file.Bytes,
            As = standing,
            At = clock.GetUtcNow(),
        };
        db.Add(import);
        await db.SaveChangesAsync();
        return (import, null);
    }

    public Task<ListImport?> FindAsync(Guid id, Actor who) => db.Imports.FirstOrDefaultAsync(i => i.Id == id && i.Who.UserId == who.UserId);

    public async Task<List<(Guid Id, string Name, DateTimeOffset At)>> HeldAsync(Actor who) =>
        (
            await db
                .Imports.AsNoTracking()
                .Where(i => i.Who.UserId == who.UserId && i.TakenAt == null)
                .OrderByDescending(i => i.At)
                .Take(5)
                .Select(i => new
                {
                    i.Id,
                    i.FileName,
                    i.At,
                })
                .ToListAsync()
        ).ConvertAll(i => (i.Id, i.FileName, i.At));

    /// <summary>The list as its choices read it now. A choice that makes it unreadable says so.</summary>
    public async Task<(ImportReview? Review, string? Problem)> ReviewAsync(ListImport import)
    {
        // Deciding about one double after another reads the same list the same way: it is read once for the same choices.
        var (read, entries) = cache.GetOrCreate($"list {import.Id} {JsonSerializer.Serialize(import.Choices)}", entry =>
        {
            entry.Size = 20L * import.Content.Length;
            entry.SlidingExpiration = TimeSpan.FromMinutes(5);
            var list = ListFile.Read(import.FileName, import.Content, import.Choices);
            return (list, list.Ok ? new ListEntries(trades, import.At, import.Who.Name).Of(list.Value!) : []);
        });
        if (!read.Ok)
            return (null, read.Problem);
        var byRow = entries.Where(e => e.Ok).ToDictionary(e => e.Row.Number);
        var known = await db
            .Clients.AsNoTracking()
            .Select(c => new
            {
                c.Id,
                c.NameKey,
                c.Phone,
                c.Postcode,
                c.Town,
            })
            .ToListAsync();
        var twins = Twins.Find(
            known
                .Select(k => ((Guid?)k.Id, 0, new BusinessKeys(k.NameKey, k.Phone, "", k.Postcode, k.Town, null, 0, false, "")))
                .Select(k => ((k.Item1, k.Item2), k.Item3)),
            byRow.Values.OrderBy(e => e.Row.Number).Select(e => (((Guid?)null, e.Row.Number), e.Keys))
        );
        var ids = twins.Select(t => t.First.Item1).OfType<Guid>().Distinct().ToList();
        var clients = await db.Clients.AsNoTracking().Where(c => ids.Contains(c.Id)).ToDictionaryAsync(c => c.Id);
        return (
            new ImportReview(
                import,
                read.Value!,
                entries,
                [
                    .. twins.Select(t => new RowTwin(
                        byRow[t.Second.Item2],
                        t.First.Item1 is { } id ? clients[id] : null,
                        t.First.Item1 is null ? byRow[t.First.Item2] : null,
                        t.Reason,
                        t.Likeness,
                        import.Decisions.GetValueOrDefault(t.Second.Item2, TwinDecision.Merge)
                    )),
                ]
            ),
            null
        );
    }

    public async Task ChooseAsync(ListImport import, ListChoices choices)
    {
        import.Choices = choices;
        await db.SaveChangesAsync();
    }

    public async Task DecideAsync(ListImport import, int row, TwinDecision decision)
    {
        import.Decisions = import.Decisions.SetItem(row, decision);
        await db.SaveChangesAsync();
    }

    public async Task DropAsync(ListImport import)
    {
        db.Remove(import);
        await db.SaveChangesAsync();
    }

    /// <summary>Rows that are refused, or taken without a cell, as they stand in the file, each with its reason, to be mended and handed
    /// in again.</summary>
    public static byte[] RefusedAsCsv(ImportReview review) =>
        CsvText.File(
            review.File.Headings.Select((h, i) => h.Length > 0 ? h : $"column {i + 1}").Append("row").Append("reason"),
            review
                .Refused.Concat(review.Short)
                .OrderBy(e => e.Row.Number)
                .Select(e =>
                    Enumerable
                        .Range(0, review.File.Headings.Length)
                        .Select(i => i < e.Row.Cells.Length ? e.Row.Cells[i] : "")
                        .Append(e.Row.Number.ToString(System.Globalization.CultureInfo.InvariantCulture))
                        .Append(e.Problem ?? string.Join(" ", e.Odd.Select(o => o.Why)))
                )
        );

    /// <summary>
    /// Takes in everything that is not refused, in one transaction; merged rows add to what is known and overwrite nothing confirmed.
    /// </summary>
    /// <returns>What was taken in, in words, and the businesses that are new by it, in the order of the list.</returns>
    public async Task<(string Result, IReadOnlyList<Guid> Fresh)> TakeAsync(ListImport import, Guid? keeper)
    {
        await using var transaction = await db.Database.BeginTransactionAsync();
        await db.Database.ExecuteSqlAsync($"select 1 from imports where id = {import.Id} for update");
        await db.Entry(import).ReloadAsync();
        if (import.TakenAt is not null)
            return (import.Result, []);
        var (review, problem) = await ReviewAsync(import);
        if (review is null)
            return (problem!, []);
        var now = clock.GetUtcNow();
        var twins = review.Twins.ToDictionary(t => t.Entry.Row.Number);
        var ids = twins
            .Values.Where(t => t.Decision == TwinDecision.Merge && t.Known is not null)
            .Select(t => t.Known!.Id)
            .Distinct()
            .ToList();
        var known = await db.Clients.Where(c => ids.Contains(c.Id)).ToDictionaryAsync(c => c.Id);
        var made = new Dictionary<int, Client>();
        var fresh = new List<Guid>();
        db.ChangeTracker.AutoDetectChangesEnabled = false;
        foreach (var entry in review.Entries.Where(e => e.Ok))
        {
            if (twins.GetValueOrDefault(entry.Row.Number) is { } twin && twin.Decision != TwinDecision.KeepBoth)
            {
                if (twin.Decision == TwinDecision.LeaveOut)
                    continue;
                var into = twin.Known is { } k ? known[k.Id] : made.GetValueOrDefault(twin.Earlier!.Row.Number);
                if (into is not null)
                {
                    into.Facts = Merging.Apply(into.Facts, entry.Facts);
                    into.TradeId ??= entry.TradeId;
                    if (into.Category.Length == 0)
                        into.Category = entry.Category;
                    if (entry.Note.Length > 0)
                        db.Add(
                            new ClientNote
                            {
                                ClientId = into.Id,
                                Text = entry.Note,
                                Who = import.Who,
                                At = now,
                            }
                        );
                    made[entry.Row.Number] = into;
                    continue;
                }
            }
            var client = new Client
            {
                Name = entry.Facts.Name,
                Facts = entry.Facts,
                Standing = import.As,
                TradeId = entry.TradeId,
                Category = entry.Category,
                Source = import.FileName,
                KeeperId = keeper,
                CreatedAt = now,
            };
            if (entry.Note.Length > 0)
                client.Notes.Add(
                    new ClientNote
                    {
                        Text = entry.Note,
                        Who = import.Who,
                        At = now,
                    }
                );
            made[entry.Row.Number] = client;
            fresh.Add(client.Id);
            db.Add(client);
        }
        import.TakenAt = now;
        import.Content = [];
        import.Result =
            $"{review.Fresh:N0} new, {review.Merged:N0} merged, {review.LeftOut:N0} left out, {review.Refused.Length:N0} refused";
        db.ChangeTracker.AutoDetectChangesEnabled = true;
        await db.SaveChangesAsync();
        await transaction.CommitAsync();
        return (import.Result, fresh);
    }
}
