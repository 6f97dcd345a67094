using System.Collections.Immutable;

namespace Plurimax.Work.Prospects;

/// <summary>Two entries that are probably one business.</summary>
/// <param name="Reason">In words: by what.</param>
/// <param name="Likeness">Of the names, 0 to 1.</param>
public sealed record Twin<T>(T First, T Second, string Reason, double Likeness);

/// <summary>
/// Finds entries that are one business: the same phone, or a like name and the same postcode. Near-linear in the number of entries.
/// </summary>
public static class Twins
{
    /// <summary>From here on two names are alike.</summary>
    public const double Alike = 0.7;

    /// <summary>The first twin of each entry of <paramref name="fresh"/> among <paramref name="known"/> and those before it.</summary>
    public static ImmutableArray<Twin<T>> Find<T>(
        IEnumerable<(T Id, BusinessKeys Keys)> known,
        IEnumerable<(T Id, BusinessKeys Keys)> fresh
    )
    {
        var byPhone = new Dictionary<string, (T Id, BusinessKeys Keys)>(StringComparer.Ordinal);
        var byPlace = new Dictionary<string, List<(T Id, BusinessKeys Keys)>>(StringComparer.Ordinal);
        foreach (var k in known)
            Remember(k);
        var found = ImmutableArray.CreateBuilder<Twin<T>>();
        foreach (var f in fresh)
        {
            if (Of(f) is { } twin)
                found.Add(twin);
            Remember(f);
        }
        return found.ToImmutable();

        void Remember((T Id, BusinessKeys Keys) entry)
        {
            if (entry.Keys.Phone.Length > 0)
                byPhone.TryAdd(entry.Keys.Phone, entry);
            foreach (var key in Places(entry.Keys))
                if (byPlace.TryGetValue(key, out var there))
                    there.Add(entry);
                else
                    byPlace[key] = [entry];
        }

        Twin<T>? Of((T Id, BusinessKeys Keys) f)
        {
            if (f.Keys.Phone.Length > 0 && byPhone.TryGetValue(f.Keys.Phone, out var same))
                return new(same.Id, f.Id, "same phone", BusinessKeys.Likeness(same.Keys.Name, f.Keys.Name));
            foreach (var key in Places(f.Keys))
            foreach (var k in byPlace.GetValueOrDefault(key) ?? [])
                if (BusinessKeys.Likeness(k.Keys.Name, f.Keys.Name) is var likeness && likeness >= (key[0] == 'P' ? Alike : 1))
                    return new(
                        k.Id,
                        f.Id,
                        key[0] == 'P'
                            ? likeness == 1
                                ? "same name and postcode"
                                : "like name, same postcode"
                            : "same name and town",
                        likeness
                    );
            return null;
        }
    }

    /// <summary>
    /// Where a business may meet its twin. A town holds too many firms for a like name to mean anything; there the name has to be the same.
    /// </summary>
    private static IEnumerable<string> Places(BusinessKeys k)
    {
        if (k.Name.Length == 0)
            yield break;
        if (k.Postcode.Length > 0)
            yield return "P" + k.Postcode;
        if (k.Town.Length > 0)
            yield return $"T{k.Town}|{k.Name}";
    }
}
