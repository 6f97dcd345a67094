using System.Collections.Immutable;
using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Data.Standards;
using Plurimax.Making.Settings;
using Plurimax.Sites;

namespace Plurimax.Web.Standards;

/// <param name="Linked">On how many sites it stands.</param>
public sealed record PassageRow(Guid Id, string Name, string Kind, int Linked, bool InHand);

/// <summary>One text of a passage, to be changed for all.</summary>
public sealed record PassageField(int Section, string Path, string Label, string Text);

/// <param name="Now">Its sections as they are in hand, else as they were saved.</param>
/// <param name="Prices">Its price list as lines to be typed; null where it is none.</param>
/// <param name="On">Sites on which it stands.</param>
public sealed record OpenPassage(
    SavedSection Saved,
    SettingDraft? Draft,
    ImmutableArray<Section> Now,
    ImmutableArray<PassageField> Fields,
    string? Prices,
    List<SiteName> On
);

/// <summary>Sections, question sets, price lists and pages that stand on many sites.</summary>
public sealed class PassageReader(PlurimaxDb db, StandardStore standardStore, SectionStore sections)
{
    public async Task<List<PassageRow>> ListAsync(CancellationToken cancel = default)
    {
        var saved = await db.SavedSections.AsNoTracking().OrderBy(s => s.Name).ToListAsync(cancel);
        var inHand = (
            await db
                .SettingDrafts.Where(d => d.Layer == SettingLayer.Standard && d.Key.StartsWith(SharedPassage.Prefix))
                .Select(d => d.Scope)
                .ToListAsync(cancel)
        ).ToHashSet();
        var linked = (await db.Sites.AsNoTracking().Where(s => !s.IsSample).Select(s => s.Linked).ToListAsync(cancel))
            .SelectMany(l => l)
            .CountBy(l => l)
            .ToDictionary();
        return saved.ConvertAll(s => new PassageRow(
            s.Id,
            s.Name,
            s.IsPage ? "page" : SectionKinds.Named(s.Kind)?.Label ?? s.Kind,
            linked.GetValueOrDefault(s.Id.ToString()),
            inHand.Contains(s.Id.ToString())
        ));
    }

    public async Task<OpenPassage?> OpenAsync(Guid id, CancellationToken cancel = default)
    {
        if (await db.SavedSections.AsNoTracking().FirstOrDefaultAsync(s => s.Id == id, cancel) is not { } saved)
            return null;
        var place = SharedScope.Standard(id);
        var draft = (await standardStore.DraftsAsync(place, cancel)).FirstOrDefault();
        var now = SharedPassage.Read(draft?.Value) ?? await sections.ContentAsync(saved, cancel);
        var on = await (await standardStore.FollowersAsync(place, cancel))
            .OrderBy(s => s.Client.Name)
            .Select(s => new SiteName(s.Id, s.Client.Name))
            .ToListAsync(cancel);
        var prices = now is [{ Content: PricesContent list }] ? Lines(list) : null;
        return new OpenPassage(saved, draft, now, [.. now.SelectMany((s, i) => FieldsOf(s, i, now.Length > 1))], prices, on);
    }

    /// <summary>Texts that can be typed: those with words, and headings and texts that are still empty.</summary>
    private static IEnumerable<PassageField> FieldsOf(Section section, int index, bool named)
    {
        var before = named ? $"{SectionKinds.Of(section.Content).Label}: " : "";
        return section
            .Content.Passages()
            .Where(p => p.Path != CodeContent.CodePath && (p.Passage.Text.Length > 0 || p.Path is "heading" or "text"))
            .Select(p => new PassageField(index, p.Path, before + Said(p.Path), p.Passage.Text));
    }

    private static string Lines(PricesContent prices) => string.Join('\n', prices.Rows.Select(Line));

    private static string Line(Facts.PriceLine l)
    {
        var amount = l.Amount is { } a ? (l.From ? "from " : "") + a.ToString("0.##", CultureInfo.InvariantCulture) : "";
        return $"{l.Service} | {amount} | {l.Note}".TrimEnd(' ', '|');
    }

    private static string Said(string path) =>
        path.Split('.') switch
        {
            ["items", var n, var what] when int.TryParse(n, out var i) => $"{(what == "title" ? "Title" : "Text")} {i + 1}",
            ["heading"] => "Heading",
            ["text"] => "Text",
            _ => path.Replace('.', ' '),
        };
}
