using System.Text.Json;

namespace DeftStride.Browser;

/// <summary>What is true of a drawn figure of the demo.</summary>
public static class Figure
{
    private static readonly Lazy<JsonElement> All = new(() =>
        JsonDocument
            .Parse(File.ReadAllText(Path.Combine(Checkout.Root, "src/DeftStride.Demo/Figures/figures.json")))
            .RootElement
    );

    /// <summary>Ankle and knee in the picture's pixels.</summary>
    public static ((double X, double Y) Ankle, (double X, double Y) Knee) Points(string name)
    {
        var points = Of(name).GetProperty("points");
        (double, double) At(string point) =>
            (points.GetProperty(point)[0].GetDouble(), points.GetProperty(point)[1].GetDouble());
        return (At("ankle"), At("knee"));
    }

    /// <summary>Any landmark in the picture's pixels, by its name in figures.json.</summary>
    public static (double X, double Y) Point(string name, string landmark)
    {
        var at = Of(name).GetProperty("points").GetProperty(landmark);
        return (at[0].GetDouble(), at[1].GetDouble());
    }

    /// <summary>A number that is true of it: "kneeInCm", "pelvisDropDegrees".</summary>
    public static double Truth(string name, string what) => Of(name).GetProperty(what).GetDouble();

    /// <summary>The true shin angle in degrees.</summary>
    public static double Shin(string name) => Of(name).GetProperty("shinDegrees").GetDouble();

    private static JsonElement Of(string name) =>
        All.Value.EnumerateArray().Single(f => f.GetProperty("file").GetString() == name + ".webp");
}
