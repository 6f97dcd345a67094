using Plurimax.Work.Line;

namespace Plurimax.Work.Prospects;

/// <summary>How far the sample for a prospect has come.</summary>
public enum SampleState
{
    None,
    Made,
    Sent,
    Opened,
    Ended,
}

/// <summary>What of a prospect decides the next step.</summary>
/// <param name="SentDays">Whole days since the sample was last sent or opened.</param>
/// <param name="Contact">The day noted for the next contact.</param>
/// <param name="Step">What was noted to do then; may be empty.</param>
public sealed record ProspectState(
    bool LetGo,
    bool TradeKnown,
    bool Phone,
    bool Email,
    SampleState Sample,
    int Opens,
    int SentDays,
    DateOnly? Contact,
    string Step
);

public enum ProspectAct
{
    MakeSample,
    SendSample,
    Ring,
    Note,
    FindContact,
    ChooseTrade,
    Wait,
    None,
}

/// <param name="Party">Who is waited for.</param>
/// <param name="Due">It is time for it: today or earlier.</param>
public sealed record ProspectStep(ProspectAct Act, string Words, Party Party, bool Due);

/// <summary>What to do next about a prospect: what was noted for today, else what brings the sample one step further.</summary>
public static class ProspectNext
{
    /// <summary>Days that a prospect gets to open a sample before somebody rings.</summary>
    public const int Patience = 5;

    public static ProspectStep Of(ProspectState s, DateOnly today)
    {
        if (s.LetGo)
            return new(ProspectAct.None, "Let go", Party.Us, false);
        if (s.Contact is { } day && (day <= today || s.Step.Length > 0))
            return new(ProspectAct.Note, s.Step.Length > 0 ? s.Step : "Get in touch", day > today ? Party.Client : Party.Us, day <= today);
        if (s.Sample == SampleState.Opened && s.Phone)
            return new(
                ProspectAct.Ring,
                s.Opens == 1 ? "Ring: the sample was opened" : $"Ring: the sample was opened {Times(s.Opens)}",
                Party.Us,
                true
            );
        if (s.Sample == SampleState.Opened)
            return new(ProspectAct.Wait, "Opened; write again or find a phone", Party.Us, false);
        if (s.Sample == SampleState.Sent)
            return s.SentDays >= Patience
                ? new(
                    s.Phone ? ProspectAct.Ring : ProspectAct.SendSample,
                    s.Phone ? $"Ring: not opened for {s.SentDays} days" : "Send it once more",
                    Party.Us,
                    true
                )
                : new(ProspectAct.Wait, "Waits for them to open it", Party.Client, false);
        if (!s.TradeKnown)
            return new(ProspectAct.ChooseTrade, "Choose a trade for the sample", Party.Us, false);
        if (s.Sample == SampleState.None)
            return new(ProspectAct.MakeSample, "Make a sample", Party.Us, false);
        if (s.Sample == SampleState.Ended)
            return new(ProspectAct.SendSample, "The link has ended; send a new one or let go", Party.Us, false);
        return s.Email ? new(ProspectAct.SendSample, "Send the sample", Party.Us, true)
            : s.Phone ? new(ProspectAct.Ring, "Ring and ask for an email address", Party.Us, true)
            : new(ProspectAct.FindContact, "Find a phone or an email", Party.Us, false);
    }

    public static string Times(int n) =>
        n switch
        {
            1 => "once",
            2 => "twice",
            _ => $"{n} times",
        };
}
