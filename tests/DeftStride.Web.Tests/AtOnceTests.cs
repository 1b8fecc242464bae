using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using DeftStride.Data;
using DeftStride.Web.Hosting;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>The same thing sent twelve times at once is kept once, and all twelve are given its one answer.</summary>
public sealed class AtOnceTests : IDisposable
{
    private const int Times = 12;
    private readonly StudioUnderTest _studio = new();

    public void Dispose() => _studio.Dispose();

    private async Task<JsonNode?> AllAsync(HttpMethod method, string path, object body)
    {
        var answers = await Task.WhenAll(
            Enumerable
                .Range(0, Times)
                .Select(async _ =>
                {
                    using var request = new HttpRequestMessage(method, path)
                    {
                        Content = JsonContent.Create(body, options: Json.Options),
                    };
                    using var response = await _studio.Http.SendAsync(request);
                    return (response.StatusCode, Text: await response.Content.ReadAsStringAsync());
                })
        );
        Assert.All(answers, a => Assert.True((int)a.StatusCode < 300, $"{path}: {a.StatusCode} {a.Text}"));
        Assert.Single(answers.Select(a => a.Text).Distinct());
        return answers[0].Text.Length == 0 ? null : JsonNode.Parse(answers[0].Text);
    }

    [Fact]
    public async Task A_whole_visit_sent_twelve_times_at_each_step_is_kept_once()
    {
        var client = Guid.CreateVersion7();
        await AllAsync(
            HttpMethod.Post,
            "/api/clients",
            new
            {
                operationId = Guid.CreateVersion7(),
                id = client,
                name = "Maren Oakhollow",
                goal = "",
                school = (string?)null,
            }
        );
        await AllAsync(
            HttpMethod.Put,
            $"/api/clients/{client}",
            new
            {
                operationId = Guid.CreateVersion7(),
                version = 1,
                name = "Maren O.",
                goal = "Stairs",
                school = (string?)null,
                leftAnkleDegrees = (double?)null,
                rightAnkleDegrees = (double?)null,
                heelWedgeDegrees = 0.0,
            }
        );
        await AllAsync(
            HttpMethod.Post,
            "/api/visits",
            new
            {
                operationId = Guid.CreateVersion7(),
                id = Guid.CreateVersion7(),
                clientId = client,
                time = "09:30",
                exerciseId = "split-squat-to-pad",
            }
        );
        await AllAsync(HttpMethod.Post, "/api/cautions", new { id = Guid.CreateVersion7() });

        // Different first pictures of a client at once: each is kept, the consent with the first of them.
        var pictures = Enumerable.Range(0, 4).Select(_ => Guid.CreateVersion7()).ToArray();
        var kept = await Task.WhenAll(
            pictures
                .SelectMany(p => new[] { p, p, p })
                .Select(async p =>
                {
                    using var answer = await _studio.PutPictureAsync(p, client, Drawn());
                    return answer.StatusCode;
                })
        );
        Assert.All(kept, s => Assert.Equal(HttpStatusCode.OK, s));
        Assert.True((await _studio.GetAsync($"/api/clients/{client}"))["client"]!["pictureConsent"]!.GetValue<bool>());

        var check = Guid.CreateVersion7();
        await AllAsync(
            HttpMethod.Put,
            "/api/drafts",
            new
            {
                operationId = Guid.CreateVersion7(),
                version = 0,
                id = check,
                clientId = client,
                body = "{}",
            }
        );
        await AllAsync(
            HttpMethod.Put,
            "/api/drafts",
            new
            {
                operationId = Guid.CreateVersion7(),
                version = 1,
                id = check,
                clientId = client,
                body = "{\"more\":1}",
            }
        );
        await AllAsync(HttpMethod.Post, "/api/checks", await _studio.CheckBodyAsync(client, 2, 26, id: check));
        await AllAsync(
            HttpMethod.Post,
            "/api/trials",
            new
            {
                id = Guid.CreateVersion7(),
                checkId = check,
                correctionId = "sb-gatepost",
                side = "right",
                stills = Array.Empty<object>(),
                seen = Array.Empty<object>(),
                byEye = "helped",
                pain = (object?)null,
                supersedes = (Guid?)null,
                feels = new[] { "easier" },
            }
        );
        var said = await _studio.PostAsync(
            $"/api/checks/{check}/recommendation",
            new
            {
                painAfter = (object?)null,
                repetitions = (object?)null,
                log = (object?)null,
            }
        );
        await AllAsync(
            HttpMethod.Post,
            "/api/decisions",
            new
            {
                id = Guid.CreateVersion7(),
                checkId = check,
                painAfter = (object?)null,
                repetitions = (object?)null,
                log = (object?)null,
                ruleId = Text(said, "ruleId"),
                recommended = Text(said, "outcome"),
                chosen = Text(said, "outcome"),
                reason = (string?)null,
                way = (int?)null,
                supersedes = (Guid?)null,
            }
        );
        object? none = null;
        await AllAsync(
            HttpMethod.Post,
            "/api/ranges",
            new
            {
                id = Guid.CreateVersion7(),
                clientId = client,
                test = "ankleBend",
                side = "left",
                degrees = 36.0,
                gapCm = (double?)null,
                supersedes = (Guid?)null,
            }
        );
        await AllAsync(
            HttpMethod.Post,
            "/api/stands",
            new
            {
                id = Guid.CreateVersion7(),
                clientId = client,
                ladderId = "split-stance",
                rungId = "ss-pad",
                sides = new[] { "left", "right" },
                afterBreak = false,
                reason = "seen elsewhere",
            }
        );
        await AllAsync(
            HttpMethod.Post,
            "/api/logs",
            new
            {
                id = Guid.CreateVersion7(),
                clientId = client,
                day = (string?)null,
                exerciseId = "split-squat-to-pad",
                log = new
                {
                    sets = none,
                    even = new
                    {
                        sets = 2,
                        amount = 8,
                        cleanLeft = 16,
                        cleanRight = 16,
                        loadKg = 0.0,
                        position = "none",
                        resets = 0,
                    },
                    effort = 6,
                    pain = none,
                    nextMorning = (int?)null,
                    felt = none,
                },
                supersedes = (Guid?)null,
            }
        );
        await AllAsync(
            HttpMethod.Put,
            "/api/settings",
            new
            {
                operationId = Guid.CreateVersion7(),
                version = 1,
                level = "studio",
                key = (string?)null,
                settingId = "toe",
                optionId = "middle",
            }
        );
        await AllAsync(
            HttpMethod.Post,
            "/api/coaches",
            new
            {
                operationId = Guid.CreateVersion7(),
                id = Guid.CreateVersion7(),
                name = "Tobin",
            }
        );
        await AllAsync(
            HttpMethod.Post,
            "/api/flags",
            new
            {
                id = Guid.CreateVersion7(),
                clientId = client,
                signId = "night-pain",
                note = "",
                supersedes = (Guid?)null,
            }
        );

        await using var scope = _studio.Services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<StudioContext>();
        Assert.Equal(
            (1, 1, 1, 1, 1, 1, 1),
            (
                await db.Clients.CountAsync(),
                await db.Sessions.CountAsync(),
                await db.Cautions.CountAsync(),
                await db.Checks.CountAsync(),
                await db.Trials.CountAsync(),
                await db.Decisions.CountAsync(),
                await db.Flags.CountAsync()
            )
        );
        Assert.Equal(0, await db.Drafts.CountAsync());
        // Four first ones, and the one of the look.
        Assert.Equal(5, await db.Pictures.CountAsync());
    }

    [Fact]
    public async Task A_draft_whose_answer_was_lost_is_answered_again_after_its_check_was_finished()
    {
        var client = await _studio.ClientAsync();
        var check = Guid.CreateVersion7();
        var draft = new
        {
            operationId = Guid.CreateVersion7(),
            version = 0,
            id = check,
            clientId = client,
            body = "{}",
        };
        var first = await _studio.SendAsync(HttpMethod.Put, "/api/drafts", draft);
        await _studio.PostAsync("/api/checks", await _studio.CheckBodyAsync(client, 2, 3, id: check));
        var again = await _studio.SendAsync(HttpMethod.Put, "/api/drafts", draft);
        Assert.Equal(first!.ToJsonString(), again!.ToJsonString());
        Assert.Null((await _studio.GetAsync($"/api/clients/{client}"))["draft"]);
    }

    [Fact]
    public async Task A_decision_for_an_exercise_off_every_ladder_keeps_its_log()
    {
        var client = await _studio.ClientAsync();
        var off = Core.Exercises.Exercise.All.First(e =>
            e.Checks.Any(c => c.MustPass) && Core.Ladders.Ladder.All.All(l => l.Rungs.All(r => r.ExerciseId != e.Id))
        );
        var check = Guid.CreateVersion7();
        await _studio.PostAsync(
            "/api/checks",
            new
            {
                id = check,
                clientId = client,
                exerciseId = off.Id,
                school = (string?)null,
                stills = Array.Empty<object>(),
                seen = off
                    .Checks.Where(c => c.MustPass)
                    .SelectMany(c =>
                        new[] { "left", "right" }.Select(side => new
                        {
                            measureId = c.MeasureId,
                            side,
                            where = "within",
                            moment = (string?)null,
                        })
                    ),
                stated = Array.Empty<object>(),
                felt = (object?)null,
                effort = 6,
                pain = new
                {
                    score = 0,
                    leg = (string?)null,
                    role = (string?)null,
                },
                nextMorning = (int?)null,
                supersedes = (Guid?)null,
            }
        );
        object? nothing = null;
        var log = new
        {
            sets = nothing,
            even = new
            {
                sets = 1,
                amount = 8,
                cleanLeft = 7,
                cleanRight = 7,
                loadKg = 0.0,
                position = "none",
                resets = 0,
            },
            effort = 6,
            pain = nothing,
            nextMorning = (int?)null,
            felt = nothing,
        };
        var said = await _studio.PostAsync(
            $"/api/checks/{check}/recommendation",
            new
            {
                painAfter = (object?)null,
                repetitions = (object?)null,
                log,
            }
        );
        await _studio.PostAsync(
            "/api/decisions",
            new
            {
                id = Guid.CreateVersion7(),
                checkId = check,
                painAfter = (object?)null,
                repetitions = (object?)null,
                log,
                ruleId = Text(said, "ruleId"),
                recommended = Text(said, "outcome"),
                chosen = Text(said, "outcome"),
                reason = (string?)null,
                way = (int?)null,
                supersedes = (Guid?)null,
            }
        );
        var shown = Assert.Single((await _studio.GetAsync($"/api/clients/{client}"))["logs"]!.AsArray());
        Assert.Contains("7 of 8 clean", Text(shown, "did"), StringComparison.Ordinal);
        Assert.Equal(off.Id, Text(shown, "exerciseId"));
    }
}
