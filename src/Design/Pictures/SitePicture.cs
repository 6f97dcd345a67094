using System.Collections.Immutable;
using Plurimax.Sites;

namespace Plurimax.Design.Pictures;

/// <summary>A drawn picture of a site with its place in the files and the words that stand for it.</summary>
public sealed record SitePicture(string File, int Width, int Height, string Alt, string? Scene = null)
{
    /// <summary>Draws it; where nobody looks at the drawing itself, it is not drawn.</summary>
    public Func<string> Draw { private get; init; } = () => "";
    public string Svg => Draw();
    public ImmutableArray<PhotoSize> Sizes { get; init; } = [];

    /// <summary>Not read out: the words beside it say the same.</summary>
    public bool Decorative { get; init; }

    /// <summary>What it shows in another language; null where that is written in English only.</summary>
    public string? AltIn(string language) => Scene is null || language == "en" ? Alt : SceneTexts.Of(Scene, language);
}
