using System.Net;
using System.Text;
using AngleSharp.Dom;
using AngleSharp.Html.Parser;
using Markdig;

namespace Plurimax.Sites;

/// <summary>
/// A passage as a manuscript: HTML in which a person can write, with facts as chips. <see cref="ManuscriptReader"/> makes the passage out
/// of it again.
/// Tags: p, h3, h4, ul, ol, li, blockquote, strong, em, a, code, br; a chip is a span with the placeholder in data-t.
/// </summary>
public static class Manuscript
{
    private const char First = '\uE100';
    private static readonly HtmlParser Parser = new();

    /// <param name="block">With paragraphs and lists; otherwise one line.</param>
    /// <param name="value">What a fact says now, for the chip's title; null where it is not known.</param>
    public static string Html(string text, bool block, Func<string, string?>? value = null)
    {
        if (text.Length == 0)
            return "";
        var tokens = new List<string>();
        var b = new StringBuilder();
        foreach (var (run, placeholder) in FactChip.Split(text))
            if (placeholder && tokens.Count < 0x700)
            {
                b.Append((char)(First + tokens.Count));
                tokens.Add(run);
            }
            else
                foreach (var c in run)
                    b.Append(c is >= First and < (char)0xF8FF ? '\uFFFD' : c);
        var source = block ? b.ToString() : b.ToString().ReplaceLineEndings(" ");
        var body = Parser.ParseDocument(Markdown.ToHtml(source, TextEngine.Markdown)).Body!;
        var html = new StringBuilder();
        foreach (var node in body.ChildNodes)
            Write(node, block, tokens, value, html);
        return html.ToString().Trim();
    }

    private static void Write(INode node, bool block, List<string> tokens, Func<string, string?>? value, StringBuilder html)
    {
        if (node is IText text)
        {
            foreach (var c in text.Data)
                if (c >= First && c - First < tokens.Count)
                    Chip(tokens[c - First], value, html);
                else
                    html.Append(c == '\n' ? " " : Plurimax.Text.Html.Encode(c.ToString()));
            return;
        }
        if (node is not IElement e)
            return;
        var tag = e.LocalName switch
        {
            "h1" or "h2" or "h3" => "h3",
            "h4" or "h5" or "h6" => "h4",
            var t => t,
        };
        var inline = tag is "strong" or "em" or "a" or "code" or "br";
        if (!inline && (!block || tag is not ("p" or "h3" or "h4" or "ul" or "ol" or "li" or "blockquote")))
        {
            foreach (var child in e.ChildNodes)
                Write(child, block, tokens, value, html);
            return;
        }
        if (tag == "br")
        {
            html.Append("<br>");
            return;
        }
        html.Append('<').Append(tag);
        if (tag == "a")
            html.Append($" href=\"{Plurimax.Text.Html.Encode(Sourced(e.GetAttribute("href") ?? "", tokens))}\"");
        html.Append('>');
        foreach (var child in e.ChildNodes)
            Write(child, block, tokens, value, html);
        html.Append("</").Append(tag).Append('>');
    }

    /// <summary>An address with its placeholders as they were written. Markdown percent-encodes what is not ASCII.</summary>
    private static string Sourced(string href, List<string> tokens)
    {
        var b = new StringBuilder();
        foreach (var c in href.Contains("%EE", StringComparison.OrdinalIgnoreCase) ? WebUtility.UrlDecode(href.Replace("+", "%2B")) : href)
            b.Append(c >= First && c - First < tokens.Count ? tokens[c - First] : c.ToString());
        return b.ToString();
    }

    /// <summary>A placeholder as a chip with its plain name; what the fact says is its title.</summary>
    public static string Chip(string source, Func<string, string?>? value = null)
    {
        var b = new StringBuilder();
        Chip(source, value, b);
        return b.ToString();
    }

    private static void Chip(string source, Func<string, string?>? value, StringBuilder html)
    {
        var chip = FactChip.Of(source) ?? new FactChip(source, null, "worked out");
        var says = chip.Fact is null ? null : value?.Invoke(chip.Fact);
        var state =
            chip.Own is not null ? " own"
            : chip.Fact is null ? " rule"
            : value is not null && says is null ? " none"
            : "";
        var title =
            chip.Own is not null ? $"only here, instead of {chip.Name}{(says is null ? "" : $" ({says})")}"
            : chip.Fact is null ? chip.Name
            : says ?? $"{chip.Name} is not known";
        html.Append($"<span class=\"fc{state}\" contenteditable=\"false\" data-t=\"{Plurimax.Text.Html.Encode(source)}\"");
        if (chip.Fact is not null)
            html.Append($" data-fact=\"{Plurimax.Text.Html.Encode(chip.Fact)}\"");
        html.Append($" title=\"{Plurimax.Text.Html.Encode(title)}\">{Plurimax.Text.Html.Encode(chip.Own ?? chip.Name)}</span>");
    }
}
