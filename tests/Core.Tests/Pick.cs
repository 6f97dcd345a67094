using CsCheck;

namespace Plurimax.Core.Tests;

internal static class Pick
{
    public static Gen<T> Any<T>(params T[] of) => Gen.Int[0, of.Length - 1].Select(i => of[i]);
}
