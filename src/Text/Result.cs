namespace Plurimax.Text;

/// <summary>The outcome of reading what a person gave: a value, or a message that says what is wrong and what to do.</summary>
public readonly record struct Result<T>(T? Value, string? Problem)
{
    public bool Ok => Problem is null;

    public static implicit operator Result<T>(T value) => new(value, null);

    public static Result<T> Fail(string problem) => new(default, problem);
}
