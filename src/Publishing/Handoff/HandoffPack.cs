using System.Collections.Immutable;
using System.IO.Compression;
using System.Text;
using System.Text.Json;
using Plurimax.Design.Pictures;
using Plurimax.Design.Styling;
using Plurimax.Facts;
using Plurimax.Making.Settings;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Publishing.Handoff;

/// <summary>
/// Everything a client leaves with: the site as plain files, the facts, a contact card, the domain's records, pictures with rights, a
/// guide.
/// </summary>
public static class HandoffPack
{
    /// <summary>A ZIP whose bytes depend on its contents alone.</summary>
    /// <param name="moving">The site does not stand at its address for good yet: its records are to be forgotten soon.</param>
    public static byte[] Zip(
        SiteFiles site,
        SiteDocument document,
        TradeTemplate trade,
        FactSheet facts,
        string domain,
        ImmutableDictionary<string, string> settings,
        bool moving = false
    )
    {
        using var memory = new MemoryStream();
        using (var zip = new ZipArchive(memory, ZipArchiveMode.Create, leaveOpen: true, Encoding.UTF8))
        {
            void Add(string path, byte[] content)
            {
                var entry = zip.CreateEntry(path, CompressionLevel.Optimal);
                entry.LastWriteTime = new DateTimeOffset(2000, 1, 1, 0, 0, 0, TimeSpan.Zero);
                using var s = entry.Open();
                s.Write(content);
            }
            void AddText(string path, string content) => Add(path, Encoding.UTF8.GetBytes(content));
            foreach (var (path, bytes) in site.Files)
                Add("site/" + path, bytes);
            AddText("facts.json", FactsJson(facts));
            AddText("contact.vcf", VCard(facts, domain));
            AddText("zone.txt", ZoneFile.Write(domain, key => settings[key], moving));
            AddText("pictures.csv", PictureList(document, trade, facts));
            AddText(
                "guide.html",
                Guide(facts, domain, settings, site, SiteTexts.For(document, document.Language, trade, facts, settings).Text)
            );
        }
        return memory.ToArray();
    }

    public static string FactsJson(FactSheet facts) => JsonSerializer.Serialize(facts.Entries, SiteDocument.IndentedJson);

    /// <summary>vCard 4.0 (RFC 6350): CRLF line ends, folded at 75 octets, text escaped.</summary>
    public static string VCard(FactSheet f, string domain)
    {
        var b = new StringBuilder();
        void Line(string text) => b.Append(Fold(text)).Append("\r\n");
        Line("BEGIN:VCARD");
        Line("VERSION:4.0");
        Line("KIND:org");
        Line($"FN:{Escape(f.Name)}");
        Line($"ORG:{Escape(f.Name)}");
        if (f.Public<PhoneValue>("phone") is { } p)
            Line($"TEL;VALUE=uri;TYPE=work:tel:{p.E164}");
        if (f.Public<TextValue>("email") is { } m)
            Line($"EMAIL;TYPE=work:{Escape(m.Text)}");
        if (f.Public<AddressValue>("place") is { } a)
            Line($"ADR;TYPE=work:;;{Escape(a.Street)};{Escape(a.Town)};{Escape(a.Region)};{Escape(a.Postcode)};{Escape(a.Country)}");
        Line($"URL:https://{domain}/");
        Line("END:VCARD");
        return b.ToString();
    }

    /// <summary>RFC 6350, 3.4: backslash, comma, semicolon and line breaks.</summary>
    private static string Escape(string? text) =>
        (text ?? "").Replace("\\", "\\\\").Replace(",", "\\,").Replace(";", "\\;").Replace("\n", "\\n");

    /// <summary>RFC 6350, 3.2: lines of at most 75 octets, continued with one space, never inside a character.</summary>
    private static string Fold(string line)
    {
        var b = new StringBuilder();
        var octets = 0;
        foreach (var rune in line.EnumerateRunes())
        {
            if (octets + rune.Utf8SequenceLength > 75)
            {
                b.Append("\r\n ");
                octets = 1;
            }
            b.Append(rune);
            octets += rune.Utf8SequenceLength;
        }
        return b.ToString();
    }

    private static string PictureList(SiteDocument document, TradeTemplate trade, FactSheet facts)
    {
        var b = new StringBuilder("file,shows,made by,rights\r\n");
        foreach (
            var p in SitePictures
                .For(trade, document, DressedLook.Of(document.Look), SiteSeed.Of(document, trade, facts))
                .Values.OrderBy(p => p.File, StringComparer.Ordinal)
        )
            b.Append($"{p.File},\"{p.Alt.Replace("\"", "\"\"")}\",drawn for this site,the client may use it without limit\r\n");
        return b.ToString();
    }

    private static string Guide(
        FactSheet facts,
        string domain,
        ImmutableDictionary<string, string> settings,
        SiteFiles site,
        TextEngine text
    ) =>
        Html.Of(
            $"""
            <!doctype html>
            <html lang="en-GB">
            <head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
            <title>Your site: {facts.Name}</title>
            <style>body{new Html(
                "{font:1rem/1.6 Georgia,serif;max-width:40rem;margin:2rem auto;padding:0 1rem;color:#12211e}"
                    + "h1,h2{line-height:1.2}code{background:#edf1ef;padding:.1em .3em}"
            )}</style></head>
            <body>
            <h1>{facts.Name}: your site</h1>
            {(
                settings["guide_text"] is { Length: > 0 } own ? text.Prose(new Passage(own)) : Html.Empty
            )}<p>This folder is yours. Nothing in it needs us, or anybody's program.</p>
            <h2>What is in it</h2>
            <ul>
            <li><code>site/</code>: the whole site, {site.Files.Count} files. Any web server serves it as it is;
            put the contents of the folder where your host tells you.</li>
            <li><code>facts.json</code>: everything that was gathered about the business, with its source.</li>
            <li><code>contact.vcf</code>: a contact card to open with a phone or a mail program.</li>
            <li><code>zone.txt</code>: the records of {domain}, in the form every name server reads.</li>
            <li><code>pictures.csv</code>: every picture and who may use it.</li>
            </ul>
            <h2>The enquiry form</h2>
            <p>The form sends to the address <code>/enquiry</code> at the same host. While {settings["agency_name"]} looks after the site,
            messages come to you by mail. If the site moves, point the form to a service of the new host, or replace it with your mail
            address.</p>
            <h2>Changing a text</h2>
            <p>Each page is one file. Open it with any text editor, change the words between the tags, save, and put it back.</p>
            <h2>What it costs a month</h2>
            {Fees(settings)}
            </body>
            </html>

            """
        ).Value;

    /// <summary>
    /// Hosting and care a month, with the tax on their sum rounded once (half away from zero, as EN 16931 rounds totals).
    /// </summary>
    public static Html Fees(ImmutableDictionary<string, string> settings)
    {
        static decimal D(string text) => decimal.Parse(text, System.Globalization.CultureInfo.InvariantCulture);
        string Sum(decimal amount) =>
            $"{amount.ToString("0.00", System.Globalization.CultureInfo.InvariantCulture)} {settings["currency"]}";
        decimal hosting = D(settings["hosting_fee"]),
            care = D(settings["care_fee"]),
            net = hosting + care;
        var taxed = settings["tax_name"].Length > 0 && D(settings["tax_rate"]) > 0;
        var tax = taxed ? Math.Round(net * D(settings["tax_rate"]) / 100, 2, MidpointRounding.AwayFromZero) : 0;
        return Html.Of(
            $"<ul><li>Hosting: {Sum(hosting)}</li><li>Care: {Sum(care)}</li>"
                + $"{Html.If(taxed, $"<li>{settings["tax_name"]} {settings["tax_rate"]} %: {Sum(tax)}</li>")}<li><b>Together: "
                + $"{Sum(net + tax)}</b></li></ul>"
        );
    }
}
