using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using DocumentFormat.OpenXml;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Spreadsheet;
using Plurimax.Reading.Deciding;
using Plurimax.Reading.Files;
using UglyToad.PdfPig.Content;
using UglyToad.PdfPig.Core;
using UglyToad.PdfPig.Fonts.Standard14Fonts;
using UglyToad.PdfPig.Writer;
using YamlDotNet.RepresentationModel;
using W = DocumentFormat.OpenXml.Wordprocessing;

namespace Plurimax.Core.Tests.Reading;

/// <summary>One document with what must be read out of it and what must not.</summary>
public sealed record ReadingCase(string Id, string File, string Text, JsonObject Expect, IReadOnlyList<string> Not)
{
    public override string ToString() => Id;
}

/// <param name="Wrong">Which values were missing or too many, in words.</param>
public sealed record Score(int Right, int Missing, int TooMany, List<string> Wrong)
{
    public double Precision => Right + TooMany == 0 ? 1 : (double)Right / (Right + TooMany);
    public double Recall => Right + Missing == 0 ? 1 : (double)Right / (Right + Missing);
    public double F1 => Precision + Recall == 0 ? 0 : 2 * Precision * Recall / (Precision + Recall);

    public static Score operator +(Score a, Score b) =>
        new(a.Right + b.Right, a.Missing + b.Missing, a.TooMany + b.TooMany, [.. a.Wrong, .. b.Wrong]);

    public static Score None => new(0, 0, 0, []);
}

/// <summary>The corpus of tests/reading: reads the cases, makes their files, and compares.</summary>
public static partial class Corpus
{
    /// <summary>Compared only where a case names them: a text may hold more than its case lists.</summary>
    private static readonly HashSet<string> Open =
    [
        "trade",
        "kind",
        "services",
        "selling_points",
        "languages",
        "region",
        "country",
        "closed_days",
        "website",
    ];
    public static readonly string[] Facts =
    [
        "name",
        "trade",
        "kind",
        "phones",
        "emails",
        "website",
        "street",
        "locality",
        "region",
        "postal_code",
        "country",
        "hours",
        "closed_days",
        "services",
        "prices",
        "social",
        "rating",
        "review_count",
        "founded",
        "owner",
        "selling_points",
        "languages",
    ];
    private static readonly DateOnly Today = new(2026, 11, 20);

    public static IReadOnlyList<ReadingCase> Load(string folder) =>
        [
            .. Directory
                .GetFiles(folder, "*.yaml")
                .Order()
                .SelectMany(file =>
                {
                    var yaml = new YamlStream();
                    yaml.Load(new StringReader(System.IO.File.ReadAllText(file)));
                    return ((YamlSequenceNode)yaml.Documents[0].RootNode)
                        .Children.Cast<YamlMappingNode>()
                        .Select(m => new ReadingCase(
                            m["id"].ToString(),
                            m["file"].ToString(),
                            m["text"].ToString(),
                            (JsonObject)Json(m["expect"])!,
                            m.Children.TryGetValue("not", out var not) ? [.. ((YamlSequenceNode)not).Select(n => n.ToString())] : []
                        ));
                }),
        ];

    private static JsonNode? Json(YamlNode node) =>
        node switch
        {
            YamlMappingNode map => new JsonObject(map.Children.Select(p => KeyValuePair.Create(p.Key.ToString(), Json(p.Value)))),
            YamlSequenceNode list => new JsonArray([.. list.Children.Select(Json)]),
            _ => JsonValue.Create(node.ToString()),
        };

    public static JsonObject Read(ReadingCase c)
    {
        var batch = DocumentReader.Read([new InFile(c.File, Bytes(c))]);
        if (batch.Problems.Length > 0)
            throw new InvalidDataException($"{c.Id}: {batch.Problems[0]}");
        var read = ReadingJson.Of(FactReading.Of(batch.Texts, Today));
        // These cases name the template; the trade in the client's words is left to the cases of strangers.
        if (read["template"] is { } template)
            read["trade"] = template.DeepClone();
        return read;
    }

    /// <summary>Every value that would be offered for a fact that the case knows, with its confidence and whether it is right.</summary>
    public static IEnumerable<(string Fact, double Confidence, bool Right)> Judge(ReadingCase c)
    {
        var reading = FactReading.Of(DocumentReader.Read([new InFile(c.File, Bytes(c))]).Texts, Today);
        foreach (var fact in reading.Facts)
        foreach (var value in FactReading.Many.Contains(fact.Fact) ? fact.Values : [fact.Best])
        {
            // Alone and beyond doubt, it writes what it would say of the business.
            var said = ReadingJson.Of(reading with { Facts = [new ReadFact(fact.Fact, [value with { Confidence = 1 }])] });
            var told = Facts.Where(f => said.ContainsKey(f) && c.Expect.ContainsKey(f) && f is not ("trade" or "kind")).ToList();
            if (told.Count == 0)
                continue;
            var right = told.All(f =>
                Values(f, said[f], expected: false).All(h => Values(f, c.Expect[f], expected: true).Any(w => Same(f, w, h)))
            );
            yield return (fact.Fact, value.Confidence, right);
        }
    }

    public static Dictionary<string, Score> Compare(ReadingCase c, JsonObject got)
    {
        var scores = new Dictionary<string, Score>();
        foreach (var fact in Facts)
        {
            if (Open.Contains(fact) && !c.Expect.ContainsKey(fact))
                continue;
            var want = Values(fact, c.Expect[fact], expected: true);
            var have = Values(fact, got[fact], expected: false);
            var wrong = new List<string>();
            var left = have.ToList();
            var right = 0;
            foreach (var w in want)
            {
                var i = left.FindIndex(h => Same(fact, w, h));
                if (i >= 0)
                {
                    left.RemoveAt(i);
                    right++;
                }
                else
                    wrong.Add($"{c.Id}: {fact}: missing {w}");
            }
            // Lists of services and points may hold more than a case names.
            if (fact is "services" or "selling_points")
                left = [.. left.Where(h => c.Not.Any(n => h.Contains(Norm(n), StringComparison.Ordinal)) || want.Count < have.Count - 4)];
            wrong.AddRange(left.Select(h => $"{c.Id}: {fact}: too much {h}"));
            scores[fact] = new Score(right, want.Count - right, left.Count, wrong);
        }
        var text = got.ToJsonString();
        foreach (var n in c.Not.Where(n => Took(n, text, got)))
            scores["name"] = scores["name"] with { Wrong = [.. scores["name"].Wrong, $"{c.Id}: took {n}"] };
        return scores;
    }

    /// <summary>A number of eight digits is a phone, a shorter one an amount, anything else is words.</summary>
    private static bool Took(string n, string text, JsonObject got)
    {
        var digits = Digits().Replace(n, "");
        if (digits.Length >= 8)
            return text.Contains(digits.TrimStart('0'), StringComparison.Ordinal);
        if (n.All(char.IsAsciiDigit))
            return got["prices"]?.AsArray().Any(p => Amount($"x {p!["amount"]}") == n) == true;
        return text.Contains(n, StringComparison.OrdinalIgnoreCase);
    }

    /// <summary>Facts as comparable texts; hours as one text for each day and span.</summary>
    private static List<string> Values(string fact, JsonNode? node, bool expected)
    {
        if (node is null)
            return [];
        if (fact == "hours")
            return
            [
                .. (
                    expected
                        ? node.AsArray().SelectMany(n => Week(n!.ToString()))
                        : node.AsArray()
                            .SelectMany(n =>
                                n!["days"]!.AsArray().Select(d => $"{d!.ToString()[..3].ToLowerInvariant()} {n["opens"]}-{n["closes"]}")
                            )
                )
                    .Distinct()
                    .Order(),
            ];
        if (fact == "prices" && !expected)
            return
            [
                .. node.AsArray()
                    .Select(n =>
                        string.Create(
                            System.Globalization.CultureInfo.InvariantCulture,
                            $"{n!["item"]} "
                                + $"{decimal.Parse(n["amount"]!.ToString(), System.Globalization.CultureInfo.InvariantCulture):0.##} "
                                + $"{n["currency"]}"
                        )
                    ),
            ];
        if (node is JsonArray list)
            return [.. list.Select(n => n!.ToString())];
        return [node.ToString()];
    }

    private static readonly string[] Days = ["mon", "tue", "wed", "thu", "fri", "sat", "sun"];

    private static IEnumerable<string> Week(string said)
    {
        var parts = said.Split(' ');
        var ends = parts[0].Split('-');
        for (var d = Array.IndexOf(Days, ends[0]); ; d = (d + 1) % 7)
        {
            yield return $"{Days[d]} {parts[1]}";
            if (Days[d] == ends[^1])
                break;
        }
    }

    private static bool Same(string fact, string want, string have) =>
        fact switch
        {
            "prices" => Amount(want) == Amount(have)
                && Alike(Item(want), Item(have))
                && (Currency(want).Length == 0 || Currency(want) == Currency(have)),
            "services" or "selling_points" => Alike(want, have),
            "social" or "website" => Bare(want) == Bare(have),
            "rating" => decimal.Parse(want, System.Globalization.CultureInfo.InvariantCulture)
                == decimal.Parse(have, System.Globalization.CultureInfo.InvariantCulture),
            "languages" => want.Split('-')[0] == have.Split('-')[0],
            _ => Norm(want) == Norm(have),
        };

    private static string Amount(string s) =>
        decimal.Parse(AmountIn().Match(s).Groups[1].Value, System.Globalization.CultureInfo.InvariantCulture)
            .ToString("0.##", System.Globalization.CultureInfo.InvariantCulture);

    private static string Item(string s) => AmountIn().Replace(s, "");

    private static string Currency(string s) => AmountIn().Match(s).Groups[2].Value;

    private static string Bare(string s) =>
        s.ToLowerInvariant().Replace("https://", "").Replace("http://", "").Replace("www.", "").TrimEnd('/');

    private static string Norm(string s) => string.Join(' ', Words().Matches(s.ToLowerInvariant()).Select(m => m.Value));

    /// <summary>At least half of the words of both are the same.</summary>
    private static bool Alike(string a, string b)
    {
        var x = Words().Matches(a.ToLowerInvariant()).Select(m => m.Value.TrimEnd('s')).ToHashSet();
        var y = Words().Matches(b.ToLowerInvariant()).Select(m => m.Value.TrimEnd('s')).ToHashSet();
        return x.Count > 0 && y.Count > 0 && 2.0 * x.Intersect(y).Count() / (x.Count + y.Count) >= .6;
    }

    private static byte[] Bytes(ReadingCase c) =>
        Path.GetExtension(c.File) switch
        {
            ".docx" => Samples.Docx(c.Text),
            ".pdf" => Samples.Pdf(c.Text),
            ".xlsx" => Samples.Xlsx(c.Text),
            _ => System.Text.Encoding.UTF8.GetBytes(c.Text),
        };

    [GeneratedRegex(@"\D")]
    private static partial Regex Digits();

    [GeneratedRegex(@"[\p{L}\d]+")]
    private static partial Regex Words();

    [GeneratedRegex(@"\s*(\d+(?:\.\d+)?)(?: ([A-Z]{3}))?$")]
    private static partial Regex AmountIn();
}

/// <summary>Makes documents of other kinds from plain lines, so that the cases stay readable.</summary>
public static class Samples
{
    public static byte[] Docx(string text)
    {
        var memory = new MemoryStream();
        using (var d = WordprocessingDocument.Create(memory, WordprocessingDocumentType.Document))
        {
            var body = new W.Body();
            W.Table? table = null;
            foreach (var line in text.TrimEnd().Split('\n'))
            {
                if (line.StartsWith('|'))
                {
                    if (table is null)
                        body.Append(table = new W.Table());
                    table.Append(
                        new W.TableRow(
                            line.Trim('|', ' ').Split('|').Select(c => new W.TableCell(new W.Paragraph(new W.Run(new W.Text(c.Trim())))))
                        )
                    );
                    continue;
                }
                table = null;
                var p = new W.Paragraph();
                if (line.StartsWith("# ", StringComparison.Ordinal))
                    p.Append(new W.ParagraphProperties(new W.ParagraphStyleId { Val = "Heading1" }));
                p.Append(new W.Run(new W.Text(line.TrimStart('#', ' ')) { Space = SpaceProcessingModeValues.Preserve }));
                body.Append(p);
            }
            d.AddMainDocumentPart().Document = new W.Document(body);
        }
        return memory.ToArray();
    }

    public static byte[] Pdf(string text)
    {
        using var b = new PdfDocumentBuilder();
        var font = b.AddStandard14Font(Standard14Font.Helvetica);
        var page = b.AddPage(PageSize.A4);
        var y = 780;
        foreach (var line in text.TrimEnd().Split('\n'))
        {
            if (line.Length > 0)
                page.AddText(line, y == 780 ? 20 : 11, new PdfPoint(50, y), font);
            y -= y == 780 ? 30 : 18;
        }
        return b.Build();
    }

    public static byte[] Xlsx(string csv)
    {
        var memory = new MemoryStream();
        using (var d = SpreadsheetDocument.Create(memory, SpreadsheetDocumentType.Workbook))
        {
            var book = d.AddWorkbookPart();
            var sheet = book.AddNewPart<WorksheetPart>();
            sheet.Worksheet = new Worksheet(
                new SheetData(
                    csv.TrimEnd()
                        .Split('\n')
                        .Select(line => new Row(
                            line.Split(',')
                                .Select(c => new Cell(new InlineString(new DocumentFormat.OpenXml.Spreadsheet.Text(c)))
                                {
                                    DataType = CellValues.InlineString,
                                })
                        ))
                )
            );
            book.Workbook = new Workbook(
                new Sheets(
                    new Sheet
                    {
                        Name = "One",
                        SheetId = 1,
                        Id = book.GetIdOfPart(sheet),
                    }
                )
            );
        }
        return memory.ToArray();
    }
}
