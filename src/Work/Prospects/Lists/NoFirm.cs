using System.Text.RegularExpressions;

namespace Plurimax.Work.Prospects.Lists;

/// <summary>Rows of a list that are no firm to write to: sums, headings again, tests, and firms that have closed.</summary>
internal static class NoFirm
{
    /// <returns>The reason; null where the row may be a firm.</returns>
    public static string? Of(ListFile list, ListRow row, Dictionary<ListColumn, string> cells, IEnumerable<string> notes)
    {
        var filled = row.Cells.Count(c => c.Length > 0);
        var same = row.Cells.Where(
            (c, i) => c.Length > 0 && i < list.Headings.Length && c.Equals(list.Headings[i], StringComparison.OrdinalIgnoreCase)
        );
        if (filled > 1 && same.Count() > filled / 2)
            return "The headings again.";
        var name = cells.GetValueOrDefault(ListColumn.Name) ?? row.Cells.FirstOrDefault(c => c.Length > 0) ?? "";
        var bare = !cells.ContainsKey(ListColumn.Phone) && !cells.ContainsKey(ListColumn.Postcode) && !cells.ContainsKey(ListColumn.Street);
        if (bare && filled <= 4 && Sum.IsMatch(name))
            return "A sum or a remark about the list, not a firm.";
        if (Test.IsMatch(name))
            return "A test, not a firm.";
        if (cells.GetValueOrDefault(ListColumn.Status) is { } status && (Closed.IsMatch(status) || ClosedStatus.IsMatch(status)))
            return "Closed for good, says the list.";
        return notes.Any(Closed.IsMatch) || Closed.IsMatch(name) ? "Closed for good, says the list." : null;
    }

    private static readonly Regex Sum = new(
        @"^\W*(?:sub)?(?:total|totals|totaux|summe|gesamt|zwischensumme|sum|suma|somma|totale|totaal|som|stand\b|as of|"
            + @"source|sources|quelle|fuente|"
            + @"fonte|bron|page|seite|página|pagina|export|exported|exportiert|generated|records?|datensätze|end of|ende|fin\b|copyright|©|"
            + @"état|updated)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Test = new(
        @"^(?:test|tests|testing|dummy|asdf\w*|xxx+|qwert\w*|beispiel(?:firma)?|musterfirma|exemple|ejemplo|esempio|voorbeeld)"
            + @"(?:[\s-]*(?:test|gmbh|ltd|firma|company|entry|eintrag|row|\d+))*$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Closed = new(
        @"\b(?:permanently closed|closed (?:down|permanently|for good)|ceased trading|out of business|no longer trading|"
            + @"dauerhaft geschlossen|"
            + @"geschäft aufgegeben|betrieb eingestellt|aufgegeben|erloschen|ferm(?:é|ée) définitivement|définitivement ferm(?:é|ée)|"
            + @"cerrado (?:permanentemente|definitivamente)|chiuso definitivamente|definitief gesloten|permanent gesloten)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex ClosedStatus = new(
        @"^\W*(?:closed|geschlossen|fermée?|cerrado|chiuso|gesloten|inactive|inaktiv|insolvent|dissolved|liquidation|in liquidation)\W*$",
        RegexOptions.IgnoreCase
    );
}
