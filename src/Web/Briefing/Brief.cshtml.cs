using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Facts;
using Plurimax.Reading.Deciding;
using Plurimax.Text;
using Plurimax.Trades;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Briefing;

/// <summary>One box for a fact on a form.</summary>
/// <param name="Prefix">Before the names of its fields, so that several fit one form.</param>
/// <param name="Offer">A value that waits and fills the box.</param>
public sealed record FactBox(BriefModel Page, FactDefinition Fact, string Prefix, FactValue? Offer, bool Titled, bool Focus);

/// <summary>The interview and the fact sheet: what is known, where it came from, what is missing, what to ask next.</summary>
[
    RequestSizeLimit(Uploads.LargestRequest),
    RequestFormLimits(MultipartBodyLengthLimit = Uploads.LargestRequest, ValueLengthLimit = 4 * 1024 * 1024)
]
public sealed class BriefModel(
    SiteReader reader,
    SiteStatus status,
    SiteAddresses addresses,
    IntakeService intakeService,
    PrivateLinks links,
    ClientFileService fileService,
    ReadInService readIn,
    SiteTicks ticks,
    ClientFacts clientFacts
) : SitePageModel(reader, status, addresses)
{
    private const int MostFiles = 12;
    private readonly Dictionary<string, string> _problems = [];
    private Dictionary<string, string> _typed = [];
    private string? _refused;
    protected override string StationName => "brief";

    public string? Open { get; private set; }
    public List<string> FileProblems { get; } = [];
    public int Revision { get; private set; }
    public FactSheet Facts => Site.Client.Facts;
    public ImmutableArray<FactDefinition> Catalogue => TradeFacts.Of(Trade);

    public FactGroup? Group { get; private set; }
    public Question? Next { get; private set; }
    public Plurimax.Data.Intake? Intake { get; private set; }
    public List<ClientFile> Files { get; private set; } = [];
    public string? IntakeProblem { get; private set; }
    public string? NewLink => TempData["Link"] as string;
    public ImmutableArray<string> Reports => TempData["Reports"] is string said ? [.. said.Split('\n')] : [];
    public ImmutableArray<string> IntakeQuestions => IntakeService.QuestionsFor(Facts, Trade);
    public int Asked => Catalogue.Count(d => d.Weight > 0);
    public int Answered =>
        Catalogue.Count(d =>
            d.Weight > 0 && (Facts[d.Id] is { Confirmed: true } || Facts.Marks.TryGetValue(d.Id, out var m) && m == FactMark.DoesNotApply)
        );

    public IEnumerable<(string Name, bool On)> OfferedServices =>
        Trade
            .ServicesInOrder.Where(s => Trade.Cuts[0].Services.Contains(s.Id) || Chosen.Contains(s.Names[0]))
            .Select(s => (s.Names[0], Chosen.Contains(s.Names[0])));
    public string Others => string.Join("\n", Chosen.Where(c => Trade.Services.Values.All(s => s.Names[0] != c)));
    private ImmutableArray<string> Chosen => Facts.Any<ListValue>("services")?.Items ?? [];

    public async Task OnGetAsync(string? open, string? ask, FactGroup? group)
    {
        (Open, Group) = (open, group);
        await PrepareAsync(ask);
    }

    private async Task PrepareAsync(string? ask = null)
    {
        if (Revision == 0)
            Revision = Site.Client.FactsRevision;
        Next = Summary.Readiness.Questions.FirstOrDefault(q => q.Fact.Id == ask) ?? Summary.Readiness.Questions.FirstOrDefault();
        Intake = await intakeService.CurrentAsync(Site.Id);
        Files = await fileService.LatestAsync(Site.ClientId, MostFiles);
    }

    /// <summary>What to show in a box: what was typed if it was refused, else what is stored.</summary>
    public string Typed(FactDefinition d, string part, FactValue? offer = null)
    {
        if (_refused == d.Id && _typed.TryGetValue(part, out var typed) || _typed.TryGetValue($"{d.Id}:{part}", out typed))
            return typed;
        return (Facts[d.Id]?.Value ?? offer) switch
        {
            HoursValue h => string.Join(", ", h.Hours.Days[OpeningHours.DayKeys.IndexOf(part)].Select(OpeningHours.Show)),
            AddressValue a => part switch
            {
                "street" => a.Street,
                "town" => a.Town,
                "postcode" => a.Postcode,
                "region" => a.Region,
                _ => a.Country,
            } ?? "",
            ListValue l => string.Join("\n", l.Items),
            { } v => v.Raw(),
            null => part == "country" ? "GB" : "",
        };
    }

    public string? ProblemOf(string fact, string prefix) => _problems.GetValueOrDefault(prefix.EndsWith(':') ? fact : prefix + fact);

    /// <summary>What a form holds of one fact, in the shape its reader takes.</summary>
    private object RawOf(FactDefinition d, string prefix)
    {
        _typed = Request
            .Form.Where(f => f.Key.StartsWith(prefix + "v.", StringComparison.Ordinal))
            .ToDictionary(f => f.Key[(prefix.Length + 2)..], f => f.Value.ToString());
        return d.Shape switch
        {
            FactShape.Hours or FactShape.Address => _typed.ToDictionary(p => p.Key, p => (object?)p.Value),
            FactShape.Services or FactShape.List => Request
                .Form[prefix + "v.pick"]
                .Concat(_typed.GetValueOrDefault("text", "").Split('\n', ','))
                .Select(x => (object?)x)
                .ToList(),
            _ => _typed.GetValueOrDefault("text", ""),
        };
    }

    /// <summary>An answer of the interview, or a reason for none.</summary>
    public async Task<IActionResult> OnPostAnswerAsync(string fact, int revision, string? how, string? suggest)
    {
        if (Catalogue.FirstOrDefault(d => d.Id == fact) is not { } definition)
            return NotFound();
        if (how is "ask" or "none" or "skip")
        {
            var mark = how switch
            {
                "ask" => FactMark.AskedClient,
                "none" => FactMark.DoesNotApply,
                _ => FactMark.Skipped,
            };
            await clientFacts.WaitingAsync(Site.ClientId, f =>
                f with
                {
                    Marks = f.Marks.SetItem(fact, mark),
                    Waiting = how == "none" ? f.Waiting.RemoveAll(w => w.Fact == fact) : f.Waiting,
                }
            );
            return Back(
                how switch
                {
                    "ask" => $"{definition.Label}: on the client's form",
                    "none" => $"{definition.Label} does not apply",
                    _ => "Skipped; it comes again at the end",
                }
            );
        }
        var value = FactReader.Read(definition, suggest ?? RawOf(definition, "a."), Facts.Country);
        if (!value.Ok)
            return await RefuseAnswerAsync(fact, revision, value.Problem!);
        var entry = new FactEntry(value.Value!, FactSource.Maker, true, !FactCatalogue.Private.Contains(fact), Who.Name, Now);
        var before = Site.Head;
        if (
            await clientFacts.SaveFactsAsync(
                Site.ClientId,
                revision,
                f => (f with { Waiting = f.Waiting.RemoveAll(w => w.Fact == fact) }).With(fact, entry),
                $"{definition.Label} answered",
                Who
            ) is
            { } clash
        )
            return await RefuseAnswerAsync(fact, Site.Client.FactsRevision, clash);
        await ShowWhatFollowedAsync(before);
        return Back($"{definition.Label} answered");
    }

    /// <summary>Where facts that came in changed pages, leads to both versions side by side, from which parts can be taken back.</summary>
    private async Task ShowWhatFollowedAsync(int before)
    {
        await ReloadAsync();
        if (Site.Head != before)
            TempData["SaidLink"] = $"/sites/{Site.Id}/history?with={before}";
    }

    private async Task<IActionResult> RefuseAnswerAsync(string fact, int revision, string problem)
    {
        _problems["a." + fact] = problem;
        _refused = fact;
        Revision = revision;
        await PrepareAsync(fact);
        return Refused();
    }

    /// <summary>A whole group at once, for fast typists. Empty boxes leave what is known as it is.</summary>
    public async Task<IActionResult> OnPostGroupAsync(FactGroup group, int revision)
    {
        var fresh = new List<(string Id, FactEntry Entry)>();
        var all = new Dictionary<string, string>();
        foreach (var d in Catalogue.Where(d => d.Group == group))
        {
            var raw = RawOf(d, d.Id + ":");
            foreach (var (k, v) in _typed)
                all[$"{d.Id}:{k}"] = v;
            if (
                _typed.Values.All(string.IsNullOrWhiteSpace) && Request.Form[d.Id + ":v.pick"].Count == 0
                || d.Shape == FactShape.Address && _typed.GetValueOrDefault("town", "").Length == 0
            )
                continue;
            var value = FactReader.Read(d, raw, Facts.Country);
            if (!value.Ok)
                _problems[d.Id] = value.Problem!;
            else if (Facts[d.Id]?.Value.Raw() != value.Value!.Raw())
                fresh.Add(
                    (d.Id, new FactEntry(value.Value!, FactSource.Maker, true, !FactCatalogue.Private.Contains(d.Id), Who.Name, Now))
                );
        }
        _typed = all;
        (Group, Revision) = (group, revision);
        var before = Site.Head;
        if (
            _problems.Count == 0
            && await clientFacts.SaveFactsAsync(
                Site.ClientId,
                revision,
                f => fresh.Aggregate(f, (x, n) => x.With(n.Id, n.Entry)),
                $"{fresh.Count} facts of {Labels.NameOf(group)}",
                Who
            )
                is { } clash
        )
            _problems[Catalogue.First(d => d.Group == group).Id] = clash;
        if (_problems.Count == 0)
            await ShowWhatFollowedAsync(before);
        if (_problems.Count == 0)
            return Back(fresh.Count == 0 ? "Nothing changed" : $"{fresh.Count} facts saved", $"g-{group}");
        await PrepareAsync();
        return Refused();
    }

    /// <summary>Reads pasted words and files; what they hold waits to be confirmed.</summary>
    public async Task<IActionResult> OnPostReadAsync(string? text, List<IFormFile> files)
    {
        var read = await readIn.ReadAsync(Site.Client, Trade, text, await Uploads.ReadAsync(files), Who);
        return read.Texts + read.Files == 0
            ? Report(["Paste something or choose a file first."], "Nothing to read")
            : Report(
                read.Notes,
                $"{read.Texts} read, {Plural.Of(read.Found, "fact")} to confirm"
                    + (read.Pictures > 0 ? $", {Plural.Of(read.Pictures, "picture")} kept" : "")
            );
    }

    private IActionResult Report(ImmutableArray<string> lines, string said)
    {
        if (lines.Length > 0)
            TempData["Reports"] = string.Join('\n', lines.Take(30));
        return Back(said, "readin");
    }

    public async Task<IActionResult> OnPostOfferAsync(Guid offer, int revision, string take)
    {
        if (Facts.Waiting.FirstOrDefault(w => w.Id == offer) is not { } w)
            return Back("That was settled already", "readin");
        if (take == "no")
        {
            await clientFacts.WaitingAsync(Site.ClientId, f => Confirming.Decline(f, offer));
            return Back("Refused; nothing changed", "readin");
        }
        return await SaveAsync(w.Fact, revision, f => Confirming.Accept(f, offer, Who.Name, Now), "Confirmed", "readin");
    }

    public Task<IActionResult> OnPostTakeAllAsync(int revision, int least, FactGroup? group)
    {
        var ids = Catalogue.Where(d => group is null || d.Group == group).Select(d => d.Id).ToHashSet();
        return SaveAsync(
            "",
            revision,
            f => Confirming.AcceptAll(f, least / 100.0, ids.Contains, Who.Name, Now),
            "Confirmed what contradicts nothing",
            "readin"
        );
    }

    public async Task<IActionResult> OnPostSendIntakeAsync(string? to, string? language)
    {
        if (!string.IsNullOrWhiteSpace(to) && FactReader.ReadEmail(to) is { Ok: false } bad)
        {
            IntakeProblem = bad.Problem;
            await PrepareAsync();
            return Refused();
        }
        var (_, token) = await intakeService.SendAsync(Site, Who, Origin, string.IsNullOrWhiteSpace(to) ? null : to.Trim(), language);
        TempData["Link"] = $"{Origin}/answers/{token}";
        return Back(string.IsNullOrWhiteSpace(to) ? "The form is ready; copy its link" : $"The form is on its way to {to}", "intake");
    }

    public async Task<IActionResult> OnPostRemindAsync()
    {
        if (await intakeService.CurrentAsync(Site.Id) is not { EndedAt: null } intake)
            return Back("That link has ended", "intake");
        if (Facts.Any<TextValue>("email")?.Text is not { } to)
        {
            IntakeProblem = "No mailbox of the client is known yet.";
            await PrepareAsync();
            return Refused();
        }
        await intakeService.RemindAsync(Site, intake, Who, Origin, to);
        return Back($"Reminder on its way to {to}", "intake");
    }

    public async Task<IActionResult> OnPostEndIntakeAsync()
    {
        await links.EndAsync<Intake>(Site.Id);
        return Back("The link has ended; the answers stay", "intake");
    }

    public async Task<IActionResult> OnGetFileAsync(Guid file)
    {
        if (await fileService.BytesAsync(Site.ClientId, file) is not { } found)
            return NotFound();
        Response.Headers.ContentSecurityPolicy = "default-src 'none'; style-src 'unsafe-inline'; sandbox";
        return File(found.Bytes, found.Type);
    }

    private string Origin => $"{Request.Scheme}://{Request.Host}";

    public async Task<IActionResult> OnPostSaveAsync(string fact, int revision, string? confirmed, string? shown, string? suggest)
    {
        if (Catalogue.FirstOrDefault(d => d.Id == fact) is not { } definition)
            return NotFound();
        var raw = suggest ?? RawOf(definition, "");
        var value = FactReader.Read(definition, raw, Facts.Country);
        if (!value.Ok)
            return await RefuseAsync(fact, revision, value.Problem!);
        var entry = new FactEntry(
            value.Value!,
            FactSource.Maker,
            confirmed == "yes" || suggest is not null,
            shown == "yes" || suggest is not null,
            Who.Name,
            Now
        );
        return await SaveAsync(fact, revision, f => f.With(fact, entry), $"{definition.Label} changed");
    }

    public Task<IActionResult> OnPostRemoveAsync(string fact, int revision) =>
        fact is "business.name" or "place"
            ? RefuseAsync(fact, revision, "Name and town stay: no site can do without them.")
            : SaveAsync(fact, revision, f => f.Without(fact), "Fact forgotten");

    public async Task<IActionResult> OnPostTickAsync(string[] before, string[] ticked)
    {
        await ticks.TakeForGrantedAsync(Site, before, [.. ticked.Where(t => Trade.Assumes.Contains(t))]);
        return Back("Ticks saved");
    }

    public async Task<IActionResult> OnPostImportAsync(IFormFile? file, string? confirmed)
    {
        Revision = Site.Client.FactsRevision;
        await PrepareAsync();
        if (file is null || file.Length == 0)
        {
            FileProblems.Add("Choose a file first.");
            return Refused();
        }
        if (file.Length > FactsFile.LargestBytes)
        {
            FileProblems.Add($"The file has {file.Length / 1024:N0} KB; up to 512 KB are read.");
            return Refused();
        }
        using var reader = new StreamReader(file.OpenReadStream());
        var text = await reader.ReadToEndAsync();
        if (text.Contains('\0'))
        {
            FileProblems.Add("That is not a text file. Save it as YAML or JSON.");
            return Refused();
        }
        var (read, problems) = FactsFile.Read(text, Catalogue, FactSource.File, confirmed == "yes", Who.Name, Now);
        FileProblems.AddRange(problems.Select(p => p.ToString()));
        if (problems.Count > 0)
        {
            FileProblems.Add("Nothing was taken over. Mend the lines and read the file again.");
            return Refused();
        }
        return await SaveAsync(
            "",
            Site.Client.FactsRevision,
            f => read.Entries.Aggregate(f, (sheet, e) => sheet.With(e.Key, e.Value)),
            $"{read.Entries.Count} facts from the file"
        );
    }

    private async Task<IActionResult> SaveAsync(
        string fact,
        int revision,
        Func<FactSheet, FactSheet> change,
        string said,
        string? anchor = null
    )
    {
        var pages = await Reader.DocumentAsync(Site);
        var before = Site.Head;
        if (await clientFacts.SaveFactsAsync(Site.ClientId, revision, change, said, Who) is { } clash)
            return await RefuseAsync(fact, Site.Client.FactsRevision, clash);
        await ShowWhatFollowedAsync(before);
        var touched =
            fact.Length == 0
                ? pages.Pages.Length
                : Document.Pages.Count(p =>
                    p.Sections.Any(s => s.Content.Passages().Any(x => x.Passage.Text.Contains(fact, StringComparison.Ordinal)))
                );
        return Back(
            touched > 0 ? $"{said}; {touched} pages show it" : said,
            anchor ?? (fact.Length > 0 ? "f-" + fact.Replace('.', '-') : null)
        );
    }

    private async Task<IActionResult> RefuseAsync(string fact, int revision, string problem)
    {
        (Open, Revision, _refused) = (fact, revision, fact);
        _problems[fact] = problem;
        await PrepareAsync();
        return Refused();
    }

    private Microsoft.AspNetCore.Mvc.RazorPages.PageResult Refused()
    {
        Response.StatusCode = 422;
        return Page();
    }
}
