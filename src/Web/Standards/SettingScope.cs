namespace Plurimax.Web.Standards;

/// <summary>Scopes as settings store them: the id of a standard, a client or a site, and behind a stroke the page of a site.</summary>
public static class SettingScope
{
    public static Guid? IdOf(string scope) => Guid.TryParse(scope.Split('/')[0], out var id) ? id : null;

    /// <summary>The page; null where the scope is no page's.</summary>
    public static string? PageOf(string scope) => scope.Split('/') is [_, var page] ? page : null;
}
