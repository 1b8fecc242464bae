using DeftStride.Core.Measuring;
using DeftStride.Data.Pictures;
using DeftStride.Web.Features.Measuring;
using DeftStride.Web.Hosting;

namespace DeftStride.Web.Demo;

/// <summary>Places in the picture, [x, y] in its pixels. From the front and from behind the same points are as the camera sees them.</summary>
internal sealed record FigurePoints(
    double[] Ankle, double[] Knee, double[] Hip, double[] Shoulder, double[] RearKnee, double[] RearAnkle, double[] Toe, double[] WorkingAsis, double[] FreeAsis);

/// <summary>A drawn figure with what is true of it, as the figure tool wrote it down.</summary>
internal sealed record FigureTruth(
    string File, View View, BodySide Front, Facing Facing, int Width, int Height, string Person, double ShinDegrees, double TrunkDegrees,
    double KneeInCm, double PelvisDropDegrees, FigurePoints Points, double[][] Upright);

/// <summary>The drawn figures that ship with the server.</summary>
internal sealed class Figures
{
    private readonly string _folder = Path.Combine(AppContext.BaseDirectory, "Demo", "Figures");
    private readonly Dictionary<string, FigureTruth> _truth;

    public Figures() => _truth = Json.Read<FigureTruth[]>(File.ReadAllText(Path.Combine(_folder, "figures.json"))).ToDictionary(t => Path.GetFileNameWithoutExtension(t.File));

    public FigureTruth Truth(string name) => _truth[name];

    public CleanPicture Picture(string name) => new(File.ReadAllBytes(Path.Combine(_folder, _truth[name].File)), _truth[name].Width, _truth[name].Height);

    /// <summary>A still of the figure as a coach would have marked it: the true points with a hand's scatter.</summary>
    public StillDto Marked(string name, Guid pictureId, Random hand)
    {
        var truth = _truth[name];
        return new StillDto(truth.Front, truth.Facing, pictureId, truth.Width, truth.Height, Near(truth.Points.Ankle, hand), Near(truth.Points.Knee, hand),
            new VerticalDto(Near(truth.Upright[0], hand), Near(truth.Upright[1], hand)));
    }

    private static PointDto Near(double[] point, Random hand) => new(Math.Round(point[0] + Scatter(hand), 1), Math.Round(point[1] + Scatter(hand), 1));

    private static double Scatter(Random hand) => 2.5 * Math.Sqrt(-2 * Math.Log(1 - hand.NextDouble())) * Math.Cos(2 * Math.PI * hand.NextDouble());
}
