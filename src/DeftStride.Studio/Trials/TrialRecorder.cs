using DeftStride.Core.Correcting;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Looks;
using DeftStride.Studio.Pictures;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Trials;

/// <summary>Turns a change that was tried into a fact.</summary>
internal sealed class TrialRecorder(
    StudioContext db,
    StudioScope scope,
    FactWriter facts,
    CheckBook book,
    OwnPictures pictures,
    StudioExperience experience
)
{
    /// <summary>Keeps a trial with what it did; the same one again is answered as the first time.</summary>
    public async Task<TrialFact> KeepAsync(KeptTrial request, CancellationToken stop)
    {
        if (await facts.ExistingAsync<TrialFact, KeptTrial>(request.Id, request, stop) is { } kept)
            return kept;
        var check = await book.LoadAsync(request.CheckId, stop);
        var without = Without.Find(request.CorrectionId);
        if (without is null && Fault.Find(request.CorrectionId) is null)
            throw Refusal.BadInput("correction", "This correction is not known. Reload the page.");
        await pictures.RefuseStrangeAsync(check.Fact.ClientId, request.Stills, stop);
        var painAfter = request.Pain?.ToCore();
        var baseline =
            check.Baseline(request.Side, request.CorrectionId)
            ?? throw Refusal.BadInput(
                "stills",
                $"There is no first look at the {Finding.Word(request.Side)} side to compare with. Mark that side first."
            );
        var (target, painBefore) = (baseline.Target, baseline.Pain?.ToCore().Counted);
        // What no picture shows is judged by the eye, or by what it does to the pain.
        var other = check.Other(request.CorrectionId);
        if (other is { Detects.Count: 0 } && request.ByEye is null && painAfter is null)
            throw Refusal.BadInput(
                "stills",
                $"No picture shows this ({char.ToLowerInvariant(other.Name[0])}{other.Name[1..]}). Say in one tap what it did."
            );
        var after = request.ByEye is null ? After(check, request, target) : null;
        var trial = request.ByEye is { } seen
            ? Trial.ByEye(
                seen,
                target,
                painBefore,
                painAfter?.Counted,
                other is null || other.Detects.Any(d => d.MeasureId == target.MeasureId) ? null : other.Name
            )
            : Trial.Of(Before(baseline), after!, target, painBefore, painAfter?.Counted);

        // The words it was said in are kept with the trial: they may be changed later.
        var said = without is not null
            ? Without.Follows(without, trial.Outcome).Sentence
            : ChoicesInForce
                .Words(
                    await scope.StudioAsync(stop),
                    await scope.ClientAsync(check.Fact.ClientId, stop),
                    check.Fact.ExerciseId
                )
                .Of(Fault.Find(request.CorrectionId)!.Value.Correction)
                .Text;
        experience.Changed(check.Fact.StudioId);
        return await facts.AddAsync(
            new TrialFact
            {
                Id = request.Id,
                ClientId = check.Fact.ClientId,
                CheckId = request.CheckId,
                CorrectionId = request.CorrectionId,
                Outcome = trial.Outcome,
                Judged = KeptTrialResult.Kept.Write(
                    new KeptTrialResult(
                        trial.Outcome,
                        KeptPart.Of(trial.Sentence),
                        trial.Because,
                        said,
                        after?.On(target.MeasureId, target.Side) is { } result
                            ? result.Verdict == Verdict.Outside
                            : null
                    )
                ),
                Supersedes = request.Supersedes,
            },
            request,
            stop
        );
    }

    /// <summary>Takes a trial back, while nothing has been decided on it.</summary>
    public async Task<TrialFact> WithdrawAsync(Guid trialId, KeptWithdrawal request, CancellationToken stop)
    {
        if (await facts.ExistingAsync<TrialFact, KeptWithdrawal>(request.Id, request, stop) is { } already)
            return already;
        var studio = await scope.StudioAsync(stop);
        var trial =
            await db.StandingTrials()
                .AsNoTracking()
                .FirstOrDefaultAsync(t => t.Id == trialId && t.StudioId == studio.Id, stop)
            ?? throw Refusal.Missing("This trial is not there any more. Reload to see what was kept.");
        if (await db.Decisions.AnyAsync(d => d.CheckId == trial.CheckId, stop))
            throw Refusal.Conflict("A decision rests on this trial already. Change the decision instead.");
        experience.Changed(studio.Id);
        return await facts.AddAsync(
            new TrialFact
            {
                Id = request.Id,
                ClientId = trial.ClientId,
                CheckId = trial.CheckId,
                CorrectionId = StandingFacts.Withdrawn,
                Outcome = TrialOutcome.NoDifference,
                Judged = trial.Judged,
                Supersedes = trial.Id,
            },
            request,
            stop
        );
    }

    /// <summary>What the change is held against, which must answer for the target.</summary>
    private static Look Before(Baseline baseline) =>
        baseline.Look.On(baseline.Target.MeasureId, baseline.Target.Side) is not null
            ? baseline.Look
            : throw Refusal.BadInput(
                "stills",
                $"There is no first look at the {Finding.Word(baseline.Target.Side)} side to compare with. Mark that side first."
            );

    private static Look After(JudgedCheck check, KeptTrial request, TrialTarget target)
    {
        if (request.Stills.Any(s => s.Side != request.Side) || request.Seen.Any(s => s.Side != request.Side))
            throw Refusal.BadInput("stills", "Look again at one side: the side the cue was for.");
        var after = LookReading.Read(
            request.Stills,
            request.Seen,
            [],
            check.Standard,
            check.Context,
            request.Movements
        );
        if (after.On(target.MeasureId, target.Side) is not null)
            return after;
        var measure = MeasureDefinition.Find(target.MeasureId)!;
        throw Refusal.BadInput(
            "stills",
            after
                .Stills.Select(s => s.Fault)
                .OfType<MeasurementFault>()
                .Select(MeasurementFaults.Sentence)
                .FirstOrDefault()
                ?? $"The retest does not show the {measure.Short}. Mark it{(measure.Views is [var view, ..] ? $" from the {view.ToString().ToLowerInvariant()}" : "")}, or say what you saw."
        );
    }
}
