using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Plurimax.Data;
using Plurimax.Facts;

namespace Plurimax.Web.Clients;

/// <summary>All clients, found by anything, with their people and sites.</summary>
public sealed class ClientsModel(ClientService clientService) : PageModel
{
    public List<ClientRow> Rows { get; private set; } = [];
    public Dictionary<Standing, int> Counts { get; private set; } = [];
    public int Matching { get; private set; }
    public Standing? Standing { get; private set; }
    public string Find { get; private set; } = "";
    public int From { get; private set; }

    public async Task OnGetAsync(string? standing, string? find, int from = 0)
    {
        Standing =
            Enum.TryParse<Standing>(standing, true, out var s)
            && s is Plurimax.Data.Standing.InTalks or Plurimax.Data.Standing.Active or Plurimax.Data.Standing.Former
                ? s
                : null;
        (Find, From) = (find?.Trim() ?? "", Math.Max(0, from));
        (Rows, Matching, Counts) = await clientService.ReadAsync(Standing, Find, From);
    }

    public async Task<IActionResult> OnGetCsvAsync() => File(await clientService.CsvAsync(prospects: false), "text/csv", "clients.csv");

    public async Task<IActionResult> OnGetCardsAsync(int version = 4) =>
        File(
            await clientService.CardsAsync(false, version == 3 ? CardWriter.Version.Three : CardWriter.Version.Four),
            "text/vcard; charset=utf-8",
            "clients.vcf"
        );

    public string With(string? standing, int from = 0) =>
        "/clients?"
        + string.Join(
            "&",
            new[]
            {
                standing is null ? null : $"standing={standing}",
                Find.Length > 0 ? $"find={Uri.EscapeDataString(Find)}" : null,
                from > 0 ? $"from={from}" : null,
            }.Where(x => x is not null)
        );
}
