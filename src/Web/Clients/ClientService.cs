using System.Collections.Immutable;
using System.Text;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Text;
using Plurimax.Work.Line;
using Plurimax.Work.Prospects;

namespace Plurimax.Web.Clients;

public sealed record SiteOfClient(
    Guid Id,
    Guid ClientId,
    int Number,
    string TradeId,
    Station Station,
    Party WaitingFor,
    string? Domain,
    bool Live,
    bool IsSample
);

public sealed record ClientRow(Client Client, ImmutableArray<SiteOfClient> Sites);

/// <summary>Clients: found by anything, with their people and sites; merged, and handed out as open formats.</summary>
public sealed class ClientService(PlurimaxDb db, ClientFacts clientFacts, TimeProvider clock)
{
    public Task<Client?> FindAsync(Guid id, CancellationToken cancel = default) =>
        db.Clients.AsNoTracking().FirstOrDefaultAsync(c => c.Id == id, cancel);

    /// <summary>Which of some names clients or prospects have, however they are written.</summary>
    public async Task<HashSet<string>> TakenAsync(IEnumerable<string> names, CancellationToken cancel = default)
    {
        var lower = names.Select(n => n.ToLowerInvariant()).ToArray();
#pragma warning disable CA1304, CA1311, CA1862 // Lowered by the database, which knows no culture of ours.
        var taken = await db.Clients.Where(c => lower.Contains(c.Name.ToLower())).Select(c => c.Name).ToListAsync(cancel);
#pragma warning restore CA1304, CA1311, CA1862
        return taken.ToHashSet(StringComparer.OrdinalIgnoreCase);
    }

    /// <summary>Two entries with their people and notes, to be laid side by side; null where there are no two.</summary>
    public async Task<(Client First, Client Second)?> BothAsync(Guid first, Guid second, CancellationToken cancel = default)
    {
        var both = await db
            .Clients.AsNoTracking()
            .Include(c => c.People)
            .Include(c => c.Notes)
            .Where(c => c.Id == first || c.Id == second)
            .ToListAsync(cancel);
        return both.Count < 2 ? null : (both.Single(c => c.Id == first), both.Single(c => c.Id == second));
    }

    /// <summary>Notes of which trade a client is; null is of none that is known.</summary>
    public async Task OfTradeAsync(Client client, string? tradeId, CancellationToken cancel = default)
    {
        client.TradeId = tradeId;
        await db.SaveChangesAsync(cancel);
    }

    public const int PageSize = 60;

    public static readonly ImmutableArray<string> Roles =
    [
        "owner",
        "decides",
        "signs off",
        "first contact",
        "pays",
        "sends pictures",
        "answers enquiries",
    ];

    /// <summary>Everybody that matches: by name, place, trade, phone in any spelling, mail, people, domain or ticket number.</summary>
    public IQueryable<Client> Find(IQueryable<Client> clients, string words)
    {
        var find = BusinessKeys.Fold(words);
        if (find.Length == 0)
            return clients;
        var digits = string.Concat(words.Where(char.IsAsciiDigit));
        var number = int.TryParse(words.Trim().TrimStart('#'), out var n) ? n : -1;
        var phone = digits.Length >= 5 ? digits : "\u0001";
        return clients.Where(c =>
            c.Search.Contains(find)
            || c.Search.Contains(phone)
            || c.People.Any(p =>
                p.Name.ToLower().Contains(find) || p.Email.ToLower().Contains(find) || p.Phone.Replace(" ", "").Contains(phone)
            )
            || db.Sites.Any(s => s.ClientId == c.Id && (s.Number == number || (s.Domain != null && s.Domain.Contains(find))))
        );
    }

    public async Task<(List<ClientRow> Rows, int Matching, Dictionary<Standing, int> Counts)> ReadAsync(
        Standing? standing,
        string find,
        int from
    )
    {
        var clients = db
            .Clients.AsNoTracking()
            .Where(c => c.Standing == Standing.InTalks || c.Standing == Standing.Active || c.Standing == Standing.Former);
        var counts = await clients
            .GroupBy(c => c.Standing)
            .Select(g => new { g.Key, Count = g.Count() })
            .ToDictionaryAsync(g => g.Key, g => g.Count);
        if (standing is { } s)
            clients = clients.Where(c => c.Standing == s);
        clients = Find(clients, find);
        var page = await clients
            .OrderBy(c => c.Name)
            .ThenBy(c => c.Id)
            .Skip(from)
            .Take(PageSize)
            .Include(c => c.People)
            .Include(c => c.Keeper)
            .AsSplitQuery()
            .ToListAsync();
        var sites = (await SitesAsync(page.ConvertAll(c => c.Id))).ToLookup(x => x.ClientId);
        return (page.ConvertAll(c => new ClientRow(c, [.. sites[c.Id]])), await clients.CountAsync(), counts);
    }

    public Task<List<SiteOfClient>> SitesAsync(List<Guid> clients) =>
        db
            .Sites.AsNoTracking()
            .Where(x => clients.Contains(x.ClientId))
            .OrderBy(x => x.Number)
            .Select(x => new SiteOfClient(
                x.Id,
                x.ClientId,
                x.Number,
                x.TradeId,
                x.Station,
                x.WaitingFor,
                x.Domain,
                x.LiveReleaseId != null,
                x.IsSample
            ))
            .ToListAsync();

    /// <summary>Others that are probably the same business.</summary>
    public async Task<List<(Client Client, string Reason)>> LikeAsync(Client client)
    {
        var near = await db
            .Clients.AsNoTracking()
            .Where(c =>
                c.Id != client.Id
                && (
                    (client.Phone != "" && c.Phone == client.Phone)
                    || (client.Postcode != "" && c.Postcode == client.Postcode)
                    || c.NameKey == client.NameKey
                )
            )
            .Take(50)
            .ToListAsync();
        return
        [
            .. near.Select(c => (Client: c, Twin: Twins.Find([(client.Id, client.Keys)], [(c.Id, c.Keys)])))
                .Where(x => x.Twin.Length > 0)
                .Select(x => (x.Client, x.Twin[0].Reason)),
        ];
    }

    public async Task AddPersonAsync(Client client, string name, string role, string email, string phone)
    {
        db.Add(
            new ClientPerson
            {
                ClientId = client.Id,
                Name = name,
                Role = role,
                Email = email,
                Phone = phone,
            }
        );
        await db.SaveChangesAsync();
    }

    public Task<int> RemovePersonAsync(Guid client, Guid person) =>
        db.People.Where(p => p.Id == person && p.ClientId == client).ExecuteDeleteAsync();

    public async Task StandAsync(Client client, Standing standing, Actor who)
    {
        if (client.Standing == standing)
            return;
        db.Add(
            new ClientNote
            {
                ClientId = client.Id,
                Text = $"{Say(client.Standing)} → {Say(standing)}",
                Who = who,
                At = clock.GetUtcNow(),
            }
        );
        client.Standing = standing;
        await db.SaveChangesAsync();
    }

    /// <summary>
    /// One business of two: facts as chosen; sites, people, notes, files and settings of the second go to the first, and the second is
    /// gone.
    /// </summary>
    public async Task<string?> MergeAsync(Guid keep, Guid gone, Func<string, bool> takeSecond, Actor who)
    {
        await using var transaction = await db.Database.BeginTransactionAsync();
        foreach (var id in new[] { keep, gone }.Order())
            await db.Database.ExecuteSqlAsync($"select 1 from clients where id = {id} for update");
        var first = await db.Clients.FirstAsync(c => c.Id == keep);
        var second = await db.Clients.AsNoTracking().FirstOrDefaultAsync(c => c.Id == gone);
        if (second is null)
            return "Somebody merged or removed it a moment ago.";
        await db.Sites.Where(s => s.ClientId == gone).ExecuteUpdateAsync(u => u.SetProperty(s => s.ClientId, keep));
        var people = await db.People.AsNoTracking().Where(p => p.ClientId == keep).Select(p => p.Name.ToLower()).ToListAsync();
        await db.People.Where(p => p.ClientId == gone && people.Contains(p.Name.ToLower())).ExecuteDeleteAsync();
        await db.People.Where(p => p.ClientId == gone).ExecuteUpdateAsync(u => u.SetProperty(p => p.ClientId, keep));
        await db.Notes.Where(n => n.ClientId == gone).ExecuteUpdateAsync(u => u.SetProperty(n => n.ClientId, keep));
        await db.ClientFiles.Where(f => f.ClientId == gone).ExecuteUpdateAsync(u => u.SetProperty(f => f.ClientId, keep));
        await db.HeldStarts.Where(f => f.ClientId == gone).ExecuteUpdateAsync(u => u.SetProperty(f => f.ClientId, keep));
        string from = gone.ToString(),
            to = keep.ToString();
        var set = await db.Settings.Where(s => s.Layer == SettingLayer.Client && s.Scope == to).Select(s => s.Key).ToListAsync();
        await db
            .Settings.Where(s => s.Layer == SettingLayer.Client && s.Scope == from && !set.Contains(s.Key))
            .ExecuteUpdateAsync(u => u.SetProperty(s => s.Scope, to));
        await db.Settings.Where(s => s.Layer == SettingLayer.Client && s.Scope == from).ExecuteDeleteAsync();
        await db.Clients.Where(c => c.Id == gone).ExecuteDeleteAsync();
        if ((int)second.Standing > (int)first.Standing && second.Standing != Standing.Former)
            first.Standing = second.Standing;
        first.TradeId ??= second.TradeId;
        if (first.Category.Length == 0)
            first.Category = second.Category;
        if (first.NextContact is null)
            (first.NextContact, first.NextStep) = (second.NextContact, second.NextStep);
        db.Add(
            new ClientNote
            {
                ClientId = keep,
                Text = $"Merged with {second.Name}",
                Who = who,
                At = clock.GetUtcNow(),
            }
        );
        await db.SaveChangesAsync();
        if (
            await clientFacts.SaveFactsAsync(
                keep,
                first.FactsRevision,
                f => Merging.Apply(f, second.Facts, takeSecond),
                $"Merged with {second.Name}",
                who
            ) is
            { } clash
        )
            return clash;
        await transaction.CommitAsync();
        return null;
    }

    /// <summary>All clients, or all prospects, as a table.</summary>
    public async Task<byte[]> CsvAsync(bool prospects)
    {
        var rows = await Of(prospects).OrderBy(c => c.Name).ToListAsync();
        var sites = (
            await db
                .Sites.AsNoTracking()
                .Where(s => !s.IsSample)
                .Select(s => new
                {
                    s.ClientId,
                    s.Domain,
                    s.Station,
                })
                .ToListAsync()
        ).ToLookup(s => s.ClientId);
        return CsvText.File(
            [
                "Name",
                "Category",
                "Street",
                "Town",
                "Postcode",
                "Region",
                "Country",
                "Phone",
                "Email",
                "Website",
                "Rating",
                "Reviews",
                "Contact",
                "Standing",
                "Next contact",
                "Next step",
                "Sites",
            ],
            rows.Select(c =>
            {
                var place = c.Facts.Any<AddressValue>("place");
                return new[]
                {
                    c.Name,
                    c.Category.Length > 0 ? c.Category : c.TradeId?.Replace('-', ' '),
                    place?.Street,
                    place?.Town,
                    place?.Postcode,
                    place?.Region,
                    place?.Country,
                    c.Facts.Any<PhoneValue>("phone")?.E164,
                    c.Facts.Any<TextValue>("email")?.Text,
                    c.Facts.Any<TextValue>("website")?.Text,
                    c.Rating?.ToString("0.##", System.Globalization.CultureInfo.InvariantCulture),
                    c.Reviews > 0 ? c.Reviews.ToString(System.Globalization.CultureInfo.InvariantCulture) : "",
                    c.Facts.Any<TextValue>("contact_person")?.Text ?? c.Facts.Any<TextValue>("owner.name")?.Text,
                    Say(c.Standing),
                    c.NextContact?.ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture),
                    c.NextStep,
                    string.Join(" ", sites[c.Id].Select(s => s.Domain ?? s.Station.ToString().ToLowerInvariant())),
                };
            })
        );
    }

    public async Task<byte[]> CardsAsync(bool prospects, CardWriter.Version version, Guid? only = null)
    {
        var rows = await (only is { } id ? db.Clients.AsNoTracking().Where(c => c.Id == id) : Of(prospects))
            .Include(c => c.People)
            .OrderBy(c => c.Name)
            .ToListAsync();
        return Encoding.UTF8.GetBytes(
            string.Concat(
                rows.Select(c =>
                    CardWriter.Write(
                        c.Id,
                        c.Facts,
                        c.Category.Length > 0 ? c.Category : c.TradeId?.Replace('-', ' ') ?? "",
                        c.People.Select(p => new CardPerson(p.Name, p.Role, p.Email, p.Phone)),
                        version
                    )
                )
            )
        );
    }

    private IQueryable<Client> Of(bool prospects) =>
        db
            .Clients.AsNoTracking()
            .Where(c =>
                prospects == (c.Standing == Standing.Untouched || c.Standing == Standing.Contacted || c.Standing == Standing.LetGo)
            );

    public static string Say(Standing s) =>
        s switch
        {
            Standing.Untouched => "untouched",
            Standing.Contacted => "contacted",
            Standing.LetGo => "let go",
            Standing.InTalks => "in talks",
            Standing.Active => "active",
            _ => "former",
        };
}
