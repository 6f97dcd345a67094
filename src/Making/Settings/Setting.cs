using System.Collections.Immutable;
using System.Globalization;
using Plurimax.Design.Styling;
using Plurimax.Facts;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Making.Settings;

/// <summary>What a value of a setting is. <see cref="Line"/> and <see cref="Text"/> may hold placeholders of facts.</summary>
public enum SettingShape
{
    Line,
    Text,
    Lines,
    Choice,
    Money,
    Number,
    Whole,
    YesNo,
    Colour,
    Email,
    Web,
}

/// <summary>What a setting is about; the order in which they are listed.</summary>
public enum SettingGroup
{
    Agency,
    Voice,
    Contact,
    Hours,
    Look,
    Sections,
    Frame,
    Forms,
    Legal,
    Finding,
    Visitors,
    Sharing,
    Names,
    Money,
    Proof,
    Line,
    Preflight,
    Prospects,
    Handoff,
    Client,
}

/// <summary>Where a setting can be seen to work.</summary>
[Flags]
public enum SettingShows
{
    /// <summary>On sites made from then on; those that stand keep what they were made with.</summary>
    NewSites = 1,

    /// <summary>On the pages of a site, published ones after a roll-out.</summary>
    Pages = 2,

    /// <summary>In what the server does with a form, at once.</summary>
    Forms = 4,

    /// <summary>In mails and on pages that clients and prospects see.</summary>
    Clients = 8,

    /// <summary>In the work of the agency: stations, checks, reminders.</summary>
    Work = 16,

    /// <summary>In records, figures and texts that leave with the handoff pack.</summary>
    Pack = 32,

    /// <summary>Kept for quotes and invoices, which do not read it yet.</summary>
    Later = 64,
}

/// <summary>
/// Where a value can be set; a later layer wins. Several standards may stand in the layer of standards, in the order in which they are
/// followed.
/// </summary>
public enum SettingLayer
{
    Default,
    Agency,
    Trade,
    Standard,
    Client,
    Site,
    Page,
}

/// <summary>A typed setting. Stored and shown as text; <see cref="Check"/> says whether a text is a value.</summary>
/// <param name="Key">Stable name, in files and placeholders.</param>
/// <param name="Help">What it does, in a sentence.</param>
public sealed record Setting(
    string Key,
    SettingGroup Group,
    string Name,
    string Help,
    SettingShape Shape,
    string Default,
    SettingShows Shows
)
{
    public const int LongestLine = 300,
        LongestText = 6000;

    public ImmutableArray<string> Options { get; init; } = [];
    public double Least { get; init; }
    public double Most { get; init; } = 1_000_000;

    /// <summary>What a number counts: "days", "months".</summary>
    public string Unit { get; init; } = "";

    /// <summary>The last layer at which it makes sense: a setting of the agency has no value of its own on a site.</summary>
    public SettingLayer Deepest { get; init; } = SettingLayer.Site;

    /// <summary>Only the owner changes it, on whatever layer.</summary>
    public bool OwnerOnly { get; init; }

    /// <summary>What else must hold of a text; null where it is well.</summary>
    public Func<string, string?>? Rule { get; init; }

    public bool Holds(SettingLayer layer) => layer <= Deepest;

    public bool IsProse => Shape is SettingShape.Line or SettingShape.Text;

    /// <summary>Whether somebody may set it on a layer: shared layers and what is the owner's are for the owner alone.</summary>
    public bool May(SettingLayer layer, bool owner) =>
        Holds(layer) && layer != SettingLayer.Default && (owner || layer >= SettingLayer.Client && !OwnerOnly);

    /// <returns>The value as it is stored, or what is wrong with it and what would be right.</returns>
    public Result<string> Check(string? raw)
    {
        var text = FactReader.Clean(raw, lines: Shape is SettingShape.Text or SettingShape.Lines);
        static Result<string> Fail(string problem) => Result<string>.Fail(problem);
        switch (Shape)
        {
            case SettingShape.Choice:
                return Options.Contains(text) ? text : Fail($"Choose one of {string.Join(", ", Options)}.");
            case SettingShape.YesNo:
                return text is "yes" or "no" ? text : Fail("Answer yes or no.");
            case SettingShape.Whole or SettingShape.Number or SettingShape.Money:
                var style = Shape == SettingShape.Whole ? NumberStyles.None : NumberStyles.AllowDecimalPoint;
                var bounds = string.Create(
                    CultureInfo.InvariantCulture,
                    $"Give a {(Shape == SettingShape.Whole ? "whole " : "")}number from {Least:0.##} to {Most:0.##}"
                        + $"{(Unit.Length > 0 ? " " + Unit : "")}."
                );
                return decimal.TryParse(text, style, CultureInfo.InvariantCulture, out var n) && n >= (decimal)Least && n <= (decimal)Most
                    ? text
                    : Fail(bounds);
            case SettingShape.Colour:
                return text.Length == 0 ? ""
                    : Oklch.TryHex(text, out var hex) ? hex
                    : Fail("Give a colour such as #0e8a94, or leave it empty.");
            case SettingShape.Email:
                return text.Length == 0 ? ""
                    : FactReader.ReadEmail(text) is { Ok: false, Problem: { } bad } ? Fail(bad)
                    : text;
            case SettingShape.Web:
                return text.Length == 0 || IsWeb(text)
                    ? text
                    : Fail("Give a whole address such as https://www.agency.example, or leave it empty.");
            default:
                var most = Shape == SettingShape.Line ? LongestLine : LongestText;
                if (text.Length > most)
                    return Fail($"That is {text.Length:N0} characters; up to {most:N0} fit.");
                if (IsProse && TextEngine.Fault(text) is { } fault)
                    return Fail(fault);
                if (IsProse && KnownFacts.Unknown(text).FirstOrDefault() is { } unknown)
                    return Fail($"“{unknown}” is no fact. Choose one from the list; what is not known yet takes its line away.");
                return Rule?.Invoke(text) is { } wrong ? Fail(wrong) : text;
        }
    }

    internal static bool IsWeb(string text) =>
        text.Length <= 500
        && Uri.TryCreate(text, UriKind.Absolute, out var u)
        && u.Scheme is "https" or "http"
        && u.Host.Contains('.')
        && u.UserInfo.Length == 0;
}
