namespace DeftStride.Web.Tests;

/// <summary>A clock that stands until it is moved.</summary>
internal sealed class MovedClock(DateTimeOffset now) : TimeProvider
{
    public DateTimeOffset Now { get; set; } = now;

    public override DateTimeOffset GetUtcNow() => Now;
}
