using System.Collections.Immutable;
using System.Text.RegularExpressions;

namespace Plurimax.Text;

/// <summary>Names of languages and BCP 47 tags, and which of six languages a text is in.</summary>
public static class Languages
{
    private static readonly ImmutableDictionary<string, string> Names = new Dictionary<string, string>(StringComparer.OrdinalIgnoreCase)
    {
        ["english"] = "en",
        ["german"] = "de",
        ["french"] = "fr",
        ["spanish"] = "es",
        ["italian"] = "it",
        ["portuguese"] = "pt",
        ["dutch"] = "nl",
        ["welsh"] = "cy",
        ["irish"] = "ga",
        ["gaelic"] = "gd",
        ["scottish gaelic"] = "gd",
        ["polish"] = "pl",
        ["romanian"] = "ro",
        ["russian"] = "ru",
        ["ukrainian"] = "uk",
        ["turkish"] = "tr",
        ["arabic"] = "ar",
        ["mandarin"] = "zh",
        ["chinese"] = "zh",
        ["cantonese"] = "yue",
        ["japanese"] = "ja",
        ["korean"] = "ko",
        ["hindi"] = "hi",
        ["punjabi"] = "pa",
        ["urdu"] = "ur",
        ["bengali"] = "bn",
        ["greek"] = "el",
        ["swedish"] = "sv",
        ["danish"] = "da",
        ["norwegian"] = "no",
        ["finnish"] = "fi",
        ["czech"] = "cs",
        ["hungarian"] = "hu",
        ["catalan"] = "ca",
        ["basque"] = "eu",
        ["galician"] = "gl",
        ["breton"] = "br",
        ["vietnamese"] = "vi",
        ["croatian"] = "hr",
        ["sign language"] = "sgn",
        ["bsl"] = "bfi",
        ["british sign language"] = "bfi",
        ["englisch"] = "en",
        ["deutsch"] = "de",
        ["französisch"] = "fr",
        ["spanisch"] = "es",
        ["italienisch"] = "it",
        ["portugiesisch"] = "pt",
        ["niederländisch"] = "nl",
        ["polnisch"] = "pl",
        ["rumänisch"] = "ro",
        ["russisch"] = "ru",
        ["ukrainisch"] = "uk",
        ["türkisch"] = "tr",
        ["arabisch"] = "ar",
        ["chinesisch"] = "zh",
        ["kroatisch"] = "hr",
        ["tschechisch"] = "cs",
        ["ungarisch"] = "hu",
        ["griechisch"] = "el",
        ["dänisch"] = "da",
        ["schwedisch"] = "sv",
        ["rätoromanisch"] = "rm",
        ["anglais"] = "en",
        ["allemand"] = "de",
        ["français"] = "fr",
        ["espagnol"] = "es",
        ["italien"] = "it",
        ["portugais"] = "pt",
        ["néerlandais"] = "nl",
        ["flamand"] = "nl",
        ["arabe"] = "ar",
        ["polonais"] = "pl",
        ["russe"] = "ru",
        ["ukrainien"] = "uk",
        ["turc"] = "tr",
        ["chinois"] = "zh",
        ["occitan"] = "oc",
        ["basque "] = "eu",
        ["inglés"] = "en",
        ["alemán"] = "de",
        ["francés"] = "fr",
        ["español"] = "es",
        ["castellano"] = "es",
        ["italiano"] = "it",
        ["portugués"] = "pt",
        ["holandés"] = "nl",
        ["neerlandés"] = "nl",
        ["catalán"] = "ca",
        ["gallego"] = "gl",
        ["euskera"] = "eu",
        ["valenciano"] = "ca",
        ["árabe"] = "ar",
        ["ruso"] = "ru",
        ["polaco"] = "pl",
        ["rumano"] = "ro",
        ["chino"] = "zh",
        ["nederlands"] = "nl",
        ["engels"] = "en",
        ["duits"] = "de",
        ["frans"] = "fr",
        ["cymraeg"] = "cy",
    }.ToImmutableDictionary(StringComparer.OrdinalIgnoreCase);

    /// <summary>The tag of a language named in words, or the tag itself if it is one.</summary>
    public static string? Tag(string name)
    {
        name = name.Trim();
        if (Names.TryGetValue(name, out var tag))
            return tag;
        return TagForm.IsMatch(name) ? Canonical(name) : null;
    }

    /// <summary>Case as BCP 47 section 2.1.1 advises: "en-GB", "zh-Hant".</summary>
    public static string Canonical(string tag) =>
        string.Join(
            '-',
            tag.Replace('_', '-')
                .Split('-')
                .Select(
                    (p, i) =>
                        i == 0 ? p.ToLowerInvariant()
                        : p.Length == 2 ? p.ToUpperInvariant()
                        : p.Length == 4 ? char.ToUpperInvariant(p[0]) + p[1..].ToLowerInvariant()
                        : p.ToLowerInvariant()
                )
        );

    private static readonly Dictionary<string, HashSet<string>> Common = new()
    {
        ["en"] =
        [
            .. (
                "the and of to is we you for with are our on at from by your have has not it they be was this that or but an us can "
                + "will about do also in a monday tuesday wednesday thursday friday saturday sunday mon tue wed thu street road lane "
                + "closed phone reviews open hours owner business"
            ).Split(' '),
        ],
        ["de"] =
        [
            .. (
                "der die das und ist wir sie für mit sind von nicht auf ein eine einen den dem des im in zu auch bei uhr oder aber "
                + "haben hat uns unser unsere seit ab bis nur noch täglich montag dienstag mittwoch donnerstag freitag samstag sonntag "
                + "geschlossen telefon bewertungen rezensionen inhaber inhaberin uhr öffnungszeiten marktplatz straße strasse gmbh "
                + "leistungen mo di mi fr sa so werkstatt"
            ).Split(' '),
        ],
        ["fr"] =
        [
            .. (
                "le la les et est nous vous pour avec sont de des du un une en au aux dans sur par notre nos votre pas plus ou mais "
                + "depuis chez à être avons il elle ce cette lundi mardi mercredi jeudi vendredi samedi dimanche fermé ouvert rue avis "
                + "horaires téléphone tél gérant gérante atelier avenue place"
            ).Split(' '),
        ],
        ["it"] =
        [
            .. (
                "il lo gli della del dei degli nel nella con per che è sono siamo nostro nostra un una di da al alla anche non più dal "
                + "lunedì martedì mercoledì giovedì venerdì sabato domenica chiuso aperto via piazza orari servizi recensioni telefono "
                + "facciamo buongiorno grazie saluti sito cliente titolare fondata ciao tutti giorni aperti"
            ).Split(' '),
        ],
        ["nl"] =
        [
            .. (
                "de het een en van voor met bij wij ons onze is zijn niet ook maar op aan naar dat deze uit tot geen "
                + "maandag dinsdag woensdag donderdag vrijdag zaterdag zondag gesloten geopend uur straat groet hoi adres "
                + "openingstijden opgericht beoordelingen telefoon klant eigenaar sinds ma vr za zo"
            ).Split(' '),
        ],
        ["es"] =
        [
            .. (
                "el la los las y es nosotros para con son de del un una en al por nuestro nuestra su sus no más o pero desde ser somos "
                + "hacemos que se lo como este esta lunes martes miércoles jueves viernes sábado domingo cerrado abierto calle opiniones "
                + "horario teléfono correo avenida plaza dirección"
            ).Split(' '),
        ],
    };

    /// <summary>The most likely of en, de, fr, es by their commonest words; null for a text too short to tell.</summary>
    public static string? Guess(string text)
    {
        var words = Word.Matches(text.Length > 20_000 ? text[..20_000] : text).Select(m => m.Value.ToLowerInvariant()).ToList();
        words.AddRange(
            words
                .Where(w =>
                    w.Length > 7
                    && (
                        w.EndsWith("straße", StringComparison.Ordinal)
                        || w.EndsWith("strasse", StringComparison.Ordinal)
                        || w.EndsWith("werkstatt", StringComparison.Ordinal)
                    )
                )
                .Select(_ => "straße")
                .ToList()
        );
        var best = Common.Select(c => (c.Key, Count: words.Count(c.Value.Contains))).OrderByDescending(c => c.Count).ToList();
        return best[0].Count < 2 && (best[0].Count == 0 || best[1].Count > 0) ? null : best[0].Key;
    }

    private static readonly Regex Word = new(@"\p{L}+");

    private static readonly Regex TagForm = new(@"^[A-Za-z]{2,3}(?:[-_](?:[A-Za-z]{4}|[A-Za-z]{2}|\d{3}))*$");
}
