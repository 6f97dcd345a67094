using System.Collections.Immutable;
using Plurimax.Design.Styling;
using Plurimax.Sites;

namespace Plurimax.Web.Styling;

/// <summary>What is asked of the looks on offer; all of it stands in the address, so that a reload or a link shows the same.</summary>
public sealed record LookWishes
{
    public string? Words { get; set; }
    public string? Word2 { get; set; }
    public string? Brand { get; set; }
    public string? Second { get; set; }
    public string? Third { get; set; }
    public string? Palette { get; set; }
    public bool? Dark { get; set; }
    public int? Set { get; set; }

    /// <summary>Page that is shown, by its id.</summary>
    public string? Leaf { get; set; }

    /// <summary>A kept look in the place of the third.</summary>
    public Guid? Show { get; set; }

    /// <summary>Letters of the looks from which layout, type and colours are taken: "BAC".</summary>
    public string? MixLayout { get; set; }
    public string? MixType { get; set; }
    public string? MixColours { get; set; }

    /// <summary>Colours found in a picture, hexadecimal without #, by commas.</summary>
    public string? Found { get; set; }

    public int SetShown => Math.Clamp(Set ?? 1, 1, Looks.Sets);
    public ImmutableArray<LookWord> WordsKnown => LookWords.Of($"{Words} {Word2}");

    public IEnumerable<string> FoundColours =>
        (Found ?? "")
            .Split(',', StringSplitOptions.RemoveEmptyEntries)
            .Take(8)
            .Select(f => Oklch.TryHex(f, out var hex) ? hex : null)
            .OfType<string>();

    /// <summary>The colours as "#rrggbb"; or what is wrong with one.</summary>
    public (ImmutableArray<string> Colours, string? Problem) Brands()
    {
        var read = ImmutableArray.CreateBuilder<string>();
        foreach (var typed in new[] { Brand, Second, Third })
        {
            if (string.IsNullOrWhiteSpace(typed))
                continue;
            if (!Oklch.TryHex(typed, out var hex))
                return ([], $"“{typed}” is not a colour. Write it as #0e8a94.");
            read.Add(hex);
        }
        return (read.ToImmutable(), null);
    }

    /// <summary>Layout of one, type of another, colours of a third; null where nothing is mixed.</summary>
    public LookChoice? Mixed(IReadOnlyList<LookChoice> offer)
    {
        LookChoice? Of(string? letter) =>
            letter is { Length: 1 } && "ABC".IndexOf(letter[0]) is >= 0 and var i && i < offer.Count ? offer[i] : null;
        if (
            Of(MixLayout) is not { } layout
            || Of(MixType) is not { } type
            || Of(MixColours) is not { } colours
            || (MixLayout == MixType && MixType == MixColours)
        )
            return null;
        return layout with
        {
            Type = Dressing.Of(type).Look.Type.Pairing.Id,
            Brand = colours.Brand,
            Second = colours.Second,
            Third = colours.Third,
            Palette = colours.Palette,
            ColoursOf = colours.Brand is null && colours.Palette is null ? colours.ColoursOf ?? colours.Id : null,
            Dark = Dressing.Of(colours).Look.Colours.Dark,
            Hand = colours.Hand,
        };
    }

    private IEnumerable<(string Key, string? Value)> Pairs()
    {
        yield return ("Words", string.Join(' ', WordsKnown.Select(w => w.Id)));
        yield return ("Brand", Brand);
        yield return ("Second", Second);
        yield return ("Third", Third);
        yield return ("Palette", Palette);
        yield return ("Dark", Dark?.ToString());
        yield return ("Set", Set?.ToString(System.Globalization.CultureInfo.InvariantCulture));
        yield return ("Leaf", Leaf);
        yield return ("Show", Show?.ToString());
        yield return ("MixLayout", MixLayout);
        yield return ("MixType", MixType);
        yield return ("MixColours", MixColours);
        yield return ("Found", Found);
    }

    /// <summary>The query of an address with these wishes, or with some of them changed; an empty value leaves one out.</summary>
    public string Query(params (string Key, string? Value)[] changed)
    {
        var all = Pairs()
            .Select(p => changed.Any(c => c.Key == p.Key) ? changed.First(c => c.Key == p.Key) : p)
            .Where(p => !string.IsNullOrEmpty(p.Value))
            .Select(p => $"{p.Key}={Uri.EscapeDataString(p.Value!)}");
        return "?" + string.Join('&', all.DefaultIfEmpty("Set=1"));
    }

    /// <summary>All wishes that a form does not ask for itself, to be carried along.</summary>
    public IEnumerable<(string Key, string Value)> Carried(params string[] but) =>
        Pairs().Where(p => !string.IsNullOrEmpty(p.Value) && !but.Contains(p.Key)).Select(p => (p.Key, p.Value!));
}
