using Plurimax.Sites;

namespace Plurimax.Design.Styling;

/// <summary>Corners, buttons, rules, space, type and cards of a look as somebody set them by hand.</summary>
public static class LookShaping
{
    public static LookShape With(LookShape shape, Corners? corners, ButtonForm? buttons, RuleWeight? rules)
    {
        shape = corners switch
        {
            Corners.Square => shape with { Small = 0, Middle = 0, Large = 0 },
            Corners.Soft => shape with { Small = 4, Middle = 8, Large = 14 },
            Corners.Round => shape with { Small = 12, Middle = 22, Large = 36 },
            _ => shape,
        };
        shape = buttons switch
        {
            ButtonForm.Square => shape with { Button = 0, Raised = false },
            ButtonForm.Soft => shape with { Button = 8, Raised = false },
            ButtonForm.Pill => shape with { Button = 99, Raised = false },
            ButtonForm.Raised => shape with { Button = 6, Raised = true },
            _ => shape,
        };
        return rules switch
        {
            RuleWeight.Hair => shape with { Rule = 1 },
            RuleWeight.Firm => shape with { Rule = 2 },
            RuleWeight.Heavy => shape with { Rule = 4 },
            _ => shape,
        };
    }

    public static Look With(Look look, LookDetails? d)
    {
        if (d is null)
            return look;
        var room = d.Density switch
        {
            Density.Close => .84,
            Density.Open => 1.18,
            _ => 1,
        };
        (double Ratio, double Head) scale = d.Scale switch
        {
            TypeScale.Small => (-.035, .84),
            TypeScale.Large => (.035, 1.16),
            _ => (0, 1),
        };
        var variants = look.Variants;
        foreach (var pair in Cards(d.Cards))
            variants = variants.SetItem(pair.Kind, "v-" + pair.Variant);
        return look with
        {
            Variants = variants,
            Space = look.Space with
            {
                Density = look.Space.Density * room,
                Section = (look.Space.Section.Min * room, look.Space.Section.Max * room),
            },
            Shape = With(look.Shape, d.Corners, d.Buttons, d.Rules) with
            {
                Motion = d.Motion ?? look.Shape.Motion,
                Crop = d.Crop ?? look.Shape.Crop,
                Divider = d.Divider ?? look.Shape.Divider,
            },
            Type = look.Type with
            {
                RatioMin = look.Type.RatioMin + scale.Ratio * .6,
                RatioMax = look.Type.RatioMax + scale.Ratio,
                Headline = (look.Type.Headline.Min * (scale.Head + 1) / 2, look.Type.Headline.Max * scale.Head),
                H1 = d.H1,
                H2 = d.H2,
                H3 = d.H3,
            },
        };
    }

    private static IEnumerable<(string Kind, string Variant)> Cards(CardStyle? cards) =>
        (
            cards switch
            {
                CardStyle.Cards => "services:cards testimonials:soft questions:tiles team:cards news:cards downloads:cards social:cards "
                    + "rooms:cards callback:card newsletter:card contact:card visit:tiles memberships:cells",
                CardStyle.Flat =>
                    "services:index testimonials:pull questions:hair team:list news:list downloads:list social:row rooms:rows "
                        + "callback:band newsletter:band contact:sheet visit:almanac memberships:row",
                _ => "",
            }
        )
            .Split(' ', StringSplitOptions.RemoveEmptyEntries)
            .Select(p => p.Split(':'))
            .Select(p => (p[0], p[1]));
}
