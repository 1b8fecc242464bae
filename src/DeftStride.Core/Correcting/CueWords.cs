using DeftStride.Core.Exercises;

namespace DeftStride.Core.Correcting;

/// <summary>Whose words a cue is said in.</summary>
public enum CueOwner
{
    /// <summary>As the product has it.</summary>
    Usual,

    /// <summary>The studio's own words.</summary>
    Studio,

    /// <summary>The client's own phrase.</summary>
    Client,
}

/// <summary>The words a correction is said in now: the client's own phrase, else the studio's, else the usual ones. An empty text of the studio's retires it.</summary>
/// <param name="Client">Phrases of one client, by correction id.</param>
/// <param name="Studio">The studio's, by correction id; an empty one is retired.</param>
public sealed record CueWords(IReadOnlyDictionary<string, string> Client, IReadOnlyDictionary<string, string> Studio)
{
    /// <summary>The house's way of doing it, which the usual words follow.</summary>
    public HouseStyle Style { get; init; } = HouseStyle.Usual;

    /// <summary>Nobody has changed anything.</summary>
    public static CueWords Usual { get; } = new(new Dictionary<string, string>(), new Dictionary<string, string>());

    /// <summary>The words and whose they are.</summary>
    /// <returns>The client's own before the studio's before the usual ones.</returns>
    public (string Text, CueOwner Owner) Of(Correction correction)
    {
        ArgumentNullException.ThrowIfNull(correction);
        return Client.TryGetValue(correction.Id, out var own) && own.Length > 0 ? (own, CueOwner.Client)
            : Studio.TryGetValue(correction.Id, out var ours) && ours.Length > 0 ? (ours, CueOwner.Studio)
            : (Style.Say(correction.Cue), CueOwner.Usual);
    }

    /// <summary>The cues that the studio has added to a fault, in the order of their ids.</summary>
    /// <returns>Empty where the studio has none of its own.</returns>
    public IReadOnlyList<Correction> Added(Fault fault)
    {
        ArgumentNullException.ThrowIfNull(fault);
        return
        [
            .. Studio
                .Where(s => Fault.IsOwn(s.Key) && s.Value.Length > 0)
                .Select(s => Fault.Find(s.Key))
                .OfType<(Fault Fault, Correction Correction)>()
                .Where(f => f.Fault == fault)
                .Select(f => f.Correction)
                .OrderBy(c => c.Id, StringComparer.Ordinal),
        ];
    }

    /// <summary>Whether the studio no longer offers it.</summary>
    /// <returns>False also for an id that nobody knows.</returns>
    public bool Retired(string correctionId) => Studio.TryGetValue(correctionId, out var text) && text.Length == 0;
}
