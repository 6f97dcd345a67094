using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json.Serialization;

namespace Plurimax.Core.Sites;

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
        if (path == "heading") return this with { Heading = change(Heading) };
        if (path == "text") return this with { Text = change(Text) };
        var parts = path.Split('.');
        if (parts is not ["items", var number, var field] || !int.TryParse(number, NumberStyles.None, CultureInfo.InvariantCulture, out var i) || i >= Items.Length) return null;
        return field switch
        {
            "title" => this with { Items = Items.SetItem(i, Items[i] with { Title = change(Items[i].Title) }) },
            "text" => this with { Items = Items.SetItem(i, Items[i] with { Text = change(Items[i].Text) }) },
            _ => null,
        };
    }

    [JsonIgnore] public string Kind => SectionKinds.Of(this).Name;
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
public sealed record PricesContent : SectionContent;
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

    public override SectionContent? With(string path, Func<Passage, Passage> change) => path switch
    {
        "after.heading" => this with { AfterHeading = change(AfterHeading) },
        "after.text" => this with { AfterText = change(AfterText) },
        _ => base.With(path, change),
    };
}
public sealed record LegalContent : SectionContent;

/// <param name="Name">The discriminator in stored documents.</param>
/// <param name="Label">What makers call it.</param>
/// <param name="Purpose">What it does for the visitor.</param>
public sealed record SectionKind(string Name, string Label, string Purpose, Func<SectionContent> Blank);

public static class SectionKinds
{
    private static Passage P(string text) => new(text, Kept: true);

    public static readonly ImmutableDictionary<Type, SectionKind> All = new Dictionary<Type, SectionKind>
    {
        [typeof(OpeningContent)] = new("opening", "Opening", "promise and main action", () => new OpeningContent { Heading = P("{{ business.name }}, {{ place.town }}") }),
        [typeof(TitleContent)] = new("title", "Page title", "say where one is", () => new TitleContent { Heading = P("{{ business.name }}") }),
        [typeof(TrustContent)] = new("trust", "Proof line", "facts that can be checked", () => new TrustContent()),
        [typeof(TextContent)] = new("text", "Paragraphs", "explain one thing", () => new TextContent("own") { Heading = P("A heading"), Text = P("Write here.") }),
        [typeof(ServicesContent)] = new("services", "Services", "what is done", () => new ServicesContent(false) { Heading = P("What we do") }),
        [typeof(StepsContent)] = new("steps", "Steps", "how it goes", () => new StepsContent { Heading = P("How it goes"), Items = [new("1", P("First"), P("Write here."))] }),
        [typeof(AboutContent)] = new("about", "About", "who answers", () => new AboutContent { Heading = P("About {{ business.name }}"), Text = P("Write here.") }),
        [typeof(QuestionsContent)] = new("questions", "Questions", "answer before they ask", () => new QuestionsContent { Heading = P("Questions"), Items = [new("1", P("A question?"), P("Write the answer here."))] }),
        [typeof(PricesContent)] = new("prices", "Prices", "what it costs and why", () => new PricesContent { Heading = P("Prices") }),
        [typeof(UrgentContent)] = new("urgent", "Urgent", "when not to wait", () => new UrgentContent { Heading = P("When it can't wait"), Text = P("Write here.") }),
        [typeof(VisitContent)] = new("visit", "Hours and address", "when and where", () => new VisitContent()),
        [typeof(AreaContent)] = new("area", "Area served", "do you come to me", () => new AreaContent()),
        [typeof(TestimonialsContent)] = new("testimonials", "Testimonials", "others say it", () => new TestimonialsContent()),
        [typeof(ActionContent)] = new("action", "Action band", "ask for the main action", () => new ActionContent { Heading = P("Shall we begin?"), Text = P("Write here.") }),
        [typeof(ContactContent)] = new("contact", "Enquiry form", "take the message", () => new ContactContent { Heading = P("Write to us") }),
        [typeof(LegalContent)] = new("legal", "Legal text", "privacy and terms", () => new LegalContent { Heading = P("Terms"), Text = P("Write here.") }),
    }.ToImmutableDictionary();

    public static SectionKind Of(SectionContent content) => All[content.GetType()];
    public static SectionKind? Named(string name) => All.Values.FirstOrDefault(k => k.Name == name);
}
