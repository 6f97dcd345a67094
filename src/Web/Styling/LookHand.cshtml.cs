using System.Collections.Immutable;
using System.Text;
using Microsoft.AspNetCore.Mvc;
using Plurimax.Data.Sites;
using Plurimax.Design.Styling;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Rendering;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Web.Briefing;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Styling;

/// <summary>
/// A look set by hand: each choice with where and how often the site uses it, the page beside it, and the look as a file of design tokens.
/// </summary>
[RequestSizeLimit(2_000_000)]
public sealed class LookHandModel(
    SiteReader reader,
    SiteStatus status,
    SiteAddresses addresses,
    SheetTokens sheets,
    LookService lookService,
    LookUses uses,
    SiteWriter writer
) : SitePageModel(reader, status, addresses)
{
    protected override string StationName => "look";

    public HandForm Form { get; private set; } = new();
    public LookChoice Choice { get; private set; } = null!;
    public DressedLook Dressed { get; private set; } = null!;
    public ImmutableDictionary<string, string> Problems { get; private set; } = ImmutableDictionary<string, string>.Empty;
    public ImmutableDictionary<string, (string Says, string Better)> Weak { get; private set; } =
        ImmutableDictionary<string, (string, string)>.Empty;
    public LookUse Used { get; private set; } = LookUse.None;
    public string SheetUrl { get; private set; } = "";
    public string? TokenProblem { get; private set; }
    public ReadLook? Read { get; private set; }
    public Page Leaf { get; private set; } = null!;
    public bool Changed => Choice != Document.Look;

    public async Task OnGetAsync([FromQuery] HandForm form, string? leaf, bool tried)
    {
        ViewData["LookTab"] = "hand";
        await LayAsync(tried ? form : HandForm.Of(Document.Look), leaf);
    }

    private async Task LayAsync(HandForm form, string? leaf, LookChoice? given = null)
    {
        Form = form;
        (Choice, Problems) = form.Over(given ?? Document.Look);
        Weak = HandForm.Weak(Choice);
        Dressed = DressedLook.Of(Choice);
        Leaf = Document.FindPage(leaf ?? "") is { Hidden: false } page ? page : Document.Pages[0];
        SheetUrl = sheets.Url(new SheetView(Site.Id, Choice), Leaf.File);
        Used = uses.Of(Site, Document, Choice, Trade, Settings);
    }

    /// <summary>How often the site uses a choice, and where most.</summary>
    public string Use(string choice) =>
        Used.ByChoice.GetValueOrDefault(choice) is not { Count: > 0 } u
            ? "not used on this site"
            : $"{u.Count} on {Plural.Of(u.Pages, "page")}";

    public string? Where(string choice) =>
        Used.ByChoice.GetValueOrDefault(choice) is { Where.Length: > 0 } u ? $"most in {string.Join(", ", u.Where.Select(Section))}" : null;

    /// <summary>What makers call a section, by the class that its style goes by.</summary>
    private static string Section(string css) =>
        css switch
        {
            "head" => "the header",
            "foot" => "the footer",
            _ => SectionKinds.All.Values.FirstOrDefault(k => SiteRenderer.CssOf(k.Name) == css)?.Label.ToLowerInvariant() ?? css,
        };

    public string Plain(Passage p) =>
        SiteTexts.For(Document, Document.Language, Trade, Site.Facts, ImmutableDictionary<string, string>.Empty).Text.Plain(p);

    public async Task<IActionResult> OnPostAsync(int revision, [FromForm] HandForm form, string? leaf, string how, string? name)
    {
        ViewData["LookTab"] = "hand";
        await LayAsync(form, leaf);
        if (Problems.Count > 0)
        {
            Response.StatusCode = 422;
            return Page();
        }
        if (how is "favourite" or "all")
        {
            var label = FactReader.Clean(name) is { Length: > 0 } n ? n : $"{Dressed.Look.Name}, by hand";
            return ToHand(
                await lookService.KeepAsync(how == "all" ? null : Site.Id, label, Choice, Who)
                    ?? $"“{label}” is kept{(how == "all" ? " for all clients" : "")}"
            );
        }
        var outcome = await writer.EditAsync(Site.Id, revision, new ChooseLook(Choice), Who, evenSo: true);
        return ToHand(outcome.Ok ? "The site has this look now" : outcome.Problem ?? "The site changed meanwhile; look again.");
    }

    private RedirectResult ToHand(string said)
    {
        TempData["Said"] = said;
        return Redirect($"/sites/{Site.Id}/look/hand");
    }

    /// <summary>The look of the site as design tokens.</summary>
    public FileContentResult OnGetTokens() =>
        File(
            Encoding.UTF8.GetBytes(LookTokens.Write(Document.Look)),
            "application/json",
            $"{Slug.Of(Site.Client.Facts.Name)}-{Document.Look.Id}.tokens.json"
        );

    /// <summary>Reads a file of tokens and shows what it would make of the site; nothing is changed yet.</summary>
    public async Task<IActionResult> OnPostTokensAsync(IFormFile? file)
    {
        ViewData["LookTab"] = "hand";
        var bytes = file is { Length: > 0 } ? await Uploads.OneAsync(file, 1_000_000) : null;
        Result<ReadLook>? read = bytes is null
            ? default(Result<ReadLook>?)
            : LookTokens.Read(Encoding.UTF8.GetString(bytes).TrimStart('\uFEFF'), Document.Look);
        TokenProblem =
            file is not { Length: > 0 } ? "Choose a file of design tokens (.tokens.json) first."
            : bytes is null ? "That is larger than 1 MB; a file of tokens is a few kB."
            : read!.Value.Problem;
        if (TokenProblem is not null)
        {
            Response.StatusCode = 422;
            await LayAsync(HandForm.Of(Document.Look), null);
            return Page();
        }
        Read = read!.Value.Value;
        await LayAsync(HandForm.Of(Read!.Choice), null, Read.Choice);
        return Page();
    }

    /// <summary>Puts a look that was read from tokens on the site.</summary>
    public async Task<IActionResult> OnPostTakeAsync(int revision, string? choice)
    {
        if (LookChoices.Read(choice) is not { } given)
            return BadRequest();
        var outcome = await writer.EditAsync(Site.Id, revision, new ChooseLook(given), Who, evenSo: true);
        return ToHand(outcome.Ok ? "The site has the look of the file now" : outcome.Problem ?? "The site changed meanwhile; look again.");
    }
}
