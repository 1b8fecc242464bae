using System.Text.Json;
using System.Text.Json.Serialization;
using DeftStride.Core.Measuring;
using DeftStride.Data.Kept;
using DeftStride.Data.Pictures;

namespace DeftStride.Demo;

/// <summary>A drawn figure with what is true of it, as the figure tool wrote it down. Places are [x, y] in the picture's pixels.</summary>
internal sealed record FigureTruth(
    string File,
    View View,
    BodySide Front,
    Facing Facing,
    int Width,
    int Height,
    string Person,
    double ShinDegrees,
    double TrunkDegrees,
    double KneeInCm,
    double PelvisDropDegrees,
    Moment Moment,
    IReadOnlyDictionary<Landmark, double[]> Points,
    double[][] Upright
);

/// <summary>The drawn figures that ship with the server.</summary>
internal sealed class Figures
{
    /// <summary>As the drawing tools write.</summary>
    public static readonly JsonSerializerOptions Plain = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false) },
    };

    private readonly string _folder = Path.Combine(AppContext.BaseDirectory, "Figures");
    private readonly Dictionary<string, FigureTruth> _truth;

    public Figures() =>
        _truth = JsonSerializer
            .Deserialize<FigureTruth[]>(File.ReadAllText(Path.Combine(_folder, "figures.json")), Plain)!
            .ToDictionary(t => Path.GetFileNameWithoutExtension(t.File));

    public FigureTruth Truth(string name) => _truth[name];

    public CleanPicture Picture(string name) =>
        new(File.ReadAllBytes(Path.Combine(_folder, _truth[name].File)), _truth[name].Width, _truth[name].Height);

    /// <summary>A still of the figure as a coach would have marked it: the true points with a hand's scatter.</summary>
    public KeptStill Marked(string name, Guid pictureId, Random hand)
    {
        var truth = _truth[name];
        return new KeptStill(
            truth.Front,
            truth.View,
            truth.Moment,
            1,
            truth.Facing,
            false,
            pictureId,
            truth.Width,
            truth.Height,
            truth.Points.Where(p => Inside(p.Value, truth)).ToDictionary(p => p.Key, p => Near(p.Value, hand)),
            new KeptVertical(Near(truth.Upright[0], hand), Near(truth.Upright[1], hand)),
            null,
            [],
            // Drawn square and level by a lens that stands so far and so high for a body of 1.72 m.
            new KeptCamera(5.5, 0.65, true)
        );
    }

    /// <summary>A head above the picture's edge has no ear to mark.</summary>
    private static bool Inside(double[] point, FigureTruth truth) =>
        point[0] > 10 && point[1] > 10 && point[0] < truth.Width - 10 && point[1] < truth.Height - 10;

    private static KeptPoint Near(double[] point, Random hand) =>
        new(Math.Round(point[0] + Scatter(hand), 1), Math.Round(point[1] + Scatter(hand), 1));

    private static double Scatter(Random hand) =>
        2.5 * Math.Sqrt(-2 * Math.Log(1 - hand.NextDouble())) * Math.Cos(2 * Math.PI * hand.NextDouble());
}
