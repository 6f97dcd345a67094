using Plurimax.Work.Line;

namespace Plurimax.Data.Sites;

/// <summary>Moves sites along the Line and notes whom they wait for.</summary>
public sealed class SiteStations(PlurimaxDb db, TimeProvider clock)
{
    private DateTimeOffset Now => clock.GetUtcNow();

    public async Task MoveAsync(Site site, Station station, Actor who, Party? waitFor = null, CancellationToken cancel = default)
    {
        if (site.Station != station)
        {
            site.Station = station;
            db.Add(
                new SiteEvent
                {
                    SiteId = site.Id,
                    Kind = SiteEventKind.Station,
                    Station = station,
                    Who = who,
                    At = Now,
                }
            );
        }
        Wait(site, waitFor ?? Party.Us, who);
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>Notes whom the site waits for from now on; saved with whatever else is saved.</summary>
    public void Wait(Site site, Party party, Actor who)
    {
        if (site.WaitingFor == party)
            return;
        site.WaitingFor = party;
        site.WaitingSince = Now;
        db.Add(
            new SiteEvent
            {
                SiteId = site.Id,
                Kind = SiteEventKind.Wait,
                Party = party,
                Station = site.Station,
                Who = who,
                At = Now,
            }
        );
    }
}
