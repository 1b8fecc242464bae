using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Data.Kept;

namespace DeftStride.Studio.Ladders;

/// <summary>What is asked for: numbers, and the same in words with rest and tempo.</summary>
internal static class AskedSaid
{
    /// <summary>A dose of an exercise, as it is kept and shown.</summary>
    public static KeptPrescription Of(Prescription asked, Exercise exercise, Tempo? tempo = null) =>
        new(
            asked.Range.Phase,
            asked.Sets,
            asked.Amount,
            asked.Range.Held,
            asked.Load.Kilograms,
            asked.Load.Position,
            asked.ToString(),
            asked.Range.Rest,
            (tempo ?? asked.Range.TempoFor(exercise))?.Words
        );
}
