using System.Net;
using System.Security.Cryptography;
using System.Text;
using DeftStride.Data;
using DeftStride.Web.Features.Calendars;
using DeftStride.Web.Features.Plans;
using DeftStride.Web.Features.Studio;
using Ical.Net;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Xunit;

namespace DeftStride.Web.Tests;

/// <summary>Visits in a calendar program: as a file, and under a private address.</summary>
public sealed class CalendarTests : IDisposable
{
    private sealed class Moved : TimeProvider
    {
        public DateTimeOffset Now { get; set; } = new(2027, 3, 15, 9, 0, 0, TimeSpan.Zero);

        public override DateTimeOffset GetUtcNow() => Now;
    }

    private readonly Moved _clock = new();
    private readonly StudioUnderTest _studio;

    public CalendarTests() => _studio = new(_clock);

    public void Dispose() => _studio.Dispose();

    private async Task<Guid> PlannedAsync(string name)
    {
        var client = await _studio.ClientAsync(name);
        await _studio.SendAsync(
            HttpMethod.Put,
            "/api/plans",
            new PlanRequest(
                Guid.CreateVersion7(),
                Guid.CreateVersion7(),
                client,
                new BlockDto(DateOnly.FromDateTime(_clock.Now.Date), 4, [new(DayOfWeek.Thursday, "17:00")], [])
            )
        );
        return client;
    }

    private async Task InBerlinAsync()
    {
        var studio = await _studio.GetAsync("/api/studio");
        await _studio.SendAsync(
            HttpMethod.Put,
            "/api/studio",
            new StudioChange(
                Guid.CreateVersion7(),
                studio["studioVersion"]?.GetValue<long>() ?? studio["version"]!.GetValue<long>(),
                "Northstairs",
                "Europe/Berlin",
                2
            )
        );
    }

    private async Task<Calendar> FileAsync(string query = "") =>
        Calendar.Load(await _studio.Http.GetStringAsync(new Uri($"/api/calendar.ics{query}", UriKind.Relative)))!;

    private async Task<CalendarView> AddressAsync(
        Guid id,
        Guid? client = null,
        bool names = true,
        HttpStatusCode expected = HttpStatusCode.OK
    )
    {
        var said = await _studio.PostAsync("/api/calendars", new CalendarRequest(id, client, names), expected);
        return expected == HttpStatusCode.OK ? StudioUnderTest.Read<CalendarView>(said!.ToJsonString()) : null!;
    }

    private Task<HttpResponseMessage> AskAsync(string path) => _studio.Http.GetAsync(new Uri(path, UriKind.Relative));

    [Theory]
    [InlineData("2027-03-15", "16:00", "15:00")]
    [InlineData("2027-10-18", "15:00", "16:00")]
    public async Task Five_in_the_afternoon_is_read_back_as_five_before_and_after_the_clocks_change(
        string from,
        string before,
        string after
    )
    {
        await InBerlinAsync();
        _clock.Now = DateTimeOffset.Parse($"{from}T09:00:00Z", System.Globalization.CultureInfo.InvariantCulture);
        // Half a year later the sign-in has ended by itself.
        _studio.SignIn();
        await PlannedAsync("Corin Vale");
        var events = (await FileAsync()).Events.OrderBy(e => e.Start!.AsUtc).ToArray();
        Assert.Equal(4, events.Length);
        Assert.Equal([before, before, after, after], events.Select(e => $"{e.Start!.AsUtc:HH:mm}"));
        var berlin = TimeZoneInfo.FindSystemTimeZoneById("Europe/Berlin");
        Assert.All(events, e => Assert.Equal(17, TimeZoneInfo.ConvertTimeFromUtc(e.Start!.AsUtc, berlin).Hour));
        Assert.All(events, e => Assert.InRange((e.End!.AsUtc - e.Start!.AsUtc).TotalMinutes, 45, 150));
    }

    [Fact]
    public async Task A_visit_keeps_its_name_in_the_calendar_when_it_moves_and_names_can_be_left_out()
    {
        var corin = await PlannedAsync("Corin Vale");
        await PlannedAsync("Bram Hartnell");
        var whole = await FileAsync();
        Assert.Equal(8, whole.Events.Count);
        Assert.Contains(whole.Events, e => e.Summary!.StartsWith("Corin Vale: ", StringComparison.Ordinal));
        Assert.DoesNotContain(
            "Corin",
            await _studio.Http.GetStringAsync(new Uri("/api/calendar.ics?names=false", UriKind.Relative)),
            StringComparison.Ordinal
        );
        var mine = (await FileAsync($"?client={corin}")).Events.OrderBy(e => e.Start!.AsUtc).ToArray();
        Assert.Equal(4, mine.Length);

        var visit = (await _studio.GetAsync($"/api/clients/{corin}/plan"))["visits"]!.AsArray()[0]!;
        await _studio.SendAsync(
            HttpMethod.Put,
            $"/api/visits/{visit["id"]}",
            new VisitMoveRequest(Guid.CreateVersion7(), visit["version"]!.GetValue<long>(), new(2027, 3, 19), "18:30")
        );
        var moved = (await FileAsync($"?client={corin}")).Events.Single(e => e.Uid == mine[0].Uid);
        Assert.True(moved.Sequence > mine[0].Sequence);
        Assert.Equal(19, moved.Start!.AsUtc.Day);
    }

    [Fact]
    public async Task A_private_address_is_shown_once_kept_as_its_hash_answers_once_a_minute_and_is_taken_back_in_one_tap()
    {
        await PlannedAsync("Corin Vale");
        var id = Guid.CreateVersion7();
        var lost = await AddressAsync(id);
        // The answer may have been lost: the same asked for again is a new token, and the first opens nothing.
        var address = await AddressAsync(id);
        Assert.NotEqual(lost.Path, address.Path);
        using (var dead = await AskAsync(lost.Path!))
            Assert.Equal(HttpStatusCode.NotFound, dead.StatusCode);
        var token = address.Path!.Split('/')[^1][..^4];
        Assert.True(token.Length >= 40);
        using (var scope = _studio.Services.CreateScope())
        {
            var kept = await scope
                .ServiceProvider.GetRequiredService<StudioContext>()
                .Calendars.AsNoTracking()
                .SingleAsync();
            Assert.Equal(Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(token))), kept.TokenHash);
        }

        using (var first = await AskAsync(address.Path))
        {
            Assert.Equal("text/calendar", first.Content.Headers.ContentType!.MediaType);
            Assert.Equal(4, Calendar.Load(await first.Content.ReadAsStringAsync())!.Events.Count);
        }

        // A program that asks every second.
        for (var second = 1; second < 60; second += 7)
        {
            _clock.Now = _clock.Now.AddSeconds(6);
            using var again = await AskAsync(address.Path);
            Assert.Equal(HttpStatusCode.TooManyRequests, again.StatusCode);
            Assert.InRange(again.Headers.RetryAfter!.Delta!.Value.TotalSeconds, 1, 60);
        }

        _clock.Now = _clock.Now.AddSeconds(60);
        using (var later = await AskAsync(address.Path))
            Assert.Equal(HttpStatusCode.OK, later.StatusCode);
        await AddressAsync(id, expected: HttpStatusCode.Conflict);

        var listed = Assert.Single((await _studio.GetAsync("/api/calendars")).AsArray());
        Assert.Null(listed!["path"]);
        for (var twice = 0; twice < 2; twice++)
            await _studio.SendAsync(
                HttpMethod.Put,
                $"/api/calendars/{id}/revocation",
                new { },
                HttpStatusCode.NoContent
            );
        _clock.Now = _clock.Now.AddMinutes(5);
        using (var revoked = await AskAsync(address.Path))
            Assert.Equal(HttpStatusCode.NotFound, revoked.StatusCode);
        Assert.Empty((await _studio.GetAsync("/api/calendars")).AsArray());
        using var guessed = await AskAsync("/api/calendar/nobody.ics");
        Assert.Equal(HttpStatusCode.NotFound, guessed.StatusCode);
    }
}
