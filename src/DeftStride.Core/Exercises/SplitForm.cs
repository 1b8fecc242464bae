namespace DeftStride.Core.Exercises;

/// <summary>The forms of the split stance that a set-up can be worked out for.</summary>
public enum SplitForm
{
    /// <summary>Rear knee on the floor itself.</summary>
    FromFloor,

    /// <summary>Rear knee to a pad.</summary>
    ToPad,

    /// <summary>Front foot on something firm.</summary>
    FrontFootRaised,

    /// <summary>Rear foot on a surface, ball down.</summary>
    RearFootRaised,

    /// <summary>Rear foot on its instep over a roll or bench.</summary>
    RearInstep,
}
