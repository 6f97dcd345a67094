namespace Plurimax.Web.Shared;

/// <summary>
/// Everything that answers without sign-in, beside <see cref="Operating.Health"/>. Published sites are served apart, by host name, in
/// <see cref="Hosting.SiteHost"/>.
/// </summary>
public static class PublicEndpoints
{
    public static readonly string[] Pages =
    [
        "/People/SignIn",
        "/People/SignInCode",
        "/People/Forgotten",
        "/People/Password",
        "/Shared/Fault",
        "/Proofs/ClientProof",
        "/Briefing/Answers",
        "/Briefing/Agree",
        "/Prospects/Sample",
        "/Styling/Lookbook",
        "/Plans/AgreePlan",
    ];

    /// <summary>
    /// Views of unpublished sheets: reached by a signed or a proof token in the path, since a sandboxed frame sends no cookie.
    /// </summary>
    public const string Sheet = "/sheet/{token}/{**path}";
    public const string TradeSheet = "/tradesheet/{token}/{**path}";
    public const string ProofSheet = "/proof/{token}/sheet/{**path}";
    public const string LookSheet = "/looks/{token}/sheet/{look:int}/{**path}";
    public const string SecurityTxt = "/.well-known/security.txt";
    public const string Brand = AgencyBrand.Path;
    public const string SampleSheet = "/sample/{token}/sheet/{**path}";
}
