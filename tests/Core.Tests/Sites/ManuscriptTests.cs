using System.Net;
using AngleSharp.Html.Parser;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Settings;
using Plurimax.Sites;
using Plurimax.Trades;

namespace Plurimax.Core.Tests;

public class ManuscriptTests
{
    private static readonly FactSheet Facts = FactSheet.From("Fennel & Rye", "Saltmere");

    private static TextEngine Engine() =>
        new(FactTree.Build(Facts), new Dictionary<string, string>(), new Dictionary<string, string>(), SiteWords.For("en-GB"));

    private static string Shown(string html) => new HtmlParser().ParseDocument($"<body>{html}").Body!.TextContent.Trim();

    [Fact]
    public void Every_text_of_every_trade_comes_back_from_its_manuscript_saying_the_same()
    {
        foreach (var trade in TradeCatalogue.Shipped().All.Where((_, i) => i % 5 == 0))
        {
            var site = Composer.Compose(trade, Facts, new Wishes(Size: PlanSize.Full));
            var engine = SiteTexts.For(site, site.Language, trade, Facts, SettingsRegistry.Defaults()).Text;
            foreach (
                var (_, p) in site.Pages.SelectMany(x => x.Sections).SelectMany(s => s.Content.Passages()).Where(x => !x.Passage.IsEmpty)
            )
            {
                var back = ManuscriptReader.Read(Manuscript.Html(p.Text, block: true), block: true);
                Assert.Equal(
                    engine.Prose(p).Value.ReplaceLineEndings(" ").Replace("  ", " "),
                    engine.Prose(new Passage(back)).Value.ReplaceLineEndings(" ").Replace("  ", " ")
                );
                Assert.Equal(back, ManuscriptReader.Read(Manuscript.Html(back, block: true), block: true));
            }
        }
    }

    /// <summary>
    /// Whatever is typed is what is shown: no sign is taken for markup, whether or not it has a meaning in CommonMark or Liquid.
    /// </summary>
    [Fact]
    public void What_is_typed_is_what_is_shown()
    {
        var random = new Random(7);
        const string signs = "*_`[]()<>&#{}%|\\~!-+=.:;/\"'1a B\u00e9";
        var engine = Engine();
        for (var i = 0; i < 4000; i++)
        {
            var typed = string.Join(
                ' ',
                new string([.. Enumerable.Range(0, random.Next(1, 24)).Select(_ => signs[random.Next(signs.Length)])]).Split(
                    ' ',
                    StringSplitOptions.RemoveEmptyEntries
                )
            );
            if (typed.Length == 0)
                continue;
            var html = WebUtility.HtmlEncode(typed);
            // Quotation marks are set as the language has them.
            static string Straight(string s) => s.Replace('’', '\'').Replace('‘', '\'').Replace('“', '"').Replace('”', '"');
            Assert.Equal(typed, Straight(Shown(engine.Line(new Passage(ManuscriptReader.Read(html, block: false))).Value)));
            Assert.Equal(typed, Straight(Shown(engine.Prose(new Passage(ManuscriptReader.Read($"<p>{html}</p>", block: true))).Value)));
            Assert.Equal(typed, Straight(engine.Plain(new Passage(ManuscriptReader.Read(html, block: false)))));
        }
    }

    /// <summary>Marks in any order and overlap: the words always come through, and what is written is read back the same.</summary>
    [Fact]
    public void Emphasis_is_read_back_as_it_was_set()
    {
        var random = new Random(11);
        string[] words = ["one", " two", "three ", "(four)", "“five”", ", ", "six.", "-"];
        var kept = 0;
        for (var i = 0; i < 1500; i++)
        {
            var html = string.Concat(
                Enumerable
                    .Range(0, random.Next(1, 6))
                    .Select(_ =>
                    {
                        var w = words[random.Next(words.Length)];
                        if (random.Next(2) == 0)
                            w = $"<em>{w}</em>";
                        if (random.Next(2) == 0)
                            w = $"<strong>{w}</strong>";
                        return random.Next(5) == 0 ? $"<a href=\"prices.html\">{w}</a>" : w;
                    })
            );
            var text = ManuscriptReader.Read($"<p>{html}</p>", block: true);
            var back = Manuscript.Html(text, block: true);
            Assert.Equal(Shown(html).Replace(" ", ""), Shown(back).Replace(" ", ""));
            Assert.Equal(text, ManuscriptReader.Read(back, block: true));
            if (html.Contains("<strong>") == back.Contains("<strong>"))
                kept++;
        }
        Assert.True(kept > 1350, $"emphasis survived in {kept} of 1,500");
    }

    [Theory]
    [InlineData("<p>Ring <span class=\"fc\" contenteditable=\"false\" data-t=\"{{ phone }}\">phone</span> now</p>", "Ring {{ phone }} now")]
    [InlineData("<p><b>Two</b> <b>words</b></p>", "**Two words**")]
    [InlineData("<ul><li>one</li><li>two<ol><li>deep</li></ol></li></ul><p>after</p>", "- one\n- two\n    1. deep\n\nafter")]
    [InlineData("<h2>Upper</h2><p>a</p><h3>Lower</h3><h1>Highest</h1>", "### Upper\n\na\n\n#### Lower\n\n### Highest")]
    [InlineData("<p>1. May to 3. June</p>", "1&#46; May to 3. June")]
    [InlineData("<p>street<br>town</p>", "street\\\ntown")]
    [InlineData(
        "<a href=\"javascript:alert(1)\">click</a> <a href=\"//x.example\">y</a> <a href=\"https://x.example/a (b)\">z</a>",
        "click y [z](https://x.example/a%20%28b%29)"
    )]
    [InlineData("<p>{{ evil | raw }}</p>", "&#123;&#123; evil | raw }}")]
    [InlineData("<span data-t=\"{{ broken\">x</span>", "x")]
    public void Manuscripts_become_passages(string html, string text) => Assert.Equal(text, ManuscriptReader.Read(html, block: true));

    /// <summary>As a word processor, a shared document and a web page put text on the clipboard.</summary>
    [Theory]
    [InlineData(
        """
            <html xmlns:o="urn:schemas-microsoft-com:office:office">
            <head><style>p.MsoNormal{margin:0}</style></head><body lang=EN-GB><!--StartFragment-->
            <h1>Our prices<o:p></o:p></h1><p class=MsoNormal style='margin-bottom:8pt'>We mend <b
            style='mso-bidi-font-weight:normal'>clocks</b>&nbsp;and <i>watches</i>.<o:p></o:p></p>
            <p class=MsoListParagraphCxSpFirst style='text-indent:-18.0pt;mso-list:l0 level1 lfo1'><![if !supportLists]><span
            style='font-family:Symbol'><span style='mso-list:Ignore'>·<span
            style='font:7.0pt "Times New Roman"'>&nbsp;&nbsp;</span></span></span><![endif]>mantel clocks<o:p></o:p></p>
            <p class=MsoListParagraphCxSpLast style='mso-list:l0 level1 lfo1'><span
            style='mso-list:Ignore'>·</span>long case clocks</p><!--EndFragment--></body></html>
            """,
        "### Our prices\n\nWe mend **clocks** and *watches*.\n\n- mantel clocks\n- long case clocks"
    )]
    [InlineData(
        """
            <meta charset='utf-8'><b style="font-weight:normal;" id="docs-internal-guid-1"><p dir="ltr"
            style="line-height:1.38"><span style="font-size:11pt;font-weight:700;font-style:normal">Open</span><span
            style="font-size:11pt;font-weight:400"> every day</span></p><br /><ol style="margin-top:0"><li dir="ltr"><p dir="ltr"
            role="presentation"><span style="font-weight:400">ring</span></p></li><li><p><span>come</span></p></li></ol></b>
            """,
        "**Open** every day\n\n1. ring\n2. come"
    )]
    [InlineData(
        """
            <nav><a href="/">Home</a></nav><script>alert(1)</script><table><tr><th>Job</th><th>Price</th></tr>
            <tr><td>Puncture</td><td>£12</td></tr></table><img src=x onerror=alert(1)><p style="display:none">hidden</p><p>Plain</p>
            """,
        "Home\n\nJob, Price\n\nPuncture, £12\n\nPlain"
    )]
    public void A_paste_is_cleaned(string html, string text) => Assert.Equal(text, ManuscriptReader.Read(html, block: true));

    [Fact]
    public void A_chip_shows_a_plain_name_and_never_a_bracket()
    {
        var html = Manuscript.Html(
            "Come to {{ place.town | in_town }}{% if promise.written_price %}, priced in writing{% endif %}.",
            block: true,
            f => f == "place.town" ? "Saltmere" : null
        );
        Assert.DoesNotContain("{", Shown(html));
        Assert.Contains(">town</span>", html);
        Assert.Contains("title=\"Saltmere\"", html);
        Assert.Contains(">only if promise of written price is known</span>", html);
    }

    [Theory]
    [InlineData("01632 960001, only in the shop")]
    [InlineData("the \"old\" number, Ann's")]
    [InlineData("}} {% %}")]
    public void An_exception_says_its_own_words_and_names_the_fact(string words)
    {
        var source = FactChip.Exception("phone", words);
        Assert.Equal("phone", FactChip.Of(source)!.Fact);
        Assert.NotNull(FactChip.Of(source)!.Own);
        Assert.True(FactChip.IsPlaceholder(source));
        static string Bare(string s) =>
            s.Replace("\"", "").Replace("'", "").Replace("’", "").Replace("“", "").Replace("”", "").Replace(" ", "");
        Assert.Equal(Bare(words), Bare(Engine().Plain(new Passage(source))));
    }
}
