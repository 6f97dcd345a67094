using System.Collections.Immutable;
using System.IO.Compression;
using Plurimax.Facts;
using Plurimax.Reading.Files;
using Plurimax.Text;

namespace Plurimax.Work.Prospects.Lists;

/// <summary>How a list is to be read; what is null is guessed.</summary>
/// <param name="Delimiter">One character, or "tab".</param>
/// <param name="Encoding">utf-8, windows-1252 or utf-16.</param>
/// <param name="Heading">The first row names the columns.</param>
/// <param name="Country">ISO 3166-1 alpha-2 of firms whose country the list does not give.</param>
public sealed record ListChoices(string? Delimiter = null, string? Encoding = null, bool? Heading = null, string? Country = null)
{
    public static readonly ListChoices Guess = new();

    /// <summary>By column from 0: what somebody corrected.</summary>
    public ImmutableDictionary<int, ListColumn> Columns { get; init; } = ImmutableDictionary<int, ListColumn>.Empty;

    /// <summary>By row number in the file from 1: the cells as somebody mended them.</summary>
    public ImmutableDictionary<int, ImmutableArray<string>> Mended { get; init; } = ImmutableDictionary<int, ImmutableArray<string>>.Empty;
}

/// <param name="Number">Row in the file, from 1, as a spreadsheet counts.</param>
public sealed record ListRow(int Number, string[] Cells);

/// <summary>A list of firms as a table, with how it was read.</summary>
/// <param name="Delimiter">Empty for spreadsheets and cards.</param>
/// <param name="Encoding">In words; empty for spreadsheets.</param>
/// <param name="Headings">As they stand in the file; empty texts where there are none.</param>
public sealed record ListFile(
    string Name,
    string Kind,
    string Delimiter,
    string Encoding,
    bool Heading,
    string Country,
    ImmutableArray<string> Headings,
    ImmutableArray<ListColumn> Columns,
    ImmutableArray<ListRow> Rows,
    ImmutableArray<string> Notes
)
{
    public const int LargestFile = DocumentReader.LargestFile;
    public const int MostRows = TableFile.MostRows;

    /// <summary>Reads a CSV, a spreadsheet or address cards. What is in the file decides, not its name.</summary>
    public static Result<ListFile> Read(string fileName, byte[] bytes, ListChoices? chosen = null)
    {
        var c = chosen ?? ListChoices.Guess;
        var name = DocumentReader.Shown(fileName);
        if (bytes.Length > LargestFile)
            return Fail($"is larger than {LargestFile / 1024 / 1024} MB. Cut it into parts.");
        try
        {
            var kind = FileKinds.Of(bytes, name);
            if (kind == FileKind.Zip)
            {
                using var zip = new ZipArchive(new MemoryStream(bytes, false), ZipArchiveMode.Read);
                kind = FileKinds.Inside(zip);
                if (kind == FileKind.Xlsx && DocumentReader.Unpacked(zip) is null)
                    return Fail("unpacks to more than it may. It was not opened.");
            }
            switch (kind)
            {
                case FileKind.Empty:
                    return Fail("is empty.");
                case FileKind.Xlsx:
                    return Table(name, "spreadsheet", "", "", [.. TableFile.Sheet(bytes)], c, []);
                case FileKind.Card:
                    return Cards(name, bytes, c);
                case FileKind.Csv or FileKind.Text:
                    var (text, encoding, guessed) = TextBytes.Decode(bytes, c.Encoding);
                    var delimiter = c.Delimiter switch
                    {
                        null or "" => TableFile.Delimiter(text),
                        "tab" => '\t',
                        var d => d[0],
                    };
                    string[] notes = guessed ? [$"Not marked as {encoding}; read as such. Look at accents and signs."] : [];
                    return Table(name, "list", delimiter.ToString(), encoding, [.. TableFile.Rows(text, delimiter)], c, notes);
                case FileKind.OldOffice:
                    return Fail("is an old office file or locked with a password. Save it as .xlsx or .csv without a password.");
                default:
                    return Fail($"is {FileKinds.Say(kind)}. A list comes as .csv, .xlsx or .vcf.");
            }
        }
        catch (UnreadableException e)
        {
            return Fail(e.Message);
        }
        catch (Exception e)
            when (e
                    is InvalidDataException
                        or System.Xml.XmlException
                        or IOException
                        or FormatException
                        or ArgumentException
                        or InvalidOperationException
                        or NotSupportedException
                        or IndexOutOfRangeException
                        or KeyNotFoundException
                        or OverflowException
                        or ExcelDataReader.Exceptions.ExcelReaderException
            )
        {
            return Fail("is damaged or not what its name says. Save it again and send the new one.");
        }

        Result<ListFile> Fail(string message) => Result<ListFile>.Fail($"{name} {message}");
    }

    private static Result<ListFile> Table(
        string name,
        string kind,
        string delimiter,
        string encoding,
        List<string[]> all,
        ListChoices c,
        string[] notes
    )
    {
        var rows = all.Select((cells, i) => new ListRow(i + 1, [.. cells.Select(Unescaped)]))
            .Where(r => r.Cells.Any(x => x.Length > 0))
            .ToList();
        if (rows.Count == 0)
            return Result<ListFile>.Fail($"{name} has no rows in it.");
        var cut = all.Count >= MostRows;
        // A title or a date may stand above the headings.
        var above =
            c.Heading is null && !ListColumns.IsHeading(rows[0].Cells)
                ? rows.Take(8).TakeWhile(r => r.Cells.Count(x => x.Length > 0) < 3).Count() is var n
                && n > 0
                && n < rows.Count
                && ListColumns.IsHeading(rows[n].Cells)
                    ? n
                    : 0
                : 0;
        if (above > 0)
        {
            notes = [.. notes, $"{Plural.Of(above, "row")} above the headings left out."];
            rows.RemoveRange(0, above);
        }
        var heading = c.Heading ?? ListColumns.IsHeading(rows[0].Cells);
        var head = heading ? rows[0].Cells : [];
        if (heading)
            rows.RemoveAt(0);
        // Two rows of headings: the second says more of what the first leaves open.
        if (heading && c.Heading is null && rows.Count > 1 && ListColumns.IsHeading(rows[0].Cells))
        {
            var second = rows[0].Cells;
            head = [.. Enumerable.Range(0, Math.Max(head.Length, second.Length)).Select(i => Said(second, i) ?? Said(head, i) ?? "")];
            rows.RemoveAt(0);
        }
        if (rows.Count == 0)
            return Result<ListFile>.Fail($"{name} has a row of headings and nothing below it.");
        if (heading)
            head = Aligned(head, rows);
        var country = c.Country ?? CountryOf(rows);
        var columns = ListColumns.Guess(head, rows.ConvertAll(r => r.Cells), country);
        var width = columns.Length;
        var corrected = columns.Select((g, i) => c.Columns.TryGetValue(i, out var said) ? said : g).ToArray();
        // What somebody gave to one column is taken from where it was guessed.
        foreach (var (i, said) in c.Columns)
            for (var k = 0; k < width; k++)
                if (k != i && !c.Columns.ContainsKey(k) && corrected[k] == said && said is not (ListColumn.Note or ListColumn.LeaveOut))
                    corrected[k] = ListColumn.LeaveOut;
        var headings = Enumerable.Range(0, width).Select(i => i < head.Length ? head[i] : "").ToImmutableArray();
        var mended = rows.Select(r => c.Mended.TryGetValue(r.Number, out var cells) ? r with { Cells = [.. cells] } : r);
        return new ListFile(
            name,
            kind,
            delimiter,
            encoding,
            heading,
            country,
            headings,
            [.. corrected],
            [.. mended],
            cut ? [.. notes, $"Only the first {MostRows:N0} rows were read."] : [.. notes]
        );
    }

    /// <summary>
    /// A second sheet, or a part further down, may have headings of its own in another order: its rows are put under the first ones, by
    /// what a column holds. Columns that only it has come behind them.
    /// </summary>
    /// <returns>The headings, with those that came behind.</returns>
    private static string[] Aligned(string[] head, List<ListRow> rows)
    {
        var all = head.ToList();
        int[]? to = null;
        for (var i = 0; i < rows.Count; i++)
        {
            var cells = rows[i].Cells;
            // The same headings again are a row like any other, and refused as one.
            if (cells.SequenceEqual(head, StringComparer.OrdinalIgnoreCase))
            {
                to = null;
                continue;
            }
            if (ListColumns.IsHeading(cells) && cells.Count(x => ListColumns.OfHeading(x) != ListColumn.LeaveOut) >= FewestHeadings)
            {
                to = [.. cells.Select(x => Place(all, x))];
                rows.RemoveAt(i--);
                continue;
            }
            if (to is null)
                continue;
            var moved = Enumerable.Repeat("", all.Count).ToArray();
            for (var k = 0; k < cells.Length; k++)
                if (k < to.Length && moved[to[k]].Length == 0)
                    moved[to[k]] = cells[k];
            rows[i] = rows[i] with { Cells = moved };
        }
        return [.. all];

        static int Place(List<string> all, string heading)
        {
            var role = ListColumns.OfHeading(heading);
            var at = all.FindIndex(h =>
                h.Equals(heading, StringComparison.OrdinalIgnoreCase) || role != ListColumn.LeaveOut && ListColumns.OfHeading(h) == role
            );
            if (at >= 0)
                return at;
            all.Add(heading);
            return all.Count - 1;
        }
    }

    /// <summary>Fewer known names of columns in a row are words of a firm.</summary>
    private const int FewestHeadings = 3;

    private static string? Said(string[] row, int i) => i < row.Length && row[i].Length > 0 ? row[i] : null;

    /// <summary>Our own lists come back with the sign that kept a spreadsheet from running a cell.</summary>
    private static string Unescaped(string cell) => cell.Trim() is ['\'', '=' or '+' or '-' or '@', ..] c ? c[1..] : cell.Trim();

    private static string CountryOf(List<ListRow> rows) =>
        rows.Take(200)
            .SelectMany(r => r.Cells)
            .Select(c =>
                c.StartsWith('+') ? Places.CountryOfPhone("+" + string.Concat(c.Where(char.IsAsciiDigit))) : Places.CountryOfPostcode(c)
            )
            .OfType<string>()
            .GroupBy(c => c)
            .OrderByDescending(g => g.Count())
            .FirstOrDefault()
            ?.Key
        ?? "GB";

    private static readonly string[] CardHeadings =
    [
        "Name",
        "Category",
        "Street",
        "Town",
        "Postcode",
        "Region",
        "Country",
        "Phone",
        "Email",
        "Website",
        "Contact",
        "Notes",
    ];

    private static Result<ListFile> Cards(string name, byte[] bytes, ListChoices c)
    {
        var left = new List<string>();
        var (text, encoding, _) = TextBytes.Decode(bytes, c.Encoding);
        var cards = CardReader.Read(text, left);
        if (cards.Length == 0)
            return Result<ListFile>.Fail($"{name} holds no whole address card.");
        List<string[]> rows = [CardHeadings];
        foreach (var card in cards.Take(MostRows))
            rows.Add(Row(card));
        var cut = left.Count > 3 ? [.. left.Take(3), $"and {left.Count - 3} more"] : left;
        return Table(name, "address cards", "", encoding, rows, c with { Heading = true }, [.. cut]);
    }

    private static string[] Row(ImmutableArray<CardLine> card)
    {
        string First(string property) => card.FirstOrDefault(l => l.Name == property)?.Text ?? "";
        var organisation = card.FirstOrDefault(l => l.Name == "ORG")?.Parts()[0] ?? "";
        var full = First("FN");
        var address = card.Where(l => l.Name == "ADR").OrderByDescending(l => l.Is("work")).FirstOrDefault()?.Parts() ?? [];
        string At(int i) => i < address.Length ? address[i].Replace("\n", ", ") : "";
        var phone = card.Where(l => l.Name == "TEL" && !l.Is("fax")).OrderByDescending(l => l.Is("work")).FirstOrDefault()?.Text ?? "";
        if (phone.StartsWith("tel:", StringComparison.OrdinalIgnoreCase))
            phone = phone[4..].Split(';')[0];
        return
        [
            organisation.Length > 0 ? organisation : full,
            First("CATEGORIES"),
            At(2),
            At(3),
            At(5),
            At(4),
            At(6),
            phone,
            First("EMAIL"),
            First("URL"),
            organisation.Length > 0 && full != organisation ? full : "",
            First("NOTE").Replace('\n', ' '),
        ];
    }
}
