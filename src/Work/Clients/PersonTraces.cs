using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Plurimax.Facts;
using Plurimax.Text;

namespace Plurimax.Work.Clients;

/// <summary>
/// Finds and takes out one person: by name, email address or phone number, each optional. For requests under data protection law (GDPR,
/// article 17).
/// </summary>
public sealed class PersonTraces
{
    /// <summary>Stands where a name stood that a sentence cannot do without.</summary>
    public const string Blank = "(erased)";

    private readonly Regex? _pattern;

    public string Name { get; }
    public string Email { get; }
    public PhoneValue? Phone { get; }

    private PersonTraces(string name, string email, PhoneValue? phone)
    {
        (Name, Email, Phone) = (name, email, phone);
        string[] parts =
        [
            .. name.Length > 0 ? [$@"(?<![\p{{L}}\d]){Regex.Escape(name).Replace(@"\ ", @"\s+")}(?![\p{{L}}\d])"] : Array.Empty<string>(),
            .. email.Length > 0 ? [$@"(?<![\w.+-]){Regex.Escape(email)}(?![\w-])"] : Array.Empty<string>(),
            .. phone is not null ? [PhonePattern(phone)] : Array.Empty<string>(),
        ];
        _pattern = parts.Length == 0 ? null : new Regex(string.Join('|', parts), RegexOptions.IgnoreCase | RegexOptions.CultureInvariant);
    }

    /// <summary>A name alone needs two words: a first name alone would take out half the town.</summary>
    public static Result<PersonTraces> Of(string? name, string? email, string? phone, string country = "GB")
    {
        var n = string.Join(' ', FactReader.Clean(name).Split(' ', StringSplitOptions.RemoveEmptyEntries));
        var e = FactReader.Clean(email).ToLowerInvariant();
        var p = FactReader.Clean(phone);
        if (n.Length + e.Length + p.Length == 0)
            return Result<PersonTraces>.Fail("Give a name, an email address or a phone number.");
        if (n.Length > 0 && (!n.Contains(' ') || n.Length < 5) && e.Length + p.Length == 0)
            return Result<PersonTraces>.Fail("Give first name and surname, or an address or number beside it.");
        if (n.Length > 120)
            return Result<PersonTraces>.Fail("That is too long for a name.");
        if (e.Length > 0 && FactReader.ReadEmail(e) is { Ok: false } bad)
            return Result<PersonTraces>.Fail(bad.Problem!);
        if (p.Length == 0)
            return new PersonTraces(n, e, null);
        var number = PhoneReader.Read(p, country);
        return number.Ok ? new PersonTraces(n, e, number.Value) : Result<PersonTraces>.Fail(number.Problem!);
    }

    /// <summary>The number however it is spaced, with its calling code or without.</summary>
    private static string PhonePattern(PhoneValue phone)
    {
        var national = string.Concat(phone.National.Where(char.IsAsciiDigit)).TrimStart('0');
        return $@"(?<!\d)(?:\+?(?:00)?{Regex.Escape(phone.E164[1..^national.Length])}[\s()./-]*)?0?[\s()./-]*"
            + $@"{string.Join(@"[\s()./-]{0,2}", national.ToCharArray())}(?!\d)";
    }

    /// <summary>A wider pattern in POSIX syntax, for a database to leave out what cannot name the person.</summary>
    public string Rough =>
        string.Join(
            '|',
            new[]
            {
                Name.Length > 0 ? string.Join(@"\s+", Name.Split(' ').Select(Regex.Escape)) : "",
                Email.Length > 0 ? Regex.Escape(Email) : "",
                Phone is null
                    ? ""
                    : string.Join(@"[\s()./-]{0,2}", string.Concat(Phone.National.Where(char.IsAsciiDigit)).TrimStart('0').ToCharArray()),
            }.Where(p => p.Length > 0)
        );

    public bool In(string? text) => !string.IsNullOrEmpty(text) && _pattern!.IsMatch(text);

    public string Without(string text) => _pattern!.Replace(text, Blank);

    /// <summary>
    /// The sheet without values, earlier values, snippets and waiting values that name the person; testimonials go one by one.
    /// </summary>
    /// <returns>The sheet and how many values went.</returns>
    public (FactSheet Sheet, int Count) Without(FactSheet sheet)
    {
        var count = 0;
        var entries = sheet.Entries.ToBuilder();
        foreach (var (id, entry) in sheet.Entries)
        {
            // The name of the business is the client's own affair; it is changed on the Brief.
            if (id != "business.name" && In(Words(entry.Value)))
            {
                count++;
                if (Rest(entry.Value) is { } rest)
                    entries[id] = entry with { Value = rest };
                else
                {
                    entries.Remove(id);
                    continue;
                }
            }
            var left = entries[id];
            if (left.Earlier is { } earlier && earlier.Any(e => In(Words(e.Value))))
            {
                count += earlier.Count(e => In(Words(e.Value)));
                left = left with { Earlier = [.. earlier.Where(e => !In(Words(e.Value)))] };
            }
            if (left.Where is { } w && In($"{w.Before}{w.Match}{w.After}"))
                left = left with { Where = null };
            entries[id] = left;
        }
        var waiting = sheet.Waiting.RemoveAll(w => In(Words(w.Value)) || In($"{w.Where.Before}{w.Where.Match}{w.Where.After}"));
        count += sheet.Waiting.Length - waiting.Length;
        return (sheet with { Entries = entries.ToImmutable(), Waiting = waiting }, count);
    }

    private static string Words(FactValue value) => value is PhoneValue p ? $"{p.National} {p.E164}" : value.Raw();

    private FactValue? Rest(FactValue value) =>
        value switch
        {
            TestimonialsValue t when t.Items.Where(i => !In($"{i.Quote} {i.Name}")).ToImmutableArray() is { Length: > 0 } items =>
                new TestimonialsValue(items),
            ListValue l when l.Items.Where(i => !In(i)).ToImmutableArray() is { Length: > 0 } items => new ListValue(items),
            TextValue { Text.Length: > 80 } t => new TextValue(Without(t.Text)),
            _ => null,
        };
}
