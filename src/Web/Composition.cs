using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Logging.Console;
using Plurimax.Data;
using Plurimax.Data.Blobs;
using Plurimax.Data.Likeness;
using Plurimax.Data.Sites;
using Plurimax.Data.Standards;
using Plurimax.Publishing.Launching;
using Plurimax.StandIns;
using Plurimax.Web.Bench;
using Plurimax.Web.Briefing;
using Plurimax.Web.Care;
using Plurimax.Web.Clients;
using Plurimax.Web.Demo;
using Plurimax.Web.Hosting;
using Plurimax.Web.Jobs;
using Plurimax.Web.Launching;
using Plurimax.Web.Line;
using Plurimax.Web.Mail;
using Plurimax.Web.Operating;
using Plurimax.Web.People;
using Plurimax.Web.Plans;
using Plurimax.Web.Proofs;
using Plurimax.Web.Prospects;
using Plurimax.Web.Shared;
using Plurimax.Web.Standards;
using Plurimax.Web.Start;
using Plurimax.Web.Styling;
using Plurimax.Web.Trades;
using Plurimax.Web.Watch;

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

        services.AddData(config, connection, folder);
        services.AddSites();
        services.AddClients();
        services.AddShared();
        services.AddHost(config);
        services.AddMail(config, folder);
        services.AddPeople();
        services.AddPages();
        services.AddOperating(config);
        services.AddScoped<DemoData>();
    }

    /// <summary>The database, the blobs, the clock, and whose agency the work is for.</summary>
    private static void AddData(this IServiceCollection services, IConfiguration config, string connection, string folder)
    {
        services.AddDbContext<PlurimaxDb>((s, o) => PlurimaxDb.Configure(o, connection).AddInterceptors(s.GetRequiredService<MailSeal>()));
        // Every worker goes on by itself after a fault; should one ever end, the sites stay up without it.
        services.Configure<HostOptions>(o => o.BackgroundServiceExceptionBehavior = BackgroundServiceExceptionBehavior.Ignore);
        services.AddSingleton(TimeProvider.System);
        services.AddScoped<AgencyScope>();
        services.AddSingleton<AgencyTrades>();
        services.AddScoped(s => s.GetRequiredService<AgencyTrades>().Of(s.GetRequiredService<AgencyScope>().Id));
        // Read at once: a setting at fault is told at the start.
        var near = new FolderBlobStore(Path.Combine(folder, "blobs"));
        if (BucketSettings.Of(key => config[key]) is { } bucket)
            services.AddSingleton<IBlobStore>(s => new BucketBlobStore(bucket, near, s.GetRequiredService<TimeProvider>()));
        else
            services.AddSingleton<IBlobStore>(near);
        services.AddScoped<BlobSweep>();
        services.AddMemoryCache(o => o.SizeLimit = 384L * 1024 * 1024);
        services.AddSingleton(new DataFolder(folder));
    }

    /// <summary>Sites and everything that is made on the Bench, on Plan and on Look.</summary>
    private static void AddSites(this IServiceCollection services)
    {
        services.AddScoped<SiteReader>();
        services.AddScoped<SiteList>();
        services.AddScoped<LineReader>();
        services.AddScoped<SiteRevisions>();
        services.AddScoped<SiteWriter>();
        services.AddScoped<SiteStations>();
        services.AddScoped<SiteTicks>();
        services.AddScoped<SiteCreation>();
        services.AddScoped<SiteStatus>();
        services.AddScoped<TakeStore>();
        services.AddScoped<HistoryStore>();
        services.AddScoped<HistoryThinning>();
        services.AddScoped<StayHistory>();
        services.AddScoped<WordSearch>();
        services.AddScoped<SectionStore>();
        services.AddSingleton<SketchCache>();
        services.AddScoped<CopyStore>();
        services.AddScoped<PhotoService>();
        services.AddScoped<PictureStore>();
        services.AddSingleton<SheetTokens>();
        services.AddSingleton<TradePreview>();
        services.AddSingleton<SheetHost>();
        services.AddScoped<SheetParts>();
        services.AddSingleton<SiteChanges>();
        services.AddHostedService(s => s.GetRequiredService<SiteChanges>());
    }

    /// <summary>Clients and prospects, and what is sent to them.</summary>
    private static void AddClients(this IServiceCollection services)
    {
        services.AddScoped<ClientFacts>();
        services.AddScoped<ClientLetters>();
        services.AddScoped<PrivateLinks>();
        services.AddScoped<CareReader>();
        services.AddScoped<EnquiryInbox>();
        services.AddScoped<DomainService>();
        services.AddScoped<ClientService>();
        services.AddScoped<ErasureService>();
        services.AddScoped<ClientFileService>();
        services.AddScoped<ReadInService>();
        services.AddScoped<StartService>();
        services.AddScoped<IntakeService>();
        services.AddScoped<BriefService>();
        services.AddScoped<PlanService>();
        services.AddScoped<LookService>();
        services.AddScoped<LookUses>();
        services.AddScoped<ProofService>();
        services.AddScoped<ProspectList>();
        services.AddScoped<ProspectService>();
        services.AddScoped<ImportService>();
        services.AddSingleton<BatchSignal>();
        services.AddScoped<BatchService>();
        services.AddHostedService<BatchRunner>();
    }

    /// <summary>What many sites share: settings, standards, templates.</summary>
    private static void AddShared(this IServiceCollection services)
    {
        services.AddScoped<SettingsReader>();
        services.AddScoped<StandardStore>();
        services.AddScoped<StandardsService>();
        services.AddScoped<StandardsOverview>();
        services.AddScoped<StandardReader>();
        services.AddScoped<SettingsMatrix>();
        services.AddScoped<SettingsLog>();
        services.AddScoped<ExceptionReader>();
        services.AddScoped<PassageReader>();
        services.AddScoped<ImpactSamples>();
        services.AddScoped<OwnSettings>();
        services.AddScoped<RollOutService>();
        services.AddSingleton<RollOutSignal>();
        services.AddHostedService<RollOutRunner>();
        services.AddSingleton<ImpactRuns>();
        services.AddScoped<TemplateService>();
        services.AddHostedService<TemplatesAtStart>();
    }

    /// <summary>Published sites and what their visitors send.</summary>
    private static void AddHost(this IServiceCollection services, IConfiguration config)
    {
        services.AddProxies(config);
        services.AddSingleton(
            new SiteAddresses(config["SitesHost"] ?? "sites.localhost", config["PublicPort"], BehindProxy.IsSecure(config))
        );
        services.AddScoped<Publisher>();
        services.AddScoped<Republishing>();
        services.AddScoped<IRegistrar, SimulatedRegistrar>();
        services.AddSingleton<PublishedSites>();
        services.AddSingleton<EnquiryService>();
        services.AddScoped<EnquiryRetention>();
        services.AddHostedService<RetentionClock>();
        services.AddHostedService<ReleaseListener>();
    }

    /// <summary>Mail: to a server by configuration, else to a sink that keeps it.</summary>
    private static void AddMail(this IServiceCollection services, IConfiguration config, string folder)
    {
        // Read at once: a setting at fault is told at the start, not with the first mail.
        var server = MailServer.Of(key => config[key]);
        var sunk = config["Smtp:Host"] is null;
        if (sunk)
            services.AddSingleton(_ => new SmtpSink(server.Port, Path.Combine(folder, "mail")));
        services.AddSingleton<IMailer>(s =>
        {
            if (sunk)
                _ = s.GetRequiredService<SmtpSink>();
            return new SmtpMailer(server);
        });
        services.AddSingleton<MailSeal>();
        services.AddSingleton<OutboxSignal>();
        services.AddScoped<OutboxReader>();
        services.AddScoped<OutboxService>();
        services.AddHostedService<OutboxSender>();
    }

    /// <summary>Accounts, signing in, and what nobody reaches without.</summary>
    private static void AddPeople(this IServiceCollection services)
    {
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
                // Counts wrong codes after a right password only: strangers cannot lock anybody out (SignInLimits).
                o.Lockout.MaxFailedAccessAttempts = 8;
                o.SignIn.RequireConfirmedAccount = true;
                o.User.RequireUniqueEmail = true;
                o.User.AllowedUserNameCharacters = "";
            })
            .AddEntityFrameworkStores<PlurimaxDb>()
            .AddUserStore<SealedUserStore>()
            .AddClaimsPrincipalFactory<AgencyClaims>()
            .AddPasswordValidator<PasswordRules>()
            .AddErrorDescriber<AccountWords>()
            .AddDefaultTokenProviders();
        services.AddScoped<IUserConfirmation<AppUser>, AccountConfirmation>();
        services.AddScoped<SessionService>();
        services.AddScoped<SignInCookie>();
        services.AddSingleton<SignInLimits>();
        services.AddScoped<SignInService>();
        services.AddScoped<PasswordLinks>();
        services.AddScoped<AccountService>();
        services.AddScoped<PeopleService>();
        services.ConfigureApplicationCookie(o =>
        {
            o.LoginPath = "/signin";
            o.Cookie.Name = "plurimax";
            o.Cookie.HttpOnly = true;
            o.Cookie.SameSite = SameSiteMode.Lax;
            o.ExpireTimeSpan = SessionService.Lasts;
            o.EventsType = typeof(SignInCookie);
        });
        services
            .AddAuthorizationBuilder()
            .SetFallbackPolicy(new AuthorizationPolicyBuilder().RequireAuthenticatedUser().Build())
            .AddPolicy("owner", b => b.RequireRole("owner"))
            .AddPolicy(OperatorPolicy.Name, b => b.RequireAuthenticatedUser().AddRequirements(new OperatorPolicy.Requirement()));
        services.AddAntiforgery(o =>
        {
            o.Cookie.Name = "plurimax-form";
            o.HeaderName = "X-Form-Token";
        });
    }

    /// <summary>What whoever runs the host sees of the requests, the workers and what broke.</summary>
    private static void AddOperating(this IServiceCollection services, IConfiguration config)
    {
        services.AddTelemetry(config);
        services.AddSingleton<FaultBook>();
        services.AddSingleton<RequestLedger>();
        services.AddExceptionHandler<FaultRecorder>();
        services.AddSingleton<WorkerBoard>();
        services.AddHostedService<NodeReporter>();
        services.AddScoped<OperatorReader>();
        services.AddScoped<IAuthorizationHandler, OperatorPolicy>();
        services.AddSingleton<DatabaseHealth>();
        services.AddHealthChecks().AddCheck<DatabaseHealth>("database");
        services.AddSingleton<ConsoleFormatter, LogLines>();
    }

    /// <summary>Pages, and the limits of those behind private links.</summary>
    private static void AddPages(this IServiceCollection services)
    {
        services
            .AddRazorPages(o =>
            {
                foreach (var page in PublicEndpoints.Pages)
                    o.Conventions.AllowAnonymousToPage(page);
                o.Conventions.AuthorizePage("/Clients/Erase", "owner");
                o.Conventions.AuthorizePage("/People/People", "owner");
                o.Conventions.AuthorizePage("/Operating/Operator", OperatorPolicy.Name);
            })
            .WithRazorPagesAtContentRoot();
        services.Configure<Microsoft.AspNetCore.Mvc.MvcOptions>(o =>
        {
            o.ModelMetadataDetailsProviders.Add(new EmptyStaysEmpty());
            o.Filters.Add(new MissingFields());
        });
        // What a script sends must have what the code counts on.
        services.ConfigureHttpJsonOptions(o =>
        {
            o.SerializerOptions.RespectNullableAnnotations = true;
            o.SerializerOptions.RespectRequiredConstructorParameters = true;
        });
        services.AddRequestLimits();
    }

    public static void UsePlurimax(this WebApplication app)
    {
        app.UseProxies();
        app.UseMiddleware<RequestWatch>();
        app.UseMiddleware<SiteHost>();
        app.UseHealth();
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
        app.UseMiddleware<SmallBodies>();
        app.MapRazorPages();
        SheetHost.Map(app);
        BenchEndpoints.Map(app);
        AgencyBrand.Map(app);
        SecurityTxt.Map(app);
    }

    /// <summary>Brings the database up to date and, once, loads the demo.</summary>
    public static async Task PrepareAsync(this WebApplication app, bool demo)
    {
        using var scope = app.Services.CreateScope();
        var db = scope.ServiceProvider.GetRequiredService<PlurimaxDb>();
        if ((await db.Database.GetAppliedMigrationsAsync()).Except(db.Database.GetMigrations()).Any())
            throw new InvalidOperationException(
                "This database is of a time before the first version. ./start --fresh begins anew, with the demo."
            );
        await db.Database.MigrateAsync();
        if (demo)
            await scope.ServiceProvider.GetRequiredService<DemoData>().LoadAsync();
    }
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
        // Nobody else hears where somebody was; ourselves we ask: where to say what was refused, and whose passkey it is.
        h["Referrer-Policy"] = "same-origin";
        h["Permissions-Policy"] = "camera=(), microphone=(), geolocation=()";
        h["Cross-Origin-Opener-Policy"] = "same-origin";
        return next(context);
    }
}
