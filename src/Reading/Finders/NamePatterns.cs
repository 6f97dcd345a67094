using System.Text.RegularExpressions;

namespace Plurimax.Reading.Finders;

/// <summary>How names are introduced, in what they stand, and what is none.</summary>
public static partial class NameFinder
{
    /// <summary>"Amrita at …"; "Ruth Penhallow of …", but not "House of Wool".</summary>
    private static readonly Regex PersonAt = new(
        @"^(?:\p{Lu}[\p{L}'’-]+(?:\s\p{Lu}[\p{L}'’-]+)?\sat|(?!The\s)\p{Lu}\p{Ll}+\s\p{Lu}[\p{L}'’-]+\s(?:of|from|von|vom|de|chez|di|van))"
            + @"\s(?=\p{Lu})"
    );
    private static readonly Regex Label = new(
        @"\b(?:address|anschrift|adresse|dirección|indirizzo|adres|find us|visit|tel|phone|open|office|registered|postal|kontakt|"
            + @"contact)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Possessive = new(
        @"\b(?!(?:It|That|What|Here|There|Let|He|She|Who|Where|How|Owner|Client|Mother|Father|Today|Everyone|Everybody|Children|Ladies|"
            + @"Women|Men"
            + @"|Gents|Bird|Father|Valentine|New)['’]s)\p{Lu}\p{L}+['’]s\s\p{Lu}\p{L}+(?:\s(?:&\s)?\p{Lu}\p{L}+){0,2}"
    );
    private static readonly Regex Signs = new(@"[\p{So}\p{Sk}\p{Cs}\uFE0F\u200D★☆]+");
    private static readonly Regex ClockEnd = new(@"\s\d{1,2}(?:[.:]\d\d)?\s?(?:am|pm|uhr|h)?$", RegexOptions.IgnoreCase);
    private static readonly Regex Dashes = new(@"\s[-–—|·]\s");
    private static readonly Regex OfPerson = new(
        @"^(?<firm>.{2,50}?)\s(?:di|de|von|van)\s\p{Lu}\p{Ll}{1,30}\s(?<last>\p{Lu}\p{Ll}{1,30})$"
    );
    private static readonly Regex Answers = new(
        @"^(?i:(?:yeah|yes|ja|oui|sí|sì|hi|hello|hallo|claro)[,.!]?\s)?(?i:it'?s|we'?re|wir sind|das ist|c'est|es|somos|siamo|"
            + @"wij zijn)\s(?:the\s)?"
            + @"(?<n>\p{Lu}[\p{L}'’]+(?:\s(?:&\s|and\s|de\s|du\s|del\s|und\s)?\p{Lu}[\p{L}'’]+){1,4})"
    );
    private static readonly Regex Introduced = new(
        @"^(?:(?:yeah|yes|oh|well|so|ja|oui|sí|sì),? )*(?:it'?s|we'?re|it is|we are|that'?s|the name is|wir sind|das ist|wir heißen|"
            + @"c'est|on est|"
            + @"se llama|es|somos|si chiama|siamo|wij zijn|het is)\s+(?:called |just )?",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Instead = new(
        @"(?<=\p{Ll}{3})\.\s.*$|\s+(?:--|—|\()\s*(?:NOT|not|nicht|pas|nein|no)\b.*$|\s+NOT\b.*$"
            + @"|,?\s+(?:not|nicht|pas)\s+[""“„«'‘].*$|\s--\s.*$"
    );
    private static readonly Regex Occasion = new(
        @"\b(?:meeting|minutes|kick-?off|notes|questionnaire|client (?:details|intake|form)|intake form|fragebogen|"
            + @"besprechung|rendez-vous|rdv|"
            + @"réunion|reunión|ficha|cuestionario|incontro|bespreking)\b",
        RegexOptions.IgnoreCase
    );
    private const string Cap =
        @"(?<![\p{L}\d])(?:\p{Lu}|\d{1,5}\s\p{Lu})[\p{L}\d'’.&-]{0,60}"
        + @"(?:\s(?:&|and|und|et|y|the|of|on|in|at|de|des|du|la|le|les|l'|der|die|das|am|zum|zur|"
        + @"von|vom|für|del|los|las|el|di|della|dei|delle|e|van|het|en|ten|ter|d'|\+|\p{Lu}[\p{L}\d'’.&-]{0,60}|"
        + @"\d{1,5})){0,12}(?:,\s\p{Lu}[\p{L}'’-]+\s(?:&|and|und|et|"
        + @"y)\s\p{Lu}[\p{L}'’-]+)?";
    private static readonly Regex Labelled = new(
        @"(?im:(?:^|[|;]\s*|\b)(?:(?:business|company|firm|trading|shop|practice|brand|client|customer|official)(?:'s)? "
            + @"name|prospect|lead|client|business|shop|company|trading as|t/a|firma|firmenname|name (?:der firma|des betriebs|des "
            + @"unternehmens|of (?:the )?(?:business|firm|shop|company))|betrieb|kunde|unternehmen|name|nom(?: de l'entreprise| "
            + @"commercial| du commerce)?|entreprise|société|enseigne|cliente?|nombre(?: del negocio| comercial| de la "
            + @"empresa)?|empresa|negocio|ditta|azienda|bedrijf(?:snaam)?|klant)\s*[:|=]\s*)(?<n>[^|;\n]{2,70})"
    );
    private static readonly Regex Called = new(
        @"(?i:\b(?:(?:we|it|the (?:shop|business|firm|company|place|practice|studio|workshop|café|salon))(?:'s|'re| is| are)? "
            + @"(?:called|named|known as|trading as)|(?:our |the |^)?name is|name it|called|trades as|trading as|known as|wir "
            + @"heißen|heißt|nennt sich|unser betrieb heißt|firmiert als|s'appelle|nous nous appelons|sous le nom(?: de)?|se llama|"
            + @"si chiama|ci chiamiamo|heet|heten|nos "
            + @"llamamos|llamad[oa]|bajo el nombre de|a nome)\s+(?:now |jetzt |actually )?(?:“|""|„|«\s?|')?)(?<n>"
            + Cap
            + ")"
    );

    /// <summary>"our accountancy practice, Fenwick Doyle"; "soy Rosa Montalt de la floristería Jazmín y Sal".</summary>
    private static readonly Regex OurFirm = new(
        @"(?:(?i:\b(?:our|my|unsere?[nmr]?|meine?[nmr]?|notre|mon|ma|nuestr[oa]|mi))\s+(?:\p{Ll}[\p{L}-]*\s){0,3}(?i:practice|"
            + @"shop|business|company|firm|studio|salon|café|restaurant|workshop|clinic|school|bakery|garage|hotel|guesthouse|firma|"
            + @"praxis|laden|betrieb|werkstatt|entreprise|boutique|cabinet|atelier|tienda|empresa|negocio|taller|estudio),\s+|"
            + @"(?i:\b(?:i'm|i "
            + @"am|this is|it's|ich bin|hier ist|je suis|c'est|ici|soy|sono|ik ben))\s+\p{Lu}\p{L}+\s(?:\p{Lu}[\p{L}-]+\s)?(?i:of|from|"
            + @"at|von der|von dem|vom|aus "
            + @"der|de la|del|de l'|du|chez|de)\s+(?:the\s)?(?:\p{Ll}{4,}\s)?)(?<n>"
            + Cap
            + ")"
    );

    /// <summary>Rooms, not firms.</summary>
    private static readonly Regex Rooms = new(
        @"^(?:the |our |der |die |das |le |la |l['’]|el |il |lo |de |het )?(?:(?:werkstatt|laden|büro|ausstellung|lager|atelier|"
            + @"workshop|shop|office|studio|showroom|yard|boutique|bureau|taller|"
            + @"tienda|oficina)(?:\s(?:und|and|et|y|&)\s|$))+",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Copyright = new(
        @"(?:©|\(c\)|Copyright)\s*(?:(?:19|20)\d\d(?:\s?[-–]\s?(?:(?:19|20)\d\d|today|heute))?,?\s*)?(?:by |von )?(?<n>"
            + Cap
            + @")|(?<n>"
            + Cap
            + @")\s*(?:©|\(c\))\s*(?:19|20)\d\d"
    );
    private static readonly Regex Legal = new(
        @"(?<n>"
            + Cap
            + @"\s(?:Ltd|Limited|LLP|LLC|Inc|GmbH|GbR|OHG|KG|e\.\s?K\.|UG|AG|SARL|EURL|SAS|SA|S\.\s?L\.|SL|S\.\s?A\.|B\.?V\.?|Pty "
            + @"Ltd|& (?:Sons?|Daughters?|Co|Söhne|Sohn|Tochter|Töchter|Fils|Filles|Hijos|Hijas)))(?!\p{L})"
    );
    private static readonly Regex NotesOf = new(
        @"(?i:\b(?:visit(?: to| at)?|termin (?:bei|mit)|besuch (?:bei|von)|visite (?:chez|à)|visita a|bezoek aan|brief from|"
            + @"(?:site )?visit "
            + @"to)\s+|\b(?:notes?|call|meeting|brief(?:ing)?|minutes|summary|re|subject|betreff|objet|asunto|website|web "
            + @"site|site|protokoll|notizen|gesprächsnotiz|telefonnotiz|compte[- ]rendu|notas?|acta|briefing)\b(?: "
            + @"(?:notes?|from|for|with|of|on|brief|call|mit|zu|für|von|pour|avec|de|con|"
            + @"para))*(?:\s\d{1,2}\W?\w*\W?\d{0,4})?\s*[:–-]\s*|\bnotes? "
            + @"on\s+|\b(?:notes?|brief|call|chat|meeting|spoke|visit|website|site|new site|gespräch|website|briefing) "
            + @"(?:for|from|with|mit|für|pour|avec|con|para)\s+)(?<n>"
            + Cap
            + ")"
    );
    private static readonly Regex PersonOf = new(
        @"(?:(?i:\b(?:runs|owner of|owns|behind|here at|welcome to|about|inhaber(?:in)? (?:von|der|des)|willkommen "
            + @"(?:bei|in|im)|bienvenue (?:chez|à|au)|gérante? de|bienvenid[oa]s? a|dueñ[oa] de))|\b(?:(?i:with|spoke "
            + @"to|met|rang|called|saw|phoned|it's|i'm|this is|here is|mit|avec|con)\s+\p{Lu}\p{Ll}+|"
            + @"\p{Lu}\p{Ll}+\s\p{Lu}\p{Ll}+)\s(?:of|from|at|von "
            + @"der|von|vom|bei der|beim|bei|de chez|chez))\s+(?<n>"
            + Cap
            + ")"
    );
    private static readonly Regex Asked = new(
        @"(?i:what(?: is|'s)? (?:the |your )?(?:business|company|firm|shop|practice)(?:'s)? (?:name|called)[^?]*\?|what (?:is|are) "
            + @"(?:you|it|the business|your business) called\??|name of (?:your|the) (?:business|company|firm)\?|business name\?|wie "
            + @"heißt[^?]*\?|comment s'appelle[^?]*\?|nom de (?:votre|l') ?entreprise ?\?|cómo se llama[^?]*\?)\s*(?<n>\S.{1,60})"
    );
    private static readonly Regex Subject = new(
        @"(?:^|(?<=[.:!?]\s))(?<n>"
            + Cap
            + @")\s+(?:is|are|makes?|opened|began|was "
            + @"founded|started|bakes?|opens|covers?|offers?|provides?|sells?|repairs?|does|do|runs?|has|have|specialises?|"
            + @"speciali[sz]es?|serves?|teaches|builds?|fits?|ist|bietet|macht|repariert|fertigt|est|propose|fabrique|répare|réalise|"
            + @"es|ofrece|hace|repara)\b"
    );
    private static readonly Regex WeAre = new(
        @"(?i:(?:^|[.!,:]\s*)(?:we are|we're|it's|this is|wir sind|hier ist|nous sommes|ici|somos|aquí)\s+(?:the |die |der |le |la "
            + @"|el )?)(?<n>"
            + Cap
            + ")"
    );
    private static readonly Regex InParens = new(@"\((?<n>" + Cap + @")\)");
    private static readonly Regex BeforeAddress = new(
        @"(?:^|[.:!]\s+)(?<n>"
            + Cap
            + @"),\s(?=\d{1,4}[a-z]?(?:[-–]\d+)?\s\p{Lu}|(?:Am|Im|Zum|Zur|An der|In der|Auf "
            + @"der)\s\p{Lu}|\p{Lu}\p{L}+(?:straße|strasse|str\.|weg|gasse|platz)\s\d|\d+\s?(?:bis "
            + @")?,?\s?(?:rue|avenue|place|quai|chemin|route|impasse|boulevard)\s|(?:calle|avenida|plaza|c/)\s)",
        RegexOptions.None
    );
    private static readonly Regex Predicate = new(
        @"(?:^|[.:!]\s+)(?<n>" + Cap + @")\s+(?:is|are|ist|sind|est|es|son)\s+(?<rest>[^.;]{3,60})"
    );
    private static readonly Regex PersonName = new(
        @"^(?:(?:Mr|Mrs|Ms|Dr|Herr|Frau|M|Mme)\.?\s)?\p{Lu}\p{Ll}+(?:-\p{Lu}\p{Ll}+)?\s\p{Lu}[\p{L}'’-]+$"
    );
    private static readonly Regex Amount = new(@"^[£€$\d]|\b(?:from|ab|à partir) [£€$\d]");
    private static readonly Regex Welcome = new(
        @"^(?:(?:hi|hello|hey|ciao|hola|hallo|moin|bonjour|buongiorno)[!,.]+|visit|welcome to|willkommen (?:bei|in|im|beim)|"
            + @"bienvenue (?:chez|à|au)|bienvenid[oa]s? a)\s+",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Describes = new(
        @"^(?:Familie|Meisterbetrieb|Fachbetrieb|Inh\.|Inhaber|Owner|Proprietor|Family|Est\.|Gérant|Maître|Propietari)"
    );
    private static readonly Regex Salutation = new(
        @"^(?:dear|hi|hello|hey|hallo|liebe[rs]?|guten (?:tag|morgen|abend)|sehr "
            + @"geehrte\w*|moin|servus|bonjour|bonsoir|cher|chère|hola|buenos? d[ií]as|buenas|estimad[oa]s?|to whom)\b",
        RegexOptions.IgnoreCase
    );
    internal static readonly Regex NotAFirm = new(
        @"\b(?:Guild|Association|Council|Federation|Society|Institute|Chamber|Board|Innung|Verband|Kammer|Fédération|Syndicat|"
            + @"Chambre|Asociación|Gremio|Colegio|Cámara)\b"
    );
    private static readonly Regex FromName = new(@"^\W*(?:From|Von|De|Da|Van)\s?:\s*""?(?<n>[^""<@]{3,60}?)""?\s*<");
    private static readonly Regex Proper = new(@"\b" + Cap);
    private static readonly Regex Business = WordPattern.Of("name-finder/business", RegexOptions.IgnoreCase);
    private static readonly Regex Generic = new(
        @"^rdv\b|^(?:gruß|grüße|saludos|saluti|groeten?|aw|wg|tr|rv|antw|visit(?: us)?|find us|shop|klant|klantnaam|infos?|details|site "
            + @"text|text|data|daten|angaben|coordonnées|datos|owner|partner|director|manager|proprietor|founder|inhaber(?:in)?|"
            + @"geschäftsführer(?:in)?|gérante?|propietari[oa]|fields?|home(?:page)?|welcome(?: "
            + @"to)?|about(?: us)?|contact(?: us)?|menu|services|our services|opening (?:hours|times)|hours|prices|price "
            + @"list|news|blog|gallery|reviews?|testimonials|untitled|index|notes?|meeting(?: notes)?|call(?: notes)?|phone "
            + @"call|brief|briefing|summary|minutes|client|customer|name|email|e-mail|phone|address|the|hi|hello|dear|hey|thanks|thank "
            + @"you|monday|tuesday|wednesday|thursday|friday|saturday|sunday|re|fwd?|subject|from|to|date|startseite|willkommen|über "
            + @"uns|kontakt|leistungen|öffnungszeiten|preise|preisliste|impressum|datenschutz|notizen|gesprächsnotiz|protokoll|"
            + @"telefonnotiz|telefonat|hallo|guten "
            + @"tag|guten morgen|sehr geehrte\w*|liebe[rs]?|moin|servus|accueil|bienvenue|à propos|nos "
            + @"services|prestations|horaires|tarifs|bonjour|madame|monsieur|mentions légales|compte[- "
            + @"]rendu|inicio|bienvenid[oa]s?|sobre nosotros|servicios|horarios?|precios|tarifas|contacto|hola|buenos "
            + @"días|estimad[oa]|aviso "
            + @"legal|notas|we|i|you|they|he|she|it|my|our|your|this|that|there|what|who|where|when|why|how|please|yes|no|not|"
            + @"and|but|so|also|wir|sie|ich|unser\w*|der|die|das|nous|notre|vous|le|la|les|el|los|las|nuestr\w+|english|german|"
            + @"french|spanish|google|facebook|instagram|listing|item|service|price|trade|question|answer|field|value|fact|town|"
            + @"old "
            + @"site|new site|website|web site|website brief|site|your|customers?|mr|mrs|ms|dr|herr|frau|mme|kind regards|regards|best "
            + @"wishes|cheers|tel|fax|mobile)$|^(?:rdv|rendez-vous|entretien|meeting|call|phone|interview|site "
            + @"visit|kick-?off|telefonat|besprechung|kundengespräch|gespräch|appel|réunion|entretien|llamada|reunión|visita) "
            + @"(?:notes?|with|mit|avec|con|on|am|vom|du|del|zum|zu)\b|^(?:notes|minutes|notizen|protokoll|compte-rendu|notas) "
            + @"(?:from|of|on|for|vom|zum|zu|aus|du|de|del|sobre)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Sentence = new(
        @"\b(?:rang|phoned|je suis|ich bin|i am|is|are|was|were|will|have|has|please|can|would|could|should|need|needs|wants?|call|"
            + @"ring|thank|thanks|attached|sorry|"
            + @"said|says|spoke|ist|sind|haben|hat|bitte|wird|möchte\w*|est|sont|avons|voici|merci|voudrait|es|son|tiene|quiere|gracias|"
            + @"adjunto)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Small = new(
        @"^(?:and|&|of|the|on|in|at|for|to|by|de|des|du|la|le|les|der|die|das|und|am|im|an|zum|zur|von|für|et|y|del|los|las|el|en|"
            + @"d'\w+|l'\w+|bei)$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Tail = new(
        @"\s*(?:★.*|⭐.*|\(\d.*|\d[.,]\d\s.*|\s[–—|·].*|,\s(?:a|an|the|in|based|eine?|un|une|est\.|since|seit|depuis|desde|and|"
            + @"we|which|who|run|located|[\p{Lu}][\p{Ll}]+$).*|\s(?:in|is|are|was|has|have|since|for "
            + @"over|where|which|who|we|on the|near|and (?:we|i|they|it)|but|because|ist|sind|seit|wo|nous|depuis|est|es|son|desde|und "
            + @"wir|not|nicht|please)\s.*|(?<!\b(?:Dr|St|Co|Mr|Mrs|Ste|Prof|Jr|e|K|No|Inh|u|S|L|A))\.\s.*|\s(?:in|at|and|of|on|"
            + @"the|und|et|y|de|in "
            + @"der|von|la|le|les|el|der|die|das|am)$)"
    );
    private static readonly Regex Stars = new(@"\s*(?:[★⭐☆].*|\(?\d[.,]\d\b.*)$");
    private static readonly Regex Words = new(@"[\p{L}\d]+");
}
