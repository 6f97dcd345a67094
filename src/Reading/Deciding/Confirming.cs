using System.Collections.Immutable;
using Plurimax.Facts;

namespace Plurimax.Reading.Deciding;

/// <summary>A value as a reading or the client offers it for one fact.</summary>
public sealed record Offer(string Fact, FactValue Value, double Confidence, Snippet Where);

/// <summary>
/// From what was read or sent to what is known: offers wait, a person takes or refuses them, nothing confirmed is overwritten unseen.
/// </summary>
public static class Confirming
{
    /// <summary>Below this confidence a value is not worth a person's look.</summary>
    public const double Worth = 0.55;

    /// <summary>What a reading offers, one value a fact; lists as one list. Second phones and mailboxes have facts of their own.</summary>
    public static ImmutableArray<Offer> Of(FactReading reading, IEnumerable<FactDefinition> catalogue)
    {
        var known = catalogue.Select(d => d.Id).ToHashSet();
        var offers = ImmutableArray.CreateBuilder<Offer>();
        foreach (var fact in reading.Facts)
        {
            var sure = fact.Values.Where(v => v.Confidence >= Worth).ToList();
            if (sure.Count == 0)
                continue;
            switch (fact.Fact)
            {
                case "phone" or "email":
                    offers.Add(Of(fact.Fact, sure[0]));
                    if (sure.Count > 1)
                        offers.Add(Of(fact.Fact + "_second", sure[1]));
                    break;
                case "prices":
                    offers.Add(
                        new Offer(
                            fact.Fact,
                            new PricesValue([.. sure.SelectMany(v => ((PricesValue)v.Value).Lines).Take(60)]),
                            sure.Average(v => Reliability.Of(v.Fact, v.Confidence)),
                            sure[0].Snippet
                        )
                    );
                    break;
                case "testimonials":
                    offers.Add(
                        new Offer(
                            fact.Fact,
                            new TestimonialsValue([.. sure.SelectMany(v => ((TestimonialsValue)v.Value).Items).Take(40)]),
                            sure.Average(v => Reliability.Of(v.Fact, v.Confidence)),
                            sure[0].Snippet
                        )
                    );
                    break;
                case var id when known.Contains(id) && sure[0].Value is ListValue:
                    offers.Add(
                        new Offer(
                            id,
                            new ListValue([
                                .. sure.SelectMany(v => ((ListValue)v.Value).Items).Distinct(StringComparer.OrdinalIgnoreCase).Take(60),
                            ]),
                            sure.Average(v => Reliability.Of(v.Fact, v.Confidence)),
                            sure[0].Snippet
                        )
                    );
                    break;
                case var id when known.Contains(id):
                    // Where only one can be true, the rival is offered too, so that both are seen.
                    offers.AddRange(sure.Take(fact.Conflict ? 2 : 1).Select(v => Of(id, v)));
                    break;
            }
        }
        return offers.ToImmutable();

        static Offer Of(string id, Candidate c) => new(id, c.Value, Reliability.Of(c.Fact, c.Confidence), c.Snippet);
    }

    /// <summary>Puts offers on the waiting list. What is known already, or waits already, is not asked again.</summary>
    public static FactSheet Add(FactSheet sheet, IEnumerable<Offer> offers, FactSource source, string? by, DateTimeOffset at)
    {
        var waiting = sheet.Waiting.ToBuilder();
        foreach (var o in offers)
        {
            if (sheet[o.Fact] is { } had && (Same(had.Value, o.Value) || Holds(had.Value, o.Value)))
                continue;
            if (waiting.Any(w => w.Fact == o.Fact && Same(w.Value, o.Value)))
                continue;
            waiting.Add(new WaitingFact(Guid.CreateVersion7(at), o.Fact, o.Value, source, o.Confidence, o.Where, by, at));
        }
        return sheet with { Waiting = waiting.ToImmutable() };
    }

    /// <summary>
    /// Takes an offer as confirmed. Lists grow, single values are replaced and remembered; rivals of a single value are answered with it.
    /// </summary>
    public static FactSheet Accept(FactSheet sheet, Guid id, string by, DateTimeOffset at)
    {
        if (sheet.Waiting.FirstOrDefault(w => w.Id == id) is not { } w)
            return sheet;
        var value = sheet[w.Fact] is { } had ? Join(had.Value, w.Value) : w.Value;
        var rivals = value is ListValue or PricesValue or TestimonialsValue
            ? sheet.Waiting.Where(x => x.Id == id)
            : sheet.Waiting.Where(x => x.Fact == w.Fact);
        var left = sheet.Waiting.RemoveRange(rivals);
        return (sheet with { Waiting = left }).With(
            w.Fact,
            new FactEntry(value, w.Source, true, !FactCatalogue.Private.Contains(w.Fact), by, at) { Where = w.Where }
        );
    }

    public static FactSheet Decline(FactSheet sheet, Guid id) => sheet with { Waiting = sheet.Waiting.RemoveAll(w => w.Id == id) };

    /// <summary>Takes every offer that contradicts nothing, at or above a confidence.</summary>
    public static FactSheet AcceptAll(FactSheet sheet, double least, Func<string, bool> of, string by, DateTimeOffset at) =>
        sheet
            .Waiting.Where(w => w.Confidence >= least && of(w.Fact) && !Contradicts(sheet, w))
            .Aggregate(sheet, (s, w) => Accept(s, w.Id, by, at));

    /// <summary>Another value is known, or waits with it, where only one can be true.</summary>
    public static bool Contradicts(FactSheet sheet, WaitingFact w) =>
        w.Value is not (ListValue or PricesValue or TestimonialsValue)
        && (
            sheet[w.Fact] is { } had && !Same(had.Value, w.Value) && !Completes(had.Value, w.Value)
            || sheet.Waiting.Any(x => x.Id != w.Id && x.Fact == w.Fact && !Same(x.Value, w.Value))
        );

    /// <summary>An address with a street in the town that is known completes it rather than contradicting it.</summary>
    private static bool Completes(FactValue had, FactValue fresh) =>
        had is AddressValue { Street: null or "" } a
        && fresh is AddressValue b
        && (a.Town.Equals(b.Town, StringComparison.OrdinalIgnoreCase));

    private static bool Same(FactValue a, FactValue b) =>
        a.GetType() == b.GetType() && string.Equals(a.Raw(), b.Raw(), StringComparison.OrdinalIgnoreCase);

    private static bool Holds(FactValue had, FactValue fresh) =>
        had is ListValue a && fresh is ListValue b && b.Items.All(i => a.Items.Contains(i, StringComparer.OrdinalIgnoreCase));

    private static FactValue Join(FactValue had, FactValue fresh) => Joined(had, fresh) ?? fresh;

    /// <summary>Both values as one, where several can be true at once; else null.</summary>
    public static FactValue? Joined(FactValue had, FactValue fresh) =>
        (had, fresh) switch
        {
            (ListValue a, ListValue b) => new ListValue([.. a.Items.Concat(b.Items).Distinct(StringComparer.OrdinalIgnoreCase).Take(60)]),
            (PricesValue a, PricesValue b) => new PricesValue([
                .. b
                    .Lines.Concat(a.Lines.Where(l => !b.Lines.Any(n => n.Service.Equals(l.Service, StringComparison.OrdinalIgnoreCase))))
                    .Take(60),
            ]),
            (TestimonialsValue a, TestimonialsValue b) => new TestimonialsValue([
                .. a.Items.Concat(b.Items.Where(n => a.Items.All(i => i.Quote != n.Quote))).Take(40),
            ]),
            _ => null,
        };
}
