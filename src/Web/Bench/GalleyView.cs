using System.Collections.Immutable;
using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Plurimax.Facts;
using Plurimax.Making.Bench;
using Plurimax.Sites;

namespace Plurimax.Web.Bench;

/// <summary>How a passage is written: a line, paragraphs, or plain words without markup, such as an address.</summary>
public enum FieldForm
{
    Line,
    Block,
    Plain,
}

/// <summary>A passage as a field of the galley.</summary>
/// <param name="Html">The manuscript; for a plain field the text itself.</param>
/// <param name="Item">Place in the section's list, or null.</param>
/// <param name="Ideal">Letters that suit the layout, "20-48"; null where any length does.</param>
public sealed record GalleyField(string Path, string Label, FieldForm Form, string Text, string Html, bool Kept, int? Item, string? Ideal)
{
    public bool IsHeading => Path == "heading" || Path.EndsWith("title", StringComparison.Ordinal) || Path == "after.heading";
}

/// <summary>A fact that can be put into a text, for the list that opens with a brace.</summary>
/// <param name="Value">What it says now; null where it is not known yet.</param>
public sealed record FactChoice(string Fact, string Name, string? Value);

/// <summary>What of a site's sections can be written in, and how it stands in the galley.</summary>
public static class GalleyView
{
    public static FieldForm FormOf(string path) =>
        path switch
        {
            "link" or "until" or CodeContent.CodePath => FieldForm.Plain,
            "heading" or "after.heading" or "link.label" => FieldForm.Line,
            _ when path.EndsWith(".title", StringComparison.Ordinal) => FieldForm.Line,
            _ => FieldForm.Block,
        };

    /// <summary>Passages a person can write in; facts and settings are changed where they live.</summary>
    public static IEnumerable<(string Path, Passage Passage)> Editable(Section s) =>
        s
            .Content.Passages()
            .Where(p =>
                (
                    !p.Passage.IsEmpty
                    || p.Path is "heading" or "link" or "link.label" or "until" or "code" && Has(s, p.Path)
                    || p.Path is "text"
                        && s.Content
                            is not (
                                VisitContent
                                or AreaContent
                                or TestimonialsContent
                                or TrustContent
                                or GalleryContent
                                or CompareContent
                                or RatingContent
                                or CodeContent
                                or QuestionsContent
                            )
                    || p.Path.StartsWith("items.", StringComparison.Ordinal)
                        && p.Path.EndsWith(".text", StringComparison.Ordinal)
                        && ItemEdit.HasOwnItems(s.Content)
                )
                && p.Passage.Choice?.StartsWith("settings.", StringComparison.Ordinal) != true
            );

    /// <summary>A heading that is not there is offered only where the section is drawn with one.</summary>
    private static bool Has(Section s, string path) =>
        path != "heading" || s.Content is not (TrustContent or BannerContent or RatingContent);

    public static ImmutableArray<GalleyField> Fields(Section s, TextEngine text, string? variant) =>
        [
            .. Editable(s)
                .Select(p =>
                {
                    var form = FormOf(p.Path);
                    return new GalleyField(
                        p.Path,
                        NameOf(p.Path),
                        form,
                        p.Passage.Text,
                        form == FieldForm.Plain ? p.Passage.Text : Manuscript.Html(p.Passage.Text, form == FieldForm.Block, ValueOf(text)),
                        p.Passage.Kept,
                        ItemOf(p.Path),
                        LengthGuides.Of(s.Content.Kind, variant, p.Path)?.ToString()
                    );
                }),
        ];

    /// <summary>What a fact says in this language, in plain words.</summary>
    public static Func<string, string?> ValueOf(TextEngine text) =>
        fact =>
            text.Has(fact) && text.Plain(new Passage($"{{{{ {fact} | {(fact == "hours" ? "hours" : "list")} }}}}")) is { Length: > 0 } value
                ? value
                : null;

    public static int? ItemOf(string path) => path.Split('.') is ["items", var n, _] ? int.Parse(n, CultureInfo.InvariantCulture) : null;

    public static string NameOf(string path) =>
        path switch
        {
            "heading" => "heading",
            "text" => "text",
            "after.heading" => "heading of what comes after",
            "after.text" => "what comes after",
            "link" => "link leads to",
            "link.label" => "words of the link",
            "until" => "takes itself off after, as 2026-12-24",
            "code" => "code, kept in a sandbox",
            _ => path.Split('.') is [_, var n, var part] ? $"{int.Parse(n, CultureInfo.InvariantCulture) + 1}: {part}" : path,
        };

    /// <summary>Changes whenever the section would stand differently in the galley.</summary>
    public static string Version(Section s, int place) =>
        Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes($"{place}|{JsonSerializer.Serialize(s, SiteDocument.Json)}")))[
            ..12
        ];

    /// <summary>The facts that can stand in a text, those that are known first.</summary>
    public static ImmutableArray<FactChoice> Facts(TextEngine text, IEnumerable<FactDefinition> catalogue)
    {
        var value = ValueOf(text);
        return
        [
            .. catalogue
                .Where(d =>
                    !FactCatalogue.Private.Contains(d.Id)
                    && d.Shape is not (FactShape.YesNo or FactShape.Prices or FactShape.Testimonials or FactShape.Timetable)
                )
                .SelectMany(d => FactChip.PartsOf(d.Id))
                .Distinct()
                .Select(f => new FactChoice(f, FactChip.NameOf(f), value(f)))
                .OrderBy(f => f.Value is null),
        ];
    }
}
