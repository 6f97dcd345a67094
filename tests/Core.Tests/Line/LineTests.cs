using CsCheck;
using Plurimax.Work.Line;

namespace Plurimax.Core.Tests;

public class LineTests
{
    private static readonly DateTimeOffset Day = new(2026, 11, 2, 9, 0, 0, TimeSpan.Zero);

    private static readonly Gen<(StationEvent[] Moves, WaitEvent[] Waits, DateTimeOffset Now)> History = Gen.Select(
            Gen.Int[0, 7].Array[1, 8],
            Gen.Double[.1, 9].Array[8],
            Gen.Select(Gen.Double[0, 40], Gen.Int[0, 2]).Array[0, 5],
            Gen.Double[.1, 20]
        )
        .Select(
            (stations, days, waits, last) =>
            {
                var at = Day;
                var moves = stations
                    .Select(
                        (s, i) =>
                        {
                            var e = new StationEvent((Station)s, at, "m");
                            at = at.AddDays(days[i]);
                            return e;
                        }
                    )
                    .ToArray();
                return (moves, waits.Select(w => new WaitEvent((Party)w.Item2, Day.AddDays(w.Item1))).ToArray(), at.AddDays(last));
            }
        );

    [Fact]
    public void A_lane_covers_all_of_its_history_without_gap_or_overlap() =>
        History.Sample(h =>
        {
            var lane = Lanes.Draw(h.Moves, h.Waits, null, h.Now);
            for (var i = 1; i < lane.Spans.Length; i++)
                lane.Spans[i].From.ShouldBe(lane.Spans[i - 1].To);
            lane.Spans.ShouldAllBe(s => s.To > s.From);
            var end = h.Moves[^1].Station == Station.Care ? h.Moves[^1].At : h.Now;
            (lane.Spans.Length == 0 ? TimeSpan.Zero : lane.Spans[^1].To - lane.Spans[0].From).ShouldBe(end - h.Moves[0].At);
            // The time at each station is what its moves say.
            foreach (var g in lane.Spans.GroupBy(s => s.Station))
            {
                var told = h
                    .Moves.Select((m, i) => (m.Station, Days: (i + 1 < h.Moves.Length ? h.Moves[i + 1].At : end) - m.At))
                    .Where(m => m.Station == g.Key)
                    .Sum(m => m.Days.TotalDays);
                g.Sum(s => (s.To - s.From).TotalDays).ShouldBe(told, 1e-6);
            }
        });

    [Fact]
    public void The_forecast_begins_now_goes_on_to_Care_and_decides_the_slack() =>
        History.Sample(h =>
        {
            var due = DateOnly.FromDateTime(h.Now.Date).AddDays(30);
            var lane = Lanes.Draw(h.Moves, h.Waits, due, h.Now);
            if (h.Moves[^1].Station == Station.Care)
            {
                lane.Forecast.ShouldBeEmpty();
                lane.Slack.ShouldBeNull();
                return;
            }
            lane.Forecast[0].From.ShouldBe(h.Now);
            lane.Forecast[0].Station.ShouldBe(h.Moves[^1].Station);
            lane.Forecast[^1].Station.ShouldBe(Station.Handoff);
            for (var i = 1; i < lane.Forecast.Length; i++)
                (lane.Forecast[i].From, lane.Forecast[i].Station).ShouldBe((lane.Forecast[i - 1].To, lane.Forecast[i - 1].Station + 1));
            lane.Slack.ShouldBe(due.DayNumber - DateOnly.FromDateTime(lane.Forecast[^1].To.Date).DayNumber);
            // A later due date is more slack by as much.
            Lanes.Draw(h.Moves, h.Waits, due.AddDays(7), h.Now).Slack.ShouldBe(lane.Slack + 7);
        });

    [Fact]
    public void Waiting_is_what_somebody_else_has_to_end() =>
        History.Sample(h =>
        {
            var lane = Lanes.Draw(h.Moves, h.Waits, null, h.Now);
            foreach (var span in lane.Spans)
            {
                var middle = span.From + (span.To - span.From) / 2;
                var last = h.Waits.Where(w => w.At <= span.From).OrderBy(w => w.At).LastOrDefault();
                if (h.Waits.All(w => w.At <= span.From || w.At >= span.To))
                    span.Waited.ShouldBe(last is { For: not Party.Us }, $"at {middle}");
            }
        });

    [Fact]
    public void Typical_stays_are_medians_once_three_are_known()
    {
        IReadOnlyList<StationEvent> Site(double brief) => [new(Station.Brief, Day, "m"), new(Station.Plan, Day.AddDays(brief), "m")];
        Lanes.Typical([Site(1), Site(9)])[0].ShouldBe(Lanes.Usual[0]);
        Lanes.Typical([Site(1), Site(9), Site(2)])[0].ShouldBe(2);
        // Type 7 between two in the middle (Hyndman and Fan 1996).
        Lanes.Typical([Site(1), Site(9), Site(2), Site(4)])[0].ShouldBe(3);
        Lanes.Typical([Site(1), Site(9), Site(2)])[1].ShouldBe(Lanes.Usual[1], "an unfinished stay says nothing");
    }

    private static readonly SiteState Start = new(
        Station.Brief,
        10,
        30,
        "phone",
        false,
        false,
        0,
        false,
        false,
        0,
        false,
        false,
        5,
        0,
        "Nell"
    );

    public static TheoryData<string, Party, string, string> Steps()
    {
        var data = new TheoryData<string, Party, string, string>();
        foreach (var (name, party, words, page) in States.Select(s => (s.Name, s.Party, s.Words, s.Page)))
            data.Add(name, party, words, page);
        return data;
    }

    private static readonly (string Name, SiteState State, Party Party, string Words, string Page)[] States =
    [
        ("too little known", Start, Party.Us, "Ask for: phone", "brief"),
        ("enough known", Start with { Readiness = 30 }, Party.Us, "Look through the plan", "plan"),
        ("plan", Start with { Station = Station.Plan }, Party.Us, "Agree on the pages", "plan"),
        ("look", Start with { Station = Station.Look }, Party.Us, "Choose one of three looks", "look"),
        ("bench, too little known", Start with { Station = Station.Bench }, Party.Us, "Ask for: phone", "brief"),
        ("bench", Start with { Station = Station.Bench, Readiness = 60 }, Party.Us, "Read it once, then send a proof", "proof"),
        ("no proof yet", Start with { Station = Station.Proof }, Party.Us, "Send a proof", "proof"),
        (
            "proof unopened",
            Start with
            {
                Station = Station.Proof,
                ProofSent = true,
            },
            Party.Client,
            "Waiting for Nell to open the proof",
            "proof"
        ),
        (
            "proof opened",
            Start with
            {
                Station = Station.Proof,
                ProofSent = true,
                ProofOpened = true,
            },
            Party.Client,
            "Waiting for Nell to mark or sign off",
            "proof"
        ),
        (
            "nobody named",
            Start with
            {
                Station = Station.Proof,
                ProofSent = true,
                ClientPerson = null,
            },
            Party.Client,
            "Waiting for the client to open the proof",
            "proof"
        ),
        (
            "one mark",
            Start with
            {
                Station = Station.Proof,
                ProofSent = true,
                OpenMarks = 1,
            },
            Party.Us,
            "Answer the mark and send the next round",
            "proof"
        ),
        (
            "marks",
            Start with
            {
                Station = Station.Proof,
                ProofSent = true,
                OpenMarks = 3,
            },
            Party.Us,
            "Answer 3 marks and send the next round",
            "proof"
        ),
        (
            "changes asked, marks answered",
            Start with
            {
                Station = Station.Proof,
                ProofSent = true,
                ChangesAsked = true,
            },
            Party.Us,
            "Send the next round",
            "proof"
        ),
        (
            "signed",
            Start with
            {
                Station = Station.Proof,
                ProofSent = true,
                OpenMarks = 2,
                Signed = true,
            },
            Party.Us,
            "Launch the signed version",
            "launch"
        ),
        ("blockers", Start with { Station = Station.Launch, Blockers = 2 }, Party.Us, "Mend 2 blockers", "launch"),
        ("clear to launch", Start with { Station = Station.Launch }, Party.Us, "Launch", "launch"),
        ("live without a domain", Start with { Station = Station.Launch, Live = true }, Party.Us, "Set the domain", "launch"),
        ("live", Start with { Station = Station.Launch, Live = true, HasDomain = true }, Party.Us, "Go on to handoff", "handoff"),
        ("things to tick", Start with { Station = Station.Handoff }, Party.Us, "Tick 5 things and hand over", "handoff"),
        ("all ticked", Start with { Station = Station.Handoff, HandoffLeft = 0 }, Party.Us, "Move the site to Care", "handoff"),
        ("care", Start with { Station = Station.Care }, Party.Client, "Nothing to do", "care"),
        ("one enquiry", Start with { Station = Station.Care, NewEnquiries = 1 }, Party.Client, "1 enquiry unanswered", "care"),
        ("enquiries", Start with { Station = Station.Care, NewEnquiries = 4 }, Party.Client, "4 enquiries unanswered", "care"),
    ];

    [Theory, MemberData(nameof(Steps))]
    public void Every_state_has_one_next_step_and_somebody_to_do_it(string name, Party party, string words, string page) =>
        NextStep.Of(States.Single(s => s.Name == name).State).ShouldBe(new NextAction(party, words, page));
}
