using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using Plurimax.Facts;
using Plurimax.Text;

namespace Plurimax.Reading;

/// <summary>
/// What stands around each line of a document: the heading above it, which message of a thread it belongs to and how old that is,
/// whether the agency wrote it, whether its block speaks of others or of what is past.
/// </summary>
public sealed partial class TextFrame
{
    private readonly int[] _order;
    private readonly string[] _under;
    private readonly bool[] _agency,
        _past,
        _others,
        _signature,
        _header;
    private readonly int[] _block;
    private readonly ImmutableArray<LineLabel> _labels;

    public SourceText Source { get; }

    /// <summary>What the reading may take; null where nobody counts.</summary>
    public WorkBudget? Budget { get; init; }

    /// <exception cref="OperationCanceledException">The budget is spent.</exception>
    public ImmutableArray<SourceLine> Lines
    {
        get
        {
            Budget?.Check();
            return Source.Lines;
        }
    }

    /// <summary>en, de, fr, es, it or nl; "en" where it cannot be told.</summary>
    public string Language { get; }

    /// <summary>Country that phones and addresses without one belong to, ISO 3166-1.</summary>
    public string Country { get; }
    public DateOnly Today { get; }

    public TextFrame(SourceText source, DateOnly today, string? country = null)
    {
        Source = source;
        Today = today;
        Language = LanguageOf(source);
        Country = country ?? CountryOf(source);
        var n = Lines.Length;
        (_order, _under, _agency, _past, _others, _signature, _header, _block) = (
            new int[n],
            new string[n],
            new bool[n],
            new bool[n],
            new bool[n],
            new bool[n],
            new bool[n],
            new int[n]
        );
        Messages();
        Speakers();
        Headings();
        Signatures();
        _labels = LineLabels.Of(Lines, Agency);
        for (var i = 0; i < n; i++)
            _others[i] |= _labels[i].Kept;
    }

    public string Line(int i) => Lines[i].Text;

    public string Under(int i) => _under[i];

    public int Order(int i) => _order[i];

    public bool Agency(int i) => _agency[i];

    public bool Past(int i) => _past[i];

    public bool Others(int i) => _others[i];

    public bool InSignature(int i) => _signature[i];

    /// <summary>What the line is said to hold.</summary>
    public LineLabel Label(int i) => _labels[i];

    /// <summary>The value behind the label of the line, or the answer that it is; null where it is said to hold something else.</summary>
    public string? Said(int i, string role) => _labels[i].Role == role ? Line(i)[_labels[i].From..].Trim() : null;

    /// <summary>A From:, To: or Date: line of a message.</summary>
    public bool MailHeader(int i) => _header[i];

    /// <summary>Lines without an empty line between them share a block.</summary>
    public int Block(int i) => _block[i];

    /// <summary>Lines that can be read for facts of this business at all.</summary>
    public bool Usable(int i) => !_agency[i] && !_others[i];

    /// <summary>The sentence or clause around a passage of a line.</summary>
    public static (int From, int To) Clause(string line, int at, int length)
    {
        int from = 0,
            to = line.Length;
        foreach (Match m in SentenceEnd.Matches(line))
            if (m.Index + m.Length <= at)
                from = m.Index + m.Length;
            else if (m.Index >= at + length)
            {
                to = m.Index;
                break;
            }
        return (from, to);
    }

    public static string ClauseText(string line, int at, int length)
    {
        var (a, b) = Clause(line, at, length);
        return line[a..b];
    }

    private static string LanguageOf(SourceText source) =>
        Languages.Guess(source.Text) ?? source.Language?.Split('-')[0].ToLowerInvariant() ?? "en";

    /// <summary>The country that a text most likely belongs to, by calling codes, domains, money, postcodes, names and language.</summary>
    public static string CountryOf(SourceText source)
    {
        var language = LanguageOf(source);
        foreach (var c in source.Stated)
            if (c.Value is AddressValue { Country: var land } a && (a.Postcode is not null || land != "GB"))
                return land;
        var text = source.Text;
        var votes = new Dictionary<string, double>();
        void Vote(string? code, double weight)
        {
            if (code is not null)
                votes[code] = votes.GetValueOrDefault(code) + weight;
        }
        foreach (Match m in International.Matches(text))
            Vote(Places.CountryOfPhone("+" + m.Groups[1].Value), 2);
        foreach (Match m in Domain.Matches(text))
            Vote(
                m.Groups[1].Value.ToLowerInvariant() switch
                {
                    "co.uk" or "uk" => "GB",
                    "ie" => "IE",
                    "de" => "DE",
                    "at" => "AT",
                    "ch" => "CH",
                    "fr" => "FR",
                    "es" => "ES",
                    "nl" => "NL",
                    "it" => "IT",
                    "com.au" or "au" => "AU",
                    "ca" => "CA",
                    _ => null,
                },
                1
            );
        if (text.Contains('£') || text.Contains("GBP", StringComparison.Ordinal))
            Vote("GB", 2);
        if (text.Contains("CHF", StringComparison.Ordinal) || SwissMoney.IsMatch(text))
            Vote("CH", 3);
        foreach (Match m in Codes.Matches(text))
            Vote(Places.CountryOfPostcode(m.Value), 3);
        foreach (Match m in StateZip.Matches(text))
            Vote(Places.States.ContainsKey(m.Groups[1].Value) ? "US" : null, 3);
        foreach (Match m in StateShort.Matches(text))
            Vote("AU", 3);
        foreach (Match m in AmericanPhone.Matches(text))
            Vote("US", 1);
        foreach (var name in Places.CountryNames.Where(c => c.Length > 4))
            if (text.Contains(name, StringComparison.OrdinalIgnoreCase) && WholeWord(text, name))
                Vote(Places.CountryCode(name), 2.5);
        if (British.IsMatch(text))
            Vote("GB", 1.5);
        if (language == "de")
        {
            Vote("DE", 1.2);
            if (FourDigitTown.IsMatch(text) && !FiveDigitTown.IsMatch(text))
                Vote(votes.ContainsKey("CH") ? "CH" : "AT", 1.5);
        }
        if (language == "fr")
            Vote("FR", 1.2);
        if (language is "es" or "it" or "nl")
            Vote(language.ToUpperInvariant(), 1.2);
        if (source.Language is { } l && l.Length == 5)
            Vote(Places.CountryCode(l[3..]), 2);
        Vote("GB", .5);
        return votes.MaxBy(v => v.Value).Key;
    }

    private static bool WholeWord(string text, string name)
    {
        var i = text.IndexOf(name, StringComparison.OrdinalIgnoreCase);
        return i >= 0
            && (i == 0 || !char.IsLetter(text[i - 1]))
            && (i + name.Length == text.Length || !char.IsLetter(text[i + name.Length]));
    }

    /// <summary>Splits a mail thread into messages and orders them by age; a quoted message is older than the one that quotes it.</summary>
    private void Messages()
    {
        var starts = new List<(int Line, int Depth, DateTime? At, string From)>();
        var depth = new int[Lines.Length];
        for (var i = 0; i < Lines.Length; i++)
        {
            var t = Lines[i].Text;
            var d = 0;
            var j = 0;
            while (j < t.Length && t[j] is '>' or ' ')
            {
                if (t[j] == '>')
                    d++;
                j++;
            }
            depth[i] = d;
            var body = t[j..];
            if (
                Wrote.IsMatch(body)
                || (
                    Wrote.IsMatch(body + " " + (i + 1 < Lines.Length ? Lines[i + 1].Text.TrimStart('>', ' ') : ""))
                    && body.Length < 120
                    && WroteStart.IsMatch(body)
                )
            )
            {
                starts.Add((i + 1, d + 1, Date(body), body));
                _header[i] = true;
            }
            else if (HeaderFrom.Match(body) is { Success: true } m && Near(i))
            {
                DateTime? at = null;
                for (var k = i; k < Math.Min(i + 7, Lines.Length); k++)
                {
                    var h = Lines[k].Text.TrimStart('>', ' ');
                    if (!HeaderLine.IsMatch(h))
                    {
                        if (k > i)
                            break;
                    }
                    else
                        _header[k] = true;
                    if (HeaderDate.Match(h) is { Success: true } dm)
                        at = Date(dm.Groups[1].Value);
                }
                for (var k = i - 1; k >= Math.Max(0, i - 5) && HeaderLine.IsMatch(Lines[k].Text.TrimStart('>', ' ')); k--)
                {
                    _header[k] = true;
                    if (HeaderDate.Match(Lines[k].Text.TrimStart('>', ' ')) is { Success: true } dm)
                        at ??= Date(dm.Groups[1].Value);
                }
                starts.Add((i, d, at, m.Groups[1].Value));
            }
        }
        for (var i = 0; i < Lines.Length; i++)
            _header[i] |= Divider.IsMatch(Lines[i].Text);
        if (starts.Count == 0 && !depth.Any(d => d > 0))
        {
            if (Lines.Take(3).Any(l => Salutation.IsMatch(l.Text)))
                SignedOff(0, Lines.Length);
            return;
        }
        if (starts.Count == 0 || starts[0].Line > 0)
            starts.Insert(0, (0, 0, null, ""));
        // Order: by date where every message has one, else quoted ones are older the deeper they are, else as they stand.
        var ranks = starts.Select((s, k) => (k, s.Depth, s.At)).ToList();
        var dated = ranks.Where(r => r.At is not null).ToList();
        var all = dated.Count == ranks.Count && dated.Count > 1;
        var topPosted = starts.Any(s => s.Depth > 0) || starts.Skip(1).Any(s => Separator(s.Line - 1));
        var order = new int[starts.Count];
        var sorted =
            all ? ranks.OrderBy(r => r.At).Select(r => r.k).ToList()
            : topPosted || Descending(dated) ? ranks.Select(r => r.k).Reverse().ToList()
            : ranks.Select(r => r.k).ToList();
        for (var k = 0; k < sorted.Count; k++)
            order[sorted[k]] = k * 10;
        var agency = AgencyOf(starts);
        for (var k = 0; k < starts.Count; k++)
        {
            var end = k + 1 < starts.Count ? starts[k + 1].Line : Lines.Length;
            SignedOff(starts[k].Line, end);
            // A message under a plain head may be quoted as a whole.
            var shallow = Enumerable
                .Range(starts[k].Line, Math.Max(0, end - starts[k].Line))
                .Where(i => !_header[i] && Lines[i].Text.Length > 0)
                .Select(i => depth[i])
                .DefaultIfEmpty(starts[k].Depth)
                .Min();
            for (var i = starts[k].Line; i < end; i++)
            {
                // An answer written between quoted lines is newer than they are.
                _order[i] = order[k] - (depth[i] > starts[k].Depth ? 5 * (depth[i] - starts[k].Depth) : 0);
                _agency[i] = agency[k] && depth[i] <= Math.Max(shallow, starts[k].Depth);
            }
        }

        bool Near(int i) =>
            Enumerable
                .Range(Math.Max(0, i - 4), Math.Min(Lines.Length, i + 5) - Math.Max(0, i - 4))
                .Count(k => HeaderLine.IsMatch(Lines[k].Text.TrimStart('>', ' '))) >= 2;
        bool Separator(int i) =>
            i >= 0
            && (
                Lines[i].Text.Contains("-----", StringComparison.Ordinal)
                || Lines[i].Text.Contains("_____", StringComparison.Ordinal)
                || (Lines[i].Text.Length == 0 && i > 0 && Separator(i - 1))
            );
        static bool Descending(List<(int k, int Depth, DateTime? At)> dated) => dated.Count > 1 && dated[0].At > dated[^1].At;
    }

    /// <summary>
    /// Which messages the agency wrote: its address or name speaks of making sites, or it asks for things for "your website".
    /// </summary>
    private bool[] AgencyOf(List<(int Line, int Depth, DateTime? At, string From)> starts)
    {
        var result = new bool[starts.Count];
        for (var k = 0; k < starts.Count; k++)
        {
            var end = k + 1 < starts.Count ? starts[k + 1].Line : Lines.Length;
            var from = starts[k].From;
            var body = string.Join(
                '\n',
                Enumerable.Range(starts[k].Line, end - starts[k].Line).Where(i => !_header[i]).Select(i => Lines[i].Text)
            );
            result[k] = Cues.MakesSites(from) || AgencyVoice.IsMatch(body);
        }
        // Whoever is written to at an agency's address is the agency.
        for (var i = 0; i < Lines.Length; i++)
            if (_header[i] && Addressee.Match(Line(i)) is { Success: true } to && Cues.MakesSites(to.Groups["host"].Value))
                for (var k = 0; k < starts.Count; k++)
                    result[k] |= From(starts[k].From, to.Groups["who"].Value);
        // The same sender is the same party in every message.
        for (var k = 0; k < starts.Count; k++)
            if (starts[k].From.Length > 0)
                result[k] |= Enumerable.Range(0, starts.Count).Any(j => result[j] && starts[j].From == starts[k].From);
        if (starts.Count > 0 && result.All(r => r))
            for (var k = 0; k < starts.Count; k++)
                result[k] = Cues.MakesSites(starts[k].From);
        return result;
    }

    /// <summary>What the maker asks or says in a chat is no word of the client's, unless the client says yes to it.</summary>
    private void Speakers()
    {
        var makers = LineLabels.Makers(Lines);
        for (var i = 0; i < Lines.Length && makers.Count > 0; i++)
            _agency[i] |=
                Lines[i].By is { } by
                && makers.Contains(by)
                && !(i + 1 < Lines.Length && Lines[i + 1].By is { } next && !makers.Contains(next) && LineLabels.Agrees(Line(i + 1)));
    }

    /// <summary>Whether a message is from somebody: "Ann" is not "Anna Smith".</summary>
    private static bool From(string sender, string who) =>
        sender.Split('<')[0].Trim(' ', '"', '*').Equals(who, StringComparison.OrdinalIgnoreCase);

    private void Headings()
    {
        var under = "";
        var level = LineRole.Text;
        var block = 0;
        for (var i = 0; i < Lines.Length; i++)
        {
            var t = Lines[i].Text;
            if (Lines[i].Role == LineRole.Heading)
            {
                under = t;
                level = LineRole.Heading;
                block++;
            }
            else if (t.Length == 0)
            {
                block++;
                if (level != LineRole.Heading)
                    under = "";
            }
            // "rating: 4.9" after a list is a line of its own, and no item of the list.
            else if (
                level == LineRole.Text
                && i > 0
                && Lines[i - 1].Role == LineRole.Item
                && LabelAndValue.IsMatch(t)
                && Lines[i].Role == LineRole.Text
            )
                under = "";
            else if (HeadingLike(t, i))
            {
                under = t;
                level = LineRole.Text;
            }
            _under[i] = under;
            _block[i] = block;
        }
        var elsewhere = false;
        for (var i = 0; i < Lines.Length; i++)
        {
            // A listing ends with other firms: whatever follows is theirs.
            elsewhere = (elsewhere || OtherListing.IsMatch(Lines[i].Text)) && Lines[i].Role != LineRole.Heading;
            _others[i] |= elsewhere;
            var head = _under[i];
            _past[i] = head.Length > 0 && (Cues.Past(head) || PastYear(head));
            _others[i] |= head.Length is > 0 and < 80 && (OtherBlock.IsMatch(head) || WholeBlock.IsMatch(head));
            // The heading and what stands under it on one line: "do not publish: …".
            _others[i] |=
                Labelled.Match(Lines[i].Text) is { Success: true } label
                && label.Groups[1].Value is var said
                && (WholeBlock.IsMatch(said) || OtherBlock.Match(said) is { Success: true } whole && whole.Length >= said.Length - 12);
        }
    }

    private bool HeadingLike(string t, int i) =>
        t.Length < 60
        && Lines[i].Role == LineRole.Text
        && (
            t.EndsWith(':')
            || t.Length < 40 && WholeBlock.IsMatch(t)
            || t.Length < 24 && OtherBlock.Match(t) is { Success: true } party && party.Length >= t.Length - 1
            || (t.Any(char.IsLetter) && t == t.ToUpperInvariant() && t.Length > 3 && !t.Any(char.IsDigit))
            || (HeadingWord.IsMatch(t) && t.Length < 40 && !t.Any(char.IsDigit) && !t.EndsWith('.'))
        );

    /// <summary>"Hours 2024" in a later year.</summary>
    private bool PastYear(string head) =>
        YearWord.Matches(head).Select(m => int.Parse(m.Value, CultureInfo.InvariantCulture)).DefaultIfEmpty(9999).Max() < Today.Year
        && !SinceWord.IsMatch(head);

    private void Signatures()
    {
        for (var i = 0; i < Lines.Length; i++)
        {
            if (Lines[i].Text is not ("--" or "-- " or "—") && !Greeting.IsMatch(Lines[i].Text))
                continue;
            for (var k = i + 1; k < Math.Min(i + 9, Lines.Length) && _order[k] == _order[i]; k++)
            {
                if (Lines[k].Text.StartsWith('>') != Lines[i].Text.StartsWith('>'))
                    break;
                _signature[k] = true;
            }
        }
    }

    /// <summary>A message may end with a bare first name, and the name of the firm under it.</summary>
    private void SignedOff(int from, int end)
    {
        var last = Enumerable.Range(from, end - from).Where(i => Lines[i].Text.TrimStart('>', ' ').Length > 0).TakeLast(5).ToList();
        var at = last.FindIndex(i => BareName.IsMatch(Lines[i].Text.TrimStart('>', ' ')) && !Salutation.IsMatch(Lines[i].Text));
        if (at > 0)
            foreach (var i in last.Skip(at))
                _signature[i] = true;
    }

    private static DateTime? Date(string text)
    {
        var m = DateIso.Match(text);
        if (m.Success && DateTime.TryParse(m.Value, CultureInfo.InvariantCulture, out var iso))
            return iso;
        m = DateWords.Match(text);
        if (m.Success && Month(m.Groups[2].Value) is { } month && int.TryParse(m.Groups[1].Value, out var day) && day is > 0 and < 32)
            return Make(int.Parse(m.Groups[3].Value, CultureInfo.InvariantCulture), month, day, text);
        m = DateWordsUs.Match(text);
        if (m.Success && Month(m.Groups[1].Value) is { } mo && int.TryParse(m.Groups[2].Value, out var da) && da is > 0 and < 32)
            return Make(int.Parse(m.Groups[3].Value, CultureInfo.InvariantCulture), mo, da, text);
        m = DateDigits.Match(text);
        if (
            m.Success
            && int.Parse(m.Groups[2].Value, CultureInfo.InvariantCulture) is > 0 and < 13 and var mm
            && int.Parse(m.Groups[1].Value, CultureInfo.InvariantCulture) is > 0 and < 32 and var dd
        )
            return Make(
                m.Groups[3].Value.Length == 2
                    ? 2000 + int.Parse(m.Groups[3].Value, CultureInfo.InvariantCulture)
                    : int.Parse(m.Groups[3].Value, CultureInfo.InvariantCulture),
                mm,
                dd,
                text
            );
        return null;

        static DateTime? Make(int year, int month, int day, string text)
        {
            if (day > DateTime.DaysInMonth(Math.Clamp(year, 1, 9998), month))
                return null;
            var t = ClockIn.Match(text);
            return new DateTime(
                year,
                month,
                day,
                t.Success ? Math.Min(23, int.Parse(t.Groups[1].Value, CultureInfo.InvariantCulture)) : 0,
                t.Success ? int.Parse(t.Groups[2].Value, CultureInfo.InvariantCulture) : 0,
                0
            );
        }
    }

    /// <summary>Month of a name or its beginning, in four languages.</summary>
    public static int? Month(string name)
    {
        var n = name.ToLowerInvariant().TrimEnd('.');
        string[][] months =
        [
            ["jan", "ene"],
            ["feb", "fév", "fev"],
            ["mar", "mär", "mrz"],
            ["apr", "avr", "abr"],
            ["may", "mai", "mayo"],
            ["jun", "juin"],
            ["jul", "juil"],
            ["aug", "aoû", "aou", "ago"],
            ["sep"],
            ["oct", "okt"],
            ["nov"],
            ["dec", "dez", "déc", "dic"],
        ];
        if (n.StartsWith("juin", StringComparison.Ordinal))
            return 6;
        for (var i = 0; i < 12; i++)
            if (months[i].Any(p => n.StartsWith(p, StringComparison.Ordinal)))
                return i + 1;
        return null;
    }
}
