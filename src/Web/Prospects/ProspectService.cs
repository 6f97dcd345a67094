using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Data.Standards;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Reading;
using Plurimax.Reading.Deciding;
using Plurimax.Trades;
using Plurimax.Web.Mail;
using Plurimax.Web.Shared;
using Plurimax.Work.Prospects;

namespace Plurimax.Web.Prospects;

/// <summary>Works on one prospect: taken from a listing, noted, shown a sample, written to, signed.</summary>
public sealed class ProspectService(
    PlurimaxDb db,
    SiteCreation creation,
    SettingsReader settingsReader,
    TradeCatalogue trades,
    TimeProvider clock,
    OutboxSignal signal
)
{
    public Task<Client?> FindAsync(Guid id) =>
        db
            .Clients.Include(c => c.Keeper)
            .Include(c => c.Notes)
            .Include(c => c.People)
            .AsSplitQuery()
            .OrderBy(c => c.Id)
            .FirstOrDefaultAsync(c => c.Id == id);

    public Task<Site?> SampleAsync(Guid clientId) =>
        db
            .Sites.Include(s => s.Client)
            .Where(s => s.ClientId == clientId && s.IsSample)
            .OrderByDescending(s => s.CreatedAt)
            .FirstOrDefaultAsync();

    /// <summary>A pasted listing as a prospect. One that is known already is offered instead of made again.</summary>
    public async Task<(Client? Made, Client? Known, string? Problem)> FromListingAsync(
        string text,
        Actor who,
        Guid? keeper,
        bool evenSo = false
    )
    {
        var now = clock.GetUtcNow();
        var reading = FactReading.Of([SourceText.Of("the listing", text)], DateOnly.FromDateTime(now.UtcDateTime), trades);
        var facts = FactSheet.Empty;
        foreach (var offer in Confirming.Of(reading, FactCatalogue.Common).Where(o => facts[o.Fact] is null))
            facts = facts.With(
                offer.Fact,
                new FactEntry(offer.Value, FactSource.Listing, false, true, who.Name, now) { Where = offer.Where }
            );
        if (facts.Name.Length == 0)
            return (null, null, "No name of a business was found in it. Put the name on the first line.");
        var keys = BusinessKeys.Of(facts);
        if (!evenSo && Twins.Find(await KeysAsync(keys), [(Guid.Empty, keys)]) is [var twin, ..])
            return (null, await FindAsync(twin.First), null);
        var made = new Client
        {
            Name = facts.Name,
            Facts = facts,
            Standing = Standing.Untouched,
            TradeId = reading.Trade?.Id,
            Category = reading.Trade?.Names[0] ?? "",
            Source = "listing",
            KeeperId = keeper,
            CreatedAt = now,
        };
        db.Add(made);
        await db.SaveChangesAsync();
        return (made, null, null);
    }

    private async Task<List<(Guid, BusinessKeys)>> KeysAsync(BusinessKeys like) =>
        (
            await db
                .Clients.AsNoTracking()
                .Where(c =>
                    (like.Phone != "" && c.Phone == like.Phone)
                    || (like.Postcode != "" && c.Postcode == like.Postcode)
                    || c.NameKey == like.Name
                )
                .ToListAsync()
        ).ConvertAll(c => (c.Id, c.Keys));

    public async Task NoteAsync(Client client, string text, Actor who)
    {
        db.Add(
            new ClientNote
            {
                ClientId = client.Id,
                Text = text,
                Who = who,
                At = clock.GetUtcNow(),
            }
        );
        if (client.Standing == Standing.Untouched)
            client.Standing = Standing.Contacted;
        await db.SaveChangesAsync();
    }

    public async Task PlanAsync(Client client, DateOnly? day, string step)
    {
        (client.NextContact, client.NextStep) = (day, step);
        await db.SaveChangesAsync();
    }

    /// <summary>Lets a prospect go, or takes it up again. Its links end, so that nothing is left open that nobody watches.</summary>
    public async Task LetGoAsync(Client client, bool go, Actor who)
    {
        client.Standing = go ? Standing.LetGo : Standing.Contacted;
        if (go)
        {
            (client.NextContact, client.NextStep) = (null, "");
            await EndLinksAsync(client.Id);
        }
        db.Add(
            new ClientNote
            {
                ClientId = client.Id,
                Text = go ? "Let go" : "Taken up again",
                Who = who,
                At = clock.GetUtcNow(),
            }
        );
        await db.SaveChangesAsync();
    }

    public Task<int> EndLinksAsync(Guid clientId) =>
        db
            .SampleLinks.Where(l => l.Site.ClientId == clientId && l.EndedAt == null)
            .ExecuteUpdateAsync(u => u.SetProperty(l => l.EndedAt, clock.GetUtcNow()));

    /// <summary>A whole site out of what is known of the prospect. Private until somebody is given a link.</summary>
    public async Task<(Site? Site, string? Problem)> MakeSampleAsync(Client client, string? tradeId, Actor who, Guid? maker)
    {
        if (await SampleAsync(client.Id) is { } there)
            return (there, null);
        if (trades.Find(tradeId ?? client.TradeId ?? "") is not { } trade)
            return (null, "Choose the trade first; no template fits what is known.");
        if (client.Facts.Town.Length == 0)
            return (null, "The town is not known yet. A site that names the wrong one is worse than none.");
        client.TradeId = trade.Id;
        return (await creation.CreateAsync(client, trade, new Wishes(), who, maker, due: null, sample: true), null);
    }

    /// <summary>
    /// A link to the sample, which ends by itself. With an address it is mailed; the token is in nobody's books but the mail.
    /// </summary>
    public async Task<(SampleLink Link, string Token)> LinkAsync(
        Site sample,
        Actor who,
        (string To, string Subject, string Body)? mail,
        Func<string, string, string> fill,
        CancellationToken cancel = default
    )
    {
        var (token, hash) = LinkToken.New();
        var now = clock.GetUtcNow();
        var link = new SampleLink
        {
            SiteId = sample.Id,
            TokenHash = hash,
            To = mail?.To ?? "",
            Who = who,
            CreatedAt = now,
            EndsAt = now.AddDays(await DaysAsync(sample)),
        };
        db.Add(link);
        if (mail is { } m)
        {
            db.Add(OutboxMail.About(sample.Id, m.To, fill(m.Subject, token), fill(m.Body, token), now));
            db.Add(
                new ClientNote
                {
                    ClientId = sample.ClientId,
                    Text = $"Sample sent to {m.To}",
                    Who = who,
                    At = now,
                }
            );
        }
        else
            db.Add(
                new ClientNote
                {
                    ClientId = sample.ClientId,
                    Text = "Made a private link to the sample",
                    Who = who,
                    At = now,
                }
            );
        if (sample.Client.Standing is Standing.Untouched or Standing.LetGo)
            sample.Client.Standing = Standing.Contacted;
        await db.SaveChangesAsync(cancel);
        signal.Raise();
        return (link, token);
    }

    public async Task<int> DaysAsync(Site sample) =>
        int.Parse((await settingsReader.OfAsync(sample))["sample_days"], System.Globalization.CultureInfo.InvariantCulture);

    /// <summary>The link behind a token, ended or not; null where it is none of ours.</summary>
    public async Task<SampleLink?> LinkAsync(string token)
    {
        if (LinkToken.HashOf(token) is not { } hash)
            return null;
        return await db
            .SampleLinks.Include(l => l.Site)
                .ThenInclude(s => s.Client)
            .Include(l => l.Site.Maker)
            .FirstOrDefaultAsync(l => l.TokenHash == hash);
    }

    public async Task OpenedAsync(SampleLink link)
    {
        var now = clock.GetUtcNow();
        await db
            .SampleLinks.Where(l => l.Id == link.Id)
            .ExecuteUpdateAsync(u =>
                u.SetProperty(l => l.Opens, l => l.Opens + 1)
                    .SetProperty(l => l.LastOpenedAt, now)
                    .SetProperty(l => l.OpenedAt, l => l.OpenedAt ?? now)
            );
    }

    /// <summary>The prospect answers on the page of its sample: it is told to whoever keeps it, today.</summary>
    public async Task AnswerAsync(SampleLink link, string name, string reach, string words)
    {
        var now = clock.GetUtcNow();
        var client = link.Site.Client;
        db.Add(
            new ClientNote
            {
                ClientId = client.Id,
                Text = $"{name} wrote on the sample ({reach}): {words}",
                Who = Actor.Client(client.Name),
                At = now,
            }
        );
        client.Standing = client.IsProspect ? Standing.Contacted : client.Standing;
        (client.NextContact, client.NextStep) = (DateOnly.FromDateTime(now.UtcDateTime), $"Answer {name}, {reach}");
        if (link.Site.Maker?.Email is { } to)
            db.Add(
                OutboxMail.About(
                    link.SiteId,
                    to,
                    $"{client.Name} answered on the sample",
                    $"{name} of {client.Name} wrote:\n\n{words}\n\nReach: {reach}\n",
                    now
                )
            );
        await db.SaveChangesAsync();
        signal.Raise();
    }

    /// <summary>The prospect wants no sample: every link ends, and it is let go.</summary>
    public async Task TakeDownAsync(SampleLink link)
    {
        await EndLinksAsync(link.Site.ClientId);
        var client = link.Site.Client;
        if (client.IsProspect)
            client.Standing = Standing.LetGo;
        (client.NextContact, client.NextStep) = (null, "");
        db.Add(
            new ClientNote
            {
                ClientId = client.Id,
                Text = "Asked for the sample to be taken down; wants no more of it",
                Who = Actor.Client(client.Name),
                At = clock.GetUtcNow(),
            }
        );
        await db.SaveChangesAsync();
    }

    /// <summary>The prospect becomes a client. Everything is kept; a sample becomes a real site.</summary>
    public async Task<Guid?> SignAsync(Client client, Actor who)
    {
        await using var transaction = await db.Database.BeginTransactionAsync();
        client.Standing = Standing.Active;
        (client.NextContact, client.NextStep) = (null, "");
        db.Add(
            new ClientNote
            {
                ClientId = client.Id,
                Text = "Became a client",
                Who = who,
                At = clock.GetUtcNow(),
            }
        );
        await db.SaveChangesAsync();
        var sample = await SampleAsync(client.Id);
        if (sample is not null)
            await creation.MakeRealAsync(sample.Id, who);
        await transaction.CommitAsync();
        return sample?.Id;
    }
}
