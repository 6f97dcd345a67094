using System.Net;
using System.Security.Cryptography;
using System.Text.RegularExpressions;
using Microsoft.EntityFrameworkCore;
using Plurimax.Web.People;

namespace Plurimax.Web.Tests;

/// <summary>Accounts: added, shut out, removed; passwords by mail; sessions that end on the server; codes.</summary>
public sealed partial class AccountsTests(App app) : IClassFixture<App>
{
    private const string Password = "saltmere-harbour";

    [Fact]
    public async Task An_owner_adds_somebody_who_chooses_a_password_by_the_mailed_link_once()
    {
        var ada = await app.SignInAsync("ada");
        (await ada.SendAsync("/people?handler=Add", new() { ["Name"] = "Pim Reed", ["Email"] = "no address" })).Body.ShouldContain(
            "value=\"Pim Reed\""
        );
        await ada.PostAsync("/people?handler=Add", Pim("pim@tidewrack.example"));
        var link = await LinkToAsync("pim@tidewrack.example");
        var pim = new Maker(app.Visitor());
        (await pim.SendAsync(link, new() { ["Password"] = "pim-pim-pim" })).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await pim.PostAsync(link, new() { ["Password"] = "lantern quarry osprey" })).Headers.Location!.ToString().ShouldBe("/signin");
        (await pim.GetAsync(link)).Status.ShouldBe(HttpStatusCode.Gone);
        (await SignInAsync("pim@tidewrack.example", "lantern quarry osprey")).Status.ShouldBe(HttpStatusCode.Redirect);
        (await ada.GetAsync("/people")).Body.ShouldContain("Pim Reed");
        (await (await app.SignInAsync()).GetAsync("/people")).Status.ShouldBe(HttpStatusCode.Forbidden);
    }

    [Fact]
    public async Task Signing_out_ends_the_session_for_a_cookie_that_somebody_kept()
    {
        var kept = await app.SignInAsync();
        var cookie = await CookieAsync("mara@tidewrack.example", Password);
        (await StatusAsync(cookie)).ShouldBe(HttpStatusCode.OK);
        // From another place: that one goes, this one stays.
        await kept.PostAsync("/account?handler=EndOthers", [], from: "/account");
        (await StatusAsync(cookie)).ShouldBe(HttpStatusCode.Redirect);
        (await kept.GetAsync("/account")).Status.ShouldBe(HttpStatusCode.OK);
    }

    [Fact]
    public async Task Whoever_is_shut_out_is_out_at_once_and_what_a_role_allows_counts_with_the_next_page()
    {
        var ada = await app.SignInAsync("ada");
        await ada.PostAsync("/people?handler=Add", Pim("juno@tidewrack.example", "Juno Fell"));
        await new Maker(app.Visitor()).PostAsync(
            await LinkToAsync("juno@tidewrack.example"),
            new() { ["Password"] = "lantern quarry osprey" }
        );
        var id = (await app.DbAsync(db => db.Users.FirstAsync(u => u.Email == "juno@tidewrack.example"))).Id.ToString();
        var juno = await CookieAsync("juno@tidewrack.example", "lantern quarry osprey");
        (await GetAsync("/people", juno)).StatusCode.ShouldBe(HttpStatusCode.Forbidden);
        await ada.PostAsync("/people?handler=Role", new() { ["id"] = id, ["role"] = "owner" });
        (await GetAsync("/people", juno)).StatusCode.ShouldBe(HttpStatusCode.OK);
        await ada.PostAsync("/people?handler=ShutOut", new() { ["id"] = id });
        (await StatusAsync(juno)).ShouldBe(HttpStatusCode.Redirect);
        (await SignInAsync("juno@tidewrack.example", "lantern quarry osprey")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        await ada.PostAsync("/people?handler=Remove", new() { ["id"] = id });
        (await app.DbAsync(db => db.Users.AnyAsync(u => u.Email == "juno@tidewrack.example"))).ShouldBeFalse();
    }

    [Fact]
    public async Task The_last_owner_who_can_sign_in_stays_one_whoever_is_invited()
    {
        var ada = await app.SignInAsync("ada");
        var id = App.Ada.UserId.ToString()!;
        // Invited as an owner, but they never chose a password. A second press says so at the field.
        var invited = Pim("never@tidewrack.example", "Nell Ever");
        invited["Role"] = "owner";
        await ada.PostAsync("/people?handler=Add", new(invited));
        (await ada.SendAsync("/people?handler=Add", new(invited))).Body.ShouldContain("There is an account with never@tidewrack.example");
        foreach (var handler in new[] { "ShutOut", "Remove", "Role" })
            await ada.PostAsync($"/people?handler={handler}", new() { ["id"] = id, ["role"] = "maker" });
        (await ada.GetAsync("/people")).Status.ShouldBe(HttpStatusCode.OK);
    }

    [Fact]
    public async Task A_forgotten_password_is_asked_for_alike_whether_there_is_an_account_or_not()
    {
        var somebody = new Maker(app.Visitor());
        var known = await somebody.SendAsync("/password", new() { ["Email"] = "ivo@tidewrack.example" });
        var unknown = await somebody.SendAsync("/password", new() { ["Email"] = "nobody@tidewrack.example" });
        unknown.Body.Replace("nobody@", "ivo@").ShouldBe(WithoutTokens(known.Body, unknown.Body));
        (await LinkToAsync("ivo@tidewrack.example")).ShouldStartWith("/password/");
        (await app.DbAsync(db => db.Outbox.AnyAsync(m => m.To == "nobody@tidewrack.example"))).ShouldBeFalse();
    }

    [Fact]
    public async Task Strangers_who_guess_are_stopped_and_lock_nobody_out()
    {
        // Ivo's own browser has signed in before.
        var ivo = app.CreateClient(new() { BaseAddress = new Uri("http://localhost"), AllowAutoRedirect = false });
        var own = new Maker(ivo);
        Dictionary<string, string> right() => new() { ["Email"] = "ivo@tidewrack.example", ["Password"] = Password };
        (await own.PostAsync("/signin", right())).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        await own.PostAsync("/signin?handler=Out", [], from: "/account");
        var answers = new List<HttpStatusCode>();
        for (var i = 0; i <= SignInLimits.OfAccount; i++)
            answers.Add((await SignInAsync("ivo@tidewrack.example", "wrong")).Status);
        answers[^1].ShouldBe(HttpStatusCode.TooManyRequests);
        answers[..^1].ShouldAllBe(s => s == HttpStatusCode.UnprocessableEntity);
        // The right password from an unknown browser waits; from the known one it is let in.
        (await SignInAsync("ivo@tidewrack.example", Password)).Status.ShouldBe(HttpStatusCode.TooManyRequests);
        (await own.PostAsync("/signin", right())).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        // An account that does not exist is stopped alike.
        for (var i = 0; i < SignInLimits.OfAccount; i++)
            await SignInAsync("nobody@tidewrack.example", "wrong");
        (await SignInAsync("nobody@tidewrack.example", "wrong")).Status.ShouldBe(HttpStatusCode.TooManyRequests);
    }

    [Fact]
    public async Task Codes_are_asked_after_the_password_and_keys_are_not_readable_in_the_database()
    {
        var mara = await app.SignInAsync();
        var key = KeyOnPage().Match((await mara.GetAsync("/account?codes=true")).Body).Groups[1].Value.Replace(" ", "");
        (await mara.SendAsync("/account?handler=CodesOn", new() { ["code"] = "000000" })).Status.ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );
        var on = await mara.SendAsync("/account?handler=CodesOn", new() { ["code"] = Totp(key) });
        var codes = Recovery().Match(on.Body).Groups[1].Value.Split('\n', StringSplitOptions.TrimEntries);
        codes.Length.ShouldBe(AccountService.RecoveryCodes);
        var kept = await app.DbAsync(db => db.UserTokens.Select(t => t.Value!).ToListAsync());
        foreach (var secret in codes.Append(key))
            kept.ShouldAllBe(v => !v.Contains(secret, StringComparison.OrdinalIgnoreCase));

        var again = new Maker(app.Visitor());
        var first = await again.PostAsync("/signin", new() { ["Email"] = "mara@tidewrack.example", ["Password"] = Password });
        first.Headers.Location!.ToString().ShouldStartWith("/signin/code");
        (await again.GetAsync("/clients")).Status.ShouldBe(HttpStatusCode.Redirect);
        (await again.SendAsync("/signin/code", new() { ["Code"] = "12345a" })).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await again.PostAsync("/signin/code", new() { ["Code"] = codes[0] })).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        (await again.GetAsync("/clients")).Status.ShouldBe(HttpStatusCode.OK);
        // Each recovery code lets in once.
        var third = new Maker(app.Visitor());
        await third.PostAsync("/signin", new() { ["Email"] = "mara@tidewrack.example", ["Password"] = Password });
        (await third.SendAsync("/signin/code", new() { ["Code"] = codes[0] })).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await mara.SendAsync("/account?handler=CodesOff", new() { ["now"] = "wrong" })).Status.ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );
        await mara.PostAsync("/account?handler=CodesOff", new() { ["now"] = Password });
        (await SignInAsync("mara@tidewrack.example", Password)).Status.ShouldBe(HttpStatusCode.Redirect);
    }

    [Fact]
    public async Task What_a_maker_may_not_do_is_said_on_the_page_that_asked()
    {
        var mara = await app.SignInAsync();
        mara.Http.DefaultRequestHeaders.Referrer = new Uri("http://localhost/standards");
        var r = await mara.PostAsync("/standards?handler=New", new() { ["name"] = "Mine" });
        r.StatusCode.ShouldBe(HttpStatusCode.Redirect);
        r.Headers.Location!.ToString().ShouldBe("/standards");
        var (_, page) = await mara.GetAsync("/standards");
        page.ShouldContain("only an owner of the agency may do this");
        page.ShouldContain("data-give-back");
    }

    [Fact]
    public async Task Refused_is_never_answered_with_an_address_of_another_host()
    {
        var mara = await app.SignInAsync();
        mara.Http.DefaultRequestHeaders.Referrer = new Uri("http://localhost//evil.example/x");
        (await mara.PostAsync("/standards?handler=New", new() { ["name"] = "Mine" }))
            .Headers.Location!.ToString()
            .ShouldBe("/evil.example/x");
    }

    private static Dictionary<string, string> Pim(string email, string name = "Pim Reed") => new() { ["Name"] = name, ["Email"] = email };

    private async Task<(HttpStatusCode Status, string Body)> SignInAsync(string email, string password) =>
        await new Maker(app.Visitor()).SendAsync("/signin", new() { ["Email"] = email, ["Password"] = password });

    /// <summary>The link in the latest mail to somebody. It is written after the answer, so it is waited for.</summary>
    [Theory]
    [InlineData("")]
    [InlineData("no JSON")]
    [InlineData("{}")]
    [InlineData("""{"id":"AA","rawId":"AA","response":{},"type":"public-key","clientExtensionResults":{}}""")]
    public async Task A_passkey_that_is_none_is_refused_in_words(string credential)
    {
        var ivo = await app.SignInAsync("ivo");
        await ivo.PostAsync("/account?handler=PasskeyWish", []);
        var (status, body) = await ivo.SendAsync("/account?handler=Passkey", new() { ["credential"] = credential });
        (status, body).ShouldSatisfyAllConditions(
            x => x.status.ShouldBe(HttpStatusCode.UnprocessableEntity),
            x => x.body.ShouldContain("Nothing was kept")
        );
        var stranger = new Maker(app.Visitor());
        await stranger.PostAsync("/signin?handler=PasskeyWish", []);
        (await stranger.SendAsync("/signin?handler=Passkey", new() { ["credential"] = credential })).Body.ShouldContain("not known here");
    }

    private Task<string> LinkToAsync(string email) => app.LinkAsync(m => m.To == email);

    private async Task<string> CookieAsync(string email, string password)
    {
        var http = app.CreateClient(
            new()
            {
                BaseAddress = new Uri("http://localhost"),
                AllowAutoRedirect = false,
                HandleCookies = true,
            }
        );
        var r = await new Maker(http).PostAsync("/signin", new() { ["Email"] = email, ["Password"] = password });
        return r.Headers.GetValues("Set-Cookie").Single(c => c.StartsWith("plurimax=", StringComparison.Ordinal)).Split(';')[0];
    }

    private async Task<HttpResponseMessage> GetAsync(string path, string cookie)
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, path);
        request.Headers.Add("Cookie", cookie);
        var http = app.CreateClient(
            new()
            {
                BaseAddress = new Uri("http://localhost"),
                AllowAutoRedirect = false,
                HandleCookies = false,
            }
        );
        return await http.SendAsync(request);
    }

    private async Task<HttpStatusCode> StatusAsync(string cookie) => (await GetAsync("/clients", cookie)).StatusCode;

    private static string WithoutTokens(string known, string unknown) => FormToken().Replace(known, FormToken().Match(unknown).Value);

    /// <summary>A code by the clock (RFC 6238 with RFC 4226, six digits, half a minute), from a key in Base32 (RFC 4648).</summary>
    private static string Totp(string base32)
    {
        var bits = string.Concat(
            base32.Select(c => Convert.ToString("ABCDEFGHIJKLMNOPQRSTUVWXYZ234567".IndexOf(c, StringComparison.Ordinal), 2).PadLeft(5, '0'))
        );
        var key = Enumerable.Range(0, bits.Length / 8).Select(i => Convert.ToByte(bits.Substring(i * 8, 8), 2)).ToArray();
        var step = BitConverter.GetBytes(DateTimeOffset.UtcNow.ToUnixTimeSeconds() / 30);
        Array.Reverse(step);
#pragma warning disable CA5350 // The standard's own.
        var hash = HMACSHA1.HashData(key, step);
#pragma warning restore CA5350
        var at = hash[^1] & 15;
        var number = ((hash[at] & 127) << 24) | (hash[at + 1] << 16) | (hash[at + 2] << 8) | hash[at + 3];
        return (number % 1_000_000).ToString("D6", System.Globalization.CultureInfo.InvariantCulture);
    }

    [GeneratedRegex("name=\"__RequestVerificationToken\"[^>]*>")]
    private static partial Regex FormToken();

    [GeneratedRegex("id=\"key\">([^<]+)<")]
    private static partial Regex KeyOnPage();

    [GeneratedRegex("id=\"recovery\">([^<]+)<")]
    private static partial Regex Recovery();
}
