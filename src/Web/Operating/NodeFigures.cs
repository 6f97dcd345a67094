using System.Collections.Immutable;
using Plurimax.Web.Jobs;
using Plurimax.Web.Watch;

namespace Plurimax.Web.Operating;

/// <summary>How one node does, as it writes it down.</summary>
/// <param name="Memory">Bytes that the process holds.</param>
/// <param name="DiskFree">Bytes left where files are kept; null where they are kept elsewhere.</param>
/// <param name="DiskSize">Bytes of that disk in all.</param>
public sealed record NodeFigures(
    long Memory,
    long? DiskFree,
    long? DiskSize,
    ImmutableArray<WorkerState> Workers,
    ImmutableArray<RequestFigures> Requests,
    ImmutableArray<SlowRequest> Slow,
    ImmutableArray<Fault> Faults
);
