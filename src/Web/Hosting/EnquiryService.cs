using System.Collections.Immutable;
using System.Globalization;
using System.Security.Cryptography;
using System.Threading.RateLimiting;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Standards;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Text;
using Plurimax.Trades;
using Plurimax.Web.Mail;
using Plurimax.Web.Shared;
using Plurimax.Web.Watch;

namespace Plurimax.Web.Hosting;

/// <summary>
/// Takes enquiries from published sites. Works without script: a form that comes without a stamp is shown once more to be sent again,
/// with everything that was typed. The enquiry and the mail about it are stored in one transaction.
/// </summary>
public sealed class EnquiryService(
    IServiceScopeFactory scopes,
    IDataProtectionProvider protection,
    TimeProvider clock,
    OutboxSignal signal,
    Tallies tallies
) : IDisposable
{
    /// <summary>Before the token of a link that confirms or ends a site's news.</summary>
    public const string NewsPath = "/enquiry/news/";
    private static readonly TimeSpan StampLasts = TimeSpan.FromHours(24);
    private readonly IDataProtector _stamps = protection.CreateProtector("enquiry stamp");
    private readonly PartitionedRateLimiter<string> _limit = PartitionedRateLimiter.Create<string, string>(key =>
        RateLimitPartition.GetFixedWindowLimiter(key, k => new FixedWindowRateLimiterOptions
        {
            PermitLimit = int.Parse(k.Split('/')[0], CultureInfo.InvariantCulture),
            Window = TimeSpan.FromMinutes(10),
            AutoReplenishment = true,
        })
    );

    public void Dispose() => _limit.Dispose();

    public async Task AnswerAsync(HttpContext context, LiveSite live, string path)
    {
        context.Response.Headers.CacheControl = "no-store";
        switch (path, context.Request.Method)
        {
            case ("/enquiry/stamp", "GET"):
                context.Response.ContentType = "text/plain; charset=utf-8";
                await context.Response.WriteAsync(Stamp(live));
                return;
            case ("/enquiry/sent", "GET"):
                await VisitorPage.WriteAsync(context, live, 200, w =>
                    Html.Of($"<h1>{w.Get("form.sent")}</h1><p><a href=\"/\">{w.Get("missing.home")}</a></p>")
                );
                return;
            case ("/enquiry", "GET"):
                context.Response.Redirect(live.PageOf("contact") ?? "/", permanent: false);
                return;
            case (_, "GET" or "POST") when path.StartsWith(NewsPath, StringComparison.Ordinal):
                await NewsAsync(context, live, path[NewsPath.Length..]);
                return;
            case ("/enquiry", "POST"):
                await ReceiveAsync(context, live);
                return;
            default:
                context.Response.StatusCode = 405;
                return;
        }
    }

    private async Task ReceiveAsync(HttpContext context, LiveSite live)
    {
        if (!context.Request.HasFormContentType)
        {
            context.Response.StatusCode = 415;
            return;
        }
        var form = await FormOfAsync(context);
        var input = new EnquiryForm.Input(
            form["name"].ToString(),
            form["email"].ToString(),
            form["phone"].ToString(),
            form["message"].ToString(),
            form["consent"] == "yes",
            form["company_url"].ToString(),
            form["stamp"].ToString()
        );
        if (input.Trap.Length > 0)
        {
            context.Response.Redirect(Sent(live));
            return;
        }

        using var scope = scopes.CreateScope(live.AgencyId);
        var db = scope.ServiceProvider.GetRequiredService<PlurimaxDb>();
        var site = await db.Sites.AsNoTracking().Include(s => s.Client).FirstAsync(s => s.Id == live.SiteId);
        var settings = await scope.ServiceProvider.GetRequiredService<SettingsReader>().OfAsync(site);
        var words = SiteWords.For(live.Language);
        var text = SiteTexts.Of(
            site.Client.Facts,
            settings.All(),
            words,
            scope.ServiceProvider.GetRequiredService<TradeCatalogue>()[site.TradeId].Kind
        );
        if (ShortForm.Named(form["kind"]) is { } kind)
        {
            await ReceiveShortAsync(
                context,
                live,
                db,
                site,
                settings,
                text.Letter(text.Settings["consent"]),
                kind,
                new ShortForm.Input(
                    form["name"].ToString(),
                    form["contact"].ToString(),
                    form["when"].ToString(),
                    input.Consent,
                    "",
                    input.Stamp
                )
            );
            return;
        }
        var rules = EnquiryForm.Rules.Of(key => text.Settings[key], text);
        var errors = EnquiryForm.Check(input, words, rules);
        if (errors.Count > 0)
        {
            await FormAsync(context, live, 422, words, rules, input, errors, null);
            return;
        }
        if (!Ripe(input.Stamp, live, settings))
        {
            await FormAsync(context, live, 200, words, rules, input, null, words.Get("server.once_more"));
            return;
        }
        using var lease = Lease(context, live, settings);
        if (!lease.IsAcquired)
        {
            await FormAsync(context, live, 429, words, rules, input, null, words.Get("errors.too_many"));
            return;
        }

        var now = clock.GetUtcNow();
        var enquiry = new Enquiry
        {
            SiteId = site.Id,
            Name = FactReader.Clean(input.Name),
            Email = input.Email.Trim(),
            Phone = FactReader.Clean(input.Phone),
            Message = FactReader.Clean(input.Message, lines: true),
            Aside = FormSpam.Why(input.Message, settings.Whole("form_links"), settings["form_blocked"]) ?? "",
            At = now,
        };
        db.Add(enquiry);
        if (enquiry.Aside.Length > 0)
        {
            await db.SaveChangesAsync();
            context.Response.Redirect(Sent(live));
            return;
        }
        foreach (var to in Recipients(site, settings))
            db.Add(
                new OutboxMail
                {
                    SiteId = site.Id,
                    EnquiryId = enquiry.Id,
                    To = to,
                    ReplyTo = enquiry.Email,
                    At = now,
                    NextTry = now,
                    Subject = FactReader.Clean(text.Form(text.Settings["form_subject"], enquiry.Name)),
                    Body =
                        $"{enquiry.Message}\n\n{enquiry.Name}\n{enquiry.Email}\n{enquiry.Phone}\n\nSent through the form on "
                        + $"{live.Domain ?? live.Slug}. Answering this mail answers {enquiry.Name}.\n",
                }
            );
        if (text.Settings["form_answer"] is { Length: > 0 } answer && text.Form(answer, enquiry.Name).Trim() is { Length: > 0 } said)
            db.Add(
                new OutboxMail
                {
                    SiteId = site.Id,
                    EnquiryId = enquiry.Id,
                    To = enquiry.Email,
                    ReplyTo = Recipients(site, settings).FirstOrDefault(),
                    At = now,
                    NextTry = now,
                    Subject = site.Client.Facts.Name,
                    Body = said + "\n",
                }
            );
        await db.SaveChangesAsync();
        tallies.Enquiry();
        signal.Raise();
        context.Response.Redirect(Sent(live));
    }

    /// <summary>Where messages go: the address of the settings, else the client's own; then the copy.</summary>
    internal static IEnumerable<string> Recipients(Site site, SettingsStack settings) =>
        new[]
        {
            settings["form_to"] is { Length: > 0 } set ? set : site.Client.Facts.Any<TextValue>("email")?.Text,
            settings["form_copy"] is { Length: > 0 } copy ? copy : null,
        }
            .OfType<string>()
            .Distinct(StringComparer.OrdinalIgnoreCase);

    /// <summary>Where one is led when a message has come: the site's own page, if it has one.</summary>
    private static string Sent(LiveSite live) => live.PageOf("thanks") ?? "/enquiry/sent";

    private async Task ReceiveShortAsync(
        HttpContext context,
        LiveSite live,
        PlurimaxDb db,
        Site site,
        SettingsStack settings,
        string consent,
        ShortFormKind kind,
        ShortForm.Input input
    )
    {
        var words = SiteWords.For(live.Language);
        var stamp = Age(input.Stamp, live) is null ? Stamp(live) : input.Stamp;
        Task Again(int status, ImmutableDictionary<string, string>? errors, string? notice) =>
            VisitorPage.WriteAsync(context, live, status, w =>
                Html.Of(
                    $"<h1>{w.Get(kind == ShortFormKind.Callback ? "headings.callback" : "headings.newsletter")}</h1>{Notice(notice)}"
                        + $"{ShortForm.Render(kind, w, live.Slug, consent, "/enquiry", live.PageOf("privacy") ?? "/", "short",
                            input with { Stamp = stamp }, errors)}"
                )
            );
        var errors = ShortForm.Check(kind, input, words);
        if (errors.Count > 0)
        {
            await Again(422, errors, null);
            return;
        }
        if (!Ripe(input.Stamp, live, settings))
        {
            await Again(200, null, words.Get("server.once_more"));
            return;
        }
        using var lease = Lease(context, live, settings);
        if (!lease.IsAcquired)
        {
            await Again(429, null, words.Get("errors.too_many"));
            return;
        }
        var now = clock.GetUtcNow();
        if (kind == ShortFormKind.Newsletter)
        {
            await SubscribeAsync(context, live, db, input.Contact.Trim().ToLowerInvariant(), now);
            return;
        }
        var when = FactReader.Clean(input.When);
        var enquiry = new Enquiry
        {
            SiteId = site.Id,
            Name = FactReader.Clean(input.Name),
            Email = "",
            Phone = FactReader.Clean(input.Contact),
            Message = when.Length > 0 ? $"Please ring me: {when}" : "Please ring me.",
            At = now,
        };
        db.Add(enquiry);
        foreach (var to in Recipients(site, settings))
            db.Add(
                new OutboxMail
                {
                    SiteId = site.Id,
                    EnquiryId = enquiry.Id,
                    To = to,
                    At = now,
                    NextTry = now,
                    Subject = $"{enquiry.Name} asks to be rung: {enquiry.Phone}",
                    Body = $"{enquiry.Name}\n{enquiry.Phone}\n{enquiry.Message}\n\nSent through the form on {live.Domain ?? live.Slug}.\n",
                }
            );
        await db.SaveChangesAsync();
        tallies.Enquiry();
        signal.Raise();
        context.Response.Redirect(Sent(live));
    }

    /// <summary>Notes the address and mails a link to it. The answer is the same whether the address was known or not.</summary>
    private async Task SubscribeAsync(HttpContext context, LiveSite live, PlurimaxDb db, string email, DateTimeOffset now)
    {
        var words = SiteWords.For(live.Language);
        var known = await db.Subscribers.FirstOrDefaultAsync(s => s.SiteId == live.SiteId && s.Email == email);
        if (known?.ConfirmedAt is null)
        {
            var (token, hash) = LinkToken.New();
            if (known is null)
                db.Add(
                    new Subscriber
                    {
                        SiteId = live.SiteId,
                        Email = email,
                        TokenHash = hash,
                        At = now,
                    }
                );
            else
                (known.TokenHash, known.At) = (hash, now);
            var link = $"{context.Request.Scheme}://{context.Request.Host}{NewsPath}{token}";
            db.Add(
                OutboxMail.About(
                    live.SiteId,
                    email,
                    $"{words.Get("headings.newsletter")}: {live.Domain ?? live.Slug}",
                    $"{words.Get("server.confirm_mail", "", ("name", live.Domain ?? live.Slug))}\n\n{link}\n",
                    now
                )
            );
            try
            {
                await db.SaveChangesAsync();
            }
            catch (DbUpdateException e)
                when (e.InnerException is Npgsql.PostgresException { SqlState: Npgsql.PostgresErrorCodes.UniqueViolation })
            { /* The same address came twice at once; the first was noted. */
            }
            signal.Raise();
        }
        await VisitorPage.WriteAsync(context, live, 200, w =>
            Html.Of(
                $"<h1>{w.Get("headings.newsletter")}</h1><p role=\"status\">{w.Get("server.subscribed")}</p><p><a href=\"/\">"
                    + $"{w.Get("missing.home")}</a></p>"
            )
        );
    }

    /// <summary>The link that was mailed: shown first, done by a button, since mail programs open links by themselves.</summary>
    private async Task NewsAsync(HttpContext context, LiveSite live, string token)
    {
        using var scope = scopes.CreateScope(live.AgencyId);
        var db = scope.ServiceProvider.GetRequiredService<PlurimaxDb>();
        var hash = LinkToken.HashOf(token);
        var entry = hash is null ? null : await db.Subscribers.FirstOrDefaultAsync(s => s.SiteId == live.SiteId && s.TokenHash == hash);
        if (entry is null)
        {
            await VisitorPage.WriteAsync(context, live, 404, w =>
                Html.Of(
                    $"<h1>{w.Get("headings.newsletter")}</h1><p>{w.Get("server.unknown")}</p><p><a href=\"/\">"
                        + $"{w.Get("missing.home")}</a></p>"
                )
            );
            return;
        }
        string? said = null;
        if (HttpMethods.IsPost(context.Request.Method))
        {
            var end = context.Request.HasFormContentType && (await FormOfAsync(context))["end"] == "yes";
            if (end)
                db.Remove(entry);
            else
                entry.ConfirmedAt ??= clock.GetUtcNow();
            await db.SaveChangesAsync();
            said = end ? "server.ended" : "server.confirmed";
        }
        await VisitorPage.WriteAsync(context, live, 200, w =>
            said is not null
                ? Html.Of(
                    $"<h1>{w.Get("headings.newsletter")}</h1><p role=\"status\">{w.Get(said)}</p><p><a href=\"/\">"
                        + $"{w.Get("missing.home")}</a></p>"
                )
                : Html.Of(
                    $"<h1>{w.Get("headings.newsletter")}</h1><p>{entry.Email}</p><form method=\"post\" class=\"ctas\">"
                        + $"{(entry.ConfirmedAt is null ? Html.Of($"<button class=\"btn\">{w.Get("form.subscribe", live.Slug)}</button>")
                            : Html.Empty)}"
                        + $"<button class=\"btn alt\" name=\"end\" value=\"yes\">{w.Get("server.end")}</button></form>"
                )
        );
    }

    /// <exception cref="BadHttpRequestException">It did not arrive whole, or is no form.</exception>
    private static async Task<IFormCollection> FormOfAsync(HttpContext context)
    {
        try
        {
            return await context.Request.ReadFormAsync(context.RequestAborted);
        }
        catch (Exception e) when (e is InvalidDataException or IOException and not BadHttpRequestException)
        {
            throw new BadHttpRequestException("A form that cannot be read.", e);
        }
    }

    private static Html Notice(string? notice) => Html.If(notice is not null, $"<p class=\"sum\" role=\"status\">{notice}</p>");

    private string Stamp(LiveSite live) =>
        _stamps.Protect($"{live.SiteId}|{clock.GetUtcNow().ToUnixTimeMilliseconds().ToString(CultureInfo.InvariantCulture)}");

    private bool Ripe(string stamp, LiveSite live, SettingsStack settings) =>
        Age(stamp, live) >= TimeSpan.FromSeconds(settings.Whole("form_seconds"));

    private RateLimitLease Lease(HttpContext context, LiveSite live, SettingsStack settings)
    {
        var most = settings.Whole("form_most");
        return _limit.AttemptAcquire($"{most}/{live.SiteId}/{context.Connection.RemoteIpAddress}");
    }

    /// <summary>How long ago the form was first seen; null where the stamp is none of ours or too old.</summary>
    private TimeSpan? Age(string stamp, LiveSite live)
    {
        if (stamp.Length is 0 or > 1000)
            return null;
        try
        {
            var parts = _stamps.Unprotect(stamp).Split('|');
            var age = clock.GetUtcNow() - DateTimeOffset.FromUnixTimeMilliseconds(long.Parse(parts[1], CultureInfo.InvariantCulture));
            return parts[0] == live.SiteId.ToString() && age <= StampLasts ? age : null;
        }
        catch (CryptographicException)
        {
            return null;
        }
    }

    private Task FormAsync(
        HttpContext context,
        LiveSite live,
        int status,
        SiteWords words,
        EnquiryForm.Rules rules,
        EnquiryForm.Input input,
        ImmutableDictionary<string, string>? errors,
        string? notice
    ) => VisitorPage.WriteAsync(context, live, status, w =>
        {
            var privacy = live.PageOf("privacy") ?? "/";
            var form = EnquiryForm.Render(words, live.Slug, rules, "/enquiry", privacy, Stamped(input, live), errors);
            return Html.Of($"<h1>{w.Get("contact.write")}</h1>{Notice(notice)}{form}");
        });

    private EnquiryForm.Input Stamped(EnquiryForm.Input input, LiveSite live) =>
        Age(input.Stamp, live) is null ? input with { Stamp = Stamp(live) } : input;
}
