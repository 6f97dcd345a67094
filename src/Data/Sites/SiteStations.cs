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
            Add(site, SiteEventKind.Station, who);
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
        Add(site, SiteEventKind.Wait, who).Party = party;
    }

    /// <summary>Notes what happened to a site; saved with whatever else is saved.</summary>
    /// <param name="at">The station that it belongs to; null is the one where the site stands.</param>
    public void Note(Site site, string text, Actor who, Station? at = null)
    {
        var note = Add(site, SiteEventKind.Note, who);
        (note.Text, note.Station) = (text, at ?? site.Station);
    }

    /// <summary>That a site begins where it stands.</summary>
    internal void Begin(Site site, Actor who) => Add(site, SiteEventKind.Station, who);

    private SiteEvent Add(Site site, SiteEventKind kind, Actor who)
    {
        var happened = new SiteEvent
        {
            SiteId = site.Id,
            Kind = kind,
            Station = site.Station,
            Who = who,
            At = Now,
        };
        db.Add(happened);
        return happened;
    }
}
