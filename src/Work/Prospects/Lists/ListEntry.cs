using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Reading.Finders;
using Plurimax.Trades;

namespace Plurimax.Work.Prospects.Lists;

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
            return Refuse($"“{land.Text}” is not a country. Two letters such as GB, or the name, are understood.", land.At);
        if (Place(cells, ref country) is { } place)
        {
            if (place.Problem is not null)
                return Refuse(place.Problem, place.At);
            Put("place", place.Value!, place.At);
        }
        if (cells.TryGetValue(ListColumn.Phone, out var phone))
        {
            var read = PhoneReader.Read(phone.Text.Split('/', ';')[0], country);
            if (!read.Ok)
                return Refuse(read.Problem!, phone.At);
            if (!PhoneReader.IsWhole(read.Value!))
                return Refuse($"“{Short(phone.Text)}” is too short for a number of {country} with its area code.", phone.At);
            Put("phone", read.Value!, phone.At);
        }
        if (cells.TryGetValue(ListColumn.Email, out var email))
        {
            var read = FactReader.ReadEmail(email.Text.Replace("mailto:", "", StringComparison.OrdinalIgnoreCase));
            if (!read.Ok)
                return Refuse($"“{Short(email.Text)}” is not an email address.", email.At);
            Put("email", new TextValue(read.Value!), email.At);
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
                return Refuse($"“{Short(web.Text)}” is not the address of a site. Leave it empty where there is none.", web.At);
        }
        if (cells.TryGetValue(ListColumn.Reviews, out var reviews) && ListColumns.Whole(reviews.Text) is null)
            return Refuse($"“{Short(reviews.Text)}” is not a number of reviews.", reviews.At);
        var count = cells.ContainsKey(ListColumn.Reviews) ? ListColumns.Whole(reviews.Text)!.Value : 0;
        if (cells.TryGetValue(ListColumn.Rating, out var rating))
        {
            if (ListColumns.Figure(rating.Text) is not { } value)
                return Refuse($"“{Short(rating.Text)}” is not a rating.", rating.At);
            if (value > 5)
                return Refuse($"Rating {rating.Text}; the scale ends at 5.", rating.At);
            if (value is > 0 and < 1)
                return Refuse($"Rating {rating.Text}; the scale begins at 1.", rating.At);
            if (value >= 1 && count > 0)
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
            string.Join("\n", notes)
        );

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
                return (null, $"“{Short(code)}” is not a postcode of {country}.", cells[ListColumn.Postcode].At);
        }
        if (town is null)
            return code is null && street is null
                ? null
                : (
                    new AddressValue(street, "", code, Cell(ListColumn.Region), country),
                    null,
                    (cells.TryGetValue(ListColumn.Postcode, out var p) ? p : cells[ListColumn.Street]).At
                );
        return (
            new AddressValue(street, town, code, Cell(ListColumn.Region), country),
            null,
            cells.TryGetValue(ListColumn.Town, out var t) ? t.At : whole.At
        );
    }

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
