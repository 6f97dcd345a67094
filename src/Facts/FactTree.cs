namespace Plurimax.Facts;

/// <summary>
/// The facts a site may state, as the nested names that template texts use: business.name, rating.value, promise.price_first.
/// </summary>
public static class FactTree
{
    /// <param name="everything">Also what is unconfirmed or kept private; for the agency's own mail and files only.</param>
    public static Dictionary<string, object> Build(FactSheet sheet, bool everything = false)
    {
        var root = new Dictionary<string, object>(StringComparer.Ordinal);
        foreach (var (id, entry) in sheet.Entries)
        {
            if (!everything && (!(entry is { Confirmed: true, Shown: true }) || FactCatalogue.Private.Contains(id)))
                continue;
            if (id == "promises" && entry.Value is ListValue promises)
                foreach (var promise in promises.Items)
                    Put(root, $"promise.{promise}", true);
            else if (Value(entry.Value) is { } value)
                Put(root, id, value);
        }
        return root;
    }

    /// <summary>Whether a condition such as "rating.value" holds.</summary>
    public static bool Has(IReadOnlyDictionary<string, object> tree, string path) => Get(tree, path) is not null and not false and not "";

    /// <summary>The value at a dotted name; null where there is none.</summary>
    public static object? Get(IReadOnlyDictionary<string, object> tree, string path)
    {
        object? at = tree;
        foreach (var part in path.Split('.'))
            if (at is not IReadOnlyDictionary<string, object> map || !map.TryGetValue(part, out at))
                return null;
        return at;
    }

    private static void Put(Dictionary<string, object> root, string id, object value)
    {
        var parts = id.Split('.');
        var at = root;
        foreach (var part in parts[..^1])
        {
            if (at.GetValueOrDefault(part) is not Dictionary<string, object> next)
                at[part] = next = new(StringComparer.Ordinal);
            at = next;
        }
        if (value is Dictionary<string, object> map && at.GetValueOrDefault(parts[^1]) is Dictionary<string, object> there)
            foreach (var (k, v) in map)
                there[k] = v;
        else
            at[parts[^1]] = value;
    }

    private static object? Value(FactValue value) =>
        value switch
        {
            TextValue v => v.Text,
            PhoneValue v => v.National,
            HoursValue v => v.Hours.AnyOpen ? v.Hours : null,
            ListValue v => v.Items.Length > 0 ? v.Items.ToArray() : null,
            PricesValue v => v.Lines.Length > 0 ? v.Lines.Length : null,
            YesNoValue v => v.Yes,
            TimetableValue v => v.Rows.Length > 0 ? v.Rows.Length : null,
            TestimonialsValue v => v.Items.Any(t => t.Permission) ? v.Items.Length : null,
            AddressValue v => Map(
                ("street", v.Street),
                ("town", v.Town),
                ("postcode", v.Postcode),
                ("region", v.Region),
                ("country", v.Country)
            ),
            RatingValue v => Map(("value", v.Value), ("count", v.Count), ("source", v.Source), ("date", v.Date)),
            CredentialValue v => Map(("name", v.Name), ("body", v.Body), ("number", v.Number)),
            InsuranceValue v => Map(("amount", v.Amount), ("until", v.Until)),
            _ => null,
        };

    private static Dictionary<string, object> Map(params (string Key, object? Value)[] pairs) =>
        pairs.Where(p => p.Value is not null and not "").ToDictionary(p => p.Key, p => p.Value!, StringComparer.Ordinal);
}
