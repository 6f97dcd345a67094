using Microsoft.Extensions.Caching.Memory;
using Plurimax.Web.Jobs;
using Plurimax.Web.People;
using Plurimax.Web.Shared;
using Plurimax.Web.Trades;

namespace Plurimax.Web.Hosting;

/// <summary>Hears from PostgreSQL what some node released, and who is signed out.</summary>
internal sealed class ReleaseListener(
    PublishedSites sites,
    IMemoryCache cache,
    IServiceScopeFactory scopes,
    WorkerBoard board,
    ILogger<ReleaseListener> log
) : ChannelListener(ReleaseChannel.Name, scopes, board, log)
{
    private bool _templates;

    protected override void Begun() => sites.Forget();

    protected override void Heard(string payload)
    {
        if (payload == ReleaseChannel.Templates)
            _templates = true;
        else if (payload == ReleaseChannel.Many)
            sites.Forget();
        else if (payload.StartsWith(ReleaseChannel.SignedOut, StringComparison.Ordinal))
        {
            if (Guid.TryParse(payload.AsSpan(ReleaseChannel.SignedOut.Length), out var session))
                SessionService.Forget(cache, session);
        }
        else
            sites.Forget(payload);
    }

    protected override async Task AfterAsync(CancellationToken stop)
    {
        if (!_templates)
            return;
        _templates = false;
        await Scopes.EachAgencyAsync(s => s.GetRequiredService<TemplateService>().LoadAsync(stop), stop);
    }
}
