using DeftStride.Core.Correcting;

namespace DeftStride.Core.Setup;

/// <summary>Which way a band pulls a knee.</summary>
public enum BandPull
{
    /// <summary>From its outside across the body; the knee is driven out against it.</summary>
    Inward,

    /// <summary>From its inside away from the body; the knee is drawn in against it.</summary>
    Outward,
}

/// <summary>A band about the front knee: against which fault, which way it pulls, until when it is lent.</summary>
/// <param name="FaultId">The knee that falls in, or out.</param>
/// <param name="Pull">Which way it pulls.</param>
/// <param name="Until">The day on which it is tried without.</param>
public sealed record BandSetup(string FaultId, BandPull Pull, DateOnly Until)
{
    private const string FallsIn = "knee-in",
        FallsOut = "knee-out";

    /// <summary>The faults that a band answers.</summary>
    public static IReadOnlyList<string> Faults { get; } = [FallsIn, FallsOut];

    /// <summary>Which way the band pulls for a fault: always the way that the knee falls, so that it has to answer.</summary>
    /// <returns>Null where no band helps.</returns>
    public static BandPull? For(string faultId) =>
        faultId switch
        {
            FallsIn => BandPull.Inward,
            FallsOut => BandPull.Outward,
            _ => null,
        };

    /// <summary>The correction that lends the band, by id.</summary>
    public string CorrectionId => FaultId == FallsOut ? "ko-band" : "ki-band";

    /// <summary>What is wrong with it.</summary>
    /// <param name="today">The day.</param>
    /// <returns>A sentence that says what to do; null where nothing is.</returns>
    public string? Problem(DateOnly today)
    {
        if (For(FaultId) is not { } right)
            return "A band answers a knee that falls in or one that falls out. Choose one of the two.";
        if (Pull != right)
            return right == BandPull.Inward
                ? "For a knee that falls in the band pulls inward, across the body, so that the knee drives out against it. Turn it round, or choose the knee that falls out."
                : "For a knee that falls out the band pulls outward, so that the knee is drawn in against it. Turn it round, or choose the knee that falls in.";
        return Until <= today || Until > today.AddDays(Correction.LongestLentDays)
            ? "Choose a day to drop the band from tomorrow to three months from now."
            : null;
    }

    /// <summary>The numbers to lay out.</summary>
    public IReadOnlyList<CardLine> Card =>
        [
            new(
                "band",
                "Band",
                Pull == BandPull.Inward ? "round the outside of the knee" : "round the inside of the knee",
                Pull == BandPull.Inward
                    ? "pulls across the body; drive out against it"
                    : "pulls away; draw in against it"
            ),
            new(
                "drop",
                "Drop the band",
                FormattableString.Invariant($"{Until:d MMM}"),
                "one set without, same side and view"
            ),
        ];
}
