using System.Collections.Immutable;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Design.Pictures;

/// <summary>Another drawn picture for one section; all others stay.</summary>
public sealed record NewPicture(string Section) : Edit
{
    public override string? Touches => Section;

    public override string Say(SiteDocument site) => $"Another picture in {Called(site, Section)}";

    public override Result<SiteDocument> Apply(SiteDocument site)
    {
        if (site.FindSection(Section) is not { } found)
            return Gone("section");
        if (SitePictures.SlotOf(site, found.Section) is not { } slot)
            return Fail($"{SectionKinds.Of(found.Section.Content).Label} shows no drawn picture.");
        return site with { PictureTakes = site.PictureTakes.SetItem(slot, site.PictureTakes.GetValueOrDefault(slot) + 1) };
    }
}
