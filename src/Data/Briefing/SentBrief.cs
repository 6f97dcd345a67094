using Plurimax.Work.Briefing;

namespace Plurimax.Data;

/// <summary>A brief as it was sent: frozen, to be agreed by a named person.</summary>
public sealed class SentBrief : PrivateLink
{
    public required BriefDocument Document { get; set; }
    public string? AgreedBy { get; set; }
    public DateTimeOffset? AgreedAt { get; set; }

    /// <summary>What the client would have different, in their words.</summary>
    public string? Wish { get; set; }
}
