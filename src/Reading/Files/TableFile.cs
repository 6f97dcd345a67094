using System.Collections.Immutable;
using System.Globalization;
using CsvHelper;
using ExcelDataReader;
using Plurimax.Facts;

namespace Plurimax.Reading.Files;

/// <summary>A table as rows of cells, from CSV (RFC 4180, any usual delimiter) or from a spreadsheet.</summary>
public static class TableFile
{
    public const int MostRows = 20_000;
    public const int MostColumns = 200;
    private static readonly char[] Delimiters = [',', ';', '\t', '|'];

    public static SourceText FromCsv(string name, byte[] bytes)
    {
        var (text, encoding, guessed) = TextBytes.Decode(bytes);
        var delimiter = Delimiter(text);
        var notes = new List<string>();
        if (guessed)
            notes.Add($"{name}: not valid UTF-8; read as {encoding}. Check accents and signs.");
        if (IsOpen(text, delimiter))
            notes.Add(
                $"{name}: a quotation mark is opened and never closed; rows after it may have run into one. Close it and send the new one."
            );
        return Build(name, Rows(text, delimiter), notes);
    }

    /// <summary>Whether a quoted cell has no end (RFC 4180, 2.5 to 2.7); a sign for inches within a cell opens none.</summary>
    private static bool IsOpen(string text, char delimiter)
    {
        var open = false;
        for (var i = 0; i < text.Length; i++)
            if (text[i] != '"')
                continue;
            else if (!open)
                open = i == 0 || text[i - 1] == delimiter || text[i - 1] is '\n' or '\r';
            else if (i + 1 < text.Length && text[i + 1] == '"')
                i++;
            else
                open = false;
        return open;
    }

    public static SourceText FromXlsx(string name, byte[] bytes) => Build(name, Sheet(bytes), []);

    private static SourceText Build(string name, IEnumerable<string[]> rows, List<string> notes)
    {
        var b = new TextBuilder();
        var (filled, widest) = (0, 0);
        var stated = ImmutableArray.CreateBuilder<Candidate>();
        foreach (var row in Unheaded(rows.Select(Counted), name, b, stated))
        {
            var cells = row.Select(c => c.Trim()).ToArray();
            var end = Array.FindLastIndex(cells, c => c.Length > 0);
            if (end < 0)
                b.Add("", LineRole.Text);
            else if (end == 0)
                b.Plain(cells[0]);
            else
                b.Row(cells[..(end + 1)]);
            if (b.Full)
                break;
        }
        string[] Counted(string[] row)
        {
            filled += row.Any(c => c.Trim().Length > 0) ? 1 : 0;
            widest = Math.Max(widest, row.Length);
            return row;
        }
        if (filled == 0)
            throw new UnreadableException("has no values in it: only empty cells, or formulas that were never worked out.");
        if (filled == 1)
            notes.Add($"{name}: there is one row in it and nothing under it.");
        if (widest == MostColumns)
            notes.Add($"{name}: it has {MostColumns} columns or more; only the first {MostColumns} were read.");
        return b.Build(name, stated.ToImmutable(), notes: [.. notes]);
    }

    /// <summary>Passes rows on; those of a headed table about one firm or a few are written with what their headings say instead.</summary>
    private static IEnumerable<string[]> Unheaded(
        IEnumerable<string[]> rows,
        string name,
        TextBuilder b,
        ImmutableArray<Candidate>.Builder stated
    )
    {
        string[]? heads = null;
        string?[]? roles = null;
        var under = new List<string[]>();
        foreach (var row in rows.Append([]))
        {
            var blank = row.All(c => c.Trim().Length == 0);
            if (heads is null && !blank && HeadedTable.Heads(row) is { } found)
                (heads, roles) = (row, found);
            else if (heads is not null && !blank)
                under.Add(row);
            else if (heads is not null)
            {
                if (under.Count is > 0 and <= HeadedTable.MostRows)
                    HeadedTable.Write(name, heads, roles!, under, b, stated);
                else
                    foreach (var plain in under.Prepend(heads))
                        yield return plain;
                (heads, roles) = (null, null);
                under.Clear();
            }
            else
                yield return row;
        }
    }

    /// <summary>Rows of a CSV text, at most <see cref="MostRows"/>, cells beyond <see cref="MostColumns"/> dropped.</summary>
    public static IEnumerable<string[]> Rows(string text, char delimiter)
    {
        using var csv = CsvReader.FromText(
            text,
            new CsvReaderOptions
            {
                Separator = delimiter,
                HasHeader = false,
                SkipEmptyLines = false,
                MaxRecordSize = 1_000_000,
                MalformedData = CsvMalformedDataHandling.Recover,
                FieldCountMismatch = CsvFieldCountHandling.Allow,
            }
        );
        for (var n = 0; n < MostRows && csv.Read(); n++)
        {
            var row = new string[Math.Min(csv.FieldCount, MostColumns)];
            for (var i = 0; i < row.Length; i++)
                row[i] = csv.GetString(i);
            yield return row;
        }
    }

    /// <summary>The delimiter that cuts the first lines into the most even rows.</summary>
    public static char Delimiter(string text)
    {
        var end = 0;
        for (var line = 0; line < 20 && end < text.Length; line++)
            end = text.IndexOf('\n', end) is >= 0 and var at ? at + 1 : text.Length;
        var head = text[..end];
        return Delimiters.MaxBy(d =>
        {
            var counts = Rows(head, d).Where(r => r.Any(c => c.Length > 0)).Select(r => r.Length).ToList();
            if (counts.Count == 0 || counts.Max() < 2)
                return 0;
            var usual = counts.GroupBy(c => c).MaxBy(g => g.Count())!;
            return usual.Key < 2 ? 0.1 : (double)usual.Count() / counts.Count * Math.Log(usual.Key + 1);
        });
    }

    public static IEnumerable<string[]> Sheet(byte[] bytes)
    {
        System.Text.Encoding.RegisterProvider(System.Text.CodePagesEncodingProvider.Instance);
        using var reader = ExcelReaderFactory.CreateOpenXmlReader(new MemoryStream(bytes, false));
        var left = MostRows;
        do
        {
            // What its writer hid is not meant.
            if (reader.VisibleState is not null and not "visible")
                continue;
            while (left-- > 0 && reader.Read())
                yield return
                [
                    .. Enumerable
                        .Range(0, Math.Min(reader.FieldCount, MostColumns))
                        .Select(i => Say(reader.GetValue(i), reader.GetNumberFormatString(i))),
                ];
            yield return [];
        } while (left > 0 && reader.NextResult());
    }

    private static string Say(object? value, string? format) =>
        value switch
        {
            null => "",
            double d => Money(format) is { } sign
                ? sign + d.ToString("0.##", CultureInfo.InvariantCulture)
                : d.ToString("0.####", CultureInfo.InvariantCulture),
            DateTime t => t.TimeOfDay == TimeSpan.Zero ? t.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)
            : t.Year < 1901 ? t.ToString("HH:mm", CultureInfo.InvariantCulture)
            : t.ToString("yyyy-MM-dd HH:mm", CultureInfo.InvariantCulture),
            TimeSpan t => t.ToString(@"hh\:mm", CultureInfo.InvariantCulture),
            bool yes => yes ? "yes" : "no",
            _ => value.ToString() ?? "",
        };

    private static string? Money(string? format) =>
        format switch
        {
            null => null,
            _ when format.Contains('£') => "£",
            _ when format.Contains('€') => "€",
            _ when format.Contains("[$$", StringComparison.Ordinal)
                    || format.Contains("\"$\"", StringComparison.Ordinal)
                    || format.StartsWith('$') => "$",
            _ => null,
        };
}
