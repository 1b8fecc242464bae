namespace DeftStride.Studio.Work;

/// <summary>Enums by their names alone: a number is no name, nor are two names at once.</summary>
internal static class Names
{
    public static bool TryRead<T>(string? name, out T value)
        where T : struct, Enum
    {
        foreach (var known in Enum.GetValues<T>())
        {
            if (!string.Equals(known.ToString(), name, StringComparison.OrdinalIgnoreCase))
                continue;
            value = known;
            return true;
        }

        value = default;
        return false;
    }
}
