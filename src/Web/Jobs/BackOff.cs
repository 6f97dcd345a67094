namespace Plurimax.Web.Jobs;

/// <summary>How long a worker rests after something went wrong: longer each time, until something goes right again.</summary>
public sealed class BackOff
{
    private static readonly TimeSpan First = TimeSpan.FromSeconds(2),
        Longest = TimeSpan.FromMinutes(2);

    public TimeSpan Next { get; private set; } = First;

    public void Reset() => Next = First;

    /// <summary>Waits, or returns at once when the application stops.</summary>
    public async Task WaitAsync(CancellationToken stop)
    {
        var rest = Next;
        Next = rest * 2 > Longest ? Longest : rest * 2;
        await Task.Delay(rest, stop).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
    }
}
