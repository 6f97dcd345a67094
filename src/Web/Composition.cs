using System.Threading.RateLimiting;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Blobs;
using Plurimax.Data.Likeness;
using Plurimax.Data.Sites;
using Plurimax.Data.Standards;
using Plurimax.Publishing.Launching;
using Plurimax.StandIns;
using Plurimax.Web.Batches;
using Plurimax.Web.Benching;
using Plurimax.Web.Briefing;
using Plurimax.Web.Care;
using Plurimax.Web.Clients;
using Plurimax.Web.Demo;
using Plurimax.Web.Hosting;
using Plurimax.Web.Jobs;
using Plurimax.Web.Launching;
using Plurimax.Web.Lookbooks;
using Plurimax.Web.Planning;
using Plurimax.Web.Proofs;
using Plurimax.Web.Prospecting;
using Plurimax.Web.RollOuts;
using Plurimax.Web.Shared;
using Plurimax.Web.Templates;

namespace Plurimax.Web;

/// <summary>How the application is put together.</summary>
public static class Composition
{
    public static void AddPlurimax(this WebApplicationBuilder builder)
    {
        var config = builder.Configuration;
        var connection = config["Database"] ?? "Host=127.0.0.1;Port=5433;Database=plurimax;Username=plurimax";
        var folder = Path.GetFullPath(config["DataFolder"] ?? ".data");
        var services = builder.Services;
        builder.WebHost.ConfigureKestrel(k =>
        {
            k.AddServerHeader = false;
            k.Limits.MaxRequestBodySize = 2 * 1024 * 1024;
        });

        services.AddDbContext<PlurimaxDb>(o => PlurimaxDb.Configure(o, connection));
        // Every worker goes on by itself after a fault; should one ever end, the sites stay up without it.
        services.Configure<HostOptions>(o => o.BackgroundServiceExceptionBehavior = BackgroundServiceExceptionBehavior.Ignore);
        services.AddSingleton(TimeProvider.System);
        services.AddScoped<AgencyScope>();
        services.AddSingleton<AgencyTrades>();
        services.AddScoped(s => s.GetRequiredService<AgencyTrades>().Of(s.GetRequiredService<AgencyScope>().Id));
        services.AddSingleton<IBlobStore>(new FolderBlobStore(Path.Combine(folder, "blobs")));
        services.AddSingleton<SketchCache>();
        services.AddScoped<CopyShelf>();
        services.AddHostedService<CopiesAtStart>();
        services.AddScoped<SiteReader>();
        services.AddScoped<SiteRevisions>();
        services.AddScoped<ClientFacts>();
        services.AddScoped<SiteWriter>();
        services.AddScoped<SiteStations>();
        services.AddScoped<SiteCreation>();
        services.AddScoped<ClientLetters>();
        services.AddScoped<SettingsReader>();
        services.AddScoped<SheetParts>();
        services.AddScoped<TakeStore>();
        services.AddScoped<HistoryShelf>();
        services.AddScoped<StayHistory>();
        services.AddScoped<HistoryThinning>();
        services.AddScoped<WordSearch>();
        services.AddScoped<SectionShelf>();
        services.AddScoped<Publisher>();
        services.AddScoped<ProofDesk>();
        services.AddScoped<LookDesk>();
        services.AddScoped<PlanDesk>();
        services.AddScoped<StartDesk>();
        services.AddScoped<IntakeDesk>();
        services.AddScoped<BriefDesk>();
        services.AddScoped<FileDesk>();
        services.AddScoped<ProspectList>();
        services.AddScoped<ProspectDesk>();
        services.AddScoped<ImportDesk>();
        services.AddSingleton<BatchBell>();
        services.AddScoped<BatchDesk>();
        services.AddHostedService<BatchRunner>();
        services.AddScoped<StandardShelf>();
        services.AddScoped<StandardsDesk>();
        services.AddScoped<OwnSettings>();
        services.AddScoped<Republishing>();
        services.AddScoped<RollOutDesk>();
        services.AddSingleton<RollOutBell>();
        services.AddSingleton<ImpactRuns>();
        services.AddHostedService<RollOutRunner>();
        services.AddScoped<TemplateDesk>();
        services.AddHostedService<TemplatesAtStart>();
        services.AddScoped<ClientDesk>();
        services.AddScoped<ErasureDesk>();
        services.AddScoped<IRegistrar, SimulatedRegistrar>();
        services.AddScoped<SiteStatus>();
        services.AddScoped<DemoData>();
        services.AddSingleton<Sheets>();
        services.AddSingleton<SheetHost>();
        services.AddSingleton(new SiteAddresses(config["SitesHost"] ?? "sites.localhost", config["PublicPort"]));
        services.AddSingleton<PublishedSites>();
        services.AddScoped<PhotoDesk>();
        services.AddScoped<PictureShelf>();
        services.AddSingleton<EnquiryDesk>();
        services.AddMemoryCache(o => o.SizeLimit = 384L * 1024 * 1024);
        services.AddHostedService<ReleaseListener>();
        services.AddSingleton<SiteChanges>();
        services.AddHostedService(s => s.GetRequiredService<SiteChanges>());

        var smtp = config["Smtp:Host"];
        var port = int.TryParse(config["Smtp:Port"], out var p) ? p : 2525;
        if (smtp is null)
            services.AddSingleton(_ => new SmtpSink(port, Path.Combine(folder, "mail")));
        services.AddSingleton<IMailer>(s =>
        {
            if (smtp is null)
                _ = s.GetRequiredService<SmtpSink>();
            return new SmtpMailer(smtp ?? "127.0.0.1", port, config["Smtp:From"] ?? "post@tidewrack.example");
        });
        services.AddSingleton<OutboxBell>();
        services.AddHostedService<OutboxSender>();
        services.AddScoped<EnquiryRetention>();
        services.AddHostedService<RetentionClock>();

        services.AddDataProtection().SetApplicationName("plurimax").PersistKeysToDbContext<PlurimaxDb>();
        services
            .AddIdentity<AppUser, IdentityRole<Guid>>(o =>
            {
                o.Password.RequiredLength = 10;
                o.Password.RequireNonAlphanumeric =
                    o.Password.RequireDigit =
                    o.Password.RequireUppercase =
                    o.Password.RequireLowercase =
                        false;
                o.Lockout.MaxFailedAccessAttempts = 8;
                o.User.RequireUniqueEmail = true;
                o.User.AllowedUserNameCharacters = "";
            })
            .AddEntityFrameworkStores<PlurimaxDb>()
            .AddClaimsPrincipalFactory<AgencyClaims>();
        services.ConfigureApplicationCookie(o =>
        {
            o.LoginPath = "/signin";
            o.AccessDeniedPath = "/signin";
            o.Cookie.Name = "plurimax";
            o.Cookie.HttpOnly = true;
            o.Cookie.SameSite = SameSiteMode.Lax;
            o.ExpireTimeSpan = TimeSpan.FromDays(14);
        });
        services
            .AddAuthorizationBuilder()
            .SetFallbackPolicy(new AuthorizationPolicyBuilder().RequireAuthenticatedUser().Build())
            .AddPolicy("owner", b => b.RequireRole("owner"));
        services.AddAntiforgery(o =>
        {
            o.Cookie.Name = "plurimax-form";
            o.HeaderName = "X-Form-Token";
        });
        services.AddRazorPages(o =>
        {
            foreach (var page in PublicEndpoints.Pages)
                o.Conventions.AllowAnonymousToPage(page);
            o.Conventions.AuthorizePage("/Erase", "owner");
        });
        services.Configure<Microsoft.AspNetCore.Mvc.MvcOptions>(o => o.ModelMetadataDetailsProviders.Add(new EmptyStaysEmpty()));
        // Forms behind private links: far above what a person types, far below what a machine tries.
        services.AddRateLimiter(o =>
        {
            o.RejectionStatusCode = StatusCodes.Status429TooManyRequests;
            o.AddPolicy("client", c =>
                RateLimitPartition.GetSlidingWindowLimiter(
                    c.Connection.RemoteIpAddress?.ToString() ?? "",
                    _ => new SlidingWindowRateLimiterOptions
                    {
                        PermitLimit = 300,
                        Window = TimeSpan.FromMinutes(1),
                        SegmentsPerWindow = 6,
                    }
                )
            );
        });
        services.AddHealthChecks().AddCheck<DatabaseHealth>("database");
    }

    public static void UsePlurimax(this WebApplication app)
    {
        app.UseMiddleware<SiteHost>();
        app.UseExceptionHandler("/fault");
        app.UseStatusCodePagesWithReExecute("/fault", "?code={0}");
        app.UseMiddleware<SecurityHeaders>();
        app.UseStaticFiles(
            new StaticFileOptions { OnPrepareResponse = c => c.Context.Response.Headers.CacheControl = "public, max-age=600" }
        );
        app.UseRouting();
        app.UseRateLimiter();
        app.UseAuthentication();
        app.UseMiddleware<AgencyOfRequest>();
        app.UseAuthorization();
        app.MapRazorPages();
        app.MapHealthChecks("/health").AllowAnonymous();
        SheetHost.Map(app);
        BenchEndpoints.Map(app);
        AgencyBrand.Map(app);
    }

    /// <summary>Gives clients of before there was an index by name theirs; saving makes it.</summary>
    public static async Task IndexAsync(PlurimaxDb db)
    {
        foreach (var client in await db.Clients.Where(c => c.NameKey == "").ToListAsync())
            db.Entry(client).State = EntityState.Modified;
        await db.SaveChangesAsync();
    }

    /// <summary>Brings the database up to date and, once, loads the demo.</summary>
    public static async Task PrepareAsync(this WebApplication app, bool demo)
    {
        using var scope = app.Services.CreateScope();
        var db = scope.ServiceProvider.GetRequiredService<PlurimaxDb>();
        await db.Database.MigrateAsync();
        await IndexAsync(db);
        if (demo)
            await scope.ServiceProvider.GetRequiredService<DemoData>().LoadAsync();
    }
}

internal sealed class DatabaseHealth(PlurimaxDb db) : Microsoft.Extensions.Diagnostics.HealthChecks.IHealthCheck
{
    public async Task<Microsoft.Extensions.Diagnostics.HealthChecks.HealthCheckResult> CheckHealthAsync(
        Microsoft.Extensions.Diagnostics.HealthChecks.HealthCheckContext context,
        CancellationToken cancel = default
    ) =>
        await db.Database.CanConnectAsync(cancel)
            ? Microsoft.Extensions.Diagnostics.HealthChecks.HealthCheckResult.Healthy()
            : Microsoft.Extensions.Diagnostics.HealthChecks.HealthCheckResult.Unhealthy();
}

/// <summary>Headers of the application's own pages: nothing inline, nothing from elsewhere, frames only of its own sheets.</summary>
internal sealed class SecurityHeaders(RequestDelegate next)
{
    public Task InvokeAsync(HttpContext context)
    {
        var h = context.Response.Headers;
        h.ContentSecurityPolicy =
            "default-src 'self'; script-src 'self'; style-src 'self'; img-src 'self' data:; frame-src 'self'; frame-ancestors "
            + "'none'; base-uri 'none'; form-action 'self'; object-src 'none'";
        h.XContentTypeOptions = "nosniff";
        h["Referrer-Policy"] = "no-referrer";
        h["Permissions-Policy"] = "camera=(), microphone=(), geolocation=()";
        h["Cross-Origin-Opener-Policy"] = "same-origin";
        return next(context);
    }
}
