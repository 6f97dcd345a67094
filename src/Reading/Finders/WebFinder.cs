using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Plurimax.Facts;

namespace Plurimax.Reading.Finders;

/// <summary>E-mail addresses, the own website, and profiles on social networks. Nothing is ever fetched.</summary>
public static class WebFinder
{
    private static readonly ImmutableHashSet<string> Networks =
    [
        "facebook.com",
        "fb.com",
        "fb.me",
        "instagram.com",
        "linkedin.com",
        "twitter.com",
        "x.com",
        "youtube.com",
        "youtu.be",
        "tiktok.com",
        "pinterest.com",
        "pinterest.co.uk",
        "pinterest.de",
        "threads.net",
        "bsky.app",
        "mastodon.social",
        "wa.me",
        "t.me",
        "vimeo.com",
        "xing.com",
        "snapchat.com",
        "linktr.ee",
    ];
    private static readonly ImmutableHashSet<string> FreeMail =
    [
        "gmail.com",
        "googlemail.com",
        "outlook.com",
        "hotmail.com",
        "hotmail.co.uk",
        "yahoo.com",
        "yahoo.co.uk",
        "icloud.com",
        "aol.com",
        "gmx.de",
        "gmx.net",
        "gmx.at",
        "web.de",
        "t-online.de",
        "orange.fr",
        "free.fr",
        "wanadoo.fr",
        "laposte.net",
        "sfr.fr",
        "telefonica.net",
        "btinternet.com",
        "live.com",
        "live.co.uk",
        "proton.me",
        "protonmail.com",
        "bluewin.ch",
        "mail.example",
        "post.example",
        "freemail.example",
    ];

    public static string? Clean(string raw)
    {
        var text = raw.Trim().Trim('<', '>', '(', ')', '"', '\'', '“', '”').TrimEnd('.', ',', ';', ':', ')', '!', '?');
        if (text.Length is < 4 or > 400 || text.StartsWith('#') || text.StartsWith('/'))
            return null;
        if (!text.Contains("://", StringComparison.Ordinal))
        {
            if (text.StartsWith("//", StringComparison.Ordinal))
                text = "https:" + text;
            else if (!Bare.IsMatch(text))
                return null;
            else
                text = "https://" + text;
        }
        return
            Uri.TryCreate(text, UriKind.Absolute, out var uri)
            && uri.Scheme is "http" or "https"
            && uri.Host.Contains('.')
            && uri.UserInfo.Length == 0
            ? Tidy(uri, text)
            : null;
    }

    private static string Tidy(Uri uri, string text) =>
        uri.AbsolutePath == "/" && uri.Query.Length == 0 ? $"{uri.Scheme}://{uri.Host}" : text;

    public static string Home(string url) => Uri.TryCreate(url, UriKind.Absolute, out var u) ? $"{u.Scheme}://{u.Host}" : url;

    public static string Host(string url) =>
        Uri.TryCreate(url, UriKind.Absolute, out var u)
            ? u.Host.ToLowerInvariant() is var h && h.StartsWith("www.", StringComparison.Ordinal)
                ? h[4..]
                : h
            : "";

    public static bool IsSocial(string url) =>
        Host(url) is var h
        && (Networks.Contains(h) || Networks.Any(n => h.EndsWith("." + n, StringComparison.Ordinal)) || SocialHost.IsMatch(h));

    public static bool IsShare(string url) => ShareLink.IsMatch(url);

    public static bool IsFreeMail(string mail) => FreeMail.Contains(mail[(mail.IndexOf('@') + 1)..].ToLowerInvariant());

    public static IEnumerable<Candidate> Find(TextFrame frame)
    {
        var mails = Mails(frame).ToList();
        foreach (var c in mails)
            yield return c;
        var sites = new List<(string Url, double Confidence, int Line, int At, int Length, int Order)>();
        var own = mails
            .Select(m => ((TextValue)m.Value).Text)
            .Where(m => !IsFreeMail(m))
            .Select(m => m[(m.IndexOf('@') + 1)..])
            .ToHashSet();
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            foreach (Match m in Address.Matches(line))
            {
                if (m.Index > 0 && line[m.Index - 1] == '@')
                    continue;
                if (m.Index + m.Length < line.Length && line[m.Index + m.Length] == '@')
                    continue;
                if (Clean(m.Value) is not { } url)
                    continue;
                var clause = TextFrame.ClauseText(line, m.Index, m.Length);
                var before = line[Math.Max(0, m.Index - 60)..m.Index];
                if (frame.Agency(i) || frame.Others(i) || Cues.Credit(before))
                    continue;
                if (IsSocial(url))
                {
                    if (
                        !IsShare(url)
                        && !Cues.NotTheirs(clause)
                        && !Liked.IsMatch(clause)
                        && !Cues.Past(clause)
                        && !Cues.Private(line[m.Index..])
                        && !Lost.IsMatch(clause)
                    )
                        yield return new Candidate(
                            "social",
                            new ListValue([url]),
                            .94,
                            frame.Source.Around(i, m.Index, m.Length),
                            "profile address"
                        );
                    continue;
                }
                if (SocialLabel.Match(before) is { Success: true } && !WebLabel.IsMatch(before))
                {
                    yield return new Candidate(
                        "social",
                        new ListValue([url]),
                        .85,
                        frame.Source.Around(i, m.Index, m.Length),
                        "profile address"
                    );
                    continue;
                }
                if (
                    Cues.NotTheirs(clause)
                    || Liked.IsMatch(clause)
                    || Listing.IsMatch(before)
                    || Cues.Past(clause) && !Cues.Correction(clause)
                )
                    continue;
                var host = Host(url);
                var score =
                    own.Contains(host) ? .95
                    : WebLabel.IsMatch(before) || WebLabel.IsMatch(frame.Under(i)) ? .93
                    : m.Value.StartsWith("http", StringComparison.Ordinal) || m.Value.StartsWith("www", StringComparison.OrdinalIgnoreCase)
                        ? .72
                    : .55;
                if (Standing.TakenBack(before, ""))
                    continue;
                sites.Add((Home(url), score, i, m.Index, m.Length, frame.Order(i)));
            }
            foreach (var c in Handles(frame, i, line))
                yield return c;
        }
        foreach (
            var g in sites
                .GroupBy(s => Host(s.Url))
                .OrderByDescending(g => g.Max(s => s.Confidence))
                .ThenByDescending(g => g.Max(s => s.Order))
                .Take(3)
        )
        {
            var s = g.MaxBy(x => x.Confidence);
            yield return new Candidate(
                "website",
                new TextValue(s.Url),
                s.Confidence,
                frame.Source.Around(s.Line, s.At, s.Length),
                own.Contains(g.Key) ? "address that the mailbox belongs to" : "web address"
            );
        }
    }

    private static IEnumerable<Candidate> Handles(TextFrame frame, int i, string line)
    {
        if (!frame.Usable(i))
            yield break;
        foreach (Match m in Handle.Matches(line))
        {
            var network = m.Groups["net"].Value.ToLowerInvariant() switch
            {
                "insta" or "ig" or "instagram" => "instagram.com",
                "facebook" or "fb" => "facebook.com",
                "tiktok" => "tiktok.com",
                "youtube" => "youtube.com",
                "twitter" => "twitter.com",
                "x" => "x.com",
                "pinterest" => "pinterest.com",
                "threads" => "threads.net",
                _ => "linkedin.com",
            };
            var handle = m.Groups["h"].Value.TrimEnd('.');
            var path = network is "tiktok.com" or "youtube.com" or "threads.net" ? "@" + handle.TrimStart('@') : handle.TrimStart('@');
            if (Liked.IsMatch(line))
                continue;
            yield return new Candidate(
                "social",
                new ListValue([$"https://www.{network}/{path}"]),
                .85,
                frame.Source.Around(i, m.Index, m.Length),
                "name on a network"
            );
        }
    }

    private static IEnumerable<Candidate> Mails(TextFrame frame)
    {
        var seen = new Dictionary<string, (double Confidence, int Line, int At, int Length)>();
        var refused = new HashSet<string>();
        var agencyHosts = new HashSet<string>();
        for (var i = 0; i < frame.Lines.Length; i++)
            foreach (Match m in Mail.Matches(frame.Line(i)))
                if (
                    Cues.MakesSites(m.Value[(m.Value.IndexOf('@') + 1)..])
                    && (frame.Agency(i) || frame.MailHeader(i) || frame.InSignature(i))
                )
                    agencyHosts.Add(HostOf(m.Value));
                else if (frame.Agency(i) && frame.MailHeader(i) && SenderLine.IsMatch(frame.Line(i)) && !IsFreeMail(m.Value))
                    agencyHosts.Add(HostOf(m.Value));
        for (var i = 0; i < frame.Lines.Length; i++)
        {
            var line = frame.Line(i);
            foreach (Match m in Mail.Matches(line).Concat(Hidden.Matches(line)))
            {
                var text = Spaces.Replace(At.Replace(Dot.Replace(m.Value, "."), "@"), "").TrimEnd('.').ToLowerInvariant();
                if (FactReader.ReadEmail(text) is not { Ok: true, Value: { } mail })
                    continue;
                var (a, b) = TextFrame.Clause(line, m.Index, m.Length);
                var clause = line[a..b];
                var before = line[a..Math.Max(a, m.Index)];
                var after = line[Math.Min(line.Length, m.Index + m.Length)..];
                var header = frame.MailHeader(i);
                if (agencyHosts.Contains(HostOf(mail)) || Filler.IsMatch(mail) || Cues.Credit(before))
                    continue;
                if (Standing.TakenBack(before, after) || Standing.Corrected(after, Mail))
                {
                    refused.Add(mail);
                    continue;
                }
                if (
                    !header
                    && (
                        frame.Agency(i)
                        || frame.Others(i)
                        || Cues.NotTheirs(clause) && (Cues.NotTheirs(before) || !OwnWord.IsMatch(clause))
                        || Standing.Private(before, after, Mail)
                        || Liked.IsMatch(clause)
                    )
                )
                    continue;
                if (!header && Standing.Past(before, after, Mail))
                {
                    refused.Add(mail);
                    continue;
                }
                // Whoever a client writes to is not the client.
                if (header && !SenderLine.IsMatch(line) && !frame.Agency(i))
                    continue;
                if (header && SenderLine.IsMatch(line) && frame.Agency(i))
                    continue;
                var score =
                    header ? .8
                    : Label.IsMatch(before) || line.Length < mail.Length + 4 ? .95
                    : .9;
                if (!seen.TryGetValue(mail, out var had) || had.Confidence < score)
                    seen[mail] = (score, i, m.Index, m.Length);
            }
        }
        // A mailbox seen only in the head of a message is taken where the business names no other.
        var spoken = seen.Any(s => s.Value.Confidence > .85);
        foreach (var (mail, s) in seen)
            if (!refused.Contains(mail) && (s.Confidence > .85 || !spoken))
                yield return new Candidate(
                    "email",
                    new TextValue(mail),
                    s.Confidence,
                    frame.Source.Around(s.Line, s.At, s.Length),
                    "mailbox"
                );
    }

    private static string HostOf(string mail) => mail[(mail.IndexOf('@') + 1)..].ToLowerInvariant();

    public static readonly Regex Mail = new(@"[\p{L}\d][\p{L}\d._%+'-]{0,63}@(?:[\p{L}\d-]+\.)+[\p{L}]{2,}");
    private static readonly Regex Hidden = new(
        @"[A-Za-z\d][\w.+-]{0,63}\s?[\[({]\s?(?:at|ät|arobase|arroba|@)\s?[\])}]\s?[\w-]+(?:(?:\s?[\[({]\s?(?:dot|punkt|point|"
            + @"punto)\s?[\])}]\s?|\.)[\w-]+)+|[A-Za-z\d][\w.+-]{1,63} "
            + @"(?:at|AT|arroba|arobase) [\w-]{2,}(?: (?:dot|DOT|punkt|point|punto) [\w-]+)+",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex At = new(
        @"\s?[\[({]\s?(?:at|ät|arobase|arroba|@)\s?[\])}]\s?| (?:at|arroba|arobase) ",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Dot = new(
        @"\s?[\[({]\s?(?:dot|punkt|point|punto)\s?[\])}]\s?| (?:dot|punkt|point|punto) ",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Spaces = new(@"\s+");
    private static readonly Regex Address = new(
        @"(?:https?://|www\.)[^\s<>""'“”|]+|\b(?:[a-z0-9](?:[a-z0-9-]{0,61}[a-z0-9])?\.){1,9}(?:example|com|net|org|co\.uk|uk|"
            + @"ie|de|at|ch|fr|es|nl|eu|info|biz|shop|io|app|studio|cat|ca|au|com\.au|us|me)\b(?:/[^\s<>""'“”|)]*)?",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Bare = new(@"^(?:[\p{L}\d](?:[\p{L}\d-]*[\p{L}\d])?\.)+\p{L}{2,}(?:/\S*)?$");
    private static readonly Regex WebLabel = new(
        @"\b(?:web(?:site|site address)?|site|homepage|url|online at|internet(?:seite)?|webseite|www|seite|page web|site "
            + @"(?:web|internet)|página(?: web)?|sitio)\b\W*(?:is|ist|est|es|at|unter|:)?[^.!?]{0,18}$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex SocialLabel = new(
        @"\b(?:facebook|instagram|insta|social|tiktok|youtube|linkedin|profile?|follow us|folge|suivez|síguenos|mastodon)\b[^.!?]{0,20}$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Lost = new(
        @"\b(?:hacked|locked out|gesperrt|gehackt|piratée?|hackeado|pirateada|hackerat[oa]|gehackt)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex SocialHost = new(@"(?:^|\.)social(?:\.|s?\.)|(?:^|\.)mastodon\.|^pixelfed\.", RegexOptions.IgnoreCase);
    private static readonly Regex ShareLink = new(
        @"/(?:sharer?|share|intent|dialog|plugins)(?:[./?]|$)|[?&]u=http",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Handle = new(
        @"\b(?<net>instagram|insta|ig|facebook|fb|tiktok|youtube|twitter|linkedin|pinterest|threads|x)\b\s{0,3}(?::|is|are|at|as|under|"
            + @"handle|account|\(|->|–|-|ist|unter|:)?\s{0,3}:?\s{0,3}(?<h>@[A-Za-z0-9_.]{2,40})",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Liked = WordPattern.Of("web-finder/liked", RegexOptions.IgnoreCase);
    private static readonly Regex Listing = new(
        @"\b(?:listed (?:on|at)|listing|directory|register of|source|found (?:on|at)|reviews? (?:on|at)|rated "
            + @"on|verzeichnis|eingetragen bei|quelle|annuaire|source\s?:|directorio|fuente)\W[^.!?]{0,25}$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Label = new(
        @"\b(?:e-?mail|mail|write|contact|reach|e:|schreib\w*|kontakt|courriel|mél|écri\w*|correo|escrib\w*)\b[^@]{0,30}$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Filler = new(
        @"^(?:name|you|your|user|yourname|someone|info|email|e-mail|test|beispiel|muster|max\.mustermann|vous|votre|nombre|"
            + @"ejemplo)@(?:domain|yourdomain|email|company|website|site|test|muster|beispiel|domaine|dominio)\.|\.(?:png|jpg|jpeg|gif|"
            + @"webp|svg)$|^(?:no-?reply|mailer-daemon|postmaster|webmaster)@",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex OwnWord = new(
        @"\b(?:my|our|us|me|customers?|enquiries|mein\w*|unser\w*|notre|mon|nuestro|mi)\b",
        RegexOptions.IgnoreCase
    );

    private static readonly Regex SenderLine = new(
        @"^\W*(?:From|Von|De|Da|Van|Expéditeur|Remitente|Mittente|Afzender|Reply-To)\b",
        RegexOptions.IgnoreCase
    );
}
