using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Facts;
using Plurimax.Making.Saying;
using Plurimax.Sites;
using Plurimax.Web.Shared;
using Plurimax.Work.Line;

namespace Plurimax.Web.Proofs;

/// <summary>The maker's side of a proof: send, read marks, answer, resolve.</summary>
public sealed class ProofModel(
    SiteReader reader,
    SiteStatus status,
    SiteAddresses addresses,
    ProofService proofService,
    PrivateLinks links,
    SiteWriter writer,
    SiteStations stations
) : SitePageModel(reader, status, addresses)
{
    protected override string StationName => "proof";
    public List<Proof> Proofs { get; private set; } = [];
    public Proof? Live => Proofs.FirstOrDefault(p => p.EndedAt is null);
    public List<Mark> Marks { get; private set; } = [];
    public ImmutableArray<PassageChange> Changes { get; private set; } = [];
    public string? Link { get; private set; }
    public string? Email => Site.Client.Facts.Any<TextValue>("email")?.Text;

    public async Task OnGetAsync()
    {
        Link = TempData["Link"] as string;
        Proofs = await proofService.RoundsAsync(Site.Id);
        Marks = await proofService.AllMarksAsync(Site.Id);
        Heard = Marks
            .Where(m => m.ResolvedAt is null && m.Text.Length <= WishReader.Longest)
            .Take(MostHeard)
            .ToDictionary(
                m => m.Id,
                m =>
                    writer.Read(
                        Site,
                        Document,
                        m.Text,
                        PageOf(m) ?? PageAt(m),
                        m.Section is { } s && Document.FindSection(s) is not null ? s : null,
                        Who
                    )
            );
        if (Proofs.Count > 1)
            Changes = Difference.Between(Proofs[1].Document, Proofs[0].Document);
    }

    /// <summary>So many open marks are read as wishes at once.</summary>
    private const int MostHeard = 12;

    /// <summary>What open marks were understood as; nothing of it is done.</summary>
    public Dictionary<Guid, SayReading> Heard { get; private set; } = [];

    public string? PageOf(Mark m) => m.Section is null ? null : Document.FindSection(m.Section)?.Page.Id;

    private string PageAt(Mark m) => (Document.Pages.FirstOrDefault(p => p.File == m.PageFile) ?? Document.Pages[0]).Id;

    /// <summary>The Bench with the words of a mark said, to be looked at before anything is done.</summary>
    public string SayUrl(Mark m) =>
        $"/sites/{Site.Id}/bench?leaf={Uri.EscapeDataString(PageOf(m) ?? PageAt(m))}"
        + $"{(PageOf(m) is null ? "" : $"&section={Uri.EscapeDataString(m.Section!)}")}&say={Uri.EscapeDataString(m.Text)}";

    public async Task<IActionResult> OnPostSendAsync(string? mail)
    {
        var origin = $"{Request.Scheme}://{Request.Host}";
        var (proof, token) = await proofService.SendAsync(Site, Who, origin, mail == "yes");
        TempData["Link"] = $"{origin}/proof/{token}";
        return Back($"Round {proof.Round} is out{(mail == "yes" ? $"; mailed to {Email}" : "")}");
    }

    public async Task<IActionResult> OnPostEndAsync()
    {
        await links.EndAsync<Proof>(Site.Id);
        return Back("The link has ended");
    }

    public async Task<IActionResult> OnPostReplyAsync(Guid mark, string? text)
    {
        var said = FactReader.Clean(text, lines: true);
        if (said.Length is 0 or > 1000)
            return Back("Write an answer of up to 1,000 characters", $"m-{mark}");
        if (await proofService.FindMarkAsync(Site.Id, mark) is not { } m)
            return NotFound();
        return Back(
            await proofService.ReplyAsync(m, Who, false, said)
                ? "Answered"
                : "There are as many answers to this mark as fit; ring the client",
            $"m-{mark}"
        );
    }

    /// <param name="done">Resolved or open again: what the button said, so that two who press it at once mean the same.</param>
    public async Task<IActionResult> OnPostResolveAsync(Guid mark, bool done = true)
    {
        if (await proofService.FindMarkAsync(Site.Id, mark) is not { } m)
            return NotFound();
        await proofService.ResolveAsync(m, done);
        return Back(done ? "Resolved" : "Open again", $"m-{mark}");
    }

    public async Task<IActionResult> OnPostLaunchAsync()
    {
        await stations.MoveAsync(Site, Station.Launch, Who);
        TempData["Said"] = "On to Launch";
        return Redirect($"/sites/{Site.Id}/launch");
    }
}
