using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Bench;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.Looks;
using DeftStride.Studio.Safety;
using DeftStride.Studio.Work;

namespace DeftStride.Studio.Trials;

/// <summary>The one change to try now, in the words that are in force.</summary>
/// <param name="Choice">What the core chose, with its fault, its cause and what else it might be.</param>
/// <param name="Cue">What to say or do.</param>
/// <param name="Words">Whose words they are.</param>
/// <param name="Why">Why this one, with the numbers of the card where it changes the set-up.</param>
/// <param name="OnlySeen">Whether no picture shows what it is for.</param>
/// <param name="MeasureId">What shows whether it helped, or null.</param>
internal sealed record GivenCorrection(
    CorrectionChoice Choice,
    string Cue,
    CueOwner Words,
    string Why,
    bool OnlySeen,
    string? MeasureId
);

/// <summary>What to change next after a look.</summary>
internal sealed class CorrectionBook(
    StudioContext db,
    StudioScope scope,
    TrialBook trials,
    LadderShelf shelf,
    SetupShelf setups
)
{
    /// <summary>What there is in the exercise as this client does it now: the form, the house's way, and whether a load was held last.</summary>
    public async Task<Forms> FormsAsync(JudgedCheck check, ClientRecord client, CancellationToken stop)
    {
        var exercise = check.Standard.Exercise;
        var logs = (await shelf.LogsAsync([client.Id], scope.Now, stop))[client.Id];
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
    public async Task<GivenCorrection?> CorrectionAsync(
        JudgedCheck check,
        string? cause,
        CancellationToken stop,
        string? faultId = null
    )
    {
        if ((await db.UnclearedAsync(check.Fact.ClientId, stop)).Count > 0)
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
        var past = await trials.PastTrialsAsync(check.Fact.ClientId, stop, check.Fact.Sequence);
        var studio = await scope.StudioAsync(stop);
        var things = ChoicesInForce.Kit(studio).Things?.ToHashSet();
        var client = await scope.ClientAsync(check.Fact.ClientId, stop);
        var pains = Hurting(check.Request.Pain?.ToCore(), ChoicesInForce.PainLimit(studio, client).Limit.Value, client);
        var words = ChoicesInForce.Words(studio, client, check.Fact.ExerciseId);
        var facts = new CorrectionFacts(check.Look, past, here, things, cause, pains)
        {
            Forms = await FormsAsync(check, client, stop),
            FaultId = faultId,
            Build = KeptIntake.Of(client).Build(),
            Retired = words.Retired,
            Added = words.Added,
        };
        return CorrectionChoice.For(check.Look.Finding, facts) is not { } choice
            ? null
            : new GivenCorrection(
                choice,
                words.Of(choice.Now).Text,
                words.Of(choice.Now).Owner,
                await WhyAsync(check, choice, stop),
                check.Other(choice.Now.Id) is { Detects.Count: 0 },
                check.Target(check.Look.Finding.Side ?? BodySide.Left, choice.Now.Id)?.MeasureId
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
        var setup = (await setups.InForceAsync([check.Fact.ClientId], stop))[check.Fact.ClientId]
            .FirstOrDefault(s => s.ExerciseId == check.Fact.ExerciseId);
        var card = setup is null ? [] : KeptCard.Kept.Read(setup.Judged).Card.Take(3).ToArray();
        return card.Length == 0
            ? choice.Why
            : $"{choice.Why} On the card now: {string.Join("; ", card.Select(l => $"{char.ToLowerInvariant(l.Name[0])}{l.Name[1..]} {l.Value}"))}.";
    }
}
