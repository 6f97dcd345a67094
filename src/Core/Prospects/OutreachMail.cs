using Plurimax.Core.Facts;
using Plurimax.Core.Rendering;

namespace Plurimax.Core.Prospects;

/// <summary>A mail to a prospect out of the agency's template.</summary>
public static class OutreachMail
{
    public const string DefaultSubject = "A sample site for {{ business.name }}";

    public const string DefaultBody = """
        Hello{% if contact_person %} {{ contact_person }}{% elsif owner.name %} {{ owner.name }}{% endif %},

        we are {{ agency.name }} and make websites for small businesses. For {{ business.name }} we made a sample, so that you can see what a site of your own could look like{% if place.town %} in {{ place.town }}{% endif %}:

        {{ sample.link }}
        {% if rating.value %}
        {{ rating.value }} from {{ rating.count }} reviews is something a site should show.
        {% endif %}
        Nobody sees the sample but whoever holds this link. It goes away by itself on {{ sample.until }}. If you would rather have it gone at once, there is a button for that on the page.

        {{ agency.maker }}
        {{ agency.name }}
        """;

    /// <summary>Fills the template; placeholders without a fact leave nothing behind.</summary>
    /// <param name="link">The private link, or a stand-in while the mail is only shown.</param>
    public static (string Subject, string Body) Fill(string subject, string body, FactSheet facts, string agency, string maker, string link, DateOnly until)
    {
        var tree = FactTree.Build(facts, everything: true);
        tree["agency"] = new Dictionary<string, object> { ["name"] = agency, ["maker"] = maker };
        tree["sample"] = new Dictionary<string, object> { ["link"] = link, ["until"] = until.ToString("d MMMM yyyy", System.Globalization.CultureInfo.InvariantCulture) };
        var engine = new TextEngine(tree, new Dictionary<string, string>(), new Dictionary<string, string>(), SiteWords.For("en"));
        return (FactReader.Clean(engine.Letter(subject)), Tidy(engine.Letter(body)));
    }

    /// <summary>No more than one empty line in a row, none at either end.</summary>
    private static string Tidy(string text)
    {
        var lines = text.ReplaceLineEndings("\n").Split('\n').Select(l => l.TrimEnd()).ToList();
        return string.Join('\n', lines.Where((l, i) => l.Length > 0 || (i > 0 && lines[i - 1].Length > 0))).Trim();
    }
}
