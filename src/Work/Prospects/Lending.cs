using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Sites;

namespace Plurimax.Work.Prospects;

/// <summary>A value that a sample shows although nobody at the business has confirmed it.</summary>
public sealed record NotCleared(string Fact, FactEntry Entry);

/// <summary>
/// Samples are made from what a list or a listing says, for the eyes of the business alone.
/// A sample lends that material; once the business is a client it stays off the site until it is confirmed.
/// </summary>
public static class Lending
{
    /// <summary>The sheet as a sample shows it: everything known counts as confirmed. Never for a site that can be released.</summary>
    public static FactSheet ForSample(FactSheet facts) =>
        facts with
        {
            Entries = facts.Entries.ToImmutableSortedDictionary(
                e => e.Key,
                e => e.Value with { Confirmed = true, Value = Quoted(e.Value.Value) },
                StringComparer.Ordinal
            ),
        };

    /// <summary>
    /// Words of customers are shown back to the business they were said about; they need their permission before anybody else sees them.
    /// </summary>
    private static FactValue Quoted(FactValue value) =>
        value is TestimonialsValue t ? new TestimonialsValue([.. t.Items.Select(i => i with { Permission = true })]) : value;

    public static ImmutableArray<NotCleared> NotCleared(FactSheet facts) =>
        [
            .. facts
                .Entries.Where(e => !e.Value.Confirmed || e.Value.Value is TestimonialsValue t && t.Items.Any(i => !i.Permission))
                .Select(e => new NotCleared(e.Key, e.Value)),
        ];

    /// <summary>Passages that fall away or change when the sample becomes a real site.</summary>
    public static int PassagesLost(SiteDocument sample, SiteDocument real) => Difference.Between(sample, real).Length;
}
