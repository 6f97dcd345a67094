using System.Collections.Immutable;
using System.Globalization;
using Plurimax.Design.Styling;
using Plurimax.Sites;

namespace Plurimax.Web.Styling;

/// <summary>A look as it is set by hand, field by field; all of it stands in the address while it is tried.</summary>
public sealed record HandForm
{
    public string? Base { get; set; }
    public string? Type { get; set; }
    public bool? OnDark { get; set; }
    public string? Ground { get; set; }
    public string? Text { get; set; }
    public string? Link { get; set; }
    public string? Button { get; set; }
    public string? Accent { get; set; }
    public string? Deep { get; set; }
    public Corners? Corners { get; set; }
    public ButtonForm? Buttons { get; set; }
    public RuleWeight? Rules { get; set; }
    public Density? Density { get; set; }
    public Motion? Motion { get; set; }
    public CardStyle? Cards { get; set; }
    public Crop? Crop { get; set; }
    public Divider? Divider { get; set; }
    public TypeScale? Scale { get; set; }
    public PhoneSize? Phone { get; set; }
    public string? H1 { get; set; }
    public string? H2 { get; set; }
    public string? H3 { get; set; }

    public static HandForm Of(LookChoice c) =>
        new()
        {
            Base = c.Id,
            Type = c.Type,
            OnDark = c.Dark,
            Ground = c.Hand?.Ground,
            Text = c.Hand?.Text,
            Link = c.Hand?.Link,
            Button = c.Hand?.Button,
            Accent = c.Hand?.Accent,
            Deep = c.Hand?.Dark,
            Corners = c.Details?.Corners,
            Buttons = c.Details?.Buttons,
            Rules = c.Details?.Rules,
            Density = c.Details?.Density,
            Motion = c.Details?.Motion,
            Cards = c.Details?.Cards,
            Crop = c.Details?.Crop,
            Divider = c.Details?.Divider,
            Scale = c.Details?.Scale,
            Phone = c.Details?.Phone,
            H1 = Write(c.Details?.H1),
            H2 = Write(c.Details?.H2),
            H3 = Write(c.Details?.H3),
        };

    /// <summary>A level as one value of a list: "115", "90 capitals", "100 body".</summary>
    public static string? Write(HeadingLevel? l) =>
        l is null
            ? null
            : $"{((l.Size ?? 1) * 100).ToString("0", CultureInfo.InvariantCulture)}"
                + $"{(l.Capitals switch { true => " capitals", false => " small", _ => "" })}{(l.Body is true ? " body" : "")}";

    public static HeadingLevel? Level(string? written)
    {
        if (string.IsNullOrWhiteSpace(written))
            return null;
        var parts = written.Split(' ');
        var size =
            double.TryParse(parts[0], NumberStyles.Integer, CultureInfo.InvariantCulture, out var percent) && percent != 100
                ? Math.Clamp(percent / 100, HeadingLevel.Least, HeadingLevel.Most)
                : (double?)null;
        var level = new HeadingLevel(
            size,
            parts.Contains("capitals") ? true
                : parts.Contains("small") ? false
                : null,
            parts.Contains("body") ? true : null
        );
        return level == new HeadingLevel() ? null : level;
    }

    /// <summary>The look with what was set; and per field what is wrong with a colour.</summary>
    public (LookChoice Choice, ImmutableDictionary<string, string> Problems) Over(LookChoice now)
    {
        var problems = ImmutableDictionary.CreateBuilder<string, string>();
        string? Colour(string field, string? typed)
        {
            if (string.IsNullOrWhiteSpace(typed))
                return null;
            if (Oklch.TryHex(typed, out var hex))
                return hex;
            problems[field] = $"“{typed}” is not a colour. Write it as #0e8a94.";
            return null;
        }
        var hand = new HandColours(
            Colour(nameof(Ground), Ground),
            Colour(nameof(Text), Text),
            Colour(nameof(Link), Link),
            Colour(nameof(Button), Button),
            Colour(nameof(Accent), Accent),
            Colour(nameof(Deep), Deep)
        );
        var choice = LookChoices.Cleaned(
            now with
            {
                Id = Base ?? now.Id,
                Type = Type,
                Dark = OnDark,
                Hand = hand,
                Details = new LookDetails
                {
                    Corners = Corners,
                    Buttons = Buttons,
                    Rules = Rules,
                    Density = Density,
                    Motion = Motion,
                    Cards = Cards,
                    Crop = Crop,
                    Divider = Divider,
                    Scale = Scale,
                    Phone = Phone,
                    H1 = Level(H1),
                    H2 = Level(H2),
                    H3 = Level(H3),
                },
            }
        );
        return (choice, problems.ToImmutable());
    }

    /// <summary>
    /// Colours by hand that cannot be read as they are: which field, its figure, what it needs and the nearest good shade.
    /// </summary>
    public static ImmutableDictionary<string, (string Says, string Better)> Weak(LookChoice choice)
    {
        var found = ImmutableDictionary.CreateBuilder<string, (string, string)>();
        if (choice.Hand is not { } hand)
            return found.ToImmutable();
        var roles = DressedLook.Of(choice).Roles;
        foreach (
            var (field, role, hex) in new[]
            {
                (nameof(Text), "fg", hand.Text),
                (nameof(Link), "link", hand.Link),
                (nameof(Button), "brand", hand.Button),
                (nameof(Accent), "accent", hand.Accent),
            }
        )
            if (hex is not null && Shades.Weak(roles, role, hex) is { } weak)
                found[field] = (
                    $"{weak.Ratio.ToString("0.0", CultureInfo.InvariantCulture)}:1 for {RoleWords.Of(weak.Pair.Text)} on "
                        + $"{RoleWords.Of(weak.Pair.Ground)}; it needs {weak.Least.ToString(CultureInfo.InvariantCulture)}. The site "
                        + $"shows {roles[role]}.",
                    weak.Better
                );
        foreach (var (field, hex) in new[] { (nameof(Ground), hand.Ground), (nameof(Deep), hand.Dark) })
            if (hex is not null && Shades.AsGround(hex) is var ground && ground != hex)
                found[field] = ($"Neither dark nor light text can be read well on {hex}; the site shows {ground}.", ground);
        return found.ToImmutable();
    }
}
