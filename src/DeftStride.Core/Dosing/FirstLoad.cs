using System.Globalization;
using DeftStride.Core.Exercises;
using DeftStride.Core.Loading;
using DeftStride.Core.Practice;

namespace DeftStride.Core.Dosing;

/// <summary>A load that was held before, and in what.</summary>
/// <param name="Exercise">In what.</param>
/// <param name="Kilograms">How much, more than 0.</param>
public sealed record CarriedLoad(Exercise Exercise, double Kilograms);

/// <summary>
/// What a load begins with: what was held on the rung before, else a first guess from body mass, else the lightest there is.
/// Always a guess until one warm-up set has told: the weight that leaves about three in reserve at ten.
/// </summary>
/// <param name="MassKg">Body mass, or null while it is unknown.</param>
/// <param name="Trained">How long the client has trained, or null.</param>
/// <param name="Light">Whether half of the usual is guessed: under age, or old.</param>
public sealed record FirstLoad(double? MassKg, TrainingAge? Trained, bool Light)
{
    /// <summary>Nothing known of the client.</summary>
    public static FirstLoad Unknown { get; } = new(null, null, false);

    /// <summary>What one exercise takes of what another takes: half with the knee forward or on one leg alone.</summary>
    /// <returns>0.5 or 1.</returns>
    public static double Share(Exercise exercise)
    {
        ArgumentNullException.ThrowIfNull(exercise);
        return exercise.UsualSchool == SchoolCode.KneeForward || exercise.Shape.OneLeg ? 0.5 : 1;
    }

    /// <summary>The load to begin with in a position, from the weights that are there, with why in a sentence; 0 kg where there is none for it.</summary>
    /// <returns>Kilograms, both hands together; 0 with why there is none.</returns>
    public (double Kilograms, string Why) For(
        Exercise exercise,
        LoadPosition position,
        LoadRack rack,
        CarriedLoad? carried
    )
    {
        ArgumentNullException.ThrowIfNull(exercise);
        ArgumentNullException.ThrowIfNull(rack);
        if (!rack.Unlisted && rack.Totals(position).Count == 0)
        {
            var other = exercise.Loads.FirstOrDefault(l => rack.Totals(l).Count > 0);
            return (
                0,
                $"There is nothing here to hold {Prescription.Held(position)}: list it under Studio, {(other == LoadPosition.None ? "or train without" : $"hold it {Prescription.Held(other)} on a rung of its own, or train without")}."
            );
        }

        if (carried is { Kilograms: > 0 } held)
        {
            var kg = rack.AtMost(position, held.Kilograms * Share(exercise) / Share(held.Exercise));
            return (
                kg,
                kg == held.Kilograms
                    ? string.Create(CultureInfo.InvariantCulture, $"{kg:0.#} kg are carried over.")
                    : string.Create(
                        CultureInfo.InvariantCulture,
                        $"{kg:0.#} kg, carried over from {held.Kilograms:0.#} kg: {(Share(exercise) < Share(held.Exercise) ? "half for this form, " : "")}by the weights that are here."
                    )
            );
        }

        if (MassKg is not { } mass)
            return (rack.Lightest(position), "The lightest there is; one warm-up set tells how it goes on.");
        var share =
            (
                Trained switch
                {
                    TrainingAge.Years => 0.25,
                    TrainingAge.Months => 0.20,
                    _ => 0.125,
                }
            )
            * Share(exercise)
            * (Light ? 0.5 : 1);
        var guess = rack.AtMost(position, mass * share);
        return (
            guess,
            string.Create(
                CultureInfo.InvariantCulture,
                $"{guess:0.#} kg as a first guess, {100 * share:0.#} % of body mass by the weights that are here. One warm-up set tells: what leaves about three in reserve at ten."
            )
        );
    }
}
