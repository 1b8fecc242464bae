namespace DeftStride.Core.Exercises;

/// <summary>One question before the first repetition, and what to say where the answer is no.</summary>
/// <param name="Question">What is asked; yes goes on.</param>
/// <param name="OnNo">What to say on a no, before it is asked again.</param>
public sealed record GateQuestion(string Question, string OnNo);

/// <summary>
/// The way into knee-forward work: settled into the front hip before anything is lowered. The small turn of the pelvis that
/// comes with it is meant. One no, and the start is reset; nobody is lowered on a no.
/// </summary>
public static class SettleGate
{
    /// <summary>The questions, in order.</summary>
    public static IReadOnlyList<GateQuestion> Questions { get; } =
    [
        new(
            "Front foot whole, big toe down, sitting into the front hip?",
            "Sit back into that front pocket, a finger deep."
        ),
        new("Knee still over the foot?", "Inner edge heavy, knee over the laces."),
        new("Inner thigh and front glute working?", "Stand up, start again."),
        new("Head over hips?", "Chin level, arms ahead, one tall block."),
    ];

    /// <summary>What is said when all four are yes.</summary>
    public const string Go = "Knee leads. Down and up on one line.";

    /// <summary>What makes it easier to find.</summary>
    public const string Easier = "Hand on the rail, lower front box, only sit into the hip, five breaths.";

    /// <summary>Whether an exercise in a style begins with it: a split stance taken knee forward.</summary>
    /// <returns>True for a split stance taken knee forward.</returns>
    public static bool Belongs(Exercise exercise, SchoolCode school)
    {
        ArgumentNullException.ThrowIfNull(exercise);
        return school == SchoolCode.KneeForward
            && exercise.LeftToSchool
            && exercise.Shape is { BackLeg: true, FootTravels: false };
    }
}
