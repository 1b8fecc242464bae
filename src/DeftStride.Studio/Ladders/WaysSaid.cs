using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Data.Kept;

namespace DeftStride.Studio.Ladders;

/// <summary>Ways on and places on a ladder, in words, as they are kept and shown.</summary>
internal static class WaysSaid
{
    /// <summary>A way on.</summary>
    public static KeptWay Of(ProgressOption option, Ladder ladder) =>
        new(
            option.Kind,
            option.Text,
            option.Why,
            option.RungId,
            option.Open,
            AskedSaid.Of(option.Dose, Exercise.Find(ladder.Rung(option.RungId)!.ExerciseId)!, option.Tempo)
        );

    /// <summary>Where a client starts.</summary>
    public static KeptPlacement Of(Placement placement)
    {
        KeptPlaced Side(PlacedSide s) => new(s.Side, s.Rung.Id, s.Rung.Name, s.Why, s.WhyNotNext);
        return new(placement.Ladder.Id, placement.Ladder.Name, Side(placement.Left), Side(placement.Right));
    }
}
