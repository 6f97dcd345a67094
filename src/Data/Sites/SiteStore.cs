using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Core.Composing;
using Plurimax.Core.Facts;
using Plurimax.Core.Likeness;
using Plurimax.Core.Line;
using Plurimax.Core.Saying;
using Plurimax.Core.Sites;
using Plurimax.Core.Standards;
using Plurimax.Core.Trades;
using Plurimax.Data.Likeness;

namespace Plurimax.Data.Sites;

/// <summary>How an edit ended.</summary>
/// <param name="Conflict">The revision somebody else saved meanwhile, where both changed the same thing.</param>
public sealed record EditOutcome(SiteDocument? Document, int Head, string? Problem, SiteRevision? Conflict = null)
{
    public bool Ok => Problem is null && Conflict is null;
}

/// <summary>How a save while typing ended.</summary>
/// <param name="Document">The site as it is now.</param>
public sealed record TypeOutcome(Site Site, SiteDocument Document)
{
    /// <summary>What somebody else wrote in the passage meanwhile; nothing was changed then.</summary>
    public string? Theirs { get; init; }
    public string? By { get; init; }
    public DateTimeOffset At { get; init; }
    public string? Problem { get; init; }
    public bool Ok => Problem is null && Theirs is null;
}

/// <summary>Reads and changes sites. Each change is one revision and one transaction.</summary>
public sealed class SiteStore(PlurimaxDb db, TimeProvider clock, TradeCatalogue trades, CopyShelf copies)
{
    public DateTimeOffset Now => clock.GetUtcNow();

    /// <summary>A site for somebody new, who is a client from then on.</summary>
    public Task<Site> CreateAsync(TradeTemplate trade, FactSheet facts, Wishes wishes, string who, Guid? makerId, DateOnly? due = null, CancellationToken cancel = default) =>
        CreateAsync(new Client { Name = facts.Name, Facts = facts, TradeId = trade.Id, KeeperId = makerId, CreatedAt = Now }, trade, wishes, who, makerId, due, sample: false, cancel);

    /// <summary>A site for a business that is known, or a sample for one that is to be won.</summary>
    public async Task<Site> CreateAsync(Client client, TradeTemplate trade, Wishes wishes, string who, Guid? makerId, DateOnly? due, bool sample, CancellationToken cancel = default)
    {
        var known = client.FactsRevision > 1 || await db.Clients.AnyAsync(c => c.Id == client.Id, cancel);
        var settings = await SettingsAsync(trade.Id, known ? client.Id : null, null, cancel);
        var site = new Site
        {
            Slug = await FreeSlugAsync(Composer.Slug(client.Facts.Name), cancel),
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
        db.Add(site);
        db.Add(copies.Copy(site.Id, document, 1));
        db.Add(new SiteRevision { SiteId = site.Id, Number = 1, Document = document, Said = sample ? "Made the sample" : "Made the site", Who = who, At = Now });
        foreach (var s in new[] { Station.Brief, Station.Plan, Station.Look, Station.Bench })
            db.Add(new SiteEvent { SiteId = site.Id, Kind = SiteEventKind.Station, Station = s, Who = who, At = Now.AddMilliseconds((int)s) });
        await db.SaveChangesAsync(cancel);
        return site;
    }

    /// <summary>
    /// A sample becomes a real site: it keeps its document, its history and everything a person chose;
    /// what only a list or listing said goes from its pages until it is confirmed.
    /// </summary>
    public async Task MakeRealAsync(Guid siteId, string who, CancellationToken cancel = default)
    {
        var site = (await FindAsync(siteId, cancel))!;
        if (!site.IsSample) return;
        await using var transaction = db.Database.CurrentTransaction is null ? await db.Database.BeginTransactionAsync(cancel) : null;
        site.IsSample = false;
        site.Due ??= DateOnly.FromDateTime(Now.UtcDateTime).AddDays(21);
        await db.SampleLinks.Where(l => l.SiteId == siteId && l.EndedAt == null).ExecuteUpdateAsync(u => u.SetProperty(l => l.EndedAt, Now), cancel);
        // The name and the town are what it is made of.
        foreach (var id in new[] { "business.name", "place" })
            if (site.Client.Facts[id] is { } entry) site.Client.Facts = site.Client.Facts.With(id, entry with { Confirmed = true, By = who });
        await db.SaveChangesAsync(cancel);
        var now = await DocumentAsync(site, cancel);
        var real = Refreshed(site, now);
        await SaveAsync(site, real, "Sample became a real site", null, who, cancel);
        await MoveAsync(await FindFreshAsync(siteId, cancel), Station.Brief, who, cancel: cancel);
        if (transaction is not null) await transaction.CommitAsync(cancel);
    }

    /// <summary>What <see cref="MakeRealAsync"/> would leave of the pages.</summary>
    public SiteDocument AsReal(Site sample, SiteDocument now) => Refreshed(Trade(sample), sample.Client.Facts, now);

    /// <summary>The site as the database has it now, also where it was read before.</summary>
    public async Task<Site> FindFreshAsync(Guid id, CancellationToken cancel = default)
    {
        var site = (await FindAsync(id, cancel))!;
        await db.Entry(site).ReloadAsync(cancel);
        return site;
    }

    private static Wishes Wish(Wishes wishes, SettingsStack settings) => wishes with
    {
        Tone = wishes.Tone ?? (Enum.TryParse<Tone>(settings["tone"], true, out var t) && settings["tone"] != "trade" ? t : null),
        Brand = wishes.Brand ?? (settings["brand"] is { Length: > 0 } b ? b : null),
    };

    private async Task<string> FreeSlugAsync(string wanted, CancellationToken cancel)
    {
        if (wanted.Length == 0) wanted = "site";
        var taken = await db.Sites.Where(s => s.Slug.StartsWith(wanted)).Select(s => s.Slug).ToListAsync(cancel);
        if (!taken.Contains(wanted)) return wanted;
        for (var n = 2; ; n++)
            if (!taken.Contains($"{wanted}-{n}")) return $"{wanted}-{n}";
    }

    public Task<Site?> FindAsync(Guid id, CancellationToken cancel = default) =>
        db.Sites.Include(s => s.Client).Include(s => s.Maker).FirstOrDefaultAsync(s => s.Id == id, cancel);

    public async Task<SiteDocument> DocumentAsync(Site site, CancellationToken cancel = default) =>
        (await db.Revisions.AsNoTracking().FirstAsync(r => r.SiteId == site.Id && r.Number == site.Head, cancel)).Document;

    /// <summary>How many pictures of a client have arrived.</summary>
    public Task<int> PicturesAsync(Guid clientId, CancellationToken cancel = default) => db.ClientFiles.CountAsync(f => f.ClientId == clientId && f.Type.StartsWith("image/"), cancel);

    public TradeTemplate Trade(Site site) => trades[site.TradeId];

    /// <summary>
    /// Applies an edit made on <paramref name="onRevision"/>. Where others saved meanwhile, it is carried over
    /// if they touched other sections; otherwise nothing is changed and their revision comes back.
    /// </summary>
    public async Task<EditOutcome> EditAsync(Guid siteId, int onRevision, Edit edit, string who, bool evenSo = false, CancellationToken cancel = default)
    {
        for (var tries = 0; ; tries++)
        {
            var site = await db.Sites.AsNoTracking().FirstAsync(s => s.Id == siteId, cancel);
            var now = (await db.Revisions.AsNoTracking().FirstAsync(r => r.SiteId == siteId && r.Number == site.Head, cancel)).Document;
            if (site.Head != onRevision && !evenSo)
            {
                var since = await db.Revisions.AsNoTracking().Where(r => r.SiteId == siteId && r.Number > onRevision).OrderByDescending(r => r.Number).ToListAsync(cancel);
                if (since.Count == 0) since = await db.Revisions.AsNoTracking().Where(r => r.SiteId == siteId && r.Number == site.Head).ToListAsync(cancel);
                if (since.Find(r => edit.Touches is null || r.Touched is null || r.Touched == edit.Touches) is { } clash)
                    return new EditOutcome(null, site.Head, null, clash);
            }
            var result = edit.Apply(now);
            if (!result.Ok) return new EditOutcome(null, site.Head, result.Problem);
            if (result.Value!.ToJson() == now.ToJson()) return new EditOutcome(now, site.Head, null);
            if (await SaveAsync(site, result.Value, edit.Say(now), edit.Touches, who, cancel) is { } head) return new EditOutcome(result.Value, head, null);
            if (tries > 4) return new EditOutcome(null, site.Head, "Several people are saving at once. Try again in a moment; your text is still here.");
        }
    }

    /// <summary>The channel on which every saved change of a site is told, "SITE REVISION SECTION WHO".</summary>
    public const string Changed = "site_changed";

    /// <summary>How long a pause ends a stretch of typing, which is undone as one.</summary>
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(4);

    /// <summary>
    /// Saves a passage as it is typed. What others did to other passages meanwhile stands; where somebody changed this one since <paramref name="was"/> was read,
    /// nothing is changed and their text comes back. Saves in one stretch of typing are one revision.
    /// </summary>
    /// <param name="was">The text that the writer began with.</param>
    /// <param name="evenSo">Put it in over what somebody else wrote.</param>
    public async Task<TypeOutcome> TypeAsync(Guid siteId, string section, string path, string was, string text, string who, bool evenSo = false, CancellationToken cancel = default)
    {
        for (var tries = 0; ; tries++)
        {
            var site = await db.Sites.AsNoTracking().Include(s => s.Client).FirstAsync(s => s.Id == siteId, cancel);
            var head = await db.Revisions.AsNoTracking().FirstAsync(r => r.SiteId == siteId && r.Number == site.Head, cancel);
            var there = head.Document.FindSection(section)?.Section.Content.Passages().FirstOrDefault(p => p.Path == path).Passage;
            if (there is not null && there.Text == text) return new TypeOutcome(site, head.Document);
            if (there is not null && !evenSo && there.Text != was)
            {
                var theirs = await db.Revisions.AsNoTracking().Where(r => r.SiteId == siteId && (r.Touched == null || r.Touched == section && (r.Typed == null || r.Typed == path))).OrderByDescending(r => r.Number).Select(r => new { r.Who, r.At }).FirstOrDefaultAsync(cancel);
                return new TypeOutcome(site, head.Document) { Theirs = there.Text, By = theirs?.Who ?? head.Who, At = theirs?.At ?? head.At };
            }
            var edit = new SetText(section, path, text);
            var result = edit.Apply(head.Document);
            if (!result.Ok) return new TypeOutcome(site, head.Document) { Problem = result.Problem };
            var goesOn = head.Typed == path && head.Touched == section && head.Who == who && head.Name is null && head.Parent is not null && Now - head.At < Pause && !await HeldAsync(head, cancel);
            if (await SaveAsync(site, result.Value!, edit.Say(head.Document), section, who, cancel, path, goesOn ? head : null) is { } number)
            {
                (site.Head, site.LastRevision) = (number, number);
                return new TypeOutcome(site, result.Value!);
            }
            if (tries > 8) return new TypeOutcome(site, head.Document) { Problem = "Several people are saving at once. Try again in a moment; your text is still here." };
        }
    }

    /// <summary>Whether something refers to a revision, so that it must stay: a proof, a release, or a revision made from it.</summary>
    private async Task<bool> HeldAsync(SiteRevision r, CancellationToken cancel) =>
        await db.Revisions.AnyAsync(x => x.SiteId == r.SiteId && x.Parent == r.Number, cancel) || await db.Proofs.AnyAsync(p => p.SiteId == r.SiteId && p.Revision == r.Number, cancel) || await db.Releases.AnyAsync(p => p.SiteId == r.SiteId && p.Revision == r.Number, cancel);

    /// <summary>What wishes come to on a site as it is now.</summary>
    /// <param name="except">Codes of what was understood but is not wanted.</param>
    public SayReading Read(Site site, SiteDocument now, string words, string page, string? section, string who, ImmutableHashSet<string>? except = null) =>
        WishReader.Read(words, new SayContext(now, Trade(site), trades, site.Facts, page, section, DateOnly.FromDateTime(Now.UtcDateTime)) { By = who, At = Now }, except);

    /// <summary>Does what was said, as one change, with the facts that were said; one undo takes all of it back.</summary>
    public async Task<(EditOutcome Outcome, SayReading Reading)> SayAsync(Guid siteId, int onRevision, string words, string page, string? section, string who, ImmutableHashSet<string>? except = null, CancellationToken cancel = default)
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        var site = await db.Sites.AsNoTracking().Include(s => s.Client).FirstAsync(s => s.Id == siteId, cancel);
        var client = await LockedAsync(site.ClientId, cancel);
        site.Client.Facts = client.Facts;
        var now = await DocumentAsync(site, cancel);
        var reading = Read(site, now, words, page, section, who, except);
        if (site.Head != onRevision && await db.Revisions.AsNoTracking().Where(r => r.SiteId == siteId && r.Number == site.Head).FirstOrDefaultAsync(cancel) is { } clash) return (new EditOutcome(null, site.Head, null, clash), reading);
        if (reading.Acts.Length == 0) return (new EditOutcome(null, site.Head, "Nothing of it was understood."), reading);
        ImmutableArray<FactStep> facts = [.. reading.Acts.SelectMany(a => a.Facts).Select(f => f.Fact).Distinct().Select(f => new FactStep(f, client.Facts[f], reading.Facts[f]))];
        var edit = reading.Edit(words);
        if (await SaveAsync(site, reading.Site, edit.Say(now), null, who, cancel, facts: facts.IsEmpty ? null : facts) is not { } head) return (new EditOutcome(null, site.Head, "Somebody saved at the same moment. Say it once more."), reading);
        if (!facts.IsEmpty) await SetFactsAsync(client, facts.Aggregate(client.Facts, (sheet, f) => f.After is { } after ? sheet.With(f.Fact, after) : sheet.Without(f.Fact)), siteId, edit.Say(now), who, cancel);
        await transaction.CommitAsync(cancel);
        return (new EditOutcome(reading.Site, head, null), reading);
    }

    /// <summary>Saves facts of a client whose row is held, and lets its other sites follow.</summary>
    private async Task SetFactsAsync(Client client, FactSheet facts, Guid except, string said, string who, CancellationToken cancel)
    {
        client.Facts = facts;
        client.Name = facts.Name is { Length: > 0 } n ? n : client.Name;
        client.FactsRevision++;
        await db.SaveChangesAsync(cancel);
        foreach (var other in await db.Sites.AsNoTracking().Include(s => s.Client).Where(s => s.ClientId == client.Id && s.Id != except).ToListAsync(cancel))
        {
            var now = await DocumentAsync(other, cancel);
            other.Client.Facts = facts;
            var renewed = Refreshed(other, now);
            if (renewed.ToJson() != now.ToJson()) await SaveAsync(other, renewed, said, null, who, cancel);
        }
    }

    /// <param name="typed">The passage that is typed in.</param>
    /// <param name="instead">The revision of the same stretch of typing whose place it takes.</param>
    /// <returns>The new head, or null where somebody was faster.</returns>
    private async Task<int?> SaveAsync(Site site, SiteDocument document, string said, string? touched, string who, CancellationToken cancel, string? typed = null, SiteRevision? instead = null, ImmutableArray<FactStep>? facts = null)
    {
        await using var transaction = db.Database.CurrentTransaction is null ? await db.Database.BeginTransactionAsync(cancel) : null;
        var number = site.LastRevision + 1;
        var updated = await db.Sites.Where(s => s.Id == site.Id && s.Head == site.Head && s.LastRevision == site.LastRevision)
            .ExecuteUpdateAsync(u => u.SetProperty(s => s.Head, number).SetProperty(s => s.LastRevision, number), cancel);
        if (updated == 0) return null;
        var revision = new SiteRevision { SiteId = site.Id, Number = number, Parent = instead is null ? site.Head : instead.Parent, Document = document, Said = said, Touched = touched, Typed = typed, Facts = facts, Who = who, At = Now };
        db.Add(revision);
        await db.SaveChangesAsync(cancel);
        db.Entry(revision).State = EntityState.Detached;
        if (instead is not null) await db.Revisions.Where(r => r.SiteId == site.Id && r.Number == instead.Number).ExecuteDeleteAsync(cancel);
        // What a site reads like is worked out when it is asked for, not at every letter.
        if (typed is null) await copies.NoteAsync(site.Id, document, number, cancel);
        await db.Database.ExecuteSqlAsync($"SELECT pg_notify({Changed}, {$"{site.Id} {number} {touched} {who}"})", cancel);
        if (transaction is not null) await transaction.CommitAsync(cancel);
        return number;
    }

    /// <summary>Moves the site back to the revision it came from, or forward to the newest made from it.</summary>
    public async Task<string?> StepAsync(Guid siteId, bool back, CancellationToken cancel = default)
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        var site = await db.Sites.AsNoTracking().FirstAsync(s => s.Id == siteId, cancel);
        var target = back
            ? await db.Revisions.Where(r => r.SiteId == siteId && r.Number == site.Head).Select(r => r.Parent).FirstAsync(cancel)
            : await db.Revisions.Where(r => r.SiteId == siteId && r.Parent == site.Head).OrderByDescending(r => r.Number).Select(r => (int?)r.Number).FirstOrDefaultAsync(cancel);
        if (target is null) return null;
        var step = await db.Revisions.Where(r => r.SiteId == siteId && r.Number == (back ? site.Head : target)).Select(r => new { r.Said, r.Facts }).FirstAsync(cancel);
        // The client before the site, as everything that changes both: two that hold them in another order would wait for each other.
        var client = step.Facts is { IsDefaultOrEmpty: false } ? await LockedAsync(site.ClientId, cancel) : null;
        // The version of the template comes back with the document that was made from it.
        var document = (await db.Revisions.AsNoTracking().FirstAsync(r => r.SiteId == siteId && r.Number == target, cancel)).Document;
        if (await db.Sites.Where(s => s.Id == siteId && s.Head == site.Head).ExecuteUpdateAsync(u => u.SetProperty(s => s.Head, target.Value).SetProperty(s => s.TradeId, document.Trade), cancel) == 0) return null;
        await copies.NoteAsync(siteId, document, target.Value, cancel);
        if (client is not null)
        {
            var sheet = client.Facts;
            foreach (var f in step.Facts!.Value)
            {
                var (leaves, comes) = back ? (f.After, f.Before) : (f.Before, f.After);
                // What somebody changed since stays as they changed it.
                if (sheet[f.Fact]?.Value.Raw() != leaves?.Value.Raw() || sheet[f.Fact]?.Shown != leaves?.Shown) continue;
                sheet = comes is null ? sheet.Without(f.Fact) : sheet with { Entries = sheet.Entries.SetItem(f.Fact, comes) };
            }
            if (!ReferenceEquals(sheet, client.Facts)) await SetFactsAsync(client, sheet, siteId, step.Said, "undo", cancel);
        }
        await db.Database.ExecuteSqlAsync($"SELECT pg_notify({Changed}, {$"{siteId} {target.Value}"})", cancel);
        await transaction.CommitAsync(cancel);
        return step.Said;
    }

    /// <summary>The trade of a site in one of its languages.</summary>
    public TradeTemplate? TradeIn(Site site, string language) => trades.InLanguage(Trade(site), language);

    public ImmutableArray<string> LanguagesOf(Site site) => trades.Languages(Trade(site));

    public SiteDocument Resized(Site site, SiteDocument now, Core.Plans.PlanSize size) => Recomposing.Resized(trades, Trade(site), site.Facts, now, size);

    public SiteDocument Refreshed(Site site, SiteDocument now) => Refreshed(Trade(site), site.Facts, now);

    private SiteDocument Refreshed(TradeTemplate trade, FactSheet facts, SiteDocument now) => Recomposing.Refreshed(trades, trade, facts, now);

    /// <summary>
    /// Saves facts that changed and lets all sites of the client follow: passages that waited come in, those without their fact go, kept ones stay.
    /// </summary>
    /// <returns>A message where somebody saved meanwhile, else null.</returns>
    public async Task<string?> SaveFactsAsync(Guid clientId, int onFactsRevision, Func<FactSheet, FactSheet> change, string said, string who, CancellationToken cancel = default)
    {
        await using var transaction = db.Database.CurrentTransaction is null ? await db.Database.BeginTransactionAsync(cancel) : null;
        var client = await LockedAsync(clientId, cancel);
        if (client.FactsRevision != onFactsRevision) return "Somebody saved facts of this client a moment ago. What you typed is still here; look at both and save again.";
        var before = client.Facts;
        client.Facts = change(before);
        client.Name = client.Facts.Name is { Length: > 0 } n ? n : client.Name;
        var bumped = await db.Clients.Where(c => c.Id == clientId && c.FactsRevision == onFactsRevision).ExecuteUpdateAsync(u => u.SetProperty(c => c.FactsRevision, onFactsRevision + 1), cancel);
        if (bumped == 0) return "Somebody saved facts of this client a moment ago. What you typed is still here; look at both and save again.";
        client.FactsRevision = onFactsRevision + 1;
        await db.SaveChangesAsync(cancel);
        foreach (var site in await db.Sites.AsNoTracking().Include(s => s.Client).Where(s => s.ClientId == clientId).ToListAsync(cancel))
        {
            var now = await DocumentAsync(site, cancel);
            site.Client.Facts = client.Facts;
            var renewed = Refreshed(site, now);
            if (renewed.ToJson() != now.ToJson()) await SaveAsync(site, renewed, said, null, who, cancel);
        }
        if (transaction is not null) await transaction.CommitAsync(cancel);
        return null;
    }

    /// <summary>
    /// Changes what waits to be confirmed. No site changes by it, so that it never stands in the way of somebody who is editing facts.
    /// </summary>
    public async Task<FactSheet> WaitingAsync(Guid clientId, Func<FactSheet, FactSheet> change, CancellationToken cancel = default)
    {
        await using var transaction = db.Database.CurrentTransaction is null ? await db.Database.BeginTransactionAsync(cancel) : null;
        var client = await LockedAsync(clientId, cancel);
        var changed = change(client.Facts);
        client.Facts = client.Facts with { Waiting = changed.Waiting, Marks = changed.Marks };
        await db.SaveChangesAsync(cancel);
        if (transaction is not null) await transaction.CommitAsync(cancel);
        return client.Facts;
    }

    /// <summary>The client as stored now, its row held until the transaction ends.</summary>
    private async Task<Client> LockedAsync(Guid clientId, CancellationToken cancel)
    {
        await db.Database.ExecuteSqlAsync($"select 1 from clients where id = {clientId} for update", cancel);
        var client = await db.Clients.FirstAsync(c => c.Id == clientId, cancel);
        await db.Entry(client).ReloadAsync(cancel);
        return client;
    }

    public async Task MoveAsync(Site site, Station station, string who, Party? waitFor = null, CancellationToken cancel = default)
    {
        if (site.Station != station)
        {
            site.Station = station;
            db.Add(new SiteEvent { SiteId = site.Id, Kind = SiteEventKind.Station, Station = station, Who = who, At = Now });
        }
        Wait(site, waitFor ?? Party.Us, who);
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>Notes whom the site waits for from now on; saved with whatever else is saved.</summary>
    public void Wait(Site site, Party party, string who)
    {
        if (site.WaitingFor == party) return;
        site.WaitingFor = party;
        site.WaitingSince = Now;
        db.Add(new SiteEvent { SiteId = site.Id, Kind = SiteEventKind.Wait, Party = party, Station = site.Station, Who = who, At = Now });
    }

    /// <summary>The name that clients and prospects know the agency by.</summary>
    public async Task<string> AgencyAsync() => (await SettingsAsync(null, null, null))["agency_name"];

    /// <summary>The settings as they hold for a trade, client and site.</summary>
    public async Task<SettingsStack> SettingsAsync(string? tradeId, Guid? clientId, Guid? siteId, CancellationToken cancel = default)
    {
        string trade = tradeId is null ? "-" : TradeTemplate.FamilyOf(tradeId), client = clientId?.ToString() ?? "-", site = siteId?.ToString() ?? "-";
        var rows = await db.Settings.AsNoTracking().Where(s => (s.Layer == SettingLayer.Agency && s.Scope == "") || (s.Layer == SettingLayer.Trade && s.Scope == trade)
            || (s.Layer == SettingLayer.Client && s.Scope == client) || (s.Layer == SettingLayer.Site && s.Scope == site)).ToListAsync(cancel);
        return rows.GroupBy(r => r.Layer).Aggregate(SettingsStack.Empty, (stack, g) => stack.With(g.Key, g.Select(r => KeyValuePair.Create(r.Key, r.Value))));
    }

    public Task<SettingsStack> SettingsAsync(Site site, CancellationToken cancel = default) => SettingsAsync(site.TradeId, site.ClientId, site.Id, cancel);

    /// <param name="value">Null gives the value back to the layer below.</param>
    public async Task SetAsync(SettingLayer layer, string scope, string key, string? value, string who, CancellationToken cancel = default)
    {
        var row = await db.Settings.FindAsync([layer, scope, key], cancel);
        if (value is null) { if (row is not null) db.Remove(row); }
        else if (row is null) db.Add(new SettingValue { Layer = layer, Scope = scope, Key = key, Value = value, Who = who, At = Now });
        else (row.Value, row.Who, row.At) = (value, who, Now);
        await db.SaveChangesAsync(cancel);
    }
}
