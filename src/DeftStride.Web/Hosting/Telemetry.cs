using System.Diagnostics;
using System.Diagnostics.Metrics;
using OpenTelemetry.Metrics;

namespace DeftStride.Web.Hosting;

/// <summary>
/// Measurements of the server's own work: how many requests of which pattern with which outcome and how long they took. On this
/// machine they can be watched with the framework's counters; they are sent elsewhere only where the owner says so. Nothing in
/// them says who or what: the pattern of an address holds no id.
/// </summary>
internal sealed class Telemetry : IDisposable
{
    /// <summary>What the measurements are found by.</summary>
    public const string Name = "DeftStride";

    private readonly Meter _meter;
    private readonly Histogram<double> _requests;

    public Telemetry(IMeterFactory meters)
    {
        _meter = meters.Create(Name);
        _requests = _meter.CreateHistogram<double>(
            "deft_stride.request.duration",
            "ms",
            "How long an answer took, by the pattern of its address and its status"
        );
    }

    /// <summary>Notes an answer.</summary>
    public void Answered(string method, string pattern, int status, TimeSpan took) =>
        _requests.Record(
            took.TotalMilliseconds,
            new TagList
            {
                { "method", method },
                { "address", pattern },
                { "status", status },
            }
        );

    /// <summary>Sends measurements where the command line says, if it says.</summary>
    /// <param name="builder">The server being put together.</param>
    /// <returns>What is wrong with what it says, or null.</returns>
    public static string? Configure(WebApplicationBuilder builder)
    {
        builder.Services.AddSingleton<Telemetry>();
        if (builder.Configuration["telemetry"] is not { Length: > 0 } where)
            return null;
        if (!Uri.TryCreate(where, UriKind.Absolute, out var address) || address.Scheme is not ("http" or "https"))
            return $"--telemetry {where} is no address. Give one that begins with http:// or https://.";
        builder
            .Services.AddOpenTelemetry()
            .WithMetrics(m =>
                m.AddMeter(Name).AddAspNetCoreInstrumentation().AddOtlpExporter(o => o.Endpoint = address)
            );
        return null;
    }

    public void Dispose() => _meter.Dispose();
}
