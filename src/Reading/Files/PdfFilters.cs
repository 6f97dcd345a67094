using System.IO.Compression;
using UglyToad.PdfPig.Filters;
using UglyToad.PdfPig.Tokens;

namespace Plurimax.Reading.Files;

/// <summary>
/// Unpacks the streams of a PDF (ISO 32000-1, 7.4) within bounds: a file of half a megabyte may claim gigabytes. Once the bound of a
/// page is passed, what it draws unpacks to nothing.
/// </summary>
internal sealed class PdfFilters : IFilterProvider
{
    /// <summary>
    /// Bytes that one page may unpack, its fonts among them. A page of text has some ten thousand, a map of lines a million.
    /// </summary>
    public const int MostOfPage = 4 * 1024 * 1024;

    /// <summary>Bytes that all pages may unpack together.</summary>
    public const int MostOfAll = 20 * 1024 * 1024;

    private static readonly IFilterProvider All = DefaultFilterProvider.Instance;
    private long _page;
    private long _sum;

    /// <summary>The page wanted more than it may.</summary>
    public bool Spent { get; private set; }

    /// <summary>The document as a whole has had what it may.</summary>
    public bool AllSpent => _sum >= MostOfAll;

    public void NextPage()
    {
        _page = 0;
        Spent = AllSpent;
    }

    public IReadOnlyList<IFilter> GetFilters(DictionaryToken dictionary) => Bounded(All.GetFilters(dictionary));

    public IReadOnlyList<IFilter> GetNamedFilters(IReadOnlyList<NameToken> names) => Bounded(All.GetNamedFilters(names));

    public IReadOnlyList<IFilter> GetAllFilters() => Bounded(All.GetAllFilters());

    private List<IFilter> Bounded(IReadOnlyList<IFilter> filters) => [.. filters.Select(f => new Filter(f, this))];

    private sealed class Filter(IFilter inner, PdfFilters all) : IFilter
    {
        public bool IsSupported => inner.IsSupported;

        public Memory<byte> Decode(Memory<byte> input, DictionaryToken dictionary, IFilterProvider provider, int index)
        {
            if (all.Spent || Least(input) > MostOfPage - all._page)
            {
                all.Spent = true;
                return Memory<byte>.Empty;
            }
            var output = inner.Decode(input, dictionary, provider, index);
            all._page += output.Length;
            all._sum += output.Length;
            all.Spent |= all._page > MostOfPage || all._sum > MostOfAll;
            return output;
        }

        /// <summary>
        /// How much it will be, as far as that can be told without holding it: counted, or by how far such a stream can grow.
        /// </summary>
        private long Least(Memory<byte> input) =>
            inner switch
            {
                FlateFilter => Inflated(input),
                // Twelve bits stand for up to 4,096 bytes, so that these become 90 MB at most; two bytes for up to 128.
                LzwFilter => input.Length > 32 * 1024 ? long.MaxValue : 0,
                RunLengthFilter => input.Length > 512 * 1024 ? long.MaxValue : 0,
                _ => 0,
            };

        private long Inflated(Memory<byte> input)
        {
            var buffer = new byte[64 * 1024];
            long sum = 0;
            try
            {
                using var packed = new MemoryStream(input.ToArray(), false);
                using var unpacked = new ZLibStream(packed, CompressionMode.Decompress);
                for (int n; sum <= MostOfPage - all._page && (n = unpacked.Read(buffer)) > 0; )
                    sum += n;
            }
            catch (InvalidDataException)
            {
                // Damaged: whoever unpacks it says so.
            }
            return sum;
        }
    }
}
