using DeftStride.Core.Exercises;
using DeftStride.Core.Practice;

namespace DeftStride.Core.Ladders;

/// <summary>Other forms for somebody with whom nothing moves.</summary>
public static class Swap
{
    /// <summary>
    /// Forms beside a rung first, then the one below, then others of the same family; none that is out of reach, forbidden or
    /// the same exercise. In words, as they stand in a sentence.
    /// </summary>
    /// <returns>Each once; empty where nothing will do.</returns>
    public static IReadOnlyList<string> For(
        Ladder ladder,
        Rung rung,
        Func<Rung, RungReach> reach,
        IReadOnlyList<Condition> conditions
    )
    {
        ArgumentNullException.ThrowIfNull(ladder);
        ArgumentNullException.ThrowIfNull(rung);
        ArgumentNullException.ThrowIfNull(reach);
        var family = Exercise.Find(rung.ExerciseId)!.Family;
        return
        [
            .. ladder
                .Rungs.Where(r => r.Next.Contains(rung.Id))
                .SelectMany(r => r.Next)
                .Append(rung.Fallback)
                .OfType<string>()
                .Select(ladder.Rung)
                .OfType<Rung>()
                .Where(r => reach(r).Reachable)
                .Select(r => r.ExerciseId)
                .Concat(Exercise.All.Where(e => e.Family == family).Select(e => e.Id))
                .Where(id => id != rung.ExerciseId)
                .Distinct()
                .Select(id => Exercise.Find(id)!)
                .Where(e => Condition.Refusing(conditions, e) is null)
                .Take(2)
                .Select(e => $"the {char.ToLowerInvariant(e.Name[0])}{e.Name[1..]}"),
        ];
    }
}
