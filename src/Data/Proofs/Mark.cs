namespace Plurimax.Data;

/// <summary>A comment pinned to a passage (position as in the W3C Web Annotation model: a selector by passage and exact quote).</summary>
public sealed class Mark
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid ProofId { get; set; }
    public Proof Proof { get; set; } = null!;
    public int Number { get; set; }
    public string? Section { get; set; }
    public string? Path { get; set; }
    public string PageFile { get; set; } = "index.html";
    public string Quote { get; set; } = "";
    public required string Text { get; set; }
    public required Actor Author { get; set; }
    public DateTimeOffset At { get; set; }
    public DateTimeOffset? ResolvedAt { get; set; }
    public List<MarkReply> Replies { get; set; } = [];
}

public sealed class MarkReply
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid MarkId { get; set; }
    public required Actor Author { get; set; }
    public bool FromClient { get; set; }
    public required string Text { get; set; }
    public DateTimeOffset At { get; set; }
}
