using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Standards;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Text;
using Plurimax.Trades;
using Plurimax.Work.Line;

namespace Plurimax.Web.Shared;

/// <param name="Days">Whole days spent at each station, over all visits.</param>
public sealed record SiteSummary(
    Site Site,
    Readiness Readiness,
    NextAction Next,
    int OpenMarks,
    ImmutableArray<double> Days,
    ImmutableArray<SiteEvent> Events,
    SiteState State
)
{
    /// <summary>Days the site may stay at its station, as the settings have it; null at the last one.</summary>
    public int? Allowed { get; init; }

    /// <summary>What holds for the site; null where many sites are looked at together.</summary>
    public SettingsStack? Settings { get; init; }
    public bool Overstays => Allowed is { } days && days > 0 && (int)Days[(int)Site.Station] > days;
}

/// <summary>Where sites stand and what is next on them, for any number of sites in a fixed number of queries.</summary>
public sealed class SiteStatus(PlurimaxDb db, TradeCatalogue trades, TimeProvider clock)
{
    public DateTimeOffset Now => clock.GetUtcNow();

    public async Task<SiteSummary> OfAsync(Site site, int? blockers = null, CancellationToken cancel = default) =>
        (await OfAsync([site], blockers, cancel))[0];

    public async Task<IReadOnlyList<SiteSummary>> OfAsync(
        IReadOnlyList<Site> sites,
        int? blockers = null,
        CancellationToken cancel = default
    )
    {
        var ids = sites.Select(s => s.Id).ToList();
        var events = (await db.Events.AsNoTracking().Where(e => ids.Contains(e.SiteId)).OrderBy(e => e.At).ToListAsync(cancel)).ToLookup(
            e => e.SiteId
        );
        var proofs = (
            await db
                .Proofs.AsNoTracking()
                .Where(p => ids.Contains(p.SiteId))
                .Select(p => new
                {
                    p.SiteId,
                    p.Round,
                    p.EndedAt,
                    p.OpenedAt,
                    p.ChangesAskedAt,
                    p.SignedAt,
                    p.SignedBy,
                    Open = p.Marks.Count(m => m.ResolvedAt == null),
                })
                .ToListAsync(cancel)
        ).ToLookup(p => p.SiteId);
        var fresh = await db
            .Enquiries.Where(e => ids.Contains(e.SiteId) && e.DoneAt == null && e.Aside == "")
            .GroupBy(e => e.SiteId)
            .Select(g => new { g.Key, Count = g.Count() })
            .ToDictionaryAsync(g => g.Key, g => g.Count, cancel);
        var fleet = sites.Count == 1 ? null : await new SettingsReader(db).FleetAsync(Wanted, cancel);
        var one = sites.Count == 1 ? await new SettingsReader(db).OfAsync(sites[0], cancel) : null;
        return
        [
            .. sites.Select(site =>
            {
                var settings = one ?? fleet!.Of(site);
                var list = HandoffChecklist.Of(settings);
                var readiness = Readiness.Of(site.Client.Facts, trades[site.TradeId]);
                var last = proofs[site.Id].OrderBy(p => p.Round).LastOrDefault();
                var open = proofs[site.Id].Sum(p => p.Open);
                var state = new SiteState(
                    site.Station,
                    readiness.Percent,
                    settings.Whole("readiness_bar"),
                    readiness.Missing.FirstOrDefault()?.Label.ToLowerInvariant(),
                    last is { EndedAt: null },
                    last?.OpenedAt is not null,
                    open,
                    last?.ChangesAskedAt is not null,
                    last?.SignedAt is not null,
                    blockers ?? 0,
                    site.Domain is not null,
                    site.LiveReleaseId is not null,
                    list.Count(i => !site.HandedOver.Contains(i.Id)),
                    fresh.GetValueOrDefault(site.Id),
                    site.Client.Facts.Any<TextValue>("owner.name")?.Text
                );
                var own = events[site.Id].ToImmutableArray();
                return new SiteSummary(site, readiness, NextStep.Of(state), open, Days(own), own, state)
                {
                    Allowed = site.Station < Station.Care ? settings.Whole($"{site.Station.ToString().ToLowerInvariant()}_days") : null,
                    Settings = one,
                };
            }),
        ];
    }

    /// <summary>Settings that decide where a site stands.</summary>
    private static readonly ImmutableArray<string> Wanted =
    [
        "readiness_bar",
        "handoff_list",
        .. Enum.GetValues<Station>().Where(s => s < Station.Care).Select(s => $"{s.ToString().ToLowerInvariant()}_days"),
    ];

    private ImmutableArray<double> Days(IEnumerable<SiteEvent> events)
    {
        var days = new double[8];
        var moves = events.Where(e => e.Kind == SiteEventKind.Station).ToList();
        for (var i = 0; i < moves.Count; i++)
            days[(int)moves[i].Station] += ((i + 1 < moves.Count ? moves[i + 1].At : clock.GetUtcNow()) - moves[i].At).TotalDays;
        return [.. days];
    }
}

/// <summary>What must be settled before a site is handed over.</summary>
public static class HandoffChecklist
{
    public static readonly ImmutableArray<(string Id, string Text)> Items =
    [
        ("pack", "The handoff pack was downloaded and sent"),
        ("form", "A test enquiry from the live form has arrived at the client"),
        ("domain", "The client is the holder of the domain"),
        ("training", "The client has been shown the enquiries and how to ask for changes"),
        ("money", "The invoice is paid"),
    ];

    /// <summary>The list of a site: what is always on it, then what its settings add.</summary>
    public static ImmutableArray<(string Id, string Text)> Of(SettingsStack settings) =>
        [.. Items, .. Letters.Rows(settings["handoff_list"]).Distinct().Select(t => ($"own-{Chance.Hash(t):x8}", t))];
}

/// <summary>Times in words, as people say them.</summary>
public static class Times
{
    public static string Ago(DateTimeOffset at, DateTimeOffset now)
    {
        var d = now - at;
        if (d < TimeSpan.Zero)
            return "soon";
        if (d.TotalMinutes < 1)
            return "just now";
        if (d.TotalMinutes < 60)
            return $"{(int)d.TotalMinutes} min ago";
        if (d.TotalHours < 24)
            return $"{(int)d.TotalHours} h ago";
        return d.TotalDays < 2 ? "yesterday"
            : d.TotalDays < 60 ? $"{(int)d.TotalDays} d ago"
            : at.ToString("d MMM yyyy", System.Globalization.CultureInfo.InvariantCulture);
    }

    public static string Exact(DateTimeOffset at) =>
        at.ToString("ddd d MMM yyyy, HH:mm 'UTC'", System.Globalization.CultureInfo.InvariantCulture);

    public static string Days(double days) =>
        days < 0.05 ? ""
        : days < 1 ? "<1 d"
        : $"{(int)days} d";
}
