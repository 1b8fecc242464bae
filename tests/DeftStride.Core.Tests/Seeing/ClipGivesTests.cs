using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Seeing;
using Xunit;

namespace DeftStride.Core.Tests.Seeing;

/// <summary>What a clip gives of each form and what it cannot, and the phases of what steps up onto a box.</summary>
public sealed class ClipGivesTests
{
    private static SeenRepetition Rep(
        BodySide side,
        int number,
        double down,
        double pause,
        double up,
        double sd = 0.05
    ) =>
        new(
            side,
            number,
            10 * number,
            (10 * number) + down,
            (10 * number) + down + pause + up,
            new(down, sd),
            new(pause, sd),
            new(up, sd),
            BottomNote.None,
            new Dictionary<string, double[]>()
        );

    private static SeenMovement Clip(params SeenRepetition[] repetitions) => new("c", View.Side, 30, repetitions, []);

    private static CheckStandard Standard(string id) =>
        CheckStandard.For(
            Exercise.Find(id)!,
            new(School.Of(SchoolCode.VerticalShin), SettingSource.Exercise),
            AnkleRange.Assumed,
            AnkleRange.Assumed,
            BandChoices.None,
            ErrorModel.Default
        );

    [Fact]
    public void Every_check_of_every_form_is_given_or_said_not_to_be()
    {
        foreach (var exercise in Exercise.All)
        {
            MeasureDefinition[] measures = [.. exercise.Checks.Select(c => c.Measure)];
            var said = string.Join(" ", ClipGives.Sentences(exercise, measures));
            foreach (var measure in measures.Where(m => ClipGives.Of(m) != ClipAnswer.Times))
                Assert.Contains(measure.Short, said, StringComparison.Ordinal);
            Assert.Equal(
                !exercise.Shape.Held && (exercise.Shape.FootTravels || exercise.Shape.Box != BoxWay.None),
                said.Contains("which foot leaves and lands", StringComparison.Ordinal)
            );
        }

        Assert.Equal(ClipAnswer.Stickers, ClipGives.Of(MeasureDefinition.Find("pelvic-level")!));
        Assert.Equal(ClipAnswer.Found, ClipGives.Of(MeasureDefinition.Find("front-shin")!));
        Assert.Equal(ClipAnswer.Placed, ClipGives.Of(MeasureDefinition.Find("rear-thigh")!));
        Assert.Equal(ClipAnswer.Otherwise, ClipGives.Of(MeasureDefinition.Find("reach")!));
    }

    [Theory]
    [InlineData("step-down-tap", 1.2, 3.0, Verdict.Outside)]
    [InlineData("step-down-tap", 3.0, 1.0, Verdict.InBand)]
    // What steps up goes up first: there the second way is the lowering.
    [InlineData("step-up", 3.0, 1.2, Verdict.Outside)]
    [InlineData("step-up", 1.0, 3.0, Verdict.InBand)]
    public void How_long_a_clip_lowers_answers_the_check(string exercise, double first, double second, Verdict verdict)
    {
        var input = new LookInput([], [], [], ReadingContext.Default)
        {
            Movements = [Clip([.. Enumerable.Range(1, 3).Select(n => Rep(BodySide.Left, n, first, 0.5, second))])],
        };
        var look = Look.Of(input, Standard(exercise));
        var down = look.On("descent", BodySide.Left)!;
        Assert.Equal((verdict, AnswerSource.Clip), (down.Verdict!.Value, down.Source));
        Assert.Equal(exercise == "step-up" ? second : first, down.Mean!.Value.Value, 0.001);
        Assert.Null(look.On("descent", BodySide.Right));
        // A clock in the coach's hand stands above it.
        var timed = Look.Of(
            input with
            {
                Stated = [new StatedNumber("descent", BodySide.Left, 2.5, AnswerSource.Clock)],
            },
            Standard(exercise)
        );
        Assert.Equal(AnswerSource.Clock, timed.On("descent", BodySide.Left)!.Source);
        Assert.Single(timed.Results, r => r.Measure.Id == "descent");
    }

    [Fact]
    public void Ways_down_that_could_not_be_timed_answer_nothing()
    {
        var input = new LookInput([], [], [], ReadingContext.Default)
        {
            Movements = [Clip(Rep(BodySide.Left, 1, 1, 0.5, 1, sd: 0.5), Rep(BodySide.Left, 2, 1, 0.5, 1, sd: 0.5))],
        };
        Assert.Null(Look.Of(input, Standard("step-down-tap")).On("descent", BodySide.Left));
    }

    [Fact]
    public void What_steps_up_is_told_up_first()
    {
        var clip = Clip(Rep(BodySide.Left, 1, 1.0, 0.6, 2.9), Rep(BodySide.Left, 2, 1.0, 0.6, 2.9));
        var up = TurnWords.Of(Exercise.Find("step-up")!.Shape);
        Assert.Equal(
            "2 repetitions, 1.0 s up, 0.6 s at the top, 2.9 s down.",
            Assert.Single(MovementWords.Said(clip, up)).Text
        );
        Assert.Equal(
            "2 repetitions, 1.0 s down, 0.6 s at the bottom, 2.9 s up.",
            Assert.Single(MovementWords.Said(clip, TurnWords.Of(Exercise.Find("step-down-tap")!.Shape))).Text
        );
        Assert.Equal(
            ["on the floor", "40 % up", "at the top", "40 % down", "down again"],
            new double[] { 0, 40, 100, 140, 200 }.Select(up.At)
        );
        var tempo = TempoDone.Of(clip.Repetitions, new Tempo(3, 1, 1, 0), rises: true);
        Assert.Equal([TempoPart.Down, TempoPart.Top, TempoPart.Up], tempo.Select(t => t.Part));
        Assert.Equal(TempoVerdict.Kept, tempo[0].Verdict);
        Assert.Equal(TempoVerdict.Kept, tempo[2].Verdict);
        Assert.Contains("at the top where 0", TempoDone.Missed(tempo), StringComparison.Ordinal);
    }
}
