namespace DeftStride.Web.Hosting;

/// <summary>Pictures and films are swept away by one, or saved by another, never both at once.</summary>
internal sealed class MediaTurn : IDisposable
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
