namespace DeftStride.Core.Exercises;

/// <summary>What a place in the week is for. The first three are filled from the catalogue, pushing and pulling with what the coach likes.</summary>
public enum Slot
{
    /// <summary>The knee bends most: squats, lunges, steps.</summary>
    KneeDominant,

    /// <summary>The hip folds most: hinges and reaches.</summary>
    HipDominant,

    /// <summary>Hip, knee and ankle straighten together and finish tall.</summary>
    WholeLeg,

    /// <summary>Pushing ahead.</summary>
    HorizontalPush,

    /// <summary>Pulling toward the body.</summary>
    HorizontalPull,

    /// <summary>Pushing overhead.</summary>
    VerticalPush,

    /// <summary>Pulling down.</summary>
    VerticalPull,
}

/// <summary>Slots in words.</summary>
public static class SlotWords
{
    /// <summary>Whether it is filled from the catalogue; pushes and pulls are the coach's own.</summary>
    /// <returns>False for pushes and pulls, which are the coach's own.</returns>
    public static bool OfLegs(this Slot slot) => slot is Slot.KneeDominant or Slot.HipDominant or Slot.WholeLeg;

    /// <summary>Its name on screen.</summary>
    /// <returns>A word or two with a capital letter.</returns>
    public static string Name(this Slot slot) =>
        slot switch
        {
            Slot.KneeDominant => "Knee-dominant",
            Slot.HipDominant => "Hip-dominant",
            Slot.WholeLeg => "Whole leg",
            Slot.HorizontalPush => "Push ahead",
            Slot.HorizontalPull => "Pull toward you",
            Slot.VerticalPush => "Push overhead",
            _ => "Pull down",
        };
}
