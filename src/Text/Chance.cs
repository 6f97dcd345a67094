namespace Plurimax.Text;

/// <summary>
/// Repeatable choice: FNV-1a over the text, then an avalanche (finaliser of MurmurHash3). The same text gives the same number everywhere.
/// </summary>
public static class Chance
{
    public static uint Hash(string text)
    {
        var h = 2166136261u;
        foreach (var c in text)
        {
            h ^= c;
            h *= 16777619u;
        }
        return Mix(h);
    }

    /// <summary>The avalanche alone: a change of one bit changes half of them.</summary>
    public static uint Mix(uint h)
    {
        h ^= h >> 16;
        h *= 2246822507u;
        h ^= h >> 13;
        h *= 3266489909u;
        return h ^ (h >> 16);
    }

    public static T Pick<T>(IReadOnlyList<T> options, string seed) => options[(int)(Hash(seed) % (uint)options.Count)];
}
