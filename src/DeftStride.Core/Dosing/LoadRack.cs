using DeftStride.Core.Loading;

namespace DeftStride.Core.Dosing;

/// <summary>The weights that are there, so that a load goes up by what the studio really has.</summary>
/// <param name="Kilograms">Single weights, one entry each; empty while nobody listed them.</param>
public sealed record LoadRack(IReadOnlyList<double> Kilograms)
{
    /// <summary>Two weights this close hang evenly enough to be a pair, kilograms: a bell in pounds beside one in kilograms.</summary>
    public const double PairWithin = 0.3;

    /// <summary>What is known of the client that a first load is guessed from.</summary>
    public FirstLoad Client { get; init; } = FirstLoad.Unknown;

    /// <summary>The step taken while no weights are listed, kilograms.</summary>
    public const double AssumedStep = 2;

    /// <summary>Nothing listed.</summary>
    public static LoadRack Unknown { get; } = new([]);

    /// <summary>Every total that can be held in a position: two equal ones at the sides, one anywhere else. Lightest first.</summary>
    public IReadOnlyList<double> Totals(LoadPosition position) =>
        position == LoadPosition.Sides ? [.. Pairs().Distinct().Order()] : [.. Kilograms.Distinct().Order()];

    private IEnumerable<double> Pairs()
    {
        double[] all = [.. Kilograms.Order()];
        for (var i = 0; i + 1 < all.Length; i++)
        {
            if (all[i + 1] - all[i] <= PairWithin)
                yield return all[i] + all[i + 1];
        }
    }

    /// <summary>The heaviest total that is not above an aim; the lightest where all are, and what is aimed at while nothing is listed.</summary>
    public double AtMost(LoadPosition position, double kilograms) =>
        Kilograms.Count == 0
            ? Math.Max(AssumedStep, AssumedStep * Math.Floor(kilograms / AssumedStep))
            : Totals(position).Where(t => t <= kilograms + 1e-6).Select(t => (double?)t).LastOrDefault()
                ?? Lightest(position);

    /// <summary>The next heavier total, or null when the rack ends.</summary>
    public double? Heavier(LoadPosition position, double kilograms) =>
        Kilograms.Count == 0
            ? kilograms + AssumedStep
            : Totals(position).Where(t => t > kilograms + 1e-6).Cast<double?>().FirstOrDefault();

    /// <summary>The next lighter total; nothing when there is none.</summary>
    public double Lighter(LoadPosition position, double kilograms) =>
        Kilograms.Count == 0
            ? Math.Max(0, kilograms - AssumedStep)
            : Totals(position).LastOrDefault(t => t < kilograms - 1e-6);

    /// <summary>What to begin with: the lightest there is. Effort says how it goes on.</summary>
    public double Lightest(LoadPosition position) =>
        Kilograms.Count == 0 ? 2 * AssumedStep
        : Totals(position) is [var least, ..] ? least
        : 0;
}
