using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Setup;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Bench;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Work;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Setup;

/// <summary>What one height was like; what was not asked is null.</summary>
internal sealed record HeightTryDto(
    double HeightCm,
    double? LeftShinDegrees,
    double? RightShinDegrees,
    bool? HeelStays,
    bool? BackArches,
    Comfort? Comfort,
    int? Pain,
    double? FrontSharePercent
)
{
    public KeptHeightTry ToKept() =>
        new(HeightCm, LeftShinDegrees, RightShinDegrees, HeelStays, BackArches, Comfort, Pain, FrontSharePercent);
}

/// <summary>Heights tried under a foot. <see cref="HighestCm"/> is what geometry allows this client, null where only the form limits it.</summary>
internal sealed record HeightTriesRequest(
    TriedUnder Under,
    SchoolCode School,
    ShinReadBy ReadBy,
    double? HighestCm,
    IReadOnlyList<HeightTryDto> Tries
);

/// <summary>What the tries say; <see cref="Missing"/> is what has to be said first, while they say nothing yet.</summary>
internal sealed record HeightAdviceView(
    string? Missing,
    HeightOutcome? Outcome,
    string Sentence,
    IReadOnlyList<string> Because,
    IReadOnlyList<HeightWayView> Ways
);

/// <summary>Something that can be done after heights were tried, and the height it leads to.</summary>
internal sealed record HeightWayView(HeightOutcome Outcome, double Cm, string Text);

internal sealed record HeightTrialRequest(
    Guid Id,
    Guid ClientId,
    string ExerciseId,
    HeightTriesRequest Asked,
    HeightOutcome Chosen,
    double ChosenCm,
    Guid? Supersedes
);

internal sealed record HeightTrialView(
    Guid Id,
    string ExerciseId,
    TriedUnder Under,
    DateTimeOffset At,
    string Coach,
    string Sentence,
    IReadOnlyList<string> Because,
    HeightOutcome Chosen,
    double ChosenCm,
    bool Overruled
);

/// <summary>Heights tried under a foot: what they say, and keeping them.</summary>
internal static class HeightTrialEndpoints
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/compute/heights", AdviseAsync).WithName("judgeHeights");
        api.MapPost("/height-trials", KeepAsync).WithName("addHeightTrial").InTurn();
    }

    public static HeightTrialView View(HeightTrialFact fact, IReadOnlyDictionary<Guid, string> coaches)
    {
        var (asked, said) = (KeptHeightTrial.Kept.Read(fact.Body), KeptHeightAdvice.Kept.Read(fact.Judged));
        return new HeightTrialView(
            fact.Id,
            fact.ExerciseId,
            asked.Under,
            fact.RecordedAt,
            coaches[fact.CoachId],
            said.Sentence,
            said.Because,
            said.Chosen,
            said.ChosenCm,
            said.Chosen != said.Recommended
        );
    }

    private static async Task<Ok<HeightAdviceView>> AdviseAsync(
        HeightTriesRequest request,
        StudioScope scope,
        CancellationToken stop
    )
    {
        HeightTry[] tries = [.. request.Tries.Select(t => t.ToKept().ToCore())];
        var kit = ChoicesInForce.Kit(await scope.StudioAsync(stop)).ToCore();
        if (HeightTrial.Problem(request.Under, tries, kit.Tape) is { } problem)
            return TypedResults.Ok(new HeightAdviceView(problem, null, "", [], []));
        var advice = HeightTrialRecorder.Judge(
            request.Under,
            tries,
            request.School,
            request.ReadBy,
            request.HighestCm / 100,
            kit
        );
        return TypedResults.Ok(
            new HeightAdviceView(
                null,
                advice.Outcome,
                advice.Sentence,
                advice.Because,
                [
                    .. advice
                        .Ways.OrderBy(w => w.Key)
                        .Select(w => new HeightWayView(
                            w.Key,
                            Math.Round(100 * w.Value, 1),
                            w.Value < 0.005 ? "the floor" : kit.Tape.Length(w.Value)
                        )),
                ]
            )
        );
    }

    private static async Task<Ok<HeightTrialView>> KeepAsync(
        HeightTrialRequest request,
        StudioContext db,
        StudioScope scope,
        HeightTrialRecorder recorder,
        CancellationToken stop
    )
    {
        var exercise =
            Exercise.Find(request.ExerciseId)
            ?? throw Refusal.BadInput("exercise", "This exercise is not in the catalogue.");
        var client = await scope.ClientAsync(request.ClientId, stop);
        var coaches = await db
            .Coaches.AsNoTracking()
            .Where(c => c.StudioId == client.StudioId)
            .ToDictionaryAsync(c => c.Id, c => c.Name, stop);
        var asked = request.Asked;
        var fact = await recorder.KeepAsync(
            new KeptHeightTrial(
                request.Id,
                request.ClientId,
                exercise.Id,
                asked.School,
                asked.Under,
                asked.ReadBy,
                [.. asked.Tries.Select(t => t.ToKept())],
                request.Chosen,
                request.ChosenCm,
                request.Supersedes
            ),
            asked.HighestCm / 100,
            stop
        );
        return TypedResults.Ok(View(fact, coaches));
    }
}
