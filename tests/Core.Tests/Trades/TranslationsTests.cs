using CsCheck;
using Plurimax.Text;
using Plurimax.Trades;

namespace Plurimax.Core.Tests;

public class TranslationsTests
{
    private const string Source = """
        id: mender
        names: { title: Mender, one: mender, place: workshop }
        title: |
          Mending in {{ place.town }}

          {{ business.name }} mends
        services:
          zips:
            name: Zips
            text: Zips are put in anew.
        interview:
          - { id: days, ask: "How long does it take?", weight: 4, shape: text }
        looks: { first: poster }
        """;

    private static IEnumerable<string> Stale(string now) =>
        Translations.Stale(now, Translations.Listed(Source)).Select(s => $"{s.Path} {s.Kind}");

    [Fact]
    public void A_source_as_it_was_leaves_nothing_to_go_over() => Stale(Source).ShouldBeEmpty();

    [Theory]
    [InlineData("Zips are put in anew.", "Zips are mended.", "services/zips/text Changed")]
    [InlineData("How long does it take?", "How many days?", "interview/days/ask Changed")]
    [InlineData("    name: Zips\n", "    name: Zips\n    short: In a day\n", "services/zips/short Added")]
    [InlineData("    text: Zips are put in anew.\n", "", "services/zips/text Removed")]
    // Structure and line breaks say nothing to readers.
    [InlineData("first: poster", "first: ledger", "")]
    [InlineData("mends\n", "mends\n\n", "")]
    public void Only_what_reads_otherwise_is_named(string was, string now, string stale)
    {
        Source.ShouldContain(was);
        Stale(Source.Replace(was, now)).ShouldBe(stale.Length == 0 ? [] : [stale]);
    }

    [Fact]
    public void Every_word_of_every_source_that_is_translated_counts()
    {
        var changed = 0;
        Pick.Any(Translations.All.ToArray())
            .Sample(
                id =>
                {
                    var yaml = Content.Text($"trades/{Translations.SourceOf(Content.Text($"trades/{id}.yaml")!)}.yaml")!;
                    var passages = Translations.PassagesOf(yaml);
                    var (path, text) = passages.ElementAt(changed++ % passages.Count);
                    var list = Translations.Listed(yaml);
                    Translations.Stale(yaml, list).ShouldBeEmpty(id);
                    var line = list.Split('\n').Single(l => l.EndsWith(" " + path, StringComparison.Ordinal));
                    Translations
                        .Stale(yaml, list.Replace(line, "000000000000 " + path))
                        .ShouldBe([new StalePassage(path, StaleKind.Changed)], $"{id} {text}");
                },
                iter: 60,
                threads: 1
            );
        changed.ShouldBe(60);
    }

    [Fact]
    public void Each_translation_has_a_list_and_nothing_else_has()
    {
        var all = Translations.All.ToList();
        all.Count.ShouldBeGreaterThan(20);
        Content.Names("translated/").ShouldBe(all.Select(Translations.ListOf), ignoreOrder: true);
        Translations.Of("bakery", Content.Text).ShouldBeNull();
        Translations.Of("bakery.de", Content.Text).ShouldNotBeNull();
    }
}
