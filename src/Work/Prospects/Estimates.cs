namespace Plurimax.Work.Prospects;

/// <summary>What a rating is worth when few people gave it.</summary>
public static class Estimates
{
    /// <summary>
    /// Mean of <paramref name="count"/> ratings as if <paramref name="priorCount"/> more of the usual value had been given
    /// (the posterior mean of a normal model with known variance).
    /// </summary>
    /// <remarks>In decimals, since ratings are published with one or two and a half is to be rounded up.</remarks>
    public static decimal BayesianMean(decimal mean, int count, decimal priorMean, int priorCount) =>
        count + priorCount == 0 ? priorMean : (mean * count + priorMean * priorCount) / (count + priorCount);

    /// <summary>
    /// Score interval of a share (Wilson 1927, J. Am. Stat. Assoc. 22:209). Shares and bounds from 0 to 1.
    /// </summary>
    /// <param name="z">Standard normal quantile; 1.96 for 95 per cent.</param>
    public static (double Low, double High) Wilson(double share, double count, double z = 1.959964)
    {
        if (count <= 0)
            return (0, 1);
        var z2 = z * z;
        var middle = (share + z2 / (2 * count)) / (1 + z2 / count);
        var half = z / (1 + z2 / count) * Math.Sqrt(share * (1 - share) / count + z2 / (4 * count * count));
        return (Math.Max(0, middle - half), Math.Min(1, middle + half));
    }
}
