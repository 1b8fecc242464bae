using DeftStride.Core.Dosing;
using DeftStride.Core.Training.Running;

namespace DeftStride.Core.Training.Planning;

/// <summary>When in its hour an item is likely to be done, from the start of the visit. An estimate: nobody is held to it.</summary>
/// <param name="Item">Which.</param>
/// <param name="From">From when.</param>
/// <param name="To">Until when.</param>
public sealed record PlanTime(PlanItem Item, TimeSpan From, TimeSpan To)
{
    /// <summary>Coming in, the first question and the set-up (an estimate of this house).</summary>
    private static readonly TimeSpan Arrival = TimeSpan.FromMinutes(5);

    private const int RestSeconds = 90,
        LearningRestSeconds = 60;

    /// <summary>The times of a visit's items in the order in which they are done.</summary>
    /// <returns>From the visit's start, one an item in the order in which they are done; estimates.</returns>
    public static IReadOnlyList<PlanTime> Of(IEnumerable<PlanItem> items)
    {
        ArgumentNullException.ThrowIfNull(items);
        var at = Arrival;
        var times = new List<PlanTime>();
        foreach (var item in items)
        {
            var takes = TimeSpan.FromSeconds(Seconds(item));
            times.Add(new(item, at, at + takes));
            at += takes;
        }

        return times;
    }

    /// <summary>The items with what goes beside the main lift before it.</summary>
    /// <returns>Null where nothing can be turned: no such item, or a form that is being learnt and comes first.</returns>
    public static IReadOnlyList<PlanItem>? Turned(IReadOnlyList<PlanItem> items)
    {
        ArgumentNullException.ThrowIfNull(items);
        if (
            items.FirstOrDefault(i => i.Place == SessionPlace.Main) is not { Learnt: false } main
            || !items.Any(i => i.Place == SessionPlace.Accessory)
        )
            return null;
        PlanItem[] own =
        [
            .. items.Where(i => i == main || (i.Place == SessionPlace.WarmUp && i.ExerciseId == main.ExerciseId)),
        ];
        return
        [
            .. items.Where(i => i.Place == SessionPlace.WarmUp && !own.Contains(i)),
            .. items.Where(i => i.Place == SessionPlace.Accessory),
            .. own,
            .. items.Where(i => i.Place is not (SessionPlace.WarmUp or SessionPlace.Main or SessionPlace.Accessory)),
        ];
    }

    /// <summary>Both sides, each repetition by the usual tempo, a rest after every set.</summary>
    private static int Seconds(PlanItem item) =>
        item.Sets
        * (item.ExerciseId is null ? 1 : 2)
        * (
            (item.Held ? item.Amount : item.Amount * Tempo.Usual.Seconds)
            + (item.Learnt ? LearningRestSeconds : RestSeconds)
        );
}
