using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Design.Styling;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Web.Trades;

/// <summary>A template that ships, as its file is now: a site made of it, and what is wrong with it.</summary>
public sealed class PreviewModel(TradePreview preview, TradeCatalogue trades) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string? Look { get; set; }

    [BindProperty(SupportsGet = true)]
    public PlanSize Size { get; set; } = PlanSize.Small;

    [BindProperty(SupportsGet = true)]
    public int Firm { get; set; } = 1;

    [BindProperty(SupportsGet = true)]
    public string? Leaf { get; set; }

    public string Id { get; private set; } = "";
    public ReadTrade Read { get; private set; } = null!;
    public string SheetUrl { get; private set; } = "";
    public FactSheet? Facts { get; private set; }
    public ImmutableArray<(string File, string Name)> Leaves { get; private set; } = [];

    /// <summary>The same trade in its languages.</summary>
    public ImmutableArray<(string Id, string Name)> Languages { get; private set; } = [];

    public IActionResult OnGet(string id)
    {
        if (TradePreview.Read(id) is not { } read)
            return NotFound();
        (Id, Read) = (id, read);
        Firm = Math.Clamp(Firm, 1, TradePreview.MostFirms);
        Look = Looks.All.Any(l => l.Id == Look) ? Look : null;
        Size = Enum.IsDefined(Size) ? Size : PlanSize.Small;
        var source = id.Split('.')[0];
        if (trades.Find(source) is { } trade)
            Languages =
            [
                .. trades
                    .Languages(trade)
                    .Select(l => (trades.InLanguage(trade, l)?.Id, SiteWords.For(l).Get("language.name")))
                    .Where(l => l.Id is not null)
                    .Select(l => (l.Id!, l.Item2)),
            ];
        if (read.Trade is { } template)
        {
            var view = new TradeView(id, read.Print, Look, Size, Firm);
            var document = TradePreview.Compose(template, view);
            Facts = TradePreview.Firm(template, Firm);
            Leaves = [.. document.Pages.Where(p => !p.Hidden).Select(p => (p.File, p.Id))];
            Leaf = Leaves.Any(l => l.File == Leaf) ? Leaf : Leaves[0].File;
            SheetUrl = preview.Url(view, Leaf!);
        }
        return Page();
    }

    public string Query(int? firm = null, string? leaf = null) =>
        $"?firm={firm ?? Firm}&size={Size}&look={Look}&leaf={Uri.EscapeDataString(leaf ?? Leaf ?? "")}";
}
