using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Templates;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;
using Plurimax.Web.Briefing;
using Plurimax.Web.Shared;
using Plurimax.Web.Trades;

namespace Plurimax.Web.Start;

/// <summary>Every way to start a site ends here, in one sheet to check before anything is built.</summary>
[
    RequestSizeLimit(Uploads.LargestRequest),
    RequestFormLimits(MultipartBodyLengthLimit = Uploads.LargestRequest, ValueLengthLimit = 4 * 1024 * 1024)
]
public sealed class NewModel(
    TradeCatalogue trades,
    TimeProvider clock,
    StartService startService,
    TemplateService templates,
    SiteList siteList
) : PageModel
{
    /// <summary>Facts that the sheet always shows, known or not.</summary>
    public static readonly ImmutableArray<string> Core =
    [
        "business.name",
        "place",
        "phone",
        "email",
        "services",
        "hours",
        "prices",
        "owner.name",
    ];

    private readonly Dictionary<string, string> _problems = [];
    private TypedFacts _typed = new(new Dictionary<string, string>());
    private const int MostSites = 300;

    [BindProperty(SupportsGet = true)]
    public Guid? Id { get; set; }

    [BindProperty(SupportsGet = true)]
    public string Words { get; set; } = "";

    [BindProperty(SupportsGet = true)]
    public string? TradeId { get; set; }

    /// <summary>The words that <see cref="TradeId"/> was chosen for. Once the words are others, the choice is no longer one.</summary>
    [BindProperty(SupportsGet = true)]
    public string? ChosenFor { get; set; }

    [BindProperty(SupportsGet = true)]
    public MainAction? Action { get; set; }

    [BindProperty(SupportsGet = true)]
    public Tone? Tone { get; set; }

    /// <summary>Language of the site, as a tag; null takes that of the trade.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Language { get; set; }

    [BindProperty(SupportsGet = true)]
    public PlanSize Size { get; set; } = PlanSize.Small;

    /// <summary>Those in which the trade is written, then those in which a site can say what the client said and little else.</summary>
    public ImmutableArray<string> Languages(TradeTemplate trade) =>
        [
            .. trades
                .Languages(trade)
                .Concat(OpenTrade.Languages.Select(l => trades.Open(l, trade.Kind)?.Language).OfType<string>())
                .DistinctBy(l => l.Split('-')[0]),
        ];

    public bool Written(TradeTemplate trade, string language) => trades.InLanguage(trade, language) is not null;

    /// <summary>The language of what was typed and read, as a tag; null where it cannot be told.</summary>
    public string? Heard { get; private set; }

    /// <summary>The template for a business of any trade of the kind that was typed, in the language of what was sent.</summary>
    public string OpenId =>
        OpenTrade.IdOf(Heard ?? "en", TradeLexicon.OfLabel(Words)?.Kind ?? OpenTrade.KindOf(f => Sheet?.Facts[f] is not null));

    public string OwnWordsHref =>
        $"/new{(Sheet is null ? "" : $"/{Sheet.Id}")}?Words={Uri.EscapeDataString(Words)}"
        + $"&ChosenFor={Uri.EscapeDataString(Words)}&TradeId={OpenId}";

    [BindProperty]
    public string Text { get; set; } = "";

    [BindProperty]
    public Guid? Like { get; set; }

    /// <summary>Name of a prospect or client that the site will be for.</summary>
    [BindProperty]
    public string Known { get; set; } = "";
    public List<string> Books { get; private set; } = [];

    /// <summary>A template of the agency to start from.</summary>
    [BindProperty]
    public string? Own { get; set; }
    public IEnumerable<TradeTemplate> Agency => trades.Agency;

    public HeldStart? Sheet { get; private set; }
    public List<HeldStart> Held { get; private set; } = [];
    public List<NamedSite> Sites { get; private set; } = [];
    public ImmutableArray<TradeMatch> Found { get; private set; } = [];
    public TradeTemplate? Chosen { get; private set; }
    public ImmutableArray<OldText> OldTexts { get; private set; } = [];
    public int Count => trades.Cards.Count();
    public bool Sure => Found.Length > 0 && Found[0].Score >= TradeSearch.Sure;

    public string Problem(string field) => _problems.GetValueOrDefault(field, "");

    public Actor Who => Actor.Of(User);

    /// <summary>Better words, where those typed found no trade for certain.</summary>
    public ImmutableArray<TradeSuggestion> Suggestions => Words.Length is > 0 and < 200 && !Sure ? TradeAdvice.Suggest(Words, trades) : [];

    /// <summary>The template of a trade that was found; it is shown with more than its card holds.</summary>
    public TradeTemplate Template(TradeCard card) => trades[card.Id];

    public ImmutableArray<string> Differs(TradeTemplate nearest) => TradeAdvice.Differs(nearest, TradeLexicon.OfLabel(Words));

    [BindProperty]
    public string BeginName { get; set; } = "";

    [BindProperty]
    public string BeginServices { get; set; } = "";

    [BindProperty]
    public string BeginFrom { get; set; } = "";
    public IEnumerable<TradeCard> All => trades.Cards.Where(t => t.Base is null).OrderBy(t => t.Names.Title);

    /// <summary>Begins a template of the agency for a trade that has none.</summary>
    public async Task<IActionResult> OnPostBeginAsync()
    {
        await LoadAsync();
        var nearest = trades.Find(BeginFrom);
        var begun = nearest is null
            ? Result<string>.Fail("Choose the trade it begins from.")
            : TradeAdvice.Begin(nearest, BeginName, BeginServices.Split('\n'));
        if (begun.Ok)
        {
            var (family, faults, problem) = await templates.ImportAsync(begun.Value!, Who);
            if (family is not null)
            {
                TempData["Said"] =
                    $"The template {BeginName} is begun from {nearest!.Names.Title}. What still speaks of that trade is replaced here.";
                return Redirect($"/trades/{family}");
            }
            begun = Result<string>.Fail(problem ?? $"{faults[0].Field}: {faults[0].Message}");
        }
        _problems["begin"] = begun.Problem!;
        Search();
        return Refused();
    }

    /// <param name="client">A prospect or client that the site will be for.</param>
    public async Task<IActionResult> OnGetAsync(Guid? client = null)
    {
        if (client is { } known)
            return await startService.ForAsync(known, Who) is { } held ? Redirect($"/new/{held.Id}") : NotFound();
        await LoadAsync();
        if (Id is not null && Sheet is null)
            return NotFound();
        Search();
        return Page();
    }

    public async Task<IActionResult> OnGetTradesAsync()
    {
        ModelState.Clear();
        if (Id is { } id)
            Sheet = await startService.FindAsync(id, Who);
        Search();
        return Partial("_Found", this);
    }

    /// <summary>Reads what was typed or dropped into a check sheet.</summary>
    public async Task<IActionResult> OnPostReadAsync(List<IFormFile> files)
    {
        await LoadAsync();
        if (Text.Trim().Length == 0 && files.Count == 0 && Like is null && string.IsNullOrEmpty(Own) && Known.Trim().Length == 0)
        {
            _problems["text"] = "Type or paste something, or choose a file.";
            return Refused();
        }
        if (Known.Trim() is { Length: > 0 } name)
        {
            if (await startService.KnownAsync(name) is not { } known)
            {
                _problems["known"] = $"Nobody called “{name}” is in the books. Leave it empty for somebody new.";
                return Refused();
            }
            Sheet = await startService.ForAsync(known, Who);
        }
        var sheet = await startService.ReadAsync(Sheet, Text, await Uploads.ReadAsync(files), Like, Who, Own);
        return Redirect($"/new/{sheet.Id}");
    }

    public async Task<IActionResult> OnPostLetGoAsync()
    {
        await LoadAsync();
        if (Sheet is not null)
            await startService.LetGoAsync(Sheet);
        TempData["Said"] = "The sheet is gone; nothing was built from it.";
        return Redirect("/new");
    }

    /// <summary>Makes the site from the sheet as it was posted.</summary>
    public async Task<IActionResult> OnPostAsync()
    {
        await LoadAsync();
        _typed = new TypedFacts(
            Request.Form.Where(f => f.Key.StartsWith("f.", StringComparison.Ordinal)).ToDictionary(f => f.Key[2..], f => f.Value.ToString())
        );
        Search();
        var facts = _typed.Over(
            Sheet?.Facts ?? FactSheet.Empty,
            Rows(),
            id => Request.Form[$"c.{id}"] == "yes",
            Who.Name,
            clock.GetUtcNow(),
            _problems
        );
        if (Chosen is null)
            _problems["trade"] =
                Words.Trim().Length == 0 ? "Name the trade." : "Choose one of the trades on the right, or name the work in other words.";
        else if (!Sure && TradeId is null)
            _problems["trade"] = "No trade fits exactly. Choose one of the nearest on the right.";
        if (facts.Name.Length == 0)
            _problems.TryAdd("business.name", "Give the name as it stands over the door.");
        if (facts.Town.Length == 0)
            _problems.TryAdd("place", "Give the town.");
        if (_problems.Count > 0)
            return Refused();
        // What was ticked by hand is brought over even where no place is named for it.
        var brought = OldTexts
            .Where((_, i) => Brings(i))
            .Select(t => t.Place == OldTextPlace.LeftOut ? t with { Place = OldTextPlace.OwnPage } : t);
        var wish = new StartWish(Sheet, Chosen!, facts, Action, Tone, Enum.IsDefined(Size) ? Size : PlanSize.Small, Language, [.. brought])
        {
            Words = Words,
        };
        var site = await startService.MakeAsync(wish, Who);
        TempData["Said"] = $"{facts.Name}: a whole site stands on the Bench.";
        return Redirect($"/sites/{site.Id}/bench");
    }

    /// <summary>Rows of the check sheet: what every site asks for, then whatever else was found.</summary>
    public IEnumerable<FactDefinition> Rows() =>
        Core.Concat(Sheet?.Facts.Entries.Keys.Where(k => !Core.Contains(k)) ?? [])
            .Select(id => FactCatalogue.Common.FirstOrDefault(d => d.Id == id))
            .OfType<FactDefinition>();

    /// <summary>The same rows as they are to be looked at: what is not sure first, what is not known last.</summary>
    public IEnumerable<(string Heading, string Hint, IReadOnlyList<FactDefinition> Rows)> RowGroups()
    {
        var rows = Rows().ToList();
        return new (string, string, IReadOnlyList<FactDefinition>)[]
        {
            ("Look at these first", "read, but not sure: tick what is right", [.. rows.Where(d => Entry(d) is { Confirmed: false })]),
            ("Read and sure", "untick what is wrong", [.. rows.Where(d => Entry(d) is { Confirmed: true })]),
            ("Not known yet", "what you fill in counts as confirmed", [.. rows.Where(d => Entry(d) is null)]),
        }.Where(g => g.Item3.Count > 0);
    }

    public FactEntry? Entry(FactDefinition d) => Sheet?.Facts[d.Id];

    /// <summary>What to show in a box: what was typed if the sheet was refused, else what was read.</summary>
    public string Typed(FactDefinition d, string? part = null) => _typed.Shown(d, Entry(d), part);

    private PageResult Refused()
    {
        Response.StatusCode = 422;
        return Page();
    }

    /// <summary>Whether a text of the old site is ticked: as posted, else where there is a place for it.</summary>
    public bool Brings(int index) =>
        Request.HasFormContentType && Request.Form.ContainsKey("oldSeen")
            ? Request.Form["old"].Contains(index.ToString(System.Globalization.CultureInfo.InvariantCulture))
            : OldTexts[index].Place != OldTextPlace.LeftOut;

    public static string Say(OldTextPlace place) =>
        place switch
        {
            OldTextPlace.Intro => "to the home page",
            OldTextPlace.About => "to the about page",
            OldTextPlace.Services => "to the services page",
            OldTextPlace.Questions => "to the questions",
            OldTextPlace.OwnPage => "on a page of its own",
            _ => "contact or legal: the new site has its own",
        };

    private async Task LoadAsync()
    {
        if (Id is { } id)
            Sheet = await startService.FindAsync(id, Who);
        if (Sheet is { Material.Pages.Length: > 0 })
            OldTexts = Plurimax.Making.Composing.OldTexts.Of(Sheet.Material);
        Held = await startService.HeldAsync(Who);
        Sites = await siteList.ByNameAsync(MostSites);
        Books = await startService.BooksAsync();
        if (Sheet is not null && Text.Length == 0)
            Text = Sheet.Words;
    }

    private void Search()
    {
        if (ChosenFor is { } said && said != Words)
            TradeId = null;
        var chosen = TradeId ?? Sheet?.TradeId;
        if (Words.Length == 0 && Sheet is not null)
            Words =
                chosen is not null ? trades.Find(chosen)?.Names.Title ?? TradeLexicon.Find(chosen)?.Names[0] ?? ""
                : Sheet.Words.Length is > 0 and < 60 ? Sheet.Words
                : "";
        Found = Words.Length is > 0 and < 200 ? trades.Search(Words, 3) : [];
        // A trade that is known but has no template yet: those that work the same way are nearest.
        if (!Sure && TradeLexicon.OfLabel(Words) is { } known)
            Found =
            [
                .. Found
                    .Where(f => f.Trade.Kind == known.Kind)
                    .Concat(
                        trades
                            .Cards.Where(t => t.Base is null && t.Kind == known.Kind && Found.All(f => f.Trade.Id != t.Id))
                            .Select(t => new TradeMatch(t, .35, Labels.KindOf(t.Kind)))
                    )
                    .Take(3),
            ];
        Heard = HeardIn();
        if (chosen is not null && OpenTrade.Parse(chosen) is not null && trades.Find(chosen) is { } open)
        {
            (Chosen, TradeId, Language) = (open, chosen, Language ?? open.Language);
            return;
        }
        var first = chosen is not null && Found.Any(f => f.Trade.Id == chosen) ? chosen : Found.FirstOrDefault()?.Trade.Id;
        Chosen = first is null ? null : trades.Find(first);
        TradeId =
            chosen is not null && chosen == Chosen?.Id ? chosen
            : Sure ? Chosen?.Id
            : null;
        if (Language is null && Heard is { } heard && Chosen is not null)
            Language = Languages(Chosen).FirstOrDefault(l => l.StartsWith(heard, StringComparison.Ordinal));
    }

    /// <summary>From the words that were typed and from what stands around each fact that was read.</summary>
    private string? HeardIn() =>
        Sheet is null
            ? null
            : Plurimax.Text.Languages.Guess(
                string.Join(
                    '\n',
                    Sheet
                        .Facts.Entries.Values.Select(e => e.Where)
                        .OfType<Snippet>()
                        .Select(w => $"{w.Before} {w.Match} {w.After}")
                        .Append(Sheet.Words)
                )
            );
}
