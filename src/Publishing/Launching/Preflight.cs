using System.Collections.Immutable;
using System.Text.RegularExpressions;
using AngleSharp.Dom;
using AngleSharp.Html.Parser;
using Plurimax.Design.Styling;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Likeness;
using Plurimax.Making.Plans;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Publishing.Launching;

public enum Severity
{
    Warning,
    Blocker,
}

/// <param name="Rule">Stable name of the rule.</param>
/// <param name="Where">File or fact, for people.</param>
/// <param name="Mend">What to do about it.</param>
/// <param name="Station">Where it is mended: brief, plan, look, bench, proof, launch.</param>
public sealed record Finding(string Rule, Severity Severity, string Message, string Where, string Mend, string Station);

/// <param name="SignedRevision">Revision that a client signed off, if any.</param>
/// <param name="Revision">Revision about to go live.</param>
/// <param name="UntickedAssumptions">What the trade's copy takes for granted and nobody has confirmed.</param>
/// <param name="OpenMarks">Marks of the client not yet resolved.</param>
/// <param name="Nearest">The agency's site that reads most like it.</param>
public sealed record PreflightInput(
    SiteDocument Site,
    TradeTemplate Trade,
    FactSheet Facts,
    RenderSettings Settings,
    int? SignedRevision,
    int Revision,
    ImmutableArray<string> UntickedAssumptions,
    int OpenMarks = 0,
    NearSite? Nearest = null
);

/// <summary>Checks before a release. A blocker stops it; a warning is said and may be accepted.</summary>
public static partial class Preflight
{
    public static ImmutableArray<Finding> Check(PreflightInput x) => Check(x, SiteRenderer.Render(x.Site, x.Trade, x.Facts, x.Settings));

    /// <param name="files">The site as it was rendered from the same input.</param>
    public static ImmutableArray<Finding> Check(PreflightInput x, SiteFiles files) =>
        [
            .. Weighed(OfSite(Dressed(x)).Concat(OfFiles(files.Files)), x.Settings.Settings)
                .OrderByDescending(f => f.Severity)
                .ThenBy(f => f.Rule, StringComparer.Ordinal),
        ];

    private static PreflightInput Dressed(PreflightInput x) =>
        x with
        {
            Site = SettingsDress.Over(x.Site, x.Settings.Settings),
            Facts = SettingsDress.Shown(x.Facts, x.Settings.Settings),
        };

    /// <summary>The findings with the weight that the settings give to their rules.</summary>
    private static IEnumerable<Finding> Weighed(IEnumerable<Finding> findings, ImmutableDictionary<string, string> settings)
    {
        foreach (var f in findings)
            switch (settings.GetValueOrDefault("check_" + f.Rule.Replace('-', '_')))
            {
                case "off":
                    continue;
                case "blocks":
                    yield return f with
                    {
                        Severity = Severity.Blocker,
                    };
                    break;
                case "warns":
                    yield return f with
                    {
                        Severity = Severity.Warning,
                    };
                    break;
                default:
                    yield return f;
                    break;
            }
    }

    private static IEnumerable<Finding> OfSite(PreflightInput x)
    {
        if (x.SignedRevision is null)
            yield return new(
                "unsigned",
                Severity.Blocker,
                "Nobody has signed off this site.",
                "whole site",
                "Send a proof and let the client sign it off.",
                "proof"
            );
        else if (x.SignedRevision != x.Revision)
            yield return new(
                "changed-since-signed",
                Severity.Blocker,
                $"Version {x.SignedRevision} was signed; version {x.Revision} would go live.",
                "whole site",
                "Send a new round, or undo back to the signed version.",
                "proof"
            );
        if (x.OpenMarks > 0)
            yield return new(
                "open-marks",
                Severity.Warning,
                $"{x.OpenMarks} marks of the client are open.",
                "proof",
                "Resolve or answer them.",
                "proof"
            );
        if (x.Facts.Public<ListValue>("services") is null)
            yield return new(
                "services-of-the-trade",
                Severity.Warning,
                "The services shown are the usual ones of the trade; nobody has said which are offered.",
                "services",
                "Enter the services with the client, and those that are not offered go.",
                "brief"
            );
        if (x.Nearest is { } near && near.Resemblance > Shingles.Bound)
            yield return new(
                "likeness",
                Severity.Warning,
                $"It reads {near.Resemblance:P0} like the site of {near.Name}; at most {Shingles.Bound:P0} is good.",
                "whole site",
                "Take another take of the sections that say the same, or write some of them yourself.",
                "bench"
            );
        var texts = x.Site.Languages.ToDictionary(l => l, l => SiteTexts.For(x.Site, l, x.Trade, x.Facts, x.Settings.Settings).Text);
        var own = texts[x.Site.Language];
        foreach (var f in OfTexts(SettingTexts(x).Concat(OwnTexts(x))))
            yield return f;
        foreach (var (target, why) in LinkTarget.Dead(x.Site, x.Facts))
            yield return new(
                "dead-target",
                Severity.Warning,
                $"A link to {target} is left out. {why}",
                "every page",
                "Let it lead elsewhere, under “On every page” of the Bench.",
                "bench"
            );
        foreach (var page in x.Site.Pages.Where(p => !p.Hidden))
        foreach (var section in page.Sections.Where(s => !s.Hidden))
        {
            foreach (var (target, why) in LinkTarget.Dead(x.Site, page, section, x.Facts, texts: false))
                yield return new(
                    "dead-target",
                    Severity.Warning,
                    $"A link to {target} is left out. {why}",
                    $"{SectionKinds.Of(section.Content).Label}, {page.File}",
                    "Let it lead elsewhere, or take it out.",
                    "bench"
                );
            var (name, text) = ($"{SectionKinds.Of(section.Content).Label}, {page.File}", texts[page.Language ?? x.Site.Language]);
            if (section.Content is TestimonialsContent t && t.Items.Any(i => !i.Text.IsEmpty))
                yield return new(
                    "generated-testimonial",
                    Severity.Blocker,
                    "A testimonial was typed or generated here.",
                    name,
                    "Delete it. Enter real ones in the fact sheet, with name, source, date and permission.",
                    "brief"
                );
            foreach (var (_, passage) in section.Content.Passages().Where(p => !p.Passage.IsEmpty && p.Path != CodeContent.CodePath))
            {
                if (Placeholder().Match(text.Plain(passage)) is { Success: true } m)
                    yield return new(
                        "placeholder",
                        Severity.Blocker,
                        $"Placeholder text: “{Cut(m.Value)}”.",
                        name,
                        "Write the real text, or delete the passage.",
                        "bench"
                    );
                foreach (
                    var fact in TextEngine
                        .References(passage.Text)
                        .Where(f =>
                            !f.StartsWith("settings", StringComparison.Ordinal)
                            && !f.StartsWith("words", StringComparison.Ordinal)
                            && !text.Has(f)
                        )
                )
                    if (passage.Kept)
                        yield return new(
                            "unresolved-fact",
                            Severity.Blocker,
                            $"The text refers to {fact}, which is not known.",
                            name,
                            $"Enter {fact} in the fact sheet, or take it out of the text.",
                            "brief"
                        );
            }
        }
        foreach (var claim in Claims.Of(x.Site, x.Trade, x.Facts).Where(c => c.State == ClaimState.Unfounded))
            yield return new(
                "claim-unfounded",
                Severity.Warning,
                $"“{Cut(claim.Words)}” claims what no confirmed fact says.",
                x.Site.Pages.First(p => p.Id == claim.Page).File,
                $"Confirm {claim.Facts[0]} with the client, or say it otherwise.",
                "bench"
            );
        foreach (var r in PlanRules.Check(x.Site, x.Facts).Where(r => r.Rule is not ("privacy-page" or "contact-way" or "owner-story")))
            yield return new(
                "plan-" + r.Rule,
                Severity.Warning,
                r.Message,
                r.Page is null ? "whole site" : x.Site.FindPage(r.Page)!.File,
                r.Mend,
                "plan"
            );
        var contact = x.Facts.Public<PhoneValue>("phone") is not null || x.Facts.Public<TextValue>("email") is not null;
        var form = x.Site.Pages.Any(p => !p.Hidden && p.Sections.Any(s => !s.Hidden && s.Content is ContactContent));
        if (!contact && !form)
            yield return new(
                "no-contact",
                Severity.Blocker,
                "There is no way to reach the business.",
                "whole site",
                "Enter a phone number or an email, or show the enquiry form.",
                "brief"
            );
        if (form && x.Facts.Any<TextValue>("email") is null)
            yield return new(
                "form-without-address",
                Severity.Blocker,
                "The enquiry form has nowhere to send messages.",
                "contact",
                "Enter the email for enquiries.",
                "brief"
            );
        if (form && x.Facts["email"] is { Confirmed: false })
            yield return new(
                "email-unconfirmed",
                Severity.Warning,
                "The email for enquiries is not confirmed.",
                "contact",
                "Confirm it with the client.",
                "brief"
            );
        if (x.Site.FindPage("privacy") is null or { Hidden: true })
            yield return new(
                "no-privacy",
                Severity.Blocker,
                "There is no privacy page.",
                "whole site",
                "Show or add the privacy page.",
                "plan"
            );
        if (Composer.NeededBy(x.Site.Action) is var needed && !own.Has(needed))
            yield return new(
                "action-without-target",
                Severity.Blocker,
                $"The main action is “{x.Site.Action.ToString().ToLowerInvariant()}”, but {needed} is not known.",
                "every page",
                $"Enter {needed}, or choose another main action.",
                "brief"
            );
        if (x.Facts.Any<TestimonialsValue>("testimonials") is { } quotes && quotes.Items.Any(q => !q.Permission))
            yield return new(
                "testimonial-permission",
                Severity.Warning,
                "A testimonial has no permission and stays off the site.",
                "fact sheet",
                "Ask the person, then note the permission.",
                "brief"
            );
        foreach (var (id, entry) in x.Facts.Entries.Where(e => !e.Value.Confirmed))
            yield return new(
                "unconfirmed-fact",
                Severity.Warning,
                $"{id} is not confirmed and stays off the site.",
                "fact sheet",
                "Confirm it or leave it out.",
                "brief"
            );
        foreach (var a in x.UntickedAssumptions)
            yield return new(
                "assumption",
                Severity.Warning,
                $"Taken for granted: {a}",
                "copy of the trade",
                "Tick it in the Brief, or change the copy.",
                "brief"
            );
        var roles = DressedLook.Of(x.Site.Look).Roles;
        foreach (var pair in Roles.Pairs)
            if (Contrast.Ratio(roles[pair.Text], roles[pair.Ground]) is var ratio && ratio < pair.Least)
                yield return new(
                    "contrast",
                    Severity.Blocker,
                    $"{pair.Text} on {pair.Ground} reaches {ratio:0.00}:1; {pair.Least:0.0}:1 is needed.",
                    "every page",
                    "Choose another brand colour.",
                    "look"
                );
    }

    /// <summary>Names in texts that are no fact of any trade.</summary>
    private static IEnumerable<Finding> OfTexts(IEnumerable<(string Where, string Text)> texts)
    {
        foreach (var (where, text) in texts)
        foreach (var name in KnownFacts.Unknown(text))
            yield return new(
                "unknown-fact",
                Severity.Blocker,
                $"“{name}” is no fact; its place stays empty.",
                where,
                "Choose a fact from the list, or take it out.",
                where.StartsWith("setting", StringComparison.Ordinal) ? "settings" : "bench"
            );
    }

    /// <summary>Texts of the settings in which a fact may be named.</summary>
    private static IEnumerable<(string Where, string Text)> SettingTexts(PreflightInput x)
    {
        foreach (var s in SettingsRegistry.All)
            if (
                s.IsProse
                && s.Shows.HasFlag(SettingShows.Pages)
                && x.Settings.Settings.TryGetValue(s.Key, out var value)
                && value.Contains('{')
                && value != s.Default
            )
                yield return ($"setting {s.Name}", value);
    }

    /// <summary>Texts of the site: of what stands on every page, of pages and their sections.</summary>
    private static IEnumerable<(string Where, string Text)> OwnTexts(PreflightInput x)
    {
        if (x.Site.Parts is { } parts)
            foreach (
                var p in new[] { parts.Notice?.Text, parts.PopUp?.Heading, parts.PopUp?.Text }.Concat(parts.Links.Select(l => l.Label))
            )
                if (p is { IsEmpty: false })
                    yield return ("every page", p.Text);
        foreach (var page in x.Site.Pages.Where(p => !p.Hidden))
        {
            foreach (var p in new[] { page.Menu, page.Title, page.Description })
                yield return (page.File, p.Text);
            foreach (var section in page.Sections.Where(s => !s.Hidden))
            {
                foreach (var button in section.Buttons)
                    yield return ($"{SectionKinds.Of(section.Content).Label}, {page.File}", button.Label.Text);
                foreach (var (path, p) in section.Content.Passages())
                    if (path != CodeContent.CodePath)
                        yield return ($"{SectionKinds.Of(section.Content).Label}, {page.File}", p.Text);
            }
        }
    }

    /// <summary>Rules that need only the finished files; also for a folder from elsewhere.</summary>
    public static IEnumerable<Finding> OfFiles(IReadOnlyDictionary<string, byte[]> files)
    {
        var pages = files
            .Where(f =>
                f.Key.EndsWith(".html", StringComparison.Ordinal)
                && !f.Key.StartsWith("code/", StringComparison.Ordinal)
                && MovedPage.TargetOf(f.Value) is null
            )
            .OrderBy(f => f.Key, StringComparer.Ordinal)
            .Select(f => (Path: f.Key, Dom: new HtmlParser().ParseDocument(System.Text.Encoding.UTF8.GetString(f.Value))))
            .ToList();
        if (pages.All(p => p.Path != "index.html"))
            yield return new("no-home", Severity.Blocker, "There is no index.html.", "folder", "A site begins at index.html.", "plan");
        var ids = pages.ToDictionary(p => p.Path, p => p.Dom.All.Select(e => e.Id).OfType<string>().Where(i => i.Length > 0).ToHashSet());
        foreach (var twice in pages.Where(p => p.Path != "404.html").GroupBy(p => p.Dom.Title ?? "").Where(g => g.Count() > 1))
            yield return new(
                "title-twice",
                Severity.Warning,
                $"{twice.Count()} pages share the title “{Cut(twice.Key)}”.",
                string.Join(", ", twice.Select(p => p.Path)),
                "Give each page its own title.",
                "plan"
            );
        foreach (var (path, dom) in pages)
        {
            var title = dom.Title?.Trim() ?? "";
            if (title.Length == 0)
                yield return new("title-missing", Severity.Blocker, "The page has no title.", path, "Give it one.", "plan");
            else if (title.Length is < 10 or > 70)
                yield return new(
                    "title-length",
                    Severity.Warning,
                    $"The title has {title.Length} characters; 10 to 70 show whole.",
                    path,
                    "Shorten or lengthen it.",
                    "plan"
                );
            if (path != "404.html")
            {
                var description = dom.QuerySelector("meta[name=description]")?.GetAttribute("content") ?? "";
                if (description.Length is < 50 or > 170)
                    yield return new(
                        "description-length",
                        Severity.Warning,
                        description.Length == 0
                            ? "The page has no description."
                            : $"The description has {description.Length} characters; 50 to 170 show whole.",
                        path,
                        "Write one or two sentences.",
                        "plan"
                    );
            }
            var h1 = dom.QuerySelectorAll("h1").Length;
            if (h1 != 1)
                yield return new(
                    "one-heading",
                    Severity.Blocker,
                    $"The page has {h1} main headings; it needs one.",
                    path,
                    "Keep one opening or page title.",
                    "bench"
                );
            var level = 0;
            foreach (var h in dom.QuerySelectorAll("main h1,main h2,main h3,main h4"))
            {
                var n = h.LocalName[1] - '0';
                if (level > 0 && n > level + 1)
                    yield return new(
                        "heading-order",
                        Severity.Warning,
                        $"A heading of level {n} follows one of level {level}: “{Cut(h.TextContent)}”.",
                        path,
                        "Put a heading between them or change its level.",
                        "bench"
                    );
                level = n;
            }
            foreach (var f in OfElements(path, dom, dom.Body?.TextContent ?? "", files, ids.GetValueOrDefault))
                yield return f;
            if (dom.DocumentElement.GetAttribute("lang") is null or "")
                yield return new(
                    "language-missing",
                    Severity.Blocker,
                    "The page does not say its language.",
                    path,
                    "Set the site's language.",
                    "brief"
                );
            if (Weight(path, files) is { } heavy)
                yield return heavy;
        }
    }

    /// <summary>Rules about pictures, links and words of a page or of a part of it.</summary>
    /// <param name="ids">Fragment identifiers of a page; null where there is no such page.</param>
    private static IEnumerable<Finding> OfElements(
        string path,
        IParentNode nodes,
        string words,
        IReadOnlyDictionary<string, byte[]> files,
        Func<string, HashSet<string>?> ids
    )
    {
        foreach (var img in nodes.QuerySelectorAll("img"))
        {
            // Empty words are right only beside others that say it: a picture within a link that has text.
            if (
                string.IsNullOrWhiteSpace(img.GetAttribute("alt"))
                && img.GetAttribute("role") != "presentation"
                && !(img.GetAttribute("alt") == "" && img.ParentElement is { LocalName: "a" } link && link.TextContent.Trim().Length > 0)
            )
                yield return new(
                    "alt-missing",
                    Severity.Blocker,
                    $"The picture {img.GetAttribute("src")} has no words that stand for it.",
                    path,
                    "Say what it shows.",
                    "bench"
                );
            if (img.GetAttribute("src") is { } src && !src.Contains(':') && !files.ContainsKey(Resolved(path, src)))
                yield return new(
                    "picture-missing",
                    Severity.Blocker,
                    $"The picture {src} is not there.",
                    path,
                    "Choose another picture.",
                    "bench"
                );
        }
        foreach (var a in nodes.QuerySelectorAll("a[href],link[rel=stylesheet],script[src]"))
        {
            var href = a.GetAttribute("href") ?? a.GetAttribute("src") ?? "";
            if (href is "" or "#")
            {
                yield return new(
                    "dead-button",
                    Severity.Blocker,
                    $"“{Cut(a.TextContent)}” leads nowhere.",
                    path,
                    "Give it a target or take it away.",
                    "bench"
                );
                continue;
            }
            if (Regex.IsMatch(href, "^(https?|mailto|tel|sms|geo):") || href.StartsWith("//", StringComparison.Ordinal))
                continue;
            var parts = href.Split('#');
            var target = parts[0].Length == 0 ? path : Resolved(path, parts[0].Split('?')[0]);
            if (!files.ContainsKey(target))
                yield return new(
                    "broken-link",
                    Severity.Blocker,
                    $"“{Cut(a.TextContent)}” leads to {href}, which is not there.",
                    path,
                    "Point it to a page that is there.",
                    "bench"
                );
            else if (parts.Length > 1 && ids(target) is { } there && !there.Contains(parts[1]))
                yield return new(
                    "broken-anchor",
                    Severity.Blocker,
                    $"“{Cut(a.TextContent)}” leads to {href}; that place is not on the page.",
                    path,
                    "Show the section it leads to, or change the link.",
                    "bench"
                );
        }
        if (Brackets().Match(words) is { Success: true } raw)
            yield return new(
                "raw-brackets",
                Severity.Blocker,
                $"Unfilled brackets show: “{Cut(raw.Value)}”.",
                path,
                "Fill the fact or take the brackets out.",
                "bench"
            );
        if (Lorem().Match(words) is { Success: true } l)
            yield return new("filler", Severity.Blocker, $"Filler text: “{Cut(l.Value)}”.", path, "Write the real text.", "bench");
    }

    private static Finding? Weight(string path, IReadOnlyDictionary<string, byte[]> files)
    {
        var size = files[path].Length + (files.TryGetValue("site.css", out var css) ? css.Length : 0);
        return size > 60 * 1024
            ? new(
                "weight",
                Severity.Warning,
                $"Page and style weigh {size / 1024} KB; 60 KB is the bound.",
                path,
                "Shorten the page or split it.",
                "plan"
            )
            : null;
    }

    /// <summary>The file that a relative address on a page leads to (RFC 3986, 5.2).</summary>
    private static string Resolved(string page, string href) =>
        Uri.UnescapeDataString(new Uri(new Uri("http://site.example/" + page), href).AbsolutePath[1..]) is var file
        && (file.Length == 0 || file.EndsWith('/'))
            ? file + "index.html"
            : file;

    private static string Cut(string text) => text.Trim() is var t && t.Length > 60 ? t[..60] + "…" : text.Trim();

    [GeneratedRegex(
        @"^(Write here|Write the answer here|A heading|A question\?|First|TODO\b.*|TBC\b.*|xxx+)\.?$|lorem "
            + @"ipsum[^.]*|\[(your|insert|add|name|company)[^\]]*\]",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Placeholder();

    [GeneratedRegex(@"lorem ipsum[^.]*|dolor sit amet[^.]*", RegexOptions.IgnoreCase)]
    private static partial Regex Lorem();

    [GeneratedRegex(@"\{\{[^}]*\}\}?|\{%[^%]*%\}?|\[(your|insert|company|name)[^\]]*\]", RegexOptions.IgnoreCase)]
    private static partial Regex Brackets();
}
