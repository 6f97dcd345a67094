using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json.Serialization;

namespace Plurimax.Facts;

/// <summary>A typed value of a fact. <see cref="Raw"/> is how a person would type it again.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "is")]
[JsonDerivedType(typeof(TextValue), "text")]
[JsonDerivedType(typeof(PhoneValue), "phone")]
[JsonDerivedType(typeof(HoursValue), "hours")]
[JsonDerivedType(typeof(AddressValue), "address")]
[JsonDerivedType(typeof(ListValue), "list")]
[JsonDerivedType(typeof(PricesValue), "prices")]
[JsonDerivedType(typeof(RatingValue), "rating")]
[JsonDerivedType(typeof(CredentialValue), "credential")]
[JsonDerivedType(typeof(YesNoValue), "yesno")]
[JsonDerivedType(typeof(InsuranceValue), "insurance")]
[JsonDerivedType(typeof(TestimonialsValue), "testimonials")]
[JsonDerivedType(typeof(TimetableValue), "timetable")]
public abstract record FactValue
{
    /// <summary>One line for lists and chips.</summary>
    public abstract string Summary();

    /// <summary>The text a form shows for editing; reading it again gives the same value.</summary>
    public virtual string Raw() => Summary();
}

public sealed record TextValue(string Text) : FactValue
{
    public override string Summary() => Text;
}

/// <param name="E164">International form, "+441632960142" (ITU-T E.164).</param>
/// <param name="National">As people of the country write it, "01632 960142".</param>
public sealed record PhoneValue(string E164, string National) : FactValue
{
    public override string Summary() => National;
}

public sealed record HoursValue(OpeningHours Hours) : FactValue
{
    /// <summary>Days said to be closed, Monday 0; a day that nobody spoke of is not among them.</summary>
    [JsonIgnore]
    public ImmutableArray<int> Closed { get; init; } = [];

    /// <summary>Spans past midnight as they were said, since a span of <see cref="OpeningHours"/> ends on its own day.</summary>
    [JsonIgnore]
    public ImmutableArray<(int Day, string Opens, string Closes)> Late { get; init; } = [];

    public override string Summary() =>
        string.Join(
            ", ",
            Hours
                .Runs()
                .Where(r => r.Spans.Length > 0)
                .Select(r =>
                    $"{Name(r.First)}{(r.Last > r.First ? $"-{Name(r.Last)}" : "")} {string.Join(" & ", r.Spans.Select(OpeningHours.Show))}"
                )
        );

    private static string Name(int day) => CultureInfo.InvariantCulture.TextInfo.ToTitleCase(OpeningHours.DayKeys[day]);
}

/// <param name="Country">ISO 3166-1 alpha-2, upper case.</param>
public sealed record AddressValue(string? Street, string Town, string? Postcode, string? Region, string Country) : FactValue
{
    public override string Summary() => string.Join(", ", new[] { Street, Town, Postcode }.Where(s => !string.IsNullOrEmpty(s)));
}

public sealed record ListValue(ImmutableArray<string> Items) : FactValue
{
    public override string Summary() => string.Join(", ", Items);
}

/// <param name="Amount">Null when only a note is known.</param>
/// <param name="Currency">ISO 4217; null for that of the site's country.</param>
public sealed record PriceLine(string Service, decimal? Amount, bool From, string? Note, string? Currency = null);

public sealed record PricesValue(ImmutableArray<PriceLine> Lines) : FactValue
{
    public override string Summary() => string.Join(", ", Lines.Select(l => $"{l.Service} {Figure(l)}".Trim()));

    public override string Raw() =>
        string.Join("\n", Lines.Select(l => $"{l.Service} | {Figure(l)}{(l.Note is null ? "" : $" | {l.Note}")}"));

    /// <summary>The lines by group: a line without a figure and a note begins one. Groups without lines are left out.</summary>
    public ImmutableArray<(string? Group, ImmutableArray<PriceLine> Lines)> Groups()
    {
        var groups = new List<(string? Group, List<PriceLine> Lines)> { (null, []) };
        foreach (var line in Lines)
            if (line is { Amount: null, Note: null })
                groups.Add((line.Service.TrimEnd(':'), []));
            else
                groups[^1].Lines.Add(line);
        return [.. groups.Where(g => g.Lines.Count > 0).Select(g => (g.Group, g.Lines.ToImmutableArray()))];
    }

    private static string Figure(PriceLine l) =>
        l.Amount is { } a ? (l.From ? "from " : "") + a.ToString("0.##", CultureInfo.InvariantCulture) : "";
}

/// <param name="Date">Month the figure was read, yyyy-MM.</param>
public sealed record RatingValue(decimal Value, int Count, string Source, string Date) : FactValue
{
    /// <summary>With its count, its source and its month; without one of them it may not stand on a site.</summary>
    public bool Whole => Count > 0 && Source.Length > 0 && Date.Length > 0;

    public override string Summary() =>
        string.Join(
            ", ",
            new[] { string.Create(CultureInfo.InvariantCulture, $"{Value:0.0} from {Count}"), Source, Date }.Where(p => p.Length > 0)
        );

    public override string Raw() => string.Create(CultureInfo.InvariantCulture, $"{Value:0.0} | {Count} | {Source} | {Date}");
}

public sealed record CredentialValue(string Name, string Body, string? Number) : FactValue
{
    public override string Summary() => string.Join(", ", new[] { Name, Body, Number }.Where(s => !string.IsNullOrEmpty(s)));

    public override string Raw() => string.Join(" | ", new[] { Name, Body, Number }.Where(s => !string.IsNullOrEmpty(s)));
}

public sealed record YesNoValue(bool Yes) : FactValue
{
    public override string Summary() => Yes ? "yes" : "no";
}

/// <param name="Until">Last day of cover, yyyy-MM-dd, if known.</param>
public sealed record InsuranceValue(decimal Amount, string? Until) : FactValue
{
    public override string Summary() => Amount.ToString("0", CultureInfo.InvariantCulture) + (Until is null ? "" : $" until {Until}");

    public override string Raw() => Amount.ToString("0", CultureInfo.InvariantCulture) + (Until is null ? "" : $" | {Until}");
}

/// <param name="Permission">The person agreed to being quoted. Without it the words never go live.</param>
public sealed record Testimonial(string Quote, string Name, string Source, string Date, bool Permission);

public sealed record TestimonialsValue(ImmutableArray<Testimonial> Items) : FactValue
{
    public override string Summary() => Items.Length == 1 ? "1 testimonial" : $"{Items.Length} testimonials";

    public override string Raw() =>
        string.Join(
            "\n",
            Items.Select(t => $"{t.Quote} | {t.Name} | {t.Source} | {t.Date} | {(t.Permission ? "permission" : "no permission")}")
        );
}

/// <param name="Day">0 is Monday.</param>
/// <param name="To">Null where only the beginning is known.</param>
public sealed record TimetableRow(int Day, TimeOnly From, TimeOnly? To, string Name, string? Note);

public sealed record TimetableValue(ImmutableArray<TimetableRow> Rows) : FactValue
{
    public override string Summary() => Rows.Length == 1 ? "1 class a week" : $"{Rows.Length} classes a week";

    public override string Raw() =>
        string.Join(
            "\n",
            Rows.Select(r =>
                $"{OpeningHours.DayKeys[r.Day]} | {r.From:HH:mm}{(r.To is { } to ? $"-{to:HH:mm}" : "")} | {r.Name}"
                + $"{(r.Note is null ? "" : $" | {r.Note}")}"
            )
        );
}
