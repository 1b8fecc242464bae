namespace DeftStride.Demo;

/// <summary>A clock that is set to each moment of a made-up history in turn.</summary>
internal sealed class DemoClock : TimeProvider
{
    public DateTimeOffset Now { get; set; }

    public override DateTimeOffset GetUtcNow() => Now;
}
