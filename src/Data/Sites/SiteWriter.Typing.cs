using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Making.Settings;
using Plurimax.Sites;

namespace Plurimax.Data.Sites;

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

/// <summary>Saves while somebody types.</summary>
public sealed partial class SiteWriter
{
    /// <summary>How long a pause ends a stretch of typing, which is undone as one.</summary>
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(4);

    /// <summary>
    /// Saves a passage as it is typed. What others did to other passages meanwhile stands; where somebody changed this one since
    /// <paramref name="was"/> was read,
    /// nothing is changed and their text comes back. Saves in one stretch of typing are one revision.
    /// </summary>
    /// <param name="was">The text that the writer began with.</param>
    /// <param name="tried">Texts that the same writer sent and had no answer for: a save whose answer was lost is no change of somebody
    /// else's.</param>
    /// <param name="evenSo">Put it in over what somebody else wrote.</param>
    public async Task<TypeOutcome> TypeAsync(
        Guid siteId,
        string section,
        string path,
        string was,
        string text,
        Actor who,
        bool evenSo = false,
        IReadOnlyCollection<string>? tried = null,
        CancellationToken cancel = default
    )
    {
        for (var tries = 0; ; tries++)
        {
            var (site, head) = await reader.HeadAsync(siteId, cancel);
            var document = await reader.FilledAsync(head.Document, cancel);
            var there = document.FindSection(section)?.Section.Content.Passages().FirstOrDefault(p => p.Path == path).Passage;
            if (there is not null && there.Text == text)
                return new TypeOutcome(site, document);
            if (there is not null && !evenSo && there.Text != was && tried?.Contains(there.Text) != true)
            {
                var theirs = await db
                    .Revisions.AsNoTracking()
                    .Where(r => r.SiteId == siteId && (r.Touched == null || r.Touched == section && (r.Typed == null || r.Typed == path)))
                    .OrderByDescending(r => r.Number)
                    .Select(r => new { r.Who, r.At })
                    .FirstOrDefaultAsync(cancel);
                return new TypeOutcome(site, document)
                {
                    Theirs = there.Text,
                    By = (theirs?.Who ?? head.Who).Name,
                    At = theirs?.At ?? head.At,
                };
            }
            var edit = new SetText(section, path, text);
            var result = edit.Apply(document);
            if (!result.Ok)
                return new TypeOutcome(site, document) { Problem = result.Problem };
            var goesOn =
                head.Typed == path
                && head.Touched == section
                && head.Who.Is(who)
                && head.Name is null
                && head.Parent is not null
                && Now - head.At < Pause
                && !await HeldAsync(head, cancel);
            var made = SharedPassage.Own(document, result.Value!);
            if (await revisions.SaveAsync(site, made, edit.Say(document), section, who, cancel, path, goesOn ? head : null) is { } number)
            {
                (site.Head, site.LastRevision) = (number, number);
                return new TypeOutcome(site, made);
            }
            if (tries > 8)
                return new TypeOutcome(site, document)
                {
                    Problem = "Several people are saving at once. Try again in a moment; your text is still here.",
                };
        }
    }

    /// <summary>Whether something refers to a revision, so that it must stay: a proof, a release, or a revision made from it.</summary>
    private Task<bool> HeldAsync(SiteRevision r, CancellationToken cancel) =>
        db
            .Sites.Where(s => s.Id == r.SiteId)
            .Select(s =>
                db.Revisions.Any(x => x.SiteId == s.Id && x.Parent == r.Number)
                || db.Proofs.Any(p => p.SiteId == s.Id && p.Revision == r.Number)
                || db.Releases.Any(p => p.SiteId == s.Id && p.Revision == r.Number)
            )
            .FirstAsync(cancel);
}
