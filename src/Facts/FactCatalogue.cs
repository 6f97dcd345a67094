using System.Collections.Immutable;

namespace Plurimax.Facts;

/// <summary>The facts every trade shares. A trade adds its own through its interview questions.</summary>
public static class FactCatalogue
{
    // Order of the digits: customer's place, shop, food, appointment, practice, lodging, classes, maker.
    public static readonly ImmutableArray<FactDefinition> Common =
    [
        new("business.name", FactGroup.Identity, "Business name", FactShape.Text, 9, "As it stands over the door.")
        {
            Ask = "What is the business called?",
            ForClient = true,
        },
        new("trade.words", FactGroup.Identity, "What it is, in its own words", FactShape.Text, 0, "Such as: clockmaker and clock restorer.")
        {
            Ask = "What do you call what you do?",
        },
        new("known_for", FactGroup.Identity, "Known for", FactShape.Text, 3, "One short sentence, such as: wheels trued while you wait.")
        {
            Ask = "What is the business known for?",
            ForClient = true,
        },
        new(
            "selling_points",
            FactGroup.Identity,
            "What speaks for it",
            FactShape.List,
            4,
            "Up to three, one a line, such as: free quotes within ten miles.",
            ["free quotes", "family business", "same-day appointments"]
        )
        {
            Ask = "Which three things make people choose this business?",
            ForClient = true,
        },
        new("founded", FactGroup.Identity, "Since which year", FactShape.Year, 3, "Four digits, such as 2011.")
        {
            Ask = "Since which year has it existed?",
            ForClient = true,
        },
        new("history", FactGroup.Identity, "History", FactShape.Text, 1, "What happened since: who began it, moves, turning points.")
        {
            Ask = "How did it begin, and what has changed since?",
            ForClient = true,
        },
        new("phone", FactGroup.Contact, "Phone", FactShape.Phone, 9, "The number customers ring, such as 01632 960142.")
        {
            Ask = "Which number do customers ring?",
            ForClient = true,
        },
        new(
            "phone_second",
            FactGroup.Contact,
            "Second phone",
            FactShape.Phone,
            1,
            "A mobile or an out-of-hours number, if customers may use it."
        )
        {
            Ask = "Is there a second number for customers?",
            ForClient = true,
        },
        new("email", FactGroup.Contact, "Email for enquiries", FactShape.Email, 9, "Messages from the site's form go here.")
        {
            Ask = "Where should messages from the site go?",
            ForClient = true,
        },
        new("email_second", FactGroup.Contact, "Second email", FactShape.Email, 0, "Only if customers use it."),
        new("contact_person", FactGroup.Contact, "Who answers", FactShape.Text, 1, "The person customers speak to first.")
        {
            Ask = "Who answers the phone and the messages?",
            ForClient = true,
        },
        new("best_time", FactGroup.Contact, "Best time to ring", FactShape.Text, 1, "Such as: before eight or after five.")
        {
            Ask = "When is the best time to ring?",
            ForClient = true,
            Kinds = "20011012",
        },
        new(
            "reply_time",
            FactGroup.Contact,
            "How fast messages are answered",
            FactShape.Text,
            2,
            "Completes “Messages are answered …”, such as by the next working day.",
            ["the same day", "by the next working day"]
        )
        {
            Ask = "How fast are messages answered?",
            ForClient = true,
        },
        new(
            "booking",
            FactGroup.Contact,
            "How people book",
            FactShape.Text,
            4,
            "By phone, by message, online.",
            ["by phone", "by message", "online calendar"]
        )
        {
            Ask = "How do people book or order?",
            ForClient = true,
            Kinds = "32354664",
        },
        new("website", FactGroup.Contact, "Website so far", FactShape.Url, 1, "The full address, beginning with https://")
        {
            Ask = "Is there a website already?",
            ForClient = true,
        },
        new(
            "place",
            FactGroup.Address,
            "Address",
            FactShape.Address,
            8,
            "The town is enough to begin with. Without a street no map is drawn."
        )
        {
            Ask = "Where is the business?",
            ForClient = true,
            Kinds = "69999987",
        },
        new("area.towns", FactGroup.Address, "Towns and villages served", FactShape.List, 5, "One a line or with commas.")
        {
            Ask = "Which towns and villages do you serve?",
            ForClient = true,
            Kinds = "81113021",
        },
        new(
            "area.radius",
            FactGroup.Address,
            "How far they travel",
            FactShape.Text,
            2,
            "Such as: 20 miles of Saltmere, beyond that by agreement."
        )
        {
            Ask = "How far do you travel to a customer?",
            ForClient = true,
            Kinds = "50010010",
        },
        new("travel_charge", FactGroup.Address, "What travel costs", FactShape.Text, 1, "Such as: free within ten miles, then 45p a mile.")
        {
            Ask = "What does the journey cost?",
            ForClient = true,
            Kinds = "30010010",
        },
        new(
            "access",
            FactGroup.Address,
            "Getting in",
            FactShape.List,
            2,
            "Ground floor, steps, parking.",
            ["ground floor", "step-free", "lift", "parking outside"]
        )
        {
            Ask = "How do people get in?",
            ForClient = true,
            Kinds = "02343441",
        },
        new(
            "landmarks",
            FactGroup.Address,
            "What is near",
            FactShape.List,
            1,
            "For the sketch of the way: what people know, and how far, such as station, 5 minutes."
        )
        {
            Ask = "What is near that everybody knows, and how far on foot?",
            ForClient = true,
            Kinds = "02222221",
        },
        new(
            "parking",
            FactGroup.Address,
            "Parking",
            FactShape.Text,
            1,
            "Where, how far, what it costs.",
            ["free outside", "public car park nearby", "street parking"]
        )
        {
            Ask = "Where can people park?",
            ForClient = true,
            Kinds = "02222221",
        },
        new("hours", FactGroup.Hours, "Opening hours", FactShape.Hours, 7, "8:30-17:30 or 8:30-12, 13-17. Empty means closed.")
        {
            Ask = "When are you open?",
            ForClient = true,
            Kinds = "49986455",
        },
        new(
            "hours_note",
            FactGroup.Hours,
            "Note on hours",
            FactShape.Text,
            1,
            "Such as: Saturdays by appointment.",
            ["by appointment", "evenings by arrangement"]
        )
        {
            Ask = "Is anything special about the hours?",
            ForClient = true,
        },
        new("holidays", FactGroup.Hours, "Holidays and closures", FactShape.Text, 1, "Weeks in the year that it is closed.")
        {
            Ask = "When is it closed for holidays?",
            ForClient = true,
            Kinds = "12211332",
        },
        new("emergency", FactGroup.Hours, "Emergencies", FactShape.YesNo, 1, "Only if somebody really answers.")
        {
            Ask = "Do you come out in emergencies outside hours?",
            ForClient = true,
            Kinds = "40010000",
        },
        new("services", FactGroup.Services, "Services offered", FactShape.Services, 9, "Tick what they do; add what is missing.")
        {
            Ask = "What do you do?",
            ForClient = true,
        },
        new("main_services", FactGroup.Services, "The three main ones", FactShape.List, 3, "The three that should bring most of the work.")
        {
            Ask = "Which three of these should the site bring in most?",
            ForClient = true,
        },
        new("not_offered", FactGroup.Services, "What they don't do", FactShape.List, 1, "What people ask for in vain.")
        {
            Ask = "What do people ask for that you don't do?",
            ForClient = true,
        },
        new("prices", FactGroup.Services, "Prices", FactShape.Prices, 8, "One a line: job | price | note. “from 24” is understood.")
        {
            Ask = "What does it cost?",
            ForClient = true,
            Kinds = "56874987",
        },
        new(
            "dishes",
            FactGroup.Services,
            "Dishes and drinks",
            FactShape.Prices,
            4,
            "One a line: dish | price | what is in it. A line of its own, such as Starters, begins a group."
        )
        {
            Ask = "What is on the menu, and what does it cost?",
            ForClient = true,
            Kinds = "00600000",
        },
        new(
            "vat_included",
            FactGroup.Services,
            "Tax is in the prices",
            FactShape.YesNo,
            1,
            "It stands over the prices only where it was said."
        )
        {
            Ask = "Do your prices include VAT?",
        },
        new("rooms", FactGroup.Services, "Rooms", FactShape.Prices, 4, "One a line: room | price a night | beds and what belongs to it.")
        {
            Ask = "Which rooms are there, and what does a night cost?",
            ForClient = true,
            Kinds = "00000700",
        },
        new(
            "timetable",
            FactGroup.Services,
            "Timetable",
            FactShape.Timetable,
            4,
            "One a line: day | time | class | note, such as tue | 18:30-19:45 | beginners | hall."
        )
        {
            Ask = "When are the classes?",
            ForClient = true,
            Kinds = "00000060",
        },
        new(
            "price_note",
            FactGroup.Services,
            "Note on prices",
            FactShape.Text,
            1,
            "Such as: all prices include VAT.",
            ["including VAT", "plus VAT", "quoted after a look"]
        )
        {
            Ask = "Is there anything to say about prices?",
            ForClient = true,
        },
        new(
            "payment",
            FactGroup.Services,
            "Ways to pay",
            FactShape.List,
            1,
            "Cash, card, transfer, instalments.",
            ["cash", "card", "bank transfer", "invoice"]
        )
        {
            Ask = "How can people pay?",
            ForClient = true,
            Kinds = "23321222",
        },
        new("products", FactGroup.Services, "Products", FactShape.List, 2, "What is sold, one a line.")
        {
            Ask = "What do you sell?",
            ForClient = true,
            Kinds = "05410008",
        },
        new("brands", FactGroup.Services, "Brands stocked", FactShape.List, 1, "Only those really in stock or fitted.")
        {
            Ask = "Which brands do you stock or fit?",
            ForClient = true,
            Kinds = "13110000",
        },
        new("turnaround", FactGroup.Services, "How long it takes", FactShape.Text, 1, "From order to done, such as: two to three days.")
        {
            Ask = "How long does a usual job take?",
            ForClient = true,
            Kinds = "22010003",
        },
        new("owner.name", FactGroup.People, "Who runs it", FactShape.Text, 3, "First name and surname.")
        {
            Ask = "Who runs the business?",
            ForClient = true,
        },
        new("owner.role", FactGroup.People, "Their trade or role", FactShape.Text, 1, "Such as: master upholsterer.")
        {
            Ask = "What is your trade or title?",
            ForClient = true,
        },
        new(
            "owner.story",
            FactGroup.People,
            "The owner's story",
            FactShape.Text,
            6,
            "Two or three sentences in their own words. Goes on the about page as it is."
        )
        {
            Ask = "How did you come to this work?",
            ForClient = true,
        },
        new("team", FactGroup.People, "The team", FactShape.List, 3, "One a line: name, what they do.")
        {
            Ask = "Who else works here, and who does what?",
            ForClient = true,
            Kinds = "23254242",
        },
        new(
            "rating",
            FactGroup.Proof,
            "Rating",
            FactShape.Rating,
            3,
            "value | number of reviews | source | month, such as 4.8 | 167 | Saltmere Parish List | 2026-10."
        ),
        new("qualification", FactGroup.Proof, "Certificate", FactShape.Credential, 4, "name | body that gave it")
        {
            Ask = "Which certificate is held, and from whom?",
            ForClient = true,
            Kinds = "42157042",
        },
        new("register", FactGroup.Proof, "Registration", FactShape.Credential, 3, "register | body | number")
        {
            Ask = "Which register or body are you a member of?",
            ForClient = true,
            Kinds = "31157121",
        },
        new("insurance", FactGroup.Proof, "Public liability", FactShape.Insurance, 4, "amount | valid until, such as 5000000 | 2027-03-31.")
        {
            Ask = "How high is the liability insurance, and until when?",
            ForClient = true,
            Kinds = "61134241",
        },
        new("guarantee", FactGroup.Proof, "Guarantee", FactShape.Text, 2, "On what, for how long.")
        {
            Ask = "What do you guarantee, and for how long?",
            ForClient = true,
            Kinds = "43111003",
        },
        new("awards", FactGroup.Proof, "Awards", FactShape.List, 1, "Name, who gave it, year.")
        {
            Ask = "Which awards have you won?",
            ForClient = true,
        },
        new(
            "testimonials",
            FactGroup.Proof,
            "Testimonials",
            FactShape.Testimonials,
            4,
            "One a line: words | name | source | month | permission. Only real ones."
        )
        {
            Ask = "Which customers said something good, and may we quote them?",
            ForClient = true,
        },
        new("audience", FactGroup.Aims, "Who the customers are", FactShape.Text, 3, "Where they live, who they are, what they care about.")
        {
            Ask = "Who are your best customers?",
            ForClient = true,
        },
        new("audience_worry", FactGroup.Aims, "What worries them", FactShape.Text, 1, "What they ask before they decide.")
        {
            Ask = "What do people ask before they decide?",
            ForClient = true,
        },
        new(
            "aims",
            FactGroup.Aims,
            "What the site is for",
            FactShape.List,
            3,
            "What should happen because of it.",
            ["more calls", "fewer calls that lead nowhere", "show the work", "be found", "take bookings"]
        )
        {
            Ask = "What should the site bring about?",
            ForClient = true,
        },
        new("pages_wanted", FactGroup.Aims, "Pages wanted", FactShape.List, 1, "Beyond home, about, services and contact.")
        {
            Ask = "Which pages do you want?",
            ForClient = true,
        },
        new(
            "functions",
            FactGroup.Aims,
            "Functions wanted",
            FactShape.List,
            2,
            "What the site should do: form, booking, shop, login.",
            ["contact form", "price list as PDF", "booking", "shop", "customer login"]
        )
        {
            Ask = "What should the site be able to do?",
            ForClient = true,
        },
        new("voice", FactGroup.Aims, "Voice", FactShape.Text, 2, "One or two words.", ["plain", "warm", "expert", "formal", "friendly"])
        {
            Ask = "How should the site sound?",
            ForClient = true,
        },
        new("languages", FactGroup.Aims, "Languages", FactShape.List, 1, "Languages spoken or wanted on the site, such as en, cy.")
        {
            Ask = "Which languages do you speak with customers?",
            ForClient = true,
        },
        new(
            "look_words",
            FactGroup.Brand,
            "Look in words",
            FactShape.List,
            2,
            "One or two words.",
            ["modern", "traditional", "playful", "minimal", "bold", "natural"]
        )
        {
            Ask = "Which one or two words describe the look you want?",
            ForClient = true,
        },
        new("colours", FactGroup.Brand, "Colours", FactShape.List, 2, "Names or codes, one to three.")
        {
            Ask = "Which colours belong to the business?",
            ForClient = true,
        },
        new("logo", FactGroup.Brand, "Logo", FactShape.YesNo, 2, "Without one the name is set in type.")
        {
            Ask = "Is there a logo?",
            ForClient = true,
        },
        new("type_wishes", FactGroup.Brand, "Lettering", FactShape.Text, 0, "Only if there is a house style."),
        new(
            "material",
            FactGroup.Brand,
            "Material at hand",
            FactShape.List,
            2,
            "Photos, texts, brochures, film.",
            ["photos of finished work", "photos of the people", "a brochure", "texts of the old site"]
        )
        {
            Ask = "Which photos and texts are there already?",
            ForClient = true,
        },
        new("sites_liked", FactGroup.Brand, "Sites they like", FactShape.List, 1, "Address and why.")
        {
            Ask = "Which sites do you like, and why?",
            ForClient = true,
        },
        new("social", FactGroup.Social, "Social profiles", FactShape.List, 2, "Full addresses, one a line.")
        {
            Ask = "Which profiles on social networks do you use?",
            ForClient = true,
        },
        new("legal.name", FactGroup.Legal, "Registered name", FactShape.Text, 2, "Only if it differs from the name above.")
        {
            Ask = "Under which name is the business registered?",
            ForClient = true,
        },
        new("legal.number", FactGroup.Legal, "Register number", FactShape.Text, 1, "Company number, if there is one.")
        {
            Ask = "What is the company number?",
            ForClient = true,
        },
        new("legal.vat", FactGroup.Legal, "VAT number", FactShape.Text, 1, "Only if the business is registered for it.")
        {
            Ask = "What is the VAT number?",
            ForClient = true,
        },
        new(
            "legal.privacy_contact",
            FactGroup.Legal,
            "Contact for data protection",
            FactShape.Text,
            1,
            "Name or address that people may write to about their data."
        )
        {
            Ask = "Who answers questions about personal data?",
            ForClient = true,
        },
        new("domain_wish", FactGroup.Decisions, "Domain", FactShape.Text, 2, "The one they have or wish for.")
        {
            Ask = "Is there a domain already, and who holds it?",
            ForClient = true,
        },
        new(
            "mail_situation",
            FactGroup.Decisions,
            "Mail at the domain",
            FactShape.Text,
            1,
            "Mailboxes that must go on working.",
            ["none yet", "at the present host", "elsewhere"]
        )
        {
            Ask = "Do you have mailboxes at that domain?",
            ForClient = true,
        },
        new("decides", FactGroup.Decisions, "Who decides", FactShape.Text, 1, "Name and how to reach them.")
        {
            Ask = "Who decides about the site?",
            ForClient = true,
        },
        new("signs_off", FactGroup.Decisions, "Who signs off", FactShape.Text, 2, "The one named person who signs the proof.")
        {
            Ask = "Who will sign the finished site off?",
            ForClient = true,
        },
        new("deadline", FactGroup.Decisions, "Deadline", FactShape.Text, 1, "A date and its reason.")
        {
            Ask = "Is there a date by which it must be live?",
            ForClient = true,
        },
        new("budget", FactGroup.Decisions, "Budget", FactShape.Text, 1, "One-off and monthly, for the agency's eyes.")
        {
            Ask = "What is the budget?",
        },
    ];

    /// <summary>Never stated on a site, whatever their state.</summary>
    public static readonly ImmutableHashSet<string> Private =
    [
        "budget",
        "decides",
        "signs_off",
        "deadline",
        "domain_wish",
        "mail_situation",
        "sites_liked",
        "material",
        "audience_worry",
        "functions",
        "pages_wanted",
        "type_wishes",
        "not_offered",
    ];
}
