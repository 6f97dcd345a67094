using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Text;

namespace Plurimax.Web.Standards;

/// <summary>The log of settings.</summary>
public sealed class ChangesModel(SettingsLog log) : PageModel
{
    private const int Most = 200,
        MostInFile = 20_000;

    [BindProperty(SupportsGet = true)]
    public string? Key { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Who { get; set; }

    [BindProperty(SupportsGet = true)]
    public int After { get; set; }
    public List<ChangeRow> Rows { get; private set; } = [];
    public ImmutableArray<Changer> People { get; private set; } = [];
    public bool More { get; private set; }

    public async Task OnGetAsync()
    {
        People = await log.PeopleAsync();
        (Rows, More) = await log.ReadAsync(Key, Who, After, Most);
    }

    public async Task<IActionResult> OnGetCsvAsync()
    {
        var (rows, _) = await log.ReadAsync(Key, Who, After, MostInFile);
        var lines = rows.Select(r =>
            new[]
            {
                r.Change.At.ToString("u", System.Globalization.CultureInfo.InvariantCulture),
                r.Change.Who.Name,
                r.Where,
                r.What,
                r.Change.From ?? "",
                r.Change.To ?? "",
                r.Change.Why,
                $"{r.Change.Version}",
                $"{r.Reached}",
            }
        );
        return File(
            CsvText.File(["when", "who", "where", "setting", "from", "to", "why", "version", "published sites reached"], lines),
            "text/csv; charset=utf-8",
            "settings-log.csv"
        );
    }
}
