using System.Collections.Concurrent;
using System.Reflection;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;

namespace Plurimax.Web.Shared;

/// <summary>
/// A field that a form did not send is an empty one to a handler that counts on words, and stops one that counts on more. No page of ours
/// leaves a field out; others may.
/// </summary>
internal sealed class MissingFields : IPageFilter
{
    private static readonly ConcurrentDictionary<ParameterInfo, bool> Needed = new();

    public void OnPageHandlerSelected(PageHandlerSelectedContext context) { }

    public void OnPageHandlerExecuting(PageHandlerExecutingContext context)
    {
        foreach (var parameter in context.HandlerMethod?.Parameters ?? [])
        {
            if (
                context.HandlerArguments.TryGetValue(parameter.Name!, out var sent) && sent is not null
                || !IsNeeded(parameter.ParameterInfo)
            )
                continue;
            if (parameter.ParameterType == typeof(string))
                context.HandlerArguments[parameter.Name!] = "";
            else
                context.Result = new BadRequestResult();
        }
    }

    public void OnPageHandlerExecuted(PageHandlerExecutedContext context) { }

    private static bool IsNeeded(ParameterInfo parameter) =>
        Needed.GetOrAdd(parameter, p =>
            !p.ParameterType.IsValueType
            && !p.HasDefaultValue
            && new NullabilityInfoContext().Create(p).WriteState == NullabilityState.NotNull
        );
}
