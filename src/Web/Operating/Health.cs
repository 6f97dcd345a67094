using Microsoft.AspNetCore.Diagnostics.HealthChecks;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Diagnostics.HealthChecks;
using Plurimax.Data;
using Plurimax.Web.Watch;

namespace Plurimax.Web.Operating;

/// <summary>
/// What a balancer asks. <c>/health/live</c>: the process answers; where it does not, start it anew. <c>/health/ready</c>: it reaches its
/// database, that is of its own version, and it is not about to stop; where it is not, send nobody here for now.
/// </summary>
internal static class Health
{
    public const string Live = "/health/live";
    public const string Ready = "/health/ready";

    /// <summary>Before everything that asks the database itself. Published sites, by their hosts, have no such address.</summary>
    public static void UseHealth(this WebApplication app)
    {
        app.Use(
            (context, next) =>
            {
                if (context.Request.Path.StartsWithSegments("/health"))
                    RequestNames.Name(context, "a health check");
                return next(context);
            }
        );
        app.UseHealthChecks(Live, new HealthCheckOptions { Predicate = _ => false });
        app.UseHealthChecks(Ready);
    }
}

/// <summary>Whether the database can be reached and has every migration; the answer is good for a second, however many ask.</summary>
internal sealed class DatabaseHealth(IServiceScopeFactory scopes, IHostApplicationLifetime life, TimeProvider clock)
    : IHealthCheck,
        IDisposable
{
    private static readonly TimeSpan Good = TimeSpan.FromSeconds(1);
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(3);
    private readonly SemaphoreSlim _one = new(1);
    private DateTimeOffset _asked;
    private string? _problem;

    public void Dispose() => _one.Dispose();

    public async Task<HealthCheckResult> CheckHealthAsync(HealthCheckContext context, CancellationToken cancel = default)
    {
        if (life.ApplicationStopping.IsCancellationRequested)
            return HealthCheckResult.Unhealthy("stopping");
        await _one.WaitAsync(cancel);
        try
        {
            if (clock.GetUtcNow() - _asked > Good)
            {
                _problem = await ProblemAsync();
                _asked = clock.GetUtcNow();
            }
        }
        finally
        {
            _one.Release();
        }
        return _problem is null ? HealthCheckResult.Healthy() : HealthCheckResult.Unhealthy(_problem);
    }

    private async Task<string?> ProblemAsync()
    {
        using var patience = new CancellationTokenSource(Patience);
        try
        {
            using var scope = scopes.CreateScope();
            var db = scope.ServiceProvider.GetRequiredService<PlurimaxDb>();
            var applied = await db.Database.GetAppliedMigrationsAsync(patience.Token);
            return db.Database.GetMigrations().Except(applied).Any() ? "the database lacks migrations" : null;
        }
        catch (Exception e) when (e is not OutOfMemoryException)
        {
            return e.GetType().Name;
        }
    }
}
