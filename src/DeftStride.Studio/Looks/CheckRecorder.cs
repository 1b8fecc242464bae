using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Pictures;
using DeftStride.Studio.Standing;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Looks;

/// <summary>Turns a finished look into a fact. It is judged here once, and kept as it was judged.</summary>
internal sealed class CheckRecorder(
    StudioContext db,
    StudioScope scope,
    FactWriter facts,
    CheckBook book,
    ConditionGuard guard,
    OwnPictures pictures
)
{
    /// <summary>Keeps a look; the same one again is answered as the first time.</summary>
    public async Task<CheckFact> KeepAsync(KeptCheck request, CancellationToken stop)
    {
        if (await facts.ExistingAsync<CheckFact, KeptCheck>(request.Id, request, stop) is { } kept)
            return kept;
        var client = await scope.ClientAsync(request.ClientId, stop);
        var exercise =
            Exercise.Find(request.ExerciseId)
            ?? throw Refusal.BadInput("exercise", "This exercise is not in the catalogue.");
        await guard.RefuseAsync(client, exercise, loaded: false, stop);
        await pictures.RefuseStrangeAsync(request.ClientId, request.Stills, stop);

        var standard = await book.StandardForAsync(client, exercise, request.School, stop);
        var core = standard.ToCore();
        var context = standard.Context(core);
        var look = LookReading.Read(request.Stills, request.Seen, request.Stated, core, context, request.Movements);
        if (look.Results.Count == 0)
            throw Refusal.BadInput(
                "stills",
                "Nothing can be read yet. Place the first points on at least one side, or say what you see."
            );

        var judged = LookSaid.Of(look, core, context);
        // The draft ends with the check, whatever version a late keystroke has given it.
        await using var whole = await db.Database.BeginTransactionAsync(stop);
        await db.Drafts.Where(d => d.Id == request.Id).ExecuteDeleteAsync(stop);
        var check = await facts.AddAsync(
            new CheckFact
            {
                Id = request.Id,
                ClientId = request.ClientId,
                ExerciseId = exercise.Id,
                School = standard.School,
                Standard = KeptStandard.Kept.Write(standard),
                Judged = KeptLook.Kept.Write(judged),
                Brief = KeptBrief.Kept.Write(judged.Brief()),
                FaultId = Fault.For(look.Finding, core.Forms)?.Id ?? "",
                Supersedes = request.Supersedes,
            },
            request,
            stop
        );
        await whole.CommitAsync(stop);
        return check;
    }
}
