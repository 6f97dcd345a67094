using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Data.Standards;

/// <summary>A place where settings are shared: the agency, a trade, a standard or a passage that stands linked on sites.</summary>
public sealed record SharedScope(SettingLayer Layer, string Scope)
{
    public static readonly SharedScope Agency = new(SettingLayer.Agency, "");

    public static SharedScope Trade(string id) => new(SettingLayer.Trade, TradeTemplate.FamilyOf(id));

    public static SharedScope Standard(Guid id) => new(SettingLayer.Standard, id.ToString());

    /// <summary>As it stands in addresses: "agency", "trade-bicycle-repair", the id of a standard.</summary>
    public string Slug =>
        Layer switch
        {
            SettingLayer.Agency => "agency",
            SettingLayer.Trade => "trade-" + Scope,
            _ => Scope,
        };

    public static SharedScope? Read(string? slug) =>
        slug is null or "" or "agency" ? Agency
        : slug.StartsWith("trade-", StringComparison.Ordinal) ? Trade(slug["trade-".Length..])
        : Guid.TryParse(slug, out var id) ? Standard(id)
        : null;
}

/// <summary>How a change of a shared value ended.</summary>
/// <param name="Theirs">What somebody else has put there meanwhile.</param>
public sealed record DraftOutcome(string? Problem = null, SettingDraft? Theirs = null)
{
    public bool Ok => Problem is null && Theirs is null;
}

/// <param name="Version">The version that was saved; null where nothing was.</param>
public sealed record SaveOutcome(int? Version, string? Problem);

/// <summary>Keeps what is shared: values in hand, saved versions, who follows what, and a log of every change.</summary>
public sealed partial class StandardStore(PlurimaxDb db, TimeProvider clock)
{
    private DateTimeOffset Now => clock.GetUtcNow();

    // What is set at once: clients, sites, pages.

    /// <param name="value">Null gives the value back to the layer below.</param>
    /// <param name="why">Why it differs; kept with the exception and in the log.</param>
    public async Task SetAsync(
        SettingLayer layer,
        string scope,
        string key,
        string? value,
        Actor who,
        string why = "",
        DateOnly? review = null,
        CancellationToken cancel = default
    )
    {
        var row = await db.Settings.FirstOrDefaultAsync(s => s.Layer == layer && s.Scope == scope && s.Key == key, cancel);
        if (row?.Value == value && (row is null || row.Why == why && row.Review == review))
            return;
        if (row?.Value != value)
            db.Add(
                new SettingChange
                {
                    Layer = layer,
                    Scope = scope,
                    Key = key,
                    From = row?.Value,
                    To = value,
                    Why = why,
                    Who = who,
                    At = Now,
                }
            );
        if (value is null)
        {
            if (row is not null)
                db.Remove(row);
        }
        else if (row is null)
            db.Add(
                new SettingValue
                {
                    Layer = layer,
                    Scope = scope,
                    Key = key,
                    Value = value,
                    Why = why,
                    Review = review,
                    Who = who,
                    At = Now,
                }
            );
        else
            (row.Value, row.Why, row.Review, row.Who, row.At) = (value, why, review, who, Now);
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>Like <see cref="SetAsync"/>, unless somebody else set it since the writer looked.</summary>
    /// <param name="seen">What stood there when the writer began; null where nothing did.</param>
    /// <returns>What somebody else has put there; null where it is done.</returns>
    public async Task<SettingChange?> SetSeenAsync(
        SettingLayer layer,
        string scope,
        string key,
        string? value,
        string? seen,
        Actor who,
        string why,
        DateOnly? review,
        bool evenSo,
        CancellationToken cancel = default
    )
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        await LockAsync(new SharedScope(layer, scope), cancel);
        var there = await db
            .Settings.AsNoTracking()
            .Where(s => s.Layer == layer && s.Scope == scope && s.Key == key)
            .Select(s => s.Value)
            .SingleOrDefaultAsync(cancel);
        if (
            !evenSo
            && there != seen
            && there != value
            && await db
                .SettingChanges.AsNoTracking()
                .Where(c => c.Layer == layer && c.Scope == scope && c.Key == key)
                .OrderByDescending(c => c.Id)
                .FirstOrDefaultAsync(cancel)
                is { } last
            && last.Who != who
        )
            return last;
        await SetAsync(layer, scope, key, value, who, why, review, cancel);
        await transaction.CommitAsync(cancel);
        return null;
    }

    // What is in hand on a shared layer.

    public Task<List<SettingDraft>> DraftsAsync(SharedScope at, CancellationToken cancel = default) =>
        db.SettingDrafts.AsNoTracking().Where(d => d.Layer == at.Layer && d.Scope == at.Scope).OrderBy(d => d.Key).ToListAsync(cancel);

    /// <summary>Puts a change in hand; nothing is seen of it before it is saved.</summary>
    /// <param name="seen">What stood there when the writer began; null where the layer set nothing.</param>
    public async Task<DraftOutcome> DraftAsync(
        SharedScope at,
        string key,
        string? value,
        string? seen,
        Actor who,
        bool evenSo = false,
        CancellationToken cancel = default
    )
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        await LockAsync(at, cancel);
        var stands = await db
            .Settings.AsNoTracking()
            .Where(s => s.Layer == at.Layer && s.Scope == at.Scope && s.Key == key)
            .Select(s => s.Value)
            .SingleOrDefaultAsync(cancel);
        var draft = await db.SettingDrafts.FirstOrDefaultAsync(d => d.Layer == at.Layer && d.Scope == at.Scope && d.Key == key, cancel);
        var there = draft is null ? stands : draft.Value;
        if (!evenSo && there != seen && there != value)
        {
            if (draft is not null && draft.Who != who)
                return new DraftOutcome(Theirs: draft);
            if (draft is null)
            {
                var last = await db
                    .SettingChanges.AsNoTracking()
                    .Where(c => c.Layer == at.Layer && c.Scope == at.Scope && c.Key == key)
                    .OrderByDescending(c => c.Id)
                    .FirstOrDefaultAsync(cancel);
                if (last is not null && last.Who != who)
                    return new DraftOutcome(
                        Theirs: new SettingDraft
                        {
                            Layer = at.Layer,
                            Scope = at.Scope,
                            Key = key,
                            Value = there,
                            Who = last.Who,
                            At = last.At,
                        }
                    );
            }
        }
        if (value == stands)
        {
            if (draft is not null)
                db.Remove(draft);
        }
        else if (draft is null)
            db.Add(
                new SettingDraft
                {
                    Layer = at.Layer,
                    Scope = at.Scope,
                    Key = key,
                    Value = value,
                    Who = who,
                    At = Now,
                }
            );
        else
            (draft.Value, draft.Who, draft.At) = (value, who, Now);
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
        return new DraftOutcome();
    }

    /// <param name="key">Null drops all that is in hand there.</param>
    public Task<int> DropAsync(SharedScope at, string? key = null, CancellationToken cancel = default) =>
        db.SettingDrafts.Where(d => d.Layer == at.Layer && d.Scope == at.Scope && (key == null || d.Key == key)).ExecuteDeleteAsync(cancel);

    /// <summary>Tells one state of what is in hand from another: an impact that was read belongs to one of them.</summary>
    public static string PrintOf(IEnumerable<SettingDraft> drafts) =>
        drafts
            .Aggregate(17L, (h, d) => h * 31 + Chance.Hash($"{d.Key}\0{d.Value ?? "\u0001"}"))
            .ToString("x", System.Globalization.CultureInfo.InvariantCulture);

    /// <summary>Saves what is in hand as the next version; the pages that are published stay until a roll-out brings it to them.</summary>
    /// <param name="print">What was in hand when its impact was read.</param>
    public async Task<SaveOutcome> SaveAsync(SharedScope at, string print, string why, Actor who, CancellationToken cancel = default)
    {
        await using var transaction = await db.JoinTransactionAsync(cancel);
        await LockAsync(at, cancel);
        var drafts = await db.SettingDrafts.Where(d => d.Layer == at.Layer && d.Scope == at.Scope).OrderBy(d => d.Key).ToListAsync(cancel);
        if (drafts.Count == 0)
            return new SaveOutcome(null, "Nothing is in hand any more. Somebody saved or dropped it.");
        if (PrintOf(drafts) != print)
            return new SaveOutcome(
                null,
                $"{drafts.MaxBy(d => d.At)!.Who} changed what is in hand meanwhile. Look at what it does once more."
            );
        var version = await ApplyAsync(at, drafts.Select(d => (d.Key, d.Value)), why, who, cancel);
        db.RemoveRange(drafts);
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
        return new SaveOutcome(version, null);
    }

    /// <summary>Writes values of a shared layer with their log and the version that comes of it. Within a transaction.</summary>
    private async Task<int> ApplyAsync(
        SharedScope at,
        IEnumerable<(string Key, string? Value)> changes,
        string why,
        Actor who,
        CancellationToken cancel
    )
    {
        var rows = await db.Settings.Where(s => s.Layer == at.Layer && s.Scope == at.Scope).ToDictionaryAsync(s => s.Key, cancel);
        var last = await db.StandardVersions.Where(v => v.Layer == at.Layer && v.Scope == at.Scope).MaxAsync(v => (int?)v.Number, cancel);
        // What stood before the first saved change can be gone back to as well.
        if (last is null)
            db.Add(Version(at, 0, rows.Values, "As it was", who));
        var number = (last ?? 0) + 1;
        var said = new List<string>();
        foreach (var (key, value) in changes)
        {
            var row = rows.GetValueOrDefault(key);
            if (row?.Value == value)
                continue;
            db.Add(
                new SettingChange
                {
                    Layer = at.Layer,
                    Scope = at.Scope,
                    Key = key,
                    From = row?.Value,
                    To = value,
                    Why = why,
                    Version = number,
                    Who = who,
                    At = Now,
                }
            );
            said.Add(SettingsRegistry.Find(key)?.Name ?? "the passage");
            if (value is null)
            {
                db.Remove(row!);
                rows.Remove(key);
            }
            else if (row is null)
            {
                rows[key] = new SettingValue
                {
                    Layer = at.Layer,
                    Scope = at.Scope,
                    Key = key,
                    Value = value,
                    Who = who,
                    At = Now,
                };
                db.Add(rows[key]);
            }
            else
                (row.Value, row.Who, row.At) = (value, who, Now);
        }
        db.Add(Version(at, number, rows.Values, why.Length > 0 ? why : string.Join(", ", said), who));
        return number;
    }

    private StandardVersion Version(SharedScope at, int number, IEnumerable<SettingValue> rows, string said, Actor who) =>
        new()
        {
            Layer = at.Layer,
            Scope = at.Scope,
            Number = number,
            Values = rows.ToImmutableSortedDictionary(r => r.Key, r => r.Value, StringComparer.Ordinal),
            Said = said,
            Who = who,
            At = Now,
        };

    /// <summary>Puts the changes in hand that lead back to an earlier version.</summary>
    public async Task<int> DraftVersionAsync(SharedScope at, int number, Actor who, CancellationToken cancel = default)
    {
        if (
            await db
                .StandardVersions.AsNoTracking()
                .FirstOrDefaultAsync(v => v.Layer == at.Layer && v.Scope == at.Scope && v.Number == number, cancel)
            is not { } version
        )
            return 0;
        return await DraftAllAsync(at, version.Values, replace: true, who, cancel);
    }

    /// <param name="replace">Values that are not among these are given back.</param>
    public async Task<int> DraftAllAsync(
        SharedScope at,
        IReadOnlyDictionary<string, string> values,
        bool replace,
        Actor who,
        CancellationToken cancel = default
    )
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        await LockAsync(at, cancel);
        var stands = await db
            .Settings.AsNoTracking()
            .Where(s => s.Layer == at.Layer && s.Scope == at.Scope)
            .ToDictionaryAsync(s => s.Key, s => s.Value, cancel);
        await DropAsync(at, null, cancel);
        var drafts = values
            .Where(v => stands.GetValueOrDefault(v.Key) != v.Value)
            .Select(v => (v.Key, Value: (string?)v.Value))
            .Concat(replace ? stands.Keys.Where(k => !values.ContainsKey(k)).Select(k => (Key: k, Value: (string?)null)) : [])
            .ToList();
        db.AddRange(
            drafts.Select(d => new SettingDraft
            {
                Layer = at.Layer,
                Scope = at.Scope,
                Key = d.Key,
                Value = d.Value,
                Who = who,
                At = Now,
            })
        );
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
        return drafts.Count;
    }

    /// <summary>Goes back to the version before, where nobody saved a later one since. Within a transaction of the caller.</summary>
    /// <returns>Whether it did.</returns>
    public async Task<bool> RestoreBeforeAsync(SharedScope at, int version, string why, Actor who, CancellationToken cancel = default)
    {
        await LockAsync(at, cancel);
        var last = await db.StandardVersions.Where(v => v.Layer == at.Layer && v.Scope == at.Scope).MaxAsync(v => (int?)v.Number, cancel);
        if (last != version)
            return false;
        var before = await db
            .StandardVersions.AsNoTracking()
            .FirstAsync(v => v.Layer == at.Layer && v.Scope == at.Scope && v.Number == version - 1, cancel);
        var stands = await db
            .Settings.AsNoTracking()
            .Where(s => s.Layer == at.Layer && s.Scope == at.Scope)
            .Select(s => s.Key)
            .ToListAsync(cancel);
        await ApplyAsync(
            at,
            before
                .Values.Select(v => (v.Key, (string?)v.Value))
                .Concat(stands.Where(k => !before.Values.ContainsKey(k)).Select(k => (k, (string?)null))),
            why,
            who,
            cancel
        );
        await db.SaveChangesAsync(cancel);
        return true;
    }

    // Standards.

    public async Task<(Standard? Standard, string? Problem)> CreateAsync(
        string? name,
        string? about,
        IReadOnlyDictionary<string, string> values,
        Actor who,
        CancellationToken cancel = default
    )
    {
        if (await NameFaultAsync(name, null, cancel) is { } bad)
            return (null, bad);
        await using var transaction = await db.JoinTransactionAsync(cancel);
        var standard = new Standard
        {
            Name = FactReader.Clean(name),
            About = FactReader.Clean(about),
            Who = who,
            At = Now,
        };
        db.Add(standard);
        await db.SaveChangesAsync(cancel);
        if (values.Count > 0)
            await ApplyAsync(SharedScope.Standard(standard.Id), values.Select(v => (v.Key, (string?)v.Value)), "Made", who, cancel);
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
        return (standard, null);
    }

    /// <summary>A standard with what a site has; the site follows it and gives its own values back, which are the same.</summary>
    public async Task<(Standard? Standard, string? Problem)> MakeOfAsync(
        Guid site,
        string? name,
        string? about,
        IReadOnlyDictionary<string, string> values,
        Actor who,
        CancellationToken cancel = default
    )
    {
        var scope = site.ToString();
        await using var transaction = await db.JoinTransactionAsync(cancel);
        var (made, problem) = await CreateAsync(name, about, values, who, cancel);
        if (made is null)
            return (null, problem);
        await FollowAsync(SettingLayer.Site, scope, made.Id, who, cancel);
        var own = await db.Settings.Where(s => s.Layer == SettingLayer.Site && s.Scope == scope).Select(s => s.Key).ToListAsync(cancel);
        foreach (var key in own.Where(values.ContainsKey))
            await SetAsync(SettingLayer.Site, scope, key, null, who, $"It is in {made.Name} now", cancel: cancel);
        await transaction.CommitAsync(cancel);
        return (made, null);
    }

    /// <summary>Another name and purpose; what is wrong with the name is told by <see cref="NameFaultAsync"/>.</summary>
    public Task NameAsync(Standard standard, string? name, string? about, CancellationToken cancel = default)
    {
        (standard.Name, standard.About) = (FactReader.Clean(name), FactReader.Clean(about));
        return db.SaveChangesAsync(cancel);
    }

    /// <summary>Retired, or in use again.</summary>
    public Task RetireAsync(Standard standard, bool retired, CancellationToken cancel = default)
    {
        standard.RetiredAt = retired ? standard.RetiredAt ?? Now : null;
        return db.SaveChangesAsync(cancel);
    }

    public async Task<string?> NameFaultAsync(string? name, Guid? own, CancellationToken cancel = default)
    {
        var words = FactReader.Clean(name);
        if (words.Length is 0 or > Standard.LongestName)
            return $"Give it a name of 1 to {Standard.LongestName} characters.";
        return await db.Standards.AnyAsync(s => s.Name == words && s.Id != own, cancel)
            ? $"There is one called “{words}”. Give this one another name."
            : null;
    }

    public async Task<Dictionary<string, string>> ValuesAsync(SharedScope at, CancellationToken cancel = default) =>
        await db
            .Settings.AsNoTracking()
            .Where(s => s.Layer == at.Layer && s.Scope == at.Scope)
            .ToDictionaryAsync(s => s.Key, s => s.Value, cancel);

    private Task<int> LockAsync(SharedScope at, CancellationToken cancel) =>
        db.Database.ExecuteSqlAsync($"select pg_advisory_xact_lock(hashtext({$"standard {db.AgencyId} {at.Layer} {at.Scope}"}))", cancel);
}
