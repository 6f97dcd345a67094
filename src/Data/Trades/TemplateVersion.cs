namespace Plurimax.Data;

/// <summary>One version of a template that the agency made. Never changed; a change is the next version.</summary>
public sealed class TemplateVersion : IOfAgency
{
    public Guid AgencyId { get; set; }
    public required string Family { get; set; }
    public int Version { get; set; }
    public required string Title { get; set; }
    public required string Yaml { get; set; }

    /// <summary>The site it was made from; null where it was imported or written.</summary>
    public Guid? MadeFrom { get; set; }

    /// <summary>What was changed, in words.</summary>
    public string Said { get; set; } = "";
    public required Actor Who { get; set; }
    public DateTimeOffset At { get; set; }
}
