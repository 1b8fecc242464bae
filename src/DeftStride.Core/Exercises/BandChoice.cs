using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Exercises;

/// <summary>A band chosen in place of the usual one.</summary>
/// <param name="Low">Lower edge in the measure's unit, or null.</param>
/// <param name="High">Upper edge, or null.</param>
public sealed record BandChoice(double? Low, double? High)
{
    /// <summary>What is wrong with it for a measure.</summary>
    /// <returns>A sentence; null where nothing is.</returns>
    public string? Problem(MeasureDefinition measure)
    {
        ArgumentNullException.ThrowIfNull(measure);
        if (measure.Unit == MeasureUnit.Tick)
            return $"{measure.Name} is seen, not measured: it has no band.";
        if (Low is null && High is null)
            return "Give at least one edge of the band, or take the choice back.";
        if ((Low is { } l && !double.IsFinite(l)) || (High is { } h && !double.IsFinite(h)))
            return "An edge must be a number.";
        return Low >= High ? "The lower edge must be below the upper." : null;
    }
}

/// <summary>Bands chosen at each level, by measure id. The first level that has one wins: client, then exercise, then school, then studio.</summary>
public sealed record BandChoices(
    IReadOnlyDictionary<string, BandChoice> Client,
    IReadOnlyDictionary<string, BandChoice> Exercise,
    IReadOnlyDictionary<string, BandChoice> School,
    IReadOnlyDictionary<string, BandChoice> Studio
)
{
    private static readonly Dictionary<string, BandChoice> Nothing = [];

    /// <summary>Nothing chosen anywhere.</summary>
    public static BandChoices None { get; } = new(Nothing, Nothing, Nothing, Nothing);

    /// <summary>The choice in force for a measure with its level.</summary>
    /// <returns>Null where none was made.</returns>
    public Sourced<BandChoice>? For(string measureId)
    {
        foreach (
            var (level, source) in new[]
            {
                (Client, SettingSource.Client),
                (Exercise, SettingSource.Exercise),
                (School, SettingSource.School),
                (Studio, SettingSource.Studio),
            }
        )
        {
            if (level.TryGetValue(measureId, out var choice))
                return new Sourced<BandChoice>(choice, source);
        }

        return null;
    }
}
