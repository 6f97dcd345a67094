using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Security.Cryptography;
using System.Text.Json;
using Plurimax.Text;

namespace Plurimax.Trades;

/// <summary>
/// The templates that ship, read from content/ when they are named. What was read is kept compiled in a folder of the user's, by a hash of
/// all that it was made of, so that starting costs a look at the hashes however many trades there are. Without such a folder all works as
/// well, only slower.
/// </summary>
public sealed class TradeStore
{
    /// <summary>Of the compiled form: another reader reads anew.</summary>
    private static readonly string Reader = typeof(TradeStore).Assembly.ManifestModule.ModuleVersionId.ToString("N");

    private static readonly JsonSerializerOptions Json = new() { IncludeFields = true };

    /// <summary>Another process may still be reading by the index before.</summary>
    private static readonly TimeSpan KeptFor = TimeSpan.FromDays(1);

    private readonly string? _kept;
    private readonly ConcurrentDictionary<string, string> _hashes = new(StringComparer.Ordinal);
    private readonly ConcurrentDictionary<string, Lazy<TradeTemplate?>> _read = new(StringComparer.Ordinal);
    private readonly Lazy<ImmutableSortedDictionary<string, TradeCard>> _cards;

    /// <summary>What was kept when the shelf was first asked: read once, however many templates are named.</summary>
    private readonly Lazy<ImmutableDictionary<string, Entry>> _known;

    /// <param name="kept">The folder of compiled templates; null keeps none.</param>
    public TradeStore(string? kept)
    {
        _kept = kept;
        _cards = new(IndexAll);
        _known = new(Index);
    }

    /// <summary>The folder that the environment names (PlurimaxCache), else one in the user's cache; null where there is neither.</summary>
    public static string? DefaultFolder()
    {
        if (Environment.GetEnvironmentVariable("PlurimaxCache") is { } named)
            return named.Length > 0 ? named : null;
        var home =
            Environment.GetEnvironmentVariable("XDG_CACHE_HOME") is { Length: > 0 } cache ? cache
            : Environment.GetEnvironmentVariable("HOME") is { Length: > 0 } h ? Path.Combine(h, ".cache")
            : null;
        return home is null ? null : Path.Combine(home, "plurimax", "trades");
    }

    /// <summary>Cards of all templates, translations too, by id.</summary>
    /// <exception cref="TradeFormatException">A template is at fault.</exception>
    public ImmutableSortedDictionary<string, TradeCard> Cards => _cards.Value;

    /// <summary>A template by its id; null where there is none.</summary>
    /// <exception cref="TradeFormatException">It is at fault.</exception>
    public TradeTemplate? Find(string id) =>
        _read
            .GetOrAdd(
                id,
                static (i, shelf) => new Lazy<TradeTemplate?>(() => Exists(i) ? shelf.Load($"trades/{i}.yaml") : shelf.OpenOf(i)),
                this
            )
            .Value;

    /// <summary>"open-fr-maker": few words in French for a business of that kind, whatever its trade.</summary>
    private TradeTemplate? OpenOf(string id)
    {
        if (OpenTrade.Parse(id) is not { } open || !OpenTrade.Languages.Contains(open.Language))
            return null;
        var file = $"{OpenTrade.Folder}{open.Language}.yaml";
        return _read.GetOrAdd(file, static (f, shelf) => new Lazy<TradeTemplate?>(() => shelf.Load(f)), this).Value! with
        {
            Id = id,
            Kind = open.Kind,
        };
    }

    private static bool Exists(string id) => !id.Contains('/') && Content.Bytes($"trades/{id}.yaml") is not null;

    /// <summary>
    /// What a compiled template was made of: names of files, each with its hash ("" for one that was not there), and its card.
    /// </summary>
    private sealed record Entry(ImmutableSortedDictionary<string, string> MadeOf, TradeCard Card)
    {
        /// <summary>The name of the compiled file.</summary>
        public string Print => PrintOf(string.Join('\n', MadeOf.Select(m => $"{m.Key} {m.Value}")));
    }

    private ImmutableSortedDictionary<string, TradeCard> IndexAll()
    {
        var known = _known.Value;
        var problems = new ConcurrentQueue<TradeProblem>();
        var entries = Content
            .Names("trades/")
            .AsParallel()
            .AsOrdered()
            .Select(file =>
            {
                if (known.GetValueOrDefault(file) is { } entry && Holds(entry))
                    return (File: file, Entry: entry);
                try
                {
                    return (File: file, Entry: Compile(file).Entry);
                }
                catch (TradeFormatException e)
                {
                    foreach (var p in e.Problems)
                        problems.Enqueue(p);
                    return (File: file, Entry: null!);
                }
            })
            .ToList();
        if (!problems.IsEmpty)
            throw new TradeFormatException([.. problems.OrderBy(p => p.File, StringComparer.Ordinal).ThenBy(p => p.Line)]);
        if (entries.Exists(e => known.GetValueOrDefault(e.File) != e.Entry) || known.Count != entries.Count)
        {
            Keep("index.json", JsonSerializer.SerializeToUtf8Bytes(entries.ToDictionary(e => e.File, e => e.Entry), Json));
            if (_kept is not null)
                Sweep(entries.Select(e => e.Entry.Print + ".json").ToHashSet());
        }
        return entries.ToImmutableSortedDictionary(e => e.Entry.Card.Id, e => e.Entry.Card, StringComparer.Ordinal);
    }

    private ImmutableDictionary<string, Entry> Index() =>
        Kept("index.json") is { } bytes && Parsed<ImmutableDictionary<string, Entry>>(bytes) is { } index
            ? index
            : ImmutableDictionary<string, Entry>.Empty;

    private TradeTemplate Load(string file)
    {
        if (
            _known.Value.GetValueOrDefault(file) is { } entry
            && Holds(entry)
            && Kept(entry.Print + ".json") is { } bytes
            && Parsed<TradeTemplate>(bytes) is { } kept
        )
            return kept;
        return Compile(file).Trade;
    }

    private (TradeTemplate Trade, Entry Entry) Compile(string file)
    {
        var made = new Dictionary<string, string> { ["reader"] = Reader };
        string? Text(string name)
        {
            made[name] = HashOf(name);
            return Content.Text(name);
        }
        var trade = new TradeReader(Text).Read(file, Text(file)!);
        var entry = new Entry(made.ToImmutableSortedDictionary(StringComparer.Ordinal), TradeCard.Of(trade));
        Keep(entry.Print + ".json", JsonSerializer.SerializeToUtf8Bytes(trade, Json));
        return (trade, entry);
    }

    private bool Holds(Entry entry) => entry.MadeOf.All(m => m.Value == (m.Key == "reader" ? Reader : HashOf(m.Key)));

    private string HashOf(string name) =>
        _hashes.GetOrAdd(name, static n => Content.Bytes(n) is { } b ? Convert.ToHexStringLower(SHA256.HashData(b)) : "");

    private static string PrintOf(string text) => Convert.ToHexStringLower(SHA256.HashData(System.Text.Encoding.UTF8.GetBytes(text)))[..32];

    private static T? Parsed<T>(byte[] bytes)
        where T : class
    {
        try
        {
            return JsonSerializer.Deserialize<T>(bytes, Json);
        }
        catch (JsonException)
        {
            return null;
        }
    }

    private byte[]? Kept(string name)
    {
        try
        {
            return _kept is not null && File.Exists(Path.Combine(_kept, name)) ? File.ReadAllBytes(Path.Combine(_kept, name)) : null;
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            return null;
        }
    }

    /// <summary>What was compiled from earlier texts, and by earlier readers, goes a day after it was made.</summary>
    private void Sweep(HashSet<string> used)
    {
        try
        {
            var until = File.GetLastWriteTimeUtc(Path.Combine(_kept!, "index.json")) - KeptFor;
            var unused = new DirectoryInfo(_kept!).EnumerateFiles().Where(f => f.Name != "index.json" && !used.Contains(f.Name));
            foreach (var file in unused.Where(f => f.LastWriteTimeUtc < until))
                file.Delete();
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException or ArgumentException)
        {
            // It goes another time.
        }
    }

    /// <summary>Written beside and moved into place, so that another process never reads half of one.</summary>
    private void Keep(string name, byte[] bytes)
    {
        if (_kept is null)
            return;
        try
        {
            Directory.CreateDirectory(_kept);
            var beside = Path.Combine(_kept, $"{name}.{Environment.ProcessId}.{Environment.CurrentManagedThreadId}");
            File.WriteAllBytes(beside, bytes);
            File.Move(beside, Path.Combine(_kept, name), overwrite: true);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            // Nothing is lost but time.
        }
    }
}
