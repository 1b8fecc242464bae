namespace DeftStride.Web.Hosting;

/// <summary>A clock set by hand: it starts at a given moment and runs on from there. For screenshots and tests.</summary>
internal sealed class FixedClock(DateTimeOffset start) : TimeProvider
{
    private readonly long _begun = System.GetTimestamp();

    public override DateTimeOffset GetUtcNow() => start + System.GetElapsedTime(_begun);
}
