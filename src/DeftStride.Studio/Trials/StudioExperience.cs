using System.Collections.Concurrent;
using DeftStride.Core.Correcting;

namespace DeftStride.Studio.Trials;

/// <summary>How often each correction helped in a studio, counted once and again after the next trial: five years of trials are too many to count for every page.</summary>
internal sealed class StudioExperience
{
    private readonly ConcurrentDictionary<Guid, IReadOnlyDictionary<string, Experience>> _counted = [];
    private int _version;

    /// <summary>The counts, from memory or counted now.</summary>
    public async Task<IReadOnlyDictionary<string, Experience>> OfAsync(
        Guid studioId,
        Func<Task<Dictionary<string, Experience>>> count
    )
    {
        if (_counted.TryGetValue(studioId, out var known))
            return known;
        var before = _version;
        var fresh = await count();
        // A trial that came in while it was counted leaves it uncounted.
        if (before == _version)
            _counted[studioId] = fresh;
        return fresh;
    }

    /// <summary>A trial was made or taken back.</summary>
    public void Changed(Guid studioId)
    {
        Interlocked.Increment(ref _version);
        _counted.TryRemove(studioId, out _);
    }
}
