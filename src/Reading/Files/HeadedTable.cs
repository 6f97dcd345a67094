using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Reading.Shapes;

namespace Plurimax.Reading.Files;

/// <summary>
/// A table about firms with a row of headings, as lines that say what each cell is: a fax number under "Telefax" is told from the telephone
/// only by its heading.
/// </summary>
internal static class HeadedTable
{
    private static readonly ImmutableArray<string> Days = ["monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday"];

    /// <summary>A row is read as long as it is one firm; of a whole list nothing can be said of "the" firm.</summary>
    public const int MostRows = 3;

    /// <summary>The roles of columns by their headings, null for each that says nothing known; null where the row is no row of
    /// headings.</summary>
    public static string?[]? Heads(string[] row)
    {
        var said = row.Select(c => c.Trim()).ToArray();
        var filled = said.Count(c => c.Length > 0);
        if (filled < 4 || said.Any(c => c.Length > 40 || c.Contains('@') || c.Count(char.IsDigit) > 3))
            return null;
        var roles = said.Select(ColumnNames.RoleOf).ToArray();
        return
            roles.Count(r => r is not null) >= Math.Max(3, filled * 2 / 5)
            && roles.Any(r => r is "phone" or "mobile" or "email" or "street" or "address" or "postcode" or "website")
            ? roles
            : null;
    }

    /// <summary>Writes rows under their headings as lines, and what they state outright as candidates.</summary>
    public static void Write(
        string file,
        string[] heads,
        string?[] roles,
        IReadOnlyList<string[]> rows,
        TextBuilder into,
        ImmutableArray<Candidate>.Builder stated
    )
    {
        foreach (var row in rows)
        {
            Firm(file, heads, roles, row, into, rows.Count == 1 ? stated : null);
            into.Add("", LineRole.Heading);
        }
    }

    private static void Firm(
        string file,
        string[] heads,
        string?[] roles,
        string[] row,
        TextBuilder b,
        ImmutableArray<Candidate>.Builder? stated
    )
    {
        string Cell(int i) => i < row.Length ? TextBuilder.Tidy(row[i]).Trim() : "";
        List<string> All(string role) =>
            [.. Enumerable.Range(0, roles.Length).Where(i => roles[i] == role).Select(Cell).Where(c => c.Length > 0)];
        string? One(string role) => All(role).FirstOrDefault();
        // In the words of the table, so that its language shows; codes such as "tel_1" are put in words.
        void Say(string label, string value, string? role = null)
        {
            if (value.Length == 0)
                return;
            var own = Array.FindIndex(roles, r => r == role) is >= 0 and var at && role is not null ? heads[at].Trim() : "";
            b.Add($"{(own.Length > 3 && own.All(c => char.IsLetter(c) || c is ' ' or '-') ? own : label)}: {value}", LineRole.Text);
        }
        void State(string fact, FactValue value) =>
            stated?.Add(new Candidate(fact, value, .95, new Snippet(file, b.Count, "", value.Summary(), ""), "column of a table"));

        if (One("name") is { Length: <= FactReader.LongestName } name)
        {
            Say("Business name", name, "name");
            State("business.name", new TextValue(name));
        }
        Say("Trade", One("trade") ?? "", "trade");
        var code = One("postcode");
        var country = Places.CountryCode(One("country")) ?? Places.CountryOfPostcode(code, One("region"));
        var street = string.Join(", ", All("street").Concat(All("address")));
        var town = One("town");
        Say(
            "Address",
            string.Join(
                ", ",
                new[] { street, (code?.Any(char.IsLetter) == true ? $"{town} {code}" : $"{code} {town}").Trim(), One("region") }.Where(p =>
                    p is { Length: > 0 }
                )
            )
        );
        // Without a country the whole text decides, by its language and its other numbers.
        if (town is not null && street.Length > 0 && country is not null)
            State("place", new AddressValue(street, town, code, One("region"), country));
        for (var i = 0; i < roles.Length; i++)
            if (roles[i] is "phone" or "mobile" or "fax" && Cell(i) is { Length: > 0 } number)
                Say(
                    LabelBeside(heads, i, Cell)
                        ?? (
                            roles[i] == "fax" ? "Fax"
                            : roles[i] == "mobile" ? "Mobile"
                            : "Phone"
                        ),
                    number,
                    LabelBeside(heads, i, Cell) is null ? roles[i] : null
                );
        foreach (var mail in All("email"))
            Say("E-mail", mail);
        foreach (var site in All("website"))
            Say("Website", site);
        foreach (var link in All("social"))
            b.Add(link, LineRole.Text);
        if (One("founded") is { } founded)
            Say("Founded", founded, "founded");
        if (One("owner") is { } owner)
            Say("Owner", owner, "owner");
        // "note" heads marks in one language and remarks in others.
        if (One("rating") is { } rating && rating.Any(char.IsDigit) && rating.Length < 24)
            Say("Rating", One("reviews") is { } count ? $"{rating} ({count} reviews)" : rating);
        foreach (var hours in All("hours"))
            Say("Opening hours", hours, "hours");
        b.Add("", LineRole.Text);
        foreach (var day in Days)
            if (All(day) is { Count: > 0 } spans)
                Say(char.ToUpperInvariant(day[0]) + day[1..], string.Join(", ", spans));
        Listed("service", "Services");
        Listed("point", "Why us");
        Listed("price", "Prices");
        for (var i = 0; i < roles.Length; i++)
            if (roles[i] is null or "note" or "person" && Cell(i) is { Length: > 0 } other && !IsLabelOf(heads, i))
                Say(heads[i].Trim() is { Length: > 0 } said ? said.Replace('_', ' ') : "Note", other);

        void Listed(string role, string heading)
        {
            var cells = All(role);
            if (cells.Count == 0)
                return;
            b.Add(heading, LineRole.Heading);
            foreach (var part in cells.SelectMany(c => c.Split(';', '\n')))
                if (part.Contains('|'))
                    b.Row(part.Split('|'));
                else if (role != "price" && cells.Count == 1 && part.Contains(','))
                    foreach (var one in part.Split(','))
                        b.Add(one.Trim(), LineRole.Item);
                else
                    b.Add(part.Trim(), LineRole.Item);
            b.Add("", LineRole.Heading);
        }
    }

    /// <summary>"tel_2" and beside it "tel_2_label".</summary>
    private static string? LabelBeside(string[] heads, int i, Func<int, string> cell)
    {
        var at = Enumerable.Range(0, heads.Length).FirstOrDefault(k => IsLabelFor(heads[k], heads[i]), -1);
        return at >= 0 && cell(at) is { Length: > 0 } label ? label : null;
    }

    private static bool IsLabelOf(string[] heads, int i) => heads.Any(h => IsLabelFor(heads[i], h));

    private static bool IsLabelFor(string label, string heading) =>
        heading.Length > 1
        && label.Length > heading.Length
        && label.StartsWith(heading, StringComparison.OrdinalIgnoreCase)
        && label[heading.Length..].Trim(' ', '_', '-', '.').ToLowerInvariant() is "label" or "type" or "kind" or "art" or "typ" or "tipo";
}
