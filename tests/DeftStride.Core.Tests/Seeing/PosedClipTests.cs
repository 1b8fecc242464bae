using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using DeftStride.Core.Quantities;
using DeftStride.Core.Seeing;
using Xunit;

namespace DeftStride.Core.Tests.Seeing;

/// <summary>
/// Every exercise that moves, as a clip of a posed figure from the side: its repetitions are counted and timed, the leg that works is
/// seen, its moments lie where they were put, and the front shin at the moment that counts is the pose's.
/// </summary>
public sealed class PosedClipTests
{
    private static readonly Body Average = Body.From(new(1.72, 70));
    private static readonly PictureSize Picture = new(1280, 960);
    private const double Rate = 30;

    public static TheoryData<string, BodySide> Moving
    {
        get
        {
            var data = new TheoryData<string, BodySide>();
            foreach (
                var exercise in Exercise.All.Where(e =>
                    !e.Shape.Held && e.Shape.Sided && e.Shape is { Kneels: false, Jumps: false }
                )
            )
            {
                // Helpers that hold still have one posture: nothing moves in them.
                if (Low(exercise) == High(exercise))
                    continue;
                data.Add(exercise.Id, BodySide.Left);
                data.Add(exercise.Id, BodySide.Right);
            }

            return data;
        }
    }

    private static Pose Low(Exercise exercise) =>
        PoseLibrary.Clean(exercise, exercise.Shape.Box == BoxWay.Rises ? Moment.Start : Moment.Bottom, Average);

    private static Pose High(Exercise exercise) => PoseLibrary.Clean(exercise, Moment.Top, Average);

    /// <summary>From the one end of the movement to the other, joint by joint.</summary>
    private static Pose Between(Pose one, Pose other, double share)
    {
        double At(Func<Pose, double> of) => of(one) + (share * (of(other) - of(one)));
        return one with
        {
            Shin = At(p => p.Shin),
            Knee = At(p => p.Knee),
            Trunk = At(p => p.Trunk),
            RearThigh = At(p => p.RearThigh),
            RearShank = At(p => p.RearShank),
        };
    }

    private static FilmedBody Film(Exercise exercise, BodySide working, MadeMovement made, double noise)
    {
        var (low, high) = (Low(exercise), High(exercise));
        var (first, turn) = exercise.Shape.Box == BoxWay.Rises ? (low, high) : (high, low);
        var random = new Random(7);
        var camera = new FigureCamera(360, new ImagePoint(640, 880)) { Size = Picture };
        var left = working == BodySide.Left;
        BodyPoint Own(BodyPoint l, BodyPoint r) => left ? l : r;
        var frames = new List<BodyFrame>();
        for (var i = 0; i / Rate <= made.Seconds; i++)
        {
            var figure = new PosedFigure(Average, Between(first, turn, made.At(i / Rate)));
            TrackPoint At(Landmark landmark)
            {
                var p = figure.At(landmark);
                return new(
                    new(
                        camera.Origin.X + (camera.PixelsPerMetre * p.X) + Gaussian.Sample(random, noise),
                        camera.Origin.Y - (camera.PixelsPerMetre * p.Y) + Gaussian.Sample(random, noise)
                    ),
                    0.95,
                    TrackSource.Found
                );
            }

            frames.Add(
                new BodyFrame(
                    i / Rate,
                    new Dictionary<BodyPoint, TrackPoint>
                    {
                        [BodyPoint.Ear] = At(Landmark.Ear),
                        [Own(BodyPoint.LeftShoulder, BodyPoint.RightShoulder)] = At(Landmark.WorkingShoulder),
                        [Own(BodyPoint.RightShoulder, BodyPoint.LeftShoulder)] = At(Landmark.FreeShoulder),
                        [Own(BodyPoint.LeftHip, BodyPoint.RightHip)] = At(Landmark.Hip),
                        [Own(BodyPoint.RightHip, BodyPoint.LeftHip)] = At(Landmark.FreeHip),
                        [Own(BodyPoint.LeftKnee, BodyPoint.RightKnee)] = At(Landmark.Knee),
                        [Own(BodyPoint.RightKnee, BodyPoint.LeftKnee)] = At(Landmark.RearKnee),
                        [Own(BodyPoint.LeftAnkle, BodyPoint.RightAnkle)] = At(Landmark.Ankle),
                        [Own(BodyPoint.RightAnkle, BodyPoint.LeftAnkle)] = At(Landmark.RearAnkle),
                        [Own(BodyPoint.LeftHeel, BodyPoint.RightHeel)] = At(Landmark.Heel),
                        [Own(BodyPoint.LeftToe, BodyPoint.RightToe)] = At(Landmark.Toe),
                        [Own(BodyPoint.RightToe, BodyPoint.LeftToe)] = At(Landmark.RearToe),
                    }
                )
            );
        }

        return new FilmedBody(View.Side, Picture, frames, "posed")
        {
            Vertical = new VerticalMark(new(100, 100), new(100, 800)),
        };
    }

    [Theory]
    [MemberData(nameof(Moving))]
    public void Repetitions_times_and_moments_of_every_form_are_found(string id, BodySide working)
    {
        var exercise = Exercise.Find(id)!;
        var made = new MadeMovement(Rate, 1, 0, (2, 0.5, 1.5, 0.8), 3);
        Assert.True(
            Movement.TryFind(Film(exercise, working, made, 1), exercise, null).Is(out var movement, out var fault),
            $"{id}: {fault}"
        );
        Assert.Equal(3, movement.Counted.Count);
        Assert.All(movement.Counted, r => Assert.Equal(working, r.Side));
        var rises = TurnWords.Of(exercise.Shape).Rises;
        foreach (var (counted, n) in movement.Counted.Select((c, n) => (c, n)))
        {
            var r = counted.Repetition;
            Assert.Equal(made.Start(n) + 2.25, r.Bottom, 0.3);
            Assert.Equal(2, r.Down.Seconds, 0.45);
            Assert.Equal(1.5, r.Up.Seconds, 0.45);
            // The moment that counts is where it was put, and its shin is the pose's.
            var moment = rises ? Moment.Start : Moment.Bottom;
            var still = movement.At(counted, moment);
            var (ankle, knee) = (still.Points[Landmark.Ankle], still.Points[Landmark.Knee]);
            var shin = Math.Atan2(knee.X - ankle.X, ankle.Y - knee.Y) * 180 / Math.PI;
            Assert.Equal(Low(exercise).Shin, shin, 2.5);
        }
    }
}
