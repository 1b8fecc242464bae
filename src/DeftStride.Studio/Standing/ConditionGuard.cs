using DeftStride.Core.Exercises;
using DeftStride.Core.Practice;
using DeftStride.Data.Records;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.Safety;
using DeftStride.Studio.Work;

namespace DeftStride.Studio.Standing;

/// <summary>The one door that every plan, look, set-up and log goes through: nothing that a condition forbids gets in.</summary>
internal sealed class ConditionGuard(StudioScope scope, LadderShelf shelf, ConditionShelf conditions)
{
    /// <summary>What holds for a client today.</summary>
    public async Task<IReadOnlyList<Condition>> HoldsAsync(ClientRecord client, CancellationToken stop) =>
        await conditions.OfAsync(
            client,
            (await shelf.WaysAsync([client.Id], stop))[client.Id],
            await scope.TodayAsync(stop),
            stop
        );

    /// <summary>Refuses an exercise, or its load, that a condition forbids, naming the condition and whose word it is.</summary>
    public async Task RefuseAsync(ClientRecord client, Exercise exercise, bool loaded, CancellationToken stop)
    {
        var holds = await HoldsAsync(client, stop);
        if (Condition.Refusing(holds, exercise) is { } no)
            throw Refusal.Conflict(no.Refusal(exercise));
        if (loaded && Condition.Refusing(holds, exercise, loaded: true) is { } light)
            throw Refusal.Conflict($"{exercise.Name} is offered without a load. {light.Line} Enter it with 0 kg.");
    }
}
