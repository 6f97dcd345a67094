using System.Runtime.CompilerServices;
using System.Text;

namespace Plurimax.Text;

/// <summary>
/// Markup that is safe to write as it stands. Made only by interpolation, which encodes every hole that is not Html itself.
/// </summary>
public readonly record struct Html(string Value)
{
    public static readonly Html Empty = new("");

    public override string ToString() => Value ?? "";

    public bool IsEmpty => string.IsNullOrEmpty(Value);

    public static Html Of(HtmlHandler handler) => new(handler.Done());

    public static Html If(bool condition, HtmlHandler handler)
    {
        var text = handler.Done();
        return condition ? new Html(text) : Empty;
    }

    public static Html Join(IEnumerable<Html> parts) => new(string.Concat(parts.Select(p => p.Value)));

    public static Html Text(string? text) => new(Encode(text));

    /// <summary>
    /// Encodes for element content and double-quoted attributes (WHATWG HTML 13.1.2.3); characters that break markup order are kept as
    /// text.
    /// </summary>
    public static string Encode(string? text)
    {
        if (string.IsNullOrEmpty(text))
            return "";
        var b = new StringBuilder(text.Length + 16);
        foreach (var c in text)
            switch (c)
            {
                case '&':
                    b.Append("&amp;");
                    break;
                case '<':
                    b.Append("&lt;");
                    break;
                case '>':
                    b.Append("&gt;");
                    break;
                case '"':
                    b.Append("&quot;");
                    break;
                default:
                    if (c >= ' ' || c is '\n' or '\t')
                        b.Append(c);
                    break;
            }
        return b.ToString();
    }
}

[InterpolatedStringHandler]
public readonly ref struct HtmlHandler(int literalLength, int formattedCount)
{
    private readonly StringBuilder _b = new(literalLength + formattedCount * 24);

    public void AppendLiteral(string markup) => _b.Append(markup);

    public void AppendFormatted(Html html) => _b.Append(html.Value);

    public void AppendFormatted(IEnumerable<Html> parts)
    {
        foreach (var p in parts)
            _b.Append(p.Value);
    }

    public void AppendFormatted(string? text) => _b.Append(Html.Encode(text));

    public void AppendFormatted<T>(T value)
        where T : ISpanFormattable => _b.Append(Html.Encode(value.ToString(null, System.Globalization.CultureInfo.InvariantCulture)));

    internal string Done() => _b.ToString();
}
