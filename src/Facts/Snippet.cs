namespace Plurimax.Facts;

/// <summary>A passage with a little of what stands around it, to be shown with the passage marked.</summary>
/// <param name="Line">Line in the document, from 1.</param>
public sealed record Snippet(string Document, int Line, string Before, string Match, string After)
{
    public static readonly Snippet None = new("", 0, "", "", "");
    public string Where =>
        Document.Length == 0 ? ""
        : Line > 0 ? $"{Document}, l. {Line}"
        : Document;
}

/// <summary>A value that may be a fact, as one document gives it.</summary>
/// <param name="Fact">Id in the catalogue.</param>
/// <param name="Confidence">0 to 1.</param>
/// <param name="Rule">The rule that found it, for people who ask why.</param>
public sealed record Candidate(string Fact, FactValue Value, double Confidence, Snippet Snippet, string Rule);
