using System.Collections.Immutable;
using Plurimax.Design.Pictures;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Handoff;
using Plurimax.Publishing.Launching;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Core.Tests;

public partial class StandardsTests
{
    private static readonly TradeTemplate Trade = TradeCatalogue.Shipped()["bicycle-repair"];
    private static readonly FactSheet Facts = FactsFile
        .Read(Content.Text("demo/harrowgate-cycle-works.yaml")!, TradeFacts.Of(Trade), FactSource.File, true)
        .Facts;

    /// <summary>Stacks of random sources in every order, with values of a handful of settings.</summary>
    private static (SettingsStack Stack, List<SettingsSource> Sources) Random(Random r)
    {
        string[] keys = ["tone", "privacy", "corners", "footer_text", "agency_name", "index"];
        var sources = new List<SettingsSource>();
        foreach (
            var layer in new[]
            {
                SettingLayer.Agency,
                SettingLayer.Trade,
                SettingLayer.Standard,
                SettingLayer.Standard,
                SettingLayer.Standard,
                SettingLayer.Client,
                SettingLayer.Site,
            }
        )
            if (r.Next(4) > 0)
                sources.Add(
                    new(
                        layer,
                        $"{layer}-{sources.Count}",
                        layer.ToString(),
                        keys.Where(_ => r.Next(2) == 0).ToImmutableDictionary(k => k, k => $"{layer} {sources.Count} {k}")
                    )
                );
        // Standards keep the order in which they are followed; everything else finds its place whatever the order it comes in.
        var standards = new Queue<SettingsSource>(sources.Where(s => s.Layer == SettingLayer.Standard));
        var stack = sources
            .OrderBy(_ => r.Next())
            .ToList()
            .Aggregate(SettingsStack.Empty, (st, s) => st.With(s.Layer == SettingLayer.Standard ? standards.Dequeue() : s));
        return (stack, sources);
    }

    [Fact]
    public void The_last_source_that_may_hold_a_setting_decides_and_the_ones_it_replaces_are_told()
    {
        var random = new Random(7);
        for (var n = 0; n < 2000; n++)
        {
            var (stack, sources) = Random(random);
            stack.Sources.ShouldBe(sources);
            foreach (var key in new[] { "tone", "privacy", "corners", "footer_text", "agency_name", "index", "brand" })
            {
                var setting = SettingsRegistry.Find(key)!;
                var setters = sources.Where(s => s.Values.ContainsKey(key) && setting.Holds(s.Layer)).ToList();
                var r = stack.Resolve(setting);
                r.Value.ShouldBe(setters.Count == 0 ? setting.Default : setters[^1].Values[key]);
                r.Overruled.Length.ShouldBe(setters.Count);
                stack[key].ShouldBe(r.Value);
                stack.All()[key].ShouldBe(r.Value);
                stack.Own().GetValueOrDefault(key, setting.Default).ShouldBe(r.Value);
            }
            // What belongs to the agency has no value of its own further up.
            stack.Resolve(SettingsRegistry.Find("agency_name")!).Layer.ShouldBeOneOf(SettingLayer.Default, SettingLayer.Agency);
        }
    }

    [Fact]
    public void Giving_back_restores_what_was_and_no_change_leaks_to_another_setting_or_layer()
    {
        var random = new Random(11);
        for (var n = 0; n < 1000; n++)
        {
            var (stack, sources) = Random(random);
            if (sources.Count == 0)
                continue;
            var at = sources[random.Next(sources.Count)];
            var had = at.Values.GetValueOrDefault("corners");
            var changed = stack.Changed(at.Layer, at.Scope, [new("corners", "round")]);
            foreach (var s in SettingsRegistry.All.Where(s => s.Key != "corners"))
                changed[s.Key].ShouldBe(stack[s.Key]);
            foreach (var other in sources.Where(s => s != at))
                changed.Sources.ShouldContain(other);
            changed.Changed(at.Layer, at.Scope, [new("corners", had)]).All().ShouldBe(stack.All(), ignoreOrder: true);
            // A later source that sets it shields the site from the change.
            var later = sources.SkipWhile(s => s != at).Skip(1).Any(s => s.Values.ContainsKey("corners"));
            changed["corners"].ShouldBe(later ? stack["corners"] : "round");
        }
    }

    [Fact]
    public void A_site_that_follows_several_standards_takes_the_last_one()
    {
        static SettingsSource S(string name, string corners) =>
            new(SettingLayer.Standard, name, name, ImmutableDictionary<string, string>.Empty.Add("corners", corners));
        SettingsStack.Empty.With(S("Restaurants", "round")).With(S("Northern branch", "square"))["corners"].ShouldBe("square");
        SettingsStack
            .Empty.With(S("Northern branch", "square"))
            .With(S("Restaurants", "round"))
            .Resolve(SettingsRegistry.Find("corners")!)
            .Source.Name.ShouldBe("Restaurants");
    }

    [Fact]
    public void There_are_some_hundred_and_twenty_settings_with_help_bounds_and_a_default_that_is_one_of_their_values()
    {
        SettingsRegistry.All.Length.ShouldBeGreaterThan(120);
        SettingsRegistry.All.Select(s => s.Key).Distinct().Count().ShouldBe(SettingsRegistry.All.Length);
        foreach (var s in SettingsRegistry.All)
        {
            s.Check(s.Default).Problem.ShouldBeNull($"{s.Key}: {s.Default}");
            s.Name.ShouldNotBeEmpty();
            SettingsRegistry.Says(s.Shows).ShouldNotBeEmpty();
            if (s.Key != "form_blocked" && s.Key != "handoff_list")
                s.Check("{{ nonsense_fact }}").Ok.ShouldBeFalse(s.Key);
        }
        Enum.GetValues<SettingGroup>().ShouldAllBe(g => SettingsRegistry.All.Any(s => s.Group == g));
        SettingsRegistry.Search("privacy text").First().Key.ShouldBe("privacy");
    }

    [Fact]
    public void Shared_layers_and_what_is_the_owners_are_for_the_owner_alone()
    {
        foreach (var s in SettingsRegistry.All)
        foreach (var layer in Enum.GetValues<SettingLayer>())
        {
            s.May(layer, owner: true).ShouldBe(layer != SettingLayer.Default && s.Holds(layer));
            s.May(layer, owner: false).ShouldBe(s.Holds(layer) && layer >= SettingLayer.Client && !s.OwnerOnly);
        }
    }

    /// <summary>Another value than the default for every setting.</summary>
    private static string Other(Setting s) =>
        s.Key switch
        {
            "credit_link" => "https://tidewrack.example/",
            "menu_links" => "Shop = https://shop.example/",
            "verification" => "site-check = abc123",
            "pixels" or "counter" => "https://count.example/c.js",
            "robots_extra" => "Disallow: /files/",
            "notice_until" => "2099-12-24",
            "title_pattern" or "title_end" or "share_title" or "description_pattern" =>
                "Really by {{ page.name }} of {{ business.name }}, in a sentence of some length",
            _ => s.Shape switch
            {
                SettingShape.Choice => s.Options.Last(o => o != s.Default),
                SettingShape.YesNo => s.Default == "yes" ? "no" : "yes",
                SettingShape.Whole or SettingShape.Number or SettingShape.Money => Math.Clamp(
                        s.Most,
                        s.Least,
                        s.Least + 1 == double.Parse(s.Default, System.Globalization.CultureInfo.InvariantCulture)
                            ? s.Least + 2
                            : s.Least + 1
                    )
                    .ToString(System.Globalization.CultureInfo.InvariantCulture),
                SettingShape.Colour => "#b23412",
                SettingShape.Email => "post@tidewrack.example",
                SettingShape.Web => "https://tidewrack.example/",
                _ => "Something else of {{ business.name }}",
            },
        };

    // "A setting that changes nothing" would be a stub: each that says it shows on pages is seen to change the bytes of some site.
    [Fact]
    public void Every_setting_that_shows_on_pages_changes_them()
    {
        var rich = new[] { "bicycle-repair", "guesthouse", "yoga-studio" }
            .Select(id => TradeCatalogue.Shipped()[id])
            .Select(t => (Trade: t, Site: Whole(t)))
            .ToList();
        byte[] card = [1];
        SiteFiles Render((TradeTemplate Trade, SiteDocument Site) x, ImmutableDictionary<string, string> settings) =>
            SiteRenderer.Render(x.Site, x.Trade, Rich(x.Trade), RenderSettings.Plain with { Settings = settings, Made = _ => card });
        var around = SettingsRegistry
            .Values.SetItem("credit", "Made by us")
            .SetItem("notice", "Closed on Monday")
            .SetItem("counter", "https://other.example/x.js")
            .SetItem("show_social", "head")
            .SetItem("footer_text", "{{ agency.email }}\n{{ agency.phone }}")
            .SetItem("agency_email", "a@tidewrack.example")
            .SetItem("agency_phone", "01632 960100");
        var still = new List<string>();
        var before = rich.ConvertAll(x => Render(x, around));
        foreach (var s in SettingsRegistry.All.Where(s => s.Shows.HasFlag(SettingShows.Pages)))
        {
            var other = Other(s);
            s.Check(other).Problem.ShouldBeNull(s.Key);
            if (!rich.Zip(before).Any(p => !Same(p.Second, Render(p.First, around.SetItem(s.Key, other)))))
                still.Add($"{s.Key} = {other}");
        }
        still.ShouldBeEmpty();
    }

    private static bool Same(SiteFiles a, SiteFiles b) =>
        a.Files.Count == b.Files.Count
        && a.Files.All(f => b.Files.TryGetValue(f.Key, out var other) && f.Value.AsSpan().SequenceEqual(other));

    private static SiteDocument Whole(TradeTemplate trade)
    {
        var site = Composer.Compose(trade, Rich(trade), new Wishes(Size: PlanSize.Full));
        foreach (var page in new[] { "imprint", "accessibility", "thanks" })
            site = site with
            {
                Pages = site.Pages.Add(
                    new Page(
                        page,
                        page + ".html",
                        "",
                        new(page),
                        new(page),
                        Passage.None,
                        [
                            new Section($"{page}.title", new TitleContent { Heading = new(page) }),
                            new Section($"{page}.text", new LegalContent { Heading = new(page), Text = new($"{{{{ settings.{page} }}}}") }),
                        ],
                        InMenu: false
                    )
                ),
            };
        foreach (var kind in SettingsRegistry.LaidOut)
            if (site.Pages.All(p => p.Sections.All(s => s.Content.Kind != kind)))
                site = site.WithPage("home", p =>
                    p with
                    {
                        Sections = p.Sections.Add(new Section($"home.x-{kind}", SectionKinds.Named(kind)!.Blank())),
                    }
                );
        site = site with { Files = [new SiteFile("p", "img/p.webp", new string('0', 64), 800, 600, "A wheel")] };
        return site.WithSection("home.x-gallery", s =>
            s with
            {
                Content = ((GalleryContent)s.Content) with { Items = [new SectionItem("p", new("A wheel"), Passage.None)] },
            }
        );
    }

    private static FactSheet Rich(TradeTemplate trade)
    {
        var catalogue = TradeFacts.Of(trade);
        FactSheet With(FactSheet f, string id, object raw) =>
            catalogue.FirstOrDefault(d => d.Id == id) is { } d && FactReader.Read(d, raw, "GB") is { Ok: true, Value: { } v }
                ? f.With(id, new FactEntry(v, FactSource.Maker, true))
                : f;
        var sheet = Facts;
        foreach (
            var (id, raw) in new (string, object)[]
            {
                ("social", "https://www.pictures.example/firm"),
                ("prices", "Service | 45 | with parts"),
                ("landmarks", "station, 5 minutes"),
                ("hours", "mon-fri 8:30-17:30"),
                (
                    "testimonials",
                    "Good work | A. Rowe | Saltmere Parish List | 2026-05 | yes\nVery quick | B. Lane | Saltmere Parish List | "
                        + "2026-06 | yes\nFriendly | C. Moss | Saltmere Parish List | 2026-06 | yes\nFair | D. Quay | Saltmere Parish "
                        + "List | 2026-07 | yes"
                ),
                ("team", "Nell Harrowgate, wheels"),
                ("area.towns", "Saltmere, Wrenfield"),
                ("email", "nell@harrowgate.example"),
            }
        )
            sheet = With(sheet, id, raw);
        return sheet;
    }

    [Fact]
    public void What_a_person_chose_on_the_site_stays_whatever_the_settings()
    {
        var site = Composer.Compose(Trade, Facts, new Wishes());
        var own = site with { Look = site.Look with { Details = new LookDetails { Corners = Corners.Square } } };
        own = own.WithSection("home.opening", s => s with { Variant = "v-arch" });
        var all = SettingsRegistry
            .All.Where(s => s.Group is SettingGroup.Look or SettingGroup.Sections or SettingGroup.Frame)
            .Aggregate(SettingsRegistry.Values, (v, s) => v.SetItem(s.Key, Other(s)));
        var dressed = SettingsDress.Over(own, all);
        dressed.Look.Details!.Corners.ShouldBe(Corners.Square);
        dressed.Look.Details.Buttons.ShouldNotBeNull();
        dressed.FindSection("home.opening")!.Value.Section.Variant.ShouldBe("v-arch");
        SettingsDress.Over(own, SettingsRegistry.Values).ShouldBeSameAs(own);
    }

    [Fact]
    public void A_page_can_have_a_value_of_its_own()
    {
        var site = Composer.Compose(Trade, Facts, new Wishes());
        var stack = SettingsStack
            .Empty.With(SettingLayer.Agency, [new("footer_text", "For all"), new("index", "yes")])
            .With(
                new SettingsSource(
                    SettingLayer.Page,
                    "SITE/contact",
                    "contact",
                    ImmutableDictionary<string, string>.Empty.Add("footer_text", "Only here").Add("index", "no").Add("corners", "round")
                )
            );
        var files = SiteRenderer.Render(site, Trade, Facts, RenderSettings.Plain with { Settings = stack.All() });
        files.Text("contact.html").ShouldContain("Only here");
        files.Text("contact.html").ShouldContain("noindex");
        files.Text("index.html").ShouldContain("For all");
        files.Text("index.html").ShouldNotContain("Only here");
        files.Text("robots.txt").ShouldContain("Allow: /");
        stack["footer_text"].ShouldBe("For all");
        stack.Own().Keys.ShouldNotContain("corners@contact");
    }

    [Fact]
    public void Nothing_that_counts_is_loaded_before_somebody_agrees()
    {
        var site = Composer.Compose(Trade, Facts, new Wishes());
        SiteRenderer.Render(site, Trade, Facts, RenderSettings.Plain).Text("index.html").ShouldNotContain("counting");
        var page = SiteRenderer
            .Render(
                site,
                Trade,
                Facts,
                RenderSettings.Plain with
                {
                    Settings = SettingsRegistry
                        .Values.SetItem("counter", "https://count.example/c.js")
                        .SetItem("pixels", "https://pix.example/p.js"),
                }
            )
            .Text("index.html");
        page.ShouldContain("<meta name=\"counting\" content=\"https://count.example/c.js https://pix.example/p.js\">");
        page.ShouldNotContain("<script src=\"https:");
        page.ShouldContain("id=\"consent\"");
    }

    [Fact]
    public void The_weight_of_a_check_follows_its_setting_and_what_guards_the_truth_cannot_be_turned_off()
    {
        var site = Composer.Compose(Trade, FactSheet.From("Bell", "Hallow"), new Wishes());
        ImmutableArray<Finding> Check(string value) =>
            Preflight.Check(
                new PreflightInput(
                    site,
                    Trade,
                    FactSheet.From("Bell", "Hallow"),
                    RenderSettings.Plain with
                    {
                        Settings = SettingsRegistry.Values.SetItem("check_services_of_the_trade", value),
                    },
                    1,
                    1,
                    []
                )
            );
        Check("warns").ShouldContain(f => f.Rule == "services-of-the-trade" && f.Severity == Severity.Warning);
        Check("blocks").ShouldContain(f => f.Rule == "services-of-the-trade" && f.Severity == Severity.Blocker);
        Check("off").ShouldNotContain(f => f.Rule == "services-of-the-trade");
        SettingsRegistry
            .Weighed.Select(w => w.Rule)
            .ShouldNotContain(r => r == "placeholder" || r == "generated-testimonial" || r == "unknown-fact" || r == "contrast");
    }

    // EN 16931: the tax of a total is worked out on the sum and rounded once. 12.35 + 25.10 = 37.45; 19 % of it 7.1155, 7.12; together
    // 44.57.
    [Fact]
    public void Monthly_fees_are_summed_and_taxed_once()
    {
        var fees = HandoffPack
            .Fees(
                SettingsRegistry
                    .Values.SetItem("hosting_fee", "12.35")
                    .SetItem("care_fee", "25.10")
                    .SetItem("tax_rate", "19")
                    .SetItem("currency", "EUR")
            )
            .Value;
        fees.ShouldContain("7.12 EUR");
        fees.ShouldContain("Together: 44.57 EUR");
    }

    [Fact]
    public void What_is_linked_shows_what_the_agency_has_now_until_somebody_writes_there()
    {
        var shared = new Section(
            "x",
            new TextContent("own") { Heading = new("Winter hours", Kept: true), Text = new("Closed in January.", Kept: true) }
        );
        var site = Composer.Compose(Trade, Facts, new Wishes());
        site = site.WithPage("home", p => p with { Sections = p.Sections.Add(shared with { Id = "home.winter", Linked = "w" }) });
        SharedPassage.Of(site).ShouldBe(["w"]);
        var now = SharedPassage.Write([
            shared with
            {
                Content = ((TextContent)shared.Content) with { Text = new("Closed in February.", Kept: true) },
            },
        ]);
        string? Value(string key) => key == "passage:w" ? now : null;
        SiteRenderer
            .Render(site, Trade, Facts, RenderSettings.Plain with { Settings = SettingsRegistry.Values.SetItem("passage:w", now) })
            .Text("index.html")
            .ShouldContain("Closed in February.");
        var filled = SharedPassage.Fill(site, Value);
        var written = SharedPassage.Own(filled, new SetText("home.winter", "text", "Open all winter.").Apply(filled).Value!);
        written
            .FindSection("home.winter")!
            .Value.Section.ShouldSatisfyAllConditions(s => s.Linked.ShouldBeNull(), s => s.Parted.ShouldBe("w"));
        SiteRenderer
            .Render(written, Trade, Facts, RenderSettings.Plain with { Settings = SettingsRegistry.Values.SetItem("passage:w", now) })
            .Text("index.html")
            .ShouldContain("Open all winter.");
        SharedPassage
            .Own(filled, new HideSection("home.about", true).Apply(filled) is { Ok: true } hidden ? hidden.Value! : filled)
            .FindSection("home.winter")!
            .Value.Section.Linked.ShouldBe("w");
        SharedPassage.Fill(site, _ => "{ broken").ToJson().ShouldBe(site.ToJson());
    }

    [Fact]
    public void What_a_client_may_change_is_decided_by_group()
    {
        ClientRights Of(params (string, string)[] set) =>
            ClientRights.Of(k => set.FirstOrDefault(s => s.Item1 == k).Item2 ?? SettingsRegistry.Values[k]);
        var usual = Of();
        usual.MayFact("hours").ShouldBeTrue();
        usual.MayFact("place").ShouldBeFalse();
        usual.MayFact("legal.name").ShouldBeFalse();
        usual.MayFact("budget").ShouldBeFalse();
        Of(("may_hours", "no")).MayFact("hours_note").ShouldBeFalse();
        var site = Composer.Compose(Trade, Facts, new Wishes());
        var opening = site.FindSection("home.opening")!.Value.Section;
        usual.Check(new SetText(opening.Id, "heading", "Mine"), site).Ok.ShouldBeFalse();
        Of(("may_texts", "opening\nabout")).Check(new SetText(opening.Id, "heading", "Mine"), site).Ok.ShouldBeTrue();
        Of(("may_texts", "opening")).Check(new RemovePage("about"), site).Ok.ShouldBeFalse();
        Of(("may_pictures", "no")).Check(new RemoveFile("x", "y"), site).Ok.ShouldBeFalse();
        SettingsRegistry.Find("may_texts")!.Check("opening\nlegal").Ok.ShouldBeFalse();
    }
}
