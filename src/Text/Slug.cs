namespace Plurimax.Text;

/// <summary>Names as they stand in addresses and ids.</summary>
public static class Slug
{
    /// <returns>
    /// Lower-case ASCII letters, digits and single hyphens, at most 40 characters; empty where the text has neither letter nor digit.
    /// </returns>
    public static string Of(string text)
    {
        var b = new System.Text.StringBuilder();
        foreach (var c in Letters.Fold(text))
            if (char.IsAsciiLetterOrDigit(c))
                b.Append(c);
            else if (b.Length > 0 && b[^1] != '-')
                b.Append('-');
        var slug = b.ToString().Trim('-');
        return slug.Length > 40 ? slug[..40].Trim('-') : slug;
    }
}
