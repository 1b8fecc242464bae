using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using DeftStride.Core.Quantities;
using Xunit;

namespace DeftStride.Core.Tests.Filming;

/// <summary>Pictures by a lens whose place is drawn, points by a hand that scatters: how often the stated ± holds the truth.</summary>
public sealed class CoverageTests
{
    private static readonly Body Average = Body.From(new BodyMeasures(1.75));
    private static readonly int Seeds = Environment.GetEnvironmentVariable("DEFT_STRIDE_LONG") == "1" ? 1000 : 200;

    /// <summary>Two standard errors wider where there are fewer draws.</summary>
    private static readonly double Slack = Seeds < 1000 ? 2 * Math.Sqrt(0.75 * 0.25 / Seeds) : 0;

    private sealed record Shoot(double Yaw, double YawSd, double Distance, bool Line, CameraPlace Place)
    {
        /// <summary>How high the lens is, metres; null for where the guide has it.</summary>
        public double? Height { get; init; }

        /// <summary>How large the client is, pixels a metre.</summary>
        public double PixelsPerMetre { get; init; } = 500;

        /// <summary>How much longer than the table the client's legs are, as a share.</summary>
        public double Legs { get; init; }

        /// <summary>Whether the working leg is the further one.</summary>
        public bool WorkingFar { get; init; }
    }

    private static readonly Dictionary<string, (Shoot Shoot, double Least, double Most)> Conditions = new()
    {
        ["by the guide"] = (new(0, 5, 3, false, CameraPlace.ByGuide), 0.75, 0.94),
        ["with a line"] = (new(0, 5, 3, true, CameraPlace.ByGuide), 0.75, 0.94),
        ["15° off with a line"] = (new(15, 0, 3, true, CameraPlace.ByGuide), 0.75, 0.97),
        ["from far"] = (new(0, 5, 40, false, CameraPlace.ByGuide with { DistanceMetres = 40 }), 0.75, 0.94),
        ["five metres away, told"] = (new(0, 5, 5, false, CameraPlace.ByGuide with { DistanceMetres = 5 }), 0.75, 0.94),
        ["1.2 m high, told"] = (new(0, 5, 3, false, CameraPlace.ByGuide) { Height = 1.2 }, 0.75, 0.94),
        ["legs 4 % longer"] = (new(0, 5, 3, false, CameraPlace.ByGuide) { Legs = 0.04 }, 0.75, 0.94),
        ["a wide lens"] = (new(0, 5, 3, false, CameraPlace.ByGuide) { PixelsPerMetre = 330 }, 0.75, 0.94),
        ["the working leg far"] = (new(0, 5, 3, false, CameraPlace.ByGuide) { WorkingFar = true }, 0.75, 0.94),
        ["two metres away, told"] = (new(0, 5, 2, false, CameraPlace.ByGuide with { DistanceMetres = 2 }), 0.75, 0.94),
    };

    /// <summary>Conditions that the long run holds besides.</summary>
    private static readonly HashSet<string> OnlyLong =
    [
        "five metres away, told",
        "1.2 m high, told",
        "legs 4 % longer",
        "a wide lens",
        "the working leg far",
    ];

    public static TheoryData<string, string, SchoolCode> Cases
    {
        get
        {
            var data = new TheoryData<string, string, SchoolCode>();
            foreach (var condition in Conditions.Keys.Where(c => Seeds >= 1000 || !OnlyLong.Contains(c)))
            {
                foreach (var exercise in Exercise.All.Where(e => e.Checks.Any(c => c.MustPass && c.Measure.IsRead)))
                {
                    foreach (
                        var school in exercise.LeftToSchool
                            ? Enum.GetValues<SchoolCode>()
                            : [exercise.UsualSchool ?? SchoolCode.VerticalShin]
                    )
                        data.Add(condition, exercise.Id, school);
                }
            }

            return data;
        }
    }

    private static double Normal(Random random) =>
        Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());

    /// <summary>One look at a clean figure by cameras that are drawn.</summary>
    private static Look Filmed(
        CheckStandard standard,
        Shoot shoot,
        Random? random,
        int repetitions,
        bool everyPoint = false
    )
    {
        var stills = new List<PointSet>();
        var client = Body.From(
            new BodyMeasures(
                1.75,
                ShankMetres: 0.246 * 1.75 * (1 + shoot.Legs),
                ThighMetres: 0.245 * 1.75 * (1 + shoot.Legs)
            )
        );
        double N(double sd) => random is null ? 0 : sd * Normal(random);
        foreach (var side in new[] { BodySide.Left, BodySide.Right })
        {
            foreach (
                var view in LookPlan
                    .For(standard)
                    .Where(p => p.Essential || p.Moment is Moment.Start or Moment.Bottom)
                    .Where(p => p.View != View.Back)
                    .GroupBy(p => p.View)
            )
            {
                var height = shoot.Height ?? LookPlan.PhoneHeight(view.Key);
                var place = shoot.Place with { HeightMetres = height };
                var distance = shoot.Distance * (1 + (shoot.Distance > 8 ? 0 : N(1.0 / 6)));
                var pitch =
                    N(3)
                    - (height > CameraPlace.PlumbUpTo ? Math.Atan((height - 0.8) / shoot.Distance) * 180 / Math.PI : 0);
                var camera = new PinholeCamera
                {
                    Yaw = shoot.Yaw + N(shoot.YawSd),
                    Pitch = pitch,
                    Roll = N(2),
                    Distance = distance,
                    // A lens from far that looks up stands lower, or the client would not be in its picture.
                    Height = height - (shoot.Distance > 8 ? distance * Math.Tan(pitch * Math.PI / 180) : 0),
                    PixelsPerMetre = shoot.PixelsPerMetre,
                    Aim = N(2) * 3 / shoot.Distance,
                    // Large enough that nothing falls out of it, and as fine as a picture 1080 lines high.
                    Size = new PictureSize(2400, 2160),
                };
                var deep = Enum.GetValues<Landmark>().ToDictionary(l => l, _ => N(0.02));
                var lean = N(0.7);
                var facing =
                    (side == BodySide.Right) == (LookPlan.WorkingLegNear(standard) != shoot.WorkingFar)
                        ? Facing.Right
                        : Facing.Left;
                foreach (var asked in view)
                {
                    var planned = everyPoint
                        ? asked with
                        {
                            Points = Landmarks.Order(asked.View),
                            MorePoints = [],
                        }
                        : asked;
                    var figure = new PosedFigure(
                        client,
                        PoseLibrary.Clean(standard.Exercise, planned.Moment, client, standard.School.Value.Code) with
                        {
                            Track = 0.13,
                            TurnOut = 4,
                        }
                    );
                    for (var n = 1; n <= repetitions; n++)
                        stills.Add(
                            camera.Still(
                                figure,
                                planned,
                                side,
                                n,
                                facing,
                                shoot.Place with
                                {
                                    HeightMetres = height,
                                },
                                random is null ? null : l => deep[l],
                                random is null ? null : p => new ImagePoint(p.X + N(4), p.Y + N(4)),
                                markLean: lean,
                                line: shoot.Line && n == 1 ? (0.6, N(1.5)) : null
                            )
                        );
                }
            }
        }

        return Look.Of(
            new LookInput(
                stills,
                [],
                [],
                ReadingContext.Default with
                {
                    Body = Average,
                    BothFeetPlanted = standard.Exercise.Shape.BothFeetPlanted,
                }
            ),
            standard
        );
    }

    /// <summary>How much a client's repetitions differ, where figures are known: these, and not what the stated bound takes for it.</summary>
    private static readonly Dictionary<string, double> Between = new()
    {
        ["front-shin"] = 1.5,
        ["trunk-lean"] = 2,
        ["knee-flexion"] = 3,
        ["pelvic-level"] = 1,
        ["knee-offset"] = 0.5,
    };

    private static double Scatter(MeasureMean mean) =>
        Between.GetValueOrDefault(mean.Measure.Id, mean.Error.Repetition.Value);

    [Theory]
    [MemberData(nameof(Cases))]
    public void The_stated_bounds_hold_the_truth_as_often_as_they_say(
        string condition,
        string exercise,
        SchoolCode school
    )
    {
        var (shoot, least, most) = Conditions[condition];
        // The error of the hand is for a picture 1080 lines high; these are twice as high for room alone.
        var standard = Given.Standard(school, exercise) with
        {
            Errors = new ErrorModel(2),
        };
        var exact = Filmed(
            standard,
            new Shoot(0, 0, 100, false, CameraPlace.ByGuide with { DistanceMetres = 100 }) { Legs = shoot.Legs },
            null,
            1
        );
        var counts = new Dictionary<(string Id, Moment), (int In, int Outside, int All)>();
        // One stream: streams of neighbouring seeds begin alike.
        var random = new Random(condition.Length + (31 * exercise.Length));
        void Draw(int looks)
        {
            for (var look = 0; look < looks; look++)
            {
                foreach (var result in Filmed(standard, shoot, random, 3).Results)
                {
                    if (result.Mean is not { } mean || standard.Of(result.Measure.Id) is not { MustPass: true })
                        continue;
                    var truth = exact
                        .Results.Single(r =>
                            r.Measure == result.Measure && r.Side == result.Side && r.Moment == result.Moment
                        )
                        .Mean!.Value.Value;
                    var off =
                        mean.Value.Value + (Scatter(mean) * Normal(random) / Math.Sqrt(mean.Error.Repetitions)) - truth;
                    var reach = mean.Error.Reach.Value;
                    // How deep inside its band a value is that must not be called outside: 3 units, 1.5 cm, of the hips' path 7.5 %.
                    var inside =
                        mean.Measure.Id == "hip-path" ? 7.5
                        : mean.Measure.Unit == MeasureUnit.Centimetres ? 1.5
                        : 3;
                    var (held, called, all) = counts.GetValueOrDefault((result.Measure.Id, result.Moment));
                    counts[(result.Measure.Id, result.Moment)] = (
                        held + (Math.Abs(off) <= reach ? 1 : 0),
                        // A number that does not count blocks nobody.
                        called + (off > inside + reach && result.WouldCount is null ? 1 : 0),
                        all + 1
                    );
                }
            }
        }

        string[] Missed() =>
            [
                .. counts
                    .Where(c =>
                        !(
                            c.Value.In >= (least - Slack) * c.Value.All
                            && c.Value.In <= (most + Slack) * c.Value.All
                            && c.Value.Outside <= ((c.Key.Id == "hip-path" ? 0.07 : 0.05) + Slack) * c.Value.All
                        )
                    )
                    .Select(c => $"{c.Key}: {c.Value.In} of {c.Value.All} held, {c.Value.Outside} called outside"),
            ];

        Draw(Seeds / 2);
        // Of some three thousand shares of 1,000 draws a few miss by luck alone: those are drawn five times as often.
        if (Seeds >= 1000 && Missed().Length > 0)
            Draw(2 * Seeds);
        Assert.Empty(Missed());
    }

    [Theory]
    [InlineData("split-squat-to-pad", View.Front, 0.89, 0.94)]
    [InlineData("split-squat-to-pad", View.Side, 0.74, 0.87)]
    [InlineData("rear-toe-tap", View.Side, 0.82, 0.92)]
    [InlineData("step-up", View.Front, 0.60, 0.80)]
    [InlineData("one-leg-stand", View.Front, 0.60, 0.80)]
    public void A_camera_off_square_is_doubted_without_a_line_and_a_square_one_is_not(
        string exercise,
        View view,
        double at15,
        double at20
    )
    {
        var found = Exercise.Find(exercise)!;
        var standard = Given.Standard(found.UsualSchool ?? SchoolCode.VerticalShin, exercise) with
        {
            Errors = new ErrorModel(2),
        };
        double Raised(double yaw, double sd)
        {
            var (asked, all, random) = (0, 0, new Random(exercise.Length));
            for (var seed = 0; seed < Seeds / 2; seed++)
            {
                var look = Filmed(standard, new Shoot(yaw, sd, 3, false, CameraPlace.ByGuide), random, 3, true);
                foreach (var square in look.Squares.Where(s => s.View == view))
                    (asked, all) = (asked + (square.Doubt!.Value.Asked ? 1 : 0), all + 1);
            }

            return asked / (double)all;
        }

        Assert.True(Raised(0, 2.5) <= 0.12, $"square: {Raised(0, 2.5)}");
        Assert.True(
            Raised(15, 0) >= at15 - Slack,
            $"15°: {Raised(15, 0)} {string.Join(",", Filmed(standard, new Shoot(15, 0, 3, false, CameraPlace.ByGuide), new Random(1), 3, true).Squares.Where(s => s.View == view).Select(s => s.Doubt))}"
        );
        Assert.True(Raised(-20, 0) >= at20 - Slack, $"20°: {Raised(-20, 0)}");
    }
}
