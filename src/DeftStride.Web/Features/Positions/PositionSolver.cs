using DeftStride.Core.Bodies;
using DeftStride.Core.Loading;
using DeftStride.Core.Positions;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Bodies;
using DeftStride.Web.Features.Measuring;
using DeftStride.Web.Features.Setup;

namespace DeftStride.Web.Features.Positions;

/// <summary>From two positions to what is drawn of them. Keeps nothing.</summary>
internal static class PositionSolver
{
    /// <summary>No rear leg pushes further forward than this, degrees.</summary>
    private const int MostAim = 40;

    public static PositionsView Solve(PositionsRequest request)
    {
        var (body, front, rear) = (
            BodyDto.ToCore(request.Body),
            RangeDto.ToCore(request.FrontRanges),
            RangeDto.ToCore(request.RearRanges)
        );
        var kit = request.Kit.ToCore();
        var sizes = BenchSolver.Sizes(body);
        var (wrongA, wrongB) = (Of(request.A, body, rear, out var a), Of(request.B, body, rear, out var b));
        // What would balance one that falls is told beside the sentence that it does.
        OneLegView? Balance(Position? position) =>
            position is Position.OnOne one ? OneLeg(one, body, front, request.Kit.WeightsKg ?? [], kit) : null;
        var (oneLegA, oneLegB) = (Balance(a), Balance(b));
        PositionsView Faulty(Which which, string fault) =>
            new(fault, which, [], "", sizes, null, null, oneLegA, oneLegB, [], [], [], []);
        if (wrongA is not null)
            return Faulty(Which.A, wrongA);
        if (wrongB is not null)
            return Faulty(Which.B, wrongB);
        Result<PositionReading, string> Read(Position position, PositionDto dto) =>
            PositionReading.TryOf(
                position,
                request.Moment == PositionMoment.AfterTurn ? new Instant.AfterTurn(dto.UpSeconds) : Instant.Still,
                body,
                front,
                rear
            );
        if (!Read(a!, request.A).Is(out var one, out var problem))
            return Faulty(Which.A, problem);
        if (!Read(b!, request.B).Is(out var other, out problem))
            return Faulty(Which.B, problem);
        var found = PositionComparison.Of(
            body,
            one,
            other,
            request.Goals,
            request.SoreKnee,
            request.Moment == PositionMoment.AsFilmed
        );
        var raised = a is Position.OnTwo { Step: false } two && b is Position.OnTwo { Step: false } ? two : null;
        return new PositionsView(
            null,
            Which.Neither,
            PartView.Of(found.Sentence),
            found.Holds,
            sizes,
            View(one, body, kit.Tape),
            View(other, body, kit.Tape),
            oneLegA,
            oneLegB,
            [
                .. found.Joints.Select(j => new JointComparisonView(
                    j.Joint,
                    j.Difference,
                    j.Least,
                    j.Most,
                    j.Ratio,
                    j.RatioLeast,
                    j.RatioMost,
                    j.More,
                    found.Says(j.Joint)
                )),
            ],
            [.. found.Ticks.Select(t => new PurposeView(t.Purpose, NameOf(t.Purpose), t.Serves, t.Numbers))],
            Rows(body, raised, false, kit.Tape),
            Rows(body, raised, true, kit.Tape)
        );
    }

    /// <summary>A position as it is sent, from one of the core's.</summary>
    public static PositionDto ToWire(Position position) =>
        position switch
        {
            Position.OnTwo { Step: true } p => new(
                p.Name,
                null,
                new StepStartDto(
                    Rounded(100 * p.Posture.Stance.FrontRaiseMetres, 1),
                    Rounded(p.Posture.Stance.FrontShin.Degrees),
                    Rounded(p.Posture.Stance.TrunkLean.Degrees)
                ),
                null,
                new LoadDto(p.Load.Position, p.Load.Kilograms),
                p.Pressure,
                1
            ),
            Position.OnTwo p => new(
                p.Name,
                StanceDto.Of(p.Posture.Stance),
                null,
                null,
                new LoadDto(p.Load.Position, p.Load.Kilograms),
                p.Pressure,
                1,
                (p.Force as ForceRule.RearAimed)?.Aim.Degrees
            ),
            Position.OnOne p => new(
                p.Name,
                null,
                null,
                OneLegDto.Of(p.Posture),
                new LoadDto(p.Load.Position, p.Load.Kilograms),
                Pressure.Instep,
                1
            ),
            _ => throw new ArgumentOutOfRangeException(nameof(position), position, null),
        };

    private static string? Of(PositionDto dto, Body body, RangeOfMotion rear, out Position? position)
    {
        position = null;
        var load = dto.Load.ToCore();
        if (dto is { Split: { } split, Step: null, OneLeg: null })
        {
            if (!SplitLinkage.TrySolve(body, split.ToCore(rear)).Is(out var posture, out var fault))
                return LinkageFaults.Sentence(fault);
            if (dto.RearAimDegrees is { } aim && (!double.IsFinite(aim) || aim is < 0 or > MostAim))
                throw Refusal.BadInput(
                    "rearAim",
                    $"The rear leg pushes from straight up, 0°, to {MostAim}° forward. Set it between."
                );
            position = new Position.OnTwo(
                dto.Name,
                posture,
                load,
                dto.Pressure,
                dto.RearAimDegrees is { } own ? new ForceRule.RearAimed(Angle.FromDegrees(own)) : ForceRule.RearPush
            );
        }
        else if (dto is { Step: { } step, Split: null, OneLeg: null })
        {
            Refusal.Unless(FieldRange.StepDownBox, "box", step.BoxCm);
            Refusal.Unless(FieldRange.StepShin, "shin", step.ShinDegrees);
            Refusal.Unless(FieldRange.StepTrunk, "trunk", step.TrunkDegrees);
            if (
                !StepLinkage.TryForBoxAndShin(
                    body,
                    step.BoxCm / 100,
                    Angle.FromDegrees(step.ShinDegrees),
                    out var started
                )
            )
                return "The box and this shin do not go together: the thigh is too short or too long for them. Take another height, or another shin.";
            position = Position.OfStep(
                dto.Name,
                body,
                started,
                Angle.FromDegrees(step.TrunkDegrees),
                load,
                dto.Pressure
            );
        }
        else if (dto is { OneLeg: { } oneLeg, Split: null, Step: null })
        {
            // It is drawn on the box from which the free leg hangs clear.
            var bare = oneLeg.ToCore(body);
            position = new Position.OnOne(dto.Name, bare.On(body, Math.Max(0, bare.ClearBoxMetres(body))), load);
        }
        else
        {
            throw Refusal.BadInput("position", "A position is a stance, a step or one leg: give exactly one of them.");
        }

        return null;
    }

    private static RaisedFootView[] Rows(Body body, Position.OnTwo? floor, bool sameStance, Tape tape) =>
        floor is null
            ? []
            :
            [
                .. RaisedFoot
                    .Of(body, floor, sameStance)
                    .Select(r => new RaisedFootView(
                        r.HeightMetres == 0 ? "the floor" : tape.Length(r.HeightMetres),
                        100 * r.FrontShare,
                        r.KneeMoment,
                        r.KneeBend.Degrees
                    )),
            ];

    private static PositionView View(PositionReading read, Body body, Tape tape)
    {
        var stance = read.Posture?.Stance;
        var hip = read.Of(MomentJoint.Hip).At;
        // The line of force is drawn to a hand above the hips.
        var up = (hip.Y - read.Under.Y) + (0.18 * body.Stature);
        var binding = Demand.Binding(read.Left);
        return new PositionView(
            read.Posture is { } posture
                ? BenchSolver.Figure(posture.Points)
                : BenchSolver.Figure(((Position.OnOne)read.Position).Posture.Points),
            100 * (stance?.FrontRaiseMetres ?? ((Position.OnOne)read.Position).Posture.Points.Heel.Y),
            100 * (stance?.RearRaiseMetres ?? 0),
            stance?.HeelWedge.Degrees ?? 0,
            read.Position is Position.OnTwo { Step: false } && stance!.RearKneeMetres < 0.13
                ? Math.Max(0, 100 * (stance.RearKneeMetres - SplitStance.KneeRadiusMetres))
                : 0,
            100 * read.FrontShare,
            read.Position is Position.OnOne
                ? "one leg carries all"
                : FormattableString.Invariant($"{100 * read.ShareLeast:0}–{100 * read.ShareMost:0} %, estimate"),
            read.Newtons,
            read.BodyWeights,
            Math.Abs(read.Tilt.Degrees) < 0.5
                ? "straight up"
                : FormattableString.Invariant(
                    $"leans {(read.Tilt.Degrees < 0 ? "back" : "ahead")} {Math.Abs(read.Tilt.Degrees):0}°"
                ),
            BenchSolver.At(read.Under),
            BenchSolver.At(new Place(read.Under.X + (up * Math.Tan(read.Tilt.Radians)), read.Under.Y + up)),
            read.Hands is { } hands ? BenchSolver.At(hands) : null,
            read.Position.Load.Position == LoadPosition.None ? 0 : read.Position.Load.Kilograms,
            read.OverFoot,
            100 * read.Gain,
            [
                .. read.Joints.Select(j => new JointView(
                    j.Joint,
                    BenchSolver.At(j.At),
                    BenchSolver.At(j.OnLine),
                    100 * j.ArmMetres,
                    tape.Length(j.ArmMetres),
                    j.Moment,
                    j.Least,
                    j.Most,
                    j.Moment / body.Mass,
                    100 * j.Share
                )),
            ],
            read.HipFlexion.Degrees,
            [.. read.Left.Select(d => BenchSolver.View(d, binding))],
            read.OuterHip is { } outer
                ? FormattableString.Invariant(
                    $"The weight in one hand asks {Math.Abs(outer):0} N·m {(outer >= 0 ? "more" : "less")} of the outer hip: an estimate from lever arms."
                )
                : null,
            (read.Position as Position.OnTwo)?.Exercise?.Id,
            read.Left.First(d => d.Joint == DemandedJoint.FrontKnee).Used.Degrees
        );
    }

    private static OneLegView OneLeg(
        Position.OnOne position,
        Body body,
        RangeOfMotion front,
        IReadOnlyList<double> weights,
        StudioKit kit
    )
    {
        var plan = OneLegPlan.Of(body, position.Posture, position.Load, front, weights, kit);
        var over = 100 * plan.Read.OverFoot;
        return new OneLegView(
            plan.Read.Balance,
            plan.Read.Balance switch
            {
                OneLegBalance.Comfortable => FormattableString.Invariant(
                    $"The weight lies over the middle of the foot ({over:0} % from the heel)."
                ),
                OneLegBalance.Held => FormattableString.Invariant(
                    $"The weight lies toward the {(over < 50 ? "heel" : "toes")} ({over:0} % from the heel): it can be held, not for long."
                ),
                _ => FormattableString.Invariant(
                    $"The client falls {(over < 50 ? "backward" : "forward")}: the weight lies {(over < 50 ? "behind" : "ahead of")} the foot."
                ),
            },
            kit.HasHeights && kit.Heights().FirstOrDefault(h => h.Metres >= plan.ClearBox - 0.0005) is { } there
                ? $"{kit.Tape.Length(there.Metres)} ({there.Parts}); {kit.Tape.Length(plan.ClearBox)} would just do"
                : kit.Tape.Length(plan.ClearBox),
            FormattableString.Invariant(
                $"Sideways half a foot’s width is all there is: the hips go {kit.Tape.Length(OneLegPlan.HipsToEdge * body.Stature)} outward to the foot’s edge, {kit.Tape.Length(OneLegPlan.HipsToMiddle * body.Stature)} to its middle. A hand on a rail first."
            ),
            plan.Gives,
            [
                .. plan.Ways.Select(w => new OneLegWayView(
                    w.Kind,
                    w.Sentence,
                    OneLegDto.Of(w.Posture),
                    new LoadDto(w.Load.Position, Rounded(w.Load.Kilograms, 1))
                )),
            ],
            [.. plan.Trade.Select(t => new OneLegTradeView(t.Shin.Degrees, 100 * t.HipShare, t.Kilograms))]
        );
    }

    private static string NameOf(Purpose purpose) =>
        purpose switch
        {
            Purpose.SpareKnee => "Spare the knee",
            Purpose.MoreHip => "More hip",
            Purpose.CalfIn => "Calf in",
            Purpose.FrontLeg => "Load the front leg",
            Purpose.ShareEvenly => "Share the work",
            Purpose.CarryMore => "Carry more",
            _ => throw new ArgumentOutOfRangeException(nameof(purpose), purpose, null),
        };

    private static double Rounded(double value, int digits = 0) => Math.Round(value, digits);
}
