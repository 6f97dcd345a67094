using System.Collections.Immutable;
using Plurimax.Data.Sites;
using Plurimax.Making.Composing;
using Plurimax.Sites;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Bench;

/// <summary>What a site claims, sentence by sentence, and the facts it rests on.</summary>
public sealed class ClaimsModel(SiteReader reader, SiteStatus status, SiteAddresses addresses) : SitePageModel(reader, status, addresses)
{
    protected override string StationName => "bench";
    public ImmutableArray<Claim> All { get; private set; } = [];
    public IEnumerable<IGrouping<ClaimState, Claim>> Groups => All.GroupBy(c => c.State).OrderByDescending(g => g.Key);

    /// <summary>The business in a few sentences, from what is confirmed; to be taken or improved.</summary>
    public string Proposed => NameIdeas.Description(Trade, Site.Facts);

    public void OnGet() => All = Claims.Of(Document, Trade, Site.Facts);

    public string Where(Claim c) =>
        Document.FindSection(c.Section) is { } f
            ? $"{f.Page.Menu.Text}, {SectionKinds.Of(f.Section.Content).Label.ToLowerInvariant()}"
            : "";

    public static (string Title, string Meaning) Say(ClaimState state) =>
        state switch
        {
            ClaimState.Unfounded => (
                "Claims nobody has confirmed",
                "Somebody wrote these, and no confirmed fact says so. Enter and confirm the fact, or say it otherwise."
            ),
            ClaimState.Falls => ("Left out for now", "These wait for a fact, or lost it. They come in by themselves when it is confirmed."),
            _ => ("Founded", "Each rests on confirmed facts and falls away with them."),
        };
}
