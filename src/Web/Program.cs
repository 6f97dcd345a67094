using Plurimax.Web;

var builder = WebApplication.CreateBuilder(args);
builder.AddPlurimax();
var app = builder.Build();
app.UsePlurimax();
if (args.Contains("--migrate") || args.Contains("--demo"))
{
    await app.PrepareAsync(demo: args.Contains("--demo"));
    return;
}
await app.RunAsync();

/// <summary>Named so that tests can host it.</summary>
public partial class Program;
