namespace DeftStride.Core.Training;

/// <summary>Where a visit stands in its day.</summary>
public enum VisitState
{
    /// <summary>Looked at and decided, or logged.</summary>
    Done,

    /// <summary>Who is next on the floor.</summary>
    Next,

    /// <summary>Later in the day, or waiting for what bars the way.</summary>
    Later,
}

/// <summary>Who is next.</summary>
public static class DayOrder
{
    /// <summary>
    /// The visits of one day, in the order of their times. Nobody waits behind somebody who may not train: whoever can is
    /// next, the other stays in the day with what bars the way. Where nobody may train, the first who is not done is next.
    /// </summary>
    /// <param name="visits">For each whether it is done, and whether nothing is trained today (<see cref="Today.Barred"/>).</param>
    /// <returns>A state for each, in the same order; at most one is <see cref="VisitState.Next"/>.</returns>
    public static IReadOnlyList<VisitState> Of(IReadOnlyList<(bool Done, bool Barred)> visits)
    {
        ArgumentNullException.ThrowIfNull(visits);
        var open = Enumerable.Range(0, visits.Count).Where(i => !visits[i].Done).ToArray();
        var next = open.Where(i => !visits[i].Barred).Concat(open).Cast<int?>().FirstOrDefault();
        return
        [
            .. visits.Select(
                (v, i) =>
                    v.Done ? VisitState.Done
                    : i == next ? VisitState.Next
                    : VisitState.Later
            ),
        ];
    }
}
