using DeftStride.Core.Bodies;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;

namespace DeftStride.Core.Training.Planning;

/// <summary>The same range of one side measured twice, around an exercise or a block.</summary>
/// <param name="Test">Which.</param>
/// <param name="Side">The client's own side.</param>
/// <param name="Before">Before.</param>
/// <param name="After">After.</param>
public sealed record RangeChange(RangeTest Test, BodySide Side, Angle Before, Angle After)
{
    /// <summary>
    /// The smallest change that is more than the test's own error: 5° for the ankle against a wall; for the others the same, which is what a
    /// hand and a goniometer are off (a rule of this house).
    /// </summary>
    public static readonly Angle SmallestReal = Angle.FromDegrees(5);

    /// <summary>The same of the gap to the wall, metres.</summary>
    public const double SmallestRealGap = 0.02;

    /// <summary>From where on a change of a test is one.</summary>
    /// <param name="byGap">Whether the gap to the wall is read and not the angle.</param>
    /// <param name="tape">In which unit it is read.</param>
    /// <returns>One sentence with the number in the tape's unit.</returns>
    public static string RealWords(bool byGap, Tape tape) =>
        $"Read by hand, less than {(byGap ? tape.Length(SmallestRealGap) : $"{SmallestReal}")} apart is no real change.";

    /// <summary>After less before; + more range.</summary>
    public Angle Change => After - Before;

    /// <summary>Whether it is more than the test's own error.</summary>
    public bool Real => Change.Abs() >= SmallestReal - Angle.FromDegrees(0.05);

    /// <summary>"Left ankle bend 31° → 37°: 6° more, beyond the test’s own 5°."</summary>
    public string Sentence
    {
        get
        {
            var name = RangeTestInfo.Of(Test).Name;
            var side = Side == BodySide.Left ? "Left" : "Right";
            var change = Change.Abs();
            var words =
                !Real ? $"within the test’s own {SmallestReal}, so nothing is known to have changed"
                : Change > Angle.Zero ? $"{change} more, beyond the test’s own {SmallestReal}"
                : $"{change} less, beyond the test’s own {SmallestReal}";
            return $"{side} {char.ToLowerInvariant(name[0])}{name[1..]} {Before} → {After}: {words}.";
        }
    }
}
