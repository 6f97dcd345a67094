using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Impact;
using Plurimax.Publishing.Launching;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Core.Tests;

/// <summary>What a change of settings does: files, findings; standards as files.</summary>
public class SettingsChangeTests
{
    private static readonly byte[] Card = [1];

    // The short way, which reads only the lines that differ, against checking the whole site before and after.
    [Fact]
    public void Findings_that_come_and_go_are_those_of_checking_everything_twice()
    {
        var changes = new (string Key, string Value)[]
        {
            ("footer_text", "See [our prices](no-such-page.html) and [ourselves](about.html#nowhere)."),
            ("footer_text", "Lorem ipsum dolor."),
            ("footer_text", "All well with {{ business.name }}."),
            ("footer_text", ""),
            ("title_pattern", "X"),
            ("title_end", "| a very long end of a title that nobody would ever want to read in a list of results"),
            ("description_pattern", "Short."),
            ("menu_links", "Gone = gone.html"),
            ("credit", "Made by {{ agency.nmae }}"),
            ("show_email", "no"),
            ("head", "mast"),
            ("check_title_length", "blocks"),
            ("privacy", "TODO"),
            ("index", "no"),
            ("palette", "graphite and lime"),
            ("phone_bar", "yes"),
            ("counter", "https://count.example/c.js"),
        };
        var trades = TradeCatalogue.Shipped();
        foreach (var (trade, n) in new[] { "bicycle-repair", "guesthouse", "yoga-studio" }.Select((id, n) => (trades[id], n)))
        {
            var facts = FactSheet
                .From($"Firm {n}", "Hallow")
                .With("email", new FactEntry(new TextValue("post@firm.example"), FactSource.Client, true));
            var site = Composer.Compose(trade, facts, new Wishes());
            var random = new Random(n);
            var settings = SettingsRegistry.Values;
            for (var step = 0; step < 24; step++)
            {
                var (key, value) = changes[random.Next(changes.Length)];
                var next = settings.SetItem(key, random.Next(4) == 0 ? SettingsRegistry.Values[key] : value);
                PreflightInput In(ImmutableDictionary<string, string> s) =>
                    new(site, trade, facts, RenderSettings.Plain with { Settings = s, Made = _ => Card }, 1, 1, []);
                SiteFiles Files(ImmutableDictionary<string, string> s) => SiteRenderer.Render(site, trade, facts, In(s).Settings);
                var (was, now) = (Files(settings), Files(next));
                var impact = SiteImpact.Of(In(settings), was, In(next), now);
                var (a, b) = (Preflight.Check(In(settings), was).ToHashSet(), Preflight.Check(In(next), now).ToHashSet());
                impact.Findings.Appear.ShouldBe(b.Except(a), ignoreOrder: true, $"{key} = {value}");
                impact.Findings.Vanish.ShouldBe(a.Except(b), ignoreOrder: true, $"{key} = {value}");
                impact
                    .Files.Select(f => f.Path)
                    .ShouldBe(
                        now.Files.Keys.Union(was.Files.Keys)
                            .Where(p =>
                                !was.Files.TryGetValue(p, out var x) || !now.Files.TryGetValue(p, out var y) || !x.SequenceEqual(y)
                            ),
                        ignoreOrder: true
                    );
                settings = next;
            }
        }
    }

    [Fact]
    public void A_digest_of_settings_tells_what_shows_on_pages_and_nothing_else()
    {
        var own = ImmutableDictionary<string, string>.Empty.Add("corners", "round");
        SettingsPrint.Of(own.Add("hosting_fee", "99")).ShouldBe(SettingsPrint.Of(own));
        SettingsPrint.Of(own.SetItem("corners", "soft")).ShouldNotBe(SettingsPrint.Of(own));
        SettingsPrint.Of(own.Add("footer_text@contact", "x")).ShouldNotBe(SettingsPrint.Of(own));
        SettingsPrint.Of(own.Add("passage:1", "x")).ShouldNotBe(SettingsPrint.Of(own));
        SettingsPrint.Of(own.Add("thanks", "a\0b")).ShouldNotBe(SettingsPrint.Of(own.Add("thanks", "a").Add("\0b", "")));
    }

    [Fact]
    public void A_standard_comes_back_from_its_file_as_it_was_in_both_forms()
    {
        var values = new Dictionary<string, string>
        {
            ["privacy"] = "First: line\n\n- \"quoted\" {{ business.name }}\n# not a comment",
            ["retention"] = "6",
            ["phone_bar"] = "yes",
            ["brand"] = "#0e8a94",
            ["form_note"] = "yes",
        };
        var file = new StandardFile("Restaurants: north", "For \"tables\"", values);
        foreach (var text in new[] { file.Yaml(), file.Json() })
        {
            var read = StandardFile.Read(text);
            read.Problem.ShouldBeNull(text);
            (read.Value!.Name, read.Value.About).ShouldBe((file.Name, file.About));
            read.Value.Values.ShouldBe(values, ignoreOrder: true);
            read.Value.Against(values).ShouldBeEmpty();
        }
        file.Against(new Dictionary<string, string> { ["retention"] = "12", ["corners"] = "round" })
            .Select(d => (d.Setting.Key, d.Was, d.Comes))
            .ShouldContain(("corners", "round", null));
        foreach (
            var (text, says) in new[]
            {
                ("", "standard"),
                ("[1, 2", "Line"),
                ("standard: X", "settings"),
                ("standard: X\nsettings:\n  nonsense: 1", "Line 3"),
                ("standard: X\nsettings:\n  retention: often", "whole number"),
                ("standard: X\nsettings:\n  agency_name: Y", "agency only"),
                ("standard: X\nsettings:\n  corners: [a]", "one value"),
            }
        )
            StandardFile.Read(text).Problem.ShouldNotBeNull(text).ShouldContain(says);
    }

    // RFC 1035, 5.1 for the form of records; the whole file is read by named-checkzone in the browser tests.
    [Fact]
    public void Records_are_checked_by_their_type_and_stand_in_the_zone_file()
    {
        foreach (
            var well in new[]
            {
                "@ A 192.0.2.1",
                "www AAAA 2001:db8::1",
                "shop CNAME shops.example.",
                "@ MX 10 mail.firm.example.",
                "@ TXT \"v=spf1 -all\"",
                "_dmarc TXT \"v=DMARC1; p=reject\"",
            }
        )
            ZoneFile.RecordsFault(well).ShouldBeNull(well);
        foreach (
            var bad in new[]
            {
                "A 192.0.2.1",
                "@ A 300.1.1.1",
                "@ A 1",
                "@ CNAME x.example.",
                "@ MX mail.example",
                "@ TXT unquoted",
                "@ SRV 0 0 1 x",
                "@ TXT \"a\"\n$INCLUDE /etc/passwd",
            }
        )
            ZoneFile.RecordsFault(bad).ShouldNotBeNull(bad);
        var zone = ZoneFile.Write("bell.example", key => key == "caa" ? "" : SettingsRegistry.Values[key], moving: true);
        zone.ShouldContain("$ORIGIN bell.example.");
        zone.ShouldContain("www 300 IN A 192.0.2.80");
        zone.ShouldContain("@ IN MX 0 .");
        zone.ShouldNotContain("CAA");
        FormSpam.Why("See https://a.example and www.b.example", 1, "").ShouldBe("2 links");
        FormSpam.Why("Cheap backlinks for you", 5, "casino\nbacklinks").ShouldBe("says “backlinks”");
        FormSpam.Why("A feedback link https://a.example", 5, "backlinks").ShouldBeNull();
    }
}
