using System.Buffers;
using System.Text;
using System.Text.Json;
using Microsoft.Extensions.Logging.Abstractions;
using Microsoft.Extensions.Logging.Console;

namespace Plurimax.Web.Watch;

/// <summary>
/// The log as lines of JSON, one an event: <c>at</c>, <c>level</c>, <c>of</c> (the class), <c>said</c>, then the values of the message by
/// their names, and <c>exception</c>. Everything passes <see cref="Scrubbed"/>: whoever reads the log opens no link and learns no address.
/// </summary>
public sealed class LogLines(TimeProvider clock) : ConsoleFormatter(FormatterName)
{
    public const string FormatterName = "lines";
    private static readonly HashSet<string> Taken = new(["at", "level", "of", "said", "exception"], StringComparer.OrdinalIgnoreCase);
    private static readonly JsonWriterOptions Readable = new()
    {
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    public override void Write<TState>(in LogEntry<TState> entry, IExternalScopeProvider? scopes, TextWriter writer)
    {
        var line = new ArrayBufferWriter<byte>(512);
        using (var json = new Utf8JsonWriter(line, Readable))
        {
            json.WriteStartObject();
            json.WriteString("at", clock.GetUtcNow());
            json.WriteString("level", entry.LogLevel.ToString().ToLowerInvariant());
            json.WriteString("of", entry.Category);
            json.WriteString("said", Scrubbed.Of(entry.Formatter(entry.State, entry.Exception)));
            if (entry.State is IEnumerable<KeyValuePair<string, object?>> values)
                foreach (var (name, value) in values)
                    if (name != "{OriginalFormat}" && !Taken.Contains(name))
                        json.WriteString(name, Scrubbed.Of(value?.ToString()));
            if (entry.Exception is { } e)
                json.WriteString("exception", Scrubbed.Of(e.ToString()));
            json.WriteEndObject();
        }
        writer.WriteLine(Encoding.UTF8.GetString(line.WrittenSpan));
    }
}
