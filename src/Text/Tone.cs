namespace Plurimax.Text;

public enum Tone
{
    Plain,
    Warm,
    Formal,
    Lively,
    Expert,
}
