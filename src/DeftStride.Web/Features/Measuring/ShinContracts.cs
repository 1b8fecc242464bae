using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Web.Hosting;

namespace DeftStride.Web.Features.Measuring;

internal sealed record PointDto(double X, double Y)
{
    public ImagePoint ToCore() => new(X, Y);
}

internal sealed record VerticalDto(PointDto One, PointDto Other);

/// <summary>One still with the points placed on it. Coordinates are pixels of the kept picture, x right, y down.</summary>
internal sealed record StillDto(BodySide Side, Facing Facing, Guid PictureId, int Width, int Height, PointDto? Ankle, PointDto? Knee, VerticalDto? Vertical)
{
    public PointSet ToCore()
    {
        if (Width < 1 || Height < 1) throw Refusal.BadInput("stills", "A picture has no size. Choose it again.");
        var points = new Dictionary<Landmark, ImagePoint>();
        if (Ankle is not null) points[Landmark.Ankle] = Ankle.ToCore();
        if (Knee is not null) points[Landmark.Knee] = Knee.ToCore();
        return new PointSet(View.Side, Side, Facing, new PictureSize(Width, Height), points,
            Vertical is null ? null : new VerticalMark(Vertical.One.ToCore(), Vertical.Other.ToCore()), PointPlacer.Hand, PictureId.ToString());
    }
}

internal sealed record AnkleDto(double Degrees, bool Measured);

/// <summary>By what a check is judged. Kept with the check.</summary>
internal sealed record StandardDto(SchoolCode School, SettingSource Source, AnkleDto LeftAnkle, AnkleDto RightAnkle, double HeelWedgeDegrees)
{
    public CheckStandard ToCore() => new(
        new Sourced<School>(Core.Exercises.School.Of(School), Source), Ankle(LeftAnkle), Ankle(RightAnkle), ErrorModel.Default);

    private AnkleRange Ankle(AnkleDto ankle) => ankle.Degrees is < 5 or > 60 || HeelWedgeDegrees is < 0 or > 30
        ? throw Refusal.BadInput("standard", "Ankle bend lies between 5° and 60°, a heel wedge between 0° and 30°. Mend the client's numbers.")
        : new(Angle.FromDegrees(ankle.Degrees), ankle.Measured, Angle.FromDegrees(HeelWedgeDegrees));
}

internal sealed record ShinRequest(StandardDto Standard, IReadOnlyList<StillDto> Stills);

internal sealed record BandView(double? LowerDegrees, double? UpperDegrees, string Text);

internal sealed record ErrorPartView(string Name, string Text, string Means);

internal sealed record StillView(BodySide Side, double? Degrees, string? Text, double? TiltDegrees, MeasurementFault? Fault, string? Sentence);

internal sealed record SideView(
    BodySide Side,
    double Degrees,
    string Text,
    string Lean,
    double ReachDegrees,
    string ReachText,
    Verdict Verdict,
    BandSide Where,
    string MarginText,
    BandView Band,
    int Repetitions,
    IReadOnlyList<ErrorPartView> Error);

internal sealed record ComparisonView(double DifferenceDegrees, string DifferenceText, string AllowedText, bool Equal, bool SameFacing, string Words);

internal sealed record PartView(string Text, Tone Tone)
{
    public static IReadOnlyList<PartView> Of(Phrase phrase) => [.. phrase.Parts.Select(p => new PartView(p.Text, p.Tone))];
}

internal sealed record FindingView(FindingKind Kind, BodySide? Side, IReadOnlyList<PartView> Sentence, string Because);

/// <summary>Everything that can be said of the stills so far.</summary>
internal sealed record ShinView(IReadOnlyList<StillView> Stills, BandView LeftBand, BandView RightBand, SideView? Left, SideView? Right, ComparisonView? Comparison, FindingView Finding)
{
    public static ShinView Of(ShinCheck check, CheckStandard standard) => new(
        [.. check.Stills.Select(StillOf)],
        Band(standard.ShinBand(BodySide.Left)),
        Band(standard.ShinBand(BodySide.Right)),
        check.Left is null ? null : SideOf(check.Left),
        check.Right is null ? null : SideOf(check.Right),
        check.Comparison is { } c ? new ComparisonView(c.Difference.Degrees, c.Difference.Abs().ToString(), c.Allowed.ToString(), c.Equal, c.SameFacing, Core.Judging.Finding.DifferenceWords(c)) : null,
        new FindingView(check.Finding.Kind, check.Finding.Side, PartView.Of(check.Finding.Sentence), check.Finding.Because));

    public static SideView SideOf(SideResult side)
    {
        var (mean, judged) = (side.Mean, side.Judgement);
        return new SideView(
            mean.FrontLeg, mean.Value.Degrees, mean.Value.ToString(), Core.Judging.Finding.Lean(mean.Value),
            mean.Error.Reach.Degrees, Core.Judging.Finding.ReachWords(mean.Error.Reach),
            judged.Verdict, judged.Where, Margin(judged), Band(judged.Band), mean.Error.Repetitions, Error(mean.Error));
    }

    private static BandView Band(Band band) => new(band.Lower?.Degrees, band.Upper?.Degrees, band.ToString());

    public static StillView StillOf(StillResult still) => new(
        still.Points.FrontLeg, still.Reading?.Value.Degrees, still.Reading?.Value.ToString(), still.Reading?.PictureTilt.Degrees,
        still.Fault, still.Fault is { } fault ? MeasurementFaults.Sentence(fault) : null);

    private static string Margin(Judgement judged) => judged switch
    {
        { Verdict: Verdict.InBand } => $"{judged.Band}",
        { Verdict: Verdict.Outside, Where: BandSide.Beyond } => $"{judged.Margin.Abs()} beyond {judged.Band}",
        { Verdict: Verdict.Outside } => $"{judged.Margin.Abs()} short of {judged.Band}",
        _ => "an edge lies within the error",
    };

    private static ErrorPartView[] Error(ErrorBudget error) =>
    [
        new("Placing", Sd(error.Placing), "how far hand-placed points scatter on a shin this long"),
        new("Repetition", Sd(error.Repetition), "how much one repetition differs from the next (assumed until measured)"),
        new("Camera", Sd(error.Camera), "how far upright may be off; it does not shrink with more repetitions"),
        new("Together", Sd(error.StandardError), $"standard error over {error.Repetitions} {(error.Repetitions == 1 ? "repetition" : "repetitions")}; the ± shown is 1.28 of it, so the truth lies within about four times in five"),
    ];

    private static string Sd(Angle sd) => FormattableString.Invariant($"{sd.Degrees:0.0}°");

}
