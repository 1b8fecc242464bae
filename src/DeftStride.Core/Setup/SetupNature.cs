using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;

namespace DeftStride.Core.Setup;

/// <summary>
/// What a set-up is, so that no change makes something else of it: the style's bands, the form, and what the studio owns. A
/// change may leave alone what already lies outside; what it moves has to end inside.
/// </summary>
/// <param name="School">Whose style.</param>
/// <param name="Form">Which form of the split stance.</param>
/// <param name="Kit">What can be built.</param>
/// <param name="Ankle">What the front ankle has, wedge aside.</param>
public sealed record SetupNature(SchoolCode School, SplitForm Form, StudioKit Kit, Angle Ankle)
{
    /// <summary>How far trunk and shin may part where they are parallel, degrees.</summary>
    private const double Parallel = 10;

    /// <summary>The nature of a form in a style, with a client's ankle.</summary>
    public static SetupNature Of(SchoolCode school, SplitForm form, RangeOfMotion front, StudioKit kit)
    {
        ArgumentNullException.ThrowIfNull(front);
        return new SetupNature(school, form, kit, front.Of(RangeTest.AnkleBend).Most);
    }

    /// <summary>Whether a rear foot on a surface is what it is.</summary>
    private bool RearRaised => Form is SplitForm.RearFootRaised or SplitForm.RearInstep;

    /// <summary>The front shin's band, degrees: the style's, but where the rear foot is raised the exercise's own; never behind −5° in any.</summary>
    private (double Least, double Most, string Name) Shin(Angle wedge) =>
        RearRaised
            ? (-5, 30, "shin's band")
            : School switch
            {
                SchoolCode.VerticalShin => (-5, 10, "vertical shin's band"),
                SchoolCode.Inclined => (10, 30, "inclined form's shin"),
                _ => ((Ankle + wedge).Degrees - 10, 89, "knee-forward shin's band"),
            };

    private (double Least, double Most) Trunk() =>
        RearRaised
            ? (0, 30)
            : School switch
            {
                SchoolCode.VerticalShin => (0, 15),
                SchoolCode.Inclined => (15, 40),
                _ => (0, 10),
            };

    private (double Least, double Most) RearThigh() =>
        RearRaised
            ? (-5, 30)
            : School switch
            {
                SchoolCode.KneeForward => (-15, 10),
                _ => (-5, 10),
            };

    /// <summary>The limit that a change leaves, in words that follow "the"; null where it stays what it is.</summary>
    /// <param name="before">The stance before.</param>
    /// <param name="lever">What is moved.</param>
    /// <param name="after">The stance after.</param>
    public string? Leaves(SplitStance before, SetupLever lever, SplitStance after)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(after);
        static bool Off(Angle before, Angle after, double least, double most) =>
            (after - before).Abs() > Angle.FromDegrees(0.01)
            && (after.Degrees < least - 1e-6 || after.Degrees > most + 1e-6);
        // A knee that starts on the floor stays there.
        if (Form == SplitForm.FromFloor && after.RearKneeMetres > before.RearKneeMetres + 1e-6)
            return "rear knee on the floor";
        if (lever == SetupLever.RearRaise && (!RearRaised || after.RearRaiseMetres <= 0.005))
            return RearRaised ? "raised rear foot" : "rear foot on the floor";
        var shin = Shin(after.HeelWedge);
        if (Off(before.FrontShin, after.FrontShin, Math.Max(-5, shin.Least), shin.Most))
            return shin.Name;
        var trunk = Trunk();
        if (Off(before.TrunkLean, after.TrunkLean, trunk.Least, trunk.Most))
            return School == SchoolCode.Inclined ? "inclined trunk" : "upright trunk";
        var thigh = RearThigh();
        if (Off(before.RearThigh, after.RearThigh, thigh.Least, thigh.Most))
            return "rear thigh's band";
        var apart = Math.Abs((after.TrunkLean - after.FrontShin).Degrees);
        return
            School == SchoolCode.Inclined
            && !RearRaised
            && apart > Parallel + 1e-6
            && apart > Math.Abs((before.TrunkLean - before.FrontShin).Degrees) + 1e-6
            ? "parallel of shin and trunk"
            : null;
    }
}
