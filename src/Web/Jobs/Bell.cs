namespace Plurimax.Web.Jobs;

/// <summary>
/// Wakes those who wait for work in the database. Rung once it is committed; whoever was busy meanwhile hears it afterwards.
/// </summary>
/// <param name="listeners">How many wait for it: one ring wakes them all.</param>
public abstract class Bell(int listeners) : IDisposable
{
    private readonly SemaphoreSlim _rung = new(0);
    private readonly Lock _ringing = new();

    public void Ring()
    {
        lock (_ringing)
            if (listeners - _rung.CurrentCount is > 0 and var missing)
                _rung.Release(missing);
    }

    public void Dispose() => _rung.Dispose();

    /// <summary>Until it is rung, or for a while: what begins at a time rings nobody.</summary>
    public Task WaitAsync(TimeSpan most, CancellationToken stop) => _rung.WaitAsync(most, stop);
}
