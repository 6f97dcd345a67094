using System.Collections.Immutable;

namespace Plurimax.Data;

/// <summary>A client's private form: questions behind a link, answered on a phone, saved as they are typed.</summary>
public sealed class Intake : PrivateLink
{
    public required ImmutableArray<string> Questions { get; set; }

    /// <summary>The language it asks in, BCP 47.</summary>
    public string Language { get; set; } = "en";

    /// <summary>What was typed, by fact id, also where it could not be read yet.</summary>
    public ImmutableDictionary<string, string> Typed { get; set; } = ImmutableDictionary<string, string>.Empty;
    public DateTimeOffset? LastAnswerAt { get; set; }
    public DateTimeOffset? SentAt { get; set; }
    public DateTimeOffset? RemindedAt { get; set; }
}
