using System.Collections.Immutable;
using System.Text;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Data;
using Plurimax.Data.Standards;
using Plurimax.Design.Styling;
using Plurimax.Facts;
using Plurimax.Publishing.Impact;
using Plurimax.Sites;
using Plurimax.Web.Styling;

namespace Plurimax.Web.Standards;

/// <summary>
/// Standards as YAML or JSON and looks as design tokens, in and out; what a file would change is shown before anything is taken in.
/// </summary>
[RequestSizeLimit(1_000_000)]
public sealed class ExchangeModel(StandardStore standardStore, StandardsService standardsService, LookService lookService) : PageModel
{
    public List<StandardRow> Standards { get; private set; } = [];
    public bool Owner => User.IsInRole("owner");
    private Actor Who => Actor.Of(User);
    public string Text { get; private set; } = "";
    public string? Problem { get; private set; }
    public StandardFile? Read { get; private set; }

    /// <summary>The standard of that name which is there already.</summary>
    public StandardRow? There { get; private set; }
    public ImmutableArray<FileDifference> Differences { get; private set; } = [];
    public ReadLook? Look { get; private set; }
    public string LookName { get; private set; } = "";

    public async Task OnGetAsync() => Standards = await standardsService.ListAsync();

    /// <summary>Reads the file and shows what it would change.</summary>
    public async Task<IActionResult> OnPostAsync(IFormFile? file, string? text)
    {
        if (!Owner)
            return Forbid();
        await OnGetAsync();
        if (file is { Length: > 0 })
        {
            using var reader = new StreamReader(file.OpenReadStream(), new UTF8Encoding(false, throwOnInvalidBytes: true));
            try
            {
                text = await reader.ReadToEndAsync();
            }
            catch (DecoderFallbackException)
            {
                text = null;
                Problem = "This file is no text. A standard is YAML or JSON; a look is a file of design tokens.";
            }
        }
        Text = text ?? "";
        if (Problem is null)
            await ReadAsync();
        if (Problem is not null)
            Response.StatusCode = 422;
        return Page();
    }

    private async Task ReadAsync()
    {
        if (Text.Trim().Length == 0)
        {
            Problem = "Choose a file, or paste its text.";
            return;
        }
        // A look says what its tokens are; a standard says its name.
        if (Text.Contains("\"$value\"", StringComparison.Ordinal))
        {
            var look = LookTokens.Read(Text.TrimStart('\uFEFF'), new LookChoice(Looks.All[0].Id));
            Look = look.Ok ? look.Value : null;
            Problem = look.Problem;
            LookName = "A look from a file";
            return;
        }
        var read = StandardFile.Read(Text.TrimStart('\uFEFF'));
        if (!read.Ok)
        {
            Problem = read.Problem;
            return;
        }
        Read = read.Value;
        There = Standards.Find(s => s.Name.Equals(Read!.Name, StringComparison.OrdinalIgnoreCase));
        Differences =
        [
            .. Read!.Against(
                There is null ? ImmutableDictionary<string, string>.Empty : await standardStore.ValuesAsync(SharedScope.Standard(There.Id))
            ),
        ];
    }

    /// <summary>Takes the file in: a new standard at once, a changed one in hand.</summary>
    public async Task<IActionResult> OnPostTakeAsync(string? text, string? name)
    {
        if (!Owner)
            return Forbid();
        await OnGetAsync();
        Text = text ?? "";
        await ReadAsync();
        if (Look is { } look)
        {
            var called = FactReader.Clean(name);
            if (await lookService.KeepAsync(null, called, look.Choice, Who) is { } problem)
            {
                Problem = problem;
                Response.StatusCode = 422;
                return Page();
            }
            TempData["Said"] = $"{called} is kept for all clients";
            return Redirect("/standards#kept-h");
        }
        if (Read is null)
        {
            Response.StatusCode = 422;
            return Page();
        }
        if (There is null)
        {
            var (made, bad) = await standardStore.CreateAsync(Read.Name, Read.About, Read.Values, Who);
            if (made is null)
            {
                Problem = bad;
                Response.StatusCode = 422;
                return Page();
            }
            TempData["Said"] = $"{made.Name} is there with {Read.Values.Count} settings; nobody follows it yet";
            return Redirect($"/standards/{made.Id}");
        }
        var place = SharedScope.Standard(There.Id);
        var n = await standardStore.DraftAllAsync(place, Read.Values, replace: true, Who);
        TempData["Said"] =
            n == 0 ? "It is the same as what is there" : $"{n} changes are in hand for {There.Name}; nothing is seen of them yet";
        return Redirect($"/standards?at={place.Slug}");
    }
}
