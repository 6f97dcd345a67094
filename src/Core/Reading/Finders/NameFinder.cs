using System.Text.RegularExpressions;
using Plurimax.Core.Facts;

namespace Plurimax.Core.Reading.Finders;

/// <summary>
/// The name of the business. Labels and "we are called" say it outright; else the line a listing begins with, the title of a page,
/// the line under a signature, or the capitalised words that the text and its addresses agree on.
/// </summary>
public static partial class NameFinder
{
    private sealed record Guess(string Name, double Score, int Line, int At);

    public static IEnumerable<Candidate> Find(TextFrame frame, IReadOnlyList<string> hosts)
    {
        var guesses = new List<Guess>();
        var lines = frame.Lines;
        for (var i = 0; i < lines.Length; i++)
        {
            var line = frame.Line(i);
            if (line.Length == 0 || frame.Others(i)) continue;
            foreach (Match m in Labelled().Matches(line)) if (!frame.Agency(i)) Add(m.Groups["n"].Value, Cues.Correction(line) ? .97 : .95, i, m.Groups["n"].Index);
            foreach (Match m in Called().Matches(line)) if (!frame.Agency(i) && !Cues.NotTheirs(TextFrame.ClauseText(line, m.Index, m.Length)) && !(Cues.Past(TextFrame.ClauseText(line, m.Index, m.Length)) && !Cues.Correction(line))) Add(m.Groups["n"].Value, .93, i, m.Groups["n"].Index);
            foreach (Match m in Copyright().Matches(line)) Add(m.Groups["n"].Value, .82, i, m.Groups["n"].Index);
            foreach (Match m in Legal().Matches(line)) if (frame.Usable(i) && !Cues.NotTheirs(TextFrame.ClauseText(line, m.Index, m.Length)) && !Cues.Credit(line)) Add(m.Groups["n"].Value, .78, i, m.Groups["n"].Index);
            foreach (Match m in NotesOf().Matches(line)) if (i < 6 || lines[i].Role == LineRole.Heading) Add(m.Groups["n"].Value, .86, i, m.Groups["n"].Index);
            foreach (Match m in PersonOf().Matches(line)) if (!Cues.MakesSites(m.Groups["n"].Value) && !frame.MailHeader(i) && !Cues.NotTheirs(TextFrame.ClauseText(line, m.Index, m.Length))) Add(m.Groups["n"].Value, .78, i, m.Groups["n"].Index);
            if (frame.MailHeader(i) && FromName().Match(line) is { Success: true } from && !Cues.MakesSites(line)) Add(from.Groups["n"].Value, from.Groups["n"].Value.Any(char.IsLower) && Business().IsMatch(from.Groups["n"].Value) ? .7 : .3, i, from.Groups["n"].Index);
            if (frame.InSignature(i) && !frame.Agency(i) && Signature(line) is { } signed) Add(signed, Business().IsMatch(signed) ? .8 : .55, i, 0);
        }
        // A listing or a page begins with its name.
        var first = Enumerable.Range(0, lines.Length).FirstOrDefault(i => lines[i].Text.Length > 0 && !frame.MailHeader(i), -1);
        if (first >= 0 && NameLike(frame.Line(first)) is { } head) Add(head, frame.Line(first).Length < 60 && !frame.Line(first).EndsWith('.') ? Business().IsMatch(head) || lines[first].Role == LineRole.Heading ? .84 : .76 : .3, first, 0);
        for (var i = 0; i < lines.Length; i++)
            if (lines[i].Role == LineRole.Heading && i != first && i < 30 && NameLike(frame.Line(i)) is { } h && Business().IsMatch(h)) Add(h, .6, i, 0);
        foreach (Match m in Proper().Matches(frame.Source.Text))
        {
            var at = LineAt(frame, m.Index);
            if (!frame.Usable(at) || frame.MailHeader(at) || Cues.NotTheirs(TextFrame.ClauseText(frame.Line(at), Math.Max(0, m.Index - lines[at].Start), Math.Min(m.Length, frame.Line(at).Length)))) continue;
            if (m.Index - lines[at].Start + m.Length <= frame.Line(at).Length && Business().IsMatch(m.Value)) Add(m.Value, .5, at, m.Index - lines[at].Start);
        }
        var text = frame.Source.Text;
        var scored = guesses.GroupBy(g => Key(g.Name)).Select(g =>
        {
            var best = g.MaxBy(x => x.Score)!;
            var times = Count(text, best.Name);
            var host = hosts.Any(h => HostFits(h, best.Name));
            return (best.Name, best.Line, best.At, Score: Math.Min(.98, best.Score + (host ? .12 : 0) + Math.Min(.06, .02 * (times - 1)) + (g.Count() > 2 ? .03 : 0)));
        }).OrderByDescending(s => s.Score).ThenBy(s => s.Line).ToList();
        foreach (var s in scored.Take(3))
            yield return new Candidate("business.name", new TextValue(s.Name), s.Score, frame.Source.Around(s.Line, s.At, s.Name.Length), "name");

        void Add(string raw, double score, int line, int at)
        {
            if (Tidy(raw) is { } name) guesses.Add(new Guess(name, score, line, at));
        }
    }

    private static string Key(string name) => string.Concat(Words().Matches(name.ToLowerInvariant()).Select(m => m.Value));

    private static int Count(string text, string name)
    {
        var n = 0;
        for (var i = text.IndexOf(name, StringComparison.OrdinalIgnoreCase); i >= 0; i = text.IndexOf(name, i + name.Length, StringComparison.OrdinalIgnoreCase)) n++;
        return n;
    }

    private static int LineAt(TextFrame frame, int offset)
    {
        int lo = 0, hi = frame.Lines.Length - 1;
        while (lo < hi)
        {
            var mid = (lo + hi + 1) / 2;
            if (frame.Lines[mid].Start <= offset) lo = mid; else hi = mid - 1;
        }
        return lo;
    }

    /// <summary>"harrowgatecycles.example" speaks of "Harrowgate Cycle Works".</summary>
    public static bool HostFits(string host, string name)
    {
        var own = Words().Matches(Plain(name)).Select(m => m.Value).Where(w => w.Length > 2 && w is not ("the" or "and" or "und" or "der" or "die")).ToList();
        var label = Plain(host.Split('.')[0]).Replace("-", "");
        return own.Count > 0 && (own.Count(w => label.Contains(w, StringComparison.Ordinal)) >= Math.Min(2, own.Count) || label == string.Concat(own) || own.Count > 1 && label.Length > 4 && string.Concat(own).StartsWith(label, StringComparison.Ordinal));
    }

    private static string Plain(string s) => string.Concat(s.ToLowerInvariant().Replace("ä", "ae").Replace("ö", "oe").Replace("ü", "ue").Replace("ß", "ss").Normalize(System.Text.NormalizationForm.FormD).Where(c => System.Globalization.CharUnicodeInfo.GetUnicodeCategory(c) != System.Globalization.UnicodeCategory.NonSpacingMark));

    private static string? Signature(string line)
    {
        var t = line.Trim(' ', '>', '|', ',');
        return t.Contains('@') || PhoneFinder.Number().IsMatch(t) || t.Contains("www.", StringComparison.OrdinalIgnoreCase) || t.Length > 60 ? null : NameLike(t.Split(" | ")[0].Split(", ")[^1]) ?? NameLike(t);
    }

    private static string? NameLike(string line)
    {
        var t = line.Trim();
        foreach (var separator in (string[])[" | ", " – ", " — ", " - ", " · ", ": "])
        {
            var parts = t.Split(separator, 2);
            if (parts.Length == 2)
            {
                if (Generic().IsMatch(parts[0]) && parts[1].Length > 2) return NameLike(parts[1]);
                t = parts[0].Trim();
            }
        }
        t = Stars().Replace(t, "").Trim();
        if (t.Length is < 3 or > 60 || !char.IsUpper(t.FirstOrDefault(char.IsLetter)) && !char.IsDigit(t[0]) || Generic().IsMatch(t) || Sentence().IsMatch(t) || t.EndsWith('?') || t.EndsWith(':')) return null;
        var words = t.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        return words.Length > 8 || words.Count(w => char.IsLower(w[0]) && !Small().IsMatch(w)) > words.Length / 2 ? null : t;
    }

    private static string? Tidy(string raw)
    {
        var t = raw.Trim(' ', ',', '.', ':', ';', '"', '“', '”', '„', '«', '»', '\'', '’', '‘', '(', ')', '-', '–', '|', '*', '!', '©');
        t = Tail().Replace(t, "").Trim(' ', ',', '.', ':', ';', '-', '–', '"', '”', '“', '(');
        if (t.Length is < 2 or > 70 || Generic().IsMatch(t) || !t.Any(char.IsLetter) || t.Contains('@')) return null;
        if (HoursWords.FullDay(t.Split(' ')[0]) >= 0) return null;
        return t;
    }

    private const string Cap = @"(?:\p{Lu}|\d+\s\p{Lu})[\p{L}\d'’.&-]*(?:\s(?:&|and|und|et|y|the|of|on|in|at|de|des|du|la|le|les|l'|der|die|das|am|zum|zur|von|vom|für|del|los|las|el|d'|\+|\p{Lu}[\p{L}\d'’.&-]*|\d+))*";
    [GeneratedRegex(@"(?im:(?:^|[|;]\s*|\b)(?:(?:business|company|firm|trading|shop|practice|brand|client|customer|official)(?:'s)? name|client|business|company|trading as|t/a|firma|firmenname|name (?:der firma|des betriebs|des unternehmens|of (?:the )?(?:business|firm|shop|company))|betrieb|kunde|unternehmen|name|nom(?: de l'entreprise| commercial| du commerce)?|entreprise|société|enseigne|cliente?|nombre(?: del negocio| comercial| de la empresa)?|empresa|negocio)\s*[:|]\s*)(?<n>[^|;\n]{2,70})")] private static partial Regex Labelled();
    [GeneratedRegex(@"(?i:\b(?:(?:we|it|the (?:shop|business|firm|company|place|practice|studio|workshop|café|salon))(?:'s|'re| is| are)? (?:called|named|known as|trading as)|our name is|the name is|name it|called|trades as|trading as|known as|wir heißen|heißt|nennt sich|unser betrieb heißt|firmiert als|s'appelle|nous nous appelons|sous le nom(?: de)?|se llama|nos llamamos|llamad[oa]|bajo el nombre de)\s+(?:now |jetzt |actually |“|""|„|«\s?|')?)(?<n>" + Cap + ")")] private static partial Regex Called();
    [GeneratedRegex(@"(?:©|\(c\)|Copyright)\s*(?:(?:19|20)\d\d(?:\s?[-–]\s?(?:(?:19|20)\d\d|today|heute))?,?\s*)?(?:by |von )?(?<n>" + Cap + @")|(?<n>" + Cap + @")\s*(?:©|\(c\))\s*(?:19|20)\d\d")] private static partial Regex Copyright();
    [GeneratedRegex(@"(?<n>" + Cap + @"\s(?:Ltd|Limited|LLP|LLC|Inc|GmbH|GbR|OHG|KG|e\.\s?K\.|UG|AG|SARL|EURL|SAS|SA|S\.\s?L\.|SL|S\.\s?A\.|B\.?V\.?|Pty Ltd|& (?:Sons?|Daughters?|Co|Söhne|Sohn|Tochter|Töchter|Fils|Filles|Hijos|Hijas)))(?!\p{L})")] private static partial Regex Legal();
    [GeneratedRegex(@"(?i:\b(?:notes?|call|meeting|brief(?:ing)?|minutes|summary|re|subject|betreff|objet|asunto|website|web site|site|protokoll|notizen|gesprächsnotiz|telefonnotiz|compte[- ]rendu|notas?|acta|briefing)\b(?: (?:notes?|from|for|with|of|on|brief|call|mit|zu|für|von|pour|avec|de|con|para))*(?:\s\d{1,2}\W?\w*\W?\d{0,4})?\s*[:–-]\s*|\b(?:notes?|brief|website|site|new site|gespräch|website|briefing) (?:for|from|with|mit|für|pour|avec|con|para)\s+)(?<n>" + Cap + ")")] private static partial Regex NotesOf();
    [GeneratedRegex(@"(?i:\b(?:from|of|at|runs|owner of|owns|behind|for|here at|welcome to|about|von|bei|inhaber(?:in)? (?:von|der|des)|willkommen (?:bei|in|im)|de chez|chez|gérante? de|bienvenue (?:chez|à|au)|de|en|bienvenid[oa]s? a|dueñ[oa] de))\s+(?<n>" + Cap + ")")] private static partial Regex PersonOf();
    [GeneratedRegex(@"^\W*(?:From|Von|De)\s?:\s*""?(?<n>[^""<@]{3,60}?)""?\s*<")] private static partial Regex FromName();
    [GeneratedRegex(@"\b" + Cap)] private static partial Regex Proper();
    [GeneratedRegex(@"\b(?:Ltd|Limited|GmbH|& Sons?|& Co|& Daughters?|Works|Workshop|Shop|Store|Studios?|Services?|School|Centre|Center|Clinic|Practice|Salon|Café|Cafe|Bakery|Bakehouse|Kitchen|House|Guesthouse|Inn|Hotel|Cottages?|Garage|Motors|Cycles|Bikes|Wheels|Pianos|Plumbing|Heating|Electrical|Electrics|Roofing|Joinery|Carpentry|Builders?|Gardens?|Landscapes?|Tree(?:s| Care| Surgery)?|Physio(?:therapy)?|Dental|Vets?|Veterinary|Opticians?|Solicitors|Law|Accountants|Accountancy|Architects?|Photography|Flowers|Florist|Books|Bookshop|Records|Honey|Farm|Dairy|Brewery|Vineyard|Wines?|Pottery|Ceramics|Forge|Upholstery|Furniture|Framing|Frames|Tailor(?:s|ing)?|Alterations|Sails|Boats|Yoga|Pilates|Dance|Fitness|Gym|Music|Tuition|Driving|Riding|Stables|Swim|Locksmiths?|Cleaning|Removals|Scaffolding|Fencing|Glass|Windows|Floors|Tiles|Interiors|Design|Barbers?|Hair|Beauty|Nails|Massage|Osteopathy|Pets|Grooming|Kennels|Catering|Deli|Butchers?|Fishmongers?|Market|Grill|Bistro|Restaurant|Pizzeria|Tavern|Arms|Bar|Rooms?|Lodge|Barn|Mill|Yard|Loft|Co\.|Company|Collective|Partners|Associates|Group|Team|Repairs?|Care|Clean|Werkstatt|Werkstätte|Schreinerei|Tischlerei|Bäckerei|Konditorei|Metzgerei|Praxis|Physiotherapie|Zahnarztpraxis|Salon|Friseur|Haarsalon|Gärtnerei|Gartenbau|Elektro\w*|Sanitär|Heizung\w*|Malerbetrieb|Dachdecker\w*|Fahrschule|Pension|Gästehaus|Gasthof|Gasthaus|Hof|Imkerei|Töpferei|Buchhandlung|Blumen|Optik|Kanzlei|Steuerberatung|Musikschule|Yogastudio|Velo\w*|Fahrrad\w*|Rad\w*|Polsterei|Schneiderei|Goldschmiede|Autohaus|Kfz\w*|Weingut|Brauerei|Hotel|Boulangerie|Pâtisserie|Boucherie|Fromagerie|Librairie|Garage|Menuiserie|Ébénisterie|Plomberie|Électricité|Couverture|Jardins?|Paysages?|Atelier|Maison|Auberge|Gîte|Chambres|Domaine|Cabinet|Coiffure|Institut|Cycles|Vélos?|École|Poterie|Traiteur|Ferme|Miellerie|Panadería|Pastelería|Carpintería|Fontanería|Electricidad|Taller(?:es)?|Peluquería|Clínica|Librería|Floristería|Bodegas?|Casa|Hostal|Hotel|Restaurante|Bar|Academia|Autoescuela|Estudio|Cerámica|Jardinería|Reformas|Bicicletas|Ciclos|Óptica|Ferretería|Zapatería)\b", RegexOptions.IgnoreCase)] private static partial Regex Business();
    [GeneratedRegex(@"^(?:home(?:page)?|welcome(?: to)?|about(?: us)?|contact(?: us)?|menu|services|our services|opening (?:hours|times)|hours|prices|price list|news|blog|gallery|reviews?|testimonials|untitled|index|notes?|meeting(?: notes)?|call(?: notes)?|phone call|brief|briefing|summary|minutes|client|customer|name|email|e-mail|phone|address|the|hi|hello|dear|hey|thanks|thank you|monday|tuesday|wednesday|thursday|friday|saturday|sunday|re|fwd?|subject|from|to|date|startseite|willkommen|über uns|kontakt|leistungen|öffnungszeiten|preise|preisliste|impressum|datenschutz|notizen|gesprächsnotiz|protokoll|telefonnotiz|telefonat|hallo|guten tag|guten morgen|sehr geehrte\w*|liebe[rs]?|moin|servus|accueil|bienvenue|à propos|nos services|prestations|horaires|tarifs|bonjour|madame|monsieur|mentions légales|compte[- ]rendu|inicio|bienvenid[oa]s?|sobre nosotros|servicios|horarios?|precios|tarifas|contacto|hola|buenos días|estimad[oa]|aviso legal|notas|we|i|you|they|he|she|it|my|our|your|this|that|there|what|who|where|when|why|how|please|yes|no|not|and|but|so|also|wir|sie|ich|unser\w*|der|die|das|nous|notre|vous|le|la|les|el|los|las|nuestr\w+|english|german|french|spanish|google|facebook|instagram|listing|item|service|price|trade|question|answer|field|value|fact|town|old site|new site|website|web site|website brief|site|your|customers?|mr|mrs|ms|dr|herr|frau|mme|kind regards|regards|best wishes|cheers|tel|fax|mobile)$|^(?:meeting|call|phone|interview|site visit|kick-?off|telefonat|besprechung|kundengespräch|gespräch|appel|réunion|entretien|llamada|reunión|visita) (?:notes?|with|mit|avec|con|on|am|vom|du|del|zum|zu)\b|^(?:notes|minutes|notizen|protokoll|compte-rendu|notas) (?:from|of|on|for|vom|zum|zu|aus|du|de|del|sobre)\b", RegexOptions.IgnoreCase)] private static partial Regex Generic();
    [GeneratedRegex(@"\b(?:is|are|was|were|will|have|has|please|can|would|could|should|need|needs|wants?|call|ring|thank|thanks|attached|sorry|said|says|spoke|ist|sind|haben|hat|bitte|wird|möchte\w*|est|sont|avons|voici|merci|voudrait|es|son|tiene|quiere|gracias|adjunto)\b", RegexOptions.IgnoreCase)] private static partial Regex Sentence();
    [GeneratedRegex(@"^(?:and|&|of|the|on|in|at|for|to|by|de|des|du|la|le|les|der|die|das|und|am|im|an|zum|zur|von|für|et|y|del|los|las|el|en|d'\w+|l'\w+|bei)$", RegexOptions.IgnoreCase)] private static partial Regex Small();
    [GeneratedRegex(@"\s*(?:★.*|⭐.*|\(\d.*|\d[.,]\d\s.*|\s[–—|·].*|,\s(?:a|an|the|in|based|eine?|un|une|est\.|since|seit|depuis|desde|and|we|which|who|run|located|[\p{Lu}][\p{Ll}]+$).*|\s(?:in|is|are|was|has|have|since|for over|where|which|who|we|on the|near|and (?:we|i|they|it)|but|because|ist|sind|seit|wo|nous|depuis|est|es|son|desde|und wir|not|nicht|please)\s.*|\.\s.*|\s(?:in|at|and|of|on|the|und|et|y|de|in der|von|la|le|les|el|der|die|das|am)$)")] private static partial Regex Tail();
    [GeneratedRegex(@"\s*(?:[★⭐☆].*|\(?\d[.,]\d\b.*)$")] private static partial Regex Stars();
    [GeneratedRegex(@"[\p{L}\d]+")] private static partial Regex Words();
}
