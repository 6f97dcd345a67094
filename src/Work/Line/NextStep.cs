namespace Plurimax.Work.Line;

/// <summary>What is known of a site when asking what comes next.</summary>
public sealed record SiteState(
    Station Station,
    int Readiness,
    int ReadinessBar,
    string? FirstMissing,
    bool ProofSent,
    bool ProofOpened,
    int OpenMarks,
    bool ChangesAsked,
    bool Signed,
    int Blockers,
    bool HasDomain,
    bool Live,
    int HandoffLeft,
    int NewEnquiries,
    string? ClientPerson
);

/// <summary>The one thing to do next on a site, and who has to do it.</summary>
public static class NextStep
{
    public static NextAction Of(SiteState s)
    {
        var client = s.ClientPerson ?? "the client";
        return s.Station switch
        {
            Station.Brief => s.Readiness < s.ReadinessBar && s.FirstMissing is { } m
                ? new(Party.Us, $"Ask for: {m}", "brief")
                : new(Party.Us, "Look through the plan", "plan"),
            Station.Plan => new(Party.Us, "Agree on the pages", "plan"),
            Station.Look => new(Party.Us, "Choose one of three looks", "look"),
            Station.Bench => s.Readiness < s.ReadinessBar && s.FirstMissing is { } m
                ? new(Party.Us, $"Ask for: {m}", "brief")
                : new(Party.Us, "Read it once, then send a proof", "proof"),
            Station.Proof when !s.ProofSent => new(Party.Us, "Send a proof", "proof"),
            Station.Proof when s.Signed => new(Party.Us, "Launch the signed version", "launch"),
            Station.Proof when s.OpenMarks > 0 || s.ChangesAsked => new(
                Party.Us,
                s.OpenMarks > 0
                    ? s.OpenMarks == 1
                        ? "Answer the mark and send the next round"
                        : $"Answer {s.OpenMarks} marks and send the next round"
                    : "Send the next round",
                "proof"
            ),
            Station.Proof => new(
                Party.Client,
                s.ProofOpened ? $"Waiting for {client} to mark or sign off" : $"Waiting for {client} to open the proof",
                "proof"
            ),
            Station.Launch when s.Blockers > 0 => new(Party.Us, $"Mend {s.Blockers} blockers", "launch"),
            Station.Launch when !s.Live => new(Party.Us, "Launch", "launch"),
            Station.Launch when !s.HasDomain => new(Party.Us, "Set the domain", "launch"),
            Station.Launch => new(Party.Us, "Go on to handoff", "handoff"),
            Station.Handoff when s.HandoffLeft > 0 => new(Party.Us, $"Tick {s.HandoffLeft} things and hand over", "handoff"),
            Station.Handoff => new(Party.Us, "Move the site to Care", "handoff"),
            _ => s.NewEnquiries > 0
                ? new(Party.Client, s.NewEnquiries == 1 ? "1 enquiry unanswered" : $"{s.NewEnquiries} enquiries unanswered", "care")
                : new(Party.Client, "Nothing to do", "care"),
        };
    }
}
