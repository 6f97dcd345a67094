using System.Text.Json;
using Plurimax.Text;

namespace Plurimax.Core.Tests;

public class CssTextTests
{
    [Theory]
    [InlineData(".a > .b {\n  margin: 0 auto;\n}\n", ".a>.b{margin:0 auto}")]
    [InlineData("/* said */ .a {\n  width: calc(1px + 2px);\n}", ".a{width:calc(1px + 2px)}")]
    [InlineData(".a::before {\n  content: \"{ ; } /* no comment */\";\n}", ".a::before{content:\"{ ; } /* no comment */\"}")]
    [InlineData("@media (width > 40rem) {\n  .a :hover,\n  .b {\n    color: red;\n  }\n}", "@media (width>40rem){.a :hover,.b{color:red}}")]
    [InlineData(".a {\n  margin: -4rem var(--s4) 0;\n}", ".a{margin:-4rem var(--s4) 0}")]
    public void Blanks_that_say_nothing_go(string css, string small) => CssText.Compact(css).ShouldBe(small);

    /// <summary>Judged by lightningcss, which reads both and writes them its own way.</summary>
    [Fact]
    public void Every_sheet_of_the_looks_says_the_same_when_it_is_small()
    {
        var sheets = Directory
            .EnumerateFiles(Path.Combine(Content.Root, "looks/css"), "*.css")
            .ToDictionary(f => Path.GetFileName(f), File.ReadAllText);
        sheets.Count.ShouldBeGreaterThan(150);
        var pairs = sheets.ToDictionary(s => s.Key, s => new[] { s.Value, CssText.Compact(s.Value) });
        var differ = Node.Run(
            """
            import { transform } from 'lightningcss';
            import { readFileSync } from 'node:fs';
            // What it does not take apart (sums, lists with variables) it gives back with the blanks it found.
            const bare = (css) => css.replace(/\s*([,*\/])\s*/g, '$1');
            const read = (css) => bare(transform({ filename: 'a.css', code: Buffer.from(css), minify: true }).code.toString());
            const pairs = Object.entries(JSON.parse(readFileSync(0, 'utf8')));
            process.stdout.write(pairs.filter(([, [long, small]]) => read(long) !== read(small)).map(([name]) => name).join(' '));
            """,
            JsonSerializer.Serialize(pairs)
        );
        differ.ShouldBe("");
        // Not by staying as it was.
        pairs.Values.Sum(p => p[1].Length).ShouldBeLessThan(pairs.Values.Sum(p => p[0].Length) * 9 / 10);
    }
}
