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

    /// <summary>Documents of one upload of a client that are read; whoever sends more sends photographs of pages.</summary>
    private const int MostDocuments = 8;

    /// <summary>
    /// Documents that a client sent with a form: what they hold waits for the yes of a maker, as the answers do. Pictures are left to
    /// <see cref="ClientFileService"/>.
    /// </summary>
    /// <returns>How many facts wait, new by this.</returns>
    public async Task<int> ReadSentAsync(Client client, TradeTemplate trade, IEnumerable<InFile> sent, CancellationToken cancel = default)
    {
        var documents = sent.Where(f => FileKinds.Promised(f.Name) is FileKind.Pdf or FileKind.Docx)
            .Where(f => f.Bytes.Length <= ClientFileService.LargestFile)
            .Take(MostDocuments)
            .ToList();
        var texts = DocumentReader.Read(documents).Texts;
        if (texts.IsEmpty)
            return 0;
        var now = clock.GetUtcNow();
        var offers = Confirming.Of(FactReading.Of(texts, DateOnly.FromDateTime(now.UtcDateTime)), TradeFacts.Of(trade));
        var before = 0;
        var after = await clientFacts.WaitingAsync(
            client.Id,
            f =>
            {
                before = f.Waiting.Length;
                return Confirming.Add(f, offers, FactSource.Client, client.Name, now);
            },
            cancel
        );
        return after.Waiting.Length - before;
    }
}
