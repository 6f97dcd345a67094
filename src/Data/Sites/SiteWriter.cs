using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data.Likeness;
using Plurimax.Making.Settings;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Data.Sites;

/// <summary>How an edit ended.</summary>
/// <param name="Conflict">The revision somebody else saved meanwhile, where both changed the same thing.</param>
public sealed record EditOutcome(SiteDocument? Document, int Head, string? Problem, SiteRevision? Conflict = null)
{
    public bool Ok => Problem is null && Conflict is null;

    /// <summary>Why nothing was done, in words.</summary>
    /// <param name="then">What to do where somebody else was faster: "Choose once more."</param>
    public string Why(string then) => Problem ?? $"{Conflict!.Who} changed the site meanwhile ({Conflict.Said}). {then}";
}

/// <summary>Changes sites on top of what others saved meanwhile.</summary>
public sealed partial class SiteWriter(
    PlurimaxDb db,
    TimeProvider clock,
    SiteReader reader,
    SiteRevisions revisions,
    ClientFacts clientFacts,
    CopyStore copies,
    TradeCatalogue trades
)
{
    private DateTimeOffset Now => clock.GetUtcNow();

    /// <summary>
    /// Applies an edit made on <paramref name="onRevision"/>. Where others saved meanwhile, it is carried over
    /// if they touched other sections; otherwise nothing is changed and their revision comes back.
    /// </summary>
    public async Task<EditOutcome> EditAsync(
        Guid siteId,
        int onRevision,
        Edit edit,
        Actor who,
        bool evenSo = false,
        CancellationToken cancel = default
    )
    {
        for (var tries = 0; ; tries++)
        {
            var (site, head) = await reader.HeadAsync(siteId, cancel);
            var now = await reader.FilledAsync(head.Document, cancel);
            if (site.Head != onRevision && !evenSo)
            {
                var since = await db
                    .Revisions.AsNoTracking()
                    .Where(r => r.SiteId == siteId && r.Number > onRevision)
                    .OrderByDescending(r => r.Number)
                    .ToListAsync(cancel);
                if (since.Count == 0)
                    since = [head];
                if (since.Find(r => edit.Touches is null || r.Touched is null || r.Touched == edit.Touches) is { } clash)
                    return new EditOutcome(null, site.Head, null, clash);
            }
            var result = edit.Apply(now);
            if (!result.Ok)
                return new EditOutcome(null, site.Head, result.Problem);
            var made = SharedPassage.Own(now, result.Value!);
            if (made.ToJson() == now.ToJson())
                return new EditOutcome(now, site.Head, null);
            if (await revisions.SaveAsync(site, made, edit.Say(now), edit.Touches, who, cancel) is { } saved)
                return new EditOutcome(made, saved, null);
            if (tries > 4)
                return new EditOutcome(
                    null,
                    site.Head,
                    "Several people are saving at once. Try again in a moment; your text is still here."
                );
        }
    }

    /// <summary>Moves the site back to the revision it came from, or forward to the newest made from it.</summary>
    public async Task<string?> StepAsync(Guid siteId, bool back, Actor who, CancellationToken cancel = default)
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        var (site, head) = await reader.HeadAsync(siteId, cancel);
        var target = back
            ? head.Parent
            : await db
                .Revisions.Where(r => r.SiteId == siteId && r.Parent == site.Head)
                .OrderByDescending(r => r.Number)
                .Select(r => (int?)r.Number)
                .FirstOrDefaultAsync(cancel);
        if (target is null)
            return null;
        if (await db.Revisions.AsNoTracking().FirstOrDefaultAsync(r => r.SiteId == siteId && r.Number == target, cancel) is not { } there)
            return null;
        var step = back ? head : there;
        // The client before the site, as everything that changes both: two that hold them in another order would wait for each other.
        var client = step.Facts is { IsDefaultOrEmpty: false } ? await clientFacts.LockedAsync(site.ClientId, cancel) : null;
        // The version of the template comes back with the document that was made from it.
        var document = there.Document;
        ImmutableArray<string> linked = [.. SharedPassage.Of(document)];
        if (
            await db
                .Sites.Where(s => s.Id == siteId && s.Head == site.Head)
                .ExecuteUpdateAsync(
                    u =>
                        u.SetProperty(s => s.Head, target.Value)
                            .SetProperty(s => s.TradeId, document.Trade)
                            .SetProperty(s => s.Linked, linked),
                    cancel
                ) == 0
        )
            return null;
        await copies.NoteAsync(siteId, document, target.Value, cancel);
        if (client is not null)
        {
            var sheet = client.Facts;
            foreach (var f in step.Facts!.Value)
            {
                var (leaves, comes) = back ? (f.After, f.Before) : (f.Before, f.After);
                // What somebody changed since stays as they changed it.
                if (sheet[f.Fact]?.Value.Raw() != leaves?.Value.Raw() || sheet[f.Fact]?.Shown != leaves?.Shown)
                    continue;
                sheet = comes is null ? sheet.Without(f.Fact) : sheet with { Entries = sheet.Entries.SetItem(f.Fact, comes) };
            }
            if (!ReferenceEquals(sheet, client.Facts))
                await clientFacts.SetFactsAsync(client, sheet, siteId, step.Said, who, cancel);
        }
        await revisions.TellAsync(siteId, target.Value, null, who, cancel);
        await transaction.CommitAsync(cancel);
        return step.Said;
    }
}
