using Plurimax.Design.Styling;

namespace Plurimax.Design.Wordmarks;

/// <summary>The shape that stands for a look in marks: path data, 40 by 40 units.</summary>
public static class MarkShapes
{
    public static string Of(Look look) =>
        look.Id switch
        {
            "ticket" => "M2 5H38V15A5 5 0 0 0 38 25V35H2V25A5 5 0 0 0 2 15Z",
            "night" => "M13 2H27A11 11 0 0 1 38 13V27A11 11 0 0 1 27 38H13A11 11 0 0 1 2 27V13A11 11 0 0 1 13 2Z",
            "dune" => "M3 38V19A17 17 0 0 1 37 19V38Z",
            "slant" => "M10 2H39L30 38H1Z",
            "calm" => "M2 20A18 18 0 1 1 20 38H2Z",
            "rail" => "M2 2H38V38H12L2 28Z",
            "bloom" => "M20 6A9 9 0 0 1 34.5 16A9 9 0 0 1 30 33A9 9 0 0 1 10 33A9 9 0 0 1 5.5 16A9 9 0 0 1 20 6Z",
            "chamber" => "M3 3H37V20C37 30 29 36 20 39C11 36 3 30 3 20Z",
            "poster" => "M20 0L40 20L20 40L0 20Z",
            "linen" => "M3 37C3 16 16 3 37 3C37 24 24 37 3 37Z",
            "deck" => "M20 1L37 10.5V29.5L20 39L3 29.5V10.5Z",
            _ => "M20 2A18 18 0 1 1 20 38A18 18 0 1 1 20 2Z",
        };
}
