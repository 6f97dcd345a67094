using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Standards;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Trades;

namespace Plurimax.Web.Standards;

/// <param name="Value">Null where this place sets nothing.</param>
/// <param name="State">win, over (overruled) or empty.</param>
public sealed record MatrixCell(string? Value, string State, bool Carries, SettingDraft? Draft);

public sealed record MatrixColumn(string Name, string Says, SettingLayer Layer, string Scope);

/// <param name="Other">What holds at the place it is compared with; null without one.</param>
public sealed record MatrixRow(Setting Setting, ResolvedSetting Now, ImmutableArray<MatrixCell> Cells, string? Other)
{
    public bool Differs => Other is not null ? Other != Now.Value : Now.Layer != SettingLayer.Default;

    /// <summary>What a place has of its own; null where it sets nothing.</summary>
    public string? Own(SharedScope place) =>
        Now.Source is var winner && winner.Layer == place.Layer && winner.Scope == place.Scope
            ? Now.Value
            : Now
                .Overruled.Where(o => o.Source.Layer == place.Layer && o.Source.Scope == place.Scope)
                .Select(o => o.Value)
                .FirstOrDefault();
}

/// <summary>What of the settings is looked at.</summary>
/// <param name="On">The site on which they are looked at; null looks at the place by itself.</param>
/// <param name="With">The site or standard it is compared with.</param>
/// <param name="Words">Words of settings; null or empty finds all.</param>
/// <param name="Diff">Only what differs.</param>
/// <param name="Edit">The setting that is edited; it is always among them.</param>
public sealed record MatrixWish(SharedScope Place, Guid? On, Guid? With, string? Words, SettingGroup? Group, bool Diff, string? Edit);

/// <param name="LandsOn">The client of the site on which it is looked at; empty without one.</param>
/// <param name="OtherName">What it is compared with is called.</param>
/// <param name="Reads">How the text that is edited reads on a site, and on which.</param>
public sealed record MatrixView(
    ImmutableArray<MatrixColumn> Columns,
    List<MatrixRow> Rows,
    string LandsOn,
    string? OtherName,
    (string Site, string Text)? Reads
);

/// <summary>Settings by layers: what wins is plain to see.</summary>
public sealed class SettingsMatrix(PlurimaxDb db, SettingsReader settingsReader, StandardStore standardStore, TradeCatalogue trades)
{
    /// <param name="placeName">What the place is called.</param>
    /// <param name="drafts">What is in hand at the place.</param>
    /// <param name="typed">What somebody typed for the setting that is edited and was refused; null else.</param>
    public async Task<MatrixView> ReadAsync(
        MatrixWish wish,
        string placeName,
        List<StandardRow> standards,
        List<SettingDraft> drafts,
        string? typed,
        CancellationToken cancel = default
    )
    {
        var place = wish.Place;
        var fleet = await settingsReader.FleetAsync(cancel: cancel);
        var landing = await SiteAsync(wish.On, cancel);
        var stack = landing is not null
            ? fleet.Of(landing)
            : fleet.Of(
                place.Layer == SettingLayer.Trade ? place.Scope : null,
                null,
                null,
                place.Layer == SettingLayer.Standard ? [place.Scope] : []
            );
        var columns = Lay(place, placeName, landing, stack, standards);
        var (otherName, other) = await OtherAsync(wish.With, standards, fleet, cancel);
        var inHand = drafts.ToDictionary(d => d.Key);
        var wanted = SettingsRegistry
            .Search(wish.Words)
            .Where(s =>
                (wish.Group is null || s.Group == wish.Group || wish.Words is { Length: > 0 })
                && (place.Layer == SettingLayer.Agency || s.Holds(place.Layer) || landing is not null)
            );
        List<MatrixRow> rows =
        [
            .. wanted
                .Select(s => Row(s, stack, other, place, columns, inHand))
                .Where(r => !wish.Diff || r.Differs || r.Setting.Key == wish.Edit),
        ];
        var reads = rows.Find(r => r.Setting.Key == wish.Edit) is { Setting.IsProse: true } row
            ? await ReadsAsync(typed ?? (inHand.TryGetValue(row.Setting.Key, out var d) ? d.Value : row.Own(place)) ?? row.Now.Value)
            : null;
        return new MatrixView(columns, rows, landing?.Client.Name ?? "", otherName, reads);

        async Task<(string, string)?> ReadsAsync(string text)
        {
            if (!text.Contains('{'))
                return null;
            var shown = landing
                ?? await (await standardStore.FollowersAsync(place, cancel))
                    .Include(s => s.Client)
                    .OrderBy(s => s.LiveReleaseId == null)
                    .ThenBy(s => s.Id)
                    .FirstOrDefaultAsync(cancel);
            return shown is not null && trades.Find(shown.TradeId) is { } trade
                ? (shown.Client.Name, StandardsService.Reads(text, shown, fleet.Of(shown), trade.Kind))
                : null;
        }
    }

    /// <summary>The site whose client's name begins with some words, the shortest name first; null where there is none.</summary>
    public async Task<Guid?> NamedAsync(string name, CancellationToken cancel = default)
    {
        var words = FactReader.Clean(name).ToLowerInvariant();
        return words.Length == 0
            ? null
            : await db
                .Sites.Where(s => !s.IsSample && s.Client.Name.ToLower().StartsWith(words))
                .OrderBy(s => s.Client.Name.Length)
                .Select(s => (Guid?)s.Id)
                .FirstOrDefaultAsync(cancel);
    }

    private Task<Site?> SiteAsync(Guid? id, CancellationToken cancel) =>
        db.Sites.AsNoTracking().Include(s => s.Client).FirstOrDefaultAsync(s => s.Id == id, cancel);

    private static ImmutableArray<MatrixColumn> Lay(
        SharedScope place,
        string placeName,
        Site? landing,
        SettingsStack stack,
        List<StandardRow> standards
    )
    {
        var columns = ImmutableArray.CreateBuilder<MatrixColumn>();
        columns.Add(new("Default", "as shipped", SettingLayer.Default, ""));
        columns.Add(new("Agency", "for all", SettingLayer.Agency, ""));
        var trade =
            landing is not null ? TradeTemplate.FamilyOf(landing.TradeId)
            : place.Layer == SettingLayer.Trade ? place.Scope
            : null;
        if (trade is not null)
            columns.Add(new("Trade", trade.Replace('-', ' '), SettingLayer.Trade, trade));
        var followed = stack
            .Sources.Where(s => s.Layer == SettingLayer.Standard && standards.Exists(x => x.Id.ToString() == s.Scope))
            .ToList();
        foreach (var (s, i) in followed.Select((s, i) => (s, i)))
        {
            var name = standards.Find(x => x.Id.ToString() == s.Scope)!.Name;
            var says = landing is not null && followed.Count > 1 ? $"standard {i + 1}" : "standard";
            columns.Add(new(name, says, SettingLayer.Standard, s.Scope));
        }
        if (place.Layer == SettingLayer.Standard && columns.All(c => c.Scope != place.Scope))
            columns.Add(new(placeName, landing is null ? "standard" : "not followed", SettingLayer.Standard, place.Scope));
        if (landing is not null)
        {
            columns.Add(new("Client", landing.Client.Name, SettingLayer.Client, landing.ClientId.ToString()));
            columns.Add(new("Site", "exceptions", SettingLayer.Site, landing.Id.ToString()));
        }
        return columns.ToImmutable();
    }

    private async Task<(string? Name, Func<Setting, string>? Of)> OtherAsync(
        Guid? with,
        List<StandardRow> standards,
        FleetSettings fleet,
        CancellationToken cancel
    )
    {
        if (with is not { } id)
            return (null, null);
        if (await SiteAsync(id, cancel) is { } site)
        {
            var stack = fleet.Of(site);
            return (site.Client.Name, s => stack[s.Key]);
        }
        if (standards.Find(s => s.Id == id) is not { } standard)
            return (null, null);
        var own = fleet.Of(null, null, null, [id.ToString()]);
        return (standard.Name, s => own[s.Key]);
    }

    private static MatrixRow Row(
        Setting s,
        SettingsStack stack,
        Func<Setting, string>? other,
        SharedScope place,
        ImmutableArray<MatrixColumn> columns,
        Dictionary<string, SettingDraft> inHand
    )
    {
        var now = stack.Resolve(s);
        var won = false;
        var cells = ImmutableArray.CreateBuilder<MatrixCell>();
        foreach (var c in columns)
        {
            var wins = now.Source.Layer == c.Layer && (c.Layer == SettingLayer.Default || now.Source.Scope == c.Scope);
            var value =
                c.Layer == SettingLayer.Default ? s.Default
                : wins ? now.Value
                : now.Overruled.Where(o => o.Source.Layer == c.Layer && o.Source.Scope == c.Scope).Select(o => o.Value).FirstOrDefault();
            var state =
                wins ? "win"
                : value is null ? ""
                : "over";
            var draft = c.Layer == place.Layer && c.Scope == place.Scope ? inHand.GetValueOrDefault(s.Key) : null;
            cells.Add(new MatrixCell(value, state, won, draft));
            won |= wins;
        }
        return new MatrixRow(s, now, cells.ToImmutable(), other?.Invoke(s));
    }
}
