using System.Collections.Immutable;
using Plurimax.Trades;

namespace Plurimax.Design.Wordmarks;

/// <summary>
/// Small solid drawings of what a trade works with, 40 by 40 units, for a mark. Which one a trade has follows from its scenes.
/// </summary>
public static class Emblems
{
    private static readonly ImmutableDictionary<string, string> Paths = new Dictionary<string, string>
    {
        ["wheel"] =
            "M20 3A17 17 0 1 0 20 37A17 17 0 1 0 20 3ZM20 7A13 13 0 1 1 20 33A13 13 0 1 1 20 7ZM19 8H21V17.2L28.5 11.2 29.8 12.8 "
            + "22.4 18.7 31.8 21 31.3 23 21.9 20.7 26 29.5 24.2 30.4 20 21.7 15.8 30.4 14 29.5 18.1 20.7 8.7 23 8.2 21 17.6 18.7 "
            + "10.2 12.8 11.5 11.2 19 17.2Z",
        ["loaf"] =
            "M3 22C3 13 11 9 20 9S37 13 37 22C37 26 35 28 33 28V33H7V28C5 28 3 26 3 22ZM11 14L15 21H18L14 14ZM19 13L22 20H25L22 "
            + "13ZM27 14.5L29 20H32L29.5 15Z",
        ["cup"] =
            "M5 10H30V14H33A5 5 0 0 1 33 26H29.4A12 12 0 0 1 18 34A13 13 0 0 1 5 21ZM30 17.5V21A13 13 0 0 1 29.8 22.5H33A2 2 0 0 0 "
            + "33 17.5ZM3 36H32V38H3ZM11 2H13.5V8H11ZM18 2H20.5V8H18Z",
        ["house"] = "M20 4L37 19H32V35H23V25H17V35H8V19H3Z",
        ["tree"] =
            "M20 3C27 3 31 8 31 13C35 14 37 17 37 21C37 26 33 29 28 29H22.5V38H17.5V29H12C7 29 3 26 3 21C3 17 5 14 9 13C9 8 13 3 20 3Z",
        ["leaf"] =
            "M36 4C37 22 30 35 15 35C12 35 10 34 8.5 33L5 38 2.5 36 6.5 30.5C4 24 6 8 36 4ZM12 29C18 22 23 18 29 12C20 16 14 21 9.5 27.5Z",
        ["bolt"] = "M23 2L7 23H17L15 38L33 16H22Z",
        ["drop"] = "M20 2C27 12 32 18 32 25A12 12 0 0 1 8 25C8 18 13 12 20 2ZM13 24A7 7 0 0 0 19 32V29.4A4.6 4.6 0 0 1 15.6 24Z",
        ["comb"] = "M20 2L29 7V17L20 22L11 17V7ZM9.5 20L18.5 25V35L9.5 40L.5 35V25ZM30.5 20L39.5 25V35L30.5 40L21.5 35V25Z",
        ["note"] = "M14 6L34 2V28A6 5 0 1 1 30 23.5V11L18 13.5V32A6 5 0 1 1 14 27.5Z",
        ["chair"] = "M9 4H31V20H34V28H32V37H28V30H12V37H8V28H6V20H9ZM13 8V20H27V8Z",
        ["car"] =
            "M8 10H30L35 19C38 19.5 39 21 39 23V29H35A4 4 0 0 1 27 29H14A4 4 0 0 1 6 29H1V21L5 19ZM11 13L9 19H19V13ZM22 13V19H31L28 13Z",
        ["spool"] =
            "M9 3H31V8H28V32H31V37H9V32H12V8H9ZM14 11V13.5L26 12V9.8ZM14 17V19.5L26 18V15.5ZM14 23V25.5L26 24V21.5ZM14 29V31.5L26 30V27.5Z",
        ["bed"] =
            "M3 8H7V21H33C36 21 38 23 38 26V34H34V29H7V34H3ZM10 14A4 4 0 1 1 18 14A4 4 0 1 1 10 14ZM19 11H32C35 11 37 13 37 16V19H19Z",
        ["shears"] =
            "M6 4L19 21 32 3 36 7 24.5 21.5A7 7 0 1 1 20.8 25.4L19 27.5 18 26A7 7 0 1 1 14.5 22.3L3 8ZM11 25A3.5 3.5 0 1 0 11 "
            + "32A3.5 3.5 0 1 0 11 25ZM28 25A3.5 3.5 0 1 0 28 32A3.5 3.5 0 1 0 28 25Z",
        ["tool"] = "M27 3A10 10 0 0 0 18.5 17.5L3.5 32.5A3.5 3.5 0 0 0 8 37L23 22A10 10 0 0 0 37 12L30 17L24 11L29.5 3.6A10 10 0 0 0 27 3Z",
        ["hand"] =
            "M12 20V9A2.6 2.6 0 0 1 17 9V17H18V5A2.6 2.6 0 0 1 23 5V17H24V7A2.6 2.6 0 0 1 29 7V19H30V12A2.5 2.5 0 0 1 35 12V26C35 "
            + "33 30 38 23 38C17 38 14 35 11 30L5 21C4 18 8 16.5 10 19Z",
        ["paw"] =
            "M20 19C26 19 32 26 32 31C32 35 29 37 26 37C23.5 37 22 36 20 36S16.5 37 14 37C11 37 8 35 8 31C8 26 14 19 20 19ZM7 12A4 "
            + "5 0 1 1 7 22A4 5 0 1 1 7 12ZM15 4A4.4 5.5 0 1 1 15 15A4.4 5.5 0 1 1 15 4ZM25 4A4.4 5.5 0 1 1 25 15A4.4 5.5 0 1 1 25 "
            + "4ZM33 12A4 5 0 1 1 33 22A4 5 0 1 1 33 12Z",
        ["book"] = "M3 7C9 5 15 6 19 9V35C15 32 9 31 3 33ZM37 7C31 5 25 6 21 9V35C25 32 31 31 37 33Z",
        ["lamp"] = "M18.5 2H21.5V9C29 10 34 16 35 24H5C6 16 11 10 18.5 9ZM15 27H25A5 5 0 0 1 15 27ZM19 34H21V38H19Z",
        ["wave"] =
            "M2 16C8 8 13 8 20 14S32 20 38 12V18C32 26 26 24 20 20S8 16 2 23ZM2 28C8 20 13 20 20 26S32 32 38 24V30C32 38 26 36 20 "
            + "32S8 28 2 35Z",
        ["cloth"] =
            "M6 5H34V9H31C31 19 33 27 36 35H4C7 27 9 19 9 9H6ZM14 9C14 19 12.5 26 10.5 32H13C15 25 16.2 18 16.2 9ZM23.8 9C23.8 18 "
            + "25 25 27 32H29.5C27.5 26 26 19 26 9Z",
        ["key"] = "M12 10A10 10 0 0 1 21.5 17H38V23H35V28H29V23H21.5A10 10 0 1 1 12 10ZM12 16A4 4 0 1 0 12 24A4 4 0 1 0 12 16Z",
        ["brick"] = "M2 7H18V15H2ZM21 7H38V15H21ZM2 18H10V26H2ZM13 18H28V26H13ZM31 18H38V26H31ZM2 29H18V37H2ZM21 29H38V37H21Z",
    }.ToImmutableDictionary();

    // Words that scenes and ids of trades are made of, to the emblem that says the same.
    private static readonly (string Words, string Emblem)[] Meaning =
    [
        ("bicycle drivetrain wheel quay", "wheel"),
        ("bread bakery", "loaf"),
        ("cafe coffee counter breakfast restaurant caterer brewery", "cup"),
        ("piano keys strings music", "note"),
        ("honey comb hives bee", "comb"),
        ("armchair upholster furniture carpenter joiner", "chair"),
        ("driving road junction car taxi removal", "car"),
        ("tailor sewing spool", "spool"),
        ("bedroom guesthouse hotel", "bed"),
        ("hair barber shears groom", "shears"),
        ("plumber drain pool boiler", "drop"),
        ("electric wiring bolt solar", "bolt"),
        ("lamps light", "lamp"),
        ("tree oak conifers logs woods", "tree"),
        ("garden hedge meadow florist flower plants", "leaf"),
        ("vet dog paw kennel riding", "paw"),
        ("tutor school office book solicitor account", "book"),
        ("physio massage studio treatment therap counsel yoga", "hand"),
        ("coast bay boat sail", "wave"),
        ("clean laundry cloth curtain", "cloth"),
        ("lock key", "key"),
        ("brick mason builder plaster tile", "brick"),
        ("house roof estate architect shopfront street window", "house"),
    ];

    /// <summary>Path data of what stands for a trade; a tool where nothing says more.</summary>
    public static string Of(TradeTemplate trade)
    {
        foreach (var said in new[] { trade.Id }.Concat(trade.Art))
            if (Meaning.FirstOrDefault(m => m.Words.Split(' ').Any(w => said.Contains(w, StringComparison.Ordinal))).Emblem is { } emblem)
                return Paths[emblem];
        return Paths["tool"];
    }
}
