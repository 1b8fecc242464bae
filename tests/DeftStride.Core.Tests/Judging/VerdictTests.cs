using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
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
}
