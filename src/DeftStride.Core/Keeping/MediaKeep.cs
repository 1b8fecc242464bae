namespace DeftStride.Core.Keeping;

/// <summary>
/// How long pictures, and films of clips, are kept. Points, readings and what was said of them stay whatever becomes of the file: no look,
/// trial or decision loses what it rests on.
/// </summary>
/// <param name="Days">Days after the day on which it came in; null for ever, 0 for not at all.</param>
public sealed record MediaKeep(int? Days)
{
    /// <summary>The setting of films.</summary>
    public const string Films = "films";

    /// <summary>The setting of pictures.</summary>
    public const string Pictures = "pictures";

    /// <summary>What a choice of the setting comes to.</summary>
    /// <param name="option">Its id: a number of days, "always" or "points".</param>
    /// <returns>For ever where the choice is not known: nothing goes by a slip.</returns>
    public static MediaKeep Of(string option) =>
        option == "points" ? new(0)
        : int.TryParse(
            option,
            System.Globalization.NumberStyles.None,
            System.Globalization.CultureInfo.InvariantCulture,
            out var days
        )
        && days > 0
            ? new(days)
        : new((int?)null);

    /// <summary>Whether any are taken at all.</summary>
    public bool Wanted => Days is null or > 0;

    /// <summary>The last day on which it is here.</summary>
    /// <param name="came">The studio's day on which it came in.</param>
    /// <returns>The day it came for one that is not wanted; null for ever.</returns>
    public DateOnly? LastDay(DateOnly came) => Days is { } days ? came.AddDays(days) : null;

    /// <summary>Whether its days are over.</summary>
    /// <param name="came">The studio's day on which it came in.</param>
    /// <param name="today">The studio's day.</param>
    /// <returns>False on the last day itself; true at once for what is not wanted.</returns>
    public bool IsOver(DateOnly came, DateOnly today) => !Wanted || (LastDay(came) is { } last && today > last);
}
