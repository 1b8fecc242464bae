namespace DeftStride.Web.Hosting;

/// <summary>Whether the studio is open. While it is not, every request is answered with what is being done.</summary>
internal sealed class StudioDoor
{
    public volatile string Doing = "The studio is being opened.";
    public volatile bool Open;

    private volatile TaskCompletionSource? _empty;
    private int _inside;

    /// <summary>Somebody comes in; they leave again if this is true.</summary>
    public bool Enter()
    {
        Interlocked.Increment(ref _inside);
        if (Open)
            return true;
        Leave();
        return false;
    }

    /// <summary>They have their answer.</summary>
    public void Leave()
    {
        if (Interlocked.Decrement(ref _inside) == 0)
            _empty?.TrySetResult();
    }

    /// <summary>Shuts it and waits until everybody inside has their answer, or no longer than a while.</summary>
    public async Task ShutAsync(string doing, TimeSpan patience)
    {
        var empty = new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously);
        _empty = empty;
        (Doing, Open) = (doing, false);
        if (Volatile.Read(ref _inside) == 0)
            return;
        await Task.WhenAny(empty.Task, Task.Delay(patience));
    }
}
