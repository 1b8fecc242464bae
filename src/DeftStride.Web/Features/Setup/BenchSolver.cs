using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Loading;
using DeftStride.Core.Positions;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Bodies;
using DeftStride.Web.Features.Cards;
using DeftStride.Web.Features.Measuring;

namespace DeftStride.Web.Features.Setup;

/// <summary>From a request to what the bench draws. Keeps nothing.</summary>
internal static class BenchSolver
{
    public static BenchView Solve(BenchRequest request)
    {
        var (body, front, rear, kit) = (
            BodyDto.ToCore(request.Body),
            RangeDto.ToCore(request.FrontRanges),
            RangeDto.ToCore(request.RearRanges),
            request.Kit.ToCore()
        );
        var stance = request.Stance.ToCore(rear);
        if (request.StanceCm is { } given)
            Refusal.Unless(FieldRange.Stance, "stance", given);
        var solved = request.StanceCm is { } length
            ? SplitLinkage.TryFromStanceLength(body, length / 100, stance)
            : SplitLinkage.TrySolve(body, stance);
        if (solved.Is(out var posture, out var fault))
            stance = posture.Stance;

        var surface = request.Form is SplitForm.RearFootRaised or SplitForm.RearInstep
            ? Rear(body, stance, rear, kit)
            : null;
        if (posture is null)
        {
            return new BenchView(
                LinkageFaults.Sentence(fault),
                [],
                false,
                !body.SegmentsMeasured,
                request.Stance,
                request.StanceCm ?? 0,
                null,
                Sizes(body),
                [],
                [],
                [],
                [],
                null,
                [],
                [],
                "",
                // A surface that no posture reaches is too high for somebody: for whom, and what fits, is said all the same.
                surface
            );
        }

        var (school, form) = (request.School ?? SchoolCode.VerticalShin, request.Form ?? SplitForm.ToPad);
        var plan = SetupPlanner.Plan(body, stance, front, rear, kit, school, form);
        var family = StanceFamily.Of(body, posture, front, rear, SetupNature.Of(school, form, front, kit));
        return new BenchView(
            null,
            PartView.Of(plan.Sentence(kit.Tape)),
            plan.Fits,
            plan.Estimated,
            StanceDto.Of(posture.Stance),
            100 * posture.StanceMetres,
            Figure(posture.Points),
            Sizes(body),
            [.. plan.Demands.Select(d => View(d, plan.Binding))],
            [
                .. plan
                    .Changes.Take(3)
                    .Select(c => new ChangeView(
                        c.Sentence(kit.Tape),
                        c.Costs(posture, kit.Tape),
                        StanceDto.Of(c.Stance)
                    )),
            ],
            [.. plan.Card.Select(CardLineView.Of)],
            [.. plan.Roundings.Select(r => new AdviceView(r.Sentence, r.Matters))],
            Load(body, posture, request.Load.ToCore()),
            [.. SplitLinkage.PlantedPath(body, posture, Angle.FromDegrees(15), Angle.FromDegrees(20), 12).Select(At)],
            SameBottom(body, stance),
            family?.Sentence(kit.Tape) ?? "",
            surface
        );
    }

    /// <summary>How high the rear foot may go at this depth.</summary>
    private static RearSurfaceView Rear(Body body, SplitStance stance, RangeOfMotion rear, StudioKit kit)
    {
        var surface = RearSurface.For(body, stance, RearSurface.Of(stance.RearFoot), rear, kit);
        return new RearSurfaceView(
            surface.Sentence(kit.Tape, stance.RearRaiseMetres),
            stance.RearRaiseMetres > surface.HighestMetres + 0.005,
            100 * surface.HighestMetres,
            100 * surface.ComfortableMetres,
            100 * surface.MidShinMetres,
            kit.Tape.Length(surface.HighestMetres),
            kit.Tape.Length(surface.ComfortableMetres),
            kit.Tape.Length(surface.MidShinMetres),
            [
                .. surface.Heights.Select(h => new RearHeightView(
                    Math.Round(100 * h.Height.Metres, 1),
                    kit.Tape.Length(h.Height.Metres),
                    h.Height.Parts,
                    h.Fits,
                    h.Fits ? null
                        : h.StopsHigherMetres is { } up
                            ? $"too high, unless the knee stops {kit.Tape.Length(up)} higher"
                        : "too high"
                )),
            ],
            surface.Estimated
        );
    }

    /// <summary>What is asked of a joint, and whether it runs out first.</summary>
    public static DemandView View(Demand d, Demand binding) =>
        new(
            d.Joint,
            d.Name,
            d.Used.Degrees,
            d.UsedText,
            d.Spare.Degrees,
            d.Limit.Most.ToString(),
            d.Limit.Measured,
            d.Share,
            d.Exceeds,
            d == binding
        );

    public static StepView Solve(StepRequest request)
    {
        var (body, range, kit) = (BodyDto.ToCore(request.Body), RangeDto.ToCore(request.Ranges), request.Kit.ToCore());
        Refusal.Unless(FieldRange.StepKnee, "knee", request.KneeDegrees);
        Refusal.Unless(FieldRange.StepShin, "shin", request.ShinDegrees);
        Refusal.Unless(FieldRange.StepTrunk, "trunk", request.TrunkDegrees);
        Refusal.Unless(FieldRange.StepDownBox, "box", request.BoxCm);
        var lean = Angle.FromDegrees(request.TrunkDegrees);
        static Angle? Degrees(double? degrees) => degrees is { } d ? Angle.FromDegrees(d) : null;
        var plan = StepPlan.Of(
            body,
            range,
            kit,
            request.BoxCm / 100,
            Degrees(request.KneeDegrees),
            Degrees(request.ShinDegrees),
            lean
        );
        var points = StepLinkage.Points(body, plan.Step, lean);
        return new StepView(
            PartView.Of(plan.Sentence(kit.Tape, request.BoxCm is not null)),
            plan.Estimated,
            100 * plan.Height.Metres,
            new FigureView(
                new Dictionary<string, double[]>
                {
                    ["rearHeel"] = At(points.FloorHeel),
                    ["rearToe"] = At(points.FloorToe),
                    ["rearAnkle"] = At(points.FloorAnkle),
                    ["rearKnee"] = At(points.FloorKnee),
                    ["hip"] = At(points.Hip),
                    ["shoulder"] = At(points.Shoulder),
                    ["frontKnee"] = At(points.Knee),
                    ["frontAnkle"] = At(points.Ankle),
                    ["frontHeel"] = At(points.Heel),
                    ["frontToe"] = At(points.Toe),
                }
            ),
            Sizes(body),
            [.. plan.Card.Select(CardLineView.Of)],
            [.. plan.Advice.Select(a => new AdviceView(a.Sentence, a.Matters))],
            plan.RhythmProblem(request.FeetMeet == true, kit.Tape)
        );
    }

    /// <summary>The free leg is drawn as the rear one.</summary>
    public static FigureView Figure(OneLegPoints p) =>
        new(
            new Dictionary<string, double[]>
            {
                ["frontHeel"] = At(p.Heel),
                ["frontBall"] = At(p.Ball),
                ["frontToe"] = At(p.Toe),
                ["frontAnkle"] = At(p.Ankle),
                ["frontKnee"] = At(p.Knee),
                ["hip"] = At(p.Hip),
                ["shoulder"] = At(p.Shoulder),
                ["rearKnee"] = At(p.FreeKnee),
                ["rearAnkle"] = At(p.FreeAnkle),
                ["rearHeel"] = At(p.FreeHeel),
                ["rearBall"] = At(p.FreeBall),
                ["rearToe"] = At(p.FreeToe),
            }
        );

    public static SeatView Solve(SeatRequest request)
    {
        var facts = new SeatFacts(
            BodyDto.ToCore(request.Body),
            RangeDto.ToCore(request.Ranges),
            request.Kit.ToCore(),
            request.Kit.WeightsKg ?? []
        );
        foreach (
            var (field, name, value, most) in new[]
            {
                ("knee", "Knee", request.KneeDegrees, 180.0),
                ("seat", "The seat", request.SeatCm ?? 0, 400.0),
            }
        )
        {
            if (!double.IsFinite(value) || value < 0 || value > most)
                throw Refusal.BadInput(field, $"{name} is beyond anything a body does. Set it back.");
        }

        var sizes = Sizes(facts.Body);
        return !SeatPlan
            .TryOf(facts, request.Way, request.Choice, Angle.FromDegrees(request.KneeDegrees), request.SeatCm / 100)
            .Is(out var plan, out var problem)
            ? new SeatView(
                problem,
                [],
                !facts.Body.SegmentsMeasured,
                request.SeatCm ?? 0,
                request.KneeDegrees,
                0,
                null,
                null,
                sizes,
                [],
                []
            )
            : new SeatView(
                null,
                PartView.Of(plan.Sentence(request.Kit.Tape)),
                !facts.Body.SegmentsMeasured,
                Math.Round(100 * plan.Height.Metres, 1),
                Math.Round(plan.Posture.Knee.Degrees, 1),
                plan.Balance.OverFoot,
                Figure(plan.Posture.Points),
                [100 * (plan.Posture.Points.Shoulder.X + facts.Body.Reach), 100 * plan.Posture.Points.Shoulder.Y],
                sizes,
                [.. plan.Card.Select(CardLineView.Of)],
                [.. plan.Advice.Select(a => new AdviceView(a.Sentence, a.Matters))]
            );
    }

    public static ReachView Solve(ReachRequest request)
    {
        var body = BodyDto.ToCore(request.Body);
        if (ReachForm.Of(request.Way) is not { } form)
            throw Refusal.BadInput("way", "No mark on the floor decides this exercise. Choose one that reaches.");
        foreach (
            var (field, name, value, most) in new[]
            {
                ("knee", "Knee", request.KneeDegrees, 180.0),
                ("direction", "Direction", request.DirectionDegrees, 180.0),
                ("tape", "The tape", request.TapeCm, 400.0),
            }
        )
        {
            if (value is { } given && (!double.IsFinite(given) || given < 0 || given > most))
                throw Refusal.BadInput(field, $"{name} is beyond anything a body does. Set it back.");
        }

        static Angle? Degrees(double? degrees) => degrees is { } d ? Angle.FromDegrees(d) : null;
        var sizes = Sizes(body);
        return !ReachPlan
            .TryOf(
                body,
                form,
                Degrees(request.KneeDegrees),
                request.TapeCm / 100,
                Degrees(request.DirectionDegrees),
                request.Diagonal,
                request.Tape
            )
            .Is(out var plan, out var problem)
            ? new(
                problem,
                [],
                !body.SegmentsMeasured,
                request.KneeDegrees ?? 0,
                request.TapeCm ?? 0,
                request.DirectionDegrees ?? 0,
                null,
                sizes,
                []
            )
            : new(
                null,
                PartView.Of(plan.Sentence(request.Tape)),
                plan.Estimated,
                Math.Round(plan.Posture.Knee.Degrees, 1),
                Math.Round(100 * plan.Posture.TapeMetres, 1),
                Math.Round(plan.Posture.Direction.Degrees, 1),
                plan.Longest is { } furthest ? request.Tape.Length(furthest.TapeMetres) : null,
                sizes,
                [.. plan.Card.Select(CardLineView.Of)]
            );
    }

    public static StanceDto Start(StartRequest request)
    {
        var (body, front, rear, kit) = (
            BodyDto.ToCore(request.Body),
            RangeDto.ToCore(request.FrontRanges),
            RangeDto.ToCore(request.RearRanges),
            request.Kit.ToCore()
        );
        var raised = new RearRaise(
            request.RearFoot?.ToCore() ?? (request.Form == SplitForm.RearInstep ? RearContact.Roll : RearContact.Ball),
            request.Low,
            request.HipDominant
        );
        var stance = SetupPlanner.Start(body, request.School, request.Form, front, rear, kit, raised);
        return StanceDto.Of(
            request.TwoRightAngles
                ? stance with
                {
                    FrontShin = Angle.Zero,
                    RearThigh = Angle.Zero,
                    RearKneeMetres = SplitStance.TwoRightAnglesMetres(body),
                    FrontRaiseMetres = 0,
                    RearRaiseMetres = 0,
                    HeelWedge = Angle.Zero,
                    RearFoot = RearFoot.For(rear),
                }
                : stance
        );
    }

    private static OverlayView[] SameBottom(Body body, SplitStance stance) =>
        [
            .. SetupPlanner
                .SameBottom(stance)
                .Select(f =>
                    SplitLinkage.TrySolve(body, f.Stance).Is(out var posture)
                        ? new OverlayView(f.Name, Figure(posture.Points))
                        : null
                )
                .OfType<OverlayView>(),
        ];

    private static LoadView Load(Body body, SplitPosture posture, Load load)
    {
        var (least, most) = SplitLoading.ShareRange(body, posture, load);
        var moments = SplitLoading.Of(body, posture, load, force: ForceRule.RearPush).Front;
        var (ankle, knee, hip) = moments.Shares();
        return new LoadView(
            FormattableString.Invariant($"{100 * Math.Max(0, least):0}–{100 * Math.Min(1, most):0} %"),
            ankle,
            knee,
            hip,
            FormattableString
                .Invariant($"ankle {moments.Ankle:0}, knee {moments.Knee:0}, hip {moments.Hip:0} N·m")
                .Replace('-', '\u2212'),
            $"Estimate for standing still, heel to ball, the rear leg pushing along itself; moving scales read about ten points more. {(body.Measures.MassKilograms is null ? "Mass assumed." : "")}".Trim()
        );
    }

    public static BodySizesView Sizes(Body body) =>
        new(
            100 * body.Stature,
            100 * body.HipJointWidth,
            100 * body.HipBoneWidth,
            100 * body.AnkleHeight,
            100 * body.Foot,
            100 * body.Trunk
        );

    public static FigureView Figure(SplitPoints p) =>
        new(
            new Dictionary<string, double[]>
            {
                ["frontHeel"] = At(p.FrontHeel),
                ["frontBall"] = At(p.FrontBall),
                ["frontToe"] = At(p.FrontToe),
                ["frontAnkle"] = At(p.FrontAnkle),
                ["frontKnee"] = At(p.FrontKnee),
                ["hip"] = At(p.Hip),
                ["shoulder"] = At(p.Shoulder),
                ["rearKnee"] = At(p.RearKnee),
                ["rearAnkle"] = At(p.RearAnkle),
                ["rearBall"] = At(p.RearBall),
                ["rearToe"] = At(p.RearToe),
            }
        );

    public static double[] At(Place place) => [Math.Round(100 * place.X, 2), Math.Round(100 * place.Y, 2)];
}
