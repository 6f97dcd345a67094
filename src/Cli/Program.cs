using System.CommandLine;
using System.Text;
using Plurimax.Cli;
using Plurimax.Design.Styling;
using Plurimax.Design.Wordmarks;
using Plurimax.Reading.Files;
using Plurimax.Sites;

// Exit codes: 0 done, 1 findings or nothing found, 2 wrong use or unreadable input.
Console.OutputEncoding = new UTF8Encoding(false);

var root = new RootCommand(
    "Makes and checks small business sites, and reads facts out of documents. Exit codes: 0 done, 1 blockers or nothing found, 2 "
        + "wrong use or unreadable input."
);

var search = new Option<string?>("--search") { Description = "Words for a trade; typing errors are understood." };
var trades = new Command("trades", "Lists the trade templates, or finds one.") { search };
trades.SetAction(r => TradeCommands.Trades(r.GetValue(search)));
root.Add(trades);

var schema = new Command("trade-schema", "Prints the shape of trade templates as a JSON Schema, for editors.");
schema.SetAction(_ => TradeCommands.Schema());
root.Add(schema);

var templates = new Argument<string[]>("ID")
{
    Description = "Ids of trades, or files of templates; none for all.",
    Arity = ArgumentArity.ZeroOrMore,
};
var lint = new Command("lint", "Says what is wrong with the writing of trade templates.") { templates };
lint.SetAction(r => TradeCommands.Lint(r.GetValue(templates) ?? []));
root.Add(lint);

var gone = new Option<bool>("--now") { Description = "Somebody went over them: all is as the source has it now." };
var translated = new Command("translated", "Lists what of translated templates may not say any more what its source says.")
{
    templates,
    gone,
};
translated.SetAction(r => TradeCommands.Translated(r.GetValue(templates) ?? [], r.GetValue(gone)));
root.Add(translated);

var firms = new Option<int>("--sites") { Description = "How many sites to compose of each trade.", DefaultValueFactory = _ => 50 };
var likeness = new Command("likeness", "Composes sites of a trade from name and town alone and measures how alike they read.")
{
    templates,
    firms,
};
likeness.SetAction(r => TradeCommands.Likeness(r.GetValue(templates) ?? [], r.GetValue(firms)));
root.Add(likeness);

var readId = new Argument<string>("ID") { Description = "Id of a trade, or file of a template." };
var readSites = new Option<int>("--sites") { Description = "How many sites.", DefaultValueFactory = _ => 12 };
var aloud = new Command("aloud", "Prints the texts of several sites of a trade, one after the other, to be read.") { readId, readSites };
aloud.SetAction(r => TradeCommands.Aloud(r.GetValue(readId)!, r.GetValue(readSites)));
root.Add(aloud);

var looks = new Command("looks", "Lists the look families.");
looks.SetAction(_ => SiteCommands.ListLooks());
root.Add(looks);

var factsFile = new Argument<string[]>("FILE")
{
    Description = "A brief, notes or documents as they are; with --trade also one YAML or JSON file of facts by their ids.",
    Arity = ArgumentArity.ZeroOrMore,
};
var trade = new Option<string?>("--trade") { Description = "Id of a trade template, or the file of one in the making." };
var take = new Option<int>("--take") { Description = "Number of the take, from 1.", DefaultValueFactory = _ => 1 };
var look = new Option<string?>("--look") { Description = "Id of a look family." };
var outDir = new Option<string>("--out") { Description = "Folder that the site is written to.", Required = true };
var from = new Option<string?>("--from") { Description = "Words for the trade, instead of a file of facts." };
var name = new Option<string?>("--name") { Description = "Name of the business, with --from or where a brief does not say it." };
var place = new Option<string?>("--place") { Description = "Its town, with --from or where a brief does not say it." };
var size = new Option<PlanSize>("--size")
{
    Description = "How much of a site: one page, a small site, or a full one.",
    DefaultValueFactory = _ => PlanSize.Small,
};
var languages = new Option<string?>("--language") { Description = "Languages of the site, its own first, such as de or en,de." };
var lookWords = new Option<string?>("--look-words") { Description = "One or two words for the look, such as \"bold natural\"." };
var brand = new Option<string?>("--brand") { Description = "One to three colours of the client, such as #0e8a94,#ffd400." };
var markOption = new Option<string?>("--mark")
{
    Description = $"How the name is put together as a mark: {string.Join(", ", Wordmark.All.Select(c => c.Id))}.",
};
var documentFile = new Option<string?>("--document") { Description = "Also writes the site document, as JSON." };
var anchors = new Option<bool>("--anchors") { Description = "Keeps the ids of sections in the pages, for measuring." };
var compose = new Command("compose", "Writes a finished site as files.")
{
    factsFile,
    trade,
    take,
    look,
    lookWords,
    brand,
    markOption,
    size,
    languages,
    outDir,
    from,
    name,
    place,
    documentFile,
    anchors,
};
compose.SetAction(r =>
    SiteCommands.Compose(
        new ComposeWish(
            r.GetValue(factsFile) ?? [],
            r.GetValue(trade),
            r.GetValue(take),
            r.GetValue(look),
            r.GetValue(outDir)!,
            r.GetValue(from),
            r.GetValue(name),
            r.GetValue(place),
            r.GetValue(size),
            r.GetValue(languages)
        )
        {
            Words = r.GetValue(lookWords),
            Brand = r.GetValue(brand),
            Mark = r.GetValue(markOption),
            Document = r.GetValue(documentFile),
            Anchors = r.GetValue(anchors),
        }
    )
);
root.Add(compose);

var bookDir = new Option<string>("--out") { Description = "Folder that the pattern book is written to.", Required = true };
var bookLook = new Option<string?>("--look") { Description = "Id of a look family." };
var bookTrade = new Option<string?>("--trade") { Description = "Id of a trade template." };
var book = new Command("pattern-book", "Writes a site that shows every kind of section in every layout.")
{
    bookTrade,
    bookLook,
    bookDir,
    documentFile,
    anchors,
};
book.SetAction(r =>
    SiteCommands.Book(
        r.GetValue(bookTrade) ?? "bicycle-repair",
        r.GetValue(bookLook) ?? Looks.All[0].Id,
        r.GetValue(bookDir)!,
        r.GetValue(documentFile),
        r.GetValue(anchors)
    )
);
root.Add(book);

var folder = new Argument<string>("DIR") { Description = "Folder of a site." };
var check = new Command("check", "Runs the checks of a release over a folder.") { folder };
check.SetAction(r => SiteCommands.Check(r.GetValue(folder)!));
root.Add(check);

var files = new Argument<string[]>("FILE")
{
    Description = $"Documents of one business: {DocumentReader.Kinds}; - for text on standard input.",
    Arity = ArgumentArity.OneOrMore,
};
var json = new Option<bool>("--json") { Description = "Print JSON." };
var read = new Command("read", "Reads facts out of documents. Nothing is fetched.") { files, json };
read.SetAction(r => ReadingCommands.Read(r.GetValue(files)!, r.GetValue(json)));
root.Add(read);

var wish = new Argument<string>("WORDS")
{
    Description = "What should be different, in plain words, English or German; several wishes in one go.",
};
var siteFile = new Option<string>("--site") { Description = "A site document, as compose --document writes it.", Required = true };
var sayFacts = new Option<string?>("--facts") { Description = "The YAML or JSON file of facts that the site was made of." };
var sayPage = new Option<string>("--page") { Description = "Id of the page in hand.", DefaultValueFactory = _ => "home" };
var apply = new Option<bool>("--apply") { Description = "Writes the changed document in place of the one that was read." };
var say = new Command("say", "Reads wishes and lists what was understood and what was not. Exit code 1 where something was not.")
{
    wish,
    siteFile,
    sayFacts,
    sayPage,
    json,
    apply,
};
say.SetAction(r =>
    ReadingCommands.Say(
        r.GetValue(wish)!,
        r.GetValue(siteFile)!,
        r.GetValue(sayFacts),
        r.GetValue(sayPage)!,
        r.GetValue(json),
        r.GetValue(apply)
    )
);
root.Add(say);

var list = new Argument<string>("FILE") { Description = "One command a line, each a JSON array of its arguments." };
var many = new Command("many", "Runs the commands of a file in one process, several at once. Exit code: the highest of theirs.") { list };
many.SetAction(r => Many.Run(root, r.GetValue(list)!));
root.Add(many);

return args.Length == 0 ? Usage.Fault("a command is needed; plurimax --help lists them.") : Many.One(root, args);
