using System.Security.Cryptography;

namespace Plurimax.Web.Watch;

/// <summary>Something that broke while a request was answered.</summary>
/// <param name="Number">What the user saw, "4F2A-91C3"; the log has it beside the whole exception.</param>
/// <param name="Where">The request by its route, without anything that names a person or opens a link.</param>
/// <param name="What">The exception by its type.</param>
public sealed record Fault(string Number, DateTimeOffset At, string Where, string What);

/// <summary>Gives what breaks a number, writes it to the log and keeps the latest for whoever runs the host.</summary>
public sealed class FaultBook(Tallies tallies, TimeProvider clock, ILogger<FaultBook> log)
{
    private const int Most = 50;
    private readonly Queue<Fault> _faults = new();

    /// <summary>The latest, newest first.</summary>
    public IReadOnlyList<Fault> Latest
    {
        get
        {
            lock (_faults)
                return [.. _faults.Reverse()];
        }
    }

    /// <returns>The number, once for a request however often it is noted.</returns>
    public string Note(HttpContext context, Exception what)
    {
        if (NumberOf(context) is { } known)
            return known;
        var number = Convert.ToHexString(RandomNumberGenerator.GetBytes(4)).Insert(4, "-");
        context.Items[typeof(Fault)] = number;
        var where = RequestNames.Of(context);
        log.LogError(what, "Error {Number} at {Where}", number, where);
        tallies.Fault();
        lock (_faults)
        {
            _faults.Enqueue(new Fault(number, clock.GetUtcNow(), where, what.GetBaseException().GetType().Name));
            while (_faults.Count > Most)
                _faults.Dequeue();
        }
        return number;
    }

    /// <summary>The number of what broke while this request was answered; null where nothing did.</summary>
    public static string? NumberOf(HttpContext context) => context.Items[typeof(Fault)] as string;
}
