namespace DeftStride.Core.Registers;

/// <summary>
/// A list of entries by id that the whole core reads: exercises, measures, faults, rules. It never changes while the program
/// runs, but an entry can be tried in it without being added: inside a <see cref="Trying"/> everything that reads the list
/// on the same flow of control finds the entry too, and nobody else does.
/// </summary>
/// <typeparam name="T">What is listed.</typeparam>
public sealed class Register<T>
    where T : class
{
    private readonly Func<T, string> _id;
    private readonly Listing _own;
    private readonly AsyncLocal<Listing?> _tried = new();

    /// <summary>A register of these entries, in this order. Ids must differ.</summary>
    public Register(Func<T, string> id, IEnumerable<T> entries)
    {
        ArgumentNullException.ThrowIfNull(id);
        ArgumentNullException.ThrowIfNull(entries);
        _id = id;
        _own = Listing.Of(id, [.. entries]);
    }

    private Listing Now => _tried.Value ?? _own;

    /// <summary>Every entry, in order; one that is being tried comes last.</summary>
    public IReadOnlyList<T> All => Now.Entries;

    /// <summary>Finds an entry by id.</summary>
    /// <returns>Null for an id that is not listed.</returns>
    public T? Find(string id) => Now.ById.GetValueOrDefault(id);

    /// <summary>An entry's place in the order.</summary>
    /// <returns>From 0; one past the last for an id that is not listed.</returns>
    public int PlaceOf(string id) => Now.Places.GetValueOrDefault(id, Now.Entries.Count);

    /// <summary>Tries an entry until the answer is disposed of. One with the id of another stands in its place.</summary>
    /// <returns>To be disposed of where it was asked for.</returns>
    public IDisposable Trying(T entry)
    {
        var before = _tried.Value;
        _tried.Value = Listing.Of(_id, [.. Now.Entries.Where(e => _id(e) != _id(entry)), entry]);
        return new Ending(() => _tried.Value = before);
    }

    private sealed record Listing(IReadOnlyList<T> Entries, Dictionary<string, T> ById, Dictionary<string, int> Places)
    {
        public static Listing Of(Func<T, string> id, T[] entries) =>
            new(entries, entries.ToDictionary(id), entries.Index().ToDictionary(e => id(e.Item), e => e.Index));
    }

    private sealed class Ending(Action end) : IDisposable
    {
        public void Dispose() => end();
    }
}
