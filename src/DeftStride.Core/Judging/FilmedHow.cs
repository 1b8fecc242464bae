using DeftStride.Core.Exercises;

namespace DeftStride.Core.Judging;

/// <summary>How a side was filmed, as far as it matters beside another.</summary>
/// <param name="School">The style by which it is judged.</param>
/// <param name="Repetitions">How many of its side.</param>
/// <param name="FramesPerSecond">As it was filmed.</param>
/// <param name="Mirrored">Whether the camera swapped left and right.</param>
public sealed record FilmedHow(SchoolCode School, int Repetitions, double FramesPerSecond, bool Mirrored);
