namespace Plurimax.Text;

/// <summary>How much is said where the trade has longer and shorter wordings.</summary>
public enum TextLength
{
    Medium,
    Short,
    Long,
}
