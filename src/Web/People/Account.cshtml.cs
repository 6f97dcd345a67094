using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Data;

namespace Plurimax.Web.People;

/// <summary>One's own account.</summary>
public sealed class AccountModel(AccountService accounts, SessionService sessions, IAuthorizationService authorization) : PageModel
{
    [BindProperty]
    public string Name { get; set; } = "";
    public AccountService.View View { get; private set; } = null!;
    public Dictionary<string, string> Problems { get; } = [];
    public IReadOnlyList<string>? RecoveryCodes { get; private set; }

    /// <summary>The key for an application that makes codes, while they are set up.</summary>
    public string? Key { get; private set; }
    public string? Picture { get; private set; }

    /// <summary>Whether they look after the host.</summary>
    public bool Operates { get; private set; }
    public Guid? Session => SignInCookie.SessionOf(User);
    private Guid Id => Actor.Of(User).UserId!.Value;

    public async Task OnGetAsync(bool codes)
    {
        await LoadAsync();
        if (codes && !View.Codes)
            (Picture, Key) = await accounts.NewKeyAsync(Id);
    }

    public async Task<IActionResult> OnPostNameAsync() =>
        await accounts.RenameAsync(Id, Name) is { } problem ? await NotAsync("Name", problem, keepName: true) : Said("The name is changed");

    public async Task<IActionResult> OnPostPasswordAsync(string now, string then)
    {
        var problems = await accounts.ChangePasswordAsync(Id, now, then, Session);
        return problems.Count > 0
            ? await NotAsync("Password", string.Join(" ", problems))
            : Said("The password is changed; you are signed out everywhere else");
    }

    public async Task<IActionResult> OnPostEndAsync(Guid session) =>
        Said(await sessions.EndAsync(Id, session) ? "Signed out there" : "It was over already");

    public async Task<IActionResult> OnPostEndOthersAsync()
    {
        await sessions.EndAllAsync(Id, but: Session);
        return Said("You are signed in here only");
    }

    /// <summary>What a browser needs to make a passkey.</summary>
    public async Task<IActionResult> OnPostPasskeyWishAsync() => Content(await accounts.PasskeyWishAsync(Id), "application/json");

    public async Task<IActionResult> OnPostPasskeyAsync(string credential) =>
        await accounts.AddPasskeyAsync(Id, credential, DeviceWords.Of(Request.Headers.UserAgent)) is { } problem
            ? await NotAsync("Passkey", problem)
            : Said("The passkey is kept; you can sign in with it");

    public async Task<IActionResult> OnPostRemovePasskeyAsync(string passkey) =>
        Said(await accounts.RemovePasskeyAsync(Id, passkey) ? "That passkey lets nobody in any more" : "It was gone already");

    public async Task<IActionResult> OnPostCodesOnAsync(string code)
    {
        RecoveryCodes = await accounts.TurnCodesOnAsync(Id, code);
        if (RecoveryCodes is null)
        {
            (Picture, Key) = await accounts.NewKeyAsync(Id);
            return await NotAsync("Code", "That code is not right. It changes every half minute; is the clock of the telephone right?");
        }
        await LoadAsync();
        return Page();
    }

    public async Task<IActionResult> OnPostOtherCodesAsync(string now)
    {
        RecoveryCodes = await accounts.OtherRecoveryCodesAsync(Id, now);
        if (RecoveryCodes is null)
            return await NotAsync("Codes", "That is not your password.");
        await LoadAsync();
        return Page();
    }

    public async Task<IActionResult> OnPostCodesOffAsync(string now) =>
        await accounts.TurnCodesOffAsync(Id, now)
            ? Said("No code is asked any more")
            : await NotAsync("Codes", "That is not your password.");

    private async Task LoadAsync(bool keepName = false)
    {
        Response.Headers.CacheControl = "no-store";
        View = await accounts.ViewAsync(Id);
        Operates = (await authorization.AuthorizeAsync(User, OperatorPolicy.Name)).Succeeded;
        if (!keepName)
            Name = View.User.DisplayName;
    }

    private RedirectResult Said(string words)
    {
        TempData["Said"] = words;
        return Redirect("/account");
    }

    private async Task<PageResult> NotAsync(string field, string problem, bool keepName = false)
    {
        Problems[field] = problem;
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        await LoadAsync(keepName);
        return Page();
    }
}
