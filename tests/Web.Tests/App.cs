using System.Net;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;
using Plurimax.Data;
using Plurimax.Data.Sites;
using Plurimax.Facts;
using Plurimax.Making.Composing;
using Plurimax.Trades;
using Plurimax.Web.Launching;
using Plurimax.Web.Shared;

namespace Plurimax.Web.Tests;

/// <summary>The application on a database of its own, on a real PostgreSQL that ./test starts on loopback.</summary>
public sealed class App : WebApplicationFactory<Program>, IAsyncLifetime
{
    private readonly string _server = Environment.GetEnvironmentVariable("TestDatabase") ?? "Host=127.0.0.1;Port=55433;Username=plurimax";
    private readonly string _name = $"plurimax_{Guid.NewGuid():N}";
    private readonly string _folder = Directory.CreateTempSubdirectory("plurimax-web-").FullName;
    private static int _ports = 26000;

    public string Folder => _folder;
    public string Connection => $"{_server};Database={_name}";

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        builder
            .UseSetting("Database", Connection)
            .UseSetting("DataFolder", _folder)
            .UseSetting("PublicPort", "80")
            .UseSetting("Smtp:Port", Interlocked.Increment(ref _ports).ToString(System.Globalization.CultureInfo.InvariantCulture));
        builder.UseContentRoot(Path.Combine(Root(), "src/Web"));
    }

    public async Task InitializeAsync() =>
        await RunAsync("postgres", $"CREATE DATABASE {_name} TEMPLATE {await TestDatabases.TemplateAsync(_server)}");

    async Task IAsyncLifetime.DisposeAsync()
    {
        await base.DisposeAsync();
        await RunAsync("postgres", $"DROP DATABASE {_name} WITH (FORCE)");
        Directory.Delete(_folder, recursive: true);
    }

    public Task RunAsync(string database, string sql) => TestDatabases.RunAsync(_server, database, sql);

    public static Actor Ada => TestDatabases.Ada;
    public static Actor Mara => TestDatabases.Mara;
    public static Actor Ivo => TestDatabases.Ivo;

    /// <summary>Does something for the agency, with services of a scope of its own.</summary>
    public async Task<T> WithAsync<T>(Func<IServiceProvider, Task<T>> act)
    {
        using var scope = Services.GetRequiredService<IServiceScopeFactory>().CreateScope(TestDatabases.Agency);
        return await act(scope.ServiceProvider);
    }

    public Task<T> DbAsync<T>(Func<PlurimaxDb, Task<T>> act) => WithAsync(s => act(s.GetRequiredService<PlurimaxDb>()));

    /// <summary>A site made through the same code as real ones.</summary>
    public Task<Site> SiteAsync(string name = "Bell Cycles", string trade = "bicycle-repair", string? email = "bench@bell.example") =>
        WithAsync(async s =>
        {
            var facts = FactSheet.From(name, "Hallow");
            if (email is not null)
                facts = facts.With("email", new FactEntry(new TextValue(email), FactSource.Client, true));
            var trades = s.GetRequiredService<TradeCatalogue>();
            return await s.GetRequiredService<SiteCreation>().CreateAsync(trades[trade], facts, new Wishes(), App.Mara, null);
        });

    /// <summary>Signed off and live, without the clicks.</summary>
    public async Task<Site> LiveAsync(string name)
    {
        var site = await SiteAsync(name);
        return await WithAsync(async s =>
        {
            var loaded = (await s.GetRequiredService<SiteReader>().FindAsync(site.Id))!;
            await s.GetRequiredService<Publisher>().ReleaseAsync(loaded, App.Mara);
            return loaded;
        });
    }

    public HttpClient Visitor(string host = "localhost") =>
        CreateClient(new() { BaseAddress = new Uri($"http://{host}"), AllowAutoRedirect = false });

    public async Task<Maker> SignInAsync(string who = "mara")
    {
        var maker = new Maker(CreateClient(new() { BaseAddress = new Uri("http://localhost"), AllowAutoRedirect = false }));
        var r = await maker.PostAsync("/signin", new() { ["Email"] = $"{who}@tidewrack.example", ["Password"] = "saltmere-harbour" });
        r.StatusCode.ShouldBe(HttpStatusCode.Redirect);
        return maker;
    }

    /// <summary>The latest mail of a kind as the mail server got it, with its links: they lie nowhere else.</summary>
    public async Task<string> SentAsync(System.Linq.Expressions.Expression<Func<OutboxMail, bool>> which)
    {
        var mail = await UntilAsync(
            () => DbAsync(db => db.Outbox.AsNoTracking().OrderByDescending(m => m.At).FirstOrDefaultAsync(which)),
            m => m?.SentAt is not null
        );
        var kept = Path.Combine(_folder, "mail", mail!.Answer!.Split("kept as ")[1].Trim() + ".eml");
        return (await MimeKit.MimeMessage.LoadAsync(kept)).TextBody!.ReplaceLineEndings("\n");
    }

    /// <summary>The private link in the latest mail of a kind, as a path: "/proof/…".</summary>
    public async Task<string> LinkAsync(System.Linq.Expressions.Expression<Func<OutboxMail, bool>> which) =>
        new Uri(System.Text.RegularExpressions.Regex.Match(await SentAsync(which), @"https?://\S+/[A-Za-z0-9_-]{40,}").Value).PathAndQuery;

    /// <summary>Asks until it is so; fails after a minute and a half: a mail refused once is tried again by then.</summary>
    public static async Task<T> UntilAsync<T>(Func<Task<T>> ask, Func<T, bool> so)
    {
        using var stop = new CancellationTokenSource(TimeSpan.FromSeconds(90));
        for (; ; await Task.Delay(50, stop.Token))
            if (await ask() is var x && so(x))
                return x;
    }

    public static string Root()
    {
        for (var d = new DirectoryInfo(AppContext.BaseDirectory); d is not null; d = d.Parent)
            if (File.Exists(Path.Combine(d.FullName, "Plurimax.slnx")))
                return d.FullName;
        throw new DirectoryNotFoundException();
    }
}

/// <summary>Somebody signed in, posting forms as a browser does: with the token of the page they stand on.</summary>
public sealed partial class Maker(HttpClient http)
{
    public async Task<(HttpStatusCode Status, string Body)> GetAsync(string path)
    {
        var r = await http.GetAsync(path);
        return (r.StatusCode, await WordsAsync(r));
    }

    public async Task<HttpResponseMessage> PostAsync(string path, Dictionary<string, string> fields, string? from = null)
    {
        var page = await (await http.GetAsync(from ?? path.Split('?')[0])).Content.ReadAsStringAsync();
        fields["__RequestVerificationToken"] = Token().Match(page).Groups[1].Value;
        return await http.PostAsync(path, new FormUrlEncodedContent(fields));
    }

    /// <summary>A form of a page with fields that come more than once.</summary>
    public async Task<FormUrlEncodedContent> FormAsync(string path, IEnumerable<(string Name, string Value)> fields)
    {
        var page = await (await http.GetAsync(path.Split('?')[0])).Content.ReadAsStringAsync();
        return new(
            fields
                .Append(("__RequestVerificationToken", Token().Match(page).Groups[1].Value))
                .Select(f => KeyValuePair.Create(f.Item1, f.Item2))
        );
    }

    public async Task<(HttpStatusCode Status, string Body)> SendAsync(string path, Dictionary<string, string> fields)
    {
        var r = await PostAsync(path, fields);
        return (r.StatusCode, await WordsAsync(r));
    }

    /// <summary>A page as it is read: where the markup goes on in the next line stands one space.</summary>
    private static async Task<string> WordsAsync(HttpResponseMessage answer)
    {
        var text = await answer.Content.ReadAsStringAsync();
        return WebUtility.HtmlDecode(answer.Content.Headers.ContentType?.MediaType == "text/html" ? LineEnd().Replace(text, " ") : text);
    }

    [GeneratedRegex(@"\n +")]
    private static partial Regex LineEnd();

    public HttpClient Http => http;

    /// <summary>JSON as the Bench sends it, with the token of the page.</summary>
    public async Task<(HttpStatusCode Status, System.Text.Json.JsonElement Body)> AskAsync(string path, object body, string from)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, path) { Content = System.Net.Http.Json.JsonContent.Create(body) };
        request.Headers.Add("X-Form-Token", Token().Match(await http.GetStringAsync(from)).Groups[1].Value);
        var r = await http.SendAsync(request);
        return (
            r.StatusCode,
            System
                .Text.Json.JsonDocument.Parse(
                    r.Content.Headers.ContentType?.MediaType == "application/json" ? await r.Content.ReadAsStringAsync() : "{}"
                )
                .RootElement
        );
    }

    /// <summary>Types in a passage of a site.</summary>
    public Task<(HttpStatusCode Status, System.Text.Json.JsonElement Body)> TypeAsync(
        Guid site,
        string section,
        string path,
        string was,
        string html,
        bool evenSo = false
    ) =>
        AskAsync(
            $"/sites/{site}/bench/type",
            new
            {
                section,
                path,
                html,
                was,
                evenSo,
            },
            $"/sites/{site}/bench"
        );

    /// <summary>Files as a browser sends them, with the token of the page.</summary>
    public static async Task<HttpResponseMessage> UploadAsync(
        HttpClient http,
        string page,
        string handler,
        Dictionary<string, string> fields,
        string field,
        params (string Name, byte[] Bytes)[] files
    )
    {
        var form = new MultipartFormDataContent();
        fields["__RequestVerificationToken"] = Token().Match(await http.GetStringAsync(page)).Groups[1].Value;
        foreach (var (k, v) in fields)
            form.Add(new StringContent(v), k);
        foreach (var (name, bytes) in files)
        {
            var part = new ByteArrayContent(bytes);
            part.Headers.ContentType = new("application/octet-stream");
            form.Add(part, field, name);
        }
        return await http.PostAsync($"{page}?handler={handler}", form);
    }

    [GeneratedRegex("name=\"__RequestVerificationToken\" type=\"hidden\" value=\"([^\"]+)\"")]
    private static partial Regex Token();
}

[CollectionDefinition("app")]
public sealed class AppCollection : ICollectionFixture<App>;

/// <summary>Counts the queries on the database of one application; others run at the same time.</summary>
internal sealed class QueryCounter(App app)
    : IObserver<System.Diagnostics.DiagnosticListener>,
        IObserver<KeyValuePair<string, object?>>,
        IDisposable
{
    private static readonly string[] Unasked = ["outbox", "user_sessions", "nodes", "batches AS", "roll_outs AS"];
    private readonly List<IDisposable> _subscriptions = [];
    private int _count;

    public QueryCounter Begin()
    {
        _subscriptions.Add(System.Diagnostics.DiagnosticListener.AllListeners.Subscribe(this));
        return this;
    }

    public int Count => _count;

    public void OnNext(System.Diagnostics.DiagnosticListener listener)
    {
        if (listener.Name == "Microsoft.EntityFrameworkCore")
            _subscriptions.Add(listener.Subscribe(this));
    }

    public void OnNext(KeyValuePair<string, object?> e)
    {
        // Workers ask on their own time, and whether somebody is signed in is asked anew twice a minute.
        if (
            e.Key == "Microsoft.EntityFrameworkCore.Database.Command.CommandExecuted"
            && e.Value is Microsoft.EntityFrameworkCore.Diagnostics.CommandExecutedEventData d
            && d.Command.Connection?.Database == new NpgsqlConnectionStringBuilder(app.Connection).Database
            && !Unasked.Any(t => d.Command.CommandText.Contains(t, StringComparison.Ordinal))
        )
            Interlocked.Increment(ref _count);
    }

    public void OnCompleted() { }

    public void OnError(Exception error) { }

    public void Dispose() => _subscriptions.ForEach(s => s.Dispose());
}
