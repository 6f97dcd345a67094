using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Templates;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Trades;

/// <param name="Changes">What would change on the site, passage by passage.</param>
public sealed record TemplateOffer(
    TradeTemplate From,
    TradeTemplate To,
    SiteDocument Outcome,
    ImmutableArray<PassageChange> Changes,
    int Kept
);

/// <summary>
/// The agency's own templates: made from a finished site, edited as text, versioned, offered to the sites made from them.
/// </summary>
public sealed partial class TemplateService(
    PlurimaxDb db,
    SiteReader reader,
    SiteWriter writer,
    AgencyTrades catalogues,
    TimeProvider clock
)
{
    public const int LongestYaml = 400_000;

    private TradeCatalogue Trades => catalogues.Of(db.AgencyId);

    /// <summary>Reads the versions that are not read yet; they never change. One that cannot be read is left out and said.</summary>
    public async Task<List<string>> LoadAsync(CancellationToken cancel = default)
    {
        var (agency, faults) = (db.AgencyId!.Value, new List<string>());
        var trades = catalogues.Of(agency);
        var read = new List<TradeTemplate>();
        var missing = new List<(string Family, int Version)>();
        foreach (var v in await db.Templates.Select(t => new { t.Family, t.Version }).ToListAsync(cancel))
            if (trades.Find($"{v.Family}.v{v.Version}") is { } known)
                read.Add(known);
            else
                missing.Add((v.Family, v.Version));
        var families = missing.Select(m => m.Family).Distinct().ToList();
        foreach (
            var v in (
                missing.Count == 0 ? [] : await db.Templates.AsNoTracking().Where(t => families.Contains(t.Family)).ToListAsync(cancel)
            ).Where(v => missing.Contains((v.Family, v.Version)))
        )
            try
            {
                read.Add(Read(v.Family, v.Yaml));
            }
            catch (TradeFormatException e)
            {
                faults.Add($"{v.Family} v{v.Version}: {e.Problems[0]}");
            }
        catalogues.Put(agency, read);
        return faults;
    }

    private static TradeTemplate Read(string family, string yaml) => new TradeReader(Content.Text).Read($"{family}.yaml", yaml);

    /// <summary>What is wrong with a template; empty if nothing.</summary>
    public static IReadOnlyList<TradeProblem> Faults(string family, string yaml)
    {
        try
        {
            Read(family, yaml);
            return [];
        }
        catch (TradeFormatException e)
        {
            return e.Problems;
        }
    }

    public Task<List<TemplateVersion>> VersionsAsync(string family) =>
        db.Templates.AsNoTracking().Where(t => t.Family == family).OrderByDescending(t => t.Version).ToListAsync();

    public async Task<(string? Family, IReadOnlyList<string> Left, string? Problem)> MakeAsync(Guid siteId, string title, Actor who)
    {
        var name = FactReader.Clean(title);
        if (name.Length is 0 or > 60)
            return (null, [], "Give the template a name of up to 60 characters.");
        if (await reader.FindAsync(siteId) is not { } site)
            return (null, [], "Choose the site it is made from.");
        var family = await FreeAsync(Slug.Of(name));
        var made = OwnTemplate.FromSite(await reader.DocumentAsync(site), reader.Trade(site), site.Client.Facts, family, name);
        if (Faults(family, made.Yaml) is [var fault, ..])
            return (null, [], $"This site does not make a template yet: {fault.Field}: {fault.Message}");
        await SaveAsync(
            new TemplateVersion
            {
                Family = family,
                Version = 1,
                Title = name,
                Yaml = made.Yaml,
                MadeFrom = siteId,
                Said = $"Made from {site.Client.Name}",
                Who = who,
                At = clock.GetUtcNow(),
            }
        );
        return (family, made.Left, null);
    }

    /// <summary>A changed text is the next version. Sites stay with theirs until it is offered and accepted.</summary>
    public async Task<(int? Version, IReadOnlyList<TradeProblem> Faults, string? Problem)> EditAsync(
        string family,
        int onVersion,
        string yaml,
        string said,
        Actor who
    )
    {
        var latest = await db.Templates.Where(t => t.Family == family).MaxAsync(t => (int?)t.Version);
        if (latest is null)
            return (null, [], "That template is not there any more.");
        if (latest != onVersion)
            return (null, [], $"Somebody saved version {latest} meanwhile. Your text is still here; compare both and save again.");
        var next = Stamped(yaml, family, onVersion + 1);
        if (Faults(family, next) is { Count: > 0 } faults)
            return (null, faults, null);
        await SaveAsync(
            new TemplateVersion
            {
                Family = family,
                Version = onVersion + 1,
                Title = Read(family, next).Names.Title,
                Yaml = next,
                Said = said.Length > 0 ? said : "Edited",
                Who = who,
                At = clock.GetUtcNow(),
            }
        );
        return (onVersion + 1, [], null);
    }

    public async Task<(string? Family, IReadOnlyList<TradeProblem> Faults, string? Problem)> ImportAsync(string yaml, Actor who)
    {
        if (yaml.Length > LongestYaml)
            return (null, [], $"A template has up to {LongestYaml / 1000} KB.");
        if (!BaseLine().IsMatch(yaml))
            return (null, [], "That is no template of an agency: it names no base, such as “base: cafe”.");
        var wanted = IdLine().Match(yaml) is { Success: true } m ? Slug.Of(m.Groups[1].Value) : "template";
        var family = await FreeAsync(wanted.Length == 0 ? "template" : wanted);
        var text = Stamped(yaml, family, 1);
        if (Faults(family, text) is { Count: > 0 } faults)
            return (null, faults, null);
        await SaveAsync(
            new TemplateVersion
            {
                Family = family,
                Version = 1,
                Title = Read(family, text).Names.Title,
                Yaml = text,
                Said = "Imported",
                Who = who,
                At = clock.GetUtcNow(),
            }
        );
        return (family, [], null);
    }

    private async Task SaveAsync(TemplateVersion version)
    {
        db.Add(version);
        await db.SaveChangesAsync();
        await LoadAsync();
        // Other nodes read them afresh as well.
        await db.Database.ExecuteSqlAsync($"SELECT pg_notify({ReleaseChannel.Name}, {ReleaseChannel.Templates})");
    }

    private async Task<string> FreeAsync(string wanted)
    {
        if (wanted.Length == 0)
            wanted = "template";
        var taken = (await db.Templates.Select(t => t.Family).Distinct().ToListAsync()).ToHashSet();
        for (var n = 1; ; n++)
            if ($"{wanted}{(n == 1 ? "" : $"-{n}")}" is var id && !taken.Contains(id) && Trades.Find(id) is null)
                return id;
    }

    private static string Stamped(string yaml, string family, int version)
    {
        yaml = yaml.ReplaceLineEndings("\n");
        yaml = IdLine().IsMatch(yaml) ? IdLine().Replace(yaml, $"id: {family}", 1) : $"id: {family}\n{yaml}";
        return VersionLine().IsMatch(yaml) ? VersionLine().Replace(yaml, $"version: {version}", 1) : $"version: {version}\n{yaml}";
    }

    /// <summary>Sites made from any version of it.</summary>
    public Task<List<Site>> SitesAsync(string family) =>
        db.Sites.AsNoTracking().Include(s => s.Client).Where(s => s.TradeId.StartsWith(family + ".v")).OrderBy(s => s.Number).ToListAsync();

    /// <summary>What the newest version would change on a site; null where it follows it already.</summary>
    public async Task<TemplateOffer?> OfferAsync(Site site)
    {
        var from = reader.Trade(site);
        if (from.Base is null || Trades.Agency.FirstOrDefault(t => t.Family == from.Family) is not { } to || to.Version == from.Version)
            return null;
        var now = await reader.DocumentAsync(site);
        var outcome = Recomposing.Followed(Trades, from, to, site.Facts, now);
        return new TemplateOffer(
            from,
            to,
            outcome,
            Difference.Between(now, outcome),
            now.Pages.SelectMany(p => p.Sections).SelectMany(s => s.Content.Passages()).Count(p => p.Passage.Kept)
        );
    }

    public async Task<string?> AcceptAsync(Site site, Actor who)
    {
        if (await OfferAsync(site) is not { } offer)
            return "It follows the newest version already.";
        await using var transaction = await db.Database.BeginTransactionAsync();
        var edited = await writer.EditAsync(
            site.Id,
            site.Head,
            new FollowTemplate($"{offer.To.Names.Title}, version {offer.To.Version}", offer.Outcome),
            who
        );
        if (!edited.Ok)
            return edited.Problem ?? "Somebody saved this site meanwhile. Look at the offer again.";
        await db.Sites.Where(s => s.Id == site.Id).ExecuteUpdateAsync(u => u.SetProperty(s => s.TradeId, offer.To.Id));
        await transaction.CommitAsync();
        return null;
    }

    [GeneratedRegex(@"^id:\s*(.+)$", RegexOptions.Multiline)]
    private static partial Regex IdLine();

    [GeneratedRegex(@"^version:\s*.+$", RegexOptions.Multiline)]
    private static partial Regex VersionLine();

    [GeneratedRegex(@"^base:\s*\S+", RegexOptions.Multiline)]
    private static partial Regex BaseLine();
}

/// <summary>Reads the agency's templates when the application starts; before there is a database it waits for the first save.</summary>
internal sealed class TemplatesAtStart(IServiceScopeFactory scopes, ILogger<TemplatesAtStart> log) : IHostedService
{
    public async Task StartAsync(CancellationToken cancel)
    {
        try
        {
            await scopes.EachAgencyAsync(
                async s =>
                {
                    foreach (var fault in await s.GetRequiredService<TemplateService>().LoadAsync(cancel))
                        log.LogWarning("A template cannot be read: {Fault}", fault);
                },
                cancel
            );
        }
        catch (Exception e) when (!cancel.IsCancellationRequested)
        {
            log.LogWarning("Templates of the agency were not read: {Message}", e.Message);
        }
    }

    public Task StopAsync(CancellationToken cancel) => Task.CompletedTask;
}
