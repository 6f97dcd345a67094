using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using Fluid;
using Fluid.Values;
using Ganss.Xss;
using Markdig;
using Plurimax.Facts;
using Plurimax.Text;

namespace Plurimax.Sites;

/// <summary>
/// Turns passages into text: fills {{ fact }} placeholders (Liquid), then Markdown for what people wrote.
/// Values of facts are carried through as private-use characters, so that neither Liquid nor Markdown nor HTML can read them as code.
/// </summary>
public sealed partial class TextEngine
{
    private const int ShieldBase = 0xE000;
    private static readonly FluidParser Parser = new();
    private static readonly ConcurrentDictionary<string, (IFluidTemplate? Template, string? Error, ImmutableArray<string> Plain)> Parsed =
        new();

    /// <summary>Stands for the firm's mark until the text is HTML. Values of facts cannot hold it.</summary>
    private const char MarkHere = '\uE0F1';

    /// <summary>How passages are read: CommonMark without HTML.</summary>
    internal static readonly MarkdownPipeline Markdown = new MarkdownPipelineBuilder().DisableHtml().Build();
    private static readonly HtmlSanitizer Sanitizer = NewSanitizer();
    private readonly TemplateOptions _options = new();
    private readonly Dictionary<string, object> _model;
    private readonly IReadOnlyDictionary<string, object> _facts;
    private readonly SiteWords _words;
    private readonly (string Open, string Close, string SingleOpen) _quotes;
    private readonly char[]? _before;

    /// <param name="facts">The tree of facts that may be stated (<see cref="FactTree"/>).</param>
    /// <param name="words">The trade's own words.</param>
    /// <param name="settings">Texts from the settings, by name; they may hold placeholders themselves.</param>
    public TextEngine(
        IReadOnlyDictionary<string, object> facts,
        IReadOnlyDictionary<string, string> words,
        IReadOnlyDictionary<string, string> settings,
        SiteWords siteWords
    )
    {
        _facts = facts;
        _words = siteWords;
        Settings = settings as ImmutableDictionary<string, string> ?? settings.ToImmutableDictionary();
        _quotes = (siteWords.Get("typography.open"), siteWords.Get("typography.close"), siteWords.Get("typography.single_open"));
        _before = siteWords.Has("typography.nbsp_before") ? siteWords.Get("typography.nbsp_before").ToCharArray() : null;
        _model = (Dictionary<string, object>)Shielded(facts);
        _model["words"] = words.ToDictionary(p => p.Key, p => (object)p.Value);
        _options.MemberAccessStrategy = new UnsafeMemberAccessStrategy();
        Filter("list", (v, _) =>
            v.Type == FluidValues.Array
                ? _words.List([.. v.Enumerate(new TemplateContext()).Select(i => i.ToStringValue())])
                : v.ToStringValue()
        );
        Filter("possessive", (v, _) => _words.Possessive(v.ToStringValue()));
        Filter("in_town", (v, _) => _words.InTown(v.ToStringValue()));
        Filter("sentence", (v, _) => v.ToStringValue().TrimEnd('.') is { Length: > 0 } s ? char.ToUpperInvariant(s[0]) + s[1..] : "");
        Filter("lower_first", (v, _) => v.ToStringValue() is { Length: > 0 } s ? char.ToLowerInvariant(s[0]) + s[1..] : "");
        Filter("hours", (v, _) => v.ToObjectValue() is OpeningHours h ? _words.Hours(h) : v.ToStringValue());
        Filter("money", (v, _) => v.Type == FluidValues.Number ? _words.Money(v.ToNumberValue()) : v.ToStringValue());
        Filter("date", (v, _) => _words.Date(Unshield(v.ToStringValue())));
        Filter("phone", (v, _) => v.ToStringValue());
        Filter("minutes", (v, _) =>
            v.ToStringValue() == "1" ? _words.Get("minutes.one") : _words.Get("minutes.many", "", ("n", v.ToStringValue()))
        );
        Filter("a_an", (v, _) => _words.Language != "en" ? v.ToStringValue()
            : "aeiou".Contains(char.ToLowerInvariant(v.ToStringValue().FirstOrDefault('x'))) ? $"an {v.ToStringValue()}"
            : $"a {v.ToStringValue()}");
        // Words that stand in one place instead of a fact's (Galleys.FactChip): the fact is named so that the exception can be seen and
        // given back.
        Filter(FactChip.OnlyHere, (v, _) => v.ToStringValue());
        Filter("lines", (v, _) =>
            v.IsNil()
                ? ""
                : string.Join(
                    "  \n",
                    new[] { "street", "town", "postcode", "region" }
                        .Select(p => FactTree.Get(_facts, "place." + p) as string)
                        .OfType<string>()
                        .Select(ShieldText)
                )
        );
        Filter("links", (v, _) =>
            v.IsNil() || FactTree.Get(_facts, "social") is not string[] all
                ? ""
                : string.Join(
                    ", ",
                    all.Select(u => $"[{ShieldText(SocialProfile.NameOf(u))}]({u.Replace("(", "%28").Replace(")", "%29")})")
                )
        );
        Filter("ring", (v, _) => v.IsNil() ? ""
            : Led(LinkTarget.Call) is { } href ? $"[{v.ToStringValue()}]({href})"
            : v.ToStringValue());
        Filter("write", (v, _) => v.IsNil() ? ""
            : Led(LinkTarget.Email) is { } href ? $"[{v.ToStringValue()}]({href})"
            : v.ToStringValue());
        Filter("picture", (_, _) => MarkHere.ToString());
        Filter("count", (v, a) =>
            v.ToNumberValue() == 1 ? $"1 {a.At(0).ToStringValue()}" : $"{v.ToStringValue()} {a.At(1).ToStringValue()}"
        );
        // Settings may refer to one another: once as they are, then with what they refer to.
        _model["settings"] = settings.ToDictionary(p => p.Key, p => (object)p.Value);
        _model["settings"] = settings.ToDictionary(p => p.Key, p => (object)Fill(p.Value, lines: true));

        void Filter(string name, Func<FluidValue, FilterArguments, string> f) =>
            _options.Filters.AddFilter(name, (input, args, _) => new ValueTask<FluidValue>(new StringValue(f(input, args))));
    }

    /// <summary>What a link comes to that follows the facts, "to:call"; null where the fact is not known.</summary>
    public Func<string, string?> Led { get; init; } = _ => null;

    /// <summary>The firm's mark as HTML, for texts that show it; without it the name stands there.</summary>
    public Html Mark { get; set; }

    public SiteWords Words => _words;
    public ImmutableDictionary<string, string> Settings { get; }

    public bool Has(string fact) => FactTree.Has(_facts, fact);

    /// <summary>Whether the passage may stand: it has words, and the facts it needs are there.</summary>
    public bool Stands(Passage p) => !p.IsEmpty && (p.Needs.IsDefaultOrEmpty || p.Needs.All(Has)) && Plain(p).Length > 0;

    /// <summary>As plain text without markup, for titles, descriptions and attributes.</summary>
    public string Plain(Passage p)
    {
        if (p.IsEmpty)
            return "";
        var filled = Curly(Fill(p.Text)).Trim();
        return Unshield(MarkdownAny().IsMatch(filled) ? Markdig.Markdown.ToPlainText(filled, Markdown).Trim() : filled);
    }

    /// <summary>As the plain text of a mail: filled, lines as they are, no markup.</summary>
    public string Letter(string text) => Unshield(MailedLink().Replace(Fill(text, lines: true), "$1"));

    /// <summary>A text of the settings about somebody who wrote through a form.</summary>
    public string Form(string text, string name) =>
        Unshield(
            MailedLink()
                .Replace(Fill(text, lines: true, more: ("form", new Dictionary<string, object> { ["name"] = ShieldText(name) })), "$1")
        );

    /// <summary>A text of the settings about one page, such as a pattern of titles: facts and the page's own names are filled in.</summary>
    public string Pattern(string text, string pageName, string pageTitle)
    {
        var page = new Dictionary<string, object> { ["name"] = ShieldText(pageName), ["title"] = ShieldText(pageTitle) };
        return Unshield(Curly(Fill(text, more: ("page", page))).Trim());
    }

    /// <summary>As the content of a heading, a label or a button: no blocks; *emphasis* and **strong** only.</summary>
    public Html Line(Passage p)
    {
        if (p.IsEmpty)
            return Html.Empty;
        var filled = Curly(Fill(p.Text)).Trim();
        if (!MarkdownInline().IsMatch(filled))
            return new Html(UnshieldEncoded(Html.Encode(filled)));
        var html = Markdig.Markdown.ToHtml(filled.ReplaceLineEndings(" "), Markdown).Trim();
        html = BlockTags().Replace(html, "");
        return new Html(UnshieldEncoded(Sanitizer.Sanitize(html)));
    }

    /// <summary>As paragraphs, lists and links.</summary>
    public Html Prose(Passage p, Html attributes = default)
    {
        if (p.IsEmpty)
            return Html.Empty;
        var filled = Curly(Fill(p.Text, lines: true)).Trim();
        if (filled.Length == 0)
            return Html.Empty;
        if (!MarkdownBlock().IsMatch(filled))
            return Html.Of($"<p{attributes}>{new Html(UnshieldEncoded(Html.Encode(filled)))}</p>");
        var html = UnshieldEncoded(Sanitizer.Sanitize(Markdig.Markdown.ToHtml(filled, Markdown)));
        return attributes.IsEmpty ? new Html(html) : Html.Of($"<div{attributes}>{new Html(html)}</div>");
    }

    /// <returns>What is wrong with the placeholders of a text, or null.</returns>
    public static string? Fault(string text) => Parse(text).Error is { } e ? $"A placeholder is not closed or not known: {e}" : null;

    /// <summary>The facts a text refers to, as dotted names.</summary>
    public static ImmutableArray<string> References(string text) =>
        [.. Placeholder().Matches(text).Select(m => m.Groups[1].Value).Distinct()];

    /// <param name="lines">Lines go whose placeholder has nothing to show.</param>
    private string Fill(string text, bool lines = false, (string Name, Dictionary<string, object> Values)? more = null)
    {
        // A link that follows a fact which is not known is left out; its words stay.
        if (text.Contains("](to:", StringComparison.Ordinal))
            text = FollowingLink()
                .Replace(text, m => Led(m.Groups[2].Value) is { } href ? $"[{m.Groups[1].Value}]({href})" : m.Groups[1].Value);
        if (!text.Contains('{'))
            return text;
        var (template, _, plain) = Parse(text);
        if (lines && plain.Any(Missing))
            return Fill(Placeholders.WithoutEmptyLines(text, n => !Missing(n)), more: more);
        // Brackets never show, whatever stands in them.
        if (template is null)
            return Placeholders.Bare(text);
        var context = new TemplateContext(_model, _options) { CultureInfo = CultureInfo.InvariantCulture };
        if (more is { } m)
            context.SetValue(m.Name, m.Values);
        return template.Render(context);
    }

    private bool Missing(string fact) => fact != "logo" && !Has(fact);

    private static (IFluidTemplate? Template, string? Error, ImmutableArray<string> Plain) Parse(string text)
    {
        if (Parsed.TryGetValue(text, out var hit))
            return hit;
        if (Parsed.Count > 20_000)
            Parsed.Clear();
        return Parsed[text] = Parser.TryParse(text, out var t, out var error)
            ? (t, null, Placeholders.PlainFacts(text))
            : (null, error, []);
    }

    private static object Shielded(object value) =>
        value switch
        {
            IReadOnlyDictionary<string, object> map => map.ToDictionary(p => p.Key, p => Shielded(p.Value)),
            string s => ShieldText(s),
            string[] list => list.Select(ShieldText).ToArray(),
            _ => value,
        };

    private static string ShieldText(string s)
    {
        if (!s.Any(NeedsShield))
            return s;
        var b = new StringBuilder(s.Length);
        foreach (var c in s)
            b.Append(
                NeedsShield(c) ? Shield(c)
                : c is >= '\uE000' and <= '\uE0FF' ? '\uFFFD'
                : c
            );
        return b.ToString();
    }

    /// <summary>ASCII that means something to Liquid, Markdown or HTML. Line breaks stay, so that a story keeps its paragraphs.</summary>
    private static bool NeedsShield(char c) =>
        c is >= '!' and <= '~' && !char.IsAsciiLetterOrDigit(c) && c is not (',' or '.' or '\'' or '"') || c is >= '\uE000' and <= '\uE0FF';

    private static char Shield(char c) => c < 0x80 ? (char)(ShieldBase + c) : '\uFFFD';

    private string Unshield(string s)
    {
        if (s.Contains(MarkHere))
            s = s.Replace(MarkHere.ToString(), FactTree.Get(_facts, "business.name") as string ?? "");
        return s.Any(c => c is >= '\uE000' and <= '\uE07F') ? string.Create(s.Length, s, static (span, t) =>
            {
                for (var i = 0; i < t.Length; i++)
                    span[i] = t[i] is >= '\uE000' and <= '\uE07F' ? (char)(t[i] - ShieldBase) : t[i];
            }) : s;
    }

    private string UnshieldEncoded(string html)
    {
        if (html.Contains(MarkHere))
            html = html.Replace(
                MarkHere.ToString(),
                Mark.IsEmpty ? Html.Encode(FactTree.Get(_facts, "business.name") as string ?? "") : Mark.Value
            );
        if (!html.Any(c => c is >= '\uE000' and <= '\uE07F'))
            return html;
        var b = new StringBuilder(html.Length + 16);
        foreach (var c in html)
            b.Append(c is >= '\uE000' and <= '\uE07F' ? Html.Encode(((char)(c - ShieldBase)).ToString()) : c.ToString());
        return b.ToString();
    }

    /// <summary>
    /// Typographic apostrophes and quotation marks of the language for straight ones; in French no line begins with a colon or a question
    /// mark.
    /// </summary>
    private string Curly(string s)
    {
        if (!s.Contains('\'') && !s.Contains('"') && (_before is null || s.IndexOfAny(_before) < 0))
            return s;
        var b = new StringBuilder(s.Length + 8);
        for (var i = 0; i < s.Length; i++)
        {
            var opens = i == 0 || char.IsWhiteSpace(s[i - 1]) || s[i - 1] is '(' or '[' or '"';
            if (s[i] == '\'')
                b.Append(opens && i + 1 < s.Length && !char.IsDigit(s[i + 1]) ? _quotes.SingleOpen : "’");
            else if (s[i] == '"')
                b.Append(opens ? _quotes.Open : _quotes.Close);
            else if (s[i] == ' ' && _before is not null && i + 1 < s.Length && _before.Contains(s[i + 1]))
                b.Append('\u00A0');
            else
                b.Append(s[i]);
        }
        return b.ToString();
    }

    private static HtmlSanitizer NewSanitizer()
    {
        var s = new HtmlSanitizer();
        s.AllowedTags.Clear();
        foreach (var t in new[] { "p", "strong", "em", "a", "ul", "ol", "li", "br", "h3", "h4", "blockquote", "code" })
            s.AllowedTags.Add(t);
        s.AllowedAttributes.Clear();
        s.AllowedAttributes.Add("href");
        s.AllowedSchemes.Clear();
        foreach (var scheme in new[] { "https", "http", "mailto", "tel", "sms", "geo" })
            s.AllowedSchemes.Add(scheme);
        s.AllowedCssProperties.Clear();
        return s;
    }

    [GeneratedRegex(@"\[([^\]]*)\]\((to:[a-z]+)\)")]
    private static partial Regex FollowingLink();

    [GeneratedRegex(@"\[([^\]]*)\]\((?:tel|mailto|https?):[^)\s]*\)")]
    private static partial Regex MailedLink();

    [GeneratedRegex(@"[*_`]|\[[^\]]*\]\(|&#")]
    private static partial Regex MarkdownInline();

    [GeneratedRegex(@"[*_`]|\[[^\]]*\]\(|\n|^\s*(#|>|-|\d+\.)\s|&#")]
    private static partial Regex MarkdownBlock();

    [GeneratedRegex(@"[*_`]|\[[^\]]*\]\(|&#|(^|\n)\s*(#|>|-|\d+\.)\s")]
    private static partial Regex MarkdownAny();

    [GeneratedRegex(@"</?(p|ul|ol|li|h\d|blockquote)[^>]*>")]
    private static partial Regex BlockTags();

    [GeneratedRegex(@"(?:\{\{-?\s*|\{%-?\s*(?:if|elsif|unless)\s+)([a-z_]+(?:\.[a-z_]+)*)")]
    private static partial Regex Placeholder();
}
