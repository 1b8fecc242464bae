using DeftStride.Core.Exercises;
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

    /// <summary>The faults to suspect, first one first. Every site and role has some.</summary>
    /// <returns>In the order in which they are suspected, never empty.</returns>
    public static IReadOnlyList<Fault> Suspects(PainSite site, LegRole role)
    {
        string[] ids = (site, role) switch
        {
            (PainSite.KneeInside, LegRole.Rear) => ["lateral-line", "knee-in", "inner-ankle-sinks"],
            (PainSite.KneeInside, _) => ["knee-in", "inner-ankle-sinks"],
            (PainSite.KneeOutside, _) => ["knee-in", "hip-slides", "rolls-out"],
            (PainSite.KneeFront or PainSite.BelowKneecap, LegRole.Front) =>
            [
                "shin-beyond-band",
                "heel-lifts",
                "knee-in",
                "inner-ankle-sinks",
                "drops",
            ],
            (PainSite.KneeFront or PainSite.BelowKneecap, _) => ["weight-back", "rear-knee-straight"],
            (PainSite.KneeBack, _) => ["knee-past-straight", "too-deep"],
            (PainSite.HipFront or PainSite.Groin, LegRole.Rear) =>
            [
                "hanging-rear-hip",
                "rear-knee-straight",
                "stance-long",
            ],
            (PainSite.HipFront or PainSite.Groin, _) => ["too-deep", "knee-in", "foot-line"],
            (PainSite.HipSide, _) => ["pelvis-drops", "hip-slides", "crossing-loose"],
            (PainSite.Buttock or PainSite.Hamstring, _) => ["rounding", "crossing-loose", TissueNotReady],
            (PainSite.Shin or PainSite.Ankle, _) => ["heel-lifts", "shin-beyond-band"],
            (PainSite.Calf or PainSite.Achilles, _) => ["pushes-off-ball", "heel-lifts", TissueNotReady],
            (PainSite.Foot, LegRole.Rear) => ["rear-foot-turned", "stance-long"],
            (PainSite.Foot, _) => ["inner-ankle-sinks", "rolls-out"],
            _ => ["arched", "rounding", TissueNotReady],
        };
        return [.. ids.Select(id => Fault.All.Single(f => f.Id == id))];
    }

    /// <summary>
    /// What to correct for pain's sake when the look itself names nothing: a suspect that the look shows, must-pass or not; for a
    /// sore front of the rear knee how the weight is shared; else the smallest change that may ease it. With the reason in words.
    /// </summary>
    /// <returns>The fault to correct and why.</returns>
    public static (Fault Fault, string Why) For(Look look, IReadOnlyList<SitePain> pains, Forms? forms)
    {
        ArgumentNullException.ThrowIfNull(look);
        ArgumentNullException.ThrowIfNull(pains);
        SitePain[] worst = [.. pains.OrderByDescending(p => p.Score)];
        foreach (var pain in worst)
        {
            foreach (var suspect in Suspects(pain.Site, pain.Role).Where(f => f.Fits(forms)))
            {
                if (
                    suspect.Detects.Any(d =>
                        look.Results.Any(r =>
                            r.Measure.Id == d.MeasureId && r.Verdict == Verdict.Outside && r.Where == d.Where
                        )
                    )
                )
                    return (suspect, $"It hurts at the {SitePain.Word(pain.Site)}: look at this first.");
            }
        }

        if (
            worst is [{ Role: LegRole.Rear, Site: PainSite.KneeFront or PainSite.BelowKneecap }, ..]
            && Suspects(worst[0].Site, LegRole.Rear)[0] is var shared
            && shared.Fits(forms)
        )
            return (shared, "The rear knee is sore: first find out how the weight is shared.");

        var named =
            worst.Length == 0
                ? []
                : Suspects(worst[0].Site, worst[0].Role).Where(f => f.Fits(forms) && f.Id != TissueNotReady);
        var looked = named.Any()
            ? $" Rule out first: {string.Join(", ", named.Select(f => char.ToLowerInvariant(f.Name[0]) + f.Name[1..]))}. And ask what rose lately."
            : "";
        return (
            Fault.All.Single(f => f.Id == TissueNotReady),
            $"Everything looked at is fine and it still hurts: give it less to do.{looked}"
        );
    }
}
