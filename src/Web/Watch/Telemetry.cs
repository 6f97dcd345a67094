using System.Diagnostics;
using Npgsql;
using OpenTelemetry;
using OpenTelemetry.Metrics;
using OpenTelemetry.Trace;

namespace Plurimax.Web.Watch;

/// <summary>
/// Metrics and traces to a collector, where <c>OTEL_EXPORTER_OTLP_ENDPOINT</c> names one (OpenTelemetry, OTLP exporter); the other settings
/// of the exporter are read as its specification has them.
/// </summary>
internal static class Telemetry
{
    public static void AddTelemetry(this IServiceCollection services, IConfiguration config)
    {
        services.AddSingleton<Tallies>();
        if (string.IsNullOrEmpty(config["OTEL_EXPORTER_OTLP_ENDPOINT"]))
            return;
        services
            .AddOpenTelemetry()
            .WithMetrics(m =>
                m.AddMeter(Tallies.MeterName)
                    .AddAspNetCoreInstrumentation()
                    .AddRuntimeInstrumentation()
                    .AddNpgsqlInstrumentation()
                    .AddOtlpExporter()
            )
            .WithTracing(t => t.AddAspNetCoreInstrumentation().AddNpgsql().AddProcessor<NoSecrets>().AddOtlpExporter());
    }

    /// <summary>A trace opens no private link and names nobody: paths by their route, no addresses of visitors.</summary>
    private sealed class NoSecrets : BaseProcessor<Activity>
    {
        private static readonly string[] Dropped =
        [
            "url.query",
            "client.address",
            "network.peer.address",
            "network.peer.port",
            "user_agent.original",
        ];

        public override void OnEnd(Activity activity)
        {
            foreach (var tag in Dropped)
                activity.SetTag(tag, null);
            // Values are parameters; a constant that the code writes into a query is part of its text.
            if (activity.GetTagItem("db.query.text") is string query)
                activity.SetTag("db.query.text", Scrubbed.Of(query));
            if (activity.GetTagItem("url.path") is string path)
                activity.SetTag("url.path", activity.GetTagItem("http.route") ?? Scrubbed.Of(path));
        }
    }
}
