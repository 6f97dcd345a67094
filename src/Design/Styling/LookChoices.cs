using System.Text.Json;
using Plurimax.Sites;

namespace Plurimax.Design.Styling;

/// <summary>Choices that come from outside: what is not known falls away, so that any of them can be dressed.</summary>
public static class LookChoices
{
    /// <summary>A choice as a form or a file holds it, cleaned; null where it is none.</summary>
    public static LookChoice? Read(string? json)
    {
        try
        {
            return
                json is { Length: > 0 and < 8000 }
                && JsonSerializer.Deserialize<LookChoice>(json, SiteDocument.Json) is { Id: { } id } c
                && Looks.Find(id) is not null
                ? Cleaned(c)
                : null;
        }
        catch (JsonException)
        {
            return null;
        }
    }

    public static string Write(LookChoice c) => JsonSerializer.Serialize(c, SiteDocument.Json);

    public static LookChoice Cleaned(LookChoice c)
    {
        static string? Hex(string? t) => t is not null && Oklch.TryHex(t, out var hex) ? hex : null;
        static HeadingLevel? Level(HeadingLevel? l) =>
            l is null ? null : l with { Size = l.Size is { } s ? Math.Clamp(s, HeadingLevel.Least, HeadingLevel.Most) : null };
        var words = string.Join(' ', LookWords.Of(c.Words).Select(w => w.Id));
        var details = c.Details is { } d ? d with { H1 = Level(d.H1), H2 = Level(d.H2), H3 = Level(d.H3) } : null;
        var hand = c.Hand is { } h
            ? new HandColours(Hex(h.Ground), Hex(h.Text), Hex(h.Link), Hex(h.Button), Hex(h.Accent), Hex(h.Dark))
            : null;
        var brand = Hex(c.Brand);
        return c with
        {
            Id = Looks.Find(c.Id)?.Id ?? Looks.All[0].Id,
            Brand = brand,
            Second = brand is null ? null : Hex(c.Second),
            Third = brand is null ? null : Hex(c.Third),
            Palette = c.Palette is { } p && Palettes.Named.ContainsKey(p) ? p : null,
            ColoursOf = Looks.Find(c.ColoursOf ?? "")?.Id,
            Type = c.Type is { } t && Pairings.Named.ContainsKey(t) ? t : null,
            Words = words.Length == 0 ? null : words,
            Hand = hand == new HandColours() ? null : hand,
            Details = details == new LookDetails() ? null : details,
        };
    }

    /// <summary>What a choice has of its own, in words: for comparing and for the history.</summary>
    public static IEnumerable<string> Says(LookChoice c)
    {
        var (look, palette) = Dressing.Of(c);
        yield return $"layout {look.Name}";
        yield return $"type {look.Type.Pairing.Name}";
        yield return $"colours "
            + $"{(c.Brand is not null ? string.Join(", ", c.Brands()) : palette?.Name ?? $"of {Looks.Find(c.ColoursOf ?? c.Id)!.Name}")}";
        if (LookWords.Of(c.Words) is { Length: > 0 } words)
            yield return string.Join(" and ", words.Select(w => w.Id));
        if (c.Dark is { } dark)
            yield return dark ? "dark ground" : "light ground";
        if (c.Hand is not null)
            yield return "colours by hand";
        if (c.Details is not null)
            yield return "shape by hand";
    }

    /// <summary>How two looks differ, in words that somebody can see: ground, headings, colours, corners, opening, services.</summary>
    public static IEnumerable<string> Differences(LookChoice a, LookChoice b)
    {
        Look x = Dressing.Of(a).Look,
            y = Dressing.Of(b).Look;
        if (x.Colours.Dark != y.Colours.Dark)
            yield return x.Colours.Dark ? "dark ground, not light" : "light ground, not dark";
        if (x.Type.Pairing != y.Type.Pairing)
            yield return x.Type.Pairing.Serif != y.Type.Pairing.Serif
                ? x.Type.Pairing.Serif
                    ? "headings with serifs"
                    : "headings without serifs"
                : $"headings in {x.Type.Pairing.Name.Split(" with ")[0]}";
        if (x.Type.Case != y.Type.Case)
            yield return x.Type.Case == "uppercase" ? "in capitals" : "in small letters";
        var size = x.Type.Headline.Max / y.Type.Headline.Max;
        if (size is > 1.12 or < .89)
            yield return size > 1 ? "larger first heading" : "smaller first heading";
        if (HueApart(x.Colours.Brand, y.Colours.Brand) > 30)
            yield return $"{Hue(x.Colours.Brand)} action";
        if (Math.Abs(x.Shape.Large - y.Shape.Large) > 6)
            yield return x.Shape.Large == 0 ? "square corners"
            : x.Shape.Large > y.Shape.Large ? "rounder corners"
            : "less round corners";
        if (x.Variant("opening") != y.Variant("opening"))
            yield return $"opening: {OpeningSays(x.Variant("opening"))}";
        if (x.Variant("services") != y.Variant("services"))
            yield return "services as "
                + x.Variant("services")[2..] switch
                {
                    "ledger" => "a ledger",
                    "bento" => "tiles of two sizes",
                    "index" => "an index",
                    var v => v,
                };
        if (x.Space.Section.Max / y.Space.Section.Max is > 1.12 or < .89)
            yield return x.Space.Section.Max > y.Space.Section.Max ? "more room" : "less room";
    }

    public static string OpeningSays(string variant) =>
        variant[2..] switch
        {
            "ticket" => "price list pinned over text and picture",
            "full" => "picture behind the text",
            "frieze" => "centred text over a frieze",
            "arch" => "picture under an arch",
            "tall" => "tall picture cut at a slant",
            "card" => "square picture in a panel",
            "stage" => "text in two columns, picture in a strip",
            "window" => "picture in a round window",
            "block" => "capitals on a dark block",
            "lower" => "text on a card over a wide picture",
            "medal" => "centred, picture in a medal",
            "ruled" => "ruled grid of text and picture",
            var v => v,
        };

    private static double HueApart(Oklch a, Oklch b) =>
        a.C < .03 || b.C < .03 ? Math.Abs(a.C - b.C) * 400 : Math.Abs((a.H - b.H + 540) % 360 - 180);

    /// <summary>A plain word for a hue; boundaries in OKLCH degrees.</summary>
    public static string Hue(Oklch c) =>
        c.C < .035
            ? c.L > .9
                ? "white"
                : c.L < .3
                    ? "black"
                    : "grey"
            : c.H switch
            {
                < 15 => "pink",
                < 40 => "red",
                < 70 => c.L < .5 ? "brown" : "orange",
                < 108 => c.L < .5 ? "olive" : "yellow",
                < 135 => "lime",
                < 165 => "green",
                < 205 => "teal",
                < 270 => "blue",
                < 315 => "violet",
                < 345 => "magenta",
                _ => "pink",
            };
}
