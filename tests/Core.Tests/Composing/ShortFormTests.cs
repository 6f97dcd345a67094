using Plurimax.Design.Pictures;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Sections;

namespace Plurimax.Core.Tests;

public sealed class ShortFormTests
{
    private static readonly SiteWords Words = SiteWords.For("en-GB");

    [Fact]
    public void A_short_form_is_checked_box_by_box_and_drawn_again_with_what_was_typed()
    {
        ShortForm.Check(ShortFormKind.Callback, new("Jon", "01632 960144", "after five", true), Words).ShouldBeEmpty();
        ShortForm.Check(ShortFormKind.Callback, ShortForm.Input.Empty, Words).Keys.Order().ShouldBe(["consent", "contact", "name"]);
        ShortForm.Check(ShortFormKind.Newsletter, new("", "jon@post", "", true), Words).Keys.ShouldBe(["contact"]);
        var again = ShortForm
            .Render(
                ShortFormKind.Callback,
                Words,
                "s",
                "OK?",
                "/enquiry",
                "privacy.html",
                "a",
                new("<Jon>", "x", "", false),
                ShortForm.Check(ShortFormKind.Callback, new("<Jon>", "x", "", false), Words)
            )
            .Value;
        foreach (var part in new[] { "value=\"&lt;Jon&gt;\"", "aria-invalid=\"true\"", "id=\"a-name\"", "2 boxes need another look." })
            again.ShouldContain(part);
        ShortForm.Named("callback").ShouldBe(ShortFormKind.Callback);
        ShortForm.Named("message").ShouldBeNull();
    }

    [Fact]
    public void Texts_nobody_changed_come_in_the_language_and_an_agencys_own_stay()
    {
        var settings = SettingsRegistry.Defaults();
        FixedTexts.In(settings, Words, "XX", BusinessKind.Maker).Remove("counting").ShouldBe(settings, ignoreOrder: true);
        var german = FixedTexts.In(settings.SetItem("terms", "Our own terms."), SiteWords.For("de-DE"), "XX", BusinessKind.Maker);
        german["privacy"].ShouldStartWith("{{ business.name }} verwendet");
        german["terms"].ShouldBe("Our own terms.");
        german["imprint"].ShouldBe(settings["imprint"], "made of facts alone, it needs no translation");
    }

    [Fact]
    public void A_sketch_of_the_way_shows_what_was_said_and_nothing_else()
    {
        WaySketch.Draw("Bell", "4 Ropewalk", [], "Sketch", "s").IsEmpty.ShouldBeTrue();
        var drawn = WaySketch
            .Draw("Bell & Sons", "4 Ropewalk", ["station, 6 minutes", "<old> lifeboat house, next door"], "Sketch", "s")
            .Value;
        drawn.ShouldContain("Bell &amp; Sons");
        drawn.ShouldContain("4 Ropewalk");
        drawn.ShouldContain("&lt;old&gt;");
        System.Text.RegularExpressions.Regex.Count(drawn, "class=\"m-dot\"").ShouldBe(2);
        WaySketch.Minutes("harbour, 12 min").ShouldBe(12);
        WaySketch.Minutes("next door").ShouldBe(3);
        WaySketch
            .Draw("Bell", "4 Ropewalk", ["station, 6 minutes"], "Sketch", "s")
            .Value.ShouldBe(WaySketch.Draw("Bell", "4 Ropewalk", ["station, 6 minutes"], "Sketch", "s").Value);
    }
}
