using Microsoft.EntityFrameworkCore;
using Plurimax.Data;

namespace Plurimax.Web.Shared;

/// <summary>Work that nobody asks for in a request: it is done for one agency after the other, each in a scope of its own.</summary>
public static class AgencyWork
{
    /// <summary>Services that work for an agency. Whoever takes the scope disposes it.</summary>
    public static IServiceScope CreateScope(this IServiceScopeFactory scopes, Guid agency)
    {
        var scope = scopes.CreateScope();
        scope.ServiceProvider.GetRequiredService<AgencyScope>().Enter(agency);
        return scope;
    }

    /// <summary>Does something for every agency of the installation.</summary>
    public static async Task EachAgencyAsync(
        this IServiceScopeFactory scopes,
        Func<IServiceProvider, Task> act,
        CancellationToken cancel = default
    )
    {
        List<Guid> all;
        using (var scope = scopes.CreateScope())
            all = await scope.ServiceProvider.GetRequiredService<PlurimaxDb>().Agencies.Select(a => a.Id).ToListAsync(cancel);
        var faults = new List<Exception>();
        foreach (var agency in all)
            try
            {
                using var scope = scopes.CreateScope(agency);
                await act(scope.ServiceProvider);
            }
            // One agency that fails keeps no other waiting.
            catch (Exception e) when (!cancel.IsCancellationRequested)
            {
                faults.Add(e);
            }
        if (faults.Count > 0)
            throw faults.Count == 1 ? faults[0] : new AggregateException(faults);
    }

    /// <summary>Does the next thing of the first agency that has one to do.</summary>
    /// <param name="busy">Agencies that may have something to do.</param>
    /// <returns>Whether there was one.</returns>
    public static async Task<bool> FirstAgencyAsync(
        this IServiceProvider services,
        IQueryable<Guid> busy,
        Func<IServiceProvider, Task<bool>> act,
        CancellationToken cancel
    )
    {
        foreach (var agency in await busy.Distinct().ToListAsync(cancel))
        {
            using var scope = services.GetRequiredService<IServiceScopeFactory>().CreateScope(agency);
            if (await act(scope.ServiceProvider))
                return true;
        }
        return false;
    }
}
