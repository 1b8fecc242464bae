using DeftStride.Core.Judging;
using DeftStride.Core.Practice;

namespace DeftStride.Core.Correcting;

/// <summary>
/// From where it hurts to what to look at first. A suspicion and not a diagnosis: it says which faults are worth ruling out,
/// in order, before the tissue itself is given less to do.
/// </summary>
public static class PainRoute
{
    private const string TissueNotReady = "sore-though-right";

    /// <summary>The faults to suspect, first one first; none for a place that no fault of these exercises explains.</summary>
    public static IReadOnlyList<Fault> Suspects(PainSite site, LegRole role)
    {
        string[] ids = (site, role) switch
        {
            (PainSite.KneeInside, LegRole.Rear) => ["lateral-line", "knee-in", "inner-ankle-sinks"],
            (PainSite.KneeInside, _) => ["knee-in", "inner-ankle-sinks"],
            (PainSite.KneeOutside, _) => ["knee-in", "hip-slides"],
            (PainSite.KneeFront or PainSite.BelowKneecap, LegRole.Front) =>
            [
                "shin-beyond-band",
                "heel-lifts",
                "knee-in",
                "inner-ankle-sinks",
            ],
            (PainSite.KneeFront or PainSite.BelowKneecap, _) => ["weight-back", "rear-knee-straight"],
            (PainSite.HipFront, _) => ["hanging-rear-hip", "rear-knee-straight", "stance-off", "shallow"],
            (PainSite.Back, _) => ["arched", "rounding"],
            _ => [],
        };
        return [.. ids.Select(id => Fault.All.Single(f => f.Id == id))];
    }

    /// <summary>
    /// What to correct for pain's sake when the look itself names nothing: a suspect that the look shows, must-pass or not; else
    /// the smallest change that may ease it. With the reason in words.
    /// </summary>
    public static (Fault Fault, string Why) For(Look look, IReadOnlyList<SitePain> pains)
    {
        ArgumentNullException.ThrowIfNull(look);
        ArgumentNullException.ThrowIfNull(pains);
        foreach (var pain in pains.OrderByDescending(p => p.Score))
        {
            foreach (var suspect in Suspects(pain.Site, pain.Role))
            {
                if (
                    suspect.Detects.Any(d =>
                        look.Results.Any(r =>
                            r.Measure.Id == d.MeasureId && r.Verdict == Verdict.Outside && r.Where == d.Where
                        )
                    )
                )
                    return (
                        suspect,
                        $"It hurts at the {SitePain.Word(pain.Site)}, and this is what most often loads it."
                    );
            }
        }

        var named = pains.Count == 0 ? [] : Suspects(pains.MaxBy(p => p.Score)!.Site, pains.MaxBy(p => p.Score)!.Role);
        var looked =
            named.Count == 0
                ? ""
                : $" Rule out first: {string.Join(", ", named.Select(f => char.ToLowerInvariant(f.Name[0]) + f.Name[1..]))}.";
        return (
            Fault.All.Single(f => f.Id == TissueNotReady),
            $"Everything looked at is fine and it still hurts: give it less to do.{looked}"
        );
    }
}
