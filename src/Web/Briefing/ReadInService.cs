using System.Collections.Immutable;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Facts;
using Plurimax.Reading;
using Plurimax.Reading.Deciding;
using Plurimax.Reading.Files;
using Plurimax.Trades;

namespace Plurimax.Web.Briefing;

/// <param name="Files">How many were given, readable or not.</param>
/// <param name="Texts">How many texts were read: what was pasted and what the files hold.</param>
/// <param name="Found">Facts that wait to be confirmed, new by this.</param>
/// <param name="Pictures">How many were kept.</param>
/// <param name="Notes">What could not be read or kept, and why.</param>
public sealed record ReadIn(int Files, int Texts, int Found, int Pictures, ImmutableArray<string> Notes);

/// <summary>Reads pasted words and files of a client; what they hold waits to be confirmed.</summary>
public sealed class ReadInService(ClientFacts clientFacts, ClientFileService files, TimeProvider clock)
{
    public async Task<ReadIn> ReadAsync(
        Client client,
        TradeTemplate trade,
        string? text,
        List<InFile> given,
        Actor who,
        CancellationToken cancel = default
    )
    {
        var now = clock.GetUtcNow();
        var batch = DocumentReader.Read(given);
        // Whoever sent the pictures has not cleared them yet.
        var pictures = batch.Pictures.Select(p => new InFile(p.Name, p.Bytes));
        var refused = await files.AddAsync(client.Id, null, pictures, cleared: false, cancel: cancel);
        var texts = batch.Texts.ToList();
        if (!string.IsNullOrWhiteSpace(text))
            texts.Add(SourceText.Of("pasted text", text));
        var catalogue = TradeFacts.Of(trade);
        var reading = FactReading.Of(texts, DateOnly.FromDateTime(now.UtcDateTime));
        var offers = Confirming.Of(reading, catalogue);
        var source = texts.Exists(t => t.Material.Pages.Length > 0) ? FactSource.OldSite : FactSource.Document;
        var before = client.Facts.Waiting.Length;
        var after = await clientFacts.WaitingAsync(client.Id, f => Confirming.Add(f, offers, source, who.Name, now), cancel);
        var found = after.Waiting.Length - before;
        var notes = batch.Problems.Select(p => p.ToString()).Concat(refused).Concat(texts.SelectMany(t => t.Notes));
        if (reading.Cut)
            notes = notes.Append(FactReading.CutSays);
        else if (found == 0 && texts.Count > 0)
            notes = notes.Append("Nothing in it that is not known or waiting already.");
        return new ReadIn(given.Count, texts.Count, found, batch.Pictures.Length - refused.Count, [.. notes]);
    }
}
