using System.Collections.Immutable;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Saying;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Core.Tests;

/// <summary>The wishes of tests/saying with what is to be understood, for the tests and for the bench.</summary>
public static class Sentences
{
    public sealed record Sentence(int Line, string Language, string Words, ImmutableArray<string> Acts, ImmutableArray<string> Missed);

    public static ImmutableArray<Sentence> Of(string file) =>
        [
            .. File.ReadLines(Path.Combine(Root(), "tests/saying", file))
                .Select((text, i) => (Text: text, Line: i + 1))
                .Where(l => l.Text.Length > 0 && l.Text[0] != '#')
                .Select(l =>
                {
                    var sides = l.Text[5..].Split(" => ");
                    var wanted = sides[1].Split(" ; ").Select(w => w.Trim()).ToList();
                    return new Sentence(
                        l.Line,
                        l.Text[..2],
                        sides[0].Trim(),
                        [.. wanted.Where(w => w[0] != '?')],
                        [.. wanted.Where(w => w[0] == '?').Select(w => w[2..])]
                    );
                }),
        ];

    private static string Root()
    {
        for (var d = new DirectoryInfo(AppContext.BaseDirectory); d is not null; d = d.Parent)
            if (File.Exists(Path.Combine(d.FullName, "Plurimax.slnx")))
                return d.FullName;
        throw new DirectoryNotFoundException();
    }

    private static readonly Lazy<SayContext> Harrowgate = new(() =>
    {
        var trades = TradeCatalogue.Shipped();
        var trade = trades["bicycle-repair"];
        var facts = FactsFile.Read(Content.Text("demo/harrowgate-cycle-works.yaml")!, TradeFacts.Of(trade), FactSource.File, true).Facts;
        var site = Composer.Compose(trade, facts, new Wishes());
        return new SayContext(site, trade, trades, facts, "home", null, new DateOnly(2026, 11, 27));
    });

    public static SayContext Context(Sentence s)
    {
        var c = Harrowgate.Value;
        // What is to be shown again is hidden first; a language that is to go stands there.
        var site = c.Site;
        foreach (var act in s.Acts)
            site = act.Split(' ') switch
            {
                ["section.show", var id] => new HideSection(id, true).Apply(site).Value!,
                ["page.show", var id] => new HidePage(id, true).Apply(site).Value!,
                ["page.menuin", var id] => new SetInMenu(id, false).Apply(site).Value!,
                ["section.release", var id] => new KeepSection(id).Apply(site).Value!,
                ["site.languageout", "de"] => Composer.WithLanguage(site, c.Trades.InLanguage(c.Trade, "de")!, c.Facts),
                ["look.light"] => site with { Look = site.Look with { Dark = true } },
                ["look.reset"] => site with { Look = site.Look with { Brand = "#7a2048" } },
                ["look.phone", "smaller"] => site with { Look = site.Look with { Details = new LookDetails { Phone = PhoneSize.Large } } },
                _ => site,
            };
        return c with { Site = site };
    }

    /// <returns>
    /// Shares of what was understood that was right, and of what was wanted that was understood; sentences without any fault, and the
    /// others in words.
    /// </returns>
    public static (double Precision, double Recall, int Whole, int All, List<string> Wrong) Measure(string file)
    {
        var all = Of(file);
        var wrong = new List<string>();
        int right = 0,
            said = 0,
            wanted = 0;
        foreach (var s in all)
        {
            var read = WishReader.Read(s.Words, Context(s));
            var got = read.Acts.Select(a => a.Code).ToList();
            var fits = s.Acts.Count(a =>
                got.Contains(a) || got.Any(g => a == "fact.hours" && g.StartsWith("fact.hours", StringComparison.Ordinal))
            );
            (right, said, wanted) = (right + fits, said + got.Count, wanted + s.Acts.Length);
            if (fits != s.Acts.Length || got.Count != fits || read.Missed.Length != s.Missed.Length)
                wrong.Add(
                    $"{s.Line}: {s.Words}\n    wanted {string.Join(" ; ", s.Acts)}"
                        + $"{(s.Missed.IsEmpty ? "" : " ? " + string.Join(" ? ", s.Missed))}\n    got    {string.Join(" ; ", got)}"
                        + $"{(read.Missed.IsEmpty ? "" : " ? " + string.Join(" ? ", read.Missed.Select(m => $"{m.Words} ({m.Why})")))}"
                );
        }
        return (right / (double)said, right / (double)wanted, all.Length - wrong.Count, all.Length, wrong);
    }
}
