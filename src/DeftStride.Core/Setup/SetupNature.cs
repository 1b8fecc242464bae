using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Setup;

/// <summary>
/// What a set-up is, so that no change makes something else of it: the bands of the exercise in the style, the form, and what the
/// studio owns. A change may leave alone what already lies outside; what it moves has to end inside.
/// </summary>
public sealed record SetupNature
{
    /// <summary>No shin leans further back than this in any style, degrees.</summary>
    private const double LeastShin = -5;

    private readonly Band? _shin;
    private readonly Band? _trunk;
    private readonly Band? _rearThigh;
    private readonly Band? _parallel;

    private SetupNature(SchoolCode school, SplitForm form, StudioKit kit, CheckStandard standard)
    {
        (School, Form, Kit) = (school, form, kit);
        (_shin, _trunk) = (standard.Of("front-shin")?.Left, standard.Of("trunk-lean")?.Left);
        (_rearThigh, _parallel) = (standard.Of("rear-thigh")?.Left, standard.Of("lean-minus-shin")?.Left);
    }

    /// <summary>Whose style.</summary>
    public SchoolCode School { get; }

    /// <summary>Which form of the split stance.</summary>
    public SplitForm Form { get; }

    /// <summary>What can be built.</summary>
    public StudioKit Kit { get; }

    /// <summary>The nature of a form in a style, by the bands that its checks are judged by, with a client's ankle.</summary>
    /// <returns>The bands that a change must keep, with what there is to stand on.</returns>
    public static SetupNature Of(SchoolCode school, SplitForm form, RangeOfMotion front, StudioKit kit)
    {
        ArgumentNullException.ThrowIfNull(front);
        ArgumentNullException.ThrowIfNull(kit);
        var ankle = front.Of(RangeTest.AnkleBend);
        var range = new AnkleRange(ankle.Most, ankle.Measured, Angle.Zero);
        return new SetupNature(
            school,
            form,
            kit,
            CheckStandard.For(
                Named(form),
                new Sourced<School>(Exercises.School.Of(school), SettingSource.School),
                range,
                range,
                BandChoices.None,
                ErrorModel.Default
            )
        );
    }

    /// <summary>The exercise that a form is judged as.</summary>
    private static Exercise Named(SplitForm form) =>
        form switch
        {
            SplitForm.ToPad => Exercise.SplitSquatToPad,
            // The instep is the rear foot raised another way.
            SplitForm.RearInstep => Named(SplitForm.RearFootRaised),
            _ => Exercise.All.First(e => e.Form == form),
        };

    /// <summary>Whether a rear foot on a surface is what it is.</summary>
    private bool RearRaised => Form is SplitForm.RearFootRaised or SplitForm.RearInstep;

    /// <summary>The limit that a change leaves.</summary>
    /// <param name="before">The stance before.</param>
    /// <param name="lever">What is moved.</param>
    /// <param name="after">The stance after.</param>
    /// <returns>Words that follow "the"; null where it stays what it is.</returns>
    public string? Leaves(SplitStance before, SetupLever lever, SplitStance after)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(after);
        // A number that a change moves has to end in its band; what already lay outside may stay where it is.
        static bool Off(double before, double after, Band? band, double wedge = 0) =>
            Math.Abs(after - before) > 0.01
            && (after < (band?.Lower?.Value + wedge) - 1e-6 || after > band?.Upper?.Value + 1e-6);
        // A knee that starts on the floor stays there.
        if (Form == SplitForm.FromFloor && after.RearKneeMetres > before.RearKneeMetres + 1e-6)
            return "rear knee on the floor";
        if (lever == SetupLever.RearRaise && (!RearRaised || after.RearRaiseMetres <= 0.005))
            return RearRaised ? "raised rear foot" : "rear foot on the floor";
        // The knee-forward band begins short of what the ankle has, and a wedge adds to that.
        var wedge = School == SchoolCode.KneeForward && !RearRaised ? after.HeelWedge.Degrees : 0;
        var (shinBefore, shin) = (before.FrontShin.Degrees, after.FrontShin.Degrees);
        if (Off(shinBefore, shin, _shin, wedge) || (Math.Abs(shin - shinBefore) > 0.01 && shin < LeastShin - 1e-6))
            return "shin’s band";
        var (trunkBefore, trunk) = (before.TrunkLean.Degrees, after.TrunkLean.Degrees);
        if (Off(trunkBefore, trunk, _trunk) || (Math.Abs(trunk - trunkBefore) > 0.01 && trunk < -1e-6))
            return "trunk’s band";
        if (Off(before.RearThigh.Degrees, after.RearThigh.Degrees, _rearThigh))
            return "rear thigh’s band";
        return Off(trunkBefore - shinBefore, trunk - shin, _parallel) ? "parallel of shin and trunk" : null;
    }
}
