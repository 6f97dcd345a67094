using Mono.Cecil;

namespace Plurimax.Core.Tests;

/// <summary>What the compiled assemblies refer to: which type uses which, read from signatures, attributes and method bodies.</summary>
internal static class Floors
{
    /// <summary>The projects of src/ from the ground up; each may refer to those before it.</summary>
    public static readonly string[] Order =
    [
        "Text",
        "Facts",
        "Sites",
        "Trades",
        "Reading",
        "Design",
        "Making",
        "Publishing",
        "Work",
        "StandIns",
        "Data",
        "Web",
        "Cli",
    ];

    /// <summary>The built assembly of a project of src/, in the configuration of these tests; null where it is not built.</summary>
    public static string? PathOf(string project)
    {
        var configuration = AppContext.BaseDirectory.Contains("/Release/") ? "Release" : "Debug";
        var path = Path.Combine(Node.Root, "src", project, "bin", configuration, "net10.0", $"Plurimax.{project}.dll");
        return File.Exists(path) ? path : null;
    }

    /// <summary>Pairs of namespaces of one assembly of which a type of the first uses a type of the second, with one such use.</summary>
    public static Dictionary<(string From, string To), string> UsesBetweenNamespaces(string assembly)
    {
        using var resolver = new DefaultAssemblyResolver();
        resolver.AddSearchDirectory(Path.GetDirectoryName(assembly));
        var runtime = Path.GetDirectoryName(typeof(object).Assembly.Location)!;
        resolver.AddSearchDirectory(runtime);
        resolver.AddSearchDirectory(runtime.Replace("Microsoft.NETCore.App", "Microsoft.AspNetCore.App", StringComparison.Ordinal));
        using var read = AssemblyDefinition.ReadAssembly(assembly, new ReaderParameters { AssemblyResolver = resolver });
        var own = read.Name.Name;
        var uses = new Dictionary<(string, string), string>();
        foreach (var type in read.MainModule.GetTypes())
        {
            if (RoomOf(type, own) is not { } from)
                continue;
            foreach (var used in UsedBy(type))
                if (RoomOf(used, own) is { } to && to != from)
                    uses.TryAdd((from, to), $"{type.FullName} uses {used.FullName}");
        }
        return uses;
    }

    /// <summary>The first ring of namespaces found, each using the next and the last the first; empty where there is none.</summary>
    public static IReadOnlyList<string> Ring(IEnumerable<(string From, string To)> uses)
    {
        var next = uses.ToLookup(u => u.From, u => u.To);
        var done = new HashSet<string>();
        var way = new List<string>();

        List<string>? Walk(string at)
        {
            if (way.IndexOf(at) is >= 0 and var start)
                return way[start..];
            if (!done.Add(at))
                return null;
            way.Add(at);
            foreach (var to in next[at].Order(StringComparer.Ordinal))
                if (Walk(to) is { } ring)
                    return ring;
            way.RemoveAt(way.Count - 1);
            return null;
        }

        return next.Select(n => n.Key).Order(StringComparer.Ordinal).Select(Walk).FirstOrDefault(r => r is not null) ?? [];
    }

    private static string? RoomOf(TypeReference type, string assembly)
    {
        var outer = type;
        while (outer.DeclaringType is not null)
            outer = outer.DeclaringType;
        var here = outer is TypeDefinition || outer.Scope?.Name == assembly;
        return here && outer.Namespace.StartsWith("Plurimax", StringComparison.Ordinal) ? outer.Namespace : null;
    }

    private static IEnumerable<TypeReference> UsedBy(TypeDefinition type)
    {
        var direct = new List<TypeReference?> { type.BaseType };
        direct.AddRange(type.Interfaces.Select(i => i.InterfaceType));
        direct.AddRange(type.Fields.Select(f => f.FieldType));
        direct.AddRange(type.CustomAttributes.Select(a => a.AttributeType));
        direct.AddRange(type.CustomAttributes.SelectMany(a => a.ConstructorArguments).Select(a => a.Value).OfType<TypeReference>());
        foreach (var method in type.Methods)
        {
            direct.Add(method.ReturnType);
            direct.AddRange(method.Parameters.Select(p => p.ParameterType));
            if (!method.HasBody)
                continue;
            direct.AddRange(method.Body.Variables.Select(v => v.VariableType));
            foreach (var operand in method.Body.Instructions.Select(i => i.Operand))
                direct.AddRange(Of(operand));
        }
        return direct.OfType<TypeReference>().SelectMany(Parts);
    }

    private static IEnumerable<TypeReference?> Of(object? operand) =>
        operand switch
        {
            TypeReference t => [t],
            GenericInstanceMethod g => [g.DeclaringType, .. g.GenericArguments, g.ReturnType],
            MethodReference m => [m.DeclaringType, m.ReturnType, .. m.Parameters.Select(p => p.ParameterType)],
            FieldReference f => [f.DeclaringType, f.FieldType],
            _ => [],
        };

    private static IEnumerable<TypeReference> Parts(TypeReference type) =>
        type switch
        {
            GenericInstanceType g => g.GenericArguments.SelectMany(Parts).Prepend(g.ElementType),
            TypeSpecification s => Parts(s.ElementType),
            GenericParameter => [],
            _ => [type],
        };
}
