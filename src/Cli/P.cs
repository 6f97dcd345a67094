using Plurimax.Core.Composing; using Plurimax.Core.Facts; using Plurimax.Core.Rendering; using Plurimax.Core.Trades;
var t = TradeCatalogue.Shipped()[args[0]]; var f = FactSheet.From(args[1], args[2]);
var d = Composer.Compose(t, f, new Wishes(Look: args.Length > 4 ? args[4] : null));
foreach (var (p, b) in SiteRenderer.Render(d, t, f, RenderSettings.Plain).Files) { var path = Path.Combine(args[3], p); Directory.CreateDirectory(Path.GetDirectoryName(path)!); File.WriteAllBytes(path, b); }
