using Microsoft.EntityFrameworkCore;
using Plurimax.Facts;

namespace Plurimax.Data.Sites;

/// <summary>Saves the facts of clients, and lets their sites follow.</summary>
public sealed class ClientFacts(PlurimaxDb db, SiteReader reader, SiteRevisions revisions)
{
    /// <summary>
    /// Saves facts that changed and lets all sites of the client follow: passages that waited come in, those without their fact go, kept
    /// ones stay.
    /// </summary>
    /// <returns>A message where somebody saved meanwhile, else null.</returns>
    public async Task<string?> SaveFactsAsync(
        Guid clientId,
        int onFactsRevision,
        Func<FactSheet, FactSheet> change,
        string said,
        Actor who,
        CancellationToken cancel = default
    )
    {
        await using var transaction = await db.JoinTransactionAsync(cancel);
        var client = await LockedAsync(clientId, cancel);
        if (client.FactsRevision != onFactsRevision)
            return "Somebody saved facts of this client a moment ago. What you typed is still here; look at both and save again.";
        await SetFactsAsync(client, change(client.Facts), null, said, who, cancel);
        await transaction.CommitAsync(cancel);
        return null;
    }

    /// <summary>
    /// Changes what waits to be confirmed. No site changes by it, so that it never stands in the way of somebody who is editing facts.
    /// </summary>
    public async Task<FactSheet> WaitingAsync(Guid clientId, Func<FactSheet, FactSheet> change, CancellationToken cancel = default)
    {
        await using var transaction = await db.JoinTransactionAsync(cancel);
        var client = await LockedAsync(clientId, cancel);
        var changed = change(client.Facts);
        client.Facts = client.Facts with { Waiting = changed.Waiting, Marks = changed.Marks };
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
        return client.Facts;
    }

    /// <summary>The client as stored now, its row held until the transaction ends.</summary>
    internal async Task<Client> LockedAsync(Guid clientId, CancellationToken cancel)
    {
        var client = await db.Clients.FirstAsync(c => c.Id == clientId, cancel);
        await db.HoldAsync(client, cancel);
        return client;
    }

    /// <summary>Saves facts of a client whose row is held, and lets its sites follow.</summary>
    /// <param name="except">A site that follows already.</param>
    internal async Task SetFactsAsync(Client client, FactSheet facts, Guid? except, string said, Actor who, CancellationToken cancel)
    {
        client.Facts = facts;
        client.Name = facts.Name is { Length: > 0 } n ? n : client.Name;
        client.FactsRevision++;
        await db.SaveChangesAsync(cancel);
        var sites = await db.Sites.Where(s => s.ClientId == client.Id && s.Id != except).Select(s => s.Id).ToListAsync(cancel);
        await revisions.CarryAsync(
            sites,
            (site, now) =>
            {
                site.Client.Facts = facts;
                return reader.Refreshed(site, now);
            },
            said,
            who,
            cancel
        );
    }
}
