using DeftStride.Core.Exercises;
using DeftStride.Core.Registers;

namespace DeftStride.Core.Practice;

/// <summary>A kind of work that can be forbidden to somebody, and which exercises it takes with it.</summary>
/// <param name="Id">Stable id.</param>
/// <param name="Name">In words, after "no": "kneeling".</param>
/// <param name="Covers">Whether an exercise is of this kind.</param>
/// <param name="Loads">Whether only a dose with a load is.</param>
public sealed record Forbidden(string Id, string Name, Func<Exercise, bool> Covers, bool Loads = false)
{
    /// <summary>A box from this height on is a high one, metres.</summary>
    public const double HighBoxMetres = 0.20;

    /// <summary>Everything: nothing is trained until somebody qualified has looked.</summary>
    public const string Everything = "everything";

    /// <summary>All kinds.</summary>
    public static Register<Forbidden> Register { get; } =
        new(
            f => f.Id,
            [
                new(Everything, "training of the legs", _ => true),
                // From the floor begins on the knee, and comes back to it at every repetition.
                new("kneeling", "kneeling", e => e.Shape.Kneels || e.Form == SplitForm.FromFloor),
                new("load", "load", _ => false, Loads: true),
                new("lunging", "lunges that travel", e => e.Shape.FootTravels),
                new("crossing", "crossing over", e => e.Shape.Plane == MovementPlane.Crossing),
                new("turning", "turning on the leg", e => e.Shape.Plane == MovementPlane.Turning),
                new("stepping-down", "stepping down", e => e.Shape.Box == BoxWay.Lowers),
                new("high-box", "high boxes", HighBox),
                new(
                    "deep-hip",
                    "deep bending of the hip",
                    e => e.UsualSchool == SchoolCode.KneeForward || (e.Shape.Box == BoxWay.Rises && HighBox(e))
                ),
                new("knee-forward", "the knee far forward", e => e.UsualSchool == SchoolCode.KneeForward),
                new(
                    "hip-stretch",
                    "stretching the front of the hip",
                    e =>
                        (e.Shape.Kneels && e.Shape.BackLeg)
                        || e.Form == SplitForm.RearFootRaised
                        || e.Shape.Plane == MovementPlane.Turning
                ),
                new("rear-foot-raised", "rear-foot-elevated split squats", e => e.Form == SplitForm.RearFootRaised),
                new("jumping", "jumps", e => e.Shape.Jumps),
                new("one-leg", "standing on one leg", e => e.Shape.OneLeg),
            ]
        );

    /// <summary>All kinds, everything first.</summary>
    public static IReadOnlyList<Forbidden> All => Register.All;

    /// <summary>Finds a kind by id.</summary>
    /// <returns>Null for an id that is not known.</returns>
    public static Forbidden? Find(string id) => Register.Find(id);

    private static bool HighBox(Exercise e) =>
        e.Shape.Box == BoxWay.Rises && !(e.StartBoxMetres < HighBoxMetres)
        || e is { Shape.Box: BoxWay.Lowers, StartBoxMetres: >= HighBoxMetres };
}
