namespace Plurimax.Text;

/// <summary>Quantiles of a sample.</summary>
public static class Quantile
{
    /// <summary>By linear interpolation between order statistics (Hyndman and Fan 1996, type 7).</summary>
    /// <param name="p">0 to 1.</param>
    /// <exception cref="ArgumentException">There are no values.</exception>
    public static double Of(IEnumerable<double> values, double p)
    {
        var x = values.Order().ToArray();
        if (x.Length == 0)
            throw new ArgumentException("No values.", nameof(values));
        var h = (x.Length - 1) * p;
        var i = (int)Math.Floor(h);
        return i + 1 < x.Length ? x[i] + (h - i) * (x[i + 1] - x[i]) : x[i];
    }
}
