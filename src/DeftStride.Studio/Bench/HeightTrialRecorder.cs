using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Setup;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Safety;
using DeftStride.Studio.Work;

namespace DeftStride.Studio.Bench;

/// <summary>Judges and keeps heights that were tried under a foot.</summary>
internal sealed class HeightTrialRecorder(StudioContext db, StudioScope scope, FactWriter facts)
{
    /// <summary>What the tries say, with what this studio can build.</summary>
    public static HeightAdvice Judge(
        TriedUnder under,
        IReadOnlyList<HeightTry> tries,
        SchoolCode school,
        ShinReadBy readBy,
        double? highestMetres,
        StudioKit kit
    )
    {
        if (highestMetres is { } most && !(most >= 0))
            throw Refusal.BadInput("highest", "How high the foot may go is not known. Reload the set-up.");
        return HeightTrial.Of(
            under,
            tries,
            school,
            readBy,
            kit.HasHeights ? [.. kit.Heights().Select(h => h.Metres)] : [],
            highestMetres,
            kit.Tape
        );
    }

    /// <summary>Keeps a trial with what it was found to be; the same one again is answered as the first time.</summary>
    public async Task<HeightTrialFact> KeepAsync(KeptHeightTrial request, double? highestMetres, CancellationToken stop)
    {
        if (await facts.ExistingAsync<HeightTrialFact, KeptHeightTrial>(request.Id, request, stop) is { } kept)
            return kept;
        var client = await scope.ClientAsync(request.ClientId, stop);
        if ((await db.UnclearedAsync(client.Id, stop)).Count > 0)
            throw Refusal.Conflict("A red flag stands. Clear it with a note before heights are tried.");
        HeightTry[] tries = [.. request.Tries.Select(t => t.ToCore())];
        var kit = ChoicesInForce.Kit(await scope.StudioAsync(stop)).ToCore();
        if (HeightTrial.Problem(request.Under, tries, kit.Tape) is { } problem)
            throw Refusal.BadInput("tries", problem);
        if (!(request.ChosenCm is >= 0 and <= 100 * HeightTrial.MostRearMetres))
            throw Refusal.BadInput(
                "chosen",
                $"The height to go on with is from the floor to {kit.Tape.Length(HeightTrial.MostRearMetres)}. Choose again."
            );
        var advice = Judge(request.Under, tries, request.School, request.ReadBy, highestMetres, kit);
        return await facts.AddAsync(
            new HeightTrialFact
            {
                Id = request.Id,
                ClientId = client.Id,
                ExerciseId = request.ExerciseId,
                Judged = KeptHeightAdvice.Kept.Write(
                    new KeptHeightAdvice(
                        advice.Outcome,
                        100 * advice.Metres,
                        advice.Sentence,
                        advice.Because,
                        request.Chosen,
                        request.ChosenCm
                    )
                ),
                Supersedes = request.Supersedes,
            },
            request,
            stop
        );
    }
}
