using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Reading.Finders;
using Plurimax.Trades;

namespace Plurimax.Work.Prospects.Lists;

/// <summary>A cell of a row that could not be used: the firm comes in without it.</summary>
/// <param name="At">The column, from 0.</param>
/// <param name="What">What the column holds.</param>
public sealed record OddCell(int At, ListColumn What, string Why);

/// <summary>One row of a list as a business, or why it is none.</summary>
/// <param name="Category">As the list says it.</param>
/// <param name="TradeId">The trade recognised in the category; a template for it may not be there yet.</param>
/// <param name="Problem">Why the row is refused; null where it is taken.</param>
/// <param name="At">The column at fault, from 0.</param>
public sealed record ListEntry(
    ListRow Row,
    FactSheet Facts,
    BusinessKeys Keys,
    string Category,
    string? TradeId,
    string Note,
    string? Problem = null,
    int? At = null
)
{
    public bool Ok => Problem is null;

    /// <summary>Cells that were left out because nothing can be made of them; they can be mended later.</summary>
    public ImmutableArray<OddCell> Odd { get; init; } = [];
}

/// <summary>Turns rows into businesses, one reading of the trade a category.</summary>
public sealed class ListEntries(TradeCatalogue trades, DateTimeOffset now, string? by)
{
    private readonly Dictionary<string, string?> _trades = new(StringComparer.OrdinalIgnoreCase);

    public ImmutableArray<ListEntry> Of(ListFile list) => [.. list.Rows.Select(r => Of(list, r))];

    public ListEntry Of(ListFile list, ListRow row)
    {
        if (row.Cells.Skip(list.Columns.Length).Any(c => c.Length > 0))
            return Refuse(
                $"{row.Cells.Length} cells where the list has {list.Columns.Length} columns. A "
                    + $"{(list.Delimiter.Length > 0 ? $"“{list.Delimiter}”" : "delimiter")} inside a cell needs quotation marks around "
                    + $"the cell."
            );
        var cells = new Dictionary<ListColumn, (string Text, int At)>();
        var notes = new List<string>();
        for (var i = 0; i < row.Cells.Length && i < list.Columns.Length; i++)
        {
            var text = FactReader.Clean(row.Cells[i]);
            if (ListColumns.IsNothing(text))
                continue;
            if (list.Columns[i] == ListColumn.Note)
                notes.Add(text);
            else if (list.Columns[i] != ListColumn.LeaveOut)
                cells.TryAdd(list.Columns[i], (text, i));
        }
        if (NoFirm.Of(list, row, cells.ToDictionary(c => c.Key, c => c.Value.Text), notes) is { } reason)
            return Refuse(reason);
        // Values that slipped under other headings would be read as what they are not.
        if (
            row.Cells.Length > list.Columns.Length
            && cells.TryGetValue(ListColumn.Postcode, out var slipped)
            && !slipped.Text.Any(char.IsDigit)
        )
            return Refuse($"The cells do not stand under their headings: “{Short(slipped.Text)}” is no postcode.", slipped.At);
        if (list.Delimiter.Length > 0 && row.Cells.Length > 1 && row.Cells.Length < list.Columns.Length / 2)
            return Refuse($"Only {row.Cells.Length} cells where the list has {list.Columns.Length} columns.");
        var odd = ImmutableArray.CreateBuilder<OddCell>();
        var facts = FactSheet.Empty;
        if (!cells.TryGetValue(ListColumn.Name, out var name))
            return Refuse(
                cells.ContainsKey(ListColumn.Street) || cells.ContainsKey(ListColumn.Address) ? "No name, only a street." : "No name."
            );
        if (name.Text.Length > FactReader.LongestName)
            return Refuse($"The name has {name.Text.Length} characters; up to {FactReader.LongestName} fit.", name.At);
        Put("business.name", new TextValue(name.Text), name.At);

        var country = cells.TryGetValue(ListColumn.Country, out var land) ? Places.CountryCode(land.Text) : list.Country;
        if (country is null)
        {
            Leave(ListColumn.Country, land, $"“{Short(land.Text)}” is not a country. Two letters such as GB, or the name, are understood.");
            country = list.Country;
        }
        if (Place(cells, ref country) is { } place)
        {
            if (place.Problem is not null)
                odd.Add(new OddCell(cells[ListColumn.Postcode].At, ListColumn.Postcode, place.Problem));
            if (place.Value is not null)
                Put("place", place.Value, place.At);
        }
        if (cells.TryGetValue(ListColumn.Phone, out var phone))
        {
            if (Phone(phone.Text, country) is { } number)
                Put("phone", number, phone.At);
            else
                Leave(ListColumn.Phone, phone, PhoneProblem(phone.Text, country));
        }
        if (cells.TryGetValue(ListColumn.Email, out var email))
        {
            var read = FactReader.ReadEmail(email.Text.Replace("mailto:", "", StringComparison.OrdinalIgnoreCase));
            if (read.Ok)
                Put("email", new TextValue(read.Value!), email.At);
            else
                Leave(ListColumn.Email, email, $"“{Short(email.Text)}” is not an email address.");
        }
        if (cells.TryGetValue(ListColumn.Website, out var web))
        {
            // "yes" says that there is a site; an address that cannot be read says so too, but is not kept as one.
            if (WebFinder.Clean(web.Text) is { } url)
            {
                if (WebFinder.IsSocial(url))
                    Put("social", new ListValue([url]), web.At);
                else
                    Put("website", new TextValue(url), web.At);
            }
            else
                Leave(ListColumn.Website, web, $"“{Short(web.Text)}” is not the address of a site. Leave it empty where there is none.");
        }
        if (cells.TryGetValue(ListColumn.Reviews, out var reviews) && ListColumns.Whole(reviews.Text) is null)
            Leave(ListColumn.Reviews, reviews, $"“{Short(reviews.Text)}” is not a number of reviews.");
        var count = cells.ContainsKey(ListColumn.Reviews) ? ListColumns.Whole(reviews.Text) ?? 0 : 0;
        if (cells.TryGetValue(ListColumn.Rating, out var rating))
        {
            var value = ListColumns.Figure(rating.Text) ?? -1;
            if (value < 0)
                Leave(ListColumn.Rating, rating, $"“{Short(rating.Text)}” is not a rating.");
            else if (value > 5)
                Leave(ListColumn.Rating, rating, $"Rating {rating.Text}; the scale ends at 5.");
            else if (value is > 0 and < 1)
                Leave(ListColumn.Rating, rating, $"Rating {rating.Text}; the scale begins at 1.");
            if (count == 0)
                count = ListColumns.CountBeside(rating.Text) ?? 0;
            if (value is >= 1 and <= 5 && count > 0)
                Put(
                    "rating",
                    new RatingValue(
                        value,
                        count,
                        "public reviews",
                        now.ToString("yyyy-MM", System.Globalization.CultureInfo.InvariantCulture)
                    ),
                    rating.At
                );
        }
        if (cells.TryGetValue(ListColumn.Person, out var person))
            Put("contact_person", new TextValue(person.Text), person.At);
        if (facts.Entries.Count == 1)
            return Refuse("Only a name. A town, a phone or an address is needed to tell firms apart.", name.At);
        var category = cells.TryGetValue(ListColumn.Trade, out var trade) ? trade.Text : "";
        return new ListEntry(
            row,
            facts,
            BusinessKeys.Of(facts),
            Short(category),
            TradeOf(category) ?? TradeOf(name.Text),
            string.Join("\n", notes.Concat(odd.Select(o => $"Left out of the list: {o.Why}")))
        )
        {
            Odd = odd.ToImmutable(),
        };

        void Leave(ListColumn what, (string Text, int At) cell, string why) => odd.Add(new OddCell(cell.At, what, why));

        void Put(string id, FactValue value, int at) =>
            facts = facts.With(
                id,
                new FactEntry(value, FactSource.Import, false, true, by, now)
                {
                    Where = new Snippet(list.Name, row.Number, "", Short(row.Cells[at]), ""),
                }
            );
        ListEntry Refuse(string why, int? at = null) => new(row, FactSheet.Empty, BusinessKeys.Of(FactSheet.Empty), "", null, "", why, at);
    }

    private static (AddressValue? Value, string? Problem, int At)? Place(
        Dictionary<ListColumn, (string Text, int At)> cells,
        ref string country
    )
    {
        string? Cell(ListColumn c) => cells.TryGetValue(c, out var v) ? v.Text : null;
        var code = Cell(ListColumn.Postcode)?.ToUpperInvariant();
        var town = Cell(ListColumn.Town);
        var street = Cell(ListColumn.Street);
        string? problem = null;
        if (cells.TryGetValue(ListColumn.Address, out var whole))
        {
            if (AddressFinder.InLine(whole.Text) is { } read)
            {
                country = read.Country;
                return (read with { Town = town ?? read.Town, Postcode = code ?? read.Postcode }, null, whole.At);
            }
            var parts = whole.Text.Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);
            street ??= town is not null || parts.Length > 1 ? parts[0] : null;
            town ??= parts[^1];
        }
        if (code is not null && !Places.PostcodeFits(country, code))
        {
            if (Places.CountryOfPostcode(code, Cell(ListColumn.Region)) is { } other && !cells.ContainsKey(ListColumn.Country))
                country = other;
            else
                (code, problem) = (null, $"“{Short(code!)}” is not a postcode of {country}.");
        }
        if (town is null)
            return code is null && street is null
                ? problem is null
                    ? null
                    : (null, problem, cells[ListColumn.Postcode].At)
                : (
                    new AddressValue(street, "", code, Cell(ListColumn.Region), country),
                    problem,
                    (cells.TryGetValue(ListColumn.Postcode, out var p) ? p : cells[ListColumn.Street]).At
                );
        return (
            new AddressValue(street, town, code, Cell(ListColumn.Region), country),
            problem,
            cells.TryGetValue(ListColumn.Town, out var t) ? t.At : whole.At
        );
    }

    /// <summary>
    /// The first whole number of a cell: slashes stand within German numbers and between two others, and a spreadsheet drops the first
    /// zero.
    /// </summary>
    private static PhoneValue? Phone(string cell, string country)
    {
        // 4.41633E+11: a spreadsheet kept six of its digits.
        if (Lost.IsMatch(cell))
            return null;
        foreach (
            var text in cell.Split([';', ','], StringSplitOptions.TrimEntries)
                .Prepend(cell)
                .Concat(cell.Split('/'))
                .Append("0" + cell.Trim())
        )
            if (PhoneReader.Read(text, country) is { Ok: true, Value: { } number } && PhoneReader.IsWhole(number))
                return number;
        return null;
    }

    private static string PhoneProblem(string cell, string country) =>
        Lost.IsMatch(cell) ? $"“{Short(cell)}” is a number that a spreadsheet cut; its last digits are lost."
        : PhoneReader.Read(cell, country) is { Ok: false, Problem: { } problem } ? problem
        : $"“{Short(cell)}” is too short for a number of {country} with its area code.";

    private static readonly System.Text.RegularExpressions.Regex Lost = new(
        @"^\d[.,]\d+E\+?\d+$",
        System.Text.RegularExpressions.RegexOptions.IgnoreCase
    );

    /// <summary>The trade that a category names, by the lexicon of four languages, else by the names of the templates.</summary>
    public string? TradeOf(string category)
    {
        if (category.Length == 0)
            return null;
        if (_trades.TryGetValue(category, out var known))
            return known;
        var found = TradeLexicon.OfLabel(category)?.Id
            ?? (category.Length < 80 && trades.Search(category, 1) is [{ Score: >= TradeSearch.Sure } match, ..] ? match.Trade.Id : null);
        return _trades[category] = found;
    }

    private static string Short(string s) => s.Length > 80 ? s[..79] + "…" : s;
}
