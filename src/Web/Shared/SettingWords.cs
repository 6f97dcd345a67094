using Plurimax.Making.Settings;
using Plurimax.Sites;
using Plurimax.Text;

namespace Plurimax.Web.Shared;

/// <summary>How settings are shown: where a value was set, and what it says.</summary>
public static class SettingWords
{
    /// <summary>Where a value was set, as an address to follow.</summary>
    public static string PlaceOf(SettingsSource source, string key, Guid? site, Guid? client) =>
        source.Layer switch
        {
            SettingLayer.Agency => $"/standards?at=agency&edit={key}#s-{key}",
            SettingLayer.Trade => $"/standards?at=trade-{source.Scope}&edit={key}#s-{key}",
            SettingLayer.Standard => $"/standards?at={source.Scope}&edit={key}#s-{key}",
            SettingLayer.Client => $"/clients/{client ?? Guid.Parse(source.Scope)}/settings?edit={key}#s-{key}",
            SettingLayer.Site or SettingLayer.Page =>
                $"/sites/{site ?? Guid.Parse(source.Scope.Split('/')[0])}/settings?edit={key}#s-{key}",
            _ => $"/standards?q={key}#s-{key}",
        };

    /// <summary>A value as it is shown in a cell: facts by their names, never in brackets.</summary>
    public static string Shown(string value, int most = 42) =>
        value.Length == 0 ? "empty" : Letters.Cut(Plain(value).ReplaceLineEndings(" "), most);

    private static string Plain(string value) =>
        !value.Contains('{')
            ? value
            : string.Concat(
                FactChip
                    .Split(value)
                    .Select(p =>
                        !p.Placeholder ? p.Text
                        : FactChip.Of(p.Text) is { } chip ? chip.Own ?? (chip.Fact is null ? "" : $"‹{chip.Name}›")
                        : ""
                    )
            );
}
