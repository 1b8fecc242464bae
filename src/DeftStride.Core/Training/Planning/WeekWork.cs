using System.Globalization;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;

namespace DeftStride.Core.Training.Planning;

/// <summary>A step up in load from one session of an exercise to the next.</summary>
/// <param name="ExerciseId">In what.</param>
/// <param name="Day">When.</param>
/// <param name="From">Kilograms before.</param>
/// <param name="To">Kilograms then.</param>
public sealed record LoadStep(string ExerciseId, DateOnly Day, double From, double To)
{
    /// <summary>The step as a share of what was held before.</summary>
    public double Share => (To - From) / From;

    /// <summary>Whether it is said: more than a tenth.</summary>
    public bool Big => Share > NextDose.BigJump;
}

/// <summary>What a week came to.</summary>
/// <param name="Monday">Its first day.</param>
/// <param name="HardSets">Working sets of a side that were hard, two sides being one set; a half set is left out.</param>
/// <param name="Steps">Steps up in load.</param>
public sealed record WeekWork(DateOnly Monday, int HardSets, IReadOnlyList<LoadStep> Steps)
{
    /// <summary>A set at this effort of 10 or more is hard; where nobody asked it counts as hard (a rule of this house).</summary>
    public const int HardEffort = 6;

    /// <summary>A week that is this much more than those before it is said (a rule of this house).</summary>
    public const double Rise = 4.0 / 3;

    /// <summary>Fewer sets more than this are no news.</summary>
    private const int FewSets = 4;

    /// <summary>So many weeks before are what it is held against.</summary>
    private const int WeeksBefore = 3;

    /// <summary>The weeks of some logs.</summary>
    /// <returns>The oldest first; weeks in between without any count nothing.</returns>
    public static IReadOnlyList<WeekWork> Of(IReadOnlyCollection<DoseLogged> logs)
    {
        ArgumentNullException.ThrowIfNull(logs);
        if (logs.Count == 0)
            return [];
        var steps = logs.GroupBy(l => l.ExerciseId)
            .SelectMany(g =>
            {
                var held = g.OrderBy(l => l.Place)
                    .Select(l => (l.Day, Most: Most(l.Done)))
                    .Where(h => h.Most > 0)
                    .ToArray();
                return held.Zip(held.Skip(1))
                    .Where(p => p.Second.Most > p.First.Most + 0.01)
                    .Select(p => new LoadStep(g.Key, p.Second.Day, p.First.Most, p.Second.Most));
            })
            .ToLookup(s => MissedVisits.Monday(s.Day));
        var weeks = logs.ToLookup(l => MissedVisits.Monday(l.Day));
        var (first, last) = (weeks.Min(w => w.Key), weeks.Max(w => w.Key));
        return
        [
            .. Enumerable
                .Range(0, ((last.DayNumber - first.DayNumber) / 7) + 1)
                .Select(i => first.AddDays(7 * i))
                .Select(monday => new WeekWork(monday, weeks[monday].Sum(l => Hard(l.Done)), [.. steps[monday]])),
        ];
    }

    /// <summary>
    /// What to look at before anybody blames the technique: a week of many more sets than before, or several big steps in load.
    /// </summary>
    /// <param name="weeks">The weeks, the oldest first.</param>
    /// <param name="week">Which week.</param>
    /// <returns>A sentence; null where the week is like those before it.</returns>
    public static string? Warning(IReadOnlyList<WeekWork> weeks, DateOnly week)
    {
        ArgumentNullException.ThrowIfNull(weeks);
        if (weeks.FirstOrDefault(w => w.Monday == week) is not { } now)
            return null;
        int[] before =
        [
            .. weeks.Where(w => w.Monday < week && w.HardSets > 0).TakeLast(WeeksBefore).Select(w => w.HardSets),
        ];
        var usual = before.Length == 0 ? 0 : before.Average();
        var said = new List<string>();
        if (usual > 0 && now.HardSets > Rise * usual && now.HardSets - usual >= FewSets)
            said.Add(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{now.HardSets} hard sets in the week, after about {usual:0} before"
                )
            );
        if (now.Steps.Where(s => s.Big).ToArray() is { Length: > 0 } big)
            said.Add(
                string.Join(
                    ", ",
                    big.Select(s =>
                        string.Create(
                            CultureInfo.InvariantCulture,
                            $"{Lower(Exercise.Find(s.ExerciseId)?.Name ?? s.ExerciseId)} from {s.From:0.#} to {s.To:0.#} kg ({100 * s.Share:0} % more)"
                        )
                    )
                )
            );
        return said.Count == 0 ? null : $"{string.Join("; ", said)}. Look there before you blame the technique.";
    }

    /// <summary>Hard sets of a session: of the side that did more.</summary>
    /// <returns>Zero where the effort was not hard.</returns>
    public static int Hard(SessionLog log)
    {
        ArgumentNullException.ThrowIfNull(log);
        return log.Effort < HardEffort
            ? 0
            : Math.Max(
                log.Sets.Count(s => s.Side == BodySide.Left && s.Amount > 0),
                log.Sets.Count(s => s.Side == BodySide.Right && s.Amount > 0)
            );
    }

    private static double Most(SessionLog log) => log.Sets.Count == 0 ? 0 : log.Sets.Max(s => s.Load.Kilograms);

    private static string Lower(string name) => char.ToLowerInvariant(name[0]) + name[1..];
}
