using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Data.Standards;
using Plurimax.Making.Settings;

namespace Plurimax.Web.Standards;

/// <summary>Sections, question sets, price lists and pages that stand on many sites: written once, changed once.</summary>
public sealed class PassagesModel(PassageReader passages, StandardStore standardStore, SectionStore sections) : PageModel
{
    public List<PassageRow> All { get; private set; } = [];
    public OpenPassage? Open { get; private set; }
    public ImmutableArray<PassageField> Fields { get; private set; } = [];
    public Dictionary<string, string> Problems { get; } = [];
    public string? Prices { get; private set; }
    public bool Owner => User.IsInRole("owner");
    private Actor Who => Actor.Of(User);

    private async Task<bool> LoadAsync(Guid? id)
    {
        All = await passages.ListAsync();
        if (id is null)
            return true;
        Open = await passages.OpenAsync(id.Value);
        (Fields, Prices) = (Open?.Fields ?? [], Open?.Prices);
        return Open is not null;
    }

    public async Task<IActionResult> OnGetAsync(Guid? id) => await LoadAsync(id) ? Page() : NotFound();

    /// <summary>Puts other words in hand; sites show them after a roll-out, those in work as soon as it is saved.</summary>
    public async Task<IActionResult> OnPostAsync(
        Guid id,
        Dictionary<string, string> text,
        string? prices,
        string? seen,
        string? add,
        string? drop,
        bool evenSo
    )
    {
        if (!Owner)
            return Forbid();
        if (!await LoadAsync(id))
            return NotFound();
        var made = PassageEdit.Of(Open!, new PassageWish(text, prices, add, drop), Problems);
        if (Problems.Count > 0)
        {
            Fields = [.. Fields.Select(f => f with { Text = text.GetValueOrDefault($"{f.Section}/{f.Path}") ?? f.Text })];
            Prices = prices ?? Prices;
            Response.StatusCode = 422;
            return Page();
        }
        await sections.ShareAsync(Open!.Saved, Who);
        var outcome = await standardStore.DraftAsync(
            SharedScope.Standard(id),
            SharedPassage.Key(id.ToString()),
            SharedPassage.Write(made),
            seen is { Length: > 0 } ? seen : SharedPassage.Write(await sections.ContentAsync(Open.Saved)),
            Who,
            evenSo
        );
        TempData["Said"] = outcome.Theirs is { } theirs
            ? $"{theirs.Who} changed it meanwhile; it is shown here now. Change it once more."
            : "In hand; nobody sees it yet";
        return Redirect($"/standards/passages/{id}{(add is not null ? "#add" : "")}");
    }

    public async Task<IActionResult> OnPostDropAsync(Guid id)
    {
        if (!Owner)
            return Forbid();
        await standardStore.DropAsync(SharedScope.Standard(id));
        TempData["Said"] = "Dropped; it stays as it was";
        return Redirect($"/standards/passages/{id}");
    }
}
