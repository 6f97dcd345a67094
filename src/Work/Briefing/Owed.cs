using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Work.Briefing;

public enum OwedKind
{
    Picture,
    Text,
    Review,
    Decision,
    Detail,
}

public enum OwedState
{
    Here,
    ToConfirm,
    Asked,
    Open,
}

/// <summary>One thing that a page waits for.</summary>
/// <param name="Page">Id of the page; empty for the whole site.</param>
/// <param name="Fact">The fact that settles it; null for pictures.</param>
public sealed record OwedThing(string Page, OwedKind Kind, string What, OwedState State, bool ByClient, string? Fact);

/// <summary>
/// What is still owed for a site, by page. Worked out from the plan and from what has arrived, so that it ticks itself off.
/// </summary>
public static class Owed
{
    /// <param name="pictures">Pictures and brochures that have arrived.</param>
    public static ImmutableArray<OwedThing> Of(SiteDocument site, TradeTemplate trade, FactSheet facts, int pictures)
    {
        var catalogue = TradeFacts.Of(trade);
        var list = ImmutableArray.CreateBuilder<OwedThing>();
        var wanted = 0;
        foreach (var page in site.Pages.Where(p => !p.Hidden))
        {
            var named = new HashSet<string>();
            foreach (var section in page.Sections.Where(s => !s.Hidden))
                switch (section.Content)
                {
                    case OpeningContent when page.Id == "home":
                        Picture(page.Id, "a wide picture of the work or the place, for the opening");
                        break;
                    case AboutContent:
                        Fact(page.Id, "owner.story", OwedKind.Text, named);
                        Picture(page.Id, "a picture of whoever runs it");
                        break;
                    case PricesContent:
                        Fact(page.Id, "prices", OwedKind.Detail, named);
                        break;
                    case VisitContent:
                        Fact(page.Id, "hours", OwedKind.Detail, named);
                        Fact(page.Id, "place", OwedKind.Detail, named);
                        break;
                    case TrustContent:
                        Fact(page.Id, "testimonials", OwedKind.Review, named);
                        Fact(page.Id, "rating", OwedKind.Review, named);
                        break;
                    case ServicesContent:
                        Fact(page.Id, "services", OwedKind.Text, named);
                        break;
                }
            if (page.Id == "contact")
            {
                Fact(page.Id, "phone", OwedKind.Detail, named);
                Fact(page.Id, "email", OwedKind.Detail, named);
            }
        }
        foreach (var decision in new[] { "signs_off", "domain_wish", "logo", "deadline" })
            Fact("", decision, OwedKind.Decision, []);
        return list.ToImmutable();

        void Picture(string page, string what)
        {
            wanted++;
            list.Add(new OwedThing(page, OwedKind.Picture, what, pictures >= wanted ? OwedState.Here : OwedState.Open, true, null));
        }

        void Fact(string page, string id, OwedKind kind, HashSet<string> named)
        {
            if (!named.Add(id) || catalogue.FirstOrDefault(d => d.Id == id) is not { } d)
                return;
            if (facts.Marks.TryGetValue(id, out var mark) && mark == FactMark.DoesNotApply)
                return;
            // The same thing is owed once, on the first page that needs it.
            if (list.Any(o => o.Fact == id))
                return;
            var entry = facts[id];
            var state =
                entry is { Confirmed: true } && entry.Value is not AddressValue { Street: null or "" } ? OwedState.Here
                : entry is not null && entry.Value is not AddressValue || facts.Waiting.Any(w => w.Fact == id) ? OwedState.ToConfirm
                : mark == FactMark.AskedClient && facts.Marks.ContainsKey(id) ? OwedState.Asked
                : OwedState.Open;
            list.Add(new OwedThing(page, kind, d.Label, state, state != OwedState.ToConfirm && d.ForClient, id));
        }
    }

    /// <summary>Things that have not arrived, and how many of them the client owes.</summary>
    public static (int Open, int ByClient) Count(ImmutableArray<OwedThing> things) =>
        (things.Count(t => t.State != OwedState.Here), things.Count(t => t.State is OwedState.Open or OwedState.Asked && t.ByClient));
}
