using DeftStride.Core.Measuring;

namespace DeftStride.Core.Judging;

/// <summary>How a fault goes over the repetitions of a clip.</summary>
public enum Course
{
    /// <summary>Too few repetitions, or no order in it.</summary>
    Unclear,

    /// <summary>Off from the first one on: not learnt yet.</summary>
    Untaught,

    /// <summary>Only the last ones leave the band: learnt, and tired.</summary>
    Tired,
}

/// <summary>What each repetition of a measure was, and what that comes to.</summary>
/// <param name="Verdicts">Repetition by repetition, each judged by itself.</param>
/// <param name="Course">How it goes.</param>
public sealed record RepetitionCourse(IReadOnlyList<Verdict> Verdicts, Course Course)
{
    /// <summary>Fewer repetitions have no course.</summary>
    public const int LeastRepetitions = 3;

    /// <summary>How many were outside.</summary>
    public int Outside => Verdicts.Count(v => v == Verdict.Outside);

    /// <summary>The course of a measure over its repetitions.</summary>
    /// <returns>Null where a number of its own was not read from each.</returns>
    public static RepetitionCourse? Of(MeasureResult result)
    {
        ArgumentNullException.ThrowIfNull(result);
        if (result is not { Mean: { Readings.Count: > 1 } mean, Judgement: { } judged, Seen: null })
            return null;
        Verdict[] each = [.. Judgement.Each(mean, judged.Band).Select(e => e.Judgement.Verdict)];
        if (each.Length < LeastRepetitions)
            return new RepetitionCourse(each, Course.Unclear);
        // The first half, the middle one with it, shows whether it can be done at all.
        var early = each[..((each.Length + 1) / 2)];
        var course =
            each[0] == Verdict.Outside && each.Count(v => v == Verdict.Outside) * 2 >= each.Length ? Course.Untaught
            : early.All(v => v == Verdict.InBand) && each[^1] == Verdict.Outside ? Course.Tired
            : Course.Unclear;
        return new RepetitionCourse(each, course);
    }
}

/// <summary>
/// How many repetitions of a side were clean: in band in everything that must pass and was read from one view. One that is too
/// close to call counts neither way. The first one from the side is another than the first from the front, so each view counts for itself.
/// </summary>
/// <param name="Side">The client's own.</param>
/// <param name="View">From where they were seen.</param>
/// <param name="Clean">In band in all of it.</param>
/// <param name="Off">Outside in some of it.</param>
/// <param name="Unsure">Too close to call.</param>
public sealed record CleanCount(BodySide Side, View View, int Clean, int Off, int Unsure)
{
    /// <summary>The clean counts of a look; a side and view of which fewer than two repetitions were read has none.</summary>
    /// <returns>One for each side and view of which two repetitions or more were read.</returns>
    public static IReadOnlyList<CleanCount> Of(IReadOnlyList<MeasureResult> results)
    {
        ArgumentNullException.ThrowIfNull(results);
        var worst = new Dictionary<(BodySide, View, int), Verdict>();
        foreach (var r in results)
        {
            if (
                r
                is not {
                    MustPass: true,
                    Moment: Moment.Bottom,
                    Seen: null,
                    Mean: { Readings.Count: > 1 } mean,
                    Judgement: { } judged,
                }
            )
                continue;
            var view = mean.Readings[0].Provenance.View;
            foreach (var (repetition, _, own) in Judgement.Each(mean, judged.Band))
            {
                var was = worst.GetValueOrDefault((r.Side, view, repetition), Verdict.InBand);
                worst[(r.Side, view, repetition)] =
                    was == Verdict.Outside || own.Verdict == Verdict.Outside ? Verdict.Outside
                    : was == Verdict.TooCloseToCall || own.Verdict == Verdict.TooCloseToCall ? Verdict.TooCloseToCall
                    : Verdict.InBand;
            }
        }

        return
        [
            .. worst
                .GroupBy(w => (w.Key.Item1, w.Key.Item2))
                .Where(g => g.Count() > 1)
                .Select(g => new CleanCount(
                    g.Key.Item1,
                    g.Key.Item2,
                    g.Count(w => w.Value == Verdict.InBand),
                    g.Count(w => w.Value == Verdict.Outside),
                    g.Count(w => w.Value == Verdict.TooCloseToCall)
                )),
        ];
    }
}
