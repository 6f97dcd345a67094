namespace Plurimax.Facts;

/// <summary>Who works there.</summary>
public static class Team
{
    /// <summary>The people of the fact sheet; those who run it first.</summary>
    public static (string Name, string? Role)[] Of(FactSheet facts)
    {
        var list = (facts.Public<ListValue>("team") ?? facts.Public<ListValue>("crew") ?? facts.Public<ListValue>("people"))?.Items ?? [];
        var people = list.Select(line =>
            {
                var cut = line.IndexOfAny([',', ':', '–']);
                var name = (cut < 0 ? line : line[..cut]).Trim();
                var role = cut < 0 ? null : line[(cut + 1)..].Trim();
                return (Name: name, Role: string.IsNullOrEmpty(role) ? null : role);
            })
            .Where(p => p.Name.Length > 0)
            .ToList();
        if (
            people.Count > 0
            && facts.Public<TextValue>("owner.name")?.Text is { } owner
            && people.All(p => !p.Name.Equals(owner, StringComparison.OrdinalIgnoreCase))
        )
            people.Insert(0, (owner, facts.Public<TextValue>("owner.role")?.Text));
        return [.. people];
    }
}
