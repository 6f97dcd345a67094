using System.CommandLine;
using System.Text.Json;
using Plurimax.Trades;

namespace Plurimax.Cli;

/// <summary>Runs command lines: one, or many in one process, so that templates are read and code is compiled once.</summary>
internal static class Many
{
    /// <returns>The exit code: 0 done, 1 findings or nothing found, 2 wrong use or unreadable input.</returns>
    public static int One(RootCommand root, string[] args)
    {
        try
        {
            var parsed = root.Parse(args);
            if (parsed.Errors.Count == 0)
                return parsed.Invoke(new InvocationConfiguration { EnableDefaultExceptionHandler = false });
            foreach (var e in parsed.Errors)
                Console.Error.WriteLine($"plurimax: {e.Message}");
            return 2;
        }
        catch (UsageException e)
        {
            return Usage.Fault(e.Message);
        }
        catch (TradeFormatException e)
        {
            foreach (var p in e.Problems)
                Console.Error.WriteLine(p);
            return 2;
        }
    }

    /// <param name="file">One command a line, each a JSON array of its arguments; blank lines are passed over.</param>
    /// <returns>The highest exit code of all.</returns>
    public static int Run(RootCommand root, string file)
    {
        if (!File.Exists(file))
            return Usage.Fault($"{file}: there is no such file.");
        var lines = File.ReadAllLines(file).Select((text, i) => (Number: i + 1, Text: text)).Where(l => l.Text.Trim().Length > 0).ToList();
        var commands = new List<string[]>();
        foreach (var (number, text) in lines)
            try
            {
                commands.Add(JsonSerializer.Deserialize<string[]>(text) ?? throw new JsonException());
            }
            catch (JsonException)
            {
                return Usage.Fault($"{file}:{number}: a line is a JSON array of arguments, such as [\"looks\"].");
            }
        return commands.AsParallel().AsOrdered().Select(c => One(root, c)).DefaultIfEmpty(0).Max();
    }
}
