using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Plurimax.Web.Shared;

[IgnoreAntiforgeryToken]
public sealed class FaultModel : PageModel
{
    public string Heading { get; private set; } = "";
    public string Text { get; private set; } = "";

    public void OnGet(int? code) => Say(code);

    public void OnPost(int? code) => Say(code);

    private void Say(int? code) =>
        (Heading, Text) = code switch
        {
            404 => ("Nothing here", "There is nothing under this address. It may have been removed."),
            400 => (
                "The form had lapsed",
                "Nothing was saved. Go back, load the page again and save once more; the browser still holds what you typed."
            ),
            403 => ("Not for this account", "Ask the owner of the agency to do this."),
            413 => ("Too large", "What was sent is larger than 2 MB. Nothing was saved."),
            _ => ("Something broke on our side", "Nothing was half done: what was not saved was left as it was. Try once more."),
        };
}
