namespace Plurimax.Web.Jobs;

/// <summary>
/// Wakes those who wait for work in the database. Rung once it is committed; whoever was busy meanwhile hears it afterwards.
/// </summary>
/// <param name="listeners">How many wait for it: one ring wakes them all.</param>
public abstract class QueueSignal(int listeners) : IDisposable
{
    private readonly SemaphoreSlim _raised = new(0);
    private readonly Lock _raising = new();

    public void Raise()
    {
        lock (_raising)
            if (listeners - _raised.CurrentCount is > 0 and var missing)
                _raised.Release(missing);
    }

    public void Dispose() => _raised.Dispose();

    /// <summary>Until it is rung, or for a while: what begins at a time rings nobody.</summary>
    public Task WaitAsync(TimeSpan most, CancellationToken stop) => _raised.WaitAsync(most, stop);
}
