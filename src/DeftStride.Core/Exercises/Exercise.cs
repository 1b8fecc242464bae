namespace DeftStride.Core.Exercises;

/// <summary>An exercise of the catalogue.</summary>
/// <param name="Id">Stable id.</param>
/// <param name="Name">Its name on screen.</param>
/// <param name="Task">What the client is told on an uncued first look: the task and nothing more.</param>
/// <param name="UsualSchool">The school it is usually taught in.</param>
/// <param name="NextWhenClean">What one progression looks like from here, repetitions first.</param>
/// <param name="StepBack">The nearest easier form.</param>
public sealed record Exercise(string Id, string Name, string Task, SchoolCode UsualSchool, string NextWhenClean, string StepBack)
{
    /// <summary>Feet planted, rear knee to a pad.</summary>
    public static Exercise SplitSquatToPad { get; } = new(
        "split-squat-to-pad",
        "Split squat to pad",
        "Lower until the back knee meets the pad, and come up again. Three a side.",
        SchoolCode.VerticalShin,
        "repetitions up to 3 × 8 a side; once those are clean, one of: a load, a raised front foot, the reverse lunge",
        "Split squat from the floor: start half-kneeling with the shin upright and rise from there.");

    /// <summary>All exercises the product can check.</summary>
    public static IReadOnlyList<Exercise> All { get; } = [SplitSquatToPad];

    /// <summary>Finds an exercise by id, or null.</summary>
    public static Exercise? Find(string id) => All.FirstOrDefault(e => e.Id == id);
}
