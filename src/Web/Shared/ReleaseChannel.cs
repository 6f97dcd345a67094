namespace Plurimax.Web.Shared;

/// <summary>The channel (NOTIFY) on which nodes tell one another what is published: the slug of a site, or one of these words.</summary>
public static class ReleaseChannel
{
    public const string Name = "released";

    /// <summary>The agency's templates changed.</summary>
    public const string Templates = "templates changed";

    /// <summary>Many sites changed at once.</summary>
    public const string Many = "many sites";
}
