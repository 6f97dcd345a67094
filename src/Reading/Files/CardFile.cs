using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Plurimax.Facts;
using Plurimax.Reading.Finders;

namespace Plurimax.Reading.Files;

/// <summary>An address card as facts that it states outright.</summary>
public static class CardFile
{
    public static SourceText Read(string name, byte[] bytes)
    {
        var left = new List<string>();
        var cards = CardReader.Read(TextBytes.Decode(bytes).Text, left);
        if (cards.Length == 0)
            throw new UnreadableException("holds no whole address card.");
        var b = new TextBuilder();
        var found = ImmutableArray.CreateBuilder<Candidate>();
        var client = Client(cards);
        foreach (var card in cards.Take(200))
        {
            // Other cards are other people: of several, one is the client's.
            if (card != client)
            {
                left.Add(
                    $"the card of {card.FirstOrDefault(l => l.Name is "ORG" or "FN")?.Text ?? "somebody"} left out; one card is one client"
                );
                continue;
            }
            Card(card, name, b, found);
            b.Add("", LineRole.Text);
        }
        return b.Build(name, found.ToImmutable(), notes: [.. left.Select(l => $"{name}: {l}")]);
    }

    /// <summary>The card that a note calls the client's; else the first that is not of whoever makes the site.</summary>
    private static ImmutableArray<CardLine> Client(ImmutableArray<ImmutableArray<CardLine>> cards)
    {
        static string Said(ImmutableArray<CardLine> card) =>
            string.Join(' ', card.Where(l => l.Name is "NOTE" or "CATEGORIES" or "TITLE" or "ROLE").Select(l => l.Text));
        static string Named(ImmutableArray<CardLine> card) =>
            string.Join(' ', card.Where(l => l.Name is "ORG" or "FN").Select(l => l.Text));
        return cards.FirstOrDefault(c => ClientWord.IsMatch(Said(c))) is { IsDefault: false } marked ? marked
            : cards.FirstOrDefault(c => !Us.IsMatch(Said(c)) && !Cues.MakesSites(Named(c)) && !Cues.NotTheirs(Said(c)))
                is { IsDefault: false } own
                ? own
            : cards[0];
    }

    private static readonly Regex ClientWord = new(@"\b(?:client|kundin|kunde|cliente|klant)\b", RegexOptions.IgnoreCase);
    private static readonly Regex Us = new(
        @"\b(?:that(?:'s| is) us|our own card|das sind wir|c'est nous|somos nosotros|siamo noi|dat zijn wij)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Since = new(
        @",?\s*\(?\b(?:est(?:ablished|d)?\.?|since|seit|gegr\.?|depuis|fondée? en|desde|dal|sinds)\s*\d{4}\)?$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Aside = new(@"\s*\([^)]*\)");

    private static void Card(ImmutableArray<CardLine> card, string file, TextBuilder b, ImmutableArray<Candidate>.Builder? found)
    {
        var organisation = card.FirstOrDefault(l => l.Name == "ORG")?.Parts()[0];
        var full = card.FirstOrDefault(l => l.Name == "FN")?.Text is { } shown ? Aside.Replace(shown, "").Trim() : null;
        var person = organisation is { Length: > 0 } && full is { Length: > 0 } && full != organisation ? full : null;
        var isCompany = card.Any(l => (l.Name == "KIND" && l.Text == "org") || (l.Name == "X-ABSHOWAS" && l.Text == "COMPANY"));
        var title = string.Join(" ", card.Where(l => l.Name is "TITLE" or "ROLE").Select(l => l.Text));
        Put(
            "business.name",
            organisation is { Length: > 0 } ? Since.Replace(organisation, "")
                : isCompany || !card.Any(l => l.Name == "N" && l.Parts().Take(2).All(p => p.Length > 0)) ? full
                : full,
            .95
        );
        if (person is not null && !isCompany)
            Put(
                "owner.name",
                person,
                Cues.OwnerTitle(title) ? .95
                    : title.Length == 0 ? .75
                    : .5
            );
        string? country = null;
        foreach (var l in card.Where(l => l.Name == "ADR").OrderByDescending(l => l.Is("work")).Take(1))
        {
            var p = l.Parts();
            string? At(int i) => i < p.Length && p[i].Length > 0 ? p[i].Replace("\n", ", ") : null;
            country = Places.CountryCode(At(6)) ?? Places.CountryOfPostcode(At(5), At(4));
            if (At(3) is { } town)
                Put(
                    "place",
                    new AddressValue(
                        string.Join(", ", new[] { At(1), At(2) }.OfType<string>()) is { Length: > 0 } street ? street : null,
                        town,
                        At(5),
                        At(4),
                        country ?? "GB"
                    ),
                    .96
                );
            else if (p.Length == 1 || p.Skip(1).All(s => s.Length == 0))
                b.Add(p[0], LineRole.Text);
        }
        foreach (var l in card.Where(l => l.Name == "TEL"))
        {
            var number = l.Text.StartsWith("tel:", StringComparison.OrdinalIgnoreCase) ? l.Text[4..].Split(';')[0] : l.Text;
            if (l.Is("fax") || (l.Is("home") && card.Any(o => o.Name == "TEL" && o.Is("work"))))
                continue;
            if (PhoneFinder.Parse(number, country ?? "GB") is { } phone)
                Put("phone", phone, .97);
        }
        foreach (var l in card.Where(l => l.Name == "EMAIL"))
            if (l.Is("home") && card.Any(o => o.Name == "EMAIL" && !o.Is("home")))
                continue;
            else if (FactReader.ReadEmail(l.Text) is { Ok: true } mail)
                Put("email", mail.Value!.ToLowerInvariant(), .97);
        foreach (var l in card.Where(l => l.Name is "URL" or "SOCIALPROFILE" or "X-SOCIALPROFILE" or "IMPP"))
            if (WebFinder.Clean(l.Text) is { } url)
                if (l.Name is "URL" && !WebFinder.IsSocial(url))
                    Put("website", url, .96);
                else
                    Put("social", new ListValue([url]), .95);
        foreach (var l in card.Where(l => l.Name == "LANG"))
            Put("languages", new ListValue([l.Text]), .8);
        foreach (var l in card.Where(l => l.Name == "NOTE"))
        foreach (var line in l.Text.Split('\n'))
            b.Plain(line);

        void Put(string fact, object? value, double confidence)
        {
            if (value is null or "")
                return;
            var typed = value as FactValue ?? new TextValue((string)value);
            b.Add(typed.Summary(), LineRole.Text);
            found?.Add(new Candidate(fact, typed, confidence, new Snippet(file, b.Count, "", typed.Summary(), ""), "address card"));
        }
    }
}
