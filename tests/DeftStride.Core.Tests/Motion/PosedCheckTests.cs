using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using Xunit;

namespace DeftStride.Core.Tests.Motion;

public sealed class PosedCheckTests
{
    private static readonly Body Average = Body.From(new BodyMeasures(1.75));

    private static Look Of(
        string exercise,
        SchoolCode? school,
        int repetitions,
        Random? hand,
        params PosedFault[] faults
    )
    {
        var found = Exercise.Find(exercise)!;
        var standard = Given.Standard(school ?? found.UsualSchool ?? SchoolCode.VerticalShin, exercise);
        return Look.Of(PosedCheck.Of(standard, Average, repetitions, hand, faults), standard);
    }

    public static TheoryData<string, SchoolCode?> Exercises
    {
        get
        {
            var data = new TheoryData<string, SchoolCode?>();
            foreach (var exercise in Exercise.All)
            {
                if (exercise.LeftToSchool)
                    foreach (var school in Enum.GetValues<SchoolCode>())
                        data.Add(exercise.Id, school);
                else
                    data.Add(exercise.Id, null);
            }

            return data;
        }
    }

    [Theory]
    [MemberData(nameof(Exercises))]
    public void A_clean_check_is_called_clean_with_a_hand_that_scatters(string exercise, SchoolCode? school)
    {
        var look = Of(exercise, school, 3, null);
        Assert.True(look.Finding.Kind == FindingKind.Clean, $"{look.Finding.Sentence} {look.Finding.Because}");
        Assert.Empty(look.Missing);
        Assert.All(look.MustPass, r => Assert.Equal(Verdict.InBand, r.Verdict));
        var scattered = Of(exercise, school, 3, new Random(7));
        Assert.DoesNotContain(scattered.MustPass, r => r.Verdict == Verdict.Outside);
    }

    /// <summary>Every key check of every exercise, spoiled each way that its band can be left.</summary>
    public static TheoryData<string, SchoolCode?, string, BandSide, BodySide> Faults
    {
        get
        {
            var data = new TheoryData<string, SchoolCode?, string, BandSide, BodySide>();
            foreach (var exercise in Exercise.All)
            {
                foreach (
                    var school in exercise.LeftToSchool ? Enum.GetValues<SchoolCode>().Cast<SchoolCode?>() : [null]
                )
                {
                    var standard = Given.Standard(
                        school ?? exercise.UsualSchool ?? SchoolCode.VerticalShin,
                        exercise.Id
                    );
                    foreach (var band in standard.MustPass.Where(b => b.Measure.Id != "reach"))
                    {
                        var ways = band.Left is not { } edges
                            ? [BandSide.Beyond]
                            : new[]
                            {
                                edges.Lower is null ? (BandSide?)null : BandSide.Short,
                                edges.Upper is null ? null : BandSide.Beyond,
                            }.OfType<BandSide>();
                        foreach (var way in ways)
                        foreach (var side in new[] { BodySide.Left, BodySide.Right })
                            data.Add(exercise.Id, school, band.Measure.Id, way, side);
                    }
                }
            }

            return data;
        }
    }

    public static TheoryData<string, BodySide> Reaches
    {
        get
        {
            var data = new TheoryData<string, BodySide>();
            foreach (
                var exercise in Exercise.All.Where(e => e.Checks.Any(c => c is { MustPass: true, MeasureId: "reach" }))
            )
            foreach (var side in new[] { BodySide.Left, BodySide.Right })
                data.Add(exercise.Id, side);
            return data;
        }
    }

    [Theory]
    [MemberData(nameof(Reaches))]
    public void A_reach_that_falls_short_on_one_side_is_named_and_answered_as_a_reach(string exercise, BodySide side)
    {
        var look = Of(exercise, null, 3, null, new PosedFault("reach", BandSide.Short, side));
        Assert.Equal((FindingKind.Uneven, "reach"), (look.Finding.Kind, look.Finding.MeasureId));
        // More on the other side: that is the longer reach.
        Assert.NotEqual(side, look.Finding.Side);
        Assert.Equal("crossing-loose", Correcting(look, exercise)?.Id);
    }

    private static DeftStride.Core.Correcting.Fault? Correcting(Look look, string exercise) =>
        DeftStride.Core.Correcting.Fault.For(look.Finding, Exercise.Find(exercise)!.Forms);

    [Theory]
    [MemberData(nameof(Faults))]
    public void The_fault_that_was_put_in_is_the_one_that_is_named(
        string exercise,
        SchoolCode? school,
        string measure,
        BandSide way,
        BodySide side
    )
    {
        var look = Of(exercise, school, 3, null, new PosedFault(measure, way, side));
        var said = $"{look.Finding.Sentence} {look.Finding.Because}";
        Assert.True(look.Finding.Kind == FindingKind.Outside, said);
        Assert.Equal(side, look.Finding.Side);
        // The same fault may show first in its twin measure.
        string[] same = measure switch
        {
            "projection" or "knee-offset" => ["projection", "knee-offset"],
            "pelvic-level" or "pelvic-change" => ["pelvic-level", "pelvic-change"],
            _ => [measure],
        };
        Assert.True(same.Contains(look.Finding.MeasureId), $"{look.Finding.MeasureId}: {said}");
        Assert.Equal(way, look.Finding.Where);
    }
}
