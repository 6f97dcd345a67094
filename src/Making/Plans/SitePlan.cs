using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Making.Plans;

/// <param name="Id">Of the page in the document.</param>
/// <param name="Why">Why it is there, for the maker.</param>
/// <param name="Service">The service that it is about, where it is about one.</param>
public sealed record PlannedPage(string Id, ImmutableArray<string> Slots, string Why, string? Service = null);

/// <summary>
/// Which pages a site has, and what stands on each: from the trade, the size that is wanted and the facts that are there.
/// </summary>
public static class SitePlan
{
    /// <summary>More pages of single services than this make a menu nobody reads.</summary>
    public const int MostServicePages = 8;

    /// <summary>Countries in which a business must name itself on its site.</summary>
    private static readonly ImmutableHashSet<string> ImprintCountries = ["DE", "AT", "CH", "FR", "ES", "IT", "NL", "BE", "LU"];

    /// <param name="services">The services that are shown, in order.</param>
    /// <param name="photos">How many photos the site has.</param>
    public static ImmutableArray<PlannedPage> For(
        TradeTemplate trade,
        FactSheet facts,
        PlanSize size,
        ImmutableArray<string> services,
        int photos = 0
    )
    {
        var small = trade
            .Pages.Select(p => new PlannedPage(
                p.Page,
                Gained(trade, facts, p.Page, p.Slots, photos),
                "every site of this size has it",
                p.Page.StartsWith("service-", StringComparison.Ordinal) ? p.Page["service-".Length..] : null
            ))
            .ToList();
        var pages = size == PlanSize.One ? [OnePage(trade, small)] : small;
        if (size != PlanSize.One)
        {
            foreach (var (kind, why) in Boards(facts))
                Before(pages, "about", new PlannedPage(kind, PageKinds.Find(kind)!.Slots, why));
            if (photos >= 3)
                Before(pages, "about", new PlannedPage("gallery", PageKinds.Find("gallery")!.Slots, $"{photos} photos"));
        }
        if (size == PlanSize.Full)
        {
            var at = pages.FindIndex(p => p.Id == "services") + 1;
            pages.InsertRange(
                at,
                services
                    .Take(MostServicePages)
                    .Select(id => new PlannedPage($"service-{id}", PageKinds.Find("service")!.Slots, "a page for each service", id))
            );
            if (facts.Public<PricesValue>("prices") is { Lines.Length: >= 4 } prices)
                Before(pages, "about", Of("prices", $"{prices.Lines.Length} prices are known"));
            if (facts.Public<TestimonialsValue>("testimonials") is { } said && said.Items.Count(t => t.Permission) is >= 3 and var n)
                Before(pages, "questions", Of("testimonials", $"{n} customers may be quoted"));
            if (facts.Public<ListValue>("area.towns") is { Items.Length: >= 3 } towns)
                Before(pages, "contact", Of("area", $"{towns.Items.Length} places are served"));
            pages.Add(Of("accessibility", "a full site states it"));
            pages.Add(Of("thanks", "where the form leads"));
        }
        pages.Add(Of("privacy", "the form asks for personal details"));
        if (ImprintCountries.Contains(facts.Country))
            pages.Add(Of("imprint", $"the law of {facts.Country} asks for it"));
        return [.. pages];

        static PlannedPage Of(string kind, string why) => new(kind, PageKinds.Find(kind)!.Slots, why);
    }

    /// <summary>The pages that a kind of business has as soon as their facts are there.</summary>
    private static IEnumerable<(string Kind, string Why)> Boards(FactSheet facts)
    {
        if (facts.Public<PricesValue>("dishes") is not null)
            yield return ("menu", "dishes are known");
        if (facts.Public<PricesValue>("rooms") is not null)
            yield return ("rooms", "rooms are known");
        if (facts.Public<TimetableValue>("timetable") is not null)
            yield return ("timetable", "the week is known");
    }

    private static void Before(List<PlannedPage> pages, string id, PlannedPage page)
    {
        var at = pages.FindIndex(p => p.Id == id);
        if (at < 0)
            at = pages.FindIndex(p => p.Id == "contact");
        pages.Insert(at < 0 ? pages.Count : at, page);
    }

    /// <summary>The trade's plan, with the sections every business of that kind gains once the facts are there.</summary>
    private static ImmutableArray<string> Gained(
        TradeTemplate trade,
        FactSheet facts,
        string page,
        ImmutableArray<string> slots,
        int photos
    )
    {
        // What the client said of the business stands somewhere, whatever the trade has to say.
        IEnumerable<string> told(params (string Slot, string Fact)[] said) =>
            said.Where(t => facts.Public<FactValue>(t.Fact) is not null && !slots.Contains(t.Slot)).Select(t => t.Slot);
        var atPlace = trade.Kind is not BusinessKind.AtCustomersPlace;
        var list = slots.ToList();
        if (page == "home")
        {
            var end = list.IndexOf("closing") is >= 0 and var i ? i : list.Count;
            list.InsertRange(
                end,
                told(("points", "selling_points"), ("reach", "area.radius"))
                    .Concat(new[] { photos is > 0 and < 3 ? "gallery" : "", "testimonials", atPlace ? "visit" : "area" })
                    .Where(s => s.Length > 0 && !list.Contains(s))
            );
        }
        if (page == "about")
        {
            var end = list.IndexOf("closing") is >= 0 and var i ? i : list.Count;
            list.InsertRange(
                end,
                told(("story", "owner.story"), ("history", "history"), ("promise", "guarantee"))
                    .Concat(["team", "memberships"])
                    .Where(s => !list.Contains(s))
            );
        }
        if (page == "contact")
        {
            list.RemoveAll(s => s is "hours_line" or "directions");
            list.AddRange(atPlace ? ["visit"] : ["visit", "area"]);
        }
        return [.. list];
    }

    /// <summary>All that matters on one page: the promise, what is done, how, who, questions, proof, where, the form.</summary>
    private static PlannedPage OnePage(TradeTemplate trade, List<PlannedPage> small)
    {
        var slots = new List<string>();
        void Take(Func<string, bool> which) =>
            slots.AddRange(small.SelectMany(p => p.Slots).Where(s => which(s) && !slots.Any(x => Name(x) == Name(s))));
        Take(s => s is "headline" or "lede");
        Take(s => Name(s) is "proof" or "services.short");
        if (!slots.Contains("services.short"))
            slots.Add("services.short");
        slots.AddRange(
            trade.Kind switch
            {
                BusinessKind.FoodAndDrink => ["menu"],
                BusinessKind.Lodging => ["rooms"],
                BusinessKind.Classes => ["timetable"],
                _ => Array.Empty<string>(),
            }
        );
        Take(s => s is "steps" or "urgent" or "prices" or "gallery");
        slots.Add("about");
        Take(s => s is "points" or "reach" or "story" or "history" or "promise");
        slots.AddRange([
            "questions*5",
            "testimonials",
            trade.Kind is BusinessKind.AtCustomersPlace ? "area" : "visit",
            "contact",
            "tell*4",
            "after",
        ]);
        if (trade.Kind is BusinessKind.AtCustomersPlace)
            slots.Add("visit");
        return new PlannedPage("home", [.. slots], "the whole site");

        static string Name(string slot) => slot.Split('*')[0];
    }
}
