using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>A clock that was set wrong and set back: what came later stays later, and a person is asked.</summary>
public sealed class ClockTests : IDisposable
{
    private readonly MovedClock _clock = new(DateTimeOffset.UtcNow);
    private readonly StudioUnderTest _studio;

    public ClockTests() => _studio = new StudioUnderTest(_clock);

    public void Dispose() => _studio.Dispose();

    private async Task<string?> QuestionAsync() =>
        (await _studio.GetAsync("/api/studio"))["clock"]?["sentence"]?.GetValue<string>();

    [Fact]
    public async Task What_came_later_is_later_also_when_the_clock_was_set_back_in_between()
    {
        var client = await _studio.ClientAsync();
        var right = _clock.Now;
        _clock.Now = right.AddDays(3);
        await _studio.CheckAsync(client, 2, 3);
        Assert.Null(await QuestionAsync());

        _clock.Now = right.AddMinutes(1);
        var later = await _studio.CheckAsync(client, 2, 26);
        for (var i = 0; i < 2; i++)
        {
            var checks = (await _studio.GetAsync($"/api/clients/{client}"))["checks"]!.AsArray();
            Assert.Equal(Text(later, "id"), Text(checks[^1], "id"));
            Assert.Contains("Is the clock right?", await QuestionAsync(), StringComparison.Ordinal);
            // Also by a server that was started since.
            _studio.Restart();
        }

        await _studio.PostAsync(
            "/api/clock-answers",
            new { id = Guid.CreateVersion7() },
            System.Net.HttpStatusCode.NoContent
        );
        Assert.Null(await QuestionAsync());
        // What comes in behind it is not asked about again; another jump is.
        await _studio.CheckAsync(client, 2, 3);
        Assert.Null(await QuestionAsync());
        _clock.Now = right.AddDays(9);
        await _studio.CheckAsync(client, 2, 3);
        _clock.Now = right.AddMinutes(2);
        Assert.NotNull(await QuestionAsync());
    }
}
