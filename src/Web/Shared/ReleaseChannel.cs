namespace Plurimax.Web.Shared;

/// <summary>
/// The channel (NOTIFY) on which nodes tell one another what changed: the slug of a site that was released, or one of these words.
/// </summary>
public static class ReleaseChannel
{
    public const string Name = "released";

    /// <summary>The agency's templates changed.</summary>
    public const string Templates = "templates changed";

    /// <summary>Many sites changed at once.</summary>
    public const string Many = "many sites";

    /// <summary>Before the id of a session that ended or whose account changed.</summary>
    public const string SignedOut = "signed out: ";
}
