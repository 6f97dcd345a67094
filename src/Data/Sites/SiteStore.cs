using System.Collections.Immutable;
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

/// <summary>How an edit ended.</summary>
/// <param name="Conflict">The revision somebody else saved meanwhile, where both changed the same thing.</param>
public sealed record EditOutcome(SiteDocument? Document, int Head, string? Problem, SiteRevision? Conflict = null)
{
    public bool Ok => Problem is null && Conflict is null;

    /// <summary>Why nothing was done, in words.</summary>
    /// <param name="then">What to do where somebody else was faster: "Choose once more."</param>
    public string Why(string then) => Problem ?? $"{Conflict!.Who} changed the site meanwhile ({Conflict.Said}). {then}";
}

/// <summary>Reads and changes sites. Each change is one revision and one transaction.</summary>
public sealed partial class SiteStore(PlurimaxDb db, TimeProvider clock, TradeCatalogue trades, CopyShelf copies)
{
    public DateTimeOffset Now => clock.GetUtcNow();

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
        var settings = await SettingsAsync(trade.Id, known ? client.Id : null, null, cancel);
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
            db.Add(
                new SiteEvent
                {
                    SiteId = site.Id,
                    Kind = SiteEventKind.Station,
                    Station = site.Station,
                    Who = who,
                    At = Now,
                }
            );
        await db.SaveChangesAsync(cancel);
        return site;
    }

    /// <summary>
    /// A sample becomes a real site: it keeps its document, its history and everything a person chose;
    /// what only a list or listing said goes from its pages until it is confirmed.
    /// </summary>
    public async Task MakeRealAsync(Guid siteId, Actor who, CancellationToken cancel = default)
    {
        var site = (await FindAsync(siteId, cancel))!;
        if (!site.IsSample)
            return;
        await using var transaction = await db.JoinTransactionAsync(cancel);
        site.IsSample = false;
        site.Due ??= DueOf(await SettingsAsync(site, cancel));
        await db
            .SampleLinks.Where(l => l.SiteId == siteId && l.EndedAt == null)
            .ExecuteUpdateAsync(u => u.SetProperty(l => l.EndedAt, Now), cancel);
        // The name and the town are what it is made of.
        foreach (var id in new[] { "business.name", "place" })
            if (site.Client.Facts[id] is { } entry)
                site.Client.Facts = site.Client.Facts.With(id, entry with { Confirmed = true, By = who.Name });
        await db.SaveChangesAsync(cancel);
        await CarryAsync([siteId], Refreshed, "Sample became a real site", who, cancel);
        await MoveAsync(await FindFreshAsync(siteId, cancel), Station.Brief, who, cancel: cancel);
        await transaction.CommitAsync(cancel);
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

    private async Task<string> FreeSlugAsync(string wanted, CancellationToken cancel)
    {
        if (wanted.Length == 0)
            wanted = "site";
        var taken = await db.Sites.Where(s => s.Slug.StartsWith(wanted)).Select(s => s.Slug).ToListAsync(cancel);
        if (!taken.Contains(wanted))
            return wanted;
        for (var n = 2; ; n++)
            if (!taken.Contains($"{wanted}-{n}"))
                return $"{wanted}-{n}";
    }

    public Task<Site?> FindAsync(Guid id, CancellationToken cancel = default) =>
        db.Sites.Include(s => s.Client).Include(s => s.Maker).FirstOrDefaultAsync(s => s.Id == id, cancel);

    /// <summary>How many pictures of a client have arrived.</summary>
    public Task<int> PicturesAsync(Guid clientId, CancellationToken cancel = default) =>
        db.ClientFiles.CountAsync(f => f.ClientId == clientId && f.Type.StartsWith("image/"), cancel);

    public TradeTemplate Trade(Site site) => trades[site.TradeId];

    /// <summary>
    /// Applies an edit made on <paramref name="onRevision"/>. Where others saved meanwhile, it is carried over
    /// if they touched other sections; otherwise nothing is changed and their revision comes back.
    /// </summary>
    public async Task<EditOutcome> EditAsync(
        Guid siteId,
        int onRevision,
        Edit edit,
        Actor who,
        bool evenSo = false,
        CancellationToken cancel = default
    )
    {
        for (var tries = 0; ; tries++)
        {
            var (site, head) = await HeadAsync(siteId, cancel);
            var now = await FilledAsync(head.Document, cancel);
            if (site.Head != onRevision && !evenSo)
            {
                var since = await db
                    .Revisions.AsNoTracking()
                    .Where(r => r.SiteId == siteId && r.Number > onRevision)
                    .OrderByDescending(r => r.Number)
                    .ToListAsync(cancel);
                if (since.Count == 0)
                    since = [head];
                if (since.Find(r => edit.Touches is null || r.Touched is null || r.Touched == edit.Touches) is { } clash)
                    return new EditOutcome(null, site.Head, null, clash);
            }
            var result = edit.Apply(now);
            if (!result.Ok)
                return new EditOutcome(null, site.Head, result.Problem);
            var made = SharedPassage.Own(now, result.Value!);
            if (made.ToJson() == now.ToJson())
                return new EditOutcome(now, site.Head, null);
            if (await SaveAsync(site, made, edit.Say(now), edit.Touches, who, cancel) is { } saved)
                return new EditOutcome(made, saved, null);
            if (tries > 4)
                return new EditOutcome(
                    null,
                    site.Head,
                    "Several people are saving at once. Try again in a moment; your text is still here."
                );
        }
    }

    /// <summary>The channel on which every saved change of a site is told, "SITE REVISION SECTION WHO".</summary>
    public const string Changed = "site_changed";

    /// <param name="typed">The passage that is typed in.</param>
    /// <param name="instead">The revision of the same stretch of typing whose place it takes.</param>
    /// <returns>The new head, or null where somebody was faster.</returns>
    private async Task<int?> SaveAsync(
        Site site,
        SiteDocument document,
        string said,
        string? touched,
        Actor who,
        CancellationToken cancel,
        string? typed = null,
        SiteRevision? instead = null,
        ImmutableArray<FactStep>? facts = null
    )
    {
        await using var transaction = await db.JoinTransactionAsync(cancel);
        var number = site.LastRevision + 1;
        ImmutableArray<string> linked = [.. SharedPassage.Of(document)];
        var updated = await db
            .Sites.Where(s => s.Id == site.Id && s.Head == site.Head && s.LastRevision == site.LastRevision)
            .ExecuteUpdateAsync(
                u => u.SetProperty(s => s.Head, number).SetProperty(s => s.LastRevision, number).SetProperty(s => s.Linked, linked),
                cancel
            );
        if (updated == 0)
            return null;
        var revision = new SiteRevision
        {
            SiteId = site.Id,
            Number = number,
            Parent = instead is null ? site.Head : instead.Parent,
            Document = document,
            Said = said,
            Touched = touched,
            Typed = typed,
            Facts = facts,
            Who = who,
            At = Now,
        };
        db.Add(revision);
        await db.SaveChangesAsync(cancel);
        db.Entry(revision).State = EntityState.Detached;
        if (instead is not null)
            await db.Revisions.Where(r => r.SiteId == site.Id && r.Number == instead.Number).ExecuteDeleteAsync(cancel);
        // What a site reads like is worked out when it is asked for, not at every letter.
        if (typed is null)
            await copies.NoteAsync(site.Id, document, number, cancel);
        await db.Database.ExecuteSqlAsync($"SELECT pg_notify({Changed}, {$"{site.Id} {number} {touched} {who}"})", cancel);
        await transaction.CommitAsync(cancel);
        return number;
    }

    /// <summary>Moves the site back to the revision it came from, or forward to the newest made from it.</summary>
    public async Task<string?> StepAsync(Guid siteId, bool back, Actor who, CancellationToken cancel = default)
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        var (site, head) = await HeadAsync(siteId, cancel);
        var target = back
            ? head.Parent
            : await db
                .Revisions.Where(r => r.SiteId == siteId && r.Parent == site.Head)
                .OrderByDescending(r => r.Number)
                .Select(r => (int?)r.Number)
                .FirstOrDefaultAsync(cancel);
        if (target is null)
            return null;
        if (await db.Revisions.AsNoTracking().FirstOrDefaultAsync(r => r.SiteId == siteId && r.Number == target, cancel) is not { } there)
            return null;
        var step = back ? head : there;
        // The client before the site, as everything that changes both: two that hold them in another order would wait for each other.
        var client = step.Facts is { IsDefaultOrEmpty: false } ? await LockedAsync(site.ClientId, cancel) : null;
        // The version of the template comes back with the document that was made from it.
        var document = there.Document;
        ImmutableArray<string> linked = [.. SharedPassage.Of(document)];
        if (
            await db
                .Sites.Where(s => s.Id == siteId && s.Head == site.Head)
                .ExecuteUpdateAsync(
                    u =>
                        u.SetProperty(s => s.Head, target.Value)
                            .SetProperty(s => s.TradeId, document.Trade)
                            .SetProperty(s => s.Linked, linked),
                    cancel
                ) == 0
        )
            return null;
        await copies.NoteAsync(siteId, document, target.Value, cancel);
        if (client is not null)
        {
            var sheet = client.Facts;
            foreach (var f in step.Facts!.Value)
            {
                var (leaves, comes) = back ? (f.After, f.Before) : (f.Before, f.After);
                // What somebody changed since stays as they changed it.
                if (sheet[f.Fact]?.Value.Raw() != leaves?.Value.Raw() || sheet[f.Fact]?.Shown != leaves?.Shown)
                    continue;
                sheet = comes is null ? sheet.Without(f.Fact) : sheet with { Entries = sheet.Entries.SetItem(f.Fact, comes) };
            }
            if (!ReferenceEquals(sheet, client.Facts))
                await SetFactsAsync(client, sheet, siteId, step.Said, who, cancel);
        }
        await db.Database.ExecuteSqlAsync($"SELECT pg_notify({Changed}, {$"{siteId} {target.Value}  {who}"})", cancel);
        await transaction.CommitAsync(cancel);
        return step.Said;
    }

    /// <summary>The trade of a site in one of its languages.</summary>
    public TradeTemplate? TradeIn(Site site, string language) => trades.InLanguage(Trade(site), language);

    public ImmutableArray<string> LanguagesOf(Site site) => trades.Languages(Trade(site));

    public SiteDocument Resized(Site site, SiteDocument now, PlanSize size) =>
        Recomposing.Resized(trades, Trade(site), site.Facts, now, size);

    public SiteDocument Refreshed(Site site, SiteDocument now) => Refreshed(Trade(site), site.Facts, now);

    private SiteDocument Refreshed(TradeTemplate trade, FactSheet facts, SiteDocument now) =>
        Recomposing.Refreshed(trades, trade, facts, now);

    public async Task MoveAsync(Site site, Station station, Actor who, Party? waitFor = null, CancellationToken cancel = default)
    {
        if (site.Station != station)
        {
            site.Station = station;
            db.Add(
                new SiteEvent
                {
                    SiteId = site.Id,
                    Kind = SiteEventKind.Station,
                    Station = station,
                    Who = who,
                    At = Now,
                }
            );
        }
        Wait(site, waitFor ?? Party.Us, who);
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>Notes whom the site waits for from now on; saved with whatever else is saved.</summary>
    public void Wait(Site site, Party party, Actor who)
    {
        if (site.WaitingFor == party)
            return;
        site.WaitingFor = party;
        site.WaitingSince = Now;
        db.Add(
            new SiteEvent
            {
                SiteId = site.Id,
                Kind = SiteEventKind.Wait,
                Party = party,
                Station = site.Station,
                Who = who,
                At = Now,
            }
        );
    }

    /// <summary>The name that clients and prospects know the agency by.</summary>
    public async Task<string> AgencyAsync() => (await SettingsAsync(null, null, null))["agency_name"];

    /// <summary>A mail to the client about a site, with the last lines of the agency.</summary>
    public async Task<OutboxMail> LetterAsync(
        Site site,
        string to,
        string subject,
        string body,
        DateTimeOffset now,
        CancellationToken cancel = default
    )
    {
        var settings = await SettingsAsync(site, cancel);
        var closing = settings["mail_closing"] is { Length: > 0 } text
            ? $"\n{SiteTexts.Of(site.Facts, settings.All(), SiteWords.For("en"), Trade(site).Kind).Letter(text).Trim()}\n"
            : "";
        return OutboxMail.About(site.Id, to, subject, body + closing, now);
    }

    /// <summary>The settings as they hold for a trade, client and site.</summary>
    public Task<SettingsStack> SettingsAsync(string? tradeId, Guid? clientId, Guid? siteId, CancellationToken cancel = default) =>
        new SettingsReader(db).OfAsync(tradeId, clientId, siteId, null, cancel);

    public Task<SettingsStack> SettingsAsync(Site site, CancellationToken cancel = default) => new SettingsReader(db).OfAsync(site, cancel);

    /// <param name="value">Null gives the value back to the layer below.</param>
    public Task SetAsync(SettingLayer layer, string scope, string key, string? value, Actor who, CancellationToken cancel = default) =>
        new StandardShelf(db, clock).SetAsync(layer, scope, key, value, who, cancel: cancel);

    /// <summary>A document with what stands linked on it as the agency has it now.</summary>
    private async Task<SiteDocument> FilledAsync(SiteDocument document, CancellationToken cancel)
    {
        var keys = SharedPassage.Of(document).Select(SharedPassage.Key).ToList();
        if (keys.Count == 0)
            return document;
        var values = await db
            .Settings.AsNoTracking()
            .Where(s => s.Layer == SettingLayer.Standard && keys.Contains(s.Key))
            .ToDictionaryAsync(s => s.Key, s => s.Value, cancel);
        return SharedPassage.Fill(document, key => values.GetValueOrDefault(key));
    }
}
