using System.Diagnostics.CodeAnalysis;
using DeftStride.Core.Correcting;
using DeftStride.Core.Deciding;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Ladders;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Training;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.Safety;
using DeftStride.Studio.Today;
using DeftStride.Web.Features.Bodies;
using DeftStride.Web.Features.Deciding;
using DeftStride.Web.Features.Dosing;
using DeftStride.Web.Features.Ladders;
using DeftStride.Web.Features.Library;
using DeftStride.Web.Features.Measuring;
using DeftStride.Web.Features.Setup;
using DeftStride.Web.Features.Studio;
using DeftStride.Web.Hosting;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Checks;

/// <summary>A check as the core sees it again: judged by the standard that was kept with it.</summary>
internal sealed record JudgedCheck(
    CheckFact Fact,
    KeptCheck Request,
    KeptStandard Kept,
    CheckStandard Standard,
    ReadingContext Context,
    Look Look,
    IReadOnlyList<JudgedTrial> Trials
)
{
    /// <summary>The fault that the look names, or null; the load of the day does not tell one fault from another.</summary>
    public Fault? Named => Fault.For(Look.Finding, Standard.Forms);

    /// <summary>The fault of a correction, when it is another one than the look names: picked by the coach, or for pain's sake.</summary>
    public Fault? Other(string? correctionId) =>
        correctionId is not null && Fault.Find(correctionId)?.Fault is { } fault && fault != Named ? fault : null;

    /// <summary>
    /// What a change is for: what the look named first, or the measure that differs most between the sides; for a fault that the
    /// coach picked what shows that one, where it was looked at; where nothing was named (a change tried for pain alone) the
    /// first thing that was looked at on that side.
    /// </summary>
    public TrialTarget? Target(BodySide side, string? correctionId = null)
    {
        if (Other(correctionId)?.Detects.FirstOrDefault(d => Look.On(d.MeasureId, side) is not null) is { } shows)
            return new TrialTarget(shows.MeasureId, side);
        var (finding, first) = (
            Look.Finding,
            Look.On("front-shin", side) ?? Look.MustPass.FirstOrDefault(r => r.Side == side)
        );
        return finding
                is { MeasureId: { } named, Kind: FindingKind.Outside or FindingKind.Uneven or FindingKind.Unsure }
                ? new TrialTarget(
                    named,
                    side,
                    finding.Kind == FindingKind.Uneven
                        ? Look.On(named, side == BodySide.Left ? BodySide.Right : BodySide.Left)?.Mean?.Value
                        : null
                )
            : first is null ? null
            : new TrialTarget(first.Measure.Id, side);
    }

    /// <summary>
    /// What the next change on a side is held against: the last one that helped stays in force. Its look, where that answers
    /// for the target, else the first look; the pain told with it, else the first.
    /// </summary>
    public Baseline? Baseline(BodySide side, string? correctionId = null)
    {
        if (Target(side, correctionId) is not { } target)
            return null;
        var helped = Trials.LastOrDefault(t => t.Fact.Outcome == TrialOutcome.Helped && t.Request.Side == side);
        var seen = helped?.After?.On(target.MeasureId, side) is not null ? helped : null;
        return new(target, seen, seen?.After ?? Look, helped?.Request.Pain ?? Request.Pain);
    }
}

/// <summary>What a retest is held against.</summary>
/// <param name="Target">What the change is for.</param>
/// <param name="Trial">The trial whose look it is, or null for the first look.</param>
/// <param name="Look">The look.</param>
/// <param name="Pain">The pain before, or null when it was not asked.</param>
internal sealed record Baseline(TrialTarget Target, JudgedTrial? Trial, Look Look, KeptPain? Pain);

/// <summary>A trial of such a check; the look after the change, or null when the coach judged it by eye.</summary>
internal sealed record JudgedTrial(TrialFact Fact, KeptTrial Request, Look? After, KeptTrialResult Said);

/// <summary>What the rules look at, where the client is on the ladder of the exercise, where a first look places them, and what was done.</summary>
internal sealed record SessionFacts(
    DecisionFacts Facts,
    Spot? Spot,
    Placement? Placement,
    SessionLog? Log,
    LoadRack Rack
)
{
    /// <summary>What moves when an outcome is chosen.</summary>
    public IReadOnlyList<Move> Moves(DecisionOutcome chosen, IReadOnlyList<BodySide> sides, ProgressOption? way) =>
        Spot is { Placed: true } at
            ? Following.Moves(at.Ladder, at.Rung.Id, at.Left, at.Right, chosen, sides, way)
            : [];

    /// <summary>The numbers for next time when an outcome is chosen; what was done speaks only where it asks for less.</summary>
    public NextDose? Next(DecisionOutcome chosen, ProgressOption? way) =>
        Spot is { } at ? Following.Next(at.Asked, at.AskedWhy, Log, chosen, way, Facts.PainLimit.Value, Rack) : null;
}

/// <summary>Reads checks and trials back, and everything that follows from them.</summary>
internal sealed class CheckBook(
    StudioContext db,
    StudioScope scope,
    LadderBook ladders,
    LadderShelf shelf,
    PainBook painBook,
    ConditionShelf conditions,
    StudioExperience experience
)
{
    /// <summary>No more earlier trials or decisions than this are read.</summary>
    private const int MostEarlier = 60;

    /// <summary>Pain further back than this says nothing about a course of four weeks.</summary>
    public const int PainDays = 120;

    /// <summary>The standard in force for a client and exercise: the coach's choice, else the client's school, else the exercise's usual.</summary>
    public async Task<KeptStandard> StandardForAsync(
        ClientRecord client,
        Exercise exercise,
        SchoolCode? chosen,
        CancellationToken stop
    )
    {
        var usual = exercise.UsualSchool ?? SchoolCode.VerticalShin;
        var (school, source) =
            chosen is { } c && c != (client.School ?? usual) ? (c, SettingSource.Check)
            : client.School is { } own ? (own, SettingSource.Client)
            : (usual, SettingSource.Exercise);
        var (left, right) = (
            Ankle(client.LeftAnkleDegrees, client.HeelWedgeDegrees),
            Ankle(client.RightAnkleDegrees, client.HeelWedgeDegrees)
        );
        var choices = BandEndpoints.Choices(await scope.StudioAsync(stop), client, exercise.Id, school);
        var setup = (await BenchEndpoints.InForceAsync(db, [client.Id], stop))[client.Id]
            .FirstOrDefault(s => s.ExerciseId == exercise.Id);
        var stance = setup is null ? null : KeptSetup.Kept.Read(setup.Body).Split?.Stance;
        return KeptStandard.Of(
            CheckStandard.For(
                exercise,
                new Sourced<School>(School.Of(school), source),
                left,
                right,
                choices,
                ErrorModel.Default,
                ChoicesInForce.Style(await scope.StudioAsync(stop), client, exercise.Id, school)
            ),
            left,
            right,
            KeptIntake.Of(client).Sizes(),
            // The stance keeps how high the rear knee's centre rests; what lies under it is that less the knee's own height.
            stance is null
                ? 100 * ReadingContext.Default.PadMetres
                : Math.Round(Math.Max(0, stance.RearKneeCm - (100 * MeasureReader.KneeCentreHeightMetres)), 1),
            stance?.RearRaiseCm ?? 0
        );
    }

    private static AnkleRange Ankle(double? measured, double wedge) =>
        new(
            measured is { } degrees ? Angle.FromDegrees(degrees) : AnkleRange.Assumed.Ankle,
            measured is not null,
            Angle.FromDegrees(wedge)
        );

    /// <summary>The same with everything that a screen asks for, in this house's words.</summary>
    public async Task<StandardView> StandardViewAsync(
        ClientRecord client,
        Exercise exercise,
        SchoolCode? chosen,
        CancellationToken stop
    )
    {
        var kept = await StandardForAsync(client, exercise, chosen, stop);
        return StandardView.Of(
            kept.ToWire(),
            ChoicesInForce.Style(await scope.StudioAsync(stop), client, exercise.Id, kept.School)
        );
    }

    public async Task<JudgedCheck> LoadAsync(Guid checkId, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var fact =
            await db.Checks.AsNoTracking().FirstOrDefaultAsync(c => c.Id == checkId && c.StudioId == studio.Id, stop)
            ?? throw Refusal.Missing("This check is not kept here. Go back to the client and start a new one.");
        var trials = await db.StandingTrials()
            .AsNoTracking()
            .Where(t => t.CheckId == checkId)
            .OrderBy(t => t.Sequence)
            .ToListAsync(stop);
        return Judge(fact, trials);
    }

    public static JudgedCheck Judge(CheckFact fact, IEnumerable<TrialFact> trials)
    {
        var request = KeptCheck.Kept.Read(fact.Body);
        var kept = KeptStandard.Of(fact);
        var standard = kept.ToCore();
        var context = kept.Context(standard);
        var look = LookForms.Read(request.Stills, request.Seen, request.Stated, standard, context);
        return new JudgedCheck(
            fact,
            request,
            kept,
            standard,
            context,
            look,
            [.. trials.Select(t => JudgeTrial(t, standard, context))]
        );
    }

    /// <summary>The same, saying why when something of it cannot be read.</summary>
    public static bool TryJudge(
        CheckFact fact,
        IEnumerable<TrialFact> trials,
        [NotNullWhen(true)] out JudgedCheck? check,
        [NotNullWhen(false)] out string? problem
    )
    {
        try
        {
            (check, problem) = (Judge(fact, trials), null);
            // What it was found to be is shown too.
            KeptBrief.Of(fact);
            return true;
        }
        catch (UnreadableFormException e)
        {
            (check, problem) = (null, e.Message);
            return false;
        }
    }

    private static JudgedTrial JudgeTrial(TrialFact fact, CheckStandard standard, ReadingContext context)
    {
        var request = KeptTrial.Kept.Read(fact.Body);
        var after = request.ByEye is null ? LookForms.Read(request.Stills, request.Seen, [], standard, context) : null;
        return new JudgedTrial(fact, request, after, KeptTrialResult.Of(fact));
    }

    /// <summary>What was tried with a client, oldest first; up to a place in the order of writes.</summary>
    public async Task<IReadOnlyList<PastTrial>> PastTrialsAsync(
        Guid clientId,
        CancellationToken stop,
        long until = long.MaxValue
    ) =>
        [
            .. (
                await db.StandingTrials()
                    .AsNoTracking()
                    .Where(t => t.ClientId == clientId && t.Sequence <= until)
                    .OrderBy(t => t.Sequence)
                    .Select(t => new
                    {
                        t.CorrectionId,
                        t.Outcome,
                        t.Sequence,
                    })
                    .ToListAsync(stop)
            ).Select(t => new PastTrial(t.CorrectionId, t.Outcome, WriteOrder.Instant(t.Sequence))),
        ];

    /// <summary>Signs that stand: flagged, not superseded and not cleared.</summary>
    public Task<List<FlagFact>> UnclearedAsync(Guid clientId, CancellationToken stop) =>
        db.OpenFlags().AsNoTracking().Where(f => f.ClientId == clientId).OrderBy(f => f.Sequence).ToListAsync(stop);

    /// <summary>The look that a client's coach is in the middle of. One that arrived after its check was finished does not count.</summary>
    public Task<DraftRecord?> DraftAsync(Guid clientId, CancellationToken stop) =>
        db.Drafts.FirstOrDefaultAsync(d => d.ClientId == clientId && !db.Checks.Any(c => c.Id == d.Id), stop);

    /// <summary>What there is in the exercise as this client does it now: the form, the house's way, and whether a load was held last.</summary>
    public async Task<Forms> FormsAsync(JudgedCheck check, ClientRecord client, CancellationToken stop)
    {
        var exercise = check.Standard.Exercise;
        var logs = (await shelf.LogsAsync([client.Id], scope.Now.AddDays(-190), stop))[client.Id];
        var loaded =
            LadderShelf.Logged(logs).Where(l => l.ExerciseId == exercise.Id).Select(l => l.Next.Load).LastOrDefault() is
            { Kilograms: > 0 };
        return ChoicesInForce
            .Style(await scope.StudioAsync(stop), client, exercise.Id, check.Fact.School)
            .FormsOf(exercise, check.Fact.School, loaded);
    }

    /// <summary>
    /// The correction to give now, or null when there is none, when a red flag stands or pain has ended the day. A cause only when the coach says which it
    /// is, a fault only when the coach picks one.
    /// </summary>
    public async Task<CorrectionView?> CorrectionAsync(
        JudgedCheck check,
        string? cause,
        CancellationToken stop,
        string? faultId = null
    )
    {
        if ((await UnclearedAsync(check.Fact.ClientId, stop)).Count > 0)
            return null;
        // Pain of five or more ends the day: nothing is changed and tried again.
        if (
            check
                .Trials.Select(t => t.Request.Pain)
                .Append(check.Request.Pain)
                .Any(p => p?.ToCore().Counted >= Pain.StopScore)
        )
            return null;
        var here = check
            .Trials.Select(t => new PastTrial(t.Fact.CorrectionId, t.Fact.Outcome, WriteOrder.Instant(t.Fact.Sequence)))
            .ToArray();
        var past = await PastTrialsAsync(check.Fact.ClientId, stop, check.Fact.Sequence);
        var studio = await scope.StudioAsync(stop);
        var things = BenchEndpoints.KitOf(studio).Things?.ToHashSet();
        var client = await scope.ClientAsync(check.Fact.ClientId, stop);
        var pains = Hurting(check.Request.Pain?.ToCore(), ChoicesInForce.PainLimit(studio, client).Limit.Value, client);
        var words = ChoicesInForce.Words(studio, client, check.Fact.ExerciseId);
        var facts = new CorrectionFacts(check.Look, past, here, things, cause, pains)
        {
            Forms = await FormsAsync(check, client, stop),
            FaultId = faultId,
            Retired = words.Retired,
            Added = words.Added,
        };
        return CorrectionChoice.For(check.Look.Finding, facts) is not { } choice
            ? null
            : new CorrectionView(
                choice.Now.Id,
                choice.Fault.Id,
                choice.Fault.Name,
                choice.Fault.Hurts,
                choice.Now.Level,
                choice.Now.Focus,
                words.Of(choice.Now).Text,
                words.Of(choice.Now).Owner,
                await WhyAsync(check, choice, stop),
                choice.Now.Short,
                choice.Cause?.Id,
                [.. choice.Causes.Select(c => new CauseView(c.Cause.Id, c.Cause.Name, c.Cause.Test, c.Standing))],
                choice.Fault.Disagreement,
                choice.OnDeck?.Short,
                check.Other(choice.Now.Id) is not null && check.Other(choice.Now.Id)!.Detects.Count == 0,
                check.Target(check.Look.Finding.Side ?? BodySide.Left, choice.Now.Id)?.MeasureId,
                choice.Now.AskFirst
            );
    }

    /// <summary>What hurts too much for this look: the place that was just told, before those told when the client was met; null within the limit.</summary>
    private static SitePain[]? Hurting(Pain? pain, int limit, ClientRecord client) =>
        !(pain?.Counted > limit) ? null
        : pain is { Leg: { } leg, Role: { } role, Site: { } site } ? [new(leg, role, site, pain.Score)]
        : KeptIntake.Of(client).Pains.Select(p => p.ToCore()).Where(p => p.Counted > 0).ToArray()
            is { Length: > 0 } told
            ? told
        // A sore rear leg whose place nobody asked: most often its knee, and how the weight is shared is asked first anyway.
        : pain is { Leg: { } behind, Role: LegRole.Rear } ? [new(behind, LegRole.Rear, PainSite.KneeFront, pain.Score)]
        : [];

    /// <summary>The reason; a change of set-up with the numbers of the card in force, an easier form with the ladder's own fallback.</summary>
    private async Task<string> WhyAsync(JudgedCheck check, CorrectionChoice choice, CancellationToken stop)
    {
        if (choice.Now.Level == CorrectionLevel.StepDown)
            return $"{choice.Why} The ladder's easier form: {check.Standard.Exercise.StepBack}";
        if (choice.Now.Level != CorrectionLevel.SetUp)
            return choice.Why;
        var setup = (await BenchEndpoints.InForceAsync(db, [check.Fact.ClientId], stop))[check.Fact.ClientId]
            .FirstOrDefault(s => s.ExerciseId == check.Fact.ExerciseId);
        var coaches = setup is null
            ? []
            : await db
                .Coaches.AsNoTracking()
                .Where(c => c.StudioId == check.Fact.StudioId)
                .ToDictionaryAsync(c => c.Id, c => c.Name, stop);
        var card = setup is null ? [] : BenchEndpoints.View(setup, coaches).Card.Take(3).ToArray();
        return card.Length == 0
            ? choice.Why
            : $"{choice.Why} On the card now: {string.Join("; ", card.Select(l => $"{char.ToLowerInvariant(l.Name[0])}{l.Name[1..]} {l.Value}"))}.";
    }

    /// <summary>How often each correction helped in the whole studio.</summary>
    public async Task<IReadOnlyDictionary<string, Experience>> ExperienceAsync(CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        return await experience.OfAsync(studio.Id, async () => (
                    await db.StandingTrials()
                        .AsNoTracking()
                        .Where(t => t.StudioId == studio.Id)
                        .GroupBy(t => new { t.CorrectionId, t.Outcome })
                        .Select(g => new
                        {
                            g.Key.CorrectionId,
                            g.Key.Outcome,
                            Count = g.Count(),
                        })
                        .ToListAsync(stop)
                ).GroupBy(t => t.CorrectionId).ToDictionary(g => g.Key, g => new Experience(g.Where(t => t.Outcome == TrialOutcome.Helped).Sum(t => t.Count), g.Sum(t => t.Count))));
    }

    /// <summary>Everything the rules look at after a session, with where the client is on the ladder.</summary>
    public async Task<SessionFacts> FactsAsync(
        JudgedCheck check,
        Pain? painAfter,
        Repetitions? counted,
        LogDto? log,
        CancellationToken stop
    )
    {
        var client = await scope.ClientAsync(check.Fact.ClientId, stop);
        var way = (await shelf.WaysAsync([client.Id], stop, why: true))[client.Id].ToArray();
        var logs = (await shelf.LogsAsync([client.Id], scope.Now.AddDays(-190), stop))[client.Id]
            .Where(l => l.CheckId != check.Fact.Id)
            .ToArray();
        // What this check itself moved does not count while it is decided anew.
        var own = await db
            .Decisions.AsNoTracking()
            .Where(d => d.CheckId == check.Fact.Id)
            .Select(d => d.Id)
            .ToListAsync(stop);
        way = [.. way.Where(r => r.DecisionId is not { } d || !own.Contains(d))];
        var rack = await ladders.RackAsync(client, stop);
        var order = await ladders.OrderAsync(client, check.Fact.ExerciseId, stop);
        var spot = Spot.For(
            [.. (await ladders.LaddersAsync(stop)).Select(order.Of)],
            check.Fact.ExerciseId,
            [.. way.Select(LadderShelf.Step)],
            LadderShelf.Logged(logs),
            rack
        );
        var reach = spot is null ? null : await ladders.ReachAsync(client, spot.Ladder, stop);
        var did = log?.ToCore();
        var repetitions =
            did is not null && spot is not null ? did.Against(spot.Asked)
            : did is not null ? did.Against(Prescription.First(DoseRange.Practising, check.Standard.Exercise, rack))
            : counted;
        var pain = new List<PainReport>();
        if (check.Request.Pain is { } before)
            pain.Add(new(before.ToCore(), false));
        pain.AddRange(
            check
                .Trials.Where(t => t.Request.Pain is not null)
                .Select(t => new PainReport(t.Request.Pain!.ToCore(), true))
        );
        if ((painAfter ?? did?.Pain) is { } after)
            pain.Add(new(after, check.Trials.Count > 0) { AfterSet = true });

        // The session before is the last one of the same exercise: two exercises do not prove each other.
        var previous = await (
            from d in db.Standing<DecisionFact>().AsNoTracking()
            join c in db.Checks.AsNoTracking() on d.CheckId equals c.Id
            where
                d.ClientId == check.Fact.ClientId
                && c.ExerciseId == check.Fact.ExerciseId
                && d.CheckId != check.Fact.Id
                && d.Sequence < check.Fact.Sequence
            orderby d.Sequence descending
            select new
            {
                d.Id,
                d.CheckId,
                d.SessionClean,
                d.LastPain,
                d.Sequence,
            }
        ).FirstOrDefaultAsync(stop);
        // A clean session counts on the rung it was made on; the look that placed the client counts as the first.
        var counts =
            previous is not null
            && (
                spot?.Last is not { } came
                || previous.Sequence > came.Place
                || (came.Kind == MoveKind.Placed && came.DecisionId == previous.Id)
            );
        var failed = previous is null
            ? []
            : await db.StandingTrials()
                .AsNoTracking()
                .Where(t => t.CheckId == previous.CheckId && t.Outcome != TrialOutcome.Helped)
                .Select(t => t.CorrectionId)
                .ToListAsync(stop);
        // What was tried and decided in earlier sessions counts from when the client came to this rung.
        var since = spot?.Last?.Place ?? 0;
        var earlier = await (
            from t in db.StandingTrials().AsNoTracking()
            join c in db.Checks.AsNoTracking() on t.CheckId equals c.Id
            where
                t.ClientId == client.Id
                && c.ExerciseId == check.Fact.ExerciseId
                && c.Id != check.Fact.Id
                && t.Sequence >= since
                && t.Sequence < check.Fact.Sequence
            orderby t.Sequence
            select new
            {
                t.CorrectionId,
                t.Outcome,
                t.Body,
                t.Judged,
            }
        )
            .Take(MostEarlier)
            .ToListAsync(stop);
        var chosen = await (
            from d in db.Standing<DecisionFact>().AsNoTracking()
            join c in db.Checks.AsNoTracking() on d.CheckId equals c.Id
            where
                d.ClientId == client.Id
                && c.ExerciseId == check.Fact.ExerciseId
                && d.CheckId != check.Fact.Id
                && d.Sequence >= since
                && d.Sequence < check.Fact.Sequence
            orderby d.Sequence descending
            select d.Chosen
        )
            .Take(MostEarlier)
            .ToListAsync(stop);
        var past = await PastTrialsAsync(check.Fact.ClientId, stop);
        var effort = new[] { check.Request.Effort, did?.Effort }.Max();
        // Two sessions running count at one load: what was clean with less in the hands says nothing of more.
        double? Held(Guid checkId) =>
            logs.LastOrDefault(l => l.CheckId == checkId) is { } logged
            && KeptLog.Kept.TryRead(logged.Body, out var kept, out _)
            && kept.Log.ToCore().Sets is { Count: > 0 } sets
                ? sets.Max(s => s.Load.Kilograms)
                : null;
        if (
            counts
            && did is { Sets.Count: > 0 }
            && Held(previous!.CheckId) is { } heldBefore
            && heldBefore < did.Sets.Max(s => s.Load.Kilograms) - 0.01
        )
            counts = false;
        var (limit, limitBy) = ChoicesInForce.PainLimit(await scope.StudioAsync(stop), client);
        var (_, _, zone) = await scope.DayAsync(stop);
        var faults = check.Named?.Corrections.Select(c => c.Id).ToHashSet() ?? [];

        var facts = new DecisionFacts(
            Exercise.Find(check.Fact.ExerciseId) ?? Exercise.SplitSquatToPad,
            [
                .. (await UnclearedAsync(check.Fact.ClientId, stop)).Select(f =>
                    RedFlag.Find(f.SignId)?.Text ?? f.SignId
                ),
            ],
            pain,
            limit,
            check.Request.NextMorning ?? log?.NextMorning,
            check.Look,
            [
                .. check.Trials.Select(t => new SessionTrial(
                    t.Fact.CorrectionId,
                    t.Fact.Outcome,
                    t.Request.Side,
                    t.After
                )),
            ],
            repetitions,
            previous is null ? null : new PreviousSession(previous.SessionClean && counts, previous.LastPain, failed),
            CorrectionChoice.Rank(past, null).FirstOrDefault(r => r.Helped > 0 && faults.Contains(r.Correction.Id))
        )
        {
            EarlierPain =
            [
                .. (
                    await painBook.DaysAsync(
                        [client.Id],
                        scope.Now.AddDays(-PainDays),
                        zone,
                        stop,
                        without: check.Fact.Id
                    )
                )[client.Id],
            ],
            Day = Day(),
            LimitBy = limitBy,
            EarlierTrials =
            [
                .. earlier
                    .Select(t =>
                        KeptTrial.Kept.TryRead(t.Body, out var trial, out _)
                            ? new SessionTrial(t.CorrectionId, t.Outcome, trial.Side, null)
                            {
                                LeftOutside =
                                    KeptTrialResult.Kept.TryRead(t.Judged, out var found, out _)
                                    && found.LeftOutside == true,
                            }
                            : null
                    )
                    .OfType<SessionTrial>(),
            ],
            Decided = await DecidedAsync(check, stop),
            Trained = KeptIntake.Of(client).TrainingAge,
            Standstill =
                1 + chosen.TakeWhile(d => d is not (DecisionOutcome.Progress or DecisionOutcome.StepBack)).Count(),
            Swaps = spot is null
                ? []
                : Swap.For(spot.Ladder, spot.Rung, reach!, await conditions.OfAsync(client, way, Day(), stop)),
            Effort = effort,
            Forms = await FormsAsync(check, client, stop),
            AllChecks = await ladders.SettingAsync("standard", client, check.Fact.ExerciseId, stop) == "all",
            StepBackAtOnce = await ladders.SettingAsync("pain", client, check.Fact.ExerciseId, stop) == "step-back",
            Options = spot is null
                ? []
                : ProgressOption.Gated(
                    await ladders.OptionsAsync(client, spot, reach!, await scope.TodayAsync(stop), stop),
                    effort,
                    spot.Asked.Load.Kilograms
                ),
            Below = spot?.Rung.Fallback is { } f ? spot.Ladder.Rung(f) : null,
        };
        var placement = spot is { Placed: false }
            ? Placement.Of(
                spot.Ladder,
                spot.Rung,
                check.Look,
                facts.Trials,
                pain.LastOrDefault()?.Pain,
                facts.PainLimit.Value,
                reach!
            )
            : null;
        return new SessionFacts(facts, spot, placement, did, rack);

        DateOnly Day() => DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(check.Fact.RecordedAt, zone).Date);
    }

    /// <summary>By which rules the client was decided before, the newest first, back to the first of an earlier edition.</summary>
    private async Task<IReadOnlyList<PastDecision>> DecidedAsync(JudgedCheck check, CancellationToken stop)
    {
        var decided = new List<PastDecision>();
        await foreach (
            var d in db.Standing<DecisionFact>()
                .AsNoTracking()
                .Where(d => d.ClientId == check.Fact.ClientId && d.CheckId != check.Fact.Id)
                .OrderByDescending(d => d.Sequence)
                .Select(d => new { d.RuleId, d.Judged })
                .Take(MostEarlier)
                .AsAsyncEnumerable()
                .WithCancellation(stop)
        )
        {
            var edition = KeptRecommendation.Kept.TryRead(d.Judged, out var said, out _) ? said.ByEdition() : 1;
            decided.Add(new(d.RuleId, edition));
            if (edition < DecisionRule.Edition)
                break;
        }

        return decided;
    }

    public async Task<CheckView> ViewAsync(JudgedCheck check, CancellationToken stop)
    {
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
        return View(check, coaches, decision, await CorrectionAsync(check, null, stop), style);
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
            StandardView.Of(check.Kept.ToWire(), style),
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
            ]
        );
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
            KeptBrief.Of(fact).ToWire(),
            [.. request.Stills.Select(s => s.ToWire())],
            request.Pain.ToWire(),
            request.NextMorning,
            [
                .. check
                    .Trials.Select(t => TrialView(check, t))
                    .Select(t => new PastTrialView(
                        t.Id,
                        t.CorrectionId,
                        t.Short,
                        t.Side,
                        t.MeasureId,
                        t.Outcome,
                        t.After is null ? null : t.After with { Error = [] },
                        t.Pain
                    )),
            ],
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

    private static TrialView TrialView(JudgedCheck check, JudgedTrial trial)
    {
        var without = Without.Find(trial.Fact.CorrectionId);
        var correction = without ?? Fault.Find(trial.Fact.CorrectionId)?.Correction;
        var measure = check.Target(trial.Request.Side, trial.Fact.CorrectionId)?.MeasureId ?? "front-shin";
        return new TrialView(
            trial.Fact.Id,
            correction?.Id ?? trial.Fact.CorrectionId,
            without is null
                ? correction?.Short ?? trial.Fact.CorrectionId
                : $"Without: {without.Short.ToLowerInvariant()}",
            trial.Said.Cue ?? correction?.Cue ?? "",
            trial.Request.Side,
            measure,
            trial.Fact.Outcome,
            trial.Said.Sentence.ToWire(),
            trial.Said.Because,
            trial.After?.On(measure, trial.Request.Side) is { } after ? ResultView.Of(after, true) : null,
            trial.After is { } again ? LookView.Of(again, check.Standard, check.Context) : null,
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
        var request = KeptDecision.Kept.Read(fact.Body);
        return new DecisionView(
            fact.Id,
            fact.CheckId,
            fact.RecordedAt,
            coaches[fact.CoachId],
            KeptRecommendation.Kept.Read(fact.Judged).ToWire(),
            fact.Chosen,
            TodayBook.Decided(fact).Sentence,
            request.Reason,
            request.PainAfter.ToWire(),
            request.Repetitions.ToWire(),
            request.Log.ToWire(),
            Questions.Of(fact)
        );
    }
}
