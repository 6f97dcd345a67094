using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Bench;
using Plurimax.Sites;

namespace Plurimax.Data.Sites;

/// <summary>Sections to be added to a page, and those put by for all sites.</summary>
public sealed class SectionStore(PlurimaxDb db, SiteReader reader, TimeProvider clock)
{
    public Task<List<SavedSection>> ListAsync(CancellationToken cancel = default) =>
        db.SavedSections.AsNoTracking().OrderBy(s => s.Name).Take(200).ToListAsync(cancel);

    /// <summary>The sections that a page can gain, what it lacks first.</summary>
    public ImmutableArray<LibrarySection> Library(Site site, SiteDocument document, Page page)
    {
        var language = page.Language ?? document.Language;
        return SectionLibrary.For(document, page, reader.TradeIn(site, language) ?? reader.Trade(site), site.Facts);
    }

    /// <summary>Id on the library's page of a section put by.</summary>
    public static string CardId(SavedSection saved) => $"{SectionLibrary.Leaf}.saved-{saved.Id:N}";

    /// <summary>The site with one more page, on which the cards stand that are chosen from.</summary>
    /// <param name="section">The section whose layouts are shown; null shows the library of <paramref name="leaf"/>.</param>
    public async Task<SiteDocument> CardsAsync(
        Site site,
        SiteDocument document,
        string leaf,
        string? section,
        CancellationToken cancel = default
    )
    {
        if (section is not null)
            return document.FindSection(section) is { } found ? SectionLibrary.Layouts(document, found.Page, found.Section) : document;
        if (document.FindPage(leaf) is not { } page)
            return document;
        var saved = await ListAsync(cancel);
        return SectionLibrary.Shown(
            document,
            [.. Library(site, document, page).Select(l => l.Made), .. saved.Select(s => s.Section with { Id = CardId(s) })],
            page
        );
    }

    /// <returns>A message where it cannot be put by, else null.</returns>
    public async Task<string?> SaveAsync(Section section, string? name, Actor who, CancellationToken cancel = default)
    {
        var words = FactReader.Clean(name);
        if (words.Length is 0 or > SavedSection.LongestName)
            return $"Give it a name of 1 to {SavedSection.LongestName} characters.";
        if (await db.SavedSections.AnyAsync(s => s.Name == words, cancel))
            return $"There is one called “{words}”. Give this one another name.";
        db.Add(
            new SavedSection
            {
                Name = words,
                Kind = section.Content.Kind,
                Section = section.Apart(),
                Who = who,
                At = clock.GetUtcNow(),
            }
        );
        await db.SaveChangesAsync(cancel);
        return null;
    }

    /// <summary>Puts a whole page by for all sites.</summary>
    public async Task<string?> SavePageAsync(Page page, string? name, Actor who, CancellationToken cancel = default)
    {
        if (page.Sections.IsEmpty)
            return "The page has no section yet.";
        if (await SaveAsync(page.Sections[0], name, who, cancel) is { } problem)
            return problem;
        var words = FactReader.Clean(name);
        var saved = await db.SavedSections.FirstAsync(s => s.Name == words, cancel);
        (saved.Further, saved.IsPage) = ([.. page.Sections.Skip(1).Where(s => !s.Hidden).Select(s => s.Apart())], true);
        await db.SaveChangesAsync(cancel);
        return null;
    }

    /// <summary>What a passage holds now.</summary>
    public async Task<ImmutableArray<Section>> ContentAsync(SavedSection saved, CancellationToken cancel = default)
    {
        string scope = saved.Id.ToString(),
            key = SharedPassage.Key(scope);
        return SharedPassage.Read(
            await db
                .Settings.AsNoTracking()
                .Where(s => s.Layer == SettingLayer.Standard && s.Scope == scope && s.Key == key)
                .Select(s => s.Value)
                .FirstOrDefaultAsync(cancel)
        ) ?? [saved.Section, .. saved.Further];
    }

    /// <summary>Makes a value of a passage, so that sites can show it linked and a change of it can be rolled out.</summary>
    public async Task ShareAsync(SavedSection saved, Actor who, CancellationToken cancel = default)
    {
        string scope = saved.Id.ToString(),
            key = SharedPassage.Key(scope);
        if (await db.Settings.AnyAsync(s => s.Layer == SettingLayer.Standard && s.Scope == scope && s.Key == key, cancel))
            return;
        db.Add(
            new SettingValue
            {
                Layer = SettingLayer.Standard,
                Scope = scope,
                Key = key,
                Value = SharedPassage.Write([saved.Section, .. saved.Further]),
                Who = who,
                At = clock.GetUtcNow(),
            }
        );
        await db.SaveChangesAsync(cancel);
    }

    /// <returns>Why it stays, or null.</returns>
    public async Task<string?> RemoveAsync(Guid id, CancellationToken cancel = default)
    {
        var scope = id.ToString();
        var linked = System.Text.Json.JsonSerializer.Serialize(new[] { scope });
        var on = await db
            .Database.SqlQuery<int>($"select count(*)::int as \"Value\" from sites where linked @> {linked}::jsonb")
            .SingleAsync(cancel);
        if (on > 0)
            return $"It stands linked on {on} {(on == 1 ? "site" : "sites")} and stays. Part it there first.";
        await db.Settings.Where(s => s.Layer == SettingLayer.Standard && s.Scope == scope).ExecuteDeleteAsync(cancel);
        await db.SettingDrafts.Where(s => s.Layer == SettingLayer.Standard && s.Scope == scope).ExecuteDeleteAsync(cancel);
        await db.SavedSections.Where(s => s.Id == id).ExecuteDeleteAsync(cancel);
        return null;
    }
}
