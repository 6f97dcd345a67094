using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Data.Standards;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Settings;
using Plurimax.Reading;
using Plurimax.Reading.Deciding;
using Plurimax.Reading.Files;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;
using Plurimax.Web.Clients;
using Plurimax.Web.Launching;
using Plurimax.Web.Proofs;
using Plurimax.Web.Prospects;
using Plurimax.Web.Shared;
using Plurimax.Web.Standards;
using Plurimax.Work.Line;

namespace Plurimax.Web.Demo;

/// <summary>
/// The demo scenario: an agency with sites at every station, made through the same code as real ones and then set back in time.
/// </summary>
public sealed class DemoData(
    PlurimaxDb db,
    SiteCreation creation,
    ClientFacts clientFacts,
    SiteWriter writer,
    SiteReader reader,
    TradeCatalogue trades,
    UserManager<AppUser> users,
    RoleManager<IdentityRole<Guid>> roles,
    ProofService proofService,
    Publisher publisher,
    ImportService imports,
    ProspectService prospects,
    ClientService clients,
    TimeProvider clock,
    StandardStore standardStore,
    RollOutService rollOuts
)
{
    public const string Password = "saltmere-harbour";

    private sealed record Plan(
        string File,
        string Trade,
        Station Station,
        string Maker,
        int[] Days,
        int DueIn,
        Party Waits = Party.Us,
        string? Domain = null
    );

    private const string CallNotes = """
        Call with Ruth Penhallow of Penhallow Pianos
        Workshop at 4 Ropewalk Yard, Ottery Cross OC4 2QT
        She tunes uprights and concert grands, regulates actions and repairs broken strings.
        Upright £78, grand piano £95, pitch raise £30 on top
        Monday to Friday 9 to 5. No, Fridays she closes at four.
        The workshop number is 01632 960118 now. Her felt supplier is Marl Felts, 01632 960777.
        Mail: ruth@penhallow.example
        """;

    /// <summary>Days spent at each station, the current one last.</summary>
    private static readonly Plan[] Plans =
    [
        new("penhallow-pianos", "piano-tuner", Station.Brief, "Mara Oake", [11], 24, Party.Client),
        new("dunlin-electrical", "electrician", Station.Plan, "Ivo Venn", [5, 2], 19),
        new("thornby-tree-care", "tree-surgeon", Station.Look, "Ivo Venn", [7, 2, 3], 15, Party.Client),
        new("harrowgate-cycle-works", "bicycle-repair", Station.Bench, "Mara Oake", [6, 2, 1, 9], -1),
        new("ottery-upholstery", "upholsterer", Station.Bench, "Tess Wyke", [4, 1, 2, 5], 8),
        new("net-loft-cafe", "cafe", Station.Bench, "Tess Wyke", [2, 1, 1, 1], 12),
        new("kestrel-driving", "driving-school", Station.Proof, "Mara Oake", [8, 2, 2, 6, 9], -4, Party.Client),
        new("larkfield-honey", "honey-farm", Station.Proof, "Ivo Venn", [9, 1, 3, 4, 4], 3),
        new("quayside-physio", "physiotherapist", Station.Launch, "Mara Oake", [6, 2, 4, 5, 6, 2], 1, Party.Us),
        new(
            "marram-guesthouse",
            "guesthouse",
            Station.Handoff,
            "Tess Wyke",
            [5, 2, 2, 4, 5, 2, 1],
            2,
            Party.Us,
            "marramguesthouse.example"
        ),
        new(
            "wrenfield-wheels",
            "bicycle-repair",
            Station.Care,
            "Ivo Venn",
            [3, 1, 1, 3, 4, 1, 1, 6],
            -8,
            Party.Client,
            "wrenfieldwheels.example"
        ),
        new(
            "saltmere-pianos",
            "piano-tuner",
            Station.Care,
            "Mara Oake",
            [4, 1, 2, 3, 3, 2, 1, 9],
            -12,
            Party.Client,
            "larkmouthpianos.example"
        ),
    ];

    public async Task LoadAsync()
    {
        if (await db.Users.AnyAsync())
            return;
        foreach (var role in new[] { "owner", "maker" })
            await roles.CreateAsync(new IdentityRole<Guid>(role));
        var agency = new Agency { Name = "Tidewrack Web", CreatedAt = clock.GetUtcNow() };
        db.Add(agency);
        await db.SaveChangesAsync();
        db.Enter(agency.Id);
        var makers = new Dictionary<string, AppUser>();
        foreach (
            var (name, mail, role) in new[]
            {
                ("Ada Tidewell", "ada@tidewrack.example", "owner"),
                ("Mara Oake", "mara@tidewrack.example", "maker"),
                ("Ivo Venn", "ivo@tidewrack.example", "maker"),
                ("Tess Wyke", "tess@tidewrack.example", "maker"),
            }
        )
        {
            var user = new AppUser
            {
                AgencyId = agency.Id,
                UserName = mail,
                DisplayName = name,
                Email = mail,
                EmailConfirmed = true,
            };
            var made = await users.CreateAsync(user, Password);
            if (!made.Succeeded)
                throw new InvalidOperationException(string.Join("; ", made.Errors.Select(e => e.Description)));
            await users.AddToRoleAsync(user, role);
            makers[name] = user;
        }
        var owner = Who(makers["Ada Tidewell"]);
        await standardStore.SetAsync(SettingLayer.Agency, "", "agency_name", "Tidewrack Web", owner);
        await standardStore.SetAsync(SettingLayer.Agency, "", "hosting_fee", "14", owner);
        await standardStore.SetAsync(SettingLayer.Trade, "physiotherapist", "tone", "expert", owner);
        foreach (var plan in Plans)
            await MakeAsync(plan, makers[plan.Maker]);
        await StandardsAsync(owner, Who(makers["Mara Oake"]));
        await ProspectsAsync(makers["Mara Oake"]);
    }

    private static Actor Who(AppUser user) => new(user.Id, user.DisplayName);

    /// <summary>
    /// Three standards and who follows them, exceptions with their reasons, a roll-out that is done and a change in hand.
    /// </summary>
    private async Task StandardsAsync(Actor owner, Actor mara)
    {
        async Task<Standard> Made(string name, string about, params (string Key, string Value)[] values) =>
            (await standardStore.CreateAsync(name, about, values.ToDictionary(v => v.Key, v => v.Value), owner)).Standard!;
        var sites = await db
            .Sites.Where(s => !s.IsSample)
            .Select(s => new
            {
                s.Id,
                s.ClientId,
                s.TradeId,
                s.Client.Name,
            })
            .ToListAsync();
        var local = await Made(
            "Saltmere trades",
            "Firms that come to the customer or mend what is brought.",
            ("form_note", "Messages are answered {{ reply_time }}."),
            ("phone_bar", "yes"),
            ("hours_clock", "24"),
            ("retention", "6")
        );
        var guests = await Made(
            "Guests and tables",
            "Guesthouses and cafés.",
            ("show_social", "both"),
            ("corners", "round"),
            ("title_end", "| {{ place.town }}"),
            ("questions_open", "no")
        );
        var plus = await Made(
            "Care plan plus",
            "Clients who pay for more care.",
            ("care_fee", "40"),
            ("rounds", "4"),
            ("remind_days", "2"),
            ("may_people", "yes")
        );
        foreach (var s in sites)
        {
            var hosts = s.TradeId is "guesthouse" or "cafe";
            await standardStore.FollowAsync(SettingLayer.Site, s.Id.ToString(), hosts ? guests.Id : local.Id, owner);
            if (s.Name is "Marram Guesthouse" or "Quayside Physio")
                await standardStore.FollowAsync(SettingLayer.Client, s.ClientId.ToString(), plus.Id, owner);
        }
        Guid? Of(string name) => sites.Find(s => s.Name == name)?.Id;
        var today = DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime);
        if (Of("Harrowgate Cycle Works") is { } cycles)
            await standardStore.SetAsync(
                SettingLayer.Site,
                cycles.ToString(),
                "privacy",
                "{{ business.name }} has cameras over the counter; pictures are deleted after three days.\n\n{{ business.name }} "
                    + "uses what you send through this site to answer you. Messages are deleted after {{ settings.retention }} months.",
                owner,
                "They have cameras in the shop.",
                today.AddDays(120)
            );
        if (Of("Penhallow Pianos") is { } pianos)
            await standardStore.SetAsync(
                SettingLayer.Site,
                pianos.ToString(),
                "phone_bar",
                "no",
                mara,
                "He does not answer while tuning.",
                today.AddDays(-3)
            );
        const string name = "Standards of Saltmere begin";
        if (await rollOuts.StartAsync(SharedScope.Agency, 0, name, "Three standards begin", RollOutPace.Now, null, owner) is not null)
            while (await rollOuts.StepAsync(default)) { }
        await standardStore.DraftAsync(
            SharedScope.Standard(local.Id),
            "footer_text",
            "{{ business.name }} works in {{ place.town }} and the villages around.",
            null,
            owner
        );
        await standardStore.DraftAsync(
            SharedScope.Standard(local.Id),
            "form_note",
            "Messages are answered {{ reply_time }}, by a person.",
            "Messages are answered {{ reply_time }}.",
            owner
        );
    }

    /// <summary>Prospects out of two lists, one taken in weeks ago and worked on, one still in review.</summary>
    private async Task ProspectsAsync(AppUser maker)
    {
        var who = Who(maker);
        var now = clock.GetUtcNow();
        var today = DateOnly.FromDateTime(now.UtcDateTime);
        InFile List(string name) =>
            new(name, System.Text.Encoding.UTF8.GetBytes(Content.Text($"demo/{name}") ?? throw new FileNotFoundException(name)));
        var (first, problem) = await imports.HoldAsync(List("traders-october.csv"), Standing.Untouched, who);
        if (first is null)
            throw new InvalidDataException(problem);
        await imports.TakeAsync(first, maker.Id);
        await imports.HoldAsync(List("traders-november.csv"), Standing.Untouched, who);
        await db
            .Clients.Where(c => c.Source == "traders-october.csv")
            .ExecuteUpdateAsync(u => u.SetProperty(c => c.CreatedAt, now.AddDays(-34)));
        async Task<Client> Named(string name) =>
            (await prospects.FindAsync(await db.Clients.Where(c => c.Name == name).Select(c => c.Id).SingleAsync()))!;
        async Task SampleAsync(string name, int sentDays, int opens, bool send = true)
        {
            var client = await Named(name);
            var (site, why) = await prospects.MakeSampleAsync(client, null, who, maker.Id);
            if (site is null)
                throw new InvalidOperationException($"{name}: {why}");
            if (!send)
                return;
            var (link, _) = await prospects.LinkAsync(site, who, null, (t, _) => t);
            (link.CreatedAt, link.EndsAt, link.Opens) = (now.AddDays(-sentDays), now.AddDays(30 - sentDays), opens);
            if (opens > 0)
                (link.OpenedAt, link.LastOpenedAt) = (
                    now.AddDays(-sentDays).AddHours(5),
                    now.AddDays(-sentDays).AddHours(opens > 1 ? 26 : 5)
                );
            await db.SaveChangesAsync();
        }
        await SampleAsync("Tern Street Cycles", 3, 2);
        await SampleAsync("Larkmouth Tuning", 6, 0);
        await SampleAsync("Heron Physio", 1, 1);
        await SampleAsync("Brent Goose Café", 31, 1);
        await SampleAsync("Sallow Tree Surgery", 0, 0, send: false);
        var wren = await Named("Wren Lane Saddlery");
        await prospects.NoteAsync(wren, "Asked for a price list on paper. Decides with her sister, who does the books.", who);
        await prospects.PlanAsync(wren, today.AddDays(2), "Send the price list by post");
        var pilot = await Named("Pilot Boat Sails");
        await prospects.NoteAsync(pilot, "Jem answers before nine only. Knows he needs a site; was waiting for the season to end.", who);
        await prospects.PlanAsync(pilot, today, "Ring Jem before nine");
        await prospects.LetGoAsync(await Named("Ness Chimney Sweeps"), true, who);
        var marram = await Named("Marram Guesthouse");
        await clients.AddPersonAsync(marram, "Isla Fenn", "owner", "isla@marram.example", "01632 960143");
        await clients.AddPersonAsync(marram, "Rob Fenn", "pays", "", "");
        var wheels = await Named("Wrenfield Wheels");
        await clients.AddPersonAsync(wheels, "Dara Holt", "answers enquiries", "dara@wrenfieldwheels.example", "");
        await db
            .Clients.Where(c => c.Id == (wheels.Id))
            .ExecuteUpdateAsync(u => u.SetProperty(c => c.NextStep, "Ask about winter opening hours"));
    }

    private async Task MakeAsync(Plan plan, AppUser maker)
    {
        var who = Who(maker);
        var trade = trades[plan.Trade];
        var text = Content.Text($"demo/{plan.File}.yaml") ?? throw new FileNotFoundException(plan.File);
        var (facts, problems) = FactsFile.Read(text, TradeFacts.Of(trade), FactSource.Maker, confirmed: true, who.Name, clock.GetUtcNow());
        if (problems.Count > 0)
            throw new InvalidDataException($"{plan.File}: {problems[0]}");
        if (plan.Station == Station.Brief)
            facts = facts.With("founded", new FactEntry(new TextValue("1987"), FactSource.Client, false));
        var site = await creation.CreateAsync(
            trade,
            facts,
            new Wishes(),
            who,
            maker.Id,
            DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime).AddDays(plan.DueIn)
        );
        if (plan.Station is not (Station.Brief or Station.Plan))
            site.Ticked = trade.Assumes;
        await db.SaveChangesAsync();
        if (plan.Station == Station.Brief)
            await clientFacts.WaitingAsync(site.ClientId, f =>
                Confirming.Add(
                    f,
                    Confirming.Of(
                        FactReading.Of([SourceText.Of("call notes.txt", CallNotes)], DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime)),
                        TradeFacts.Of(trade)
                    ),
                    FactSource.Document,
                    who.Name,
                    clock.GetUtcNow()
                )
            );

        if (plan.File == "harrowgate-cycle-works")
            await writer.EditAsync(site.Id, 1, new SetText("home.opening", "heading", "In by nine, riding home by five"), who);
        site = (await reader.FindAsync(site.Id))!;
        if (plan.Station >= Station.Proof)
        {
            var (proof, _) = await proofService.SendAsync(site, who, "http://localhost:5080", mail: true);
            proof.OpenedAt = clock.GetUtcNow();
            if (plan.File == "larkfield-honey")
            {
                await proofService.MarkAsync(
                    proof,
                    "index.html",
                    "home.opening",
                    "heading",
                    "",
                    "Could it say that the honey is from Wrenfield, not Larkfield? Larkfield is only our name.",
                    Actor.Client("Ines Larkfield")
                );
                await proofService.MarkAsync(
                    proof,
                    "contact.html",
                    "contact.contact",
                    "text",
                    "",
                    "Please add that we are at the market on Saturdays.",
                    Actor.Client("Ines Larkfield")
                );
                await proofService.AskForChangesAsync(proof, Actor.Client("Ines Larkfield"));
            }
            if (plan.Station >= Station.Launch)
                await proofService.SignAsync(proof, facts.Any<TextValue>("owner.name")?.Text ?? "The owner");
        }
        if (plan.Domain is not null)
        {
            db.Add(
                new RegisteredDomain
                {
                    Name = plan.Domain,
                    SiteId = site.Id,
                    Holder = site.Client.Name,
                    At = clock.GetUtcNow(),
                    PaidUntil = DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime).AddYears(1),
                }
            );
            site.Domain = plan.Domain;
            await db.SaveChangesAsync();
        }
        if (plan.Station >= Station.Handoff)
            await publisher.ReleaseAsync(site, who);
        if (plan.Station == Station.Care)
        {
            site.HandedOver = [.. HandoffChecklist.Items.Select(i => i.Id)];
            db.Add(
                new Enquiry
                {
                    SiteId = site.Id,
                    Name = "Jon Pell",
                    Email = "jon.pell@post.example",
                    Message = "Could you look at it before Thursday? It makes the noise again, mostly in the mornings.",
                    At = clock.GetUtcNow().AddHours(-20),
                }
            );
        }
        await SetBackAsync(site, plan, who);
    }

    /// <summary>Gives the site the weeks of history that its plan names.</summary>
    private async Task SetBackAsync(Site site, Plan plan, Actor who)
    {
        await db.SaveChangesAsync();
        await db.Events.Where(e => e.SiteId == site.Id && e.Kind != SiteEventKind.Note).ExecuteDeleteAsync();
        var at = clock.GetUtcNow().AddDays(-plan.Days.Sum());
        site.CreatedAt = at;
        DateTimeOffset Begin(Station s) => at.AddDays(plan.Days.Take((int)s).Sum());
        var benchAt = Begin(plan.Station < Station.Bench ? Station.Brief : Station.Bench).AddHours(3);
        var proofAt = Begin(Station.Proof).AddHours(2);
        var signedAt = Begin(Station.Proof).AddDays((plan.Days.Length > 4 ? plan.Days[4] : 0) * .9);
        var releasedAt = Begin(Station.Launch).AddHours(6);
        await db.Revisions.Where(r => r.SiteId == site.Id).ExecuteUpdateAsync(u => u.SetProperty(r => r.At, benchAt));
        await db
            .Proofs.Where(p => p.SiteId == site.Id)
            .ExecuteUpdateAsync(u =>
                u.SetProperty(p => p.CreatedAt, proofAt)
                    .SetProperty(p => p.OpenedAt, proofAt.AddHours(20))
                    .SetProperty(p => p.SignedAt, p => p.SignedAt == null ? null : signedAt)
                    .SetProperty(p => p.ChangesAskedAt, p => p.ChangesAskedAt == null ? null : signedAt)
            );
        await db.Marks.Where(m => m.Proof.SiteId == site.Id).ExecuteUpdateAsync(u => u.SetProperty(m => m.At, signedAt.AddHours(-1)));
        await db.Releases.Where(r => r.SiteId == site.Id).ExecuteUpdateAsync(u => u.SetProperty(r => r.At, releasedAt));
        await db
            .Events.Where(e => e.SiteId == site.Id && e.Kind == SiteEventKind.Note)
            .ExecuteUpdateAsync(u => u.SetProperty(e => e.At, e => e.Text.StartsWith("Release") ? releasedAt : signedAt));
        for (var i = 0; i < plan.Days.Length; i++)
        {
            db.Add(
                new SiteEvent
                {
                    SiteId = site.Id,
                    Kind = SiteEventKind.Station,
                    Station = (Station)i,
                    Who = who,
                    At = at,
                }
            );
            var last = i == plan.Days.Length - 1;
            if (plan.Days[i] > 1 && (!last || plan.Waits == Party.Client) && i is 0 or 2 or 4)
            {
                db.Add(
                    new SiteEvent
                    {
                        SiteId = site.Id,
                        Kind = SiteEventKind.Wait,
                        Party = Party.Client,
                        Station = (Station)i,
                        Who = who,
                        At = at.AddDays(plan.Days[i] * .4),
                    }
                );
                if (!last || plan.Waits == Party.Us)
                    db.Add(
                        new SiteEvent
                        {
                            SiteId = site.Id,
                            Kind = SiteEventKind.Wait,
                            Party = Party.Us,
                            Station = (Station)i,
                            Who = who,
                            At = at.AddDays(plan.Days[i] * .9),
                        }
                    );
                if (last)
                    site.WaitingSince = at.AddDays(plan.Days[i] * .4);
            }
            else if (last)
                site.WaitingSince = at.AddDays(plan.Days[i] * .8);
            at = at.AddDays(plan.Days[i]);
        }
        site.Station = plan.Station;
        site.WaitingFor = plan.Waits;
        await db.SaveChangesAsync();
    }
}
