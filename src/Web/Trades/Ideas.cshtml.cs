using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Making.Composing;
using Plurimax.Publishing.Launching;
using Plurimax.Text;
using Plurimax.Trades;
using Plurimax.Web.Clients;

namespace Plurimax.Web.Trades;

public sealed record IdeaRow(string Name, string From, string Domain, bool Free, bool InBooks);

/// <summary>Names and slogans for a business that has none, with whether the domain is free.</summary>
public sealed class IdeasModel(TradeCatalogue trades, IRegistrar registrar, ClientService clients) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string Words { get; set; } = "";

    [BindProperty(SupportsGet = true)]
    public string Town { get; set; } = "";

    [BindProperty(SupportsGet = true)]
    public string? Owner { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Street { get; set; }

    [BindProperty(SupportsGet = true)]
    public int Round { get; set; } = 1;

    public TradeTemplate? Trade { get; private set; }
    public List<IdeaRow> Names { get; private set; } = [];
    public ImmutableArray<string> Slogans { get; private set; } = [];
    public string? Problem { get; private set; }

    public async Task OnGetAsync()
    {
        if (Words.Trim().Length == 0)
            return;
        if (new[] { Words, Town, Owner, Street }.Any(t => t?.Length > 120))
        {
            Problem = "Up to 120 characters in each box.";
            return;
        }
        Trade = trades.Search(Words, 1) is [{ Score: >= TradeSearch.Sure } match] ? trades[match.Trade.Id] : null;
        if (Trade is null)
        {
            Problem = $"No trade fits “{Words}”. Name the work in two to five words.";
            return;
        }
        Round = Math.Clamp(Round, 1, 99);
        var ideas = NameIdeas.Names(Trade, Town.Trim(), Owner, Street, Round);
        var taken = await clients.TakenAsync(ideas.Select(i => i.Name));
        static string DomainOf(NameIdea idea) => Slug.Of(idea.Name).Replace("-", "") + ".example";
        var free = await registrar.FreeAsync([.. ideas.Select(DomainOf)]);
        Names = [.. ideas.Select(i => new IdeaRow(i.Name, i.From, DomainOf(i), free.Contains(DomainOf(i)), taken.Contains(i.Name)))];
        Slogans = NameIdeas.Slogans(Trade, Town.Trim(), Round);
    }
}
