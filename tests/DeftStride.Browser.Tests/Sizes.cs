using Xunit;

namespace DeftStride.Browser.Tests;

/// <summary>What the app is used on: width, height, and whether by finger.</summary>
internal static class Sizes
{
    /// <summary>Whether everything is run.</summary>
    public static readonly bool Long = Environment.GetEnvironmentVariable("DEFT_STRIDE_LONG") == "1";

    /// <summary>A few sizes in every run; in a long one also desks, tablets and phones both ways, the narrowest phone, and a desk enlarged to 200 and 400 %.</summary>
    public static TheoryData<int, int, bool> Of(params (int Width, int Height, bool Touch)[] always)
    {
        (int, int, bool)[] all =
        [
            (1280, 800, false),
            (820, 1180, true),
            (390, 844, true),
            (1024, 768, true),
            (1180, 820, true),
            (844, 390, true),
            (320, 640, true),
            (640, 400, false),
            (320, 200, false),
        ];
        TheoryData<int, int, bool> sizes = [];
        foreach (var (width, height, touch) in Long ? all : always)
            sizes.Add(width, height, touch);
        return sizes;
    }
}
