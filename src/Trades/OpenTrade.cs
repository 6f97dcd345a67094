using System.Collections.Immutable;
using Plurimax.Facts;

namespace Plurimax.Trades;

/// <summary>
/// The templates of content/open: for a trade that has no template in a language. They say what the client said, under headings of the
/// language, and nothing of any trade. Their id holds the language and the kind of business, "open-fr-maker".
/// </summary>
public static class OpenTrade
{
    public static readonly ImmutableArray<string> Languages = ["en", "de", "fr", "es", "it", "nl"];

    /// <summary>Of content/, where they stand.</summary>
    public const string Folder = "open/";

    private const string Prefix = "open-";

    public static string IdOf(string language, BusinessKind kind) => $"{Prefix}{language.Split('-')[0].ToLowerInvariant()}-{Kebab(kind)}";

    /// <summary>How a business works whose trade nobody knows: by its hours, else by where it goes.</summary>
    /// <param name="knows">Whether a fact is known.</param>
    public static BusinessKind KindOf(Func<string, bool> knows) =>
        knows("hours") ? BusinessKind.ShopWithHours
        : knows("area.towns") || knows("area.radius") ? BusinessKind.AtCustomersPlace
        : BusinessKind.ByAppointment;

    /// <returns>Null for an id of another template.</returns>
    public static (string Language, BusinessKind Kind)? Parse(string id)
    {
        if (!id.StartsWith(Prefix, StringComparison.Ordinal) || id.Split('-', 3) is not [_, { Length: 2 } language, var kind])
            return null;
        return Enum.GetValues<BusinessKind>()
            .Where(k => Kebab(k) == kind)
            .Select(k => ((string, BusinessKind)?)(language, k))
            .FirstOrDefault();
    }

    private static string Kebab(BusinessKind kind) =>
        string.Concat(
            kind.ToString().Select((c, i) => char.IsUpper(c) && i > 0 ? $"-{char.ToLowerInvariant(c)}" : $"{char.ToLowerInvariant(c)}")
        );
}
