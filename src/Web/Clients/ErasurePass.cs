using System.Collections.Immutable;
using System.Text.Encodings.Web;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Facts;
using Plurimax.Reading.Files;
using Plurimax.Sites;
using Plurimax.Work.Clients;

namespace Plurimax.Web.Clients;

/// <summary>
/// One pass over everything that may name a person. It serves the preview and the deed, so that the one cannot promise what the other does
/// not do.
/// </summary>
internal sealed class ErasurePass(PlurimaxDb db, ClientFacts clientFacts, PersonTraces t, Actor by)
{
    private readonly ImmutableArray<ErasedThing>.Builder _things = ImmutableArray.CreateBuilder<ErasedThing>();

    /// <summary>Clients whose published pages may still show the person.</summary>
    private readonly HashSet<Guid> _touched = [];
    private Dictionary<Guid, string> _names = [];
    private Dictionary<Guid, Guid> _clientOf = [];

    public async Task<ImmutableArray<ErasedThing>> RunAsync()
    {
        _names = await db.Clients.AsNoTracking().Select(c => new { c.Id, c.Name }).ToDictionaryAsync(c => c.Id, c => c.Name);
        _clientOf = await db.Sites.AsNoTracking().Select(s => new { s.Id, s.ClientId }).ToDictionaryAsync(s => s.Id, s => s.ClientId);
        await PeopleAndNotesAsync();
        await EnquiriesAsync();
        await FactsAsync();
        await AnswersAsync();
        await ProofsAsync();
        await MarksAsync();
        await BriefsAsync();
        await LooksAndPlansAsync();
        await HistoryAsync();
        await VersionsAsync();
        await ReleasesAsync();
        Say("Settings, passages and their log", await SettingsAsync(), "name taken out");
        await db.SaveChangesAsync();
        await StillLiveAsync();
        return _things.ToImmutable();
    }

    private void Say(string where, int count, string done)
    {
        if (count > 0)
            _things.Add(new ErasedThing(where, count, done));
    }

    private string Of(Guid client) => _names.GetValueOrDefault(client, "a client") is var name && t.In(name) ? "a client" : name;

    /// <summary>People and notes on clients.</summary>
    private async Task PeopleAndNotesAsync()
    {
        var people = (await db.People.ToListAsync()).FindAll(p => t.In(p.Name) || t.In(p.Email) || t.In(p.Phone));
        db.RemoveRange(people);
        foreach (var g in people.GroupBy(p => p.ClientId))
            Say($"People of {Of(g.Key)}", g.Count(), "deleted");

        var notes = (await db.WhereSql<ClientNote>($"text ~* {t.Rough}").ToListAsync()).FindAll(n => t.In(n.Text));
        db.RemoveRange(notes);
        foreach (var g in notes.GroupBy(n => n.ClientId))
            Say($"Notes on {Of(g.Key)}", g.Count(), "deleted");
    }

    /// <summary>Enquiries, addresses for the news, and mails.</summary>
    private async Task EnquiriesAsync()
    {
        var enquiries = (await db.WhereSql<Enquiry>($"concat_ws(' ', name, email, phone, message) ~* {t.Rough}").ToListAsync()).FindAll(e =>
            t.In(e.Name) || t.In(e.Email) || t.In(e.Phone) || t.In(e.Message)
        );
        var ids = enquiries.ConvertAll(e => e.Id).ToArray();
        db.RemoveRange(enquiries);
        foreach (var g in enquiries.GroupBy(e => _clientOf[e.SiteId]))
            Say($"Enquiries at {Of(g.Key)}", g.Count(), "deleted");

        var subscribers = (await db.WhereSql<Subscriber>($"email ~* {t.Rough}").ToListAsync()).FindAll(x => t.In(x.Email));
        db.RemoveRange(subscribers);
        foreach (var g in subscribers.GroupBy(x => _clientOf[x.SiteId]))
            Say($"Addresses for the news of {Of(g.Key)}", g.Count(), "deleted");

        var mails = (
            await db.WhereSql<OutboxMail>($"concat_ws(' ', \"to\", reply_to, subject, body) ~* {t.Rough} or enquiry_id = any({ids})")
                .ToListAsync()
        ).FindAll(m => m.EnquiryId is { } about && ids.Contains(about) || t.In(m.To) || t.In(m.ReplyTo) || t.In(m.Subject) || t.In(m.Body));
        db.RemoveRange(mails);
        Say("Mails in the Outbox", mails.Count, "deleted; what was not sent is not sent any more");
        await db.SaveChangesAsync();
    }

    /// <summary>Facts of clients; their pages follow.</summary>
    private async Task FactsAsync()
    {
        foreach (
            var row in await db.WhereSql<Client>($"facts::text ~* {t.Rough}")
                .AsNoTracking()
                .Select(c => new
                {
                    c.Id,
                    c.Facts,
                    c.FactsRevision,
                })
                .ToListAsync()
        )
        {
            var (sheet, count) = t.Without(row.Facts);
            if (count == 0)
                continue;
            _touched.Add(row.Id);
            await clientFacts.SaveFactsAsync(row.Id, row.FactsRevision, _ => sheet, "Erased a person's data", by);
            Say($"Facts of {Of(row.Id)}", count, "deleted; its pages follow");
        }
    }

    /// <summary>What was answered, read in or is looked through.</summary>
    private async Task AnswersAsync()
    {
        foreach (var i in (await db.Intakes.Include(i => i.Site).ToListAsync()).Where(i => i.Typed.Values.Any(t.In)))
        {
            Say($"Answers in the form of {Of(i.Site.ClientId)}", i.Typed.Values.Count(t.In), "deleted");
            i.Typed = i.Typed.RemoveRange(i.Typed.Where(x => t.In(x.Value)).Select(x => x.Key).ToList());
        }
        var sheets = (await db.HeldStarts.ToListAsync()).FindAll(s =>
            t.In(s.Words) || t.Without(s.Facts).Count > 0 || s.Material.Pages.Any(p => p.Passages.Any(x => t.In(x.Text) || t.In(x.Heading)))
        );
        db.RemoveRange(sheets);
        Say("Check sheets", sheets.Count, "deleted");
        var imports = (await db.Imports.Where(i => i.TakenAt == null).ToListAsync()).FindAll(i => t.In(TextBytes.Decode(i.Content).Text));
        db.RemoveRange(imports);
        Say("Lists in review", imports.Count, "deleted");
    }

    /// <summary>Proofs; the sign-off stays, without the name.</summary>
    private async Task ProofsAsync()
    {
        foreach (
            var p in await db.WhereSql<Proof>($"document::text ~* {t.Rough} or facts::text ~* {t.Rough} or signed_by ~* {t.Rough}")
                .Include(p => p.Site)
                .ToListAsync()
        )
        {
            var n = 0;
            if (t.In(p.SignedBy))
            {
                p.SignedBy = PersonTraces.Blank;
                n++;
            }
            var (facts, count) = t.Without(p.Facts);
            if (count > 0)
            {
                p.Facts = facts;
                n += count;
            }
            if (Blanked(t, p.Document) is { } document)
            {
                p.Document = document;
                n++;
            }
            Say($"Proofs of {Of(p.Site.ClientId)}", n, "taken out; the sign-off stays, without the name");
        }
    }

    /// <summary>Marks with their answers.</summary>
    private async Task MarksAsync()
    {
        foreach (
            var g in (await db.Marks.Include(m => m.Proof.Site).Include(m => m.Replies).ToListAsync()).GroupBy(m => m.Proof.Site.ClientId)
        )
        {
            var n = 0;
            foreach (var m in g)
            {
                if (t.In(m.Author.Name))
                {
                    m.Author = Actor.Client(PersonTraces.Blank);
                    n++;
                }
                if (t.In(m.Text))
                {
                    m.Text = t.Without(m.Text);
                    n++;
                }
                if (t.In(m.Quote))
                {
                    m.Quote = t.Without(m.Quote);
                    n++;
                }
                foreach (var r in m.Replies.Where(r => t.In(r.Author.Name) || t.In(r.Text)))
                {
                    (r.Author, r.Text) = (t.In(r.Author.Name) ? Actor.Client(PersonTraces.Blank) : r.Author, t.Without(r.Text));
                    n++;
                }
            }
            Say($"Marks on {Of(g.Key)}", n, "name taken out");
        }
    }

    /// <summary>Briefs that were sent.</summary>
    private async Task BriefsAsync()
    {
        foreach (var b in await db.SentBriefs.Include(b => b.Site).ToListAsync())
        {
            var n = 0;
            if (t.In(b.AgreedBy))
            {
                b.AgreedBy = PersonTraces.Blank;
                n++;
            }
            if (t.In(b.Wish))
            {
                b.Wish = t.Without(b.Wish!);
                n++;
            }
            if (Blanked(t, b.Document) is { } document)
            {
                b.Document = document;
                n++;
            }
            Say($"Briefs of {Of(b.Site.ClientId)}", n, "taken out");
        }
    }

    /// <summary>Lookbooks and plans that were sent.</summary>
    private async Task LooksAndPlansAsync()
    {
        foreach (var l in await db.Lookbooks.Include(l => l.Site).ToListAsync())
        {
            (l.ChosenBy, l.Comments, l.Facts, l.Document, var n) = Cleared(t, l.ChosenBy, l.Comments, l.Facts, l.Document);
            Say($"Lookbooks of {Of(l.Site.ClientId)}", n, "taken out");
        }
        foreach (var l in await db.SentPlans.Include(l => l.Site).ToListAsync())
        {
            (l.AgreedBy, l.Comments, l.Facts, l.Document, var n) = Cleared(t, l.AgreedBy, l.Comments, l.Facts, l.Document);
            Say($"Plans of {Of(l.Site.ClientId)}", n, "taken out");
        }
    }

    /// <summary>What happened to sites, sample links, next steps.</summary>
    private async Task HistoryAsync()
    {
        foreach (
            var g in (await db.WhereSql<SiteEvent>($"concat_ws(' ', text, who_name) ~* {t.Rough}").ToListAsync())
                .Where(e => t.In(e.Text) || t.In(e.Who.Name))
                .GroupBy(e => _clientOf[e.SiteId])
        )
        {
            foreach (var e in g)
                (e.Text, e.Who) = (t.Without(e.Text), t.In(e.Who.Name) ? Actor.Client(PersonTraces.Blank) : e.Who);
            Say($"History of {Of(g.Key)}", g.Count(), "name taken out");
        }
        foreach (var l in (await db.SampleLinks.Include(l => l.Site).ToListAsync()).Where(l => t.In(l.To)).GroupBy(l => l.Site.ClientId))
        {
            foreach (var x in l)
                x.To = PersonTraces.Blank;
            Say($"Sample links of {Of(l.Key)}", l.Count(), "address taken out");
        }
        foreach (var c in (await db.Clients.ToListAsync()).Where(c => t.In(c.NextStep)))
        {
            c.NextStep = t.Without(c.NextStep);
            Say($"Next step of {Of(c.Id)}", 1, "name taken out");
        }
    }

    /// <summary>Versions of pages.</summary>
    private async Task VersionsAsync()
    {
        var revisions = 0;
        foreach (var r in await db.WhereSql<SiteRevision>($"document::text ~* {t.Rough}").ToListAsync())
            if (Blanked(t, r.Document) is { } document)
            {
                r.Document = document;
                _touched.Add(_clientOf[r.SiteId]);
                revisions++;
            }
        Say("Versions of pages", revisions, "name taken out");
    }

    /// <summary>A roll-out makes a site again of the facts it was released with: they are cleared as well.</summary>
    private async Task ReleasesAsync()
    {
        foreach (
            var r in await db.WhereSql<Release>($"facts::text ~* {t.Rough} or settings::text ~* {t.Rough}")
                .Include(r => r.Site)
                .ToListAsync()
        )
        {
            var n = 0;
            if (r.Facts is not null && t.Without(r.Facts) is { Count: > 0 } cleared)
                (r.Facts, n) = cleared;
            if (r.Settings is not null && Blanked(t, r.Settings) is { } settings)
            {
                r.Settings = settings;
                n++;
            }
            if (n > 0)
                _touched.Add(r.Site.ClientId);
            Say($"Releases of {Of(r.Site.ClientId)}", n, "taken out of what they are made of again");
        }
    }

    private async Task StillLiveAsync()
    {
        var live = await db
            .Sites.AsNoTracking()
            .Where(s => s.LiveReleaseId != null && _touched.Contains(s.ClientId))
            .Select(s => s.ClientId)
            .ToListAsync();
        foreach (var g in live.GroupBy(c => c))
            Say($"Published pages of {Of(g.Key)}", g.Count(), "still as released; release again from Launch");
    }

    /// <summary>Takes a person out of everything that is set, in hand, put by, kept as a version or written in the log.</summary>
    private async Task<int> SettingsAsync()
    {
        var n = 0;
        string? Clear(string? text)
        {
            if (!t.In(text))
                return text;
            n++;
            return t.Without(text!);
        }
        foreach (var s in await db.WhereSql<SettingValue>($"concat_ws(' ', value, why) ~* {t.Rough}").ToListAsync())
            (s.Value, s.Why) = (Clear(s.Value)!, Clear(s.Why)!);
        foreach (var d in await db.SettingDrafts.ToListAsync())
            d.Value = Clear(d.Value);
        foreach (var c in await db.WhereSql<SettingChange>($"concat_ws(' ', \"from\", \"to\", why, who_name) ~* {t.Rough}").ToListAsync())
            (c.From, c.To, c.Why, c.Who) = (
                Clear(c.From),
                Clear(c.To),
                Clear(c.Why)!,
                t.In(c.Who.Name) ? Actor.Client(PersonTraces.Blank) : c.Who
            );
        foreach (var v in await db.WhereSql<StandardVersion>($"\"values\"::text ~* {t.Rough} or said ~* {t.Rough}").ToListAsync())
        {
            v.Said = Clear(v.Said)!;
            if (Blanked(t, v.Values) is { } values)
            {
                v.Values = values;
                n++;
            }
        }
        foreach (var s in await db.SavedSections.ToListAsync())
        {
            s.Name = Clear(s.Name)!;
            if (Blanked(t, s.Section) is { } section)
            {
                s.Section = section;
                n++;
            }
            if (s.Further.Any(f => Blanked(t, f) is not null))
            {
                s.Further = [.. s.Further.Select(f => Blanked(t, f) ?? f)];
                n++;
            }
        }
        return n;
    }

    /// <summary>What a client was sent and said of it, without the person; and how many things were taken out.</summary>
    private static (string? By, ImmutableArray<ClientComment> Comments, FactSheet Facts, SiteDocument Document, int Count) Cleared(
        PersonTraces t,
        string? by,
        ImmutableArray<ClientComment> comments,
        FactSheet facts,
        SiteDocument document
    )
    {
        var cleared = comments
            .Select(c =>
                t.In(c.Author) || t.In(c.Text)
                    ? c with
                    {
                        Author = t.In(c.Author) ? PersonTraces.Blank : c.Author,
                        Text = t.Without(c.Text),
                    }
                    : c
            )
            .ToImmutableArray();
        var (without, count) = t.Without(facts);
        var blanked = Blanked(t, document);
        count += (t.In(by) ? 1 : 0) + comments.Where((c, i) => c != cleared[i]).Count() + (blanked is null ? 0 : 1);
        return (t.In(by) ? PersonTraces.Blank : by, cleared, without, blanked ?? document, count);
    }

    private static T? Blanked<T>(PersonTraces t, T document)
        where T : class
    {
        // As JSON with every letter as it is, so that a name is found whatever its accents.
        var json = JsonSerializer.Serialize(document, Readable);
        return t.In(json) ? JsonSerializer.Deserialize<T>(t.Without(json), Readable) : null;
    }

    private static readonly JsonSerializerOptions Readable = new(SiteDocument.Json)
    {
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };
}
