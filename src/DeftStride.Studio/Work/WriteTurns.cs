namespace DeftStride.Studio.Work;

/// <summary>
/// One write at a time, in the order of their coming. The database has one writer anyway; taking turns before anything is
/// read makes what a write rests on still true when it is kept, so that of twelve that say the same the first is kept and
/// the others are given its answer.
/// </summary>
internal sealed class WriteTurns : IDisposable
{
    private readonly SemaphoreSlim _turn = new(1);

    /// <summary>Waits for the turn; it ends when what is returned is disposed.</summary>
    public async Task<IDisposable> TakeAsync(CancellationToken stop)
    {
        await _turn.WaitAsync(stop);
        return new Turn(_turn);
    }

    public void Dispose() => _turn.Dispose();

    private sealed class Turn(SemaphoreSlim turn) : IDisposable
    {
        public void Dispose() => turn.Release();
    }
}
