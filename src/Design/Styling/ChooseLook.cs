using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Design.Styling;

public sealed record ChooseLook(LookChoice Look) : Edit
{
    public override string Say(SiteDocument site) => $"Chose the look {Looks.Find(Look.Id)?.Name ?? Look.Id}";

    public override Result<SiteDocument> Apply(SiteDocument site) => Looks.Find(Look.Id) is null ? Gone("look") : site.InLook(Look);
}
