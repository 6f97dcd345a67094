using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Sites;

namespace Plurimax.Web.Standards;

/// <summary>What somebody typed into a passage that stands on many sites.</summary>
/// <param name="Texts">By "SECTION/PATH".</param>
/// <param name="Prices">Lines of the price list, where it is one.</param>
/// <param name="Add">The number of the section that gets one more entry.</param>
/// <param name="Drop">"SECTION/ENTRY" of the entry that goes.</param>
public sealed record PassageWish(IReadOnlyDictionary<string, string> Texts, string? Prices, string? Add, string? Drop);

/// <summary>Other words for a passage.</summary>
public static class PassageEdit
{
    /// <param name="problems">What cannot stand, by the name of its field.</param>
    /// <returns>The sections as they would be; of what cannot stand they hold what was typed.</returns>
    public static ImmutableArray<Section> Of(OpenPassage open, PassageWish wish, Dictionary<string, string> problems)
    {
        var made = open.Now;
        foreach (var f in open.Fields)
        {
            var key = $"{f.Section}/{f.Path}";
            var typed = wish.Texts.GetValueOrDefault(key)?.ReplaceLineEndings("\n").Trim() ?? f.Text;
            if (Fault(typed) is { } fault)
                problems[key] = fault;
            if (typed == f.Text)
                continue;
            if (made[f.Section].Content.With(f.Path, p => p with { Text = typed, Kept = true, Needs = default }) is { } content)
                made = made.SetItem(f.Section, made[f.Section] with { Content = content });
        }
        if (open.Prices is not null && made[0].Content is PricesContent list)
        {
            var read = FactReader.Read(FactCatalogue.Common.First(d => d.Id == "prices"), wish.Prices ?? "", "GB");
            if (!read.Ok && wish.Prices?.Trim().Length > 0)
                problems["prices"] = read.Problem!;
            else
                made = made.SetItem(0, made[0] with { Content = list with { Own = read.Value is PricesValue v ? v.Lines : default } });
        }
        return Dropped(Added(made, wish.Add), wish.Drop);
    }

    private static string? Fault(string typed)
    {
        if (TextEngine.Fault(typed) is { } fault)
            return fault;
        if (KnownFacts.Unknown(typed).FirstOrDefault() is { } unknown)
            return $"“{unknown}” is no fact. Choose one from the list.";
        return typed.Length > SetText.Longest ? $"That is {typed.Length:N0} characters; up to {SetText.Longest:N0} fit." : null;
    }

    private static ImmutableArray<Section> Added(ImmutableArray<Section> made, string? add)
    {
        if (!int.TryParse(add, out var at) || at < 0 || at >= made.Length || made[at].Content.Items.Length >= ItemEdit.Most)
            return made;
        var entry = new SectionItem(
            $"n{Guid.NewGuid():N}"[..8],
            new Passage("A question?", Kept: true),
            new Passage("Write the answer here.", Kept: true)
        );
        return WithItems(made, at, made[at].Content.Items.Add(entry));
    }

    private static ImmutableArray<Section> Dropped(ImmutableArray<Section> made, string? drop) =>
        drop?.Split('/') is [var section, var item]
        && int.TryParse(section, out var s)
        && int.TryParse(item, out var i)
        && s >= 0
        && s < made.Length
        && i >= 0
        && i < made[s].Content.Items.Length
            ? WithItems(made, s, made[s].Content.Items.RemoveAt(i))
            : made;

    private static ImmutableArray<Section> WithItems(ImmutableArray<Section> made, int at, ImmutableArray<SectionItem> items) =>
        made.SetItem(at, made[at] with { Content = made[at].Content with { Items = items } });
}
