using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Standards;
using Plurimax.Trades;
using Plurimax.Work.Prospects;

namespace Plurimax.Web.Prospects;

/// <summary>The sample of a prospect and what became of its links.</summary>
public sealed record SampleInfo(Guid? SiteId, SampleState State, int Opens, DateTimeOffset? At, DateTimeOffset? EndsAt)
{
    public static readonly SampleInfo None = new(null, SampleState.None, 0, null, null);
}

public sealed record ProspectRow(Client Client, Promise Promise, SampleInfo Sample, ProspectStep Next);

/// <param name="ByContact">Ordered by the day of the next contact rather than by promise.</param>
public sealed record ProspectQuery(
    bool ByContact = false,
    string Place = "",
    string Trade = "",
    string Find = "",
    bool LetGo = false,
    int From = 0
)
{
    public string With(bool? byContact = null, string? place = null, string? trade = null, bool? letGo = null, int from = 0)
    {
        var q = this with
        {
            ByContact = byContact ?? ByContact,
            Place = place ?? Place,
            Trade = trade ?? Trade,
            LetGo = letGo ?? LetGo,
            From = from,
        };
        var parts = new[]
        {
            q.ByContact ? "by=contact" : "",
            Part("place", q.Place),
            Part("trade", q.Trade),
            Part("find", q.Find),
            q.LetGo ? "letgo=true" : "",
            q.From > 0 ? $"from={q.From}" : "",
        }.Where(p => p.Length > 0);
        return "/prospects" + (string.Join("&", parts) is { Length: > 0 } s ? "?" + s : "");
        static string Part(string key, string value) => value.Length == 0 ? "" : $"{key}={Uri.EscapeDataString(value)}";
    }
}

/// <param name="WithoutSite">How many of all that match have no site of their own.</param>
public sealed record ProspectPage(
    ImmutableArray<ProspectRow> Rows,
    int Matching,
    int WithoutSite,
    int All,
    int Due,
    ImmutableArray<string> Towns,
    ImmutableArray<string> Trades
);

/// <summary>Ranks prospects: a few numbers of each are read, the rest only of those that are shown.</summary>
public sealed class ProspectList(PlurimaxDb db, SettingsReader settingsReader, TradeCatalogue trades, TimeProvider clock)
{
    public const int PageSize = 40;

    public async Task<PromiseWeights> WeightsAsync()
    {
        var s = await settingsReader.OfAsync(null, null, null);
        return PromiseWeights.From(k => s[k]);
    }

    private PromiseFigures Figures(decimal? rating, int reviews, bool ownSite, string? trade, bool phone, bool email) =>
        new(rating, reviews, ownSite, trade is not null && trades.Find(trade) is not null, phone, email);

    public async Task<ProspectPage> ReadAsync(ProspectQuery q)
    {
        var weights = await WeightsAsync();
        var today = DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime);
        var prospects = db
            .Clients.AsNoTracking()
            .Where(c => c.Standing == Standing.Untouched || c.Standing == Standing.Contacted || c.Standing == Standing.LetGo);
        var slim = await prospects
            .Select(c => new
            {
                c.Id,
                c.Standing,
                c.Rating,
                c.Reviews,
                c.OwnSite,
                c.TradeId,
                Phone = c.Phone != "",
                Email = c.Email != "",
                c.Town,
                c.NextContact,
                Found = q.Find.Length == 0 || c.Search.Contains(BusinessKeys.Fold(q.Find)),
            })
            .ToListAsync();
        var all = slim.Where(c => q.LetGo == (c.Standing == Standing.LetGo)).ToList();
        var matching = all.Where(c =>
                c.Found && (q.Place.Length == 0 || c.Town == q.Place) && (q.Trade.Length == 0 || c.TradeId == q.Trade)
            )
            .ToList();
        var ordered = (
            q.ByContact
                ? matching
                    .OrderBy(c => c.NextContact is null)
                    .ThenBy(c => c.NextContact)
                    .ThenBy(c => Promise.Order(Figures(c.Rating, c.Reviews, c.OwnSite, c.TradeId, c.Phone, c.Email), weights))
                : matching.OrderBy(c => Promise.Order(Figures(c.Rating, c.Reviews, c.OwnSite, c.TradeId, c.Phone, c.Email), weights))
        )
            .ThenBy(c => c.Id)
            .Skip(q.From)
            .Take(PageSize)
            .Select(c => c.Id)
            .ToList();
        var rows = (await RowsAsync(ordered, weights, today)).ToDictionary(r => r.Client.Id);
        return new ProspectPage(
            [.. ordered.Select(id => rows[id])],
            matching.Count,
            matching.Count(c => !c.OwnSite),
            all.Count,
            all.Count(c => c.NextContact <= today),
            [
                .. all.Select(c => c.Town)
                    .Where(t => t.Length > 0)
                    .GroupBy(t => t)
                    .OrderByDescending(g => g.Count())
                    .Take(40)
                    .Select(g => g.Key)
                    .Order(StringComparer.Ordinal),
            ],
            [.. all.Select(c => c.TradeId).OfType<string>().Distinct().Order(StringComparer.Ordinal)]
        );
    }

    /// <summary>The most promising of a view that have no sample yet and could have one: a template for their trade and a town.</summary>
    public async Task<List<Guid>> WithoutSampleAsync(ProspectQuery q, int count)
    {
        var weights = await WeightsAsync();
        var find = BusinessKeys.Fold(q.Find);
        var slim = await db
            .Clients.AsNoTracking()
            .Where(c =>
                (c.Standing == Standing.Untouched || c.Standing == Standing.Contacted)
                && c.Town != ""
                && !db.Sites.Any(s => s.ClientId == c.Id && s.IsSample)
                && (q.Place == "" || c.Town == q.Place)
                && (q.Trade == "" || c.TradeId == q.Trade)
                && (find == "" || c.Search.Contains(find))
            )
            .Select(c => new
            {
                c.Id,
                c.Rating,
                c.Reviews,
                c.OwnSite,
                c.TradeId,
                Phone = c.Phone != "",
                Email = c.Email != "",
            })
            .ToListAsync();
        return
        [
            .. slim.Where(c => trades.Find(c.TradeId ?? "") is not null)
                .OrderBy(c => Promise.Order(Figures(c.Rating, c.Reviews, c.OwnSite, c.TradeId, c.Phone, c.Email), weights))
                .ThenBy(c => c.Id)
                .Take(count)
                .Select(c => c.Id),
        ];
    }

    public async Task<ProspectRow> RowAsync(Guid id) =>
        (await RowsAsync([id], await WeightsAsync(), DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime)))[0];

    private async Task<List<ProspectRow>> RowsAsync(List<Guid> ids, PromiseWeights weights, DateOnly today)
    {
        var now = clock.GetUtcNow();
        var clients = await db.Clients.AsNoTracking().Include(c => c.Keeper).Where(c => ids.Contains(c.Id)).ToListAsync();
        var samples = await db
            .Sites.AsNoTracking()
            .Where(s => s.IsSample && ids.Contains(s.ClientId))
            .Select(s => new
            {
                s.ClientId,
                s.Id,
                s.CreatedAt,
                Links = db
                    .SampleLinks.Where(l => l.SiteId == s.Id)
                    .Select(l => new
                    {
                        l.CreatedAt,
                        l.EndsAt,
                        l.EndedAt,
                        l.Opens,
                        l.LastOpenedAt,
                    })
                    .ToList(),
            })
            .ToListAsync();
        var byClient = samples.GroupBy(s => s.ClientId).ToDictionary(g => g.Key, g => g.MaxBy(s => s.CreatedAt)!);
        return clients.ConvertAll(c =>
        {
            var info = SampleInfo.None;
            if (byClient.GetValueOrDefault(c.Id) is { } s)
            {
                var opens = s.Links.Sum(l => l.Opens);
                var open = s.Links.Exists(l => l.EndedAt is null && l.EndsAt > now);
                info = new SampleInfo(
                    s.Id,
                    s.Links.Count == 0 ? SampleState.Made
                        : !open ? SampleState.Ended
                        : opens > 0 ? SampleState.Opened
                        : SampleState.Sent,
                    opens,
                    opens > 0 ? s.Links.Max(l => l.LastOpenedAt)
                        : s.Links.Count > 0 ? s.Links.Max(l => l.CreatedAt)
                        : s.CreatedAt,
                    s.Links.Count > 0 ? s.Links.Max(l => l.EndsAt) : null
                );
            }
            var figures = Figures(c.Rating, c.Reviews, c.OwnSite, c.TradeId, c.Phone.Length > 0, c.Email.Length > 0);
            var state = new ProspectState(
                c.Standing == Standing.LetGo,
                figures.TradeKnown,
                figures.Phone,
                figures.Email,
                info.State,
                info.Opens,
                info.At is { } at ? (int)(now - at).TotalDays : 0,
                c.NextContact,
                c.NextStep
            );
            return new ProspectRow(c, Promise.Of(figures, weights), info, ProspectNext.Of(state, today));
        });
    }
}
