using System.Collections.Immutable;
using System.Text.RegularExpressions;

namespace Plurimax.Reading;

/// <summary>Names of days and ways of writing a time of day, in the six languages that are read.</summary>
public static class HoursWords
{
    private static readonly string[] SchemaDays = ["monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday"];
    private static readonly string[] SchemaShort = ["mo", "tu", "we", "th", "fr", "sa", "su"];
    public static readonly ImmutableArray<string> English = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];

    private static readonly Dictionary<string, int> Full = Make(
        "monday mondays tuesday tuesdays wednesday wednesdays thursday thursdays friday fridays saturday saturdays sunday sundays",
        "montag montags dienstag dienstags mittwoch mittwochs donnerstag donnerstags freitag freitags samstag samstags sonntag sonntags",
        "lundi lundis mardi mardis mercredi mercredis jeudi jeudis vendredi vendredis samedi samedis dimanche dimanches",
        "lunes lunes martes martes miércoles miércoles jueves jueves viernes viernes sábado sábados domingo domingos",
        "maandag maandags dinsdag dinsdags woensdag woensdags donderdag donderdags vrijdag vrijdags zaterdag zaterdags zondag zondags",
        "lunedì lunedi martedì martedi mercoledì mercoledi giovedì giovedi venerdì venerdi sabato sabati domenica domeniche"
    );

    private static readonly Dictionary<string, Dictionary<string, int>> Short = new()
    {
        ["en"] = new()
        {
            ["mon"] = 0,
            ["mons"] = 0,
            ["tue"] = 1,
            ["tues"] = 1,
            ["wed"] = 2,
            ["weds"] = 2,
            ["thu"] = 3,
            ["thur"] = 3,
            ["thurs"] = 3,
            ["fri"] = 4,
            ["fris"] = 4,
            ["sat"] = 5,
            ["sats"] = 5,
            ["sun"] = 6,
            ["suns"] = 6,
            ["mo"] = 0,
            ["tu"] = 1,
            ["we"] = 2,
            ["th"] = 3,
            ["fr"] = 4,
            ["sa"] = 5,
            ["su"] = 6,
        },
        ["de"] = new()
        {
            ["mo"] = 0,
            ["di"] = 1,
            ["mi"] = 2,
            ["do"] = 3,
            ["fr"] = 4,
            ["sa"] = 5,
            ["so"] = 6,
        },
        ["fr"] = new()
        {
            ["lun"] = 0,
            ["mar"] = 1,
            ["mer"] = 2,
            ["jeu"] = 3,
            ["ven"] = 4,
            ["sam"] = 5,
            ["dim"] = 6,
        },
        ["es"] = new()
        {
            ["lun"] = 0,
            ["mar"] = 1,
            ["mié"] = 2,
            ["mie"] = 2,
            ["jue"] = 3,
            ["vie"] = 4,
            ["sáb"] = 5,
            ["sab"] = 5,
            ["dom"] = 6,
            ["l"] = 0,
            ["m"] = 1,
            ["x"] = 2,
            ["j"] = 3,
            ["v"] = 4,
            ["s"] = 5,
            ["d"] = 6,
        },
        ["it"] = new()
        {
            ["lun"] = 0,
            ["mar"] = 1,
            ["mer"] = 2,
            ["gio"] = 3,
            ["ven"] = 4,
            ["sab"] = 5,
            ["dom"] = 6,
        },
        ["nl"] = new()
        {
            ["ma"] = 0,
            ["di"] = 1,
            ["wo"] = 2,
            ["do"] = 3,
            ["vr"] = 4,
            ["za"] = 5,
            ["zo"] = 6,
        },
    };

    /// <summary>Whether a text begins with the name of a day in any language.</summary>
    public static bool Starts(string text)
    {
        var word = FirstWord.Match(text).Value;
        return FullDay(word) >= 0 || Short.Keys.Any(tongue => word.Length > 1 && ShortDay(word, tongue) >= 0);
    }

    private static readonly Regex FirstWord = new(@"^\p{L}+");

    private static Dictionary<string, int> Make(params string[] lists)
    {
        var map = new Dictionary<string, int>(StringComparer.OrdinalIgnoreCase)
        {
            ["sonnabend"] = 5,
            ["sonnabends"] = 5,
            ["miercoles"] = 2,
            ["sabado"] = 5,
            ["sabados"] = 5,
            ["wensday"] = 2,
            ["wednsday"] = 2,
            ["saterday"] = 5,
            ["thurday"] = 3,
            ["tuseday"] = 1,
        };
        foreach (var list in lists)
        {
            var words = list.Split(' ');
            for (var i = 0; i < words.Length; i++)
                map[words[i]] = i / 2;
        }
        return map;
    }

    public static int FullDay(string word) => Full.TryGetValue(word, out var d) ? d : -1;

    public static int ShortDay(string word, string language) =>
        Short.TryGetValue(language, out var map) && map.TryGetValue(word.ToLowerInvariant(), out var d) ? d : -1;

    /// <summary>"https://schema.org/Monday", "Mo" → 0; public holidays and anything else → -1.</summary>
    public static int SchemaDay(string text)
    {
        var name = text.Split('/', '#')[^1].Trim().ToLowerInvariant();
        var i = Array.IndexOf(SchemaDays, name);
        if (i < 0)
            i = Array.IndexOf(SchemaShort, name);
        return i >= 0 ? i
            : FullDay(name) is >= 0 and var f ? f
            : ShortDay(name, "en");
    }

    /// <summary>"09:00" or "09:00:00" as minutes; "24:00" is the end of the day.</summary>
    public static int? Clock(string? text)
    {
        if (text is null || ClockForm.Match(text.Trim()) is not { Success: true } m)
            return null;
        int h = int.Parse(m.Groups[1].Value),
            min = m.Groups[2].Success ? int.Parse(m.Groups[2].Value) : 0;
        return h <= 24 && min < 60 ? h * 60 + min : null;
    }

    public static readonly Dictionary<string, int> Numbers = new(StringComparer.OrdinalIgnoreCase)
    {
        ["one"] = 1,
        ["two"] = 2,
        ["three"] = 3,
        ["four"] = 4,
        ["five"] = 5,
        ["six"] = 6,
        ["seven"] = 7,
        ["eight"] = 8,
        ["nine"] = 9,
        ["ten"] = 10,
        ["eleven"] = 11,
        ["twelve"] = 12,
        ["ein"] = 1,
        ["eins"] = 1,
        ["zwei"] = 2,
        ["drei"] = 3,
        ["vier"] = 4,
        ["fünf"] = 5,
        ["sechs"] = 6,
        ["sieben"] = 7,
        ["acht"] = 8,
        ["neun"] = 9,
        ["zehn"] = 10,
        ["elf"] = 11,
        ["zwölf"] = 12,
        ["une"] = 1,
        ["deux"] = 2,
        ["trois"] = 3,
        ["quatre"] = 4,
        ["cinq"] = 5,
        ["sept"] = 7,
        ["huit"] = 8,
        ["neuf"] = 9,
        ["dix"] = 10,
        ["onze"] = 11,
        ["dos"] = 2,
        ["tres"] = 3,
        ["cuatro"] = 4,
        ["cinco"] = 5,
        ["seis"] = 6,
        ["siete"] = 7,
        ["ocho"] = 8,
        ["nueve"] = 9,
        ["diez"] = 10,
        ["doce"] = 12,
    };

    private static readonly Regex ClockForm = new(@"^(\d{1,2})(?::(\d{2}))?(?::\d{2})?$");
}
