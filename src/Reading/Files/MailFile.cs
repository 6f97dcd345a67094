using System.Collections.Immutable;
using MimeKit;

namespace Plurimax.Reading.Files;

/// <summary>
/// A whole mail as it was saved (RFC 5322, MIME): its headers and its text, the richer of the two where it has two, and what is attached.
/// </summary>
internal static class MailFile
{
    public const int MostParts = 100;

    /// <summary>Headers that a mail begins with and a note does not.</summary>
    public static bool IsMail(string start) =>
        start.Split('\n').TakeWhile(l => l.Trim().Length > 0).Take(60).ToList() is { Count: > 2 } head
        && head.All(l => l[0] is ' ' or '\t' || l.IndexOf(':') is > 0 and < 60)
        && head.Any(l => l.StartsWith("From:", StringComparison.OrdinalIgnoreCase))
        && head.Any(l =>
            l.StartsWith("MIME-Version:", StringComparison.OrdinalIgnoreCase)
            || l.StartsWith("Content-Type:", StringComparison.OrdinalIgnoreCase)
            || l.StartsWith("Message-ID:", StringComparison.OrdinalIgnoreCase)
            || l.StartsWith("Received:", StringComparison.OrdinalIgnoreCase)
        );

    /// <returns>The text of the mail, and its attached files with their names.</returns>
    /// <exception cref="UnreadableException">It is no whole mail.</exception>
    public static (SourceText Text, ImmutableArray<InFile> Attached) Read(string name, byte[] bytes)
    {
        MimeMessage mail;
        try
        {
            mail = MimeMessage.Load(new MemoryStream(bytes, false));
        }
        catch (FormatException)
        {
            throw new UnreadableException("is no whole mail. Save it again, or copy its text into a note.");
        }
        var b = new TextBuilder();
        b.Add($"From: {mail.From}", LineRole.Text);
        b.Add($"To: {mail.To}", LineRole.Text);
        b.Add($"Date: {mail.Date:ddd, d MMM yyyy HH:mm}", LineRole.Text);
        b.Add($"Subject: {mail.Subject}", LineRole.Text);
        b.Add("", LineRole.Heading);
        var plain = mail.TextBody ?? "";
        var rich = mail.HtmlBody is { } html ? HtmlFile.Read(name, html) : null;
        // A program that shows no HTML is told so in the plain part; else both say the same.
        if (rich is not null && rich.Text.Length > plain.Length / 2)
        {
            foreach (var line in rich.Lines)
                b.Add(line.Text, line.Role);
        }
        else
        {
            rich = null;
            b.Whole(plain);
        }
        var attached = ImmutableArray.CreateBuilder<InFile>();
        foreach (var part in mail.BodyParts.Take(MostParts).OfType<MimePart>())
        {
            // A picture within the text is its writer's signature more often than the client's.
            if (
                part.FileName is not { Length: > 0 } file
                || part.ContentDisposition is { IsAttachment: false } && part.ContentId is not null
            )
                continue;
            using var memory = new MemoryStream();
            part.Content?.DecodeTo(memory);
            attached.Add(new InFile(file, memory.ToArray()));
        }
        return (b.Build(name, rich?.Stated, rich?.Language, rich?.Material), attached.ToImmutable());
    }
}
