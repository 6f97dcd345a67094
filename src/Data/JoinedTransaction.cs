using Microsoft.EntityFrameworkCore.Storage;

namespace Plurimax.Data;

/// <summary>A transaction of one's own, or part of one that somebody else began and ends.</summary>
/// <param name="own">Null where it is part of another's.</param>
public sealed class JoinedTransaction(IDbContextTransaction? own) : IAsyncDisposable
{
    public Task CommitAsync(CancellationToken cancel = default) => own?.CommitAsync(cancel) ?? Task.CompletedTask;

    public ValueTask DisposeAsync() => own?.DisposeAsync() ?? ValueTask.CompletedTask;
}
