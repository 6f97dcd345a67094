using System.Collections.Immutable;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.DataProtection;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Making.Settings;
using Plurimax.Making.Templates;
using Plurimax.Publishing.Rendering;
using Plurimax.Publishing.Sections;
using Plurimax.Sites;
using Plurimax.Text;
using Plurimax.Trades;
using YamlDotNet.Core;

namespace Plurimax.Web.Trades;

/// <summary>A site of an invented firm as a template makes it.</summary>
/// <param name="Print">Of the text that it was made of: another text is another view.</param>
/// <param name="Firm">Which of the invented firms, from 1.</param>
public sealed record TradeView(string Id, string Print, string? Look, PlanSize Size, int Firm);

/// <param name="Trade">Null where the text is at fault.</param>
/// <param name="Faults">What keeps it from being read.</param>
/// <param name="Remarks">What is wrong with the writing.</param>
/// <param name="Stale">Of a translation: what may not say any more what its source says; null of any other.</param>
public sealed record ReadTrade(
    TradeTemplate? Trade,
    string Print,
    ImmutableArray<TradeProblem> Faults,
    ImmutableArray<TradeProblem> Remarks,
    ImmutableArray<StalePassage>? Stale
);

/// <summary>
/// The templates that ship as their files are now, read anew each time: whoever writes one sees it without a build and without a restart.
/// </summary>
public sealed partial class TradePreview(IDataProtectionProvider protection)
{
    public const int MostFirms = 24;
    private readonly ITimeLimitedDataProtector _tokens = protection.CreateProtector("trade view").ToTimeLimitedDataProtector();

    /// <returns>Null where no such template ships.</returns>
    public static ReadTrade? Read(string id)
    {
        if (!Id().IsMatch(id) || File(Name(id)) is not { } text)
            return null;
        var read = new StringBuilder();
        string? Noted(string name)
        {
            var file = File(name);
            read.Append(name).Append('\n').Append(file).Append('\n');
            return file;
        }
        TradeTemplate? trade = null;
        ImmutableArray<TradeProblem> faults = [];
        var stale = (ImmutableArray<StalePassage>?)null;
        try
        {
            trade = new TradeReader(Noted).Read(Name(id), text);
            stale = Translations.Of(id, File);
        }
        catch (TradeFormatException e)
        {
            faults = [.. e.Problems];
        }
        catch (YamlException e)
        {
            faults = [new TradeProblem(Name(id), (int)e.Start.Line, "yaml", e.Message)];
        }
        var print = Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(text + read)))[..16];
        return new ReadTrade(trade, print, faults, trade is null ? [] : StyleLint.Of(trade), stale);
    }

    public static FactSheet Firm(TradeTemplate trade, int number) => Distribution.Firms(trade, Math.Clamp(number, 1, MostFirms)).Last();

    public static SiteDocument Compose(TradeTemplate trade, TradeView view) =>
        Composer.Compose(trade, Firm(trade, view.Firm), new Wishes(Look: view.Look, Size: view.Size));

    /// <summary>The files of the site as an anchored sheet; none where the template is not as it was when the view was made.</summary>
    public static SiteFiles Render(TradeView view) =>
        Read(view.Id) is { Trade: { } trade } now && now.Print == view.Print
            ? SiteRenderer.Render(
                Compose(trade, view),
                trade,
                Firm(trade, view.Firm),
                new RenderSettings("https://preview.example", SettingsRegistry.Values, RenderMode.Anchored, "#enquiry")
            )
            : SiteFiles.None;

    public string Url(TradeView view, string file = "index.html") =>
        $"/tradesheet/{_tokens.Protect(JsonSerializer.Serialize(view, SiteDocument.Json), TimeSpan.FromHours(12))}/{file}";

    /// <summary>What a token stands for; null where it was not made here or has ended.</summary>
    public TradeView? Open(string token)
    {
        try
        {
            return JsonSerializer.Deserialize<TradeView>(_tokens.Unprotect(token), SiteDocument.Json);
        }
        catch (Exception e) when (e is CryptographicException or JsonException)
        {
            return null;
        }
    }

    private static string Name(string id) => $"trades/{id}.yaml";

    private static string? File(string name)
    {
        var path = Path.GetFullPath(Path.Combine(Content.Root, name));
        return path.StartsWith(Content.Root + Path.DirectorySeparatorChar, StringComparison.Ordinal) && System.IO.File.Exists(path)
            ? System.IO.File.ReadAllText(path)
            : null;
    }

    [GeneratedRegex(@"^[a-z0-9]+(-[a-z0-9]+)*(\.[a-z]{2})?$")]
    private static partial Regex Id();
}
