namespace Plurimax.Design.Styling;

/// <summary>Finds the colour that can be read and lies nearest to one that cannot.</summary>
public static class Shades
{
    /// <summary>
    /// The nearest colour of the same hue and chroma that reaches a ratio on every ground, lighter or darker, whichever is less of a move.
    /// Distance is that of OKLCH lightness. The colour itself where it is enough; black or white where no shade is.
    /// </summary>
    /// <param name="least">WCAG 2.2 contrast ratio, 1 to 21.</param>
    public static string Nearest(string hex, IReadOnlyCollection<string> grounds, double least)
    {
        bool Enough(string c) => grounds.All(g => Contrast.Ratio(c, g) >= least);
        if (Enough(hex))
            return hex;
        var start = Oklch.FromHex(hex);
        for (var step = .004; step <= 1; step += .004)
            foreach (var l in new[] { start.L - step, start.L + step })
                if (l is >= 0 and <= 1 && (start with { L = l }).ToHex() is var shade && Enough(shade))
                    return shade;
        return grounds.Min(g => Contrast.Ratio("#000000", g)) >= grounds.Min(g => Contrast.Ratio("#ffffff", g)) ? "#000000" : "#ffffff";
    }

    /// <summary>
    /// The nearest colour that black or white text stands on at 8:1, so that links and quiet text can still be told apart from it.
    /// </summary>
    public static string AsGround(string hex)
    {
        var start = Oklch.FromHex(hex);
        static bool Carries(string c) => Math.Max(Contrast.Ratio(c, "#000000"), Contrast.Ratio(c, "#ffffff")) >= 8;
        for (var step = 0.0; step <= 1; step += .004)
            foreach (var l in new[] { start.L + step, start.L - step })
                if (l is >= 0 and <= 1 && (step == 0 ? hex : (start with { L = l }).ToHex()) is var ground && Carries(ground))
                    return ground;
        return "#ffffff";
    }

    /// <summary>
    /// A colour set by hand for a role: its weakest pair, and the nearest shade with which all pairs of the role hold; null where they hold
    /// already.
    /// </summary>
    public static (RolePair Pair, double Ratio, double Least, string Better)? Weak(Roles roles, string role, string hex)
    {
        if (Roles.Weakest(roles, role, hex) is not { } weakest || weakest.Ratio >= weakest.Least)
            return null;
        var others = Roles
            .Pairs.Where(p => p.Text == role || p.Ground == role)
            .Select(p => roles[p.Text == role ? p.Ground : p.Text])
            .Distinct()
            .ToList();
        return (weakest.Pair, weakest.Ratio, weakest.Least, Nearest(hex, others, weakest.Least));
    }
}
