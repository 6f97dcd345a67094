using CsCheck;
using Plurimax.Design.Pictures;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Core.Tests;

public class KeptTests
{
    private static readonly TradeTemplate Trade = TradeCatalogue.Shipped()["bicycle-repair"];
    private static readonly FactSheet Facts = FactSheet.From("Fennel & Rye", "Saltmere");
    private static readonly SiteDocument Site = Composer.Compose(Trade, Facts, new Wishes());
    private static readonly (string Section, string Path)[] Places =
    [
        .. Site
            .Pages.SelectMany(p => p.Sections)
            .SelectMany(s =>
                s.Content.Passages()
                    .Where(p => !p.Passage.IsEmpty && p.Passage.Choice?.StartsWith("settings", StringComparison.Ordinal) != true)
                    .Select(p => (s.Id, p.Path))
            ),
    ];

    /// <summary>
    /// Whatever was written, buttons, icons, dress, layouts and photos set by hand: all of it stands after any takes in any tone and
    /// length.
    /// </summary>
    [Fact]
    public void What_somebody_wrote_or_set_stands_through_any_takes() =>
        Gen.Select(
                Pick.Any(Places).List[1, 6],
                Gen.Select(Gen.Int[2, 9], Pick.Any([.. Trade.Tones]), Pick.Any(Enum.GetValues<TextLength>()), Gen.Bool).List[1, 4]
            )
            .Sample(
                (written, takes) =>
                {
                    var site = Site;
                    foreach (var (section, path) in written)
                        site = new SetText(section, path, $"Own words for {path} of {section}").Apply(site).Value!;
                    site = new SetButtons("home.steps", [new SectionButton(new("Ours", Kept: true), "about.html")]).Apply(site).Value!;
                    site = new DressSection("home.steps", new SectionDress { Screens = SectionScreens.Wide }).Apply(site).Value!;
                    site = new SetIcon("home.services", 0, "key").Apply(site).Value!;
                    site = new PlaceFile("home.opening", new SiteFile("a", "img/a.webp", new string('a', 64), 1600, 900, "The yard"))
                        .Apply(site)
                        .Value!;
                    foreach (var (take, tone, length, one) in takes)
                        site = Renewal.Renew(
                            site,
                            Composer.Compose(Trade, Facts, new Wishes(Tone: tone, Length: length), take),
                            one ? s => s.Id == written[0].Section : null
                        );
                    foreach (var (section, path) in written)
                        if (
                            site.FindSection(section)!.Value.Section.Content.Passages().First(p => p.Path == path).Passage.Text
                            != $"Own words for {path} of {section}"
                        )
                            return false;
                    var steps = site.FindSection("home.steps")!.Value.Section;
                    return steps.Buttons.Length == 1
                        && steps.Dress!.Screens == SectionScreens.Wide
                        && site.FindSection("home.services")!.Value.Section.Content.Items[0].Icon == "key"
                        && site.PhotoAt("hero") == "a";
                },
                iter: 60
            );
}
