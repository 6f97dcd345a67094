using System.Text;

namespace Plurimax.Text;

/// <summary>Writes tables as CSV (RFC 4180): commas, CRLF, UTF-8 with a mark so that spreadsheets read accents.</summary>
public static class CsvText
{
    /// <summary>
    /// A cell that a spreadsheet would run as a formula begins with an apostrophe instead
    /// (OWASP, "CSV Injection"). Reading our own lists takes it away again.
    /// </summary>
    public static string Harmless(string cell) =>
        cell.Length > 0 && cell[0] is '=' or '+' or '-' or '@' or '\t' or '\r' ? "'" + cell : cell;

    public static string Row(IEnumerable<string?> cells) => string.Join(',', cells.Select(c => Quoted(Harmless(c ?? ""))));

    private static string Quoted(string cell) => cell.AsSpan().IndexOfAny(",\"\r\n") >= 0 ? $"\"{cell.Replace("\"", "\"\"")}\"" : cell;

    public static byte[] File(IEnumerable<string> heading, IEnumerable<IEnumerable<string?>> rows)
    {
        var b = new StringBuilder("\uFEFF").Append(Row(heading)).Append("\r\n");
        foreach (var row in rows)
            b.Append(Row(row)).Append("\r\n");
        return Encoding.UTF8.GetBytes(b.ToString());
    }
}
