using System.Text;
using Plurimax.Text;

namespace Plurimax.Publishing.Rendering;

/// <summary>
/// What stands where a page once stood: leads on to it at once, on any web server, for visitors and search engines alike
/// (WHATWG HTML, 4.2.5.3, state "refresh"). A server that knows the files may answer with 301 instead.
/// </summary>
public static class MovedPage
{
    private const string Mark = "<!doctype html>\n<meta charset=\"utf-8\"><meta http-equiv=\"refresh\" content=\"0; url=";

    /// <param name="to">File of the page now, from the root of the site.</param>
    /// <param name="from">The file at which this stands.</param>
    public static string To(string to, string from)
    {
        var address = string.Concat(Enumerable.Repeat("../", from.Count(c => c == '/'))) + to;
        return Html.Of(
            $"{new Html(Mark)}{address}\"><meta name=\"robots\" content=\"noindex\"><link rel=\"canonical\" href=\"{address}\">"
                + $"<title>{address}</title><p><a href=\"{address}\">{address}</a></p>\n"
        ).Value;
    }

    /// <summary>Where a file leads, if it stands where a page once stood: an address relative to it; else null.</summary>
    public static string? TargetOf(ReadOnlySpan<byte> file)
    {
        Span<byte> mark = stackalloc byte[Mark.Length];
        Encoding.ASCII.GetBytes(Mark, mark);
        if (!file.StartsWith(mark))
            return null;
        var rest = file[mark.Length..];
        return rest.IndexOf((byte)'"') is > 0 and var end ? Encoding.UTF8.GetString(rest[..end]) : null;
    }
}
