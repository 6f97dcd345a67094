using Plurimax.Facts;
using Plurimax.Sites;

namespace Plurimax.Work.Prospects;

/// <summary>A mail to a prospect out of the agency's template.</summary>
public static class OutreachMail
{
    /// <summary>Fills the template; placeholders without a fact leave nothing behind.</summary>
    /// <param name="link">The private link, or a stand-in while the mail is only shown.</param>
    public static (string Subject, string Body) Fill(
        string subject,
        string body,
        FactSheet facts,
        string agency,
        string maker,
        string link,
        DateOnly until
    )
    {
        var tree = FactTree.Build(facts, everything: true);
        tree["agency"] = new Dictionary<string, object> { ["name"] = agency, ["maker"] = maker };
        tree["sample"] = new Dictionary<string, object>
        {
            ["link"] = link,
            ["until"] = until.ToString("d MMMM yyyy", System.Globalization.CultureInfo.InvariantCulture),
        };
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
