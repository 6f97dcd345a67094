using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Making.Settings;

namespace Plurimax.Web.Standards;

/// <summary>Who differs, in what, and why; what is due to be looked at again comes first.</summary>
public sealed class ExceptionsModel(ExceptionReader exceptions, TimeProvider clock) : PageModel
{
    public string? Key { get; private set; }
    public List<ExceptionRow> Rows { get; private set; } = [];
    public ImmutableArray<(Setting Setting, int Count)> Keys { get; private set; } = [];
    public DateOnly Today => DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime);
    public int Total { get; private set; }

    public async Task OnGetAsync(string? key)
    {
        Key = SettingsRegistry.Find(key ?? "") is null ? null : key;
        (Total, Keys) = (await exceptions.CountAsync(), await exceptions.KeysAsync());
        Rows = await exceptions.ReadAsync(Key);
    }
}
