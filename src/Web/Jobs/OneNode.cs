using Microsoft.EntityFrameworkCore;
using Npgsql;
using Plurimax.Data;

namespace Plurimax.Web.Jobs;

/// <summary>Work that one node does at a time, whichever comes first.</summary>
internal static class OneNode
{
    /// <summary>
    /// Does it unless another node is at it. A node that dies lets go with its connection (PostgreSQL 17 manual, 9.28.10).
    /// </summary>
    /// <returns>Whether it was done here.</returns>
    public static async Task<bool> DoAsync(IServiceScopeFactory scopes, string work, Func<Task> act, CancellationToken stop)
    {
        using var scope = scopes.CreateScope();
        await using var connection = new NpgsqlConnection(
            scope.ServiceProvider.GetRequiredService<PlurimaxDb>().Database.GetConnectionString()
        );
        await connection.OpenAsync(stop);
        await using var hold = new NpgsqlCommand("SELECT pg_try_advisory_lock(hashtext($1))", connection)
        {
            Parameters = { new() { Value = work } },
        };
        if (await hold.ExecuteScalarAsync(stop) is not true)
            return false;
        try
        {
            await act();
        }
        finally
        {
            // The pool keeps the connection, and with it the lock.
            await using var free = new NpgsqlCommand("SELECT pg_advisory_unlock_all()", connection);
            await free.ExecuteNonQueryAsync(CancellationToken.None);
        }
        return true;
    }
}
