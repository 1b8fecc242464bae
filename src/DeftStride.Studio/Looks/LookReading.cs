using System.Diagnostics.CodeAnalysis;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;

namespace DeftStride.Studio.Looks;

/// <summary>What was kept of looks and trials, read and judged again by the standard of its day.</summary>
internal static class LookReading
{
    /// <summary>A check with its trials.</summary>
    public static JudgedCheck Judge(CheckFact fact, IEnumerable<TrialFact> trials, StandardsRead? standards = null)
    {
        var request = KeptCheck.Kept.Read(fact.Body);
        var (kept, standard, context) = (standards ?? new()).Of(fact);
        return new JudgedCheck(
            fact,
            request,
            kept,
            standard,
            context,
            [.. trials.Select(t => JudgeTrial(t, standard, context))]
        );
    }

    /// <summary>The same, saying why when something of it cannot be read.</summary>
    public static bool TryJudge(
        CheckFact fact,
        IEnumerable<TrialFact> trials,
        StandardsRead standards,
        [NotNullWhen(true)] out JudgedCheck? check,
        [NotNullWhen(false)] out string? problem
    )
    {
        try
        {
            (check, problem) = (Judge(fact, trials, standards), null);
            // What it was found to be is shown too.
            _ = check.Brief;
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
        var after = request.ByEye is null
            ? Read(request.Stills, request.Seen, [], standard, context, request.Movements)
            : null;
        return new JudgedTrial(fact, request, after, KeptTrialResult.Of(fact));
    }

    /// <summary>The look that was kept, read and judged again.</summary>
    public static Look Read(
        IEnumerable<KeptStill> stills,
        IEnumerable<KeptSeen> seen,
        IEnumerable<KeptStated> stated,
        CheckStandard standard,
        ReadingContext context,
        IEnumerable<KeptMovement>? movements = null
    ) =>
        Look.Of(
            new LookInput(
                [.. stills.Select(s => s.ToCore())],
                [.. seen.Where(s => MeasureDefinition.Find(s.MeasureId) is not null).Select(s => s.ToCore())],
                [.. stated.Where(s => MeasureDefinition.Find(s.MeasureId) is not null).Select(s => s.ToCore())],
                context
            )
            {
                Movements = [.. (movements ?? []).Select(m => m.ToCore())],
            },
            standard
        );
}
