using System.Collections.Immutable;
using System.Numerics;
using System.Runtime.InteropServices;
using Plurimax.Text;

namespace Plurimax.Making.Likeness;

/// <summary>
/// A set of shingles in 512 bytes: for each of 128 hash functions the least value over the set (MinHash, Broder 1997).
/// The share of equal places estimates the resemblance, with a standard error of √(r(1 − r)/128), at most 0.044.
/// </summary>
public sealed class Sketch
{
    public const int Places = 128;
    private readonly uint[] _least;

    private Sketch(uint[] least) => _least = least;

    public static Sketch Of(ImmutableArray<uint> shingles)
    {
        var least = new uint[Places];
        Array.Fill(least, uint.MaxValue);
        foreach (var s in shingles)
        {
            // Two hashes give all: h(i) = a + i·b (Kirsch and Mitzenmacher, "Less hashing, same performance", 2006), b odd.
            uint a = Chance.Mix(s),
                b = Chance.Mix(s ^ 0x9E3779B9u) | 1;
            for (var i = 0; i < Places; i++)
            {
                var h = Chance.Mix(a + (uint)i * b);
                if (h < least[i])
                    least[i] = h;
            }
        }
        return new Sketch(least);
    }

    /// <returns>Estimated resemblance, 0 to 1.</returns>
    public double Estimate(Sketch other)
    {
        var equal = Vector<uint>.Zero;
        ReadOnlySpan<Vector<uint>> a = MemoryMarshal.Cast<uint, Vector<uint>>(_least),
            b = MemoryMarshal.Cast<uint, Vector<uint>>(other._least);
        // An equal place is all ones, minus one as a number.
        for (var i = 0; i < a.Length; i++)
            equal -= Vector.Equals(a[i], b[i]);
        return (double)Vector.Sum(equal) / Places;
    }

    public byte[] ToBytes() => MemoryMarshal.AsBytes<uint>(_least).ToArray();

    /// <exception cref="ArgumentException">Not 512 bytes.</exception>
    public static Sketch FromBytes(byte[] bytes) =>
        bytes.Length == Places * 4
            ? new Sketch(MemoryMarshal.Cast<byte, uint>(bytes).ToArray())
            : throw new ArgumentException($"{bytes.Length} bytes are no sketch.", nameof(bytes));
}
