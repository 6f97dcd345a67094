namespace Plurimax.Making.Settings;

/// <summary>The mail to a prospect as it ships.</summary>
public static class OutreachTexts
{
    public const string Subject = "A sample site for {{ business.name }}";

    public const string Body =
        "Hello{% if contact_person %} {{ contact_person }}{% elsif owner.name %} {{ owner.name }}{% endif %},\n\n"
        + "we are {{ agency.name }} and make websites for small businesses. For {{ business.name }} we made a sample, so that you can "
        + "see what a site of your own could look like{% if place.town %} in {{ place.town }}{% endif %}:\n\n"
        + "{{ sample.link }}\n"
        + "{% if rating.value %}\n{{ rating.value }} from {{ rating.count }} reviews is something a site should show.\n{% endif %}\n"
        + "Nobody sees the sample but whoever holds this link. It goes away by itself on {{ sample.until }}. If you would rather have it "
        + "gone at once, there is a button for that on the page.\n\n"
        + "{{ agency.maker }}\n{{ agency.name }}";
}
