using Plurimax.Sites;

namespace Plurimax.Cli;

/// <summary>What the command that composes was asked for, as typed.</summary>
internal sealed record ComposeWish(
    string[] Files,
    string? Trade,
    int Take,
    string? Look,
    string Out,
    string? From,
    string? Name,
    string? Place,
    PlanSize Size,
    string? Languages
)
{
    public string? Words { get; init; }
    public string? Brand { get; init; }
    public string? Mark { get; init; }
    public string? Document { get; init; }
    public bool Anchors { get; init; }
}
