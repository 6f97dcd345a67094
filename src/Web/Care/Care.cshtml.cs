using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Text;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Care;

/// <summary>A site after handoff: its enquiries, its history, where it differs from the agency's settings.</summary>
public sealed class CareModel(SiteReader reader, SiteStatus status, SiteAddresses addresses, CareReader care)
    : SitePageModel(reader, status, addresses)
{
    private const int MostHistory = 24;
    protected override string StationName => "care";
    public SiteCare Care { get; private set; } = null!;
    public ImmutableArray<CareEntry> History { get; private set; } = [];

    /// <summary>What the site sets for itself.</summary>
    public ImmutableArray<ResolvedSetting> Exceptions { get; private set; } = [];
    public string? Email => Site.Client.Facts.Any<TextValue>("email")?.Text;

    public async Task OnGetAsync()
    {
        Care = await care.OfAsync(Site.Id);
        var moves = Summary
            .Events.Where(e => e.Kind != SiteEventKind.Wait)
            .Select(e => new CareEntry(e.At, e.Who, e.Kind == SiteEventKind.Note ? e.Text : $"to {e.Station}"));
        History = [.. moves.Concat(Care.Revisions).OrderByDescending(h => h.At).Take(MostHistory)];
        var stack = Settings;
        Exceptions = [.. SettingsRegistry.All.Select(s => stack.Resolve(s)).Where(r => r.Layer == SettingLayer.Site)];
    }

    public async Task<IActionResult> OnGetNewsAsync()
    {
        var rows = (await care.SubscribersAsync(Site.Id)).Select(s =>
            new[] { s.Email, s.ConfirmedAt!.Value.ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture) }
        );
        return File(CsvText.File(["email", "confirmed"], rows), "text/csv; charset=utf-8", $"news-{Site.Slug}.csv");
    }

    public static string Cut(string s) => Letters.Cut(s, 60);
}
