using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Text;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Care;

/// <summary>A site after handoff: its enquiries, its history, where it differs from the agency's settings.</summary>
public sealed class CareModel(SiteReader reader, SiteStatus status, SiteAddresses addresses, PlurimaxDb db)
    : SitePageModel(reader, status, addresses)
{
    protected override string StationName => "care";
    public List<Enquiry> Enquiries { get; private set; } = [];
    public List<(DateTimeOffset At, Actor Who, string Text)> History { get; private set; } = [];

    /// <summary>What the site sets for itself.</summary>
    public ImmutableArray<ResolvedSetting> Exceptions { get; private set; } = [];
    public string? Email => Site.Client.Facts.Any<TextValue>("email")?.Text;

    public Task OnGetAsync() => LayAsync();

    /// <summary>Addresses that confirmed that they want the site's news.</summary>
    public int News { get; private set; }

    public async Task<IActionResult> OnGetNewsAsync()
    {
        var rows = await db
            .Subscribers.AsNoTracking()
            .Where(s => s.SiteId == Site.Id && s.ConfirmedAt != null)
            .OrderBy(s => s.Email)
            .Select(s => new { s.Email, s.ConfirmedAt })
            .ToListAsync();
        return File(
            CsvText.File(
                ["email", "confirmed"],
                rows.Select(r =>
                    new[] { r.Email, r.ConfirmedAt!.Value.ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture) }
                )
            ),
            "text/csv; charset=utf-8",
            $"news-{Site.Slug}.csv"
        );
    }

    private async Task LayAsync()
    {
        News = await db.Subscribers.CountAsync(s => s.SiteId == Site.Id && s.ConfirmedAt != null);
        Enquiries = await db.Enquiries.AsNoTracking().Where(e => e.SiteId == Site.Id).OrderByDescending(e => e.At).Take(50).ToListAsync();
        var revisions = await db
            .Revisions.AsNoTracking()
            .Where(r => r.SiteId == Site.Id)
            .OrderByDescending(r => r.Number)
            .Take(20)
            .Select(r => new
            {
                r.At,
                r.Who,
                r.Said,
            })
            .ToListAsync();
        History =
        [
            .. Summary
                .Events.Where(e => e.Kind != SiteEventKind.Wait)
                .Select(e => (e.At, e.Who, e.Kind == SiteEventKind.Note ? e.Text : $"to {e.Station}"))
                .Concat(revisions.Select(r => (r.At, r.Who, r.Said)))
                .OrderByDescending(h => h.At)
                .Take(24),
        ];
        var stack = Settings;
        Exceptions = [.. SettingsRegistry.All.Select(s => stack.Resolve(s)).Where(r => r.Layer == SettingLayer.Site)];
    }

    public static string Cut(string s) => Letters.Cut(s, 60);
}
