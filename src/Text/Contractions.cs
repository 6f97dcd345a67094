using System.Text.RegularExpressions;

namespace Plurimax.Text;

/// <summary>Formal English has no contractions. 's is "is" only after the listed words; 'd is "would" in our banks.</summary>
public static partial class Contractions
{
    public static string Full(string s)
    {
        s = s.Replace("can't", "cannot")
            .Replace("Can't", "Cannot")
            .Replace("won't", "will not")
            .Replace("Won't", "Will not")
            .Replace("n't", " not")
            .Replace("'re", " are")
            .Replace("'ll", " will")
            .Replace("'ve", " have")
            .Replace("I'm", "I am")
            .Replace("let's", "let us")
            .Replace("Let's", "Let us");
        s = Would().Replace(s, "$1 would");
        return Is().Replace(s, "$1 is");
    }

    [GeneratedRegex(@"\b(I|you|he|she|it|we|they|You|We|They|It|that|there)'d\b")]
    private static partial Regex Would();

    [GeneratedRegex(@"\b(it|that|there|what|who|here|everything|nothing|somebody|someone|she|he)'s\b", RegexOptions.IgnoreCase)]
    private static partial Regex Is();
}
