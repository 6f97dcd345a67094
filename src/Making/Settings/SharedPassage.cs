using System.Collections.Immutable;
using System.Text.Json;
using Plurimax.Sites;

namespace Plurimax.Making.Settings;

/// <summary>
/// Sections, question sets, price lists and pages that are written once and stand linked on many sites. Their content is a value like any
/// setting, by the key
/// "passage:ID", so that a change of one has an impact and a roll-out as any other. A site holds a copy of what it was when it was linked.
/// </summary>
public static class SharedPassage
{
    public const string Prefix = "passage:";

    public static string Key(string id) => Prefix + id;

    public static string Write(ImmutableArray<Section> sections) => JsonSerializer.Serialize(sections, SiteDocument.Json);

    /// <returns>Null where it is none.</returns>
    public static ImmutableArray<Section>? Read(string? json)
    {
        try
        {
            return json is null ? null
                : JsonSerializer.Deserialize<ImmutableArray<Section>>(json, SiteDocument.Json) is { IsDefaultOrEmpty: false } s ? s
                : null;
        }
        catch (JsonException)
        {
            return null;
        }
    }

    /// <summary>Ids of what stands linked on a site.</summary>
    public static IEnumerable<string> Of(SiteDocument site) =>
        site.Pages.SelectMany(p => p.Sections.Select(s => s.Linked).Append(p.Linked)).OfType<string>().Distinct();

    /// <summary>
    /// The site with all that is linked as it is now. What was written on the site itself is not linked any more and stays.
    /// </summary>
    public static SiteDocument Fill(SiteDocument site, Func<string, string?> value)
    {
        if (!site.Pages.Any(p => p.Linked is not null || p.Sections.Any(s => s.Linked is not null)))
            return site;
        return site with
        {
            Pages =
            [
                .. site.Pages.Select(p =>
                    p.Linked is { } whole && Read(value(Key(whole))) is { } sections ? p with { Sections = Placed(p, sections) }
                    : p.Sections.Any(s => s.Linked is not null)
                        ? p with
                        {
                            Sections =
                            [
                                .. p.Sections.Select(s =>
                                    s.Linked is { } id && Read(value(Key(id))) is { } now
                                        ? s with
                                        {
                                            Content = now[0].Content,
                                            Own = now[0].Own,
                                        }
                                        : s
                                ),
                            ],
                        }
                    : p
                ),
            ],
        };
    }

    /// <summary>Sections with ids of the page they stand on.</summary>
    public static ImmutableArray<Section> Placed(Page page, ImmutableArray<Section> sections) =>
        [.. sections.Select((s, i) => s with { Id = $"{page.Id}.shared-{i + 1}", Linked = null })];

    /// <summary>After an edit: what was linked and reads otherwise than before belongs to the site from then on.</summary>
    public static SiteDocument Own(SiteDocument before, SiteDocument after)
    {
        if (!after.Pages.Any(p => p.Linked is not null || p.Sections.Any(s => s.Linked is not null)))
            return after;
        string Text(Section s) => JsonSerializer.Serialize(new Section("", s.Content) { Own = s.Own }, SiteDocument.Json);
        bool Changed(Section s) => before.FindSection(s.Id) is { } was && Text(was.Section) != Text(s);
        return after with
        {
            Pages =
            [
                .. after.Pages.Select(p =>
                {
                    if (
                        p.Linked is not null
                        && before.FindPage(p.Id) is { } was
                        && (!was.Sections.Select(s => s.Id).SequenceEqual(p.Sections.Select(s => s.Id)) || p.Sections.Any(Changed))
                    )
                        p = p with { Linked = null };
                    return p.Sections.Any(s => s.Linked is not null && Changed(s))
                        ? p with
                        {
                            Sections =
                            [
                                .. p.Sections.Select(s =>
                                    s.Linked is not null && Changed(s) ? s with { Linked = null, Parted = s.Linked } : s
                                ),
                            ],
                        }
                        : p;
                }),
            ],
        };
    }
}
