using System.Collections.Concurrent;
using System.Text;
using Microsoft.Extensions.Logging;
using Xunit;

namespace DeftStride.Web.Tests;

/// <summary>The log says what happened, and nothing about anybody.</summary>
public sealed class LogTests : IDisposable
{
    private const string Mark = "Quillon-Zephyrmark";
    private readonly Lines _lines = new();
    private readonly StudioUnderTest _studio;

    public LogTests() => _studio = new(environment: "Production", logs: _lines);

    public void Dispose() => _studio.Dispose();

    private sealed class Lines : ILoggerProvider, ILogger
    {
        public ConcurrentQueue<string> All { get; } = [];

        public ILogger CreateLogger(string categoryName) => this;

        public IDisposable? BeginScope<TState>(TState state)
            where TState : notnull => null;

        public bool IsEnabled(LogLevel logLevel) => true;

        public void Log<TState>(
            LogLevel logLevel,
            EventId eventId,
            TState state,
            Exception? exception,
            Func<TState, Exception?, string> formatter
        ) => All.Enqueue($"{logLevel} {formatter(state, exception)} {exception}");

        public void Dispose() { }
    }

    [Fact]
    public async Task Marked_names_sent_to_every_address_are_nowhere_in_the_log()
    {
        var api = new ApiDocument();
        var client = await _studio.ClientAsync(Mark);
        foreach (var operation in api.Operations)
        {
            // As it should be with every text marked, and spoilt so that it is refused or fails.
            var whole = api.Whole(operation.Schema)!
                .ToJsonString()
                .Replace("split-squat-to-pad", Mark, StringComparison.Ordinal);
            foreach (var body in new[] { whole, whole[..^1], $"{{\"{Mark}\":1}}", $"\"{Mark}\"" })
            {
                using var request = new HttpRequestMessage(new HttpMethod(operation.Method), operation.Path)
                {
                    Content = new StringContent(body, Encoding.UTF8, "application/json"),
                };
                using var answer = await _studio.Http.SendAsync(request);
            }
        }

        // What was kept and cannot be read any more is a fault that is logged with its exception.
        _studio.Sql($"UPDATE Clients SET Intake = '{{\"form\": 1, \"goals\": \"{Mark}\"}}'");
        using var broken = await _studio.Http.GetAsync(
            new Uri($"/api/clients/{client}/intake?{Mark}", UriKind.Relative)
        );
        Assert.Contains(_lines.All, l => l.Contains("/api/clients", StringComparison.Ordinal));
        Assert.Contains(_lines.All, l => l.Contains("400 in", StringComparison.Ordinal));
        Assert.All(_lines.All, l => Assert.DoesNotContain(Mark, l, StringComparison.OrdinalIgnoreCase));
        Assert.All(_lines.All, l => Assert.DoesNotContain(client.ToString(), l, StringComparison.OrdinalIgnoreCase));
    }

    [Fact]
    public async Task Whoever_watches_is_told_that_it_is_open_and_how_much_room_is_left()
    {
        var health = await _studio.GetAsync("/api/health");
        Assert.True(health["open"]!.GetValue<bool>());
        Assert.True(health["roomMegabytes"]!.GetValue<long>() > 0);
    }
}
