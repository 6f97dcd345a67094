using Microsoft.EntityFrameworkCore;

namespace Plurimax.Data.Blobs;

/// <summary>
/// Removes blobs that no row of any table mentions any more. What counts as a mention is not listed table by table, where the next one
/// would be forgotten: any text of any row in which the hash stands.
/// </summary>
public sealed class BlobSweep(PlurimaxDb db, IBlobStore blobs, TimeProvider clock)
{
    /// <summary>A blob is written before the row that mentions it, and a backup reads rows before blobs: so long it stays.</summary>
    public static readonly TimeSpan Grace = TimeSpan.FromDays(2);

    private const string Hash = "[0-9a-f]{64}";

    /// <returns>How many are gone.</returns>
    public async Task<int> SweepAsync(CancellationToken cancel = default)
    {
        var since = clock.GetUtcNow() - Grace;
        var old = blobs.All().Where(b => b.Put < since).Select(b => b.Hash).ToHashSet(StringComparer.Ordinal);
        if (old.Count == 0)
            return 0;
        var texts = await db
            .Database.SqlQuery<string>(
                $"""
                SELECT format('SELECT DISTINCT (regexp_matches(%I::text, %L, ''g''))[1] AS "Value" FROM %I', column_name, {Hash},
                table_name) AS "Value" FROM information_schema.columns WHERE table_schema = 'public' AND data_type IN
                ('text', 'character varying', 'json', 'jsonb')
                """
            )
            .ToListAsync(cancel);
        foreach (var text in texts)
        {
            // Braces of the pattern are no holes for parameters.
            var query = text.Replace("{", "{{", StringComparison.Ordinal).Replace("}", "}}", StringComparison.Ordinal);
#pragma warning disable EF1002 // Names come from the catalogue of the database itself, quoted by it.
            await foreach (var mentioned in db.Database.SqlQueryRaw<string>(query).AsAsyncEnumerable().WithCancellation(cancel))
#pragma warning restore EF1002
                old.Remove(mentioned);
            if (old.Count == 0)
                return 0;
        }
        return old.Count(hash => blobs.Remove(hash, since));
    }
}
