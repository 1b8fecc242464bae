using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Bench;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Looks;
using DeftStride.Studio.Today;
using DeftStride.Studio.Trials;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Cards;
using DeftStride.Web.Features.Deciding;
using DeftStride.Web.Features.Dosing;
using DeftStride.Web.Features.Measuring;
using DeftStride.Web.Features.Safety;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Checks;

/// <summary>Checks, trials and decisions as the screens show them.</summary>
internal sealed class CheckPages(
    StudioContext db,
    StudioScope scope,
    CheckBook book,
    CorrectionBook corrections,
    SetupShelf setups
)
{
    /// <summary>The standard in force with everything that a screen asks for, in this house's words.</summary>
    public async Task<StandardView> StandardViewAsync(
        ClientRecord client,
        Exercise exercise,
        SchoolCode? chosen,
        CancellationToken stop,
        IReadOnlyList<CardLineView>? card = null
    )
    {
        var kept = await book.StandardForAsync(client, exercise, chosen, stop);
        return StandardView.Of(
            kept.ToWire(),
            ChoicesInForce.Style(await scope.StudioAsync(stop), client, exercise.Id, kept.School),
            card ?? await CardAsync(client.Id, exercise.Id, stop)
        );
    }

    /// <summary>The numbers that were kept for an exercise last; none where it was not set up yet.</summary>
    private async Task<CardLineView[]> CardAsync(Guid clientId, string exerciseId, CancellationToken stop) =>
        (await setups.InForceAsync([clientId], stop))[clientId].FirstOrDefault(s => s.ExerciseId == exerciseId)
            is { } setup
            ? [.. KeptCard.Kept.Read(setup.Judged).Card.Select(l => l.ToWire())]
            : [];

    /// <summary>A check with everything that followed from it.</summary>
    public async Task<CheckView> ViewAsync(Guid checkId, CancellationToken stop)
    {
        var check = await book.LoadAsync(checkId, stop);
        var coaches = await db
            .Coaches.AsNoTracking()
            .Where(c => c.StudioId == check.Fact.StudioId)
            .ToDictionaryAsync(c => c.Id, c => c.Name, stop);
        var decision = await db.Standing<DecisionFact>()
            .AsNoTracking()
            .Where(d => d.CheckId == check.Fact.Id)
            .OrderByDescending(d => d.Sequence)
            .FirstOrDefaultAsync(stop);
        var client = await scope.ClientAsync(check.Fact.ClientId, stop);
        var style = ChoicesInForce.Style(
            await scope.StudioAsync(stop),
            client,
            check.Fact.ExerciseId,
            check.Fact.School
        );
        return View(
            check,
            coaches,
            decision,
            CorrectionView.Of(await corrections.CorrectionAsync(check, null, stop)),
            style
        );
    }

    public static CheckView View(
        JudgedCheck check,
        IReadOnlyDictionary<Guid, string> coaches,
        DecisionFact? decision,
        CorrectionView? correction,
        HouseStyle style
    )
    {
        var (fact, request) = (check.Fact, check.Request);
        return new CheckView(
            fact.Id,
            fact.ClientId,
            fact.RecordedAt,
            coaches[fact.CoachId],
            fact.ExerciseId,
            Exercise.Find(fact.ExerciseId)?.Name ?? fact.ExerciseId,
            StandardView.Of(check.Kept.ToWire(), style, []),
            School.Of(fact.School).Name,
            KeptLook.Kept.Read(fact.Judged).ToWire(),
            [.. request.Stills.Select(s => s.ToWire())],
            request.Felt.ToWire(),
            FeltWords(request.Felt, check.Standard.Exercise),
            request.Effort,
            request.Pain.ToWire(),
            Questions.Of(request.Pain),
            request.Soreness,
            request.NextMorning,
            request.Remark,
            [.. check.Trials.Select(t => TrialView(check, t))],
            correction,
            decision is null ? null : DecisionView(decision, coaches),
            [
                .. new[] { BodySide.Left, BodySide.Right }
                    .Select(side => check.Baseline(side))
                    .OfType<Baseline>()
                    .Select(b => new BaselineView(
                        b.Target.Side,
                        b.Target.MeasureId,
                        b.Trial?.Fact.Id,
                        b.Pain.ToWire()
                    )),
            ],
            Shown(check.Kept, KeptLook.Kept.Read(fact.Judged))
        );
    }

    /// <summary>Where each measure of a check is seen, side by side, and the look as a whole.</summary>
    private static ShownView[] Shown(KeptStandard standard, KeptLook look)
    {
        SeenAt[] stills = [.. look.Stills.Select(s => new SeenAt(s.View, s.Moment))];
        Moment? Read(string id, BodySide side) =>
            look
                .Results.Where(r => r.Standing && r.MeasureId == id)
                .OrderByDescending(r => r.Side == side)
                .Select(r => (Moment?)r.Moment)
                .FirstOrDefault();
        return
        [
            .. standard
                .Bands.Select(b => b.MeasureId)
                .Append(null)
                .SelectMany(id =>
                    Enum.GetValues<BodySide>()
                        .Select(side =>
                        {
                            var at = SeenAt.Of(
                                id is null ? null : MeasureDefinition.Find(id),
                                id is null ? null : Read(id, side),
                                stills
                            );
                            return new ShownView(id, side, at.View, at.Moment);
                        })
                ),
        ];
    }

    /// <summary>A check as histories show it.</summary>
    public static PastCheckView Past(
        JudgedCheck check,
        IReadOnlyDictionary<Guid, string> coaches,
        DecisionFact? decision
    )
    {
        var (fact, request) = (check.Fact, check.Request);
        return new PastCheckView(
            fact.Id,
            fact.RecordedAt,
            coaches[fact.CoachId],
            fact.ExerciseId,
            Exercise.Find(fact.ExerciseId)?.Name ?? fact.ExerciseId,
            fact.School,
            School.Of(fact.School).Name,
            check.Brief.ToWire(),
            [.. request.Stills.Select(s => s.ToWire())],
            request.Pain.ToWire(),
            request.NextMorning,
            request.Remark,
            [.. check.Trials.Select(t => PastTrial(check, t))],
            decision is null ? null : DecisionView(decision, coaches)
        );
    }

    /// <summary>Felt somewhere else than it should be is a finding of its own.</summary>
    private static string? FeltWords(KeptFelt? felt, Exercise exercise) =>
        felt switch
        {
            null => null,
            { AsExpected: true } => $"Felt where it should be: {string.Join(", ", exercise.Felt)}.",
            _ => $"Felt in another place: {felt.Where}. Expected: {string.Join(", ", exercise.Felt)}.",
        };

    /// <summary>What a trial is told of in a history; the whole look after it is a request away.</summary>
    private static PastTrialView PastTrial(JudgedCheck check, JudgedTrial trial)
    {
        var (id, name, measure) = Named(check, trial);
        return new PastTrialView(
            trial.Fact.Id,
            id,
            name,
            trial.Request.Side,
            measure,
            trial.Fact.Outcome,
            After(trial, measure) is { } after ? after with { Error = [] } : null,
            trial.Request.Pain.ToWire()
        );
    }

    private static (string Id, string Short, string MeasureId) Named(JudgedCheck check, JudgedTrial trial)
    {
        var id = trial.Fact.CorrectionId;
        var measure = check.Target(trial.Request.Side, id)?.MeasureId ?? "front-shin";
        return Without.Find(id) is { } without ? (without.Id, $"Without: {without.Short.ToLowerInvariant()}", measure)
            : Fault.Find(id) is { Correction: var correction } ? (correction.Id, correction.Short, measure)
            : (id, id, measure);
    }

    private static ResultView? After(JudgedTrial trial, string measure) =>
        trial.After?.On(measure, trial.Request.Side) is { } after ? LookSaid.Result(after, true).ToWire() : null;

    private static TrialView TrialView(JudgedCheck check, JudgedTrial trial)
    {
        var without = Without.Find(trial.Fact.CorrectionId);
        var correction = without ?? Fault.Find(trial.Fact.CorrectionId)?.Correction;
        var (id, name, measure) = Named(check, trial);
        return new TrialView(
            trial.Fact.Id,
            id,
            name,
            trial.Said.Cue ?? correction?.Cue ?? "",
            trial.Request.Side,
            measure,
            trial.Fact.Outcome,
            trial.Said.Sentence.ToWire(),
            trial.Said.Because,
            After(trial, measure),
            trial.After is { } again ? LookSaid.Of(again, check.Standard, check.Context).ToWire() : null,
            [.. trial.Request.Stills.Select(s => s.ToWire())],
            trial.Request.Pain.ToWire(),
            trial.Request.Feels ?? [],
            correction?.Borrowed == true,
            correction is { Level: CorrectionLevel.SetUp, Borrowed: false },
            without is not null
        );
    }

    public static DecisionView DecisionView(DecisionFact fact, IReadOnlyDictionary<Guid, string> coaches)
    {
        var (request, said) = (KeptDecision.Kept.Read(fact.Body), KeptRecommendation.Kept.Read(fact.Judged));
        return new DecisionView(
            fact.Id,
            fact.CheckId,
            fact.RecordedAt,
            coaches[fact.CoachId],
            said.ToWire(),
            fact.Chosen,
            TodayBook.Decided(fact, request, said).Sentence,
            request.Reason,
            request.PainAfter.ToWire(),
            request.Repetitions.ToWire(),
            request.Log.ToWire(),
            request.Taken(said)?.ToWire(),
            Questions.Of(fact)
        );
    }
}
