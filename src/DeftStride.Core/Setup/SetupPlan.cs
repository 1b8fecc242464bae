using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Setup;

/// <summary>One line of a set-up card: what, how much, and why that much.</summary>
/// <param name="Id">Stable id: "stance", "track", "pad", "front", "rear", "wedge", "shin", "trunk", "box", "gap", "knee".</param>
/// <param name="Name">A few words.</param>
/// <param name="Value">The number with its unit, rounded to what a tape can do.</param>
/// <param name="Note">Where it comes from, or what it is made of.</param>
public sealed record CardLine(string Id, string Name, string Value, string Note);

/// <summary>What rounding to the kit did to a set-up.</summary>
/// <param name="Sentence">What changed, with numbers.</param>
/// <param name="Matters">Whether something left what was asked for.</param>
public sealed record Rounding(string Sentence, bool Matters);

/// <summary>A split stance worked out for a client.</summary>
/// <param name="Posture">At the bottom.</param>
/// <param name="Demands">What it asks of the joints.</param>
/// <param name="Binding">What runs out first.</param>
/// <param name="Changes">Single changes that make it fit, least bother first; empty when it fits or nothing does.</param>
/// <param name="Conflict">The two limits in each other's way when nothing fits.</param>
/// <param name="Card">The numbers to lay out.</param>
/// <param name="Roundings">What rounding to the kit changed.</param>
/// <param name="Estimated">Whether shank, thigh or a range that binds is assumed.</param>
public sealed record SplitPlan(
    SplitPosture Posture,
    IReadOnlyList<Demand> Demands,
    Demand Binding,
    IReadOnlyList<SetupChange> Changes,
    SetupConflict? Conflict,
    IReadOnlyList<CardLine> Card,
    IReadOnlyList<Rounding> Roundings,
    bool Estimated
)
{
    /// <summary>What this studio lacks for the form, in a sentence with what would do; null where it has it.</summary>
    public string? Missing { get; init; }

    /// <summary>Whether every joint has what is asked, and the studio what it takes.</summary>
    public bool Fits => Missing is null && !Demands.Any(d => d.Exceeds);

    /// <summary>What a coach could say of it aloud.</summary>
    /// <returns>That it fits and what runs out first, or what is short and the least change.</returns>
    public Phrase Sentence(Tape tape)
    {
        if (Missing is not null)
            return Phrase.Of(new("Nothing here suits", Tone.Off), new($". {Missing}"));
        if (Fits)
        {
            var spare =
                Binding.Spare.Degrees < 0.5 ? "nothing to spare"
                : Binding.Spare.Degrees < 5 ? $"only {Binding.Spare} to spare"
                : $"{Binding.Spare} to spare";
            return Phrase.Of(
                new("This stance "),
                new("fits", Tone.Good),
                new($". The {Binding.Name} runs out first, with {spare}.")
            );
        }

        return Phrase.Of(
            new($"The {Binding.Name} is "),
            new($"{Binding.Spare.Abs()} short", Tone.Off),
            new(Changes.Count > 0 ? $". {Changes[0].Sentence(tape)}" : $". {Conflict?.Sentence}")
        );
    }
}

/// <summary>Works out set-ups from a body, its ranges, a school and a kit.</summary>
public static class SetupPlanner
{
    /// <summary>The highest surface for a rear foot on its ball at pad depth, as a fraction of stature: above it the rear ankle runs out.</summary>
    public const double RearBallMost = 0.06;

    /// <summary>The highest surface for a rear instep, as a fraction of stature: above it the rear knee runs out.</summary>
    public const double RearInstepMost = 0.19;

    /// <summary>The stance a school starts from, before anybody has moved a handle.</summary>
    /// <param name="body">Whose.</param>
    /// <param name="school">In whose style.</param>
    /// <param name="form">In which form.</param>
    /// <param name="front">Ranges of the front side.</param>
    /// <param name="rear">Ranges of the rear side.</param>
    /// <param name="kit">What there is to stand on.</param>
    /// <param name="raised">How a raised rear foot starts; by itself on its ball, as high as it follows in comfort, hips up and down.</param>
    /// <returns>Angles by the school and heights that the kit has; it need not fit the client.</returns>
    public static SplitStance Start(
        Body body,
        SchoolCode school,
        SplitForm form,
        RangeOfMotion front,
        RangeOfMotion rear,
        StudioKit kit,
        RearRaise? raised = null
    )
    {
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(front);
        ArgumentNullException.ThrowIfNull(rear);
        ArgumentNullException.ThrowIfNull(kit);
        var ankle = front.Of(RangeTest.AnkleBend).Most;
        var (shin, rearThigh, lean) = school switch
        {
            SchoolCode.VerticalShin => (Angle.Zero, Angle.Zero, Angle.FromDegrees(8)),
            SchoolCode.Inclined => (Angle.FromDegrees(20), Angle.Zero, Angle.FromDegrees(20)),
            _ => (ankle - Angle.FromDegrees(4), Angle.FromDegrees(-5), Angle.FromDegrees(5)),
        };
        var knee =
            form == SplitForm.FromFloor ? SplitStance.KneeRadiusMetres : kit.Pad() + SplitStance.KneeRadiusMetres;
        var stance = new SplitStance(shin, rearThigh, knee, lean, RearFoot: RearFoot.For(rear));
        return form switch
        {
            SplitForm.FrontFootRaised => Raised(body, stance, FrontRaise(body, stance, front, rear, kit), front, rear),
            SplitForm.RearFootRaised => (raised ?? RearRaise.Usual).Start(body, knee, front, rear, kit),
            SplitForm.RearInstep => (raised ?? new RearRaise(RearContact.Roll)).Start(body, knee, front, rear, kit),
            _ => stance,
        };
    }

    /// <summary>The bottoms that should be one picture with a split squat's: half-kneeling on the floor, and stepping back into the same place with a slight lean.</summary>
    /// <returns>Each with what it is called.</returns>
    public static IReadOnlyList<(string Name, SplitStance Stance)> SameBottom(SplitStance stance)
    {
        ArgumentNullException.ThrowIfNull(stance);
        return
        [
            (
                "half-kneeling",
                stance with
                {
                    RearKneeMetres = SplitStance.KneeRadiusMetres + stance.FrontRaiseMetres,
                    TrunkLean = Angle.Zero,
                }
            ),
            ("reverse lunge", stance with { TrunkLean = stance.TrunkLean + Angle.FromDegrees(5) }),
        ];
    }

    /// <summary>Judges a stance.</summary>
    /// <returns>What it asks, every single change that would make it fit, and the lines of the card.</returns>
    /// <exception cref="FaultException{LinkageFault}">No posture fits the numbers.</exception>
    public static SplitPlan Plan(
        Body body,
        SplitStance stance,
        RangeOfMotion front,
        RangeOfMotion rear,
        StudioKit kit,
        SchoolCode school = SchoolCode.VerticalShin,
        SplitForm form = SplitForm.ToPad
    )
    {
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(stance);
        ArgumentNullException.ThrowIfNull(front);
        ArgumentNullException.ThrowIfNull(rear);
        ArgumentNullException.ThrowIfNull(kit);
        var posture = SplitLinkage.Solve(body, stance);
        var demands = Demand.Of(posture, front, rear);
        var binding = Demand.Binding(demands);
        var fits = !demands.Any(d => d.Exceeds);
        var nature = SetupNature.Of(school, form, front, kit);
        var changes = fits ? [] : SetupChange.Fitting(body, posture, front, rear, nature);
        return new SplitPlan(
            posture,
            demands,
            binding,
            changes,
            fits || changes.Count > 0 ? null : SetupConflict.Of(body, posture, front, rear, nature),
            Card(body, posture, kit),
            Roundings(body, posture, front, rear, kit),
            !body.SegmentsMeasured || !binding.Limit.Measured
        )
        {
            Missing = Missing(form, body, kit),
        };
    }

    /// <summary>What a studio lacks for a form and this body.</summary>
    /// <returns>A sentence with what would do; null where the studio has it, or nothing is listed.</returns>
    public static string? Missing(SplitForm form, Body body, StudioKit kit)
    {
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(kit);
        if (!kit.HasHeights)
            return null;
        double[] heights = [.. kit.Heights().Select(h => h.Metres).Where(h => h > 0)];
        string Lowest() =>
            heights.Length == 0 ? "nothing to stand on is listed" : $"the lowest is {kit.Tape.Length(heights[0])}";
        return form switch
        {
            SplitForm.RearFootRaised when !heights.Any(h => h <= (RearBallMost * body.Stature) + 0.005) =>
                $"For a rear foot on its ball it takes up to {kit.Tape.Length(RearBallMost * body.Stature)}, and {Lowest()}. List a plate, or lay the instep on a roll.",
            SplitForm.RearInstep
                when kit.RollMetres is null && !heights.Any(h => h <= (RearInstepMost * body.Stature) + 0.005) =>
                $"To lay the instep on it takes a roll or up to {kit.Tape.Length(RearInstepMost * body.Stature)}, and {Lowest()}. List a roll or a low box.",
            SplitForm.FrontFootRaised when !heights.Any(h => h is >= LeastFront - 0.001 and <= MostFront + 0.001) =>
                $"Under the front foot it takes {kit.Tape.Length(LeastFront)} to {kit.Tape.Length(MostFront)}, and {Lowest()}. List a plate or a low step.",
            _ => null,
        };
    }

    private const double LeastFront = 0.05;
    private const double MostFront = 0.20;

    /// <summary>
    /// The least height under the front foot at which rear hip and big toe have what is asked, with front shin and knee kept
    /// and depth rising with it; at least 5 cm, at most 20, rounded up to the kit.
    /// </summary>
    private static double FrontRaise(
        Body body,
        SplitStance stance,
        RangeOfMotion front,
        RangeOfMotion rear,
        StudioKit kit
    )
    {
        // Where nothing is listed the heights follow the body, about 5 to 20 cm for an average one.
        var heights = kit.HasHeights
            ? kit.Heights()
                .Select(h => h.Metres)
                .Where(h => h is >= LeastFront - 0.001 and <= MostFront + 0.001)
                .ToArray()
            : [.. Enumerable.Range(0, 16).Select(n => Math.Round(body.Stature / 1.75 * (LeastFront + (0.01 * n)), 2))];
        if (heights.Length == 0)
            return 0;
        foreach (var height in heights)
        {
            if (RearFits(body, Risen(stance, height), front, rear))
                return height;
        }

        return heights[^1];
    }

    /// <summary>On the raised foot down to the same pad, which bends the front leg more; only where the rear leg cannot follow does the depth rise with the foot.</summary>
    private static SplitStance Raised(
        Body body,
        SplitStance stance,
        double height,
        RangeOfMotion front,
        RangeOfMotion rear
    )
    {
        var toPad = stance with { FrontRaiseMetres = height };
        return RearFits(body, toPad, front, rear) ? toPad : Risen(stance, height);
    }

    private static SplitStance Risen(SplitStance stance, double height) =>
        stance with
        {
            FrontRaiseMetres = height,
            RearKneeMetres = stance.RearKneeMetres + height,
        };

    private static bool RearFits(Body body, SplitStance stance, RangeOfMotion front, RangeOfMotion rear) =>
        SplitLinkage.TrySolve(body, stance).Is(out var posture)
        && !Demand
            .Of(posture, front, rear)
            .Any(d => d.Exceeds && d.Joint is DemandedJoint.RearHip or DemandedJoint.BigToe);

    private static CardLine[] Card(Body body, SplitPosture posture, StudioKit kit)
    {
        var q = posture.Stance;
        var lines = new List<CardLine>
        {
            Distance(body, posture, kit.Tape),
            new(
                "track",
                "Feet apart",
                $"{kit.Tape.Length(body.HipJointWidth)} to {kit.Tape.Length(body.HipBoneWidth)}",
                "hip joints to hip bones; narrower is harder"
            ),
            new("shin", "Front shin", Lean(q.FrontShin), "at the bottom"),
            new("trunk", "Trunk", q.TrunkLean.Degrees < 0.5 ? "upright" : $"{q.TrunkLean} forward", "at the bottom"),
        };
        var under = q.RearKneeMetres - SplitStance.KneeRadiusMetres;
        lines.Add(
            under > 0.005
                ? new(
                    "pad",
                    under > 0.08 ? "Stop above the floor" : "Pad under the rear knee",
                    kit.Tape.Length(under),
                    under > 0.08 ? "a chosen shallower depth" : "touch it softly"
                )
                : new("pad", "Rear knee", "to the floor", "touch it softly")
        );
        if (q.FrontRaiseMetres > 0)
            lines.Add(
                new(
                    "front",
                    "Front foot on",
                    kit.Tape.Length(q.FrontRaiseMetres),
                    kit.Nearest(q.FrontRaiseMetres).Parts
                )
            );
        if (q.RearRaiseMetres > 0)
            lines.Add(
                new(
                    "rear",
                    q.RearFoot is RearFoot.Instep ? "Rear instep on" : "Rear foot on",
                    kit.Tape.Length(q.RearRaiseMetres),
                    kit.Nearest(q.RearRaiseMetres).Parts
                )
            );
        if (q.RearRaiseMetres > 0)
            lines.Add(new("heel", "Rear heel", "a little out", "hips stay square over it"));
        if (q.HeelWedge > Angle.Zero)
            lines.Add(
                new(
                    "wedge",
                    "Wedge under the front heel",
                    q.HeelWedge.ToString(),
                    "thin end forward, not tipping; borrowed, with a review date"
                )
            );
        return [.. lines];
    }

    /// <summary>Where the front heel goes: from the rear toe on the floor, from the surface where the rear foot is raised.</summary>
    private static CardLine Distance(Body body, SplitPosture posture, Tape tape)
    {
        if (posture.Stance.RearRaiseMetres <= 0)
            return new(
                "stance",
                "Front heel to rear toe",
                tape.Length(posture.StanceMetres),
                "tape to tape, on one floor line"
            );
        var from = RearSurface.ToFrontHeel(posture);
        return new(
            "stance",
            "Front heel to the surface",
            tape.Length(from),
            FormattableString.Invariant($"{from / body.Foot:0.0} of the client's foot lengths; two to three is usual")
        );
    }

    private static Rounding[] Roundings(
        Body body,
        SplitPosture posture,
        RangeOfMotion front,
        RangeOfMotion rear,
        StudioKit kit
    )
    {
        if (!kit.HasHeights)
            return [];
        var found = new List<Rounding>();
        foreach (
            var (lever, wanted, name) in new[]
            {
                (SetupLever.FrontRaise, posture.Stance.FrontRaiseMetres, "front foot"),
                (SetupLever.RearRaise, posture.Stance.RearRaiseMetres, "rear foot"),
            }
        )
        {
            var near = kit.Nearest(wanted);
            var off = near.Metres - wanted;
            if (wanted <= 0 || Math.Abs(off) < 0.0026)
                continue;
            // Down to the same pad only the foot moves; where depth rises with the foot it rises with the rounding too.
            var toPad =
                lever == SetupLever.FrontRaise
                && Math.Abs(posture.Stance.RearKneeMetres - kit.Pad() - SplitStance.KneeRadiusMetres) < 0.005;
            var moved = toPad
                ? SplitLinkage.TrySolve(body, posture.Stance with { FrontRaiseMetres = near.Metres }).Is(out var padded)
                    ? padded
                    : null
                : SetupChange.Move(body, posture, lever, off);
            var breaks = moved is null || Demand.Of(moved, front, rear).Any(d => d.Exceeds);
            var knee = moved is null
                ? "nothing fits there"
                : $"the front knee bends {posture.FrontKnee} → {moved.FrontKnee}, the stance becomes {kit.Tape.Length(moved.StanceMetres)}";
            found.Add(
                new(
                    $"Wanted under the {name}: {kit.Tape.Length(wanted)}. Nearest in this studio: {kit.Tape.Length(near.Metres)} ({near.Parts}); {knee}.",
                    breaks
                )
            );
        }

        if (
            posture.Stance.HeelWedge is var wedge
            && wedge > Angle.Zero
            && kit.WedgesDegrees.Count > 0
            && !kit.WedgesDegrees.Any(w => Math.Abs(w - wedge.Degrees) < 0.6)
        )
        {
            found.Add(
                kit.WedgeOfAtLeast(wedge.Degrees) is { } thicker
                    ? new($"Wanted: a wedge of {wedge}. Nearest that is thick enough: {thicker:0}°.", false)
                    : new(
                        $"Wanted: a wedge of {wedge}. The thickest here is {kit.WedgesDegrees.Max():0}°: take the shin {wedge.Degrees - kit.WedgesDegrees.Max():0}° less far.",
                        true
                    )
            );
        }

        return [.. found];
    }

    private static string Lean(Angle shin) => MeasureSpeech.Shin(shin);
}
