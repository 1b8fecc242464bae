using DeftStride.Core.Loading;

namespace DeftStride.Core.Dosing;

/// <summary>
/// The weights that are there, so that a load goes up by what the studio really has for the place where it is held: a bar with
/// its discs on the shoulders, a sandbag hugged, two alike at the sides, one anywhere else.
/// </summary>
/// <param name="Kilograms">Single weights, one entry each; empty while nobody listed them.</param>
public sealed record LoadRack(IReadOnlyList<double> Kilograms)
{
    /// <summary>Two weights this close hang evenly enough to be a pair, kilograms: a bell in pounds beside one in kilograms.</summary>
    public const double PairWithin = 0.3;

    /// <summary>Bars, what each weighs alone, kilograms.</summary>
    public IReadOnlyList<double> Bars { get; init; } = [];

    /// <summary>Discs for the bars, one entry each, kilograms; they go on in pairs.</summary>
    public IReadOnlyList<double> Discs { get; init; } = [];

    /// <summary>Sandbags, kilograms.</summary>
    public IReadOnlyList<double> Sandbags { get; init; } = [];

    /// <summary>Whether nobody has listed anything to hold.</summary>
    public bool Unlisted => Kilograms.Count + Bars.Count + Sandbags.Count == 0;

    /// <summary>What is known of the client that a first load is guessed from.</summary>
    public FirstLoad Client { get; init; } = FirstLoad.Unknown;

    /// <summary>The step taken while no weights are listed, kilograms.</summary>
    public const double AssumedStep = 2;

    /// <summary>Nothing listed.</summary>
    public static LoadRack Unknown { get; } = new([]);

    /// <summary>Every total that can be held in a position, lightest first; empty where there is nothing for it.</summary>
    /// <returns>Kilograms.</returns>
    public IReadOnlyList<double> Totals(LoadPosition position) =>
        [
            .. (
                position switch
                {
                    LoadPosition.Sides => Pairs(Kilograms).Select(p => 2 * p),
                    LoadPosition.Front or LoadPosition.Back => Bars.SelectMany(Loaded),
                    LoadPosition.Sandbag => Sandbags,
                    // The crook of the elbow takes a bag as well as a bell.
                    LoadPosition.ElbowCrook => Kilograms.Concat(Sandbags),
                    _ => Kilograms,
                }
            )
                .Select(kg => Math.Round(kg, 3))
                .Distinct()
                .Order(),
        ];

    /// <summary>A bar alone and with every set of discs that is alike at both ends.</summary>
    private IEnumerable<double> Loaded(double bar)
    {
        HashSet<double> totals = [bar];
        // Each pair goes on once: what is already counted is taken with it and without it.
        for (var left = Discs.Order().ToList(); Pairs(left).Select(p => (double?)p).FirstOrDefault() is { } pair; )
        {
            var i = left.FindIndex(kg => Math.Abs(kg - pair) <= PairWithin / 2 + 1e-9);
            left.RemoveRange(i, 2);
            totals.UnionWith([.. totals.Select(t => Math.Round(t + (2 * pair), 3))]);
        }

        return totals;
    }

    /// <summary>Two that hang evenly enough, the mean of each such pair; each weight stands beside the next heavier.</summary>
    private static IEnumerable<double> Pairs(IEnumerable<double> kilograms)
    {
        double[] all = [.. kilograms.Order()];
        for (var i = 0; i + 1 < all.Length; i++)
        {
            if (all[i + 1] - all[i] <= PairWithin)
                yield return (all[i] + all[i + 1]) / 2;
        }
    }

    /// <summary>The heaviest total that is not above an aim; the lightest where all are, and what is aimed at while nothing is listed.</summary>
    /// <returns>Kilograms.</returns>
    public double AtMost(LoadPosition position, double kilograms) =>
        Unlisted
            ? Math.Max(AssumedStep, AssumedStep * Math.Floor(kilograms / AssumedStep))
            : Totals(position).Where(t => t <= kilograms + 1e-6).Select(t => (double?)t).LastOrDefault()
                ?? Lightest(position);

    /// <summary>The next heavier total, or null when the rack ends.</summary>
    /// <returns>Kilograms.</returns>
    public double? Heavier(LoadPosition position, double kilograms) =>
        Unlisted
            ? kilograms + AssumedStep
            : Totals(position).Where(t => t > kilograms + 1e-6).Cast<double?>().FirstOrDefault();

    /// <summary>The next lighter total; nothing when there is none.</summary>
    /// <returns>Kilograms; 0 when there is none.</returns>
    public double Lighter(LoadPosition position, double kilograms) =>
        Unlisted ? Math.Max(0, kilograms - AssumedStep) : Totals(position).LastOrDefault(t => t < kilograms - 1e-6);

    /// <summary>What to begin with: the lightest there is. Effort says how it goes on.</summary>
    /// <returns>Kilograms.</returns>
    public double Lightest(LoadPosition position) =>
        Unlisted ? 2 * AssumedStep
        : Totals(position) is [var least, ..] ? least
        : 0;
}
