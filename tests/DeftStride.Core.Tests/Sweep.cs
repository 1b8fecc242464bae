namespace DeftStride.Core.Tests;

/// <summary>How many cases a sweep goes through: a fixed sample in every run, the whole of it in a long one (<c>./test --long</c>).</summary>
internal static class Sweep
{
    public static bool Long { get; } = Environment.GetEnvironmentVariable("DEFT_STRIDE_LONG") == "1";

    public static int Cases(int sample, int whole) => Long ? whole : sample;
}
