using System.Text.RegularExpressions;

namespace Plurimax.Reading.Finders;

/// <summary>How amounts, what they are for and what they are not are written.</summary>
public static partial class PriceFinder
{
    private static readonly Regex EndsInAmount = new(@"^(?<item>\p{L}[^|]{2,60}?)[\s:.·–—|-]+(?<n>\d{1,3}[.,]\d{2})\s*$");
    private static readonly Regex Bill = new(
        @"^\W*(?:invoice|receipt|rechnung|quittung|facture|ticket|factura|fattura|scontrino|factuur|bon)\b|\bvisa\s\*|\bserver: |"
            + @"\bbill to\b",
        RegexOptions.IgnoreCase | RegexOptions.Multiline
    );
    private static readonly Regex Total = new(
        @"^\W*(?:sub-?total|total(?: due)?|balance due|amount due|summe|gesamt(?:betrag)?|à payer|importe total|totale|totaal)\b[^\n]*\d",
        RegexOptions.IgnoreCase | RegexOptions.Multiline
    );

    /// <summary>"Sat 8a–5p": an hour of a day is no price.</summary>
    private static readonly Regex DayAndHour = new(
        @"^(?:mon|tue|wed|thu|fri|sat|sun|mo|di|mi|do|fr|sa|so|lun|mar|mer|jeu|ven|sam|dim|mié|jue|vie|sáb|dom|gio|sab|ma|"
            + @"wo|za|zo)\p{L}{0,8}"
            + @"\.?\s*[\d–-]",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Tax = new(
        @"\b(?:(?<with>(?:incl(?:uding|\.|usive of)?|with) (?:VAT|tax)|(?:VAT|tax)(?: is)? incl(?:uded|\.)?|include (?:the )?(?:VAT|tax)|"
            + @"in(?:kl(?:usive|\.)?|cl\.) (?:\d+ ?% )?(?:der )?(?:gesetzl\w* )?(?:MwSt|Mehrwertsteuer)|TTC|toutes taxes comprises|"
            + @"IVA inclu[ií]d[oa]|IVA inclus[oaie]|incl(?:\.|usief) btw)|(?<without>(?:ex(?:cl(?:uding|\.)?|\.)?|plus|\+) (?:VAT|tax)\b|"
            + @"zzgl\.? (?:der )?(?:gesetzl\w* )?(?:MwSt|Mehrwertsteuer)|\bHT\b(?= |\.|$)|hors taxes?|IVA no inclu[ií]do|sin IVA|"
            + @"IVA esclusa|"
            + @"excl(?:\.|usief) btw))"
    );
    private static readonly Regex RoomsHead = new(
        @"^\W*(?:our |unsere |nos |nuestras |le nostre |onze )?(?:rooms?|zimmer|ferienwohnungen|chambres?|habitaciones|camere|"
            + @"kamers)\b\W*$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex NamedWithArticle = new(@"^(?:La|Le|L['’]|El|Los|Las|Il|Lo|The|Het|De)\s?\p{Lu}");
    private const string Figure = @"\d{1,3}(?:[.,'’\u00a0 ]\d{3})+(?:[.,]\d{2})?|\d+(?:[.,]\d{1,2}(?!\d))?";
    private static readonly Regex Amount = new(
        @"(?<s1>£|€|US\$|CA\$|AU\$|C\$|A\$|\$|\bCHF|\bSFr\.?|\bFr\.(?=\s?\d)|\bEUR|\bGBP|\bUSD|\bCAD|\bAUD)\s?(?<n>"
            + Figure
            + @")(?:,-|\.-|\.–|,–)?(?![\d%])|(?<![\w.,/-])(?<n2>"
            + Figure
            + @")(?:,-|\.-|\.–|,–)?\s?(?<s2>€|£|\$|EUR\b|CHF\b|Euros?\b|euros?\b|pounds?\b|quid\b|Franken\b|Fr\.(?!\w)|"
            + @"francs?\b|dollars?\b|bucks\b|GBP\b|USD\b|p\b(?! "
            + @"?m)|pence\b)"
    );
    private static readonly Regex Bare = new(
        @"^(?<from>from|ab|à partir de|dès|desde)?\s*(?<n>\d{1,3}(?:[.,]\d{3})*(?:[.,]\d{1,2})?)(?:,-|\.-)?\+?$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Trailing = new(
        @"^(?<item>\p{L}.{1,70}?)(?:\s*[.…_·–—:-]{2,}\s*|\s*[:–—|]\s*|\s{2,}|\s+)(?<from>from |ab |dès |desde "
            + @")?(?<n>\d{1,4}(?:[.,]\d{2})?)(?:,-|\.-)?\s*$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex PriceHead = new(
        @"\b(?:pric\w+|rates?|costs?|fees?|tariffs?|charges?|amount|menu|preise?|preisliste|kosten|tarife?|honorar|betrag|prix|"
            + @"tarifs?|montant|carte|precios?|tarifas?|importe|coste|£|€|\$)\b|[£€]|\bCHF\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex PlainPriceHead = new(
        @"^(?:(?:our |unsere |nos "
            + @")?(?:price|prices|rate|cost|preis|preise|prix|tarif|precio|precios|amount|fee|betrag)s?)(?:\s*[(\[]?.{0,8})?$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex ItemHead = new(
        @"\b(?:item|service|treatment|job|description|work|product|what|dish|room|class|leistung|bezeichnung|behandlung|artikel|"
            + @"arbeit|prestation|service|désignation|article|soin|servicio|concepto|trabajo|tratamiento|producto)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex NoteHead = new(
        @"\b(?:notes?|remarks?|comment|details?|includes?|per|unit|duration|time|hinweis|bemerkung|dauer|einheit|inklusive|remarque|"
            + @"durée|unité|notas?|observaciones|duración|unidad)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Currencies = new(@"^(?:EUR|GBP|USD|CHF|CAD|AUD|€|£|\$)$");
    private static readonly Regex FromWord = new(
        @"(?:\bfrom|\bstarting (?:at|from)|\bstarts? (?:at|from)|\bab|\bà partir de|\bdès|\bdesde|\ba partir "
            + @"de|\bmin(?:imum|\.)?|\bat least|\bupwards of)\s*$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex PlusAfter = new(
        @"^\s*(?:\+|and up|upwards|onwards|or more|et plus|y más|aufwärts)",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex RangeGap = new(@"^\s*(?:-|–|—|to|bis|à|a|and)\s*$", RegexOptions.IgnoreCase);
    private static readonly Regex Million = new(
        @"^\s*(?:m\b|mn\b|million|mio\b|millionen|millions|millones|k\b|,000|bn\b|\.000)",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex UnitAfter = new(
        @"^\s*(?:off\b|discount|rabatt|de (?:réduction|remise|descuento)|nachlass|voucher|gutschein)",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Budget = WordPattern.Of("price-finder/budget", RegexOptions.IgnoreCase);
    private static readonly Regex NotAList = new(
        @"\b(?:budget|suppliers?|competitors?|last year|old "
            + @"prices?|insurance|turnover|lieferanten|konkurrenz|umsatz|fournisseurs|concurrents|proveedores|competencia)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex NotCharged = new(
        @"\b(?:no charge|don'?t charge|do not charge|free of charge)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex WasWord = new(
        @"\b(?:was|were|used to (?:be|cost)|previously|instead "
            + @"of|not|formerly|war|waren|kostete|statt|nicht|früher|vorher|était|étaient|au lieu de|non pas|pas|era|eran|en vez "
            + @"de|antes|costaba|no)\s*(?:only |nur |still |noch |encore |just )?\s*$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex PastBefore = new(
        @"\b(?:was|were|used to|old price|previously|last year|until|war|alte[rn]? "
            + @"preis|früher|bisher|était|ancien|avant|era|antes|antiguo)\b[^,;]*$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex OldAfter = new(
        @"^\s*(?:last year|in 20\d\d|back then|before that|letztes jahr|l'an dernier|l'année dernière|el año pasado)",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex YearWord = new(
        @"\b(?:in|for|from|prices?|preise?|tarifs?|precios?|stand|year|jahr)\s+(20\d\d)\b(?!\s*(?:onwards|on\b|-))",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex SinceWord = new(
        @"\b(?:since|seit|depuis|desde|valid from|gültig ab|founded|est)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex ItemCut = new(
        @"(?:[;!?]|:\s+(?=\p{L})(?!from|ab\b|à "
            + @"partir|dès|desde|only|just|now)|(?<!\d)[.](?=\s)|,\s+(?=\p{L})|\s(?:and|und|et|y|but|aber|mais|pero|then|plus|while|"
            + @"whereas|sowie|or|oder|ou)\s(?=\S)|\)\s)",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Also = new(@"^\s*(?:\p{L}+\s+){0,2}(?:and|or|und|oder|et|ou|y|o)\s*$", RegexOptions.IgnoreCase);
    private static readonly Regex PerUnit = new(@"^\s*(?:/|per\b|an?\b|pro\b|je\b|par\b|l'|por\b)", RegexOptions.IgnoreCase);
    private static readonly Regex Closing = new(@"\s*\([^)]*\)\s*[:–-]?\s*$");
    private static readonly Regex Verb = new(
        @"\b(?:is|are|was|we|i|they|it|you|do|ist|sind|wir|ich|nous|est|sont|je|es|son|somos|hacemos)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Anaphor = new(
        @"^(?:make (?:it|that)|it|that|it'?s|that'?s|this|call it|more like|neu|macht|das|c'est|ça|eso|es)?$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Dots = new(@"(?:\s*[.·…_]){2,}");
    private static readonly Regex ItemEnd = WordPattern.Of("price-finder/item-end", RegexOptions.IgnoreCase);
    private static readonly Regex ItemStart = WordPattern.Of("price-finder/item-start", RegexOptions.IgnoreCase);
    private static readonly Regex ForItem = new(
        @"^\s*(?:(?:/|per |an? |pro |je )\s?\p{L}+\s+)?(?:for|per|für|pro|pour|par|por|para)\s+([^,;.]{2,60})",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex SentenceEnd = new(@"\p{Ll}{2}[.!?]\s+$");
    private static readonly Regex WasFor = new(
        @"^\s*(?:for|für|pour|por|para)\s[^,;]{2,60}(?:,|\sand|\sund|\set|\sy)\s*$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Leader = new(@"[.…_·]{2,}\s*$|\s[–—-]\s*$|:\s*$");
    private static readonly Regex Note = new(
        @"^\s*(\([^)]{2,70}\)|(?:per|an?|each|/|pro|je|par|por|inc(?:l\w*)?\.?|plus|inkl\w*\.?|zzgl\.?|TTC|HT|más|IVA)\s?[^,;.|]{1,"
            + @"50}|per\s+\w+)",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex NotItem = new(
        @"^(?:charges?|we "
            + @"charge|total|subtotal|sum|summe|gesamt|vat|mwst|ust|iva|tva|price|prices|preis|preise|prix|tarifs?|precios?|"
            + @"cost|it|that|they|this|deposit|call[- "
            + @"]?out|eur|gbp|item)$|\b(?:phone|tel|fax|e-?mail|opening|hours|open)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Words = new(@"[\p{L}\d]+");
    private static readonly Regex TrailingDash = new(@"(?:,-|\.-|\.–|,–)$");
    private static readonly Regex PoundWord = new(@"£|GBP|pounds?|quid|^p$|pence", RegexOptions.IgnoreCase);
    private static readonly Regex EuroWord = new(@"€|EUR|euros?|^ct$", RegexOptions.IgnoreCase);
}
