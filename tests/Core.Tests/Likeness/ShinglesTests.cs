using System.Collections.Immutable;
using CsCheck;
using Plurimax.Making.Likeness;
using Plurimax.Text;

namespace Plurimax.Core.Tests.Likeness;

public class ShinglesTests
{
    [Fact]
    public void A_rose_is_a_rose()
    {
        // Broder 1997, "On the resemblance and containment of documents": the 4-shingling of (a, rose, is, a, rose, is, a, rose) has three
        // members.
        Shingles.Of(["a rose is a rose is a rose"]).Length.ShouldBe(3);
    }

    [Theory]
    [InlineData("one two three four five", "one two three four five", 1)]
    // {1234, 2345} and {1234, 2346}: one of three in common.
    [InlineData("one two three four five", "one two three four six", 1 / 3d)]
    [InlineData("one two three four", "five six seven eight", 0)]
    [InlineData("", "", 0)]
    // Case, punctuation and typographic marks do not make another word; fewer than four words are one shingle.
    [InlineData("It's done: twice.", "IT'S DONE, twice", 1)]
    public void Resemblance_by_hand(string a, string b, double expected) =>
        Shingles.Resemblance(Shingles.Of([a]), Shingles.Of([b])).ShouldBe(expected, 1e-9);

    [Fact]
    public void Names_and_towns_do_not_count()
    {
        Shingles
            .Of(["Ask {{ business.name }} in {{ place.town }} today"])
            .ShouldBe(Shingles.Of(["Ask {{ owner.name }} in {{ place.region | sentence }} today"]));
        Shingles.Of(["Ask {{ business.name }} in {{ place.town }} today"]).ShouldNotBe(Shingles.Of(["Ask today"]));
    }

    [Fact]
    public void The_sketch_estimates_the_resemblance()
    {
        // Each place is one trial in 128: four standard errors of a proportion, √(r(1 − r)/128), and three places more, since few hits are
        // not spread normally.
        Gen.Select(Gen.Int[0, 900], Gen.UInt)
            .Sample(
                (shared, salt) =>
                {
                    ImmutableArray<uint> Set(uint own) =>
                        [.. Enumerable.Range(0, 1000).Select(i => Hashed((uint)i + salt, i < shared ? 0 : own)).Distinct().Order()];
                    var (a, b) = (Set(1), Set(2));
                    var r = Shingles.Resemblance(a, b);
                    var estimate = Sketch.Of(a).Estimate(Sketch.FromBytes(Sketch.Of(b).ToBytes()));
                    return Math.Abs(estimate - r) <= 4 * Math.Sqrt(r * (1 - r) / Sketch.Places) + 3.0 / Sketch.Places;
                },
                iter: 200
            );

        static uint Hashed(uint i, uint set) => Chance.Hash($"{i}/{set}");
    }
}
