using System.Text.RegularExpressions;

namespace Plurimax.Reading.Finders;

/// <summary>How towns, codes and streets are written in the countries that are read.</summary>
public static partial class AddressFinder
{
    private const string Land =
        @"(?<land>United Kingdom|England|Scotland|Wales|Northern Ireland|Ireland|U\.?S\.?A?\.?|United "
        + @"States|Canada|Australia|Germany|Deutschland|Austria|Österreich|Switzerland|Schweiz|Suisse|France|Frankreich|Spain|"
        + @"España|Netherlands|Nederland|The "
        + @"Netherlands)";

    private static readonly Regex HouseAndStreet = new(@"\b(\d+[a-zA-Z]?)\s+(\p{Lu}.+)$");
    private static readonly Regex British = new(@"\b((?:[A-Z]{1,2}\d[A-Z\d]?))\s?(\d[A-Z]{2})\b");
    private static readonly Regex Irish = new(@"\b[AC-FHKNPRTV-Y]\d[0-9W]\s?[0-9AC-FHKNPRTV-Y]{4}\b");
    private static readonly Regex Canadian = new(
        @"(?<town>[\p{Lu}][\p{L}.'’ "
            + @"-]{1,40}?),?\s+(?<region>AB|BC|MB|NB|NL|NS|NT|NU|ON|PE|QC|SK|YT),?\s+(?<code>[ABCEGHJ-NPRSTVXY]\d[A-Z][ -]?\d[A-Z]\d)\b"
    );
    private static readonly Regex American = new(
        @"(?<town>\p{Lu}[\p{L}.'’ -]{1,40}?),\s+(?<region>[A-Z]{2}|\p{Lu}\p{Ll}{3,}(?: "
            + @"\p{Lu}\p{Ll}+)?)\.?,?\s+(?<code>\d{5}(?:-\d{4})?)\b|(?<!\p{L})(?<town>\p{Lu}[\p{L}.'’-]{1,40}(?: "
            + @"\p{Lu}[\p{L}.'’-]{1,40}){0,2})\s+(?<region>[A-Z]{2})\s+(?<code>\d{5}(?:-\d{4})?)\b"
    );
    private static readonly Regex Australian = new(
        @"(?<town>\p{Lu}[\p{L}'’ -]{1,40}?),?\s+(?<region>NSW|VIC|QLD|SA|WA|TAS|ACT|NT),?\s+(?<code>\d{4})\b"
    );
    private static readonly Regex Dutch = new(
        @"\b(?<code>[1-9]\d{3}\s?(?!SA|SD|SS)[A-Z]{2})\s+(?<town>\p{Lu}[\p{L}'’ -]{1,35}?)(?=$|[,.;|(]|\s(?:tel|T:|NL|Nederland|The "
            + @"Netherlands)|\s[-–|·])"
    );
    private static readonly Regex Five = new(
        @"\b(?<pre>(?:D|DE|F|FR|E|ES|I)[- ])?(?<code>\d{5})\s+(?<town>(?:St\. ?|Ste\. ?)?\p{Lu}[\p{L}'’/-]*(?:[ ](?:am|an "
            + @"der|an|bei|im|in der|ob der|unter|vor der|a\. d\.|de la|de "
            + @"l'|de|del|la|les|le|sur|sous|en|lès|du|des|et|los|las|el|\p{Lu}[\p{L}'’/-]*))*)(?:\s*\((?<region>\p{L}[\p{L} ]+)\))?"
    );
    private static readonly Regex Four = new(
        @"\b(?<pre>(?:A|AT|CH|B|BE|DK|L)[- ])?(?<code>[1-9]\d{3})\s+(?<town>(?:St\. ?)?\p{Lu}[\p{L}'’/-]*(?:[ ](?:am|an "
            + @"der|an|bei|im|in der|ob der|unter|sur|de|la|le|\p{Lu}[\p{L}'’/-]*))*)"
    );
    private static readonly Regex FivePrefix = new(@"\b(?:D|DE|F|FR|E|ES)[- ]\d{5}\b");
    private static readonly Regex FourPrefix = new(@"\b(?:A|AT|CH|B|BE)[- ]\d{4}\b");
    private static readonly Regex Alone = new(@"^\p{Lu}[\p{L}'’-]{2,}(?:[ -]\p{Lu}[\p{L}'’-]+)?$");
    private static readonly Regex Year = new(@"^(?:19|20)\d\d$");
    private static readonly Regex Preposition = new(
        @"\b(?:seit|since|im jahr|in|ab|depuis|en|©|\(c\)|jahr|von|bis|und)\s*$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Country = new(@"^\W*" + Land + @"\b");
    private static readonly Regex Label = new(
        @"(?:\b(?:address|anschrift|adresse|dirección|direccion|find "
            + @"us|where|located|location|premises|shop|workshop|studio|office|visit us|besuchen|standort|werkstatt|laden|situé\w*|nous "
            + @"trouver|taller|tienda|ubica\w*|estamos en|adres|we'?re at|we are at|post)\b|📍)",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex LabelStart = new(
        @"^.*?\b(?:(?:postal |business |shop |our |full |studio |workshop )?address|anschrift|adresse|dirección|direccion|where to "
            + @"find us|find us(?: at)?|visit us(?: at)?|location|located at|standort|werkstatt|nous "
            + @"trouver|ubicación|adres|sitz|impressum)\b(?: (?:is|ist|est|es|at))?\s*[:|–-]?\s*",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex DashSplit = new(@"\s[-–—]\s");
    private static readonly Regex AtPhrase = new(
        @"^(?:.*\b(?:at|is|are|on|on the|from|in der|bei|im|in|au|à|en la|en|to|near|ist|to unit))\s+(?=(?:the |der |die |le |la "
            + @"|el )?[\p{Lu}\d])|^.*[.!?:](?<!(?:str|Str|\bSt|\bCo|\bDr|\bAv|\bAvda|\bBd|\bMt|\bFt|\bC|\bn|\bNo|\bNr)\.)\s+(?=[\p{Lu}\d])"
    );
    private static readonly Regex EnglishStreet = new(
        @"(?:^|[^\p{L}])(?:(?<!\d)\d{1,5}[a-zA-Z]?(?:\s?[-–/]\s?\d{1,5}[a-zA-Z]?)?,?\s+(?:(?:[NSEW]|N\.|S\.|E\.|W\.|North|South|"
            + @"East|West|Upper|Lower|Old|New|Great|Little|St\.?|The)\s+){0,4}[\p{Lu}][\p{L}.'’-]{0,40}(?:\s+[\p{Lu}][\p{L}.'’-]{0,40}|"
            + @"\s+(?:of|the|and|in|on|le|upon)){0,8}\s*|[\p{Lu}][\p{L}.'’-]{0,40}(?:\s+[\p{Lu}][\p{L}.'’-]{0,40}){0,3}\s+)"
            + @"(?:Street|St|Road|Rd|Lane|Ln|Avenue|Ave|Drive|Dr|Close|"
            + @"Way|Court|Ct|Place|Pl|Square|Sq|Terrace|Tce|Crescent|Cres|Gardens|Grove|Hill|Row|Walk|Yard|Quay|Wharf|Parade|Pde|"
            + @"Boulevard|Blvd|Highway|Hwy|Parkway|Pkwy|Mews|Park|Green|Rise|View|Green|Gate|Passage|Alley|Arcade|Buildings|Estate|Centre|"
            + @"Center|Mill|Farm|Circle|Trail|Pike|Strand|Esplanade|Promenade|Steps|Bank|Side|Ropewalk|Market|Mall|Circuit|Plaza|End|"
            + @"Common|Broadway|Embankment|Approach|Dock|Drove|Croft|Garth|Wynd|Chase|Harbour|Slip|Cottages?|Villas?|Works)\b\.?(?!\w)|"
            + @"^\d+[a-zA-Z]?(?:\s?[-–/]\s?\d+[a-zA-Z]?)?,"
            + @"?\s+(?:The\s+)?\p{Lu}[\p{L}'’-]+(?:\s\p{Lu}[\p{L}'’-]+)?$"
    );
    private static readonly Regex GermanStreet = new(
        @"\p{L}(?:straße|strasse|str\.|weg|gasse|platz|allee|ring|damm|ufer|graben|markt|steig|hof|berg|kai|chaussee|pfad|"
            + @"winkel|wall|tor|zeile|stiege)\s+\d+\s?[a-zA-Z]?\b|\b(?:Straße|Strasse|Str\.|Weg|Platz|Allee|Gasse|Markt|Ring|Hof|Am|"
            + @"An "
            + @"der|An den|Im|In der|Zum|Zur|Auf der|Auf dem|Unter den|Hinter "
            + @"der|Beim|Alte|Alter|Neue|Neuer|Obere|Untere|Lange|Kleine|Große)(?: "
            + @"\p{Lu}[\p{L}-]*)*\s+\d+\s?[a-zA-Z]?\b|^\p{Lu}[\p{L}.-]+(?: "
            + @"\p{L}[\p{L}.-]+){0,3}(?:straße|strasse|weg|gasse|platz|Straße|Gasse|Weg|Platz) \d+\s?[a-zA-Z]?\b",
        RegexOptions.None
    );
    private static readonly Regex FrenchStreet = WordPattern.Of("address-patterns/french-street", RegexOptions.IgnoreCase);
    private static readonly Regex SpanishStreet = new(
        @"\b(?:c/|calle|avda\.?|avenida|plaza|pza\.?|paseo|pº|camino|carretera|ctra\.?|ronda|travesía|callejón|carrer|pasaje|polígono(?: "
            + @"industrial)?|glorieta|cuesta|rambla|vía|bulevar|costanilla)\s*(?:de\s|del\s|la\s|las\s|los\s|el\s)*[\p{L}\d][\p{L}\d'’ "
            + @"ºª-]*(?:s/n)?",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex ItalianStreet = new(
        @"\b(?:[Vv]ia|[Vv]iale|[Pp]iazza|[Pp]iazzale|[Pp]iazzetta|[Cc]orso|[Vv]icolo|[Ll]argo|[Ss]trada|[Cc]ontrada|[Ll]ocalità|"
            + @"[Ff]razione|[Bb]orgo|[Ss]alita|[Ll]ungo\p{L}+)\s+(?:(?:d[aei]l(?:la|lo|le|l['’])?|dei|degli|di|da|la|le|i|d['’])\s?)*"
            + @"\p{Lu}[\p{L}'’]*(?:\s\p{L}[\p{L}'’]*){0,4},?\s\d{1,4}(?:\s?[a-zA-Z]|/\w{1,3})?(?!\d)"
    );

    /// <summary>A name and a house number: a street where a code and a town follow, whatever it is called.</summary>
    private static readonly Regex NameAndNumber = new(@"^\p{Lu}[\p{L}.'’-]+(?:\s[\p{L}.'’-]+){0,4}\s\d{1,4}\s?[a-zA-Z]?$");

    private static readonly Regex HouseName = new(
        @"^(?:The\s)?(?:\p{Lu}[\p{L}'’-]+\s){1,3}(?:House|Barn|Cottages?|Lodge|Sheds?|Box|End|Farm|Hall|Mill|Studios?|Works|Stables|"
            + @"Forge|Croft|"
            + @"Grange|Villa|Rest|View|Manor|Court|Tower|Lock|Gate|Bungalow|Annexe|Loft|Dairy|Granary|Chapel|Depot|Yard|Buildings?|"
            + @"Centre|Park|"
            + @"Boathouse|Smithy|Rectory|Vicarage|Station)(?:\s\d{1,3})?$"
    );
    private static readonly Regex Signs = new(@"^[^\p{L}\d#]+");
    private static readonly Regex CodeAndTown = new(
        @"^(?<code>\d{4,5}(?:\s?[A-Z]{2})?)\W+(?<town>\p{Lu}.{1,50})$|"
            + @"^(?<town>\p{Lu}[\p{L} '’-]{1,50}?)\W+(?<code>\d{4,5}(?:\s?[A-Z]{2})?)$"
    );
    private static readonly Regex MainPlace = new(
        @"\b(?:main (?:office|shop|branch|studio|site|place|address)|head office|hauptsitz|hauptgeschäft|siège|maison mère|"
            + @"sede (?:central|principale?)"
            + @"|hoofdvestiging)\b",
        RegexOptions.IgnoreCase
    );

    /// <summary>Towns that a business goes to are not the one where it is.</summary>
    private static readonly Regex Reach = new(
        @"^\W*(?:covers?|covering|serv(?:es|ing)|areas?|working in|works? in|einzugsgebiet|gebiet|secteurs?|zones?|zonas?|zone|"
            + @"werkgebied)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex BisBefore = new(@"^\d{1,4}\s?(?:bis|ter|quater|[a-z])?$", RegexOptions.IgnoreCase);
    private static readonly Regex DutchStreet = new(
        @"^\p{Lu}?[\p{L}'’ "
            + @".-]*(?:straat|weg|laan|plein|gracht|kade|dijk|singel|hof|steeg|pad|markt|dreef|haven|wal|brink)\s+\d+\s?[a-zA-Z]?\b",
        RegexOptions.None
    );
    private static readonly Regex HouseNumber = new(
        @"^\d+\s?[a-zA-Z]?(?:\s?[-–/]\s?\d+\s?[a-zA-Z]?)?$|^(?:n[º°o]\.?\s?|núm\.?\s?)\d+[a-zA-Z]?$|^s/n$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Unit = new(
        @"^(?i:unit|flat|suite|ste\.?|floor|shop|studio|room|apt\.?|workshop|bâtiment|bât\.?|local|bajo|nave|top|stiege|"
            + @"hinterhaus|\d+(?:st|nd|rd|th) "
            + @"floor|first floor|ground floor|#)\s?[\w-]{0,4}$|^(?:The |Old )?\p{Lu}[\p{L}'’ ]+ "
            + @"(?:House|Barn|Studio|Studios|Mill|Buildings?|Workshops?|Hall|Centre|Yard|Arcade|Works|Forge|Stables|Business "
            + @"Park|Industrial Estate|Trading "
            + @"Estate|Farm|Cottage|Lodge|Court|Chambers|Room|Rooms|Loft|Dairy|Manor|Tower|Kiln|Church|Chapel|Pool|Maltings|"
            + @"Stage|Wharf|Dock|Shed|Boathouse|Tannery|Brewery|Granary|Warehouse|Stores|"
            + @"Depot|Pavilion|Vicarage|Rectory|School|Exchange|Foundry|Smithy|Ropewalk|Station|Pier|Park|Estate|Retail Park|"
            + @"Mews|Gatehouse|"
            + @"Cellars?|Parade|Precinct|Market Hall|Coach House|Ice House)$|^The (?:Forge|Mill|Barn|Maltings|Yard|Chapel|"
            + @"Stables|Dairy|Tannery|"
            + @"Boathouse|Granary|Smithy|Works|Wharf|Loft|Old \p{Lu}\p{L}+)$|^(?i:arch|barn|unit|studio|shop|stall|pitch|bay|"
            + @"block|suite|kiosk|hut)\s\d{1,3}[a-z]?$"
    );
    private static readonly Regex County = new(
        @"^(?:Co\.?|County)\s+\p{Lu}|shire$|^(?:Devon|Cornwall|Kent|Surrey|Sussex|East Sussex|West "
            + @"Sussex|Essex|Norfolk|Suffolk|Cumbria|Dorset|Somerset|Powys|Gwynedd|Fife|Gwent|Dyfed|Clwyd|Merseyside|Tyne and "
            + @"Wear|Greater \w+|North Yorkshire|West Midlands|Rutland|Durham|Highland|Orkney|Anglesey)$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Capital = new(@"^\p{Lu}");
    private static readonly Regex StreetEnd = new(
        @"^(.*\b(?:Street|Road|Lane|Avenue|Drive|Close|Way|Place|Square|Terrace|Row|Walk|Yard|Quay|Wharf|Parade|Hill|Court|Rd|"
            + @"St))\s+(\p{Lu}\p{L}.*)$"
    );
    private static readonly Regex Sentence = new(
        @"\b(?:we|they|is|are|our|you|the shop|open|call|please|and then|her|his|sind|wir|ist|nous|est|sont|estamos|somos)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex TownStart = new(@"^(?:in|near|at|bei|in der|à|en|a)\s+", RegexOptions.IgnoreCase);
    private static readonly Regex Registered = new(
        @"\b(?:registered (?:office|address|in)|accounts? (?:office|department)|invoice address|rechnungsadresse|siège "
            + @"social|domicilio (?:social|fiscal)|postfach|p\.? ?o\.? box|boîte postale|mailing address|correspondence)\b",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Loose = new(
        @"(?<street>(?:Unit \w{1,8},? )?(?<!\d)\d{1,5}[a-zA-Z]?(?:[-–]\d{1,5})?,? (?:\p{Lu}[\p{L}.'’-]{0,40} "
            + @"){0,8}(?:Street|St|Road|Rd|Lane|Avenue|Ave|Drive|Dr|Close|Way|Court|Place|Square|Terrace|Crescent|Gardens|Grove|"
            + @"Hill|Row|Walk|Yard|Quay|Wharf|Parade|Boulevard|Blvd|Mews|Park|Green|Rise|Gate|Passage|Arcade|Mill|Strand|"
            + @"Esplanade|Steps|Market|Highway|Hwy|End)\b\.?),?\s+(?:in\s+)?(?<town>\p{Lu}[\p{L}'’-]+(?: "
            + @"(?:\p{Lu}[\p{L}'’-]+|on|upon|le|by|under|the))*)(?![\d\p{L}])"
    );
    private static readonly Regex InTown = new(@"(\d+[a-z]?(?:\s\p{Lu}[\p{L}'’]+){1,3})\sin\s(\p{Lu}[\p{L} ]+)\s*\(?\s*$");
    private static readonly Regex Floor = new(
        @"^(?:\d{1,2}\s?[ºª°].{0,6}|bajo.{0,4}|local \d+|\d+\.? (?:OG|Stock))$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex CodeLabel = new(
        @"[.,;]?\s*\b(?:the )?(?:post ?code|zip(?: code)?|plz|code postal|código postal|eircode|cap)\b(?:['’]s| is| ist| est| es)?:?\s*$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex Field = new(
        @"^\W*(?:(?<street>street(?:[ _]address)?|address(?: line)? "
            + @"?1?|straße|strasse|rue|calle|dirección|domicilio|anschrift|adresse)|(?<town>town|city|town/city|place|locality|"
            + @"ort|stadt|wohnort|ville|commune|localidad|ciudad|población|municipio|plaats)|(?<code>post "
            + @"?code|zip(?: code)?|postal[ _]code|eircode|plz|postleitzahl|code postal|cp|c\.p\.|código "
            + @"postal)|(?<region>county|state|region|province|bundesland|kanton|département|provincia)|(?<land>country|land|pays|"
            + @"país))\s*[:|]\s*(?<v>\S.*)$",
        RegexOptions.IgnoreCase
    );
    private static readonly Regex NameThenTown = new(
        @"^[^,.:;]{3,50}(?:,\s[^,.:;]{3,60})?,\s(?<town>\p{Lu}[\p{L}'’-]+(?:\s(?:\p{Lu}[\p{L}'’-]+|on|upon|le|sur|am))*)(?:\.|$)"
    );
    private static readonly Regex LooseForeign = new(@":\s*(?<street>[^,:]{4,60}(?:,\s?\d+\w?)?),\s*(?<town>\p{Lu}[\p{L}'’ -]{2,40})");
    private static readonly Regex Based = new(
        @"(?:(?<strong>\b(?:based in|located in|workshop in|shop in|studio in|practice in|clinic in|salon in|café in|yard "
            + @"in|premises in|office in|we'?re in|we are in|lives? in|trading in|situated "
            + @"in|town\s?:|place\s?:|location\s?:|ort\s?:|ville\s?:|localidad\s?:|village of|town of|serving|in der nähe von|ansässig "
            + @"in|werkstatt in|praxis in|laden in|sitz in|aus|située?s? à|basée?s? à|installée?s? à|atelier à|cabinet à|boutique "
            + @"à|ubicad[oa]s? en|con sede en|estamos en|taller en|tienda en|local "
            + @"en)\s+)|\b(?:[Ii]n|[Nn]ear|[Aa]round|at|à|en)\s+)(?:the (?:centre|center|middle|heart) of |downtown |central "
            + @")?(?<town>\p{Lu}[\p{L}'’-]+(?:[ -](?:\p{Lu}[\p{L}'’-]+|on|upon|le|by|sur|de|del|la|am|an der|im)(?=[\s,.;:!?)-]|$))*)"
    );
    private static readonly Regex NotTown = WordPattern.Of("address-patterns/not-town");
}
