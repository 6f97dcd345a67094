using AngleSharp.Html.Dom;
using AngleSharp.Html.Parser;

namespace Plurimax.Text;

/// <summary>
/// HTML that somebody sent. The parser bounds how deep elements lie in one another (512, as browsers do); building the tree of a page that
/// wants them deeper takes time by the square of its depth, so that time is bounded too.
/// </summary>
public static class ForeignHtml
{
    private static readonly TimeSpan Longest = TimeSpan.FromSeconds(2);

    /// <param name="budget">Asked with every token; null gives two seconds of processor time.</param>
    /// <exception cref="OperationCanceledException">The budget is spent.</exception>
    public static IHtmlDocument Parse(string html, WorkBudget? budget = null)
    {
        budget ??= new WorkBudget(Longest);
        return new HtmlParser(new HtmlParserOptions { IsScripting = false, OnToken = (_, _) => budget.Check() }).ParseDocument(html);
    }
}
