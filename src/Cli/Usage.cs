namespace Plurimax.Cli;

/// <summary>What a command says where it was used wrongly.</summary>
internal static class Usage
{
    /// <returns>The exit code of wrong use.</returns>
    public static int Fault(string message)
    {
        Console.Error.WriteLine($"plurimax: {message}");
        return 2;
    }
}

/// <summary>The command cannot be done as it was typed; the message says why and what there is.</summary>
internal sealed class UsageException(string message) : Exception(message);
