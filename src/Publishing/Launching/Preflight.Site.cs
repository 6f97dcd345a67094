using Plurimax.Design.Styling;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Likeness;
using Plurimax.Making.Plans;
using Plurimax.Making.Settings;
using Plurimax.Sites;

namespace Plurimax.Publishing.Launching;

/// <summary>Rules over the document, its facts and its settings.</summary>
public static partial class Preflight
{
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
}
