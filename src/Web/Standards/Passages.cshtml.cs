using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Data.Standards;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Sites;

namespace Plurimax.Web.Standards;

public sealed record PassageRow(Guid Id, string Name, string Kind, int Linked, bool InHand);

/// <summary>One text of a passage, to be changed for all.</summary>
public sealed record PassageField(int Section, string Path, string Label, string Text);

/// <summary>Sections, question sets, price lists and pages that stand on many sites: written once, changed once.</summary>
public sealed class PassagesModel(PlurimaxDb db, StandardStore standardStore, SectionStore sections) : PageModel
{
    public List<PassageRow> All { get; private set; } = [];
    public SavedSection? Open { get; private set; }
    public ImmutableArray<Section> Now { get; private set; } = [];
    public ImmutableArray<PassageField> Fields { get; private set; } = [];
    public SettingDraft? Draft { get; private set; }
    public List<(Guid Id, string Name)> On { get; private set; } = [];
    public Dictionary<string, string> Problems { get; } = [];
    public string Prices { get; private set; } = "";
    public bool HasPrices { get; private set; }
    public bool Owner => User.IsInRole("owner");
    private Actor Who => Actor.Of(User);

    private async Task<bool> LoadAsync(Guid? id)
    {
        var saved = await db.SavedSections.AsNoTracking().OrderBy(s => s.Name).ToListAsync();
        var inHand = (
            await db
                .SettingDrafts.Where(d => d.Layer == SettingLayer.Standard && d.Key.StartsWith(SharedPassage.Prefix))
                .Select(d => d.Scope)
                .ToListAsync()
        ).ToHashSet();
        var linked = (await db.Sites.AsNoTracking().Where(s => !s.IsSample).Select(s => s.Linked).ToListAsync())
            .SelectMany(l => l)
            .GroupBy(l => l)
            .ToDictionary(g => g.Key, g => g.Count());
        All = saved.ConvertAll(s => new PassageRow(
            s.Id,
            s.Name,
            s.IsPage ? "page" : SectionKinds.Named(s.Kind)?.Label ?? s.Kind,
            linked.GetValueOrDefault(s.Id.ToString()),
            inHand.Contains(s.Id.ToString())
        ));
        if (id is null)
            return true;
        Open = saved.Find(s => s.Id == id);
        if (Open is null)
            return false;
        Draft = (await standardStore.DraftsAsync(SharedScope.Standard(Open.Id))).FirstOrDefault();
        Now = SharedPassage.Read(Draft?.Value) ?? await sections.ContentAsync(Open);
        Fields =
        [
            .. Now.SelectMany(
                (s, i) =>
                    s
                        .Content.Passages()
                        .Where(p => p.Path != CodeContent.CodePath && (p.Passage.Text.Length > 0 || p.Path is "heading" or "text"))
                        .Select(p => new PassageField(
                            i,
                            p.Path,
                            (Now.Length > 1 ? $"{SectionKinds.Of(s.Content).Label}: " : "") + Said(p.Path),
                            p.Passage.Text
                        ))
            ),
        ];
        if (Now.Length == 1 && Now[0].Content is PricesContent prices)
            (HasPrices, Prices) = (true, PriceText(prices));
        On =
        [
            .. (
                await (await standardStore.FollowersAsync(SharedScope.Standard(Open.Id)))
                    .OrderBy(s => s.Client.Name)
                    .Select(s => new { s.Id, s.Client.Name })
                    .ToListAsync()
            ).Select(s => (s.Id, s.Name)),
        ];
        return true;
    }

    private static string PriceText(PricesContent p) =>
        string.Join(
            '\n',
            p.Rows.Select(l =>
                string.Join(
                        " | ",
                        new[]
                        {
                            l.Service,
                            l.Amount is { } a
                                ? (l.From ? "from " : "") + a.ToString("0.##", System.Globalization.CultureInfo.InvariantCulture)
                                : "",
                            l.Note ?? "",
                        }
                    )
                    .TrimEnd(' ', '|')
            )
        );

    private static string Said(string path) =>
        path.Split('.') switch
        {
            ["items", var n, var what] when int.TryParse(n, out var i) => $"{(what == "title" ? "Title" : "Text")} {i + 1}",
            ["heading"] => "Heading",
            ["text"] => "Text",
            _ => path.Replace('.', ' '),
        };

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
        var made = Now;
        foreach (var f in Fields)
        {
            var key = $"{f.Section}/{f.Path}";
            var typed = text.GetValueOrDefault(key)?.ReplaceLineEndings("\n").Trim() ?? f.Text;
            if (TextEngine.Fault(typed) is { } fault)
                Problems[key] = fault;
            else if (KnownFacts.Unknown(typed).FirstOrDefault() is { } unknown)
                Problems[key] = $"“{unknown}” is no fact. Choose one from the list.";
            else if (typed.Length > SetText.Longest)
                Problems[key] = $"That is {typed.Length:N0} characters; up to {SetText.Longest:N0} fit.";
            if (
                typed != f.Text
                && made[f.Section].Content.With(f.Path, p => p with { Text = typed, Kept = true, Needs = default }) is { } content
            )
                made = made.SetItem(f.Section, made[f.Section] with { Content = content });
        }
        if (HasPrices && made[0].Content is PricesContent list)
        {
            var read = FactReader.Read(FactCatalogue.Common.First(d => d.Id == "prices"), prices ?? "", "GB");
            if (!read.Ok && prices?.Trim().Length > 0)
                Problems["prices"] = read.Problem!;
            else
                made = made.SetItem(0, made[0] with { Content = list with { Own = read.Value is PricesValue v ? v.Lines : default } });
        }
        if (
            add is not null
            && int.TryParse(add, out var at)
            && at >= 0
            && at < made.Length
            && made[at].Content is var c
            && c.Items.Length < ItemEdit.Most
        )
            made = made.SetItem(
                at,
                made[at] with
                {
                    Content = c with
                    {
                        Items = c.Items.Add(
                            new SectionItem(
                                $"n{Guid.NewGuid():N}"[..8],
                                new Passage("A question?", Kept: true),
                                new Passage("Write the answer here.", Kept: true)
                            )
                        ),
                    },
                }
            );
        if (
            drop?.Split('/') is [var si, var ii]
            && int.TryParse(si, out var s1)
            && int.TryParse(ii, out var i1)
            && s1 >= 0
            && s1 < made.Length
            && i1 >= 0
            && i1 < made[s1].Content.Items.Length
        )
            made = made.SetItem(s1, made[s1] with { Content = made[s1].Content with { Items = made[s1].Content.Items.RemoveAt(i1) } });
        if (Problems.Count > 0)
        {
            Fields = [.. Fields.Select(f => f with { Text = text.GetValueOrDefault($"{f.Section}/{f.Path}") ?? f.Text })];
            Prices = prices ?? Prices;
            Response.StatusCode = 422;
            return Page();
        }
        await sections.ShareAsync(Open!, Who);
        var outcome = await standardStore.DraftAsync(
            SharedScope.Standard(id),
            SharedPassage.Key(id.ToString()),
            SharedPassage.Write(made),
            seen is { Length: > 0 } ? seen : SharedPassage.Write(await sections.ContentAsync(Open!)),
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
