namespace Plurimax.Web.Styling;

/// <summary>What makers call the roles of colours.</summary>
public static class RoleWords
{
    public static string Of(string role) =>
        role switch
        {
            "fg" => "text",
            "fg2" => "quiet text",
            "link" => "link",
            "err" => "error",
            "ok" => "confirmation",
            "bg" => "page",
            "bg2" => "tinted page",
            "card" => "card",
            "onbrand" => "label",
            "brand" => "button",
            "onaccent" => "label",
            "brandedge" => "edge of a button",
            "brandinv" => "button on dark",
            "onbrandinv" => "label",
            "accent" => "second colour",
            "fginv" => "text",
            "fginv2" => "quiet text",
            "inv" => "dark ground",
            "linkinv" => "link",
            "edge" => "edge of a field",
            "line" => "hairline",
            "lineinv" => "hairline on dark",
            "deco" => "decoration",
            _ => role,
        };
}
