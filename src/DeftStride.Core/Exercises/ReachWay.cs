namespace DeftStride.Core.Exercises;

/// <summary>Where one foot goes from the other, where a mark on the floor decides it.</summary>
public enum ReachWay
{
    /// <summary>No mark decides it.</summary>
    None,

    /// <summary>The working foot steps out to the side; the trail leg stays straight.</summary>
    Side,

    /// <summary>The free foot reaches behind and across.</summary>
    Behind,

    /// <summary>The working foot steps across in front; the planted one stays on its forefoot.</summary>
    Across,

    /// <summary>The free foot steps back and turns out a quarter turn.</summary>
    Open,

    /// <summary>The free foot's big toe slides straight back along the floor.</summary>
    Slide,
}
