using System.Runtime.InteropServices;

namespace Plurimax.Text;

/// <summary>
/// Processor time that reading what somebody sent may take, of the thread that reads: a busy machine makes it slower and not shorter.
/// </summary>
public sealed class WorkBudget(TimeSpan most)
{
    /// <summary>Looking at the clock takes longer than what is done between two looks.</summary>
    private const int Between = 16;

    /// <summary>CLOCK_THREAD_CPUTIME_ID of clock_gettime(2) on Linux.</summary>
    private const int ThreadTime = 3;

    private readonly long _end = Now() + most.Ticks;
    private int _asked;

    public bool Spent { get; private set; }

    /// <exception cref="OperationCanceledException">It is spent.</exception>
    public void Check()
    {
        if (!Spent && _asked++ % Between == 0)
            Spent = Now() >= _end;
        if (Spent)
            throw new OperationCanceledException("The reading has taken as long as it may.");
    }

    /// <summary>In ticks of 100 ns.</summary>
    private static long Now() =>
        ClockGetTime(ThreadTime, out var t) == 0
            ? t.Seconds * TimeSpan.TicksPerSecond + t.Nanoseconds / 100
            : throw new InvalidOperationException("There is no clock of this thread.");

    [StructLayout(LayoutKind.Sequential)]
    private readonly struct Instant
    {
        public readonly nint Seconds;
        public readonly nint Nanoseconds;
    }

    [DllImport("libc", EntryPoint = "clock_gettime", ExactSpelling = true)]
    private static extern int ClockGetTime(int clock, out Instant time);
}
