using System.Collections.Concurrent;
using System.Globalization;
using System.Net;
using System.Security;
using System.Text;

namespace Plurimax.StandIns;

/// <summary>
/// A bucket in memory behind as much of the S3 protocol as a store of blobs needs: put, get, head, delete, list by pages. Whoever asks must
/// name the key; signatures are not checked.
/// </summary>
public sealed class BucketStandIn : IDisposable
{
    private sealed record Entry(byte[] Bytes, DateTimeOffset At);

    /// <summary>Keys that a page of a list holds; few, so that lists have more than one.</summary>
    private const int PageSize = 7;

    private readonly HttpListener _listener = new();
    private readonly ConcurrentDictionary<string, Entry> _objects = new(StringComparer.Ordinal);
    private readonly string _key;

    public BucketStandIn(int port, string key)
    {
        _key = key;
        Address = $"http://127.0.0.1:{port}";
        _listener.Prefixes.Add(Address + "/");
        _listener.Start();
        _ = Task.Run(ServeAsync);
    }

    public string Address { get; }

    /// <summary>How often something was fetched.</summary>
    public int Gets { get; private set; }
    public int Count => _objects.Count;

    /// <summary>As if an object had been put at another time, or with other bytes.</summary>
    public void Change(string key, byte[]? bytes = null, DateTimeOffset? at = null) =>
        _objects[key] = new Entry(bytes ?? _objects[key].Bytes, at ?? _objects[key].At);

    public void Dispose() => _listener.Close();

    private async Task ServeAsync()
    {
        while (_listener.IsListening)
        {
            HttpListenerContext context;
            try
            {
                context = await _listener.GetContextAsync();
            }
            catch (Exception e) when (e is HttpListenerException or ObjectDisposedException)
            {
                return;
            }
            using var response = context.Response;
            var authorization = context.Request.Headers["Authorization"] ?? "";
            if (!authorization.StartsWith($"AWS4-HMAC-SHA256 Credential={_key}/", StringComparison.Ordinal))
                response.StatusCode = 403;
            else
                await AnswerAsync(context.Request, response);
        }
    }

    private async Task AnswerAsync(HttpListenerRequest request, HttpListenerResponse response)
    {
        var path = request.Url!.AbsolutePath.TrimStart('/').Split('/', 2);
        var key = path.Length == 2 ? path[1] : "";
        if (request.HttpMethod == "PUT")
        {
            using var body = new MemoryStream();
            await request.InputStream.CopyToAsync(body);
            _objects[key] = new Entry(body.ToArray(), DateTimeOffset.UtcNow);
            response.Headers["ETag"] = "\"parts-1\"";
        }
        else if (request.HttpMethod == "DELETE")
        {
            _objects.TryRemove(key, out _);
            response.StatusCode = 204;
        }
        else if (key.Length == 0)
            await ListAsync(request, response);
        else if (_objects.TryGetValue(key, out var found))
        {
            response.Headers["Last-Modified"] = found.At.ToString("R", CultureInfo.InvariantCulture);
            response.Headers["ETag"] = "\"parts-1\"";
            if (request.HttpMethod == "GET")
            {
                Gets++;
                response.ContentLength64 = found.Bytes.Length;
                await response.OutputStream.WriteAsync(found.Bytes);
            }
        }
        else
            response.StatusCode = 404;
    }

    private async Task ListAsync(HttpListenerRequest request, HttpListenerResponse response)
    {
        var after = request.QueryString["continuation-token"] ?? "";
        var rest = _objects.OrderBy(o => o.Key, StringComparer.Ordinal).Where(o => string.CompareOrdinal(o.Key, after) > 0).ToList();
        var page = rest.Take(PageSize).ToList();
        var more = rest.Count > page.Count;
        var xml = new StringBuilder("<?xml version=\"1.0\"?><ListBucketResult xmlns=\"http://s3.amazonaws.com/doc/2006-03-01/\">");
        xml.Append(
            CultureInfo.InvariantCulture,
            $"<IsTruncated>{(more ? "true" : "false")}</IsTruncated><KeyCount>{page.Count}</KeyCount>"
        );
        if (more)
            xml.Append(CultureInfo.InvariantCulture, $"<NextContinuationToken>{page[^1].Key}</NextContinuationToken>");
        foreach (var (key, entry) in page)
        {
            xml.Append(CultureInfo.InvariantCulture, $"<Contents><Key>{SecurityElement.Escape(key)}</Key><ETag>parts-1</ETag>");
            xml.Append(CultureInfo.InvariantCulture, $"<LastModified>{entry.At.UtcDateTime:yyyy-MM-ddTHH:mm:ss.fffZ}</LastModified>");
            xml.Append(CultureInfo.InvariantCulture, $"<Size>{entry.Bytes.Length}</Size></Contents>");
        }
        response.ContentType = "application/xml";
        await response.OutputStream.WriteAsync(Encoding.UTF8.GetBytes(xml.Append("</ListBucketResult>").ToString()));
    }
}
