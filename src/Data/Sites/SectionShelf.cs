using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Core.Galleys;
using Plurimax.Core.Sites;

namespace Plurimax.Data.Sites;

/// <summary>A section put by for all sites of the agency. What it says of a firm are placeholders, so that it fits any.</summary>
public sealed class SavedSection
{
    public const int LongestName = 60;
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public required string Name { get; set; }
    public required string Kind { get; set; }
    public required Section Section { get; set; }
    public required string Who { get; set; }
    public DateTimeOffset At { get; set; }
}

/// <summary>Sections to be added to a page, and those put by for all sites.</summary>
public sealed class SectionShelf(PlurimaxDb db, SiteStore store)
{
    public Task<List<SavedSection>> ListAsync(CancellationToken cancel = default) => db.SavedSections.AsNoTracking().OrderBy(s => s.Name).Take(200).ToListAsync(cancel);

    /// <summary>The sections that a page can gain, what it lacks first.</summary>
    public ImmutableArray<LibrarySection> Library(Site site, SiteDocument document, Page page)
    {
        var language = page.Language ?? document.Language;
        return SectionLibrary.For(document, page, store.TradeIn(site, language) ?? store.Trade(site), site.Facts);
    }

    /// <summary>Id on the library's page of a section put by.</summary>
    public static string CardId(SavedSection saved) => $"{SectionLibrary.Leaf}.saved-{saved.Id:N}";

    /// <summary>The site with one more page, on which the cards stand that are chosen from.</summary>
    /// <param name="section">The section whose layouts are shown; null shows the library of <paramref name="leaf"/>.</param>
    public async Task<SiteDocument> CardsAsync(Site site, SiteDocument document, string leaf, string? section, CancellationToken cancel = default)
    {
        if (section is not null) return document.FindSection(section) is { } found ? SectionLibrary.Layouts(document, found.Page, found.Section) : document;
        if (document.FindPage(leaf) is not { } page) return document;
        var saved = await ListAsync(cancel);
        return SectionLibrary.Shown(document, [.. Library(site, document, page).Select(l => l.Made), .. saved.Select(s => s.Section with { Id = CardId(s) })], page);
    }

    /// <returns>A message where it cannot be put by, else null.</returns>
    public async Task<string?> SaveAsync(Section section, string? name, string who, CancellationToken cancel = default)
    {
        var words = Core.Facts.FactReader.Clean(name);
        if (words.Length is 0 or > SavedSection.LongestName) return $"Give it a name of 1 to {SavedSection.LongestName} characters.";
        if (await db.SavedSections.AnyAsync(s => s.Name == words, cancel)) return $"There is one called “{words}”. Give this one another name.";
        db.Add(new SavedSection { Name = words, Kind = section.Content.Kind, Section = section.Apart(), Who = who, At = store.Now });
        await db.SaveChangesAsync(cancel);
        return null;
    }

    public Task<int> RemoveAsync(Guid id, CancellationToken cancel = default) => db.SavedSections.Where(s => s.Id == id).ExecuteDeleteAsync(cancel);
}
