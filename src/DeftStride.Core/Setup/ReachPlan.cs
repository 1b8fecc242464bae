using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Setup;

/// <summary>A mark on the floor worked out for a client: where one foot goes from the other, for both sides alike.</summary>
/// <param name="Posture">At the bottom.</param>
/// <param name="Longest">The furthest mark at this direction, at the deepest knee; null where even that does not reach.</param>
/// <param name="Card">The numbers to lay out.</param>
/// <param name="Estimated">Whether the lengths are assumed.</param>
public sealed record ReachPlan(
    ReachPosture Posture,
    ReachPosture? Longest,
    IReadOnlyList<CardLine> Card,
    bool Estimated
)
{
    /// <summary>What a coach could say of it aloud.</summary>
    /// <returns>Two sentences with the mark and the knee.</returns>
    public Phrase Sentence(Tape tape)
    {
        var far = new PhrasePart(tape.Length(Posture.TapeMetres), Tone.Good);
        var tail = $". The knee bends to {Posture.Knee}.";
        return Posture.Form.Way switch
        {
            ReachWay.Side => Phrase.Of(new("Step "), far, new($" to the side, heel to heel{tail}")),
            ReachWay.Behind => Phrase.Of(new("A mark "), far, new($" behind, at {Posture.Direction}{tail}")),
            ReachWay.Across => Phrase.Of(new("Step "), far, new($" across, at {Posture.Direction}{tail}")),
            ReachWay.Open => Phrase.Of(new("Step "), far, new($" back and turn the foot out{tail}")),
            _ => Phrase.Of(new("The big toe slides "), far, new($" back{tail}")),
        };
    }

    /// <summary>The usual direction: in a step to the side the outside foot stands slightly ahead where hips go back on a diagonal.</summary>
    /// <returns>The form's own; 5° less in a step to the side on a diagonal.</returns>
    public static Angle DirectionOf(ReachForm form, bool diagonal)
    {
        ArgumentNullException.ThrowIfNull(form);
        return form.Way == ReachWay.Side && diagonal ? form.Usual - Angle.FromDegrees(5) : form.Usual;
    }

    /// <summary>A mark for a bend of the knee, or for a tape.</summary>
    /// <param name="body">Whose.</param>
    /// <param name="form">Which form.</param>
    /// <param name="knee">The working knee at the bottom; null for the usual.</param>
    /// <param name="tapeMetres">The tape, when that is given and the knee follows.</param>
    /// <param name="direction">Where the foot goes; null for the usual.</param>
    /// <param name="diagonal">Whether hips go back on a diagonal in a step to the side.</param>
    /// <param name="tape">How lengths are said.</param>
    /// <returns>The mark in metres and the posture; else a sentence with what would do.</returns>
    public static Result<ReachPlan, string> TryOf(
        Body body,
        ReachForm form,
        Angle? knee,
        double? tapeMetres,
        Angle? direction,
        bool diagonal,
        Tape tape
    )
    {
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(form);
        var (way, slack) = (direction ?? DirectionOf(form, diagonal), Angle.FromDegrees(0.05));
        if (way < form.Least - slack || way > form.Most + slack)
            return $"At {way} this is another form. Keep it between {form.Least} and {form.Most}{Instead(form.Way, way > form.Most)}.";
        var bend = knee ?? form.KneeUsual;
        if (tapeMetres is null && (bend > ReachLinkage.MostKnee || bend < form.Shin))
            return $"The knee bends between {form.Shin} and {ReachLinkage.MostKnee} here. Set it between.";
        var longest = ReachLinkage.At(body, form, ReachLinkage.MostKnee, way);
        var posture = tapeMetres is { } far
            ? ReachLinkage.ForTape(body, form, far, way)
            : ReachLinkage.At(body, form, bend, way);
        if (posture is null)
        {
            var usual = ReachLinkage.At(body, form, form.KneeUsual, way);
            return tapeMetres is not { } asked
                    ? "The other leg does not come to the floor at this bend. Bend the knee more."
                : longest is { } most && asked > most.TapeMetres
                    ? $"{tape.Length(asked)} is further than these legs reach here: {tape.Length(most.TapeMetres)} at the deepest{(usual is null ? "" : $", {tape.Length(usual.TapeMetres)} is usual")}."
                : $"{tape.Length(asked)} is too near for this form{(usual is null ? "" : $": {tape.Length(usual.TapeMetres)} is usual")}.";
        }

        return new ReachPlan(posture, longest, Lines(posture, tape), !body.SegmentsMeasured);
    }

    private static string Instead(ReachWay way, bool over) =>
        (way, over) switch
        {
            (ReachWay.Behind, true) => ", or take the lateral lunge",
            (ReachWay.Behind, false) => ", or take the reverse lunge",
            (ReachWay.Across, false) => ", or take the forward lunge",
            _ => "",
        };

    private static CardLine[] Lines(ReachPosture posture, Tape tape)
    {
        var (far, along) = (tape.Length(posture.TapeMetres), posture.Direction.Radians);
        var (back, across) = (
            tape.Length(posture.TapeMetres * Math.Cos(along)),
            tape.Length(posture.TapeMetres * Math.Sin(along))
        );
        CardLine[] of = posture.Form.Way switch
        {
            ReachWay.Side =>
            [
                new("mark", "Step to the side", far, "heel to heel"),
                posture.Direction < posture.Form.Usual - Angle.FromDegrees(0.5)
                    ? new("lead", "Outside foot ahead", back, "hips back on a diagonal")
                    : new("lead", "Feet", "level", "hips straight back"),
            ],
            ReachWay.Behind =>
            [
                new("mark", "Mark behind", far, $"from the standing heel, at {posture.Direction} from straight back"),
                new("lead", "That is", $"{back} back, {across} across", "the toes touch there"),
            ],
            ReachWay.Across =>
            [
                new("mark", "Step across", far, $"heel to heel, at {posture.Direction} from straight ahead"),
                new("lead", "That is", $"{back} ahead, {across} across", "in front of the planted foot"),
            ],
            ReachWay.Open =>
            [
                new("mark", "Step back", far, "heel to heel"),
                new("lead", "That foot turned out", "90°", "the trunk turns with it"),
            ],
            _ => [new("mark", "Big toe slides back", far, "from the standing heel to its tip")],
        };
        return
        [
            .. of,
            new("knee", "Knee at the bottom", posture.Knee.ToString(), "working leg"),
            new("sides", "Both sides", "one mark each", "as far and at the same angle"),
        ];
    }
}
