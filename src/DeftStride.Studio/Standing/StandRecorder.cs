using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Safety;
using DeftStride.Studio.Work;

namespace DeftStride.Studio.Standing;

/// <summary>Puts a client's sides on a rung by the coach's word.</summary>
internal sealed class StandRecorder(
    StudioContext db,
    StudioScope scope,
    LadderBook book,
    FactWriter facts,
    ConditionGuard guard
)
{
    /// <summary>Puts them there, with a reason unless it is after a break. The same sent twice is kept once.</summary>
    /// <exception cref="Refusal">A red flag stands, the rung is not there or is out for this client, or no reason was given.</exception>
    public async Task StandAsync(KeptStand sent, CancellationToken stop)
    {
        if (await facts.ExistingAsync<RungFact, KeptStand>(sent.Id, sent, stop) is not null)
            return;
        var client = await scope.ClientAsync(sent.ClientId, stop);
        if ((await db.UnclearedAsync(client.Id, stop)).Count > 0)
            throw Refusal.Conflict("A red flag stands. Clear it with a note before anything is moved.");
        var ladder =
            (await book.LaddersAsync(stop)).FirstOrDefault(l => l.Id == sent.LadderId)
            ?? throw Refusal.BadInput("ladder", "This ladder is not there any more. Reload the page.");
        var rung =
            ladder.Rung(sent.RungId)
            ?? throw Refusal.BadInput("rung", "This rung is not there any more. Reload the page.");
        await guard.RefuseAsync(client, Exercise.Find(rung.ExerciseId)!, rung.Dose.Loaded, stop);
        var sides = sent.Sides.Distinct().Order().ToArray();
        if (sides.Length == 0)
            throw Refusal.BadInput("sides", "Say which side.");
        var reason = sent.AfterBreak
            ? Text.Optional("reason", sent.Reason)
            : Text.Required("reason", sent.Reason, "Say in a few words why.");
        var sentence = sent.AfterBreak ? $"After a break: “{rung.Name}”." : $"Put on “{rung.Name}” by the coach.";
        var judged = KeptStep.Kept.Write(new KeptStep(sentence, null, null, reason.Length > 0 ? reason : null, []));
        await using var whole = await db.Database.BeginTransactionAsync(stop);
        foreach (var (side, i) in sides.Select((s, i) => (s, i)))
        {
            await facts.AddAsync(
                new RungFact
                {
                    Id = i == 0 ? sent.Id : Guid.CreateVersion7(),
                    ClientId = client.Id,
                    LadderId = ladder.Id,
                    RungId = rung.Id,
                    Side = side,
                    Kind = sent.AfterBreak ? MoveKind.AfterBreak : MoveKind.ByCoach,
                    Judged = judged,
                },
                sent,
                stop
            );
        }

        await whole.CommitAsync(stop);
    }
}
