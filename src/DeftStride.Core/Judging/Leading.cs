using DeftStride.Core.Measuring;

namespace DeftStride.Core.Judging;

/// <summary>Which numbers are read out large under a picture: a line for each instrument of its view, shin, knee and pelvis first.</summary>
public static class Leading
{
    /// <summary>No more lines than these are large at once.</summary>
    public const int MostLines = 2;

    private static readonly IReadOnlyList<IReadOnlyList<string>> Side =
    [
        ["front-shin", "trunk-lean", "heel-ear", "start-knee", "top-knee"],
    ];

    private static readonly IReadOnlyList<IReadOnlyList<string>> Frontal =
    [
        ["knee-offset", "projection"],
        ["pelvic-level"],
        ["inner-ankle"],
    ];

    /// <summary>The lines of a view by measure id, the most important first; in each the first measure that has a number is read out.</summary>
    /// <returns>Ids, the first line the most important.</returns>
    public static IReadOnlyList<IReadOnlyList<string>> Lines(View view) => view == View.Side ? Side : Frontal;
}
