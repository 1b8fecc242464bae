using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Xunit;

namespace DeftStride.Core.Tests.Judging;

public sealed class VerdictTests
{
    private static readonly Gen<double> AnyDegrees = Gen.Choose(-600, 600).Select(d => d / 10.0);
    private static readonly Gen<double> AnyReach = Gen.Choose(0, 100).Select(d => d / 10.0);

    [Property]
    public Property Never_in_or_outside_while_an_edge_lies_within_the_error() =>
        Prop.ForAll(
            AnyDegrees.ToArbitrary(),
            AnyReach.ToArbitrary(),
            Gen.Elements(SchoolCode.VerticalShin, SchoolCode.KneeForward, SchoolCode.Inclined).ToArbitrary(),
            (value, reach, school) =>
            {
                var band = School.Of(school).ShinBand(AnkleRange.Assumed);
                var judged = Judgement.Of(Given.Degrees(value), band, Given.Degrees(reach));
                var edgeInReach = new[] { band.Lower, band.Upper }
                    .OfType<Quantity>()
                    .Any(e => Math.Abs(e.Value - value) <= reach + 1e-9);
                return edgeInReach
                    ? judged.Verdict == Verdict.TooCloseToCall
                        || new[] { band.Lower, band.Upper }
                            .OfType<Quantity>()
                            .Any(e => Math.Abs(Math.Abs(e.Value - value) - reach) < 1e-6)
                    : judged.Verdict == (judged.Margin.Value > 0 ? Verdict.InBand : Verdict.Outside);
            }
        );

    [Theory]
    [InlineData(10, 3, Verdict.TooCloseToCall, BandSide.Within)]
    [InlineData(13, 3, Verdict.TooCloseToCall, BandSide.Beyond)]
    [InlineData(13.001, 3, Verdict.Outside, BandSide.Beyond)]
    [InlineData(6.999, 3, Verdict.InBand, BandSide.Within)]
    [InlineData(-5, 0, Verdict.TooCloseToCall, BandSide.Within)]
    [InlineData(-8.5, 3, Verdict.Outside, BandSide.Short)]
    [InlineData(2, 3, Verdict.InBand, BandSide.Within)]
    public void The_edge_itself_and_one_reach_from_it_are_too_close(
        double value,
        double reach,
        Verdict verdict,
        BandSide where
    )
    {
        var judged = Judgement.Of(
            Given.Degrees(value),
            new Band(Given.Degrees(-5), Given.Degrees(10)),
            Given.Degrees(reach)
        );
        Assert.Equal((verdict, where), (judged.Verdict, judged.Where));
    }

    [Fact]
    public void The_schools_accept_what_they_say()
    {
        var stiff = new AnkleRange(Angle.FromDegrees(24), true, Angle.FromDegrees(10));
        Assert.Equal("−5° to 10°", School.Of(SchoolCode.VerticalShin).ShinBand(stiff).ToString());
        Assert.Equal("10° to 30°", School.Of(SchoolCode.Inclined).ShinBand(stiff).ToString());
        Assert.Equal("24° or more", School.Of(SchoolCode.KneeForward).ShinBand(stiff).ToString());
        Assert.Equal("25° or more", School.Of(SchoolCode.KneeForward).ShinBand(AnkleRange.Assumed).ToString());
    }

    [Fact]
    public void A_band_needs_an_edge_and_its_edges_in_order()
    {
        Assert.Throws<ArgumentException>(() => new Band(null, null));
        Assert.Throws<ArgumentException>(() => new Band(Given.Degrees(10), Given.Degrees(10)));
    }

    private static Judgement Repeated(params double[] shins) => Repeated(Far, shins);

    private static readonly CameraPlace Far = CameraPlace.ByGuide with { DistanceMetres = 100 };

    private static Judgement Repeated(CameraPlace? camera, double[] shins) =>
        Given
            .Look([
                .. shins.Select(
                    (degrees, i) => Given.Still(degrees, marked: true) with { Repetition = i + 1, Camera = camera }
                ),
            ])
            .On("front-shin", BodySide.Right)!
            .Judgement!;

    [Fact]
    public void Half_of_the_repetitions_outside_is_outside_whatever_the_mean_and_one_odd_one_is_not()
    {
        // A band of −5° to 10°. The mean of these is 5°, well inside; two of three were far outside.
        var most = Repeated(19, 18, -22);
        Assert.Equal((Verdict.Outside, BandSide.Beyond, 3), (most.Verdict, most.Where, most.RepetitionsOutside));
        Assert.True(most.Margin.Value < 0);
        // One odd repetition pulls the mean to 16°; the two others were fine.
        var odd = Repeated(2, 3, 43);
        Assert.Equal((Verdict.InBand, BandSide.Within, 1), (odd.Verdict, odd.Where, odd.RepetitionsOutside));
        Assert.True(odd.Margin.Value > 0);
        Assert.Equal(Verdict.Outside, Repeated(24, 26, 25).Verdict);
        Assert.Equal(Verdict.InBand, Repeated(1, 3, 2).Verdict);
        Assert.Null(Repeated(24).RepetitionsOutside);
        // Looks on record from before keep the verdict of their day, on the mean alone.
        Assert.Equal(Verdict.InBand, Repeated(null, [19, 18, -22]).Verdict);
    }
}
