using System.Globalization;
using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Practice;

namespace DeftStride.Core.Training;

/// <summary>What may be due with a client today, beside the work itself.</summary>
public enum DueKind
{
    /// <summary>The morning after last time is asked about.</summary>
    Morning,

    /// <summary>One set without something borrowed.</summary>
    Prop,

    /// <summary>A range is measured that is only assumed.</summary>
    Range,

    /// <summary>It is filmed or looked at again.</summary>
    Film,

    /// <summary>Another height than usual, because somebody else needs that one.</summary>
    Kit,
}

/// <summary>Something that is due with a client today.</summary>
/// <param name="Kind">What.</param>
/// <param name="Short">A word for lists.</param>
/// <param name="Sentence">What to do, with why.</param>
public sealed record Due(DueKind Kind, string Short, string Sentence)
{
    /// <summary>A form is looked at again after so long: once or twice in a block of four weeks.</summary>
    public const int LookAgainDays = 14;

    /// <summary>Which range is measured, for <see cref="DueKind.Range"/>; else null.</summary>
    public RangeTest? Test { get; init; }

    /// <summary>After this long nobody remembers the morning after.</summary>
    public const int MorningDays = 10;

    /// <summary>What is due.</summary>
    /// <param name="facts">What is known of the client.</param>
    /// <param name="exercise">What is done today.</param>
    /// <param name="school">The style in force for it.</param>
    /// <param name="barred">Whether nothing is trained today.</param>
    /// <returns>The quickest to do first; nothing but the morning where nothing is trained.</returns>
    public static IReadOnlyList<Due> Of(TodayFacts facts, Exercise exercise, SchoolCode school, bool barred)
    {
        ArgumentNullException.ThrowIfNull(facts);
        ArgumentNullException.ThrowIfNull(exercise);
        var due = new List<Due>();
        if (Hurt(facts) is { } hurt && !facts.MorningAsked)
            due.Add(new(DueKind.Morning, "the morning", $"Ask how the morning after was: {hurt} last time."));
        if (barred)
            return due;
        due.AddRange(facts.FromPlan.Where(d => d.Test is not { } test || !facts.MeasuredToday.Contains(test)));
        if (facts.DueProp is { } prop)
            due.Add(new(DueKind.Prop, "without a helper", $"One set without it: {prop}."));
        if (
            !facts.AnklesMeasured
            && facts.FromPlan.All(d => d.Test != RangeTest.AnkleBend)
            && school == SchoolCode.KneeForward
            && exercise.LeftToSchool
        )
            due.Add(
                new(
                    DueKind.Range,
                    "ankles",
                    "Measure both ankles: a shin that goes this far forward is not judged by assumed ones."
                )
                {
                    Test = RangeTest.AnkleBend,
                }
            );
        if (Seen(facts, exercise) is { } seen && facts.Now - seen >= TimeSpan.FromDays(LookAgainDays))
            due.Add(
                new(
                    DueKind.Film,
                    "film",
                    string.Create(CultureInfo.InvariantCulture, $"Film it again: last seen on {seen:d MMMM}.")
                )
            );
        return due;
    }

    /// <summary>What hurt the last time that something was done, if not long ago and not today.</summary>
    private static Pain? Hurt(TodayFacts facts)
    {
        var last = facts
            .Logs.Select(l => (l.Place, l.At, l.Done.Pain))
            .Append((facts.Look?.Place ?? 0, facts.Look?.At ?? default, facts.Look?.Pain))
            .MaxBy(l => l.Item1);
        var ago = facts.Now - last.Item2;
        return
            last.Item3 is { Counted: > 0 } pain && ago > TimeSpan.FromHours(8) && ago < TimeSpan.FromDays(MorningDays)
            ? pain
            : null;
    }

    /// <summary>When an exercise was filmed or looked at last; null for never.</summary>
    private static DateTimeOffset? Seen(TodayFacts facts, Exercise exercise)
    {
        DateTimeOffset[] all =
        [
            .. facts.Films.Where(f => f.ExerciseId == exercise.Id).Select(f => f.At),
            .. facts.Look is { } look && look.ExerciseId == exercise.Id ? [look.At] : Array.Empty<DateTimeOffset>(),
        ];
        return all.Length == 0 ? null : all.Max();
    }
}
