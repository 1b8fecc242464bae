using DeftStride.Core.Correcting.Faults;
using DeftStride.Core.Measuring;

namespace DeftStride.Core.Correcting;

/// <summary>Every fault as data, from the foot up. A newcomer who wants to change what is tried changes it in <c>Faults</c>.</summary>
internal static class FaultTable
{
    public static IReadOnlyList<Fault> All { get; } =
    [
        .. In(Region.Foot, FootFaults.All),
        .. In(Region.Pelvis, PelvisFaults.All),
        .. In(Region.Knee, KneeFaults.All),
        .. In(Region.ShinAndTrunk, TrunkFaults.All),
        .. In(Region.Whole, [.. WholeFaults.All, .. StepFaults.All]),
    ];

    private static IEnumerable<Fault> In(Region region, IReadOnlyList<Fault> faults) =>
        faults
            .Select(f => f with { Region = region })
            .Concat(FormFaults.All.Where(f => f.Region == region))
            .Select(f => f with { Corrections = [.. f.Corrections.OrderBy(c => c.Level)] });
}
