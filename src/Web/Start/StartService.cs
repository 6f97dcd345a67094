using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Blobs;
using Plurimax.Data.Sites;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Reading;
using Plurimax.Reading.Deciding;
using Plurimax.Reading.Files;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;
using Plurimax.Web.Briefing;
using Plurimax.Work.Prospects;

namespace Plurimax.Web.Start;

/// <summary>What a site is to be made from.</summary>
/// <param name="Held">The check sheet; null where nothing was read.</param>
/// <param name="Action">The main action; null leaves it to the trade.</param>
/// <param name="Language">A tag; null is the language of the template.</param>
/// <param name="Brought">Texts of an old site that are brought over.</param>
public sealed record StartWish(
    HeldStart? Held,
    TradeTemplate Trade,
    FactSheet Facts,
    MainAction? Action,
    Tone? Tone,
    PlanSize Size,
    string? Language,
    ImmutableArray<OldText> Brought
)
{
    /// <summary>What the trade was called when it was looked for.</summary>
    public string Words { get; init; } = "";
}

/// <summary>Makes check sheets out of whatever there is: words, files, a site to be like.</summary>
public sealed class StartService(
    PlurimaxDb db,
    ClientFacts clientFacts,
    SiteCreation creation,
    SiteReader reader,
    SiteWriter writer,
    TradeCatalogue trades,
    IBlobStore blobs,
    TimeProvider clock
)
{
    private const int MostBooks = 200;

    /// <summary>From here on what was read is ticked unless somebody unticks it.</summary>
    public const double Ticked = Reliability.Bar;

    public Task<HeldStart?> FindAsync(Guid id, Actor who) =>
        db.HeldStarts.FirstOrDefaultAsync(s => s.Id == id && s.Who.UserId == who.UserId);

    public Task<List<HeldStart>> HeldAsync(Actor who) =>
        db
            .HeldStarts.AsNoTracking()
            .Where(s => s.Who.UserId == who.UserId && s.SiteId == null)
            .OrderByDescending(s => s.At)
            .Take(8)
            .ToListAsync();

    /// <summary>A prospect or client by its name as it stands in the books; the newest where two are called so.</summary>
    public async Task<Guid?> KnownAsync(string name)
    {
        var key = BusinessKeys.NameKey(name);
        return await db
            .Clients.Where(c => c.NameKey == key)
            .OrderByDescending(c => c.CreatedAt)
            .Select(c => (Guid?)c.Id)
            .FirstOrDefaultAsync();
    }

    /// <summary>A sheet for a business that is known: what is on its fact sheet is filled in and not asked again.</summary>
    public async Task<HeldStart?> ForAsync(Guid clientId, Actor who)
    {
        if (await db.Clients.AsNoTracking().FirstOrDefaultAsync(c => c.Id == clientId) is not { } client)
            return null;
        if (
            await db.HeldStarts.FirstOrDefaultAsync(s => s.ClientId == clientId && s.Who.UserId == who.UserId && s.SiteId == null) is
            { } held
        )
            return held;
        var sheet = new HeldStart
        {
            Who = who,
            ClientId = clientId,
            TradeId = client.TradeId,
            Facts = client.Facts.Settled(),
            Material = SiteMaterial.Empty,
            At = clock.GetUtcNow(),
        };
        db.Add(sheet);
        await db.SaveChangesAsync();
        return sheet;
    }

    /// <summary>Reads words and files into a new sheet, or into one that is held already.</summary>
    public async Task<HeldStart> ReadAsync(
        HeldStart? sheet,
        string words,
        IReadOnlyList<InFile> files,
        Guid? likeSite,
        Actor who,
        string? template = null,
        CancellationToken cancel = default
    )
    {
        var now = clock.GetUtcNow();
        if (sheet is null)
            db.Add(
                sheet = new HeldStart
                {
                    Who = who,
                    Facts = FactSheet.Empty,
                    Material = SiteMaterial.Empty,
                    At = now,
                }
            );
        var batch = DocumentReader.Read(files);
        var texts = batch.Texts.ToList();
        if (words.Trim().Length > 0)
            texts.Insert(0, SourceText.Of("what was typed", words));
        sheet.Words = words.Length > 20_000 ? words[..20_000] : words;
        sheet.Problems = [.. batch.Problems.Select(p => p.ToString()), .. texts.SelectMany(t => t.Notes)];
        sheet.Pictures =
        [
            .. sheet
                .Pictures.Concat(
                    batch.Pictures.Select(p => new HeldPicture(
                        p.Name,
                        p.Size.Type,
                        blobs.Put(p.Bytes).Hash,
                        p.Bytes.Length,
                        p.Size.Width,
                        p.Size.Height
                    ))
                )
                .DistinctBy(p => p.Hash)
                .Take(ClientFileService.MostFiles),
        ];
        sheet.Files = [.. sheet.Files.Concat(files.Select(f => DocumentReader.Shown(f.Name))).Distinct().Take(80)];
        if (likeSite is { } like && await db.Sites.Include(s => s.Client).FirstOrDefaultAsync(s => s.Id == like, cancel) is { } model)
        {
            sheet.LikeSiteId = like;
            sheet.TradeId = model.TradeId;
            if (model.Client.Facts["services"] is { } services)
                sheet.Facts = sheet.Facts.With(
                    "services",
                    services with
                    {
                        Source = FactSource.Guess,
                        Confirmed = false,
                        By = null,
                        At = now,
                        Earlier = null,
                    }
                );
        }
        if (template is not null && trades.Find(template) is { Base: not null })
            sheet.TradeId = template;
        if (texts.Count > 0)
        {
            var reading = FactReading.Of(texts, DateOnly.FromDateTime(now.UtcDateTime), trades);
            if (reading.Cut)
                sheet.Problems = [.. sheet.Problems, FactReading.CutSays];
            var source =
                texts.Any(t => t.Material.Pages.Length > 0) ? FactSource.OldSite
                : files.Count > 0 ? FactSource.Document
                : FactSource.Maker;
            foreach (var offer in Confirming.Of(reading, FactCatalogue.Common))
                if (sheet.Facts[offer.Fact] is null || sheet.Facts[offer.Fact] is { Confirmed: false })
                    sheet.Facts = sheet.Facts.With(
                        offer.Fact,
                        new FactEntry(offer.Value, source, offer.Confidence >= Ticked, true, who.Name, now) { Where = offer.Where }
                    );
            sheet.Material = new SiteMaterial(
                [.. sheet.Material.Pages.Concat(reading.Material.Pages)],
                [.. sheet.Material.Menu.Union(reading.Material.Menu)],
                [.. sheet.Material.Pictures.Union(reading.Material.Pictures)],
                [.. sheet.Material.Colours.Union(reading.Material.Colours)]
            );
            // The colours an old site uses most are a guess at those of the business.
            if (reading.Material.Colours is { Length: > 0 } colours && sheet.Facts["colours"] is null)
                sheet.Facts = sheet.Facts.With(
                    "colours",
                    new FactEntry(new ListValue([.. colours.Take(3)]), FactSource.OldSite, false, true, who.Name, now)
                );
            // The trade may be one that no template is there for yet; the sheet then offers the nearest.
            if (sheet.TradeId is null && reading.Trade is { } trade)
                sheet.TradeId = trade.Id;
        }
        await db.SaveChangesAsync(cancel);
        return sheet;
    }

    /// <summary>Forgets a sheet from which nothing was built.</summary>
    public Task LetGoAsync(HeldStart sheet)
    {
        db.Remove(sheet);
        return db.SaveChangesAsync();
    }

    /// <summary>Names of prospects and clients to start a site for, those to be contacted first.</summary>
    public Task<List<string>> BooksAsync() =>
        db
            .Clients.AsNoTracking()
            .Where(c => c.Standing != Standing.LetGo && c.Standing != Standing.Former)
            .OrderByDescending(c => c.NextContact != null)
            .ThenByDescending(c => c.CreatedAt)
            .Select(c => c.Name)
            .Take(MostBooks)
            .ToListAsync();

    /// <summary>Makes the site, with the old site's texts and the pictures that were read, in one transaction.</summary>
    public async Task<Site> MakeAsync(StartWish wish, Actor who)
    {
        await using var transaction = await db.JoinTransactionAsync();
        var (sheet, trade, facts) = (wish.Held, wish.Trade, wish.Facts);
        // Name and town are what the site is made of, whoever said them.
        foreach (var id in new[] { "business.name", "place" })
            facts = facts.With(id, facts[id]! with { Confirmed = true });
        var like = sheet?.LikeSiteId is { } model ? await LikeAsync(model, trade) : null;
        var wishes = new Wishes(
            wish.Action is { } a && trade.Aims.Contains(a) && a != trade.Aims[0] ? a : like?.Action,
            wish.Tone is { } t && trade.Tones.Contains(t) ? t : null,
            like?.Look,
            Size: wish.Size
        );
        // Where nobody has written the trade in that language, the site says what the client said and little else.
        if (wish.Language is { Length: > 0 } spoken)
            trade = trades.InLanguage(trade, spoken) ?? trades.Open(spoken, trade.Kind) ?? trade;
        if (trade.Open && facts["trade.words"] is null && wish.Words.Trim() is { Length: > 2 and < 80 } called)
            facts = facts.With(
                "trade.words",
                new FactEntry(new TextValue(called), FactSource.Maker, true, true, who.Name, clock.GetUtcNow())
            );
        var site =
            sheet?.ClientId is { } known && await db.Clients.FirstOrDefaultAsync(c => c.Id == known) is { } client
                ? await CreateForAsync(client, trade, facts, wishes, who, who.UserId, null)
                : await creation.CreateAsync(trade, facts, wishes, who, who.UserId);
        if (wish.Brought.Length > 0)
        {
            var with = OldTexts.BringOver(await reader.DocumentAsync(site), [.. wish.Brought]);
            await writer.EditAsync(site.Id, 1, new BringOver(with, wish.Brought.Length), who);
        }
        if (sheet is not null)
            await MadeAsync(sheet, site);
        await transaction.CommitAsync();
        return site;
    }

    private async Task<(MainAction Action, string Look)?> LikeAsync(Guid id, TradeTemplate trade)
    {
        if (await reader.FindAsync(id) is not { } site || site.TradeId != trade.Id)
            return null;
        var document = await reader.DocumentAsync(site);
        return (document.Action, document.Look.Id);
    }

    /// <summary>The sheet has become a site: its pictures are the client's from now on, not cleared yet.</summary>
    private async Task MadeAsync(HeldStart sheet, Site site)
    {
        sheet.SiteId = site.Id;
        var here = (await db.ClientFiles.Where(f => f.ClientId == site.ClientId).Select(f => f.Hash).ToListAsync()).ToHashSet();
        foreach (var p in sheet.Pictures.Where(p => here.Add(p.Hash)))
            db.Add(
                new ClientFile
                {
                    ClientId = site.ClientId,
                    Name = p.Name,
                    Type = p.Type,
                    Hash = p.Hash,
                    Length = p.Length,
                    Width = p.Width,
                    Height = p.Height,
                    At = clock.GetUtcNow(),
                }
            );
        await db.SaveChangesAsync();
    }

    /// <summary>A site for a business that is known. What the sheet says becomes its facts; a prospect becomes a client by it.</summary>
    public async Task<Site> CreateForAsync(
        Client client,
        TradeTemplate trade,
        FactSheet facts,
        Wishes wishes,
        Actor who,
        Guid? maker,
        DateOnly? due
    )
    {
        await using var transaction = await db.JoinTransactionAsync();
        if (client.IsProspect)
        {
            db.Add(
                new ClientNote
                {
                    ClientId = client.Id,
                    Text = "Became a client",
                    Who = who,
                    At = clock.GetUtcNow(),
                }
            );
            client.Standing = Standing.Active;
            (client.NextContact, client.NextStep) = (null, "");
        }
        client.TradeId ??= trade.Id;
        await db.SaveChangesAsync();
        await clientFacts.SaveFactsAsync(
            client.Id,
            client.FactsRevision,
            f => f with { Entries = facts.Entries },
            "Facts of the check sheet",
            who
        );
        var site = await creation.CreateAsync(client, trade, wishes, who, maker, due, sample: false);
        await transaction.CommitAsync();
        return site;
    }
}
