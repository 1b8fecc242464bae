using DeftStride.Core.Setup;

namespace DeftStride.Core.Telling;

/// <summary>The order in which a studio says a day.</summary>
public enum DayOrder
{
    /// <summary>"24 November 2026".</summary>
    DayFirst,

    /// <summary>"November 24, 2026".</summary>
    MonthFirst,
}

/// <summary>The clock on a studio's wall.</summary>
public enum WallClock
{
    /// <summary>"16:05".</summary>
    Hours24,

    /// <summary>"4:05 pm".</summary>
    Hours12,
}

/// <summary>How a studio reads lengths, masses, days and times. What is kept and worked out knows nothing of it.</summary>
public sealed record Manner(Tape Tape, DayOrder Days, WallClock Clock)
{
    /// <summary>The manner in which every text of this product is written: centimetres and kilograms, the day first, 24 hours.</summary>
    public static Manner AsWritten { get; } = new(Tape.Centimetres, DayOrder.DayFirst, WallClock.Hours24);
}
