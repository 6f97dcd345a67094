using System.Text.RegularExpressions;

namespace Plurimax.Reading;

/// <summary>
/// Words around a value that say whose it is, of when it is, and whether it is meant. English, German, French, Spanish.
/// Common practice of the trade, no published source.
/// </summary>
public static class Cues
{
    public static bool Fax(string text) => FaxWords.IsMatch(text);

    /// <summary>The line is about somebody else: a supplier, adviser, competitor, the agency.</summary>
    public static bool NotTheirs(string text) => OthersWords.IsMatch(text);

    /// <summary>Said to hold no longer.</summary>
    public static bool Past(string text) => PastWords.IsMatch(text);

    /// <summary>Not meant for customers.</summary>
    public static bool Private(string text) => PrivateWords.IsMatch(text);

    /// <summary>The speaker takes something back: what follows beats what was said.</summary>
    public static bool Correction(string text) => CorrectionWords.IsMatch(text);

    public static bool Negated(string text) => NegationWords.IsMatch(text);

    /// <summary>"Website by …".</summary>
    public static bool Credit(string text) => CreditWords.IsMatch(text);

    /// <summary>A title that belongs to whoever runs the business.</summary>
    public static bool OwnerTitle(string text) => OwnerWords.IsMatch(text);

    /// <summary>A name or domain of somebody who makes websites.</summary>
    public static bool MakesSites(string text) => MakerWords.IsMatch(text);

    private static readonly Regex FaxWords = new(
        @"\b(?:tele)?fax\b|\bfacsimile|\btélécopie|(?<![\w])f(?:ax)?\s*[:.]\s*(?=[+(\d]|$)|(?:^|[\s|,;/])f[:.]?\s*$",
        RegexOptions.IgnoreCase
    );

    private static readonly Regex OthersWords = new(
        @"\b(?:brother-in-law|a friend|suppliers?|wholesalers?|distributor|our "
            + @"accountants?|accountants?\b|bookkeeper|solicitors?\b|landlord|our (?:bank|printer|courier|web ?designer|web "
            + @"?host)|freight|courier|insurer|insurance broker|broker\b|competitors?|rivals?|neighbou?rs?|next door|previous "
            + @"(?:owner|tenant|designer)|old (?:web ?designer|agency)|photographer|printer'?s|sign ?writer|delivery firm|rep at|the "
            + @"rep\b|mechanic we use|ordered from|order(?:s|ing)? (?:it |them |our \w+ )?from|we (?:buy|get|source) (?:\w+ "
            + @"){0,4}from|comes? from|supplied by|bought (?:from|at)|hired? from|not relevant|(?:their|our|his|her|the) "
            + @"printers?|printers? "
            + @"is|lieferant\w*|zulieferer|großhändler|großhandel|grosshandel|steuerberater\w*|buchhalter\w*|vermieter\w*|"
            + @"hausverwaltung|wettbewerber|konkurren\w+|nachbar\w*|fotograf\w*|druckerei|spedition|bestellen "
            + @"(?:wir )?bei|fournisseurs?|grossiste|comptable|notaire|propriétaire des "
            + @"murs|concurrents?|voisins?|photographe|imprimeur|transporteur|livreur|proveedor\w*|mayorista|gestor[ií]a|"
            + @"asesor(?:ía)?|contable|casero|competencia|competidor\w*|vecinos?|fotógraf\w+|imprenta|transportista)\b",
        RegexOptions.IgnoreCase
    );

    private static readonly Regex PastWords = new(
        @"\b(?:old "
            + @"(?:number|phone|address|e-?mail|hours|times|prices?|website|site|shop|mobile|one|sign|cards?|flyers?|leaflets?|"
            + @"brochure|listing|letterhead|advert|menu)|former(?:ly)?|previously|previous "
            + @"(?:number|address|hours|prices?|e-?mail)|used to|until (?:last|20\d\d)|till last|last "
            + @"(?:year|season|summer|winter)(?:'s)?|no longer|not any ?more|out of date|outdated|not in use|disconnected|moved (?:out "
            + @")?(?:from|of)|were open|we were at|was open|closed down|don'?t (?:use|ring|call)|do not use|ignore|dead "
            + @"number|früher\w*|ehemalig\w*|alte[rsn]? "
            + @"(?:nummer|adresse|e-?mail|öffnungszeiten|preise?|telefon\w*|laden|website|seite)|bisher\w*|letzte[sn]? "
            + @"jahr\w*|vorjahr\w*|nicht mehr|stimmt nicht mehr|veraltet|bis (?:ende "
            + @")?(?:letzte|20\d\d)|vorher|anciens?|anciennes?|autrefois|auparavant|l'an(?:née)? (?:dernière|dernier|passée)|n'est "
            + @"plus|ne sont plus|ne (?:marche|fonctionne) plus|plus valables?|avant (?:le "
            + @"déménagement|c'était|on|nous)|antigu[oa]s?|anterior(?:es)?|antes (?:era|eran|abr[ií]amos|est[aá]bamos)|el año pasado|del "
            + @"año pasado|ya no|obsolet\w+)\b",
        RegexOptions.IgnoreCase
    );

    private static readonly Regex PrivateWords = new(
        @"\b(?:house phone|private (?:number|mobile|line|phone|e-?mail|address)|personal (?:number|mobile|e-?mail|phone)|home "
            + @"(?:number|phone|address)|not for (?:the )?(?:web)?site|not (?:to go )?on the (?:web)?site|don'?t "
            + @"(?:put|publish|show|print|list)|keep (?:it |that |this )?(?:off|private)|for (?:you|your use) only|just for you|between "
            + @"us|privatnummer|private (?:nummer|handynummer|adresse|e-?mail)|nicht (?:auf die|für die|auf der) "
            + @"(?:web)?(?:site|seite|website)|nicht veröffentlichen|nur für (?:sie|euch|dich)|numéro (?:privé|perso\w*)|pas (?:sur|pour) "
            + @"le site|ne pas (?:publier|mettre|afficher)|número (?:privado|personal|particular)|móvil (?:privado|personal)|no "
            + @"(?:publicar|poner|para la web|en la web))\b",
        RegexOptions.IgnoreCase
    );

    private static readonly Regex CorrectionWords = new(
        @"(?:^|[\s""“(])(?:no|nope|actually|sorry|correction|scratch that|make that|i "
            + @"mean|wait|instead|rather|changed|change|update|updated|new|now|from now on|it'?s now|nein|doch|stimmt "
            + @"nicht|korrektur|korrigiert?|berichtigung|entschuldigung|sondern|neu|neue[rsn]?|ab sofort|jetzt|geändert|nachtrag|non|en "
            + @"fait|pardon|rectification|désormais|dorénavant|plutôt|nouveau|nouvelle|nouveaux|perdón|mejor dicho|en "
            + @"realidad|corrección|rectifico|a partir de ahora|ahora|nuev[oa]s?)\b",
        RegexOptions.IgnoreCase
    );

    private static readonly Regex NegationWords = new(
        @"\b(?:not|no longer|never|don'?t|doesn'?t|do not|does "
            + @"not|won'?t|stopped|except|without|isn'?t|aren'?t|nicht|kein\w*|nie|ohne|außer|ne \w+ (?:pas|plus)|n'\w+ (?:pas|plus)|pas "
            + @"de|plus de|sans|jamais|sauf|no (?:hacemos|ofrecemos|trabajamos|reparamos|vendemos|hace)|ya no|nunca|sin|excepto)\b",
        RegexOptions.IgnoreCase
    );

    private static readonly Regex CreditWords = new(
        @"\b(?:(?:web)?site|web "
            + @"?design|design(?:ed)?|built|made|powered|hosted|hosting|created|realisation|realisierung|umsetzung|gestaltung|"
            + @"webdesign|réalisation|conception|création|diseño(?: "
            + @"web)?|desarrollo|photos?|fotos?)\s*(?:and \w+ |& \w+ "
            + @")?(?:by|from|with|von|durch|par|por)\b|\b(?:realisation|realisierung|umsetzung|gestaltung|webdesign|réalisation|"
            + @"conception|photos?|fotos?)\s*:",
        RegexOptions.IgnoreCase
    );

    private static readonly Regex OwnerWords = new(
        @"\b(?:owner|proprietor|proprietress|founder|director|managing "
            + @"director|principal|partner|inhaber(?:in)?|geschäftsführer(?:in)?|gründer(?:in)?|chef(?:in)?|gérante?|"
            + @"propriétaire|fondateur|fondatrice|dirigeante?|patronn?e?|propietari[oa]|dueñ[oa]|titular|fundador[a]?|gerente|"
            + @"master "
            + @"\w+|landlord of|landlady)\b",
        RegexOptions.IgnoreCase
    );

    private static readonly Regex MakerWords = new(
        @"\b(?:web|webs|websites?|web ?design|webagentur|digital|studio web|sites?|agency|agentur|agence|agencia|design "
            + @"studio|internetagentur|pixel\w*)\b|web(?:\b|design|site|studio|works|agentur)",
        RegexOptions.IgnoreCase
    );
}
