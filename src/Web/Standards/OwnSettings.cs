using System.Collections.Immutable;
using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Standards;
using Plurimax.Facts;
using Plurimax.Making.Settings;

namespace Plurimax.Web.Standards;

/// <param name="Own">The value set here, with its reason; null where none is.</param>
public sealed record OwnRow(Setting Setting, ResolvedSetting Now, SettingValue? Own);

/// <param name="Layer">Client or Site: whose settings these are.</param>
/// <param name="Url">Address of the page.</param>
public sealed record OwnSettingsView(
    SettingLayer Layer,
    Guid Id,
    string Name,
    string Url,
    string Query,
    List<OwnRow> Rows,
    bool Owner,
    string? Edit,
    string? Page,
    IReadOnlyList<(string Id, string Name)> Pages
)
{
    public string? Problem { get; init; }
    public string? Typed { get; init; }
    public SettingChange? Theirs { get; init; }
    public string? TypedWhy { get; init; }
    public string? TypedReview { get; init; }
    public Guid? Client { get; init; }

    /// <summary>How the text that is edited reads here.</summary>
    public string? Reads { get; init; }
    public Guid? Site => Layer == SettingLayer.Site ? Id : null;

    public bool May(Setting s) => s.May(Page is null ? Layer : SettingLayer.Page, Owner);
}

/// <summary>What a client or a site sets for itself: the same for both.</summary>
public sealed class OwnSettings(PlurimaxDb db, StandardStore standardStore)
{
    /// <param name="show">own, all, or what is set anywhere.</param>
    /// <param name="of">The business: its country and kind have legal texts of their own where nobody wrote one.</param>
    public async Task<List<OwnRow>> RowsAsync(
        SettingsStack stack,
        SettingLayer layer,
        string scope,
        string? page,
        string? q,
        string? show,
        string? edit,
        (string Country, BusinessKind Kind, string Language)? of = null
    )
    {
        ResolvedSetting Lawful(ResolvedSetting r) =>
            of is { } o
            && r.Layer == SettingLayer.Default
            && LegalBook.Keys.Contains(r.Setting.Key)
            && LegalBook.Text(r.Setting.Key, o.Country, o.Kind, o.Language) is { } law
                ? r with
                {
                    Value = law,
                    Source = r.Source with { Name = $"Default for {o.Country}" },
                }
                : r;
        var at = page is null ? (layer, scope) : (SettingLayer.Page, $"{scope}/{page}");
        var own = await db.Settings.AsNoTracking().Where(s => s.Layer == at.Item1 && s.Scope == at.Item2).ToDictionaryAsync(s => s.Key);
        return
        [
            .. SettingsRegistry
                .Search(q)
                .Where(s => s.Holds(at.Item1))
                .Select(s => new OwnRow(s, Lawful(stack.Resolve(s, page is null ? null : at.Item2)), own.GetValueOrDefault(s.Key)))
                .Where(r =>
                    r.Setting.Key == edit
                    || q is { Length: > 0 }
                    || show switch
                    {
                        "all" => true,
                        "own" => r.Own is not null,
                        _ => r.Now.Layer != SettingLayer.Default,
                    }
                ),
        ];
    }

    /// <returns>What is wrong, or what somebody else has put there; both null where it is done.</returns>
    public async Task<(string? Problem, SettingChange? Theirs)> SetAsync(
        Setting setting,
        SettingLayer layer,
        string scope,
        string? value,
        string? seen,
        bool had,
        string? why,
        string? review,
        bool evenSo,
        Actor who
    )
    {
        var read = setting.Check(value);
        if (!read.Ok)
            return (read.Problem, null);
        DateOnly? day = null;
        if (!string.IsNullOrWhiteSpace(review))
        {
            if (!DateOnly.TryParseExact(review, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var d))
                return ("Give the day as 2026-12-24, or leave it empty.", null);
            day = d;
        }
        return (
            null,
            await standardStore.SetSeenAsync(
                layer,
                scope,
                setting.Key,
                read.Value,
                had ? seen ?? "" : null,
                who,
                FactReader.Clean(why),
                day,
                evenSo
            )
        );
    }
}
