using System.Collections.Immutable;
using System.Text;

namespace Plurimax.Reading.Files;

/// <summary>One line of a card: name, parameters and value, still escaped.</summary>
public sealed record CardLine(string Name, ImmutableDictionary<string, string> Parameters, string Value)
{
    public bool Is(string type) => Parameters.GetValueOrDefault("TYPE", "").Split(',').Contains(type, StringComparer.OrdinalIgnoreCase);

    /// <summary>Parts of a structured value, unescaped (RFC 6350 section 3.4).</summary>
    public ImmutableArray<string> Parts(char separator = ';')
    {
        var parts = ImmutableArray.CreateBuilder<string>();
        var b = new StringBuilder();
        for (var i = 0; i < Value.Length; i++)
        {
            if (Value[i] == '\\' && i + 1 < Value.Length)
                b.Append(Value[++i] is 'n' or 'N' ? '\n' : Value[i]);
            else if (Value[i] == separator)
            {
                parts.Add(b.ToString().Trim());
                b.Clear();
            }
            else
                b.Append(Value[i]);
        }
        parts.Add(b.ToString().Trim());
        return parts.ToImmutable();
    }

    public string Text => Parts('\0')[0];
}

/// <summary>Reads address cards: vCard 4 (RFC 6350), 3 (RFC 2426) and what older programs write.</summary>
public static class CardReader
{
    public const int LongestValue = 100_000;

    /// <param name="left">What was left out, in words.</param>
    public static ImmutableArray<ImmutableArray<CardLine>> Read(string text, List<string>? left = null)
    {
        var cards = ImmutableArray.CreateBuilder<ImmutableArray<CardLine>>();
        ImmutableArray<CardLine>.Builder? card = null;
        foreach (var raw in Unfold(text))
        {
            if (Line(raw) is not { } line)
                continue;
            if (line.Name == "BEGIN")
                card = ImmutableArray.CreateBuilder<CardLine>();
            else if (line.Name == "END" && card is not null)
            {
                cards.Add(card.ToImmutable());
                card = null;
            }
            else if (line.Name is "PHOTO" or "LOGO" or "SOUND" or "KEY" && line.Value.Length > 2000)
                left?.Add($"{line.Name.ToLowerInvariant()} of {Math.Max(1, line.Value.Length * 3L / 4 / 1024):N0} KB in the card left out");
            else if (line.Value.Length <= LongestValue)
                card?.Add(line);
        }
        return cards.ToImmutable();
    }

    /// <summary>A line that begins with a blank goes on from the line before (section 3.2).</summary>
    private static IEnumerable<string> Unfold(string text)
    {
        var b = new StringBuilder();
        using var reader = new StringReader(text);
        while (reader.ReadLine() is { } line)
        {
            if (line.Length > 0 && line[0] is ' ' or '\t')
            {
                if (line.Length > 0)
                    b.Append(line, 1, line.Length - 1);
            }
            else if (b.Length > 0 && b[^1] == '=' && b.ToString().Contains("QUOTED-PRINTABLE", StringComparison.OrdinalIgnoreCase))
            {
                b.Length--;
                b.Append(line);
            }
            else
            {
                if (b.Length > 0)
                    yield return b.ToString();
                b.Clear().Append(line);
            }
        }
        if (b.Length > 0)
            yield return b.ToString();
    }

    private static CardLine? Line(string raw)
    {
        var quoted = false;
        var colon = -1;
        for (var i = 0; i < raw.Length && colon < 0; i++)
            if (raw[i] == '"')
                quoted = !quoted;
            else if (raw[i] == ':' && !quoted)
                colon = i;
        if (colon < 0)
            return null;
        var parts = raw[..colon].Split(';');
        var name = parts[0].Split('.')[^1].Trim().ToUpperInvariant();
        var parameters = new Dictionary<string, string>(StringComparer.OrdinalIgnoreCase);
        foreach (var p in parts.Skip(1))
        {
            var eq = p.IndexOf('=');
            var key =
                eq < 0
                    ? p.Equals("QUOTED-PRINTABLE", StringComparison.OrdinalIgnoreCase)
                        ? "ENCODING"
                        : "TYPE"
                    : p[..eq].Trim();
            var value = (eq < 0 ? p : p[(eq + 1)..]).Trim('"', ' ');
            parameters[key] = parameters.TryGetValue(key, out var had) ? $"{had},{value}" : value;
        }
        var text = raw[(colon + 1)..];
        if (parameters.GetValueOrDefault("ENCODING") is { } e && e.Equals("QUOTED-PRINTABLE", StringComparison.OrdinalIgnoreCase))
            text = QuotedPrintable(text);
        return new CardLine(name, parameters.ToImmutableDictionary(StringComparer.OrdinalIgnoreCase), text);
    }

    private static string QuotedPrintable(string text)
    {
        var bytes = new List<byte>();
        for (var i = 0; i < text.Length; i++)
            if (
                text[i] == '='
                && i + 2 < text.Length
                && byte.TryParse(text.AsSpan(i + 1, 2), System.Globalization.NumberStyles.HexNumber, null, out var b)
            )
            {
                bytes.Add(b);
                i += 2;
            }
            else
                bytes.AddRange(Encoding.UTF8.GetBytes(text[i].ToString()));
        return Encoding.UTF8.GetString([.. bytes]);
    }
}
