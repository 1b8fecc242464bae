using System.Text.Json;
using DeftStride.Core.Bodies;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Seeing;

namespace DeftStride.Core.Tests.Seeing;

/// <summary>A clip that was drawn, with what is true of it and the points that the model found in it.</summary>
internal sealed record DrawnClip(
    string Name,
    View View,
    BodySide Front,
    double Stature,
    double ShinDegrees,
    double TrunkDegrees,
    double KneeInCm,
    double PelvisDropDegrees,
    double KneeBendDegrees,
    double KneeFrom,
    double DropFrom,
    IReadOnlyList<DrawnRepetition> Repetitions,
    FilmedBody Body
)
{
    private static readonly JsonSerializerOptions Web = new(JsonSerializerDefaults.Web);
    private static readonly string Folder = Path.Combine(AppContext.BaseDirectory, "Clips");

    private static readonly string Held = Path.Combine(AppContext.BaseDirectory, "Unseen");

    /// <summary>Those that ship with the demo, and that the errors of found points were set by.</summary>
    public static IEnumerable<string> Names => In(Folder);

    /// <summary>Others, of other people in other postures, drawn and read once all was set: one repetition each. Their films are not kept.</summary>
    public static IEnumerable<string> Unseen => In(Held);

    private static IEnumerable<string> In(string folder) =>
        Directory
            .EnumerateFiles(folder, "*.track.json")
            .Select(f => Path.GetFileName(f).Replace(".track.json", "", StringComparison.Ordinal))
            .Order(StringComparer.Ordinal);

    /// <summary>What a look says of what moves in it, for somebody as tall as who was drawn.</summary>
    public Look LookAt(Movement movement)
    {
        var context = ReadingContext.Default with { Body = Core.Bodies.Body.From(new BodyMeasures(Stature)) };
        return Look.Of(
            new LookInput([.. movement.Stills().Select(s => s.Still)], [], [], context)
            {
                Movements = [SeenMovement.Of(movement, Given.Standard().Measures, context, ErrorModel.Default)],
            },
            Given.Standard()
        );
    }

    public static DrawnClip Of(string name)
    {
        var folder = File.Exists(Path.Combine(Folder, $"{name}.json")) ? Folder : Held;
        using var truth = JsonDocument.Parse(File.ReadAllText(Path.Combine(folder, $"{name}.json")));
        using var found = JsonDocument.Parse(File.ReadAllText(Path.Combine(folder, $"{name}.track.json")));
        var (t, f) = (truth.RootElement, found.RootElement);
        double Number(string key) => t.GetProperty(key).GetDouble();
        var view = Enum.Parse<View>(t.GetProperty("view").GetString()!, true);
        var names = Enum.GetValues<BodyPoint>();
        BodyFrame[] frames =
        [
            .. f.GetProperty("frames")
                .EnumerateArray()
                .Select(frame =>
                {
                    double[] p = [.. frame.GetProperty("points").EnumerateArray().Select(x => x.GetDouble())];
                    return new BodyFrame(
                        frame.GetProperty("seconds").GetDouble(),
                        Enumerable
                            .Range(0, p.Length / 3)
                            .ToDictionary(
                                i => names[i],
                                i => new TrackPoint(new(p[3 * i], p[(3 * i) + 1]), p[(3 * i) + 2], TrackSource.Found)
                            )
                    );
                }),
        ];
        return new DrawnClip(
            name,
            view,
            Enum.Parse<BodySide>(t.GetProperty("front").GetString()!, true),
            Number("stature"),
            Number("shinDegrees"),
            Number("trunkDegrees"),
            Number("kneeInCm"),
            Number("pelvisDropDegrees"),
            Number("kneeBendDegrees"),
            Number("kneeFrom"),
            Number("dropFrom"),
            t.GetProperty("repetitions").Deserialize<DrawnRepetition[]>(Web)!,
            new FilmedBody(
                view,
                new((int)f.GetProperty("width").GetDouble(), (int)f.GetProperty("height").GetDouble()),
                frames,
                name
            )
            {
                Camera = new CameraPlace
                {
                    DistanceMetres = 3.2 * Number("stature"),
                    HeightMetres = 0.5 * Number("stature"),
                    Guided = true,
                },
            }
        );
    }
}

/// <summary>When a drawn repetition starts, comes down, leaves again and ends, seconds.</summary>
internal sealed record DrawnRepetition(double Start, double Arrival, double Leaving, double End)
{
    public double Bottom => (Arrival + Leaving) / 2;
}
