using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Web.Watch;

namespace Plurimax.Web.Operating;

/// <summary>How the installation does, for whoever looks after the host.</summary>
public sealed class OperatorModel(OperatorReader reader) : PageModel
{
    private const int Most = 12;

    public ImmutableArray<NodeView> Nodes { get; private set; } = [];
    public ImmutableArray<QueueView> Queues { get; private set; } = [];
    public ImmutableArray<Concern> Concerns { get; private set; } = [];

    /// <summary>The number of an error that somebody was shown.</summary>
    public string Number { get; private set; } = "";
    public ImmutableArray<(string Node, Fault Fault)> Faults { get; private set; } = [];
    public ImmutableArray<(string Node, SlowRequest Request)> Slow { get; private set; } = [];

    public async Task OnGetAsync(string? number)
    {
        Number = number?.Trim() ?? "";
        Nodes = await reader.NodesAsync();
        Queues = await reader.QueuesAsync();
        Concerns = reader.Concerns(Nodes, Queues);
        Faults =
        [
            .. Nodes
                .SelectMany(n => n.Figures.Faults.Select(f => (n.Report.Name, f)))
                .Where(x => Number.Length == 0 || x.f.Number.Contains(Number, StringComparison.OrdinalIgnoreCase))
                .OrderByDescending(x => x.f.At)
                .Take(Most),
        ];
        Slow = [.. Nodes.SelectMany(n => n.Figures.Slow.Select(s => (n.Report.Name, s))).OrderByDescending(x => x.s.At).Take(Most)];
    }
}
