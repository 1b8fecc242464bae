using System.Net;
using System.Text.Json.Nodes;
using DeftStride.Core.Setup;
using DeftStride.Core.Training.Running;
using DeftStride.Studio.Plans;
using DeftStride.Web.Features.Bodies;
using DeftStride.Web.Features.Plans;
using DeftStride.Web.Features.Sessions;
using DeftStride.Web.Features.Setup;
using DeftStride.Web.Features.Studio;
using Xunit;

namespace DeftStride.Web.Tests;

/// <summary>Weeks ahead over the wire: planned, moved, missed, and two who need the same box.</summary>
public sealed class PlanTests : IDisposable
{
    private sealed class Moved : TimeProvider
    {
        // A Monday.
        public DateTimeOffset Now { get; set; } = new(2026, 11, 30, 9, 0, 0, TimeSpan.Zero);

        public override DateTimeOffset GetUtcNow() => Now;
    }

    private readonly Moved _clock = new();
    private readonly StudioUnderTest _studio;

    public PlanTests() => _studio = new(_clock);

    public void Dispose() => _studio.Dispose();

    private static readonly DateOnly Monday = new(2026, 11, 30);

    private static readonly PlanDayDto[] TuesdayAndThursday =
    [
        new(DayOfWeek.Tuesday, "17:00"),
        new(DayOfWeek.Thursday, "17:00"),
    ];

    private void Until(int day, int hour = 9) => _clock.Now = new(Monday.AddDays(day), new(hour, 0), TimeSpan.Zero);

    private static BlockDto Block(int weeks = 4, params PlanDayDto[] days) =>
        new(Monday, weeks, days.Length == 0 ? TuesdayAndThursday : days, []);

    private Task<JsonNode?> KeepAsync(Guid client, BlockDto block, HttpStatusCode expected = HttpStatusCode.OK) =>
        _studio.SendAsync(
            HttpMethod.Put,
            "/api/plans",
            new PlanRequest(Guid.CreateVersion7(), Guid.CreateVersion7(), client, block),
            expected
        );

    private async Task<ClientPlanView> PlanAsync(Guid client) =>
        StudioUnderTest.Read<ClientPlanView>((await _studio.GetAsync($"/api/clients/{client}/plan")).ToJsonString());

    private async Task<StudioPlanView> WeeksAsync(string query = "") =>
        StudioUnderTest.Read<StudioPlanView>((await _studio.GetAsync($"/api/plan{query}")).ToJsonString());

    private Task<JsonNode?> MoveAsync(
        PlanVisitView visit,
        DateOnly day,
        string time = "17:00",
        HttpStatusCode expected = HttpStatusCode.OK,
        Guid? operation = null
    ) =>
        _studio.SendAsync(
            HttpMethod.Put,
            $"/api/visits/{visit.Id}",
            new VisitMoveRequest(operation ?? Guid.CreateVersion7(), visit.Version, day, time),
            expected
        );

    private static string Said(IEnumerable<Features.Measuring.PartView> parts) =>
        string.Concat(parts.Select(p => p.Text));

    private static string Detail(JsonNode? node) => node!["detail"]!.GetValue<string>();

    [Fact]
    public async Task Four_weeks_are_planned_shown_on_the_floor_and_run()
    {
        var client = await _studio.ClientAsync("Corin Vale");
        var draft = StudioUnderTest.Read<PlanDraftView>(
            (await _studio.PostAsync("/api/compute/plan", new PlanDraftRequest(client, Block())))!.ToJsonString()
        );
        Assert.Empty((await PlanAsync(client)).Visits);
        await KeepAsync(client, Block());
        var plan = await PlanAsync(client);
        Assert.Equal(8, plan.Visits.Count);
        Assert.Equal(draft.Visits.Select(v => v.Day), plan.Visits.Select(v => v.Day));
        Assert.All(plan.Visits, v => Assert.Equal(("17:00", VisitStands.Ahead), (v.Time, v.State)));
        Assert.Equal(4, plan.Weeks.Count);
        Assert.StartsWith("Tomorrow at 17:00: split squat", Said(plan.Sentence), StringComparison.Ordinal);
        Assert.Contains(plan.Visits[0].Due, d => d.Short == "First look");

        // The day's session is what the plan says, and what is due is said there too.
        Until(1, 16);
        var session = StudioUnderTest
            .Read<SessionsView>((await _studio.GetAsync($"/api/clients/{client}/session")).ToJsonString())
            .Sessions.Single();
        Assert.Equal(plan.Visits[0].Id, session.Id);
        Assert.Equal(
            plan.Visits[0]
                .Items.Where(i => i.Place is SessionPlace.Main or SessionPlace.Accessory)
                .Select(i => i.ExerciseId),
            session.Items.Where(i => i.Place is SessionPlace.Main or SessionPlace.Accessory).Select(i => i.ExerciseId)
        );
        Assert.Contains(session.Due, d => d.Kind == Core.Training.DueKind.Range);
    }

    [Theory]
    [InlineData(0, "at least one week")]
    [InlineData(400, "400 weeks are further than anyone sees")]
    public async Task A_block_that_cannot_be_meant_changes_nothing(int weeks, string said)
    {
        var client = await _studio.ClientAsync();
        Assert.Contains(
            said,
            Detail(await KeepAsync(client, Block(weeks), HttpStatusCode.BadRequest)),
            StringComparison.Ordinal
        );
        var plan = await PlanAsync(client);
        Assert.Null(plan.Block);
        Assert.Empty(plan.Visits);
    }

    [Fact]
    public async Task A_new_plan_takes_the_place_of_the_one_before_and_no_day_holds_two()
    {
        var client = await _studio.ClientAsync();
        await _studio.PostAsync(
            "/api/visits",
            new
            {
                operationId = Guid.CreateVersion7(),
                id = Guid.CreateVersion7(),
                clientId = client,
                time = "08:00",
                exerciseId = "split-squat-to-pad",
                day = Monday.AddDays(1),
            },
            HttpStatusCode.NoContent
        );
        await KeepAsync(client, Block());
        Assert.Equal(8, (await PlanAsync(client)).Visits.Count);
        await KeepAsync(client, Block(2, new PlanDayDto(DayOfWeek.Wednesday, "10:00")));
        var plan = await PlanAsync(client);
        Assert.Equal(2, plan.Visits.Count);
        Assert.All(plan.Visits, v => Assert.Equal(DayOfWeek.Wednesday, v.Day.DayOfWeek));
        await _studio.SendAsync(
            HttpMethod.Put,
            $"/api/plans/{plan.Block!.Id}/end",
            new PlanEnding(Guid.CreateVersion7(), plan.Block.Version)
        );
        plan = await PlanAsync(client);
        Assert.Null(plan.Block);
        Assert.Empty(plan.Visits);
    }

    [Fact]
    public async Task A_visit_moves_once_keeps_where_it_was_and_two_who_move_it_see_both()
    {
        var client = await _studio.ClientAsync();
        await KeepAsync(client, Block());
        var visit = (await PlanAsync(client)).Visits[0];
        var operation = Guid.CreateVersion7();
        await MoveAsync(visit, Monday.AddDays(2), operation: operation);
        // Sent again by an outbox that did not hear the answer.
        await MoveAsync(visit, Monday.AddDays(2), operation: operation);
        var moved = (await PlanAsync(client)).Visits[0];
        Assert.Equal((visit.Id, Monday.AddDays(2), visit.Version + 1), (moved.Id, moved.Day, moved.Version));
        Assert.Equal([visit.Day], moved.MovedFrom);

        var stale = await MoveAsync(visit, Monday.AddDays(4), expected: HttpStatusCode.Conflict);
        Assert.Equal("2026-12-02", stale!["current"]!["day"]!.GetValue<string>());
        Assert.Equal("2026-12-04", stale["yours"]!["day"]!.GetValue<string>());
        Assert.Equal(Monday.AddDays(2), (await PlanAsync(client)).Visits[0].Day);

        Assert.Contains(
            "already",
            Detail(await MoveAsync(moved, Monday.AddDays(3), expected: HttpStatusCode.Conflict)),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "today",
            Detail(await MoveAsync(moved, Monday.AddDays(-1), expected: HttpStatusCode.BadRequest)),
            StringComparison.Ordinal
        );
        await MoveAsync(moved, Monday.AddDays(2), "25:00", HttpStatusCode.BadRequest);
        await _studio.SendAsync(
            HttpMethod.Put,
            $"/api/visits/{moved.Id}/removal",
            new VisitRemoval(Guid.CreateVersion7(), moved.Version)
        );
        Assert.DoesNotContain((await PlanAsync(client)).Visits, v => v.Id == moved.Id);
    }

    [Fact]
    public async Task Two_of_three_missed_move_on_by_one_key_and_none_is_doubled()
    {
        var client = await _studio.ClientAsync();
        await KeepAsync(
            client,
            Block(2, new(DayOfWeek.Monday, "17:00"), new(DayOfWeek.Wednesday, "17:00"), new(DayOfWeek.Friday, "17:00"))
        );
        Until(4);
        var plan = await PlanAsync(client);
        Assert.Equal(2, plan.Visits.Count(v => v.State == VisitStands.Missed));
        Assert.Contains("none is doubled", plan.Missed!.Sentence, StringComparison.Ordinal);
        Assert.Equal(plan.Missed.Sentence, Said(plan.Sentence));
        await _studio.SendAsync(HttpMethod.Put, "/api/missed-visits", new MissedRequest(Guid.CreateVersion7(), client));
        var after = await PlanAsync(client);
        Assert.Null(after.Missed);
        Assert.Equal([4, 7, 9, 11, 14, 16], after.Visits.Select(v => v.Day.DayNumber - Monday.DayNumber));
        Assert.Equal(plan.Visits.Select(v => v.Id), after.Visits.Select(v => v.Id));
    }

    [Fact]
    public async Task Five_in_the_afternoon_stays_five_across_the_change_to_summer_time_and_back()
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
        var client = await _studio.ClientAsync();
        _clock.Now = new(2027, 3, 22, 9, 0, 0, TimeSpan.Zero);
        // Months later the sign-in has ended by itself.
        _studio.SignIn();
        await KeepAsync(
            client,
            new BlockDto(new(2027, 3, 22), 2, [new(DayOfWeek.Sunday, "02:30"), new(DayOfWeek.Monday, "17:00")], [])
        );
        var plan = await PlanAsync(client);
        // The hour that the clocks leave out is an hour later.
        Assert.Equal(["17:00", "03:30", "17:00", "02:30"], plan.Visits.Select(v => v.Time));
        _clock.Now = new(2027, 10, 25, 9, 0, 0, TimeSpan.Zero);
        _studio.SignIn();
        await KeepAsync(
            client,
            new BlockDto(new(2027, 10, 25), 2, [new(DayOfWeek.Sunday, "17:00"), new(DayOfWeek.Monday, "17:00")], [])
        );
        Assert.All((await PlanAsync(client)).Visits.Where(v => v.InPlan), v => Assert.Equal("17:00", v.Time));
    }

    private async Task<Guid> OnTheBoxAsync(string name, double stature)
    {
        var client = await _studio.ClientAsync(name);
        var now = await _studio.GetAsync($"/api/clients/{client}/intake");
        await _studio.SendAsync(
            HttpMethod.Put,
            $"/api/clients/{client}/intake",
            new IntakeChange(
                Guid.CreateVersion7(),
                now["version"]!.GetValue<long>(),
                "",
                IntakeDto.Empty with
                {
                    StatureCm = stature,
                }
            )
        );
        await _studio.PostAsync(
            "/api/stands",
            new
            {
                id = Guid.CreateVersion7(),
                clientId = client,
                ladderId = "step",
                rungId = "st-up",
                sides = new[] { "left", "right" },
                afterBreak = false,
                reason = "seen",
            }
        );
        await KeepAsync(client, Block(1, new PlanDayDto(DayOfWeek.Thursday, "17:00")));
        return client;
    }

    [Fact]
    public async Task Two_who_need_the_only_box_are_told_before_and_the_one_for_whom_the_lower_does_takes_it()
    {
        var version = (await _studio.GetAsync("/api/kit"))["version"]!.GetValue<long>();
        await _studio.SendAsync(
            HttpMethod.Put,
            "/api/kit",
            new KitChange(
                Guid.CreateVersion7(),
                version,
                KitDto.Empty with
                {
                    BoxesCm = [45, 38, 34],
                    Tape = Tape.Centimetres,
                }
            )
        );
        var (bram, corin) = (await OnTheBoxAsync("Bram", 181), await OnTheBoxAsync("Corin", 178));
        Until(2);
        var plan = await PlanAsync(corin);
        var clash = Assert.Single(plan.Clashes);
        Assert.Equal(
            "Tomorrow Bram and Corin both want the 38 cm box at 17:00. 34 cm would do for Corin.",
            Said(clash.Sentence)
        );
        Assert.Equal(Said(clash.Sentence), Said(plan.Sentence));
        var way = clash.WaysOut[0];
        Assert.Equal(("Give Corin 34 cm", 34.0), (way.Label, way.HeightCm));
        Assert.Single((await WeeksAsync()).Clashes);

        async Task<JsonNode?> GiveAsync(double? cm, HttpStatusCode expected) =>
            await _studio.SendAsync(
                HttpMethod.Put,
                $"/api/visits/{way.VisitId}/kit",
                new KitGift(Guid.CreateVersion7(), way.VisitVersion, way.ExerciseId, cm),
                expected
            );

        // What does not do for her is not given because it is free.
        Assert.Contains("Reload", Detail(await GiveAsync(45, HttpStatusCode.Conflict)), StringComparison.Ordinal);
        await GiveAsync(34, HttpStatusCode.OK);
        Assert.Empty((await PlanAsync(corin)).Clashes);
        Assert.Empty((await PlanAsync(bram)).Clashes);
        Until(3, 16);
        var session = StudioUnderTest
            .Read<SessionsView>((await _studio.GetAsync($"/api/clients/{corin}/session")).ToJsonString())
            .Sessions.Single();
        Assert.Equal("34 cm today", session.Due.First(d => d.Kind == Core.Training.DueKind.Kit).Short);
    }

    [Fact]
    public async Task A_red_flag_under_a_plan_leaves_it_readable_and_ranges_around_a_block_are_read_against_their_error()
    {
        var client = await OnTheBoxAsync("Bram", 181);
        await _studio.PostAsync(
            "/api/flags",
            new
            {
                id = Guid.CreateVersion7(),
                clientId = client,
                signId = "giving-way",
                note = "",
                supersedes = (Guid?)null,
            },
            HttpStatusCode.NoContent
        );
        var plan = await PlanAsync(client);
        Assert.Contains("red flag", Said(plan.Sentence), StringComparison.Ordinal);
        Assert.NotNull(plan.Start.Barred);
        Assert.Single(plan.Visits);
        Assert.Contains(
            "stands",
            Detail(await KeepAsync(client, Block(), HttpStatusCode.Conflict)),
            StringComparison.Ordinal
        );
        Assert.Single((await PlanAsync(client)).Visits);

        async Task MeasureAsync(Guid whose, double degrees) =>
            await _studio.PostAsync(
                "/api/ranges",
                new
                {
                    id = Guid.CreateVersion7(),
                    clientId = whose,
                    test = "hipFlexion",
                    side = "left",
                    degrees,
                    gapCm = (double?)null,
                    supersedes = (Guid?)null,
                }
            );

        // Twice on one day is around an exercise.
        await MeasureAsync(client, 100);
        _clock.Now = _clock.Now.AddMinutes(20);
        await MeasureAsync(client, 103);
        var around = Assert.Single((await PlanAsync(client)).Ranges);
        Assert.False(around.Real);
        Assert.StartsWith(
            "On 30 November, around an exercise: left hip flexion 100° → 103°: within the test’s own 5°",
            around.Sentence,
            StringComparison.Ordinal
        );

        var other = await OnTheBoxAsync("Corin", 178);
        await KeepAsync(other, Block(2, new PlanDayDto(DayOfWeek.Thursday, "17:00")));
        foreach (var (day, degrees) in new[] { (0, 100.0), (10, 112.0) })
        {
            Until(day);
            await _studio.PostAsync(
                "/api/ranges",
                new
                {
                    id = Guid.CreateVersion7(),
                    clientId = other,
                    test = "hipFlexion",
                    side = "left",
                    degrees,
                    gapCm = (double?)null,
                    supersedes = (Guid?)null,
                }
            );
        }

        var pair = Assert.Single((await PlanAsync(other)).Ranges);
        Assert.Equal(
            (true, "Left hip flexion 100° → 112°: 12° more, beyond the test’s own 5°."),
            (pair.Real, pair.Sentence)
        );
    }

    private async Task AtAsync(string zone)
    {
        var studio = await _studio.GetAsync("/api/studio");
        await _studio.SendAsync(
            HttpMethod.Put,
            "/api/studio",
            new StudioChange(
                Guid.CreateVersion7(),
                studio["studioVersion"]?.GetValue<long>() ?? studio["version"]!.GetValue<long>(),
                "Northstairs",
                zone,
                2
            )
        );
    }

    [Fact]
    public async Task The_next_block_leaves_this_one_as_it_is_and_the_day_a_visit_moved_from_is_the_studios_own()
    {
        // Evening here is the next day in Greenwich.
        await AtAsync("America/Los_Angeles");
        _clock.Now = new(2026, 11, 30, 18, 0, 0, TimeSpan.Zero);
        var client = await _studio.ClientAsync();
        await KeepAsync(client, Block());
        var first = (await PlanAsync(client)).Visits;
        await MoveAsync(first[0], Monday.AddDays(2));
        Assert.Equal([Monday.AddDays(1)], (await PlanAsync(client)).Visits[0].MovedFrom);

        var start = (await PlanAsync(client)).Start.Block;
        Assert.Equal(Monday.AddDays(28), start.First);
        await KeepAsync(client, start with { Weeks = 2 });
        var plan = await PlanAsync(client);
        Assert.Equal(12, plan.Visits.Count);
        Assert.Equal(first.Select(v => v.Id).Order(), plan.Visits.Take(8).Select(v => v.Id).Order());
        Assert.True(plan.First <= Monday.AddDays(2));
        Assert.All(plan.Visits, v => Assert.True(v.InPlan));
        // One that is missed then still moves.
        Until(4, 20);
        Assert.Contains((await PlanAsync(client)).Visits, v => v.State == VisitStands.Missed);
        Assert.NotNull((await PlanAsync(client)).Missed);
        // Begun anew from today, nothing of what was to come is left over.
        await KeepAsync(
            client,
            Block(1, new PlanDayDto(DayOfWeek.Saturday, "10:00")) with
            {
                First = Monday.AddDays(4),
            }
        );
        Assert.Equal(
            [Monday.AddDays(5)],
            (await PlanAsync(client)).Visits.Where(v => v.State == VisitStands.Ahead).Select(v => v.Day)
        );
    }

    [Fact]
    public async Task What_is_due_follows_what_was_done_and_where_visits_went_and_nothing_is_asked_for_over_a_flag_or_a_condition()
    {
        var client = await OnTheBoxAsync("Corin", 178);
        await KeepAsync(client, Block());
        var plan = await PlanAsync(client);
        Assert.Equal(
            "First look",
            plan.Visits[0].Due.Single(d => d.Short.Contains("look", StringComparison.Ordinal)).Short
        );
        // Moved behind the second one, the look is due on what is first now; both screens say so.
        await MoveAsync(plan.Visits[0], Monday.AddDays(5));
        plan = await PlanAsync(client);
        Assert.Contains(plan.Visits[0].Due, d => d.Short == "First look");
        Assert.DoesNotContain(plan.Visits[1].Due, d => d.Short == "First look");
        var studio = await WeeksAsync();
        Assert.Equal(
            plan.Visits.Select(v => string.Join(", ", v.Due.Select(d => d.Short))),
            studio.Visits.Where(v => v.ClientId == client).Select(v => string.Join(", ", v.Due))
        );

        await _studio.PostAsync(
            "/api/flags",
            new
            {
                id = Guid.CreateVersion7(),
                clientId = client,
                signId = "giving-way",
                note = "",
                supersedes = (Guid?)null,
            },
            HttpStatusCode.NoContent
        );
        Assert.All(
            (await PlanAsync(client)).Visits.SelectMany(v => v.Items).Where(i => i.ExerciseId is not null),
            i => Assert.Equal("not while a red flag stands", i.Asked)
        );
    }
}
