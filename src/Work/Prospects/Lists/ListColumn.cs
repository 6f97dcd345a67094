using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using Plurimax.Facts;
using Plurimax.Reading.Finders;
using Plurimax.Reading.Shapes;
using Plurimax.Trades;

namespace Plurimax.Work.Prospects.Lists;

/// <summary>What a column of a list of firms holds.</summary>
public enum ListColumn
{
    LeaveOut,
    Name,
    Trade,
    Address,
    Street,
    Town,
    Postcode,
    Region,
    Country,
    Phone,
    Email,
    Website,
    Rating,
    Reviews,
    Person,
    Status,
    Note,
}

/// <summary>Guesses what columns hold, by their heading and by what stands in them.</summary>
public static class ListColumns
{
    public static ListColumn OfHeading(string heading) =>
        ColumnNames.RoleOf(heading) switch
        {
            "name" => ListColumn.Name,
            "trade" => ListColumn.Trade,
            "address" => ListColumn.Address,
            "street" => ListColumn.Street,
            "town" => ListColumn.Town,
            "postcode" => ListColumn.Postcode,
            "region" => ListColumn.Region,
            "country" => ListColumn.Country,
            "phone" or "mobile" => ListColumn.Phone,
            "email" => ListColumn.Email,
            "website" => ListColumn.Website,
            "rating" => ListColumn.Rating,
            "reviews" => ListColumn.Reviews,
            "owner" or "person" => ListColumn.Person,
            "status" => ListColumn.Status,
            "note" => ListColumn.Note,
            _ => ListColumn.LeaveOut,
        };

    /// <summary>Whether the first row names columns rather than a firm.</summary>
    public static bool IsHeading(string[] first) =>
        first.Length > 0
        && first.All(c => c.Length < 40 && !c.Contains('@') && c.Count(char.IsDigit) < 4)
        && first.Any(c => OfHeading(c) != ListColumn.LeaveOut)
        && first.Count(c => c.Length > 0) > first.Length / 2;

    /// <summary>One guess a column; no two columns hold the same, but for notes.</summary>
    /// <param name="heading">Empty where the list has none.</param>
    public static ImmutableArray<ListColumn> Guess(string[] heading, IReadOnlyList<string[]> rows, string country)
    {
        var width = heading.Length > 0 ? heading.Length : rows.Max(r => r.Length);
        var sample = rows.Take(200).ToList();
        var claims = new List<(int Index, ListColumn Column, double Weight)>();
        for (var i = 0; i < width; i++)
        {
            var said = i < heading.Length ? OfHeading(heading[i]) : ListColumn.LeaveOut;
            var cells = sample.Where(r => i < r.Length && !IsNothing(r[i])).Select(r => r[i].Trim()).ToList();
            // "note" heads remarks in one language and marks in another: what stands below decides.
            if (said is ListColumn.Rating or ListColumn.Note && i < heading.Length && BusinessKeys.Fold(heading[i]) == "note")
                said = Share(cells, IsRating) > .7 ? ListColumn.Rating : ListColumn.Note;
            if (said != ListColumn.LeaveOut)
                claims.Add((i, said, 1 + Fit(said, cells, country)));
            foreach (var c in Enum.GetValues<ListColumn>())
                if (
                    c != said
                    && Fit(c, cells, country) is var fit
                    && fit > .6
                    && (said == ListColumn.LeaveOut || Fit(said, cells, country) < .2)
                )
                    claims.Add((i, c, fit));
        }
        var chosen = Enumerable.Repeat(ListColumn.LeaveOut, width).ToArray();
        var taken = new HashSet<ListColumn>();
        foreach (var (index, column, _) in claims.OrderByDescending(c => c.Weight).ThenBy(c => c.Index))
        {
            if (chosen[index] != ListColumn.LeaveOut || (taken.Contains(column) && column != ListColumn.Note))
                continue;
            chosen[index] = column;
            taken.Add(column);
        }
        // Without a heading the name is the first column of words that differ from row to row.
        if (!taken.Contains(ListColumn.Name) && heading.Length == 0)
        {
            var free = Enumerable
                .Range(0, width)
                .Where(i =>
                    chosen[i] == ListColumn.LeaveOut
                    && Share(sample.Where(r => i < r.Length).Select(r => r[i]).ToList(), s =>
                        s.Any(char.IsLetter) && s.Length is > 2 and < 80
                    ) > .8
                )
                .ToList();
            if (free.Count > 0)
                chosen[free.MaxBy(i => sample.Where(r => i < r.Length).Select(r => r[i]).Distinct().Count() - i * .01)] = ListColumn.Name;
        }
        return [.. chosen];
    }

    /// <summary>How well cells look like a kind of value, 0 to 1. What words alone cannot tell (names, notes) fits nothing.</summary>
    private static double Fit(ListColumn column, List<string> cells, string country) =>
        cells.Count == 0
            ? 0
            : column switch
            {
                ListColumn.Email => Share(cells, c => FactReader.ReadEmail(c).Ok),
                ListColumn.Website => Share(cells, c => !c.Contains('@') && !c.Contains(' ') && WebFinder.Clean(c) is not null),
                ListColumn.Phone => Share(cells, c =>
                    c.Count(char.IsDigit) is >= 6 and <= 15 && !c.Any(char.IsLetter) && PhoneReader.Read(c, country).Ok
                ),
                ListColumn.Postcode => Share(cells, c =>
                    c.Any(char.IsDigit) && (Places.CountryOfPostcode(c) is not null || (c.Length is 4 or 5 && c.All(char.IsAsciiDigit)))
                ) * .95,
                ListColumn.Rating => Share(cells, IsRating) * (cells.Any(c => c.Contains('.') || c.Contains(',')) ? 1 : .3),
                ListColumn.Reviews => Share(cells, c => Whole(c) is >= 0) * (cells.Any(c => Whole(c) > 5) ? .7 : .2),
                ListColumn.Trade => Share(cells, c => TradeLexicon.OfLabel(c) is not null) * .9,
                ListColumn.Address => Share(cells, c => c.Contains(',') && c.Any(char.IsDigit) && c.Any(char.IsLetter)) * .9,
                ListColumn.Street => Share(cells, c => StreetLike.IsMatch(c)) * .85,
                ListColumn.Country => Share(cells, c => Places.CountryCode(c) is not null) * .8,
                _ => 0,
            };

    private static readonly Regex CountWords = new(
        @"\s*(?:reviews?|ratings?|bewertungen|rezensionen|avis|reseñas|opiniones|recensioni|beoordelingen)$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex StreetLike = new(@"^\d+[a-z]?\s+\p{L}|\p{L}\s+\d+\s?[a-z]?$", RegexOptions.IgnoreCase);

    private static double Share(List<string> cells, Func<string, bool> holds) =>
        cells.Count == 0 ? 0 : (double)cells.Count(holds) / cells.Count;

    private static bool IsRating(string cell) => Figure(cell) is >= 1 and <= 5;

    /// <summary>A decimal with point or comma, "4.8 ★" and "4,8 von 5 (132)" too; null where the cell is none.</summary>
    public static decimal? Figure(string cell) =>
        RatingCell.Match(cell.Trim()) is { Success: true } m
        && decimal.TryParse(m.Groups["v"].Value.Replace(',', '.'), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var n)
            ? n
            : null;

    /// <summary>Reviews that stand beside a rating in one cell; null where none do.</summary>
    public static int? CountBeside(string cell) =>
        RatingCell.Match(cell.Trim()) is { Success: true } m && m.Groups["n"].Success ? Whole(m.Groups["n"].Value) : null;

    private static readonly Regex RatingCell = new(
        @"^(?:[★⭐]\s*)?(?<v>\d{1,2}(?:[.,]\d{1,2})?)\s*(?:(?:/|von|of|out of|sur|de|su|"
            + @"van)\s*5(?:[.,]0)?)?\s*(?:[★⭐☆]{1,5}|stars?|sterne|étoiles|"
            + @"estrellas|stelle|sterren)?\s*(?:\(?\s*(?<n>\d[\d.,]*)\s*(?:reviews?|ratings?|bewertungen|rezensionen|avis|"
            + @"reseñas|opiniones|"
            + @"recensioni|beoordelingen)?\s*\))?$",
        RegexOptions.IgnoreCase
    );

    /// <summary>A whole number, with or without signs between thousands; null where the cell is none.</summary>
    public static int? Whole(string cell)
    {
        var plain = Thousands.Replace(CountWords.Replace(cell.Trim().Trim('(', ')', ' '), ""), "");
        return int.TryParse(plain, NumberStyles.None, CultureInfo.InvariantCulture, out var n) ? n : null;
    }

    private static readonly Regex Thousands = new(@"(?<=\d)[ .,'’\u00A0](?=\d{3}(?:\D|$))");

    /// <summary>Cells that say that there is nothing.</summary>
    public static bool IsNothing(string cell) =>
        cell.Trim().ToLowerInvariant()
            is ""
                or "-"
                or "--"
                or "–"
                or "—"
                or "."
                or "tbc"
                or "tba"
                or "tbd"
                or "unknown"
                or "unbekannt"
                or "inconnu"
                or "desconocido"
                or "sconosciuto"
                or "onbekend"
                or "coming soon"
                or "under construction"
                or "im aufbau"
                or "in arbeit"
                or "folgt"
                or "en construction"
                or "en construcción"
                or "in costruzione"
                or "in aanbouw"
                or "http://"
                or "https://"
                or "www."
                or "nessuno"
                or "geen"
                or "k.a."
                or "k. a."
                or "n/a"
                or "na"
                or "no"
                or "none"
                or "null"
                or "nein"
                or "keine"
                or "kein"
                or "non"
                or "aucun"
                or "ninguno"
                or "ninguna"
                or "?";
}
