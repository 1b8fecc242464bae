using System.Collections.Concurrent;

namespace DeftStride.Data.Files;

/// <summary>What requests are writing just now, by name: nothing sweeps it away until they are done.</summary>
internal sealed class UnderWay
{
    private readonly ConcurrentDictionary<string, int> _names = [];

    /// <summary>Whether something of that name is being written.</summary>
    public bool Is(string name) => _names.ContainsKey(name);

    /// <summary>It is, until the answer is disposed; several may at once.</summary>
    public IDisposable Begin(string name)
    {
        _names.AddOrUpdate(name, 1, (_, n) => n + 1);
        return new Writing(() => End(name));
    }

    private void End(string name)
    {
        while (_names.TryGetValue(name, out var n))
        {
            if (n > 1 ? _names.TryUpdate(name, n - 1, n) : _names.TryRemove(new KeyValuePair<string, int>(name, n)))
                return;
        }
    }

    private sealed class Writing(Action done) : IDisposable
    {
        private Action? _done = done;

        public void Dispose() => Interlocked.Exchange(ref _done, null)?.Invoke();
    }
}
