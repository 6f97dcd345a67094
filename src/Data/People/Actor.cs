using System.Security.Claims;

namespace Plurimax.Data;

/// <summary>Who did something: somebody at the agency, somebody at a client's, or the application by itself.</summary>
/// <param name="UserId">The account, by which it is recognised; null for a client and for the application.</param>
/// <param name="Name">The name as it stood when it was done. Never compared: people share names and change them.</param>
public readonly record struct Actor(Guid? UserId, string Name)
{
    /// <summary>What nobody did by hand.</summary>
    public static Actor Application { get; } = new(null, "Plurimax");

    /// <summary>Somebody at a client's, by the name they gave.</summary>
    public static Actor Client(string name) => new(null, name);

    /// <summary>The person signed in. Only for what nobody reaches without signing in.</summary>
    /// <exception cref="InvalidOperationException">Nobody is signed in.</exception>
    public static Actor Of(ClaimsPrincipal user) =>
        Guid.TryParse(user.FindFirstValue(ClaimTypes.NameIdentifier), out var id) && user.Identity?.Name is { } name
            ? new(id, name)
            : throw new InvalidOperationException("Nobody is signed in.");

    /// <summary>Whether it is the account of another, whatever either is called.</summary>
    public bool Is(Actor other) => UserId is { } id && id == other.UserId;

    /// <summary>As somebody signs a letter.</summary>
    public string FirstName => Name.Split(' ')[0];

    public override string ToString() => Name;
}
