using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Plurimax.Data.Blobs;

namespace Plurimax.Web.Tests;

public class PagesTests
{
    private static readonly List<Type> Models =
    [
        .. typeof(Composition).Assembly.GetTypes().Where(t => !t.IsAbstract && t.IsSubclassOf(typeof(PageModel))),
    ];

    [Fact]
    public void Pages_ask_use_cases_and_know_neither_the_database_nor_the_blobs()
    {
        Models.Count.ShouldBeGreaterThan(50);
        var reach =
            from model in Models
            from parameter in model.GetConstructors().Single().GetParameters()
            where parameter.ParameterType.IsAssignableTo(typeof(DbContext)) || parameter.ParameterType == typeof(IBlobStore)
            select $"{model.Name} takes {parameter.ParameterType.Name}";
        reach.ShouldBeEmpty();
    }

    [Fact]
    public void Each_page_lies_in_the_room_of_its_feature()
    {
        // A page's namespace is its folder; one that lay at the top or a floor deeper would belong to no feature.
        foreach (var model in Models)
            model.Namespace!.ShouldMatch(@"^Plurimax\.Web\.\w+$", model.Name);
    }
}
