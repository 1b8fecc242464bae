using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Practice;

namespace DeftStride.Core.Correcting;

/// <summary>Something to change because a set hurt; the pain is asked again after it.</summary>
/// <param name="Why">Why this, in a sentence.</param>
/// <param name="Steps">What to say and do, in order.</param>
public sealed record SoreRound(string Why, IReadOnlyList<Correction> Steps);

/// <summary>
/// What to do about a set that hurt more than the limit, before anything is dropped: small changes in order, the pain asked again
/// after each. A suspicion and not a diagnosis; what is left when nothing helps is the form below.
/// </summary>
public static class SoreAnswer
{
    /// <summary>No more is changed than this before the form itself is given up for today.</summary>
    public const int MostRounds = 3;

    private const string TissueNotReady = "sore-though-right";

    /// <summary>What to change, in order.</summary>
    /// <param name="site">Where it hurts, or null where nobody said.</param>
    /// <param name="role">What that leg was doing.</param>
    /// <param name="forms">What there is in the exercise as it is done today.</param>
    /// <returns>Rounds in the order in which they are tried, never empty.</returns>
    public static IReadOnlyList<SoreRound> Of(PainSite? site, LegRole role, Forms? forms)
    {
        if (
            site is PainSite.KneeFront or PainSite.BelowKneecap
            && role == LegRole.Rear
            && Fault.Register.Find("weight-back") is { } back
            && back.Fits(forms)
        )
            return
            [
                new(
                    "The rear knee is sore: find out how the weight is shared, say which leg works, and move a tenth of it forward.",
                    [.. Named(back, forms, "wb-guess", "wb-job", "wb-shift", "wb-lean")]
                ),
                .. Named(back, forms, "wb-closer").Select(c => new SoreRound("The rear foot is in its way.", [c])),
                .. Less(forms),
            ];
        if (
            site == PainSite.KneeInside
            && role == LegRole.Rear
            && forms is { } sideways
            && (sideways & Forms.Sideways) != 0
            && Fault.Register.Find("lateral-line") is { } trail
        )
            return
            [
                new(
                    "The inside of the trail knee is sore: shorten the step, keep that leg long and its foot flat, toes ahead, hips back.",
                    [
                        .. Named(trail, forms, "ll-shorter", "ll-long"),
                        .. Named(Fault.Register.Find("lateral-toes")!, forms, "lo-feel"),
                        .. Named(Fault.Register.Find("lateral-sideways")!, forms, "ll-wall"),
                    ]
                ),
                new(
                    "Still sore: hold a rail, and half the depth.",
                    [.. Named(Fault.Register.Find(TissueNotReady)!, forms, "sr-hands", "sr-shallower")]
                ),
            ];
        var suspects = site is { } place ? PainRoute.Suspects(place, role) : [];
        return
        [
            .. suspects
                .Where(f => f.Id != TissueNotReady && f.Fits(forms))
                .Select(f => (Fault: f, Change: Smallest(f, forms)))
                .Where(c => c.Change is not null)
                .Take(MostRounds - 1)
                .Select(c => new SoreRound($"Rule out first: {Lower(c.Fault.Name)}.", [c.Change!])),
            .. Less(forms),
        ];
    }

    /// <summary>The weakest means that asks for nothing more, needs nothing and is no other form.</summary>
    private static Correction? Smallest(Fault fault, Forms? forms) =>
        fault
            .Corrections.Where(c =>
                c is { Level: not CorrectionLevel.StepDown, Asks: AsksMore.Nothing, Needs.Count: 0, AskFirst: false }
                && c.Fits(fault.Way, forms)
            )
            .OrderBy(c => c.Level)
            .FirstOrDefault();

    private static IEnumerable<SoreRound> Less(Forms? forms) =>
        Smallest(Fault.Register.Find(TissueNotReady)!, forms) is { } less
            ? [new("What is done right may still be too much: give it less to do.", [less])]
            : [];

    private static IEnumerable<Correction> Named(Fault fault, Forms? forms, params string[] ids) =>
        ids.Select(id => fault.Corrections.Single(c => c.Id == id)).Where(c => c.Fits(BandSide.Within, forms));

    private static string Lower(string name) => char.ToLowerInvariant(name[0]) + name[1..];
}
