using System.Collections.Immutable;
using System.Text;
using Plurimax.Facts;
using Plurimax.Reading.Finders;
using Plurimax.Text;

namespace Plurimax.Work.Prospects;

/// <summary>By what a business is found again, and told from others.</summary>
/// <param name="Name">Lower case, without accents, signs and legal forms.</param>
/// <param name="Phone">E.164, or empty.</param>
/// <param name="Postcode">Upper case without blanks, or empty.</param>
/// <param name="Search">Everything somebody may look for, folded.</param>
public sealed record BusinessKeys(
    string Name,
    string Phone,
    string Email,
    string Postcode,
    string Town,
    decimal? Rating,
    int Reviews,
    bool OwnSite,
    string Search
)
{
    private static readonly ImmutableHashSet<string> LegalForms =
    [
        "ltd",
        "limited",
        "llp",
        "plc",
        "inc",
        "llc",
        "gmbh",
        "ug",
        "ohg",
        "kg",
        "gbr",
        "ag",
        "ek",
        "sarl",
        "sas",
        "eurl",
        "sl",
        "slu",
        "sa",
        "bv",
        "vof",
        "co",
        "the",
    ];

    public static BusinessKeys Of(FactSheet facts)
    {
        var place = facts.Any<AddressValue>("place");
        var phone = facts.Any<PhoneValue>("phone");
        var email = Text("email");
        var rating = facts.Any<RatingValue>("rating");
        var search = string.Join(
            ' ',
            new[]
            {
                facts.Name,
                place?.Summary(),
                phone?.National,
                phone?.E164,
                string.Concat((phone?.National ?? "").Where(char.IsAsciiDigit)),
                facts.Any<PhoneValue>("phone_second")?.National,
                email,
                Text("email_second"),
                Text("owner.name"),
                Text("contact_person"),
                Text("website"),
                Text("decides"),
                Text("signs_off"),
            }.Where(s => !string.IsNullOrEmpty(s))
        );
        return new(
            NameKey(facts.Name),
            phone?.E164 ?? "",
            email.ToLowerInvariant(),
            PostcodeKey(place?.Postcode),
            Fold(place?.Town ?? ""),
            rating?.Value,
            rating?.Count ?? 0,
            OwnSiteOf(facts) is not null,
            Fold(search)
        );

        string Text(string id) => facts.Any<TextValue>(id)?.Text ?? "";
    }

    /// <summary>The address of the site a business already has; null where it has none, or only a page on a social network.</summary>
    public static string? OwnSiteOf(FactSheet facts) =>
        facts.Any<TextValue>("website")?.Text is { Length: > 0 } url && !WebFinder.IsSocial(url) ? url : null;

    public static string PostcodeKey(string? code) => string.Concat((code ?? "").Where(char.IsLetterOrDigit)).ToUpperInvariant();

    public static string NameKey(string name)
    {
        var words = Fold(name.Replace("'", "").Replace("’", "").Replace("&", " and ").Replace(" + ", " and "))
            .Split(' ', StringSplitOptions.RemoveEmptyEntries);
        var kept = words.Where(w => !LegalForms.Contains(w) && w is not ("and" or "und" or "et" or "y")).ToArray();
        return string.Join(' ', kept.Length > 0 ? kept : words);
    }

    /// <summary>Lower case without accents; anything but letters, digits and what addresses are made of is a blank.</summary>
    public static string Fold(string text)
    {
        var b = new StringBuilder(text.Length);
        foreach (var c in Letters.Fold(text))
            b.Append(char.IsLetterOrDigit(c) || c is '@' or '.' or '+' or '-' ? c : ' ');
        return string.Join(' ', b.ToString().Split(' ', StringSplitOptions.RemoveEmptyEntries));
    }

    /// <summary>
    /// Likeness of two names from 0 to 1: the coefficient of Sørensen and Dice over pairs of letters
    /// (Dice 1945, Ecology 26:297), pairs counted as often as they occur.
    /// </summary>
    public static double Likeness(string a, string b)
    {
        if (a == b)
            return a.Length == 0 ? 0 : 1;
        var pairs = Pairs(a).ToList();
        var of = pairs.Count;
        var others = Pairs(b).ToList();
        if (of == 0 || others.Count == 0)
            return 0;
        var shared = others.Count(pairs.Remove);
        return 2.0 * shared / (of + others.Count);
    }

    private static IEnumerable<(char, char)> Pairs(string text) => text.Split(' ').SelectMany(w => w.Zip(w.Skip(1)));
}
