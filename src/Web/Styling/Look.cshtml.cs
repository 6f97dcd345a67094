using System.Collections.Immutable;
using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Design.Styling;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Web.Briefing;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Styling;

/// <summary>A look as it is offered, with the letter it goes by on this page.</summary>
public sealed record OfferedLook(string Letter, LookChoice Choice, DressedLook Dressed, string Url)
{
    public string Json => LookChoices.Write(Choice);
}

/// <summary>Looks side by side on the client's own pages.</summary>
[
    RequestSizeLimit(LookService.LargestPicture + 100_000),
    RequestFormLimits(MultipartBodyLengthLimit = LookService.LargestPicture + 100_000)
]
public sealed class LookModel(
    SiteReader reader,
    SiteStatus status,
    SiteAddresses addresses,
    SheetTokens sheets,
    LookService lookService,
    SiteWriter writer
) : SitePageModel(reader, status, addresses)
{
    protected override string StationName => "look";

    [BindProperty(SupportsGet = true)]
    public LookWishes Wish { get; set; } = new();
    public string? Problem { get; private set; }
    public ImmutableArray<OfferedLook> Offers { get; private set; } = [];
    public List<KeptLook> Kept { get; private set; } = [];
    public SentLookbook? Sent { get; private set; }
    public List<ClientFile> Pictures { get; private set; } = [];
    public Page Leaf { get; private set; } = null!;
    public IEnumerable<Page> Leaves => Document.Pages.Where(p => !p.Hidden);

    /// <summary>The link of the lookbook that was just sent; shown once, since only its hash is stored.</summary>
    public string? Link { get; private set; }
    public string? Email => Site.Client.Facts.Any<TextValue>("email")?.Text;

    protected override string QueryOf() => Wish.Query();

    public string Plain(Passage p) =>
        (_text ??= SiteTexts.For(Document, Document.Language, Trade, Site.Facts, ImmutableDictionary<string, string>.Empty).Text).Plain(p);

    private TextEngine? _text;

    public async Task OnGetAsync()
    {
        await LayAsync();
        Link = TempData["Link"] as string;
        if (Problem is not null)
            Response.StatusCode = 422;
    }

    private async Task LayAsync()
    {
        var untouched = Request.Query.Count == 0;
        if (untouched && Document.Look is { } now)
        {
            // What was chosen, and before that what the client said, is where one begins.
            var (words, colours) = LookService.Wished(Site.Client.Facts);
            var brands = now.Brands().ToList();
            if (brands.Count == 0)
                brands = [.. colours];
            Wish = new LookWishes
            {
                Words = now.Words ?? words,
                Brand = brands.ElementAtOrDefault(0),
                Second = brands.ElementAtOrDefault(1),
                Third = brands.ElementAtOrDefault(2),
                Dark = now.Dark,
            };
        }
        Leaf = Document.FindPage(Wish.Leaf ?? "") is { Hidden: false } leaf ? leaf : Document.Pages[0];
        Kept = await lookService.KeptAsync(Site.Id);
        Pictures = await lookService.PicturesAsync(Site.ClientId);
        Sent = await lookService.LatestAsync(Site.Id);
        var (brandsGiven, problem) = Wish.Brands();
        Problem = problem;
        var palette = brandsGiven.Length == 0 && Wish.Palette is { } p && Palettes.Named.ContainsKey(p) ? p : null;
        var seed = $"{Trade.Id}/{Site.Client.Facts.Name}/{Site.Client.Facts.Town}";
        var offer = Looks
            .Offer(Trade, seed, brandsGiven, Wish.SetShown, string.Join(' ', Wish.WordsKnown.Select(w => w.Id)))
            .Select(o => o with { Dark = Wish.Dark, Palette = palette ?? o.Palette })
            .ToList();
        // The look that the site has stands among the best three, as it is, until something else is asked for.
        var same = offer.FindIndex(o => o.Id == Document.Look.Id);
        if (Wish.SetShown == 1 && (untouched || same < 0 && brandsGiven.IsEmpty && palette is null))
            offer[same >= 0 ? same : 2] = Document.Look;
        if (Wish.Show is { } kept && Kept.FirstOrDefault(k => k.Id == kept) is { } shown)
            offer[2] = shown.Choice;
        if (Wish.Mixed(offer) is { } mix)
            offer.Add(mix);
        Offers =
        [
            .. offer.Select(
                (o, i) =>
                    new OfferedLook(
                        i == 3 ? "mix" : "ABC"[i].ToString(),
                        o,
                        DressedLook.Of(o),
                        sheets.Url(new SheetView(Site.Id, o), Leaf.File)
                    )
            ),
        ];
    }

    public async Task<IActionResult> OnPostChooseAsync(int revision, string? choice)
    {
        if (LookChoices.Read(choice) is not { } given)
            return BadRequest();
        var outcome = await writer.EditAsync(Site.Id, revision, new ChooseLook(given), Who, evenSo: true);
        return Back(
            outcome.Ok
                ? $"Look {Looks.Find(given.Id)?.Name} chosen"
                : outcome.Problem ?? "The site changed meanwhile; look again and choose."
        );
    }

    public async Task<IActionResult> OnPostKeepAsync(string? choice, string? name, bool all)
    {
        if (LookChoices.Read(choice) is not { } given)
            return BadRequest();
        var label = FactReader.Clean(name) is { Length: > 0 } n ? n : Looks.Find(given.Id)!.Name;
        return Back(
            await lookService.KeepAsync(all ? null : Site.Id, label, given, Who)
                ?? (all ? $"“{label}” is kept for all clients" : $"“{label}” is a favourite of this site")
        );
    }

    public async Task<IActionResult> OnPostLetGoAsync(Guid kept) =>
        Back(await lookService.LetGoAsync(Site.Id, kept) > 0 ? "Let go" : "It was let go already");

    /// <summary>Colours out of a picture of the client or a file at hand.</summary>
    public async Task<IActionResult> OnPostColoursAsync(IFormFile? file, Guid? picture)
    {
        var bytes =
            file is { Length: > 0 } ? await Uploads.OneAsync(file, LookService.LargestPicture)
            : picture is { } id ? await lookService.BytesAsync(Site.ClientId, id)
            : null;
        if (bytes is null)
        {
            Problem = file is { Length: > 0 } ? "That file is too large; up to 8 MB can be read." : "Choose a logo or a photo first.";
            return await AgainAsync();
        }
        var found = PictureColours.Of(bytes);
        if (!found.Ok)
        {
            Problem = found.Problem;
            return await AgainAsync();
        }
        var hexes = found.Value.Select(f => f.Hex).ToList();
        Wish = Wish with
        {
            Brand = hexes[0],
            Second = hexes.ElementAtOrDefault(1),
            Third = hexes.ElementAtOrDefault(2),
            Found = string.Join(',', hexes.Select(h => h[1..])),
            Palette = null,
        };
        return Back($"{Plural.Of(found.Value.Length, "colour")} found; the first {Math.Min(3, hexes.Count)} are tried on");
    }

    private async Task<IActionResult> AgainAsync()
    {
        var problem = Problem;
        await LayAsync();
        Problem = problem;
        Response.StatusCode = 422;
        return Page();
    }

    public async Task<IActionResult> OnPostSendAsync(string[] choice, bool mail)
    {
        var looks = choice.Select(LookChoices.Read).OfType<LookChoice>().Take(4).ToList();
        if (looks.Count < 2)
            return Back("Two looks at least belong in a lookbook");
        var token = await lookService.SendAsync(
            Site,
            [.. looks.Select((l, i) => new SentLook($"{"ABCD"[i]}, {Looks.Find(l.Id)!.Name}", l))],
            Who,
            $"{Request.Scheme}://{Request.Host}",
            mail ? Email : null
        );
        TempData["Link"] = $"{Request.Scheme}://{Request.Host}/looks/{token}";
        return Back(
            mail && Email is not null
                ? $"Sent to {Email}; {Site.Client.Name} has the next move"
                : $"The link is ready; {Site.Client.Name} has the next move",
            "sent"
        );
    }

    /// <summary>What a colour that had to give way is called.</summary>
    public static string Named(string role) =>
        role switch
        {
            "brand" => "buttons",
            "accent" => "second colour",
            _ => "links",
        };

    public static string Moved(ColourMove m) =>
        $"{Math.Abs(m.Lightness * 100).ToString("0", CultureInfo.InvariantCulture)} points {(m.Lightness < 0 ? "darker" : "lighter")}";

    /// <summary>Every pair of colours that the styles use, with the ratio it has and the least that it needs.</summary>
    public static IEnumerable<(string What, double Ratio, double Least)> Pairs(DressedLook d) =>
        Roles
            .Pairs.Select(p =>
                ($"{RoleWords.Of(p.Text)} on {RoleWords.Of(p.Ground)}", Contrast.Ratio(d.Roles[p.Text], d.Roles[p.Ground]), p.Least)
            )
            .OrderBy(p => p.Item2 / p.Least);

    public static string Ratio(DressedLook d, string text, string ground) =>
        Contrast.Ratio(d.Roles[text], d.Roles[ground]).ToString("0.0", CultureInfo.InvariantCulture);

    public static string Layout(Look l) =>
        string.Join(", ", new[] { "services", "steps", "questions" }.Select(k => $"{k} {l.Variant(k)[2..]}"));

    /// <summary>How it differs from the two others, in words.</summary>
    public IEnumerable<(string Letter, string Says)> Against(OfferedLook look) =>
        Offers
            .Where(o => o.Letter != look.Letter && o.Letter != "mix")
            .Select(o => (o.Letter, string.Join(", ", LookChoices.Differences(look.Choice, o.Choice).Take(5))))
            .Where(x => x.Item2.Length > 0);
}
