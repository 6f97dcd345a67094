using Plurimax.Facts;
using Plurimax.Text;

namespace Plurimax.Web.People;

/// <summary>The name that somebody at the agency is shown by.</summary>
internal static class PersonName
{
    private const int Longest = 80;

    public static Result<string> Read(string? typed)
    {
        var name = FactReader.Clean(typed);
        return !name.Any(char.IsLetter) ? Result<string>.Fail("Give a name.")
            : name.Length > Longest ? Result<string>.Fail($"{Longest} letters are the most.")
            : name;
    }
}
