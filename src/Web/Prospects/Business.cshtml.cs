using System.Globalization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Data.Standards;
using Plurimax.Facts;
using Plurimax.Text;
using Plurimax.Trades;
using Plurimax.Web.Clients;
using Plurimax.Work.Prospects;

namespace Plurimax.Web.Prospects;

/// <summary>One business, prospect or client: what is known, what was said, what is next, its sample or its sites.</summary>
public sealed class BusinessModel(
    SettingsReader settingsReader,
    SiteReader reader,
    SiteCreation creation,
    ClientFacts clientFacts,
    ProspectList list,
    ProspectService prospectService,
    ClientService clients,
    TradeCatalogue trades,
    UserManager<AppUser> users,
    TimeProvider clock
) : PageModel
{
    /// <summary>Facts that can be typed here; the rest is asked on the Brief.</summary>
    public static readonly string[] Editable = ["business.name", "place", "phone", "email", "website", "contact_person"];

    private readonly Dictionary<string, string> _problems = [];
    public Client Client { get; private set; } = null!;
    public ProspectRow Row { get; private set; } = null!;
    public List<SiteOfClient> Sites { get; private set; } = [];
    public List<(Client Client, string Reason)> Like { get; private set; } = [];
    public Plurimax.Data.Site? Sample { get; private set; }
    public (string To, string Subject, string Body) Mail { get; private set; }
    public string? FreshLink { get; private set; }
    public IEnumerable<TradeCard> Trades => trades.Cards.OrderBy(t => t.Names.Title, StringComparer.Ordinal);

    public string Problem(string field) => _problems.GetValueOrDefault(field, "");

    public DateTimeOffset Now => clock.GetUtcNow();
    public bool Editing { get; private set; }
    public bool Signing { get; private set; }
    public int Lost { get; private set; }
    private Actor Who => Actor.Of(User);
    private string Origin => $"{Request.Scheme}://{Request.Host}";

    [NonHandler]
    public override async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        if (!Guid.TryParse(RouteData.Values["id"]?.ToString(), out var id) || await prospectService.FindAsync(id) is not { } client)
        {
            context.Result = NotFound();
            return;
        }
        Client = client;
        await next();
    }

    private async Task LoadAsync((string To, string Subject, string Body)? typed = null)
    {
        Row = await list.RowAsync(Client.Id);
        Sites = await clients.SitesAsync([Client.Id]);
        Like = await clients.LikeAsync(Client);
        Sample = await prospectService.SampleAsync(Client.Id);
        ViewData["Area"] = Client.IsProspect ? "prospects" : "clients";
        ViewData["Title"] = Client.Name;
        if (Sample is null)
            return;
        var settings = await settingsReader.OfAsync(Sample);
        var (subject, body) = OutreachMail.Fill(
            settings["outreach_subject"],
            settings["outreach_body"],
            Client.Facts,
            settings["agency_name"],
            Who.Name,
            LinkMark,
            DateOnly.FromDateTime(Now.UtcDateTime).AddDays(await prospectService.DaysAsync(Sample))
        );
        Mail = typed ?? (Client.Facts.Any<TextValue>("email")?.Text ?? "", subject, body);
        FreshLink = TempData["Link"] as string;
    }

    /// <summary>Stands in the mail where the private link will be; the link itself is made as the mail is sent.</summary>
    public const string LinkMark = "[the private link]";

    public async Task OnGetAsync(bool edit = false, bool sign = false)
    {
        await LoadAsync();
        Editing = edit;
        if (!sign || !Client.IsProspect)
            return;
        Signing = true;
        if (Sample is not null)
        {
            var now = await reader.DocumentAsync(Sample);
            Lost = Lending.PassagesLost(now, creation.AsReal(Sample, now));
        }
    }

    private RedirectResult Said(string said, string anchor = "")
    {
        TempData["Said"] = said;
        return Redirect($"/clients/{Client.Id}{anchor}");
    }

    private async Task<IActionResult> RefusedAsync(string field, string problem, (string To, string Subject, string Body)? typed = null)
    {
        _problems[field] = problem;
        await LoadAsync(typed);
        Response.StatusCode = 422;
        return Page();
    }

    public string TypedNote { get; private set; } = "";

    public async Task<IActionResult> OnPostNoteAsync(string? text)
    {
        TypedNote = FactReader.Clean(text, lines: true);
        if (TypedNote.Length is 0 or > 4000)
            return await RefusedAsync("note", TypedNote.Length == 0 ? "Write what was said." : "Up to 4,000 characters fit.");
        await prospectService.NoteAsync(Client, TypedNote, Who);
        return Said("Noted", "#notes");
    }

    public async Task<IActionResult> OnPostPlanAsync(string? day, string? step, string? clear)
    {
        if (clear is not null)
        {
            await prospectService.PlanAsync(Client, null, "");
            return Said("No contact is planned");
        }
        if (!DateOnly.TryParseExact(day, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var on))
            return await RefusedAsync("plan", "Give a day.");
        var words = FactReader.Clean(step);
        if (words.Length > 200)
            return await RefusedAsync("plan", "Up to 200 characters fit.");
        await prospectService.PlanAsync(Client, on, words);
        return Said($"Next contact on {on.ToString("ddd d MMM", CultureInfo.InvariantCulture)}");
    }

    public async Task<IActionResult> OnPostFactsAsync(int revision, string? tradeId)
    {
        var changed = new List<(string Id, FactEntry? Entry)>();
        Editing = true;
        foreach (var id in Editable)
        {
            var d = FactCatalogue.Common.First(f => f.Id == id);
            object? raw =
                id == "place"
                    ? new[] { "street", "town", "postcode", "country" }.ToDictionary(
                        p => p,
                        p => (object?)Request.Form[$"f.place/{p}"].ToString()
                    )
                    : Request.Form[$"f.{id}"].ToString().Trim();
            var empty = id == "place" ? Request.Form["f.place/town"].ToString().Trim().Length == 0 : raw is "";
            if (empty)
            {
                if (id == "business.name")
                    _problems[id] = "A business has a name.";
                else if (Client.Facts[id] is not null)
                    changed.Add((id, null));
                continue;
            }
            var value = FactReader.Read(d, raw, Client.Facts.Country);
            if (!value.Ok)
                _problems[id] = value.Problem!;
            else if (Client.Facts[id]?.Value.Raw() != value.Value!.Raw() || Client.Facts[id]?.Value != value.Value)
                changed.Add((id, new FactEntry(value.Value!, FactSource.Maker, true, true, Who.Name, Now)));
        }
        if (
            _problems.Count == 0
            && await clientFacts.SaveFactsAsync(
                Client.Id,
                revision,
                f => changed.Aggregate(f, (s, c) => c.Entry is null ? s.Without(c.Id) : s.With(c.Id, c.Entry)),
                "Facts of the business",
                Who
            )
                is { } clash
        )
            _problems["business.name"] = clash;
        if (_problems.Count > 0)
        {
            await LoadAsync();
            Response.StatusCode = 422;
            return Page();
        }
        if (Client.TradeId != tradeId && (string.IsNullOrEmpty(tradeId) || trades.Find(tradeId) is not null))
        {
            await clients.OfTradeAsync(Client, string.IsNullOrEmpty(tradeId) ? null : tradeId);
        }
        return Said(changed.Count == 1 ? "1 fact saved" : $"{changed.Count} facts saved");
    }

    /// <summary>What a box shows: what was typed if it was refused, else what is known.</summary>
    public string Typed(string id, string? part = null)
    {
        if (Request.HasFormContentType && Request.Form.TryGetValue(part is null ? $"f.{id}" : $"f.{id}/{part}", out var v))
            return v.ToString();
        return Client.Facts[id]?.Value switch
        {
            AddressValue a => part switch
            {
                "street" => a.Street,
                "town" => a.Town,
                "postcode" => a.Postcode,
                _ => a.Country,
            } ?? "",
            { } value => value.Raw(),
            _ => part == "country" ? "GB" : "",
        };
    }

    public async Task<IActionResult> OnPostSampleAsync(string? tradeId)
    {
        var (site, problem) = await prospectService.MakeSampleAsync(
            Client,
            string.IsNullOrEmpty(tradeId) ? null : tradeId,
            Who,
            (await users.GetUserAsync(User))?.Id
        );
        return problem is not null
            ? await RefusedAsync("sample", problem)
            : Said($"The sample stands: {(await reader.DocumentAsync(site!)).Pages.Length} pages", "#sample");
    }

    public async Task<IActionResult> OnPostSendAsync(string? to, string? subject, string? body)
    {
        if (await prospectService.SampleAsync(Client.Id) is not { } sample)
            return Said("There is no sample yet");
        var typed = (To: (to ?? "").Trim(), Subject: FactReader.Clean(subject), Body: (body ?? "").ReplaceLineEndings("\n").Trim());
        var address = FactReader.ReadEmail(typed.To);
        if (!address.Ok)
            return await RefusedAsync("to", address.Problem!, typed);
        if (typed.Subject.Length is 0 or > 200)
            return await RefusedAsync("subject", "Give a subject of up to 200 characters.", typed);
        if (!typed.Body.Contains(LinkMark, StringComparison.Ordinal))
            return await RefusedAsync("body", $"Leave {LinkMark} where the link should stand.", typed);
        if (typed.Body.Length > 8000)
            return await RefusedAsync("body", "Up to 8,000 characters fit.", typed);
        await prospectService.LinkAsync(sample, Who, typed, (text, token) => text.Replace(LinkMark, $"{Origin}/sample/{token}"));
        return Said($"Sent to {typed.To}; it lies in the Outbox", "#sample");
    }

    public async Task<IActionResult> OnPostLinkAsync()
    {
        if (await prospectService.SampleAsync(Client.Id) is not { } sample)
            return Said("There is no sample yet");
        var (link, token) = await prospectService.LinkAsync(sample, Who, null, (text, _) => text);
        TempData["Link"] = $"{Origin}/sample/{token}";
        return Said($"A link until {link.EndsAt.ToString("d MMM", CultureInfo.InvariantCulture)}; it is shown once", "#sample");
    }

    public async Task<IActionResult> OnPostEndAsync() =>
        Said(await prospectService.EndLinksAsync(Client.Id) is var n && n == 1 ? "1 link ended" : $"{n} links ended", "#sample");

    public async Task<IActionResult> OnPostLetGoAsync(bool go)
    {
        await prospectService.LetGoAsync(Client, go, Who);
        return Said(go ? "Let go; links to the sample ended" : "Taken up again");
    }

    public async Task<IActionResult> OnPostSignAsync()
    {
        var site = await prospectService.SignAsync(Client, Who);
        TempData["Said"] = $"{Client.Name} is a client now.";
        return Redirect(site is { } id ? $"/sites/{id}/brief" : $"/clients/{Client.Id}");
    }

    public async Task<IActionResult> OnPostStandAsync(Standing standing)
    {
        if (!Enum.IsDefined(standing))
            return BadRequest();
        await clients.StandAsync(Client, standing, Who);
        return Said($"Now {ClientService.Say(standing)}");
    }

    public (string Name, string Role, string Email, string Phone) TypedPerson { get; private set; } = ("", "", "", "");

    public async Task<IActionResult> OnPostPersonAsync(string? name, string? role, string? email, string? phone)
    {
        TypedPerson = (FactReader.Clean(name), FactReader.Clean(role), (email ?? "").Trim(), FactReader.Clean(phone));
        var p = TypedPerson;
        if (p.Name.Length is 0 or > 120)
            return await RefusedAsync("person", "Give a name of up to 120 characters.");
        if (p.Role.Length > 60)
            return await RefusedAsync("person", "A role has up to 60 characters.");
        if (p.Email.Length > 0 && FactReader.ReadEmail(p.Email) is { Ok: false } bad)
            return await RefusedAsync("person", bad.Problem!);
        if (p.Phone.Length > 0 && PhoneReader.Read(p.Phone, Client.Facts.Country) is { Ok: false } wrong)
            return await RefusedAsync("person", wrong.Problem!);
        await clients.AddPersonAsync(
            Client,
            p.Name,
            p.Role,
            p.Email,
            p.Phone.Length > 0 ? PhoneReader.Read(p.Phone, Client.Facts.Country).Value!.National : ""
        );
        return Said($"{p.Name} added", "#people");
    }

    public async Task<IActionResult> OnPostUnpersonAsync(Guid person) =>
        Said(await clients.RemovePersonAsync(Client.Id, person) > 0 ? "Taken off the list" : "Nobody by that mark", "#people");

    public async Task<IActionResult> OnGetCardAsync(int version = 4) =>
        File(
            await clients.CardsAsync(false, version == 3 ? CardWriter.Version.Three : CardWriter.Version.Four, Client.Id),
            "text/vcard; charset=utf-8",
            $"{Slug.Of(Client.Name)}.vcf"
        );

    public static string Sentence(IEnumerable<string> parts) =>
        string.Join(", ", parts) is { Length: > 0 } s ? $"{char.ToUpperInvariant(s[0])}{s[1..]}." : "";

    public static string TownCase(string s) => CultureInfo.InvariantCulture.TextInfo.ToTitleCase(s);

    public static string SampleWords(SampleInfo s) =>
        s.State switch
        {
            SampleState.None => "none yet",
            SampleState.Made => "made, not sent",
            SampleState.Sent => "sent, not opened",
            SampleState.Opened => $"opened {ProspectNext.Times(s.Opens)}",
            _ => s.Opens > 0 ? $"ended, opened {ProspectNext.Times(s.Opens)}" : "ended unopened",
        };
}
