using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Data.Standards;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Reading;
using Plurimax.Reading.Deciding;
using Plurimax.Reading.Finders;
using Plurimax.Trades;
using Plurimax.Web.Mail;
using Plurimax.Web.Shared;
using Plurimax.Work.Briefing;
using Plurimax.Work.Line;

namespace Plurimax.Web.Briefing;

/// <summary>Sends clients their private form and takes their answers.</summary>
public sealed class IntakeService(
    PlurimaxDb db,
    ClientLetters letters,
    SiteStations stations,
    PrivateLinks links,
    ClientFacts clientFacts,
    SettingsReader settingsReader,
    TradeCatalogue trades,
    TimeProvider clock,
    OutboxSignal signal
)
{
    public const int MostQuestions = 14;

    /// <summary>What the form would ask: what was marked for the client, then what the trade needs most, without what is known.</summary>
    /// <param name="rights">After the handoff: only what the client may change is asked, known or not.</param>
    public static ImmutableArray<string> QuestionsFor(FactSheet facts, TradeTemplate trade, ClientRights? rights = null)
    {
        if (rights is not null)
            return
            [
                .. rights
                    .Facts(TradeFacts.Of(trade))
                    .Where(d => d.ForClient)
                    .OrderByDescending(d => facts[d.Id] is not null)
                    .Take(MostQuestions)
                    .Select(d => d.Id),
            ];
        var catalogue = TradeFacts.Of(trade);
        var asked = catalogue.Where(d => facts.Marks.TryGetValue(d.Id, out var m) && m == FactMark.AskedClient).ToList();
        var open = Readiness
            .Of(facts, trade)
            .Questions.Where(q => q.Fact.ForClient && !asked.Contains(q.Fact) && facts[q.Fact.Id] is not { Confirmed: true })
            .Select(q => q.Fact);
        return [.. asked.Concat(open).Take(MostQuestions).Select(d => d.Id)];
    }

    /// <summary>Makes a link of 256 random bits, of which only the hash is stored, and mails it. An earlier link ends.</summary>
    public async Task<(Intake Intake, string Token)> SendAsync(
        Site site,
        Actor who,
        string origin,
        string? to,
        string? language = null,
        CancellationToken cancel = default
    )
    {
        var (token, hash) = LinkToken.New();
        var now = clock.GetUtcNow();
        var words = FormWords.For(language ?? FormWords.Of(site.Client.Facts));
        await links.EndAsync<Intake>(site.Id, cancel);
        var intake = new Intake
        {
            SiteId = site.Id,
            TokenHash = hash,
            Questions = QuestionsFor(site.Client.Facts, trades[site.TradeId], await RightsAsync(site, cancel)),
            Language = words.Language,
            Who = who,
            CreatedAt = now,
        };
        db.Add(intake);
        if (to is not null)
            db.Add(
                await letters.LetterAsync(
                    site,
                    to,
                    words["mail.subject"],
                    words["mail.body", site.Client.Name, $"{origin}/answers/{token}", who.FirstName],
                    now,
                    cancel
                )
            );
        stations.Wait(site, Party.Client, who);
        stations.Note(site, $"Questions sent to {(to ?? "the client")}", who);
        await db.SaveChangesAsync(cancel);
        signal.Raise();
        return (intake, token);
    }

    /// <summary>A new link by mail, since the old one is not stored; the answers so far go with it.</summary>
    public async Task RemindAsync(Site site, Intake intake, Actor who, string origin, string to, CancellationToken cancel = default)
    {
        var (token, hash) = LinkToken.New();
        var now = clock.GetUtcNow();
        intake.TokenHash = hash;
        intake.RemindedAt = now;
        var left = intake.Questions.Count(q => intake.Typed.GetValueOrDefault(q, "").Length == 0);
        var words = FormWords.For(intake.Language);
        db.Add(
            await letters.LetterAsync(
                site,
                to,
                words["mail.again"],
                words["mail.againbody", left, intake.Questions.Length, $"{origin}/answers/{token}", who.FirstName],
                now,
                cancel
            )
        );
        stations.Note(site, "Reminded the client of the questions", who);
        await db.SaveChangesAsync(cancel);
        signal.Raise();
    }

    public Task<Intake?> CurrentAsync(Guid siteId) =>
        db.Intakes.Where(i => i.SiteId == siteId).OrderByDescending(i => i.CreatedAt).FirstOrDefaultAsync();

    /// <summary>
    /// Keeps what was typed. What can be read waits on the fact sheet to be confirmed; it takes the place of this form's earlier answer.
    /// </summary>
    /// <returns>What is wrong with it, or null.</returns>
    public async Task<string?> AnswerAsync(Intake intake, string fact, string typed, CancellationToken cancel = default)
    {
        if (!intake.Questions.Contains(fact))
            return "That is not one of the questions.";
        if (await RightsAsync(intake.Site, cancel) is { } rights && !rights.MayFact(fact))
            return "This is looked after by the agency now. Write to them to have it changed.";
        if (typed.Length > 8_000)
            return $"That is {typed.Length:N0} characters; up to 8,000 fit.";
        var definition = TradeFacts.Of(trades[intake.Site.TradeId]).First(d => d.Id == fact);
        var now = clock.GetUtcNow();
        // Read before anything is held: whatever was typed, nobody waits for it.
        var country = intake.Site.Client.Facts.Country;
        object? raw =
            definition.Shape == FactShape.Address && intake.Site.Client.Facts.Any<AddressValue>("place") is { } place
                ? AddressOf(typed, place)
                : typed;
        var value =
            typed.Trim().Length == 0
                ? (Result: default(FactValue), Problem: (string?)null)
                : Read(definition, raw, typed, country, DateOnly.FromDateTime(now.UtcDateTime));
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        // Two tabs or a slow phone: the row is read afresh, so that no other answer is lost.
        await db.Database.ExecuteSqlAsync($"select 1 from intakes where id = {intake.Id} for update", cancel);
        await db.Entry(intake).ReloadAsync(cancel);
        intake.Typed = typed.Length == 0 ? intake.Typed.Remove(fact) : intake.Typed.SetItem(fact, typed);
        intake.LastAnswerAt = now;
        await clientFacts.WaitingAsync(
            intake.Site.ClientId,
            sheet =>
            {
                var by = $"intake {intake.Id:N}";
                var without = sheet with { Waiting = sheet.Waiting.RemoveAll(w => w.Fact == fact && w.By == by) };
                return value.Result is null
                    ? without
                    : Confirming.Add(
                        without,
                        [new Offer(fact, value.Result, .95, new Snippet("the client's form", 0, "", Short(typed), ""))],
                        FactSource.Client,
                        by,
                        now
                    );
            },
            cancel
        );
        await transaction.CommitAsync(cancel);
        return value.Problem;
    }

    /// <summary>
    /// What the client may change alone once the site is handed over; null before, while everything goes through a maker.
    /// </summary>
    public async Task<ClientRights?> RightsAsync(Site site, CancellationToken cancel = default)
    {
        if (site.Station < Station.Handoff)
            return null;
        var settings = await settingsReader.OfAsync(site, cancel);
        return ClientRights.Of(key => settings[key]);
    }

    private static (FactValue? Result, string? Problem) Read(FactDefinition d, object? raw, string typed, string country, DateOnly today)
    {
        var read = FactReader.Read(d, raw, country);
        if (read.Ok)
            return (read.Value, null);
        // People write as they speak; what the strict form refuses is read like a document.
        var reading = FactReading.Of(
            [
                SourceText.Of(
                    "the client's form",
                    d.Shape == FactShape.Hours ? $"Opening hours:\n{typed}"
                        : d.Shape == FactShape.Prices ? $"Prices\n{typed}"
                        : typed
                ),
            ],
            today
        );
        var offer = Confirming.Of(reading, FactCatalogue.Common).FirstOrDefault(o => o.Fact == d.Id);
        return offer is not null ? (offer.Value, null) : (null, read.Problem);
    }

    private static Dictionary<string, object?> AddressOf(string typed, AddressValue known)
    {
        var read = AddressFinder.InLine(typed);
        return read is not null
            ? new()
            {
                ["street"] = read.Street,
                ["town"] = read.Town,
                ["postcode"] = read.Postcode,
                ["region"] = read.Region,
                ["country"] = read.Country,
            }
            : new()
            {
                ["street"] = typed.Split(['\n', ','])[0].Trim() is var first && first != known.Town ? first : null,
                ["town"] = known.Town,
                ["country"] = known.Country,
            };
    }

    private static string Short(string s) => s.Length > 120 ? s[..119] + "…" : s;

    /// <summary>The client says that this is all for now: the maker is told, and the site waits for us.</summary>
    public async Task HandInAsync(Intake intake, CancellationToken cancel = default)
    {
        var now = clock.GetUtcNow();
        intake.SentAt = now;
        var site = intake.Site;
        var answered = intake.Questions.Count(q => intake.Typed.GetValueOrDefault(q, "").Length > 0);
        stations.Wait(site, Party.Us, Actor.Client(site.Client.Name));
        stations.Note(site, $"The client answered {answered} of {intake.Questions.Length} questions", Actor.Client(site.Client.Name));
        if (site.Maker?.Email is { } to)
            db.Add(
                OutboxMail.About(
                    site.Id,
                    to,
                    $"{site.Client.Name}: {answered} answers to confirm",
                    $"{site.Client.Name} has answered {answered} of {intake.Questions.Length} questions.\nThey wait on the Brief to "
                        + $"be confirmed.\n",
                    now
                )
            );
        await db.SaveChangesAsync(cancel);
        signal.Raise();
    }
}
