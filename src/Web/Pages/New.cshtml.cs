using System.Collections.Immutable;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Core.Composing;
using Plurimax.Core.Facts;
using Plurimax.Core.Trades;
using Plurimax.Data;
using Plurimax.Data.Sites;

namespace Plurimax.Web.Pages;

/// <summary>From a trade, a name and a town to a whole site.</summary>
public sealed class NewModel(TradeCatalogue trades, SiteStore store, UserManager<AppUser> users) : PageModel
{
    private readonly Dictionary<string, string> _problems = [];

    [BindProperty(SupportsGet = true)] public string Words { get; set; } = "";
    [BindProperty(SupportsGet = true)] public string? TradeId { get; set; }
    [BindProperty(SupportsGet = true)] public MainAction? Action { get; set; }
    [BindProperty(SupportsGet = true)] public Tone? Tone { get; set; }
    [BindProperty] public string BusinessName { get; set; } = "";
    [BindProperty] public string Town { get; set; } = "";
    [BindProperty] public string Email { get; set; } = "";
    [BindProperty] public string Phone { get; set; } = "";

    public ImmutableArray<TradeMatch> Found { get; private set; } = [];
    public TradeTemplate? Chosen { get; private set; }
    public int Count => trades.All.Count();
    public bool Sure => Found.Length > 0 && Found[0].Score >= TradeSearch.Sure;
    public string Problem(string field) => _problems.GetValueOrDefault(field, "");

    public void OnGet() => Search();

    public IActionResult OnGetTrades()
    {
        ModelState.Clear();
        Search();
        return Partial("_Found", this);
    }

    public async Task<IActionResult> OnPostAsync()
    {
        Search();
        var facts = FactSheet.Empty;
        var now = store.Now;
        void Take(string id, object? raw, string field)
        {
            var value = FactReader.Read(FactCatalogue.Common.First(d => d.Id == id), raw);
            if (value.Ok) facts = facts.With(id, new FactEntry(value.Value!, FactSource.Maker, true, true, User.Identity?.Name, now));
            else _problems[field] = value.Problem!;
        }
        if (Chosen is null) _problems["trade"] = Words.Trim().Length == 0 ? "Name the trade." : "Choose one of the trades on the right, or name the work in other words.";
        else if (!Sure && TradeId is null) _problems["trade"] = "No trade fits exactly. Choose one of the nearest on the right.";
        if (BusinessName.Trim().Length == 0) _problems["name"] = "Give the name as it stands over the door."; else Take("business.name", BusinessName, "name");
        if (Town.Trim().Length == 0) _problems["town"] = "Give the town."; else Take("place", new Dictionary<string, object?> { ["town"] = Town }, "town");
        if (Email.Trim().Length > 0) Take("email", Email, "email");
        if (Phone.Trim().Length > 0) Take("phone", Phone, "phone");
        if (_problems.Count > 0)
        {
            Response.StatusCode = 422;
            return Page();
        }
        var user = await users.GetUserAsync(User);
        var site = await store.CreateAsync(Chosen!, facts, new Wishes(Action is { } a && Chosen!.Aims.Contains(a) && a != Chosen.Aims[0] ? a : null, Tone is { } t && Chosen!.Tones.Contains(t) ? t : null),
            User.Identity?.Name ?? "somebody", user?.Id, DateOnly.FromDateTime(now.UtcDateTime).AddDays(21));
        TempData["Said"] = $"{facts.Name}: a whole site stands on the Bench.";
        return Redirect($"/sites/{site.Id}/bench");
    }

    private void Search()
    {
        Found = Words.Length is > 0 and < 200 ? trades.Search(Words, 3) : [];
        Chosen = TradeId is not null && Found.Any(f => f.Trade.Id == TradeId) ? trades.Find(TradeId) : Found.FirstOrDefault()?.Trade;
        if (TradeId != Chosen?.Id) TradeId = Sure ? Chosen?.Id : null;
    }

    public static string KindOf(BusinessKind kind) => kind switch
    {
        BusinessKind.AtCustomersPlace => "Works at the customer's place",
        BusinessKind.ShopWithHours => "Shop or workshop with hours",
        BusinessKind.FoodAndDrink => "Food and drink",
        BusinessKind.ByAppointment => "By appointment",
        BusinessKind.Practice => "Professional practice",
        BusinessKind.Lodging => "Place to stay",
        BusinessKind.Classes => "Classes and venues",
        _ => "Maker, sells what it makes",
    };

    public static string Say(MainAction action) => action switch
    {
        MainAction.Write => "write through the form",
        MainAction.Call => "call",
        MainAction.Visit => "come by, with directions",
        MainAction.Book => "book",
        MainAction.Estimate => "ask for an estimate",
        _ => "order or see prices",
    };
}
