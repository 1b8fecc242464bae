using DeftStride.Data;
using DeftStride.Data.Records;
using DeftStride.Studio.Work;

namespace DeftStride.Studio.Choices;

/// <summary>
/// Lends something, or takes it back, in the same step as the fact that says so: nothing is written here; what is staged goes with the
/// fact that is added next, or not at all.
/// </summary>
internal sealed class PropLender(StudioContext db, StudioScope scope)
{
    /// <summary>Stages it. What is given back without having been lent changes nothing.</summary>
    /// <param name="client">The client as it is tracked.</param>
    /// <param name="correctionId">What borrows it.</param>
    /// <param name="lent">Whether it is lent; else it is given back.</param>
    /// <param name="until">The day on which it is tried without; null for the usual.</param>
    /// <param name="stop">Ends it.</param>
    public async Task StageAsync(
        ClientRecord client,
        string correctionId,
        bool lent,
        DateOnly? until,
        CancellationToken stop
    )
    {
        var edit = ChoiceEdits.Lend(correctionId, lent, until, await scope.TodayAsync(stop))(client);
        if (edit.Before == edit.After)
            return;
        var coach = await scope.CoachIdAsync(stop);
        db.Add(edit.ToFact(Guid.CreateVersion7(scope.Now), client.StudioId, coach, scope.Now));
        client.Version++;
        client.ChangedBy = coach;
    }
}
