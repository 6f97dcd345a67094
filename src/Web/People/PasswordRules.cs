using Microsoft.AspNetCore.Identity;
using Plurimax.Data;

namespace Plurimax.Web.People;

/// <summary>
/// What a password may not be besides short: what guessing begins with (NIST SP 800-63B, 5.1.1.2: the person's own name and that of the
/// service, repetitive and sequential characters). No rules about kinds of characters.
/// </summary>
internal sealed class PasswordRules : IPasswordValidator<AppUser>
{
    private const int FewestKinds = 5;
    private const int Longest = 200;
    private const string Runs = "abcdefghijklmnopqrstuvwxyz qwertyuiopasdfghjklzxcvbnm qwertzuiopasdfghjklyxcvbnm 01234567890123456789";

    public Task<IdentityResult> ValidateAsync(UserManager<AppUser> manager, AppUser user, string? password) =>
        Task.FromResult(ProblemOf(user, password ?? "") is { } problem ? IdentityResult.Failed(problem) : IdentityResult.Success);

    private static IdentityError? ProblemOf(AppUser user, string password)
    {
        var plain = password.ToLowerInvariant();
        if (password.Length > Longest)
            return Problem($"{Longest} letters are the most.");
        if (plain.Distinct().Count() < FewestKinds || IsRun(plain))
            return Problem("It is easy to guess: the same or following keys. Three or four words that do not belong together are better.");
        var own = $"{user.DisplayName} {user.Email?.Split('@')[0]} plurimax".ToLowerInvariant();
        foreach (var word in own.Split([' ', '.', '-', '_'], StringSplitOptions.RemoveEmptyEntries))
            plain = plain.Replace(word, "", StringComparison.Ordinal);
        return plain.Count(char.IsLetterOrDigit) < FewestKinds
            ? Problem(
                "It is hardly more than a name that belongs to the account. Three or four words that do not belong together are better."
            )
            : null;
    }

    private static bool IsRun(string plain)
    {
        var steps = 0;
        for (var i = 1; i < plain.Length; i++)
            if (
                Runs.Contains($"{plain[i - 1]}{plain[i]}", StringComparison.Ordinal)
                || Runs.Contains($"{plain[i]}{plain[i - 1]}", StringComparison.Ordinal)
            )
                steps++;
        return steps >= plain.Length - 2;
    }

    private static IdentityError Problem(string words) => new() { Code = "Guessable", Description = words };
}

/// <summary>What is wrong with an account, in our words.</summary>
internal sealed class AccountWords : IdentityErrorDescriber
{
    public override IdentityError PasswordTooShort(int length) =>
        new() { Code = nameof(PasswordTooShort), Description = $"At least {length} letters, please." };

    public override IdentityError PasswordMismatch() =>
        new() { Code = nameof(PasswordMismatch), Description = "That is not the password as it is now." };

    public override IdentityError DuplicateEmail(string email) =>
        new() { Code = nameof(DuplicateEmail), Description = $"There is an account with {email} already." };

    public override IdentityError DuplicateUserName(string userName) => DuplicateEmail(userName);

    public override IdentityError InvalidEmail(string? email) =>
        new() { Code = nameof(InvalidEmail), Description = "That is not an email address." };

    public override IdentityError InvalidUserName(string? userName) => InvalidEmail(userName);
}
