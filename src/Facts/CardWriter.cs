using System.Text;

namespace Plurimax.Facts;

/// <summary>A person at a business, for a card.</summary>
public sealed record CardPerson(string Name, string Role, string Email, string Phone);

/// <summary>Writes address cards: vCard 4.0 (RFC 6350) or 3.0 (RFC 2426).</summary>
public static class CardWriter
{
    public enum Version
    {
        Three,
        Four,
    }

    /// <summary>One card for the business, one for each person.</summary>
    /// <param name="id">Stays the same from one export to the next (UID).</param>
    public static string Write(Guid id, FactSheet facts, string category, IEnumerable<CardPerson> people, Version version)
    {
        var b = new StringBuilder();
        var four = version == Version.Four;
        var place = facts.Any<AddressValue>("place");
        Begin();
        if (four)
            Line("KIND", "org");
        Line("FN", Text(facts.Name));
        Line("N", four ? $"{Text(facts.Name)};;;;" : $";{Text(facts.Name)};;;");
        Line("ORG", Text(facts.Name));
        if (place is not null)
            Line(
                four ? "ADR" : "ADR;TYPE=work",
                $";;{Text(place.Street)};{Text(place.Town)};{Text(place.Region)};{Text(place.Postcode)};{place.Country}"
            );
        foreach (var fact in new[] { "phone", "phone_second" })
            if (facts.Any<PhoneValue>(fact) is { } phone)
                Tel(phone.E164, phone.National);
        foreach (var fact in new[] { "email", "email_second" })
            if (facts.Any<TextValue>(fact) is { } mail)
                Line("EMAIL", Text(mail.Text));
        if (facts.Any<TextValue>("website") is { } site)
            Line("URL", site.Text);
        if (category.Length > 0)
            Line("CATEGORIES", Text(category));
        End($"urn:uuid:{id}");
        foreach (var person in people)
        {
            Begin();
            if (four)
                Line("KIND", "individual");
            Line("FN", Text(person.Name));
            var at = person.Name.LastIndexOf(' ');
            Line("N", at < 0 ? $";{Text(person.Name)};;;" : $"{Text(person.Name[(at + 1)..])};{Text(person.Name[..at])};;;");
            Line("ORG", Text(facts.Name));
            if (person.Role.Length > 0)
                Line("ROLE", Text(person.Role));
            if (person.Email.Length > 0)
                Line("EMAIL", Text(person.Email));
            if (person.Phone.Length > 0)
                Tel(PhoneReader.Read(person.Phone, facts.Country) is { Ok: true } p ? p.Value!.E164 : null, person.Phone);
            End(null);
        }
        return b.ToString();

        void Begin()
        {
            Line("BEGIN", "VCARD");
            Line("VERSION", four ? "4.0" : "3.0");
        }
        void End(string? uid)
        {
            if (uid is not null)
                Line("UID", uid);
            Line("END", "VCARD");
        }
        void Tel(string? e164, string shown)
        {
            if (four && e164 is not null)
                Line("TEL;VALUE=uri;TYPE=work", $"tel:{e164}");
            else
                Line("TEL;TYPE=work", Text(e164 ?? shown));
        }
        void Line(string name, string value) => Fold(b, $"{name}:{value}");
    }

    /// <summary>Escapes what would end a value (RFC 6350, section 3.4).</summary>
    private static string Text(string? s) =>
        (s ?? "").Replace("\\", "\\\\").Replace(";", "\\;").Replace(",", "\\,").ReplaceLineEndings("\\n");

    /// <summary>No line is longer than 75 octets; the rest goes on after a blank (section 3.2). No character is cut in two.</summary>
    private static void Fold(StringBuilder b, string line)
    {
        var octets = 0;
        foreach (var rune in line.EnumerateRunes())
        {
            if (octets + rune.Utf8SequenceLength > 75)
            {
                b.Append("\r\n ");
                octets = 1;
            }
            b.Append(rune.ToString());
            octets += rune.Utf8SequenceLength;
        }
        b.Append("\r\n");
    }
}
