using Plurimax.Facts;
using Plurimax.Publishing.Impact;
using YamlDotNet.Core;

namespace Plurimax.Core.Tests.Facts;

/// <summary>What somebody hands in as YAML may not end the process.</summary>
public sealed class SafeYamlTests
{
    private static string Nested(int deep) => "a: " + new string('[', deep) + new string(']', deep);

    [Fact]
    public void As_deep_as_people_write_is_read_and_deeper_is_refused()
    {
        SafeYaml.Map(Nested(SafeYaml.Deepest - 1)).ShouldNotBeNull();
        Should.Throw<YamlException>(() => SafeYaml.Map(Nested(SafeYaml.Deepest)));
        Should.Throw<YamlException>(() => SafeYaml.Map("a: " + new string('[', 200_000)));
    }

    [Fact]
    public void An_alias_is_refused_and_no_map_is_none()
    {
        Should.Throw<YamlException>(() => SafeYaml.Map("a: &x [1]\nb: *x"));
        SafeYaml.Map("- 1\n- 2").ShouldBeNull();
        SafeYaml.Map("").ShouldBeNull();
    }

    [Fact]
    public void Files_of_facts_and_of_standards_say_so()
    {
        var deep = "a: " + new string('[', 100_000);
        FactsFile.Read(deep, FactCatalogue.Common, FactSource.File, true).Item2.ShouldHaveSingleItem().Message.ShouldContain("nested");
        StandardFile.Read(deep).Problem.ShouldNotBeNull();
    }
}
