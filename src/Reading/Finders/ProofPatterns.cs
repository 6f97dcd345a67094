using System.Text.RegularExpressions;

namespace Plurimax.Reading.Finders;

/// <summary>How marks, years, memberships, insurance and quotations are written.</summary>
public static partial class ProofFinder
{
    private static readonly Regex CountLabel = new(
        @"\b(?:review[ _]?count|(?:number|no\.?) of (?:reviews|ratings)|reviews|ratings|anzahl (?:der )?(?:bewertungen|"
            + @"rezensionen)|bewertungen|"
            + @"nombre d['’]avis|avis|número de (?:reseñas|opiniones)|reseñas|opiniones|numero (?:di )?recensioni|recensioni|aantal "
            + @"beoordelingen)\s*[:|=]\s*(?<n>\d[\d.,]*)(?<m>(?!))?",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex InBrackets = new(@"^\s*\((?<n>\d[\d.,]*)(?<m>(?!))?\)\s*$");
    private const string Year = @"(?<y>1[5-9]\d\d|20[0-4]\d)";
    private static readonly Regex Rated = new(
        @"(?:\brat(?:ed|ing)(?: of| is|:| at)?|\bstars?:?|★+☆?|⭐+|\baverage(?: of)?|\bscore(?: of|:)?|\bbewertung(?:en)?:?(?: "
            + @"von)?|\bbewertet mit|\bdurchschnitt(?:lich)?|\bnote(?: moyenne)?(?: de)?:?|\bnotée?s?|\bpuntuación(?: media)?(?: "
            + @"de)?:?|\bvaloración(?: media)?(?: de)?:?|\bvalorad[oa]s? "
            + @"con|\bon|\bmit)?\s{0,3}(?<![\d.,€£$])(?<v>[1-5](?:[.,]\d{1,2})?|10|[6-9](?:[.,]\d)?)\s*"
            + @"(?:/|out of|von|sur|de|of|su|van|stars? out of)\s*(?<of>5|10)(?:[.,]0)?(?!\d)\s*(?:stars?|sternen?|étoiles|estrellas)?",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex RatedReverse = new(
        @"(?:(?:★+☆?|⭐+)\s*(?<v>[1-5][.,]\d{1,2})|(?<![\d.,€£$])(?<v>[1-5][.,]\d{1,2})\s*(?:★+|⭐+|stars?|sternen?|étoiles|"
            + @"estrellas|\(\s?\d[\d.,]*\s?\)|\(?\s?·?\s?\d[\d.,]*\s*(?:reviews?|ratings?|google "
            + @"reviews|bewertungen|rezensionen|avis|opiniones|reseñas|valoraciones|recensioni|beoordelingen))|"
            + @"(?<![\d.,€£$])(?<v>[1-5][.,]\d{1,2})\s*(?:on "
            + @")?(?:average|avg|out of five|im durchschnitt|en moyenne|de moyenne|de "
            + @"media)|\b(?:reviews?|rated|rating|bewertung|note|valoración|puntuación|sterne|stars)\b\s*(?:of|is|:|\||von|"
            + @"de)?\s*(?<v>[1-5][.,]\d{1,2}))(?!\s?(?:km|m\b|%|€|£))",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Count = new(
        @"(?<n>\d{1,3}(?:[.,’' "
            + @"]\d{3})+|\d{1,6})\s*(?:\p{Lu}?\p{L}+\s){0,2}?(?:reviews?|ratings?|customers?|votes?|bewertungen|rezensionen|"
            + @"kundenbewertungen|kundinnen|kunden|stimmen|recensioni|beoordelingen|avis|évaluations|clients|opiniones|reseñas|"
            + @"valoraciones|clientes|"
            + @"people)\b|(?:reviews?|ratings?|bewertungen|rezensionen|avis|opiniones|reseñas|n_rev|review "
            + @"count)\s*[:|(]\s*(?<m>\d{1,3}(?:[.,]\d{3})+(?!\d)|\d+(?![.,]?\d))|(?<=[1-5][.,]\d(?:\s?/\s?5)?\s?(?:stars?|sterne|étoiles|"
            + @"estrellas|★+|⭐+)?\s?)\(\s?(?<m>\d[\d.,]*)\s?\)",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Lone = new(@"^\W{0,3}([1-5][.,]\d)\W{0,8}$");
    private static readonly Regex RatingWord = new(
        @"\b(?:rat(?:ed|ing)|stars?|reviews?|sterne?n?|bewert\w+|note|notée?|étoiles|avis|estrellas|valora\w+|puntua\w+|opiniones)\b|★|⭐",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Digits = new(@"\D");
    private static readonly Regex Since = new(
        @"\b(?:(?<strong>(?:opened|started|launched|begun)(?= ?[:|=]?\s*\d{4}\b(?![-/]))|year opened|meisterbetrieb seit|"
            + @"established(?: in)?|est\.?d?|founded(?: in| by [\w .]+? in)?|family[- ](?:run|owned|business|firm) "
            + @"since|(?:in|been in) business since|trading since|started (?:(?:the|this) (?:business|firm|shop|company) |it |up |trading "
            + @"|out )?(?:in)?|(?:opened|founded|started|established|set up|began)[^.;\d]{0,40}?\bin|(?:abrió|abrieron|fundó|fundaron|"
            + @"empezó|empezaron|empecé|montó|a "
            + @"ouvert|a fondé|a créé|eröffnete|gründete)[^.;\d]{0,40}?\b(?:en|im jahr|in)|since when\?|when (?:was|did)[^?]{0,40}\?|set "
            + @"up (?:the (?:business|firm|shop|company) )?(?:in|back in)|opened (?:the "
            + @"(?:shop|workshop|doors?|café|salon|business|practice|studio) )?(?:our doors )?(?:in|back in)|began (?:trading )?in|going "
            + @"since|here since|at it since|since|gegründet(?: im jahr| in| im| \w+)?|gründung(?:sjahr)?:?|gegr\.|familienbetrieb "
            + @"seit|eröffnet(?: im jahr| in)?|besteht seit|bestehen seit|seit(?: dem jahr)?|fondée?s?(?: par [\w .]+?)? en|créée?s? "
            + @"en|maison fondée en|ouverte?s? en|ouvert depuis|depuis(?: l'année)?|existe depuis|fundad[oa]s?(?: por [\w .]+?)? "
            + @"en|fundación:?|abierto desde|abrimos en|empezamos en|creada? en|fondat[oai](?: da [\w .]+?)? nel|nat[oa] nel|"
            + @"apert[oa] (?:nel|dal)|dal(?: lontano)?|opgericht(?: in)?|sinds|desde(?: el año)?|founded:?|year founded:?|year "
            + @"established:?|gründungsjahr:?|année de création:?|año de fundación:?)|depuis|since)\s*[:|=]?\s*(?:around |about |ca\. "
            + @"|etwa )?"
            + Year
            + @"\b(?!\s?(?:€|£|CHF|m\b|km|reviews))",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Founding = new(
        @"\b(?:found|fond|ouvert|créé|gegründ|gründ|fund|est|opgericht|started the)",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex ShortYear = new(
        @"\b(?:since|est\.?|established|seit|depuis|desde|dal|sinds)\s['’](\d\d)(?!\d)",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Hobby = new(@"\b(?:hobby|side project|market stall|evening class)\b[^.;]*$", RegexOptions.IgnoreCase);
    private static readonly Regex OneYear = new(@"\b(?:1[5-9]\d\d|20[0-4]\d)\b");
    private static readonly Regex SomethingElse = WordPattern.Of("proof-finder/something-else", RegexOptions.IgnoreCase);
    private static readonly Regex NotSince = WordPattern.Of("proof-finder/not-since", RegexOptions.IgnoreCase);
    private static readonly Regex Wrong = new(@"\b(?:not|nicht|pas|no)\s*$", RegexOptions.IgnoreCase);
    private static readonly Regex Member = new(
        @"\b(?<how>(?:full |proud |registered )?members? of|member:|accredited by|(?:fully )?certified by|registered with|approved "
            + @"by|licensed by|qualified with|chartered by|regulated by|recognised by|Mitglied (?:im|in der|bei "
            + @"der|beim|des|der)|zertifiziert (?:durch|nach|von)|anerkannt (?:durch|von)|eingetragen (?:bei|in)|membre (?:de la|du|de "
            + @"l'|de l’|des|de)|certifiée?s? (?:par|par la|par le)?|agréée?s? (?:par)?|adhérente? (?:à la|au|de la|du)|miembros? (?:de "
            + @"la|del|de)|certificad[oa]s? por|acreditad[oa]s? por|colegiad[oa] (?:en|del|de))\s+(?:the |den |die |der |dem |la |le "
            + @"|l'|el "
            + @")?(?<body>\p{Lu}[\p{L}\d&'’-]*(?:\s+(?:of|for|and|the|de|des|du|der|für|und|la|le|&|del|los|las|et|y|"
            + @"\p{Lu}[\p{L}\d&'’-]*|\d{3,5}))*)"
    );
    private static readonly Regex Certificate = new(
        @"\b(?:Meisterbetrieb|Meisterbrief|Kfz-Meisterbetrieb|ISO \d{4,5}|(?:City|Guild) (?:&|and) \w+ Level \d|NVQ (?:Level "
            + @")?\d|Level \d (?:Diploma|Certificate|NVQ)(?: in [\p{L} ]{3,30})?|Maître artisan|Artisan d'art|Qualibat|RGE|EU[- "
            + @"]Bio|Bio-zertifiziert)\b"
    );
    private static readonly Regex Lapsed = new(
        @"\b(?:lapsed|expired|former|used to be|no longer|abgelaufen|ehemalig\w*|ancien|caducad\w+)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex RegNumber = new(
        @"(?:no\.?|number|nr\.?|n°|nº|\()\s*:?\s*([A-Z]{0,4}[- ]?\d[\w/-]{2,})",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Vat = new(
        @"\b(?:VAT(?: (?:no|number|reg(?:istration)?|reg no))?\.?|USt-?Id(?:Nr)?\.?(?:-Nr\.)?|Umsatzsteuer-ID|TVA(?: "
            + @"intracommunautaire)?|NIF|CIF|BTW(?:-nr)?|ABN|UID)\s*:?\s*((?:[A-Z]{2,3}[- ]?)?[\dA-Z][\d A-Z.-]{6,16}\d[A-Z]?)"
    );
    private static readonly Regex Company = new(
        @"\b(?:company (?:no|number|registration(?: number)?|reg\.? no)\.?|registered "
            + @"(?:no|number)\.?|SIRET|SIREN|KvK(?:-nummer)?|ACN|HRB|HRA)\s*:?\s*((?:[A-Z]{2})?\d[\d ]{4,17}\d)",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Insurance = new(
        @"(?:[£€$]|CHF|EUR)\s?(?<n>\d[\d.,']*)\s?(?<m>m\b|mn\b|million|mio\.?|millionen)?(?=[^.;]{0,40}(?:liability|insurance|"
            + @"insured|cover|haftpflicht|responsabilité|indemnity|responsabilidad))|(?:liability|insured|insurance|cover|"
            + @"haftpflicht\w*|responsabilité "
            + @"civile|responsabilidad "
            + @"civil)[^.;\d]{0,40}(?:[£€$]|CHF|EUR)?\s?(?<n2>\d[\d.,']*)\s?(?<m2>m\b|mn\b|million|mio\.?|millionen|millions|millones)?",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Quoted = new(@"[“""„«]\s?(?<q>[^“”""„«»]{20,600}?)\s?[”""“»]");
    private static readonly Regex Author = new(
        @"^\s*[,.]?\s*(?:[–—-]|\(|~|by|von|par|de|says|said|writes|schrieb|sagt)\s*(?<n>(?:Mr|Mrs|Ms|Dr|Frau|Herr|M\.|Mme|Sr\.?|"
            + @"Sra\.?)?\.?\s?\p{Lu}[\p{L}.'’-]*(?:\s(?:\p{Lu}[\p{L}.'’-]*|von|van|de|la))*)",
        RegexOptions.None
    );
    private static readonly Regex AuthorLine = new(
        @"^\s*[–—~-]?\s*(?<n>(?:Mr|Mrs|Ms|Dr|Frau|Herr|M\.|Mme|Sr|Sra)?\.?\s?\p{Lu}[\p{L}.'’-]*(?:\s(?:\p{Lu}[\p{L}.'’-]*|von|van|"
            + @"de|la)){0,3})\s*(?:,.{0,50}|\(.{0,40}\))?$"
    );
    private static readonly Regex Speaker = new(
        @"(?<!\p{L})(?<n>\p{Lu}\p{L}{1,40}(?:\s\p{Lu}[\p{L}.]{0,40}){0,2})[^“""]{0,40}(?:wrote|said|says|writes|schrieb|sagt|meint|écrit|a "
            + @"dit|dijo|escribió)?\s*:\s*$"
    );
    private static readonly Regex ReviewHead = new(
        @"\b(?:reviews?|testimonials?|say|kundenstimmen|bewertungen|avis|témoignages|opiniones|reseñas|testimonios)\b",
        RegexOptions.IgnoreCase
    );
}
