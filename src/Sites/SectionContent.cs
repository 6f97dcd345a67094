using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json.Serialization;
using Plurimax.Facts;

namespace Plurimax.Sites;

/// <summary>
/// What a section says. Each kind of section has its own record; all share a heading, a text and a list,
/// so that editing, takes and comparison treat every kind alike through passage paths.
/// </summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(OpeningContent), "opening")]
[JsonDerivedType(typeof(TitleContent), "title")]
[JsonDerivedType(typeof(TrustContent), "trust")]
[JsonDerivedType(typeof(TextContent), "text")]
[JsonDerivedType(typeof(ServicesContent), "services")]
[JsonDerivedType(typeof(StepsContent), "steps")]
[JsonDerivedType(typeof(AboutContent), "about")]
[JsonDerivedType(typeof(QuestionsContent), "questions")]
[JsonDerivedType(typeof(PricesContent), "prices")]
[JsonDerivedType(typeof(UrgentContent), "urgent")]
[JsonDerivedType(typeof(VisitContent), "visit")]
[JsonDerivedType(typeof(AreaContent), "area")]
[JsonDerivedType(typeof(TestimonialsContent), "testimonials")]
[JsonDerivedType(typeof(ActionContent), "action")]
[JsonDerivedType(typeof(ContactContent), "contact")]
[JsonDerivedType(typeof(LegalContent), "legal")]
[JsonDerivedType(typeof(BannerContent), "banner")]
[JsonDerivedType(typeof(AnnouncementContent), "announcement")]
[JsonDerivedType(typeof(PictureContent), "picture")]
[JsonDerivedType(typeof(ServiceContent), "service")]
[JsonDerivedType(typeof(TeamContent), "team")]
[JsonDerivedType(typeof(GalleryContent), "gallery")]
[JsonDerivedType(typeof(CompareContent), "compare")]
[JsonDerivedType(typeof(RatingContent), "rating")]
[JsonDerivedType(typeof(MenuContent), "menu")]
[JsonDerivedType(typeof(RoomsContent), "rooms")]
[JsonDerivedType(typeof(TimetableContent), "timetable")]
[JsonDerivedType(typeof(CallbackContent), "callback")]
[JsonDerivedType(typeof(NewsletterContent), "newsletter")]
[JsonDerivedType(typeof(VideoContent), "video")]
[JsonDerivedType(typeof(MembershipsContent), "memberships")]
[JsonDerivedType(typeof(QuoteContent), "quote")]
[JsonDerivedType(typeof(DownloadsContent), "downloads")]
[JsonDerivedType(typeof(SocialContent), "social")]
[JsonDerivedType(typeof(NewsContent), "news")]
[JsonDerivedType(typeof(CodeContent), "code")]
public abstract record SectionContent
{
    public Passage Heading { get; init; } = Passage.None;
    public Passage Text { get; init; } = Passage.None;
    public ImmutableArray<SectionItem> Items { get; init; } = [];

    /// <summary>Every passage with its path: "heading", "text", "items.2.title".</summary>
    public virtual IEnumerable<(string Path, Passage Passage)> Passages()
    {
        yield return ("heading", Heading);
        yield return ("text", Text);
        for (var i = 0; i < Items.Length; i++)
        {
            yield return ($"items.{i}.title", Items[i].Title);
            yield return ($"items.{i}.text", Items[i].Text);
        }
    }

    /// <returns>The content with one passage changed, or null where there is no such passage.</returns>
    public virtual SectionContent? With(string path, Func<Passage, Passage> change)
    {
        if (path == "heading")
            return this with { Heading = change(Heading) };
        if (path == "text")
            return this with { Text = change(Text) };
        var parts = path.Split('.');
        if (
            parts is not ["items", var number, var field]
            || !int.TryParse(number, NumberStyles.None, CultureInfo.InvariantCulture, out var i)
            || i >= Items.Length
        )
            return null;
        return field switch
        {
            "title" => this with { Items = Items.SetItem(i, Items[i] with { Title = change(Items[i].Title) }) },
            "text" => this with { Items = Items.SetItem(i, Items[i] with { Text = change(Items[i].Text) }) },
            _ => null,
        };
    }

    [JsonIgnore]
    public string Kind => SectionKinds.Of(this).Name;
}

public sealed record OpeningContent : SectionContent;

public sealed record TitleContent : SectionContent;

public sealed record TrustContent : SectionContent;

/// <param name="Role">Which slot of the template fills it: intro, notes, views, meanwhile.</param>
public sealed record TextContent(string Role) : SectionContent;

/// <param name="Full">With the long descriptions; otherwise one line a service.</param>
public sealed record ServicesContent(bool Full) : SectionContent;

public sealed record StepsContent : SectionContent;

public sealed record AboutContent : SectionContent;

public sealed record QuestionsContent : SectionContent;

/// <summary>What decides the price, and the table of prices where they are known.</summary>
/// <summary>What it costs: the prices of the fact sheet, or a list of its own where one is shared by many sites.</summary>
public sealed record PricesContent : SectionContent
{
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public ImmutableArray<PriceLine> Own { get; init; }

    [JsonIgnore]
    public ImmutableArray<PriceLine> Rows => Own.IsDefault ? [] : Own;
}

public sealed record UrgentContent : SectionContent;

/// <summary>Hours, address and directions. Drawn from facts; nothing where none is known.</summary>
public sealed record VisitContent : SectionContent;

public sealed record AreaContent : SectionContent;

/// <summary>Real testimonials from the fact sheet. Items hold words that were generated or typed here; preflight blocks those.</summary>
public sealed record TestimonialsContent : SectionContent;

public sealed record ActionContent : SectionContent;

/// <summary>The enquiry form, with what to mention (items) and what happens next.</summary>
public sealed record ContactContent : SectionContent
{
    public Passage AfterHeading { get; init; } = Passage.None;
    public Passage AfterText { get; init; } = Passage.None;

    public override IEnumerable<(string Path, Passage Passage)> Passages() =>
        base.Passages().Append(("after.heading", AfterHeading)).Append(("after.text", AfterText));

    public override SectionContent? With(string path, Func<Passage, Passage> change) =>
        path switch
        {
            "after.heading" => this with { AfterHeading = change(AfterHeading) },
            "after.text" => this with { AfterText = change(AfterText) },
            _ => base.With(path, change),
        };
}

public sealed record LegalContent : SectionContent;
