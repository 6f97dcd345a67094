using Microsoft.EntityFrameworkCore;
using Plurimax.Data.Likeness;
using Plurimax.Data.Standards;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Settings;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;
using Plurimax.Work.Line;

namespace Plurimax.Data.Sites;

/// <summary>Makes sites, and samples that become sites.</summary>
public sealed class SiteCreation(
    PlurimaxDb db,
    TimeProvider clock,
    TradeCatalogue trades,
    CopyStore copies,
    SettingsReader settingsReader,
    SiteReader reader,
    SiteRevisions revisions,
    SiteStations stations
)
{
    private DateTimeOffset Now => clock.GetUtcNow();

    /// <summary>A site for somebody new, who is a client from then on.</summary>
    public Task<Site> CreateAsync(
        TradeTemplate trade,
        FactSheet facts,
        Wishes wishes,
        Actor who,
        Guid? makerId,
        DateOnly? due = null,
        CancellationToken cancel = default
    ) =>
        CreateAsync(
            new Client
            {
                Name = facts.Name,
                Facts = facts,
                TradeId = trade.Id,
                KeeperId = makerId,
                CreatedAt = Now,
            },
            trade,
            wishes,
            who,
            makerId,
            due,
            sample: false,
            cancel
        );

    /// <summary>A site for a business that is known, or a sample for one that is to be won.</summary>
    public async Task<Site> CreateAsync(
        Client client,
        TradeTemplate trade,
        Wishes wishes,
        Actor who,
        Guid? makerId,
        DateOnly? due,
        bool sample,
        CancellationToken cancel = default
    )
    {
        var known = client.FactsRevision > 1 || await db.Clients.AnyAsync(c => c.Id == client.Id, cancel);
        var settings = await settingsReader.OfAsync(trade.Id, known ? client.Id : null, null, cancel: cancel);
        var site = new Site
        {
            Slug = await FreeSlugAsync(Slug.Of(client.Facts.Name), cancel),
            Client = client,
            TradeId = trade.Id,
            MakerId = makerId,
            Station = Station.Bench,
            WaitingFor = Party.Us,
            WaitingSince = Now,
            Due = due,
            Head = 1,
            LastRevision = 1,
            CreatedAt = Now,
            IsSample = sample,
        };
        var others = await copies.LedgerAsync(trade.Id, trade.Language, null, cancel);
        var document = Composer.Compose(trade, site.Facts, Wish(wishes, settings), precedents: new Precedents(others));
        foreach (var language in settings["languages"].Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries))
            if (
                !sample
                && trades.InLanguage(trade, language) is { } spoken
                && document.Languages.All(l => l.Split('-')[0] != language.Split('-')[0])
            )
                document = Composer.WithLanguage(document, spoken, site.Facts);
        site.Due ??= sample ? null : DueOf(settings);
        db.Add(site);
        db.Add(copies.Copy(site.Id, document, 1));
        db.Add(
            new SiteRevision
            {
                SiteId = site.Id,
                Number = 1,
                Document = document,
                Said = sample ? "Made the sample" : "Made the site",
                Who = who,
                At = Now,
            }
        );
        // It begins where it stands: at no station before, and a sample at none at all.
        if (!sample)
            stations.Begin(site, who);
        await db.SaveChangesAsync(cancel);
        return site;
    }

    /// <summary>
    /// A sample becomes a real site: it keeps its document, its history and everything a person chose;
    /// what only a list or listing said goes from its pages until it is confirmed.
    /// </summary>
    public async Task MakeRealAsync(Guid siteId, Actor who, CancellationToken cancel = default)
    {
        var site = (await reader.FindAsync(siteId, cancel))!;
        if (!site.IsSample)
            return;
        await using var transaction = await db.JoinTransactionAsync(cancel);
        site.IsSample = false;
        site.Due ??= DueOf(await settingsReader.OfAsync(site, cancel));
        await db
            .SampleLinks.Where(l => l.SiteId == siteId && l.EndedAt == null)
            .ExecuteUpdateAsync(u => u.SetProperty(l => l.EndedAt, Now), cancel);
        // The name and the town are what it is made of.
        foreach (var id in new[] { "business.name", "place" })
            if (site.Client.Facts[id] is { } entry)
                site.Client.Facts = site.Client.Facts.With(id, entry with { Confirmed = true, By = who.Name });
        await db.SaveChangesAsync(cancel);
        await revisions.CarryAsync([siteId], reader.Refreshed, "Sample became a real site", who, cancel);
        await stations.MoveAsync(await reader.FindFreshAsync(siteId, cancel), Station.Brief, who, cancel: cancel);
        await transaction.CommitAsync(cancel);
    }

    /// <summary>What <see cref="MakeRealAsync"/> would leave of the pages.</summary>
    public SiteDocument AsReal(Site sample, SiteDocument now) => reader.Refreshed(reader.Trade(sample), sample.Client.Facts, now);

    /// <summary>What the settings decide for a new site where nobody has wished for something.</summary>
    private static Wishes Wish(Wishes wishes, SettingsStack settings)
    {
        T? One<T>(string key)
            where T : struct, Enum => Enum.TryParse<T>(settings[key], true, out var v) && !char.IsDigit(settings[key][0]) ? v : null;
        return wishes with
        {
            Tone = wishes.Tone ?? One<Tone>("tone"),
            Second = wishes.Second ?? One<Tone>("second_tone"),
            Length = wishes.Length == TextLength.Medium ? One<TextLength>("text_length") ?? wishes.Length : wishes.Length,
            Size = wishes.Size == PlanSize.Small ? One<PlanSize>("plan_size") ?? wishes.Size : wishes.Size,
            Action = wishes.Action ?? One<MainAction>("main_action"),
            Audience = wishes.Audience ?? (settings["audience"] is { Length: > 0 } audience ? audience : null),
            Look = wishes.Look ?? (settings["look"] is not "trade" and var look ? look : null),
        };
    }

    /// <summary>The date a site begun today should be handed over: the days of all stations together.</summary>
    public DateOnly DueOf(SettingsStack settings) =>
        DateOnly
            .FromDateTime(Now.UtcDateTime)
            .AddDays(
                Enum.GetValues<Station>().Where(s => s < Station.Care).Sum(s => settings.Whole($"{s.ToString().ToLowerInvariant()}_days"))
            );

    /// <summary>An address that no site has yet, of whichever agency: they share one host.</summary>
    private async Task<string> FreeSlugAsync(string wanted, CancellationToken cancel)
    {
        if (wanted.Length == 0)
            wanted = "site";
        var taken = await db.Sites.IgnoreQueryFilters().Where(s => s.Slug.StartsWith(wanted)).Select(s => s.Slug).ToListAsync(cancel);
        if (!taken.Contains(wanted))
            return wanted;
        for (var n = 2; ; n++)
            if (!taken.Contains($"{wanted}-{n}"))
                return $"{wanted}-{n}";
    }
}
