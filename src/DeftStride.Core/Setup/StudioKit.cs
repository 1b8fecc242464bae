namespace DeftStride.Core.Setup;

/// <summary>What a studio owns, with true heights. Metres and degrees.</summary>
/// <param name="BoxesMetres">Boxes, steps and benches that may be stood on.</param>
/// <param name="PlatesMetres">Thickness of flat plates that may be stacked, one entry for each plate.</param>
/// <param name="PadsMetres">Pads for the rear knee.</param>
/// <param name="WedgesDegrees">Heel wedges.</param>
/// <param name="RollMetres">Height of a roll for the instep, or null when there is none.</param>
public sealed record StudioKit(
    IReadOnlyList<double> BoxesMetres,
    IReadOnlyList<double> PlatesMetres,
    IReadOnlyList<double> PadsMetres,
    IReadOnlyList<double> WedgesDegrees,
    double? RollMetres
)
{
    /// <summary>The tape the studio reads; every length on its cards is given by it.</summary>
    public Tape Tape { get; init; }

    /// <summary>No more plates than this are stacked: a taller pile tips.</summary>
    public const int MostPlates = 3;

    /// <summary>Nothing is known of the kit: every height is there to the centimetre.</summary>
    public static StudioKit Unknown { get; } = new([], [], [], [], null);

    /// <summary>Whether anything that can be stood on is listed.</summary>
    public bool HasHeights => BoxesMetres.Count + PlatesMetres.Count > 0;

    /// <summary>Every firm height that can be built: the floor, one box, and up to three plates on either.</summary>
    /// <returns>Metres, lowest first, each once.</returns>
    public IReadOnlyList<KitHeight> Heights()
    {
        var stacks = new List<KitHeight> { new(0, "the floor") };
        foreach (var combination in Plates())
        {
            var thick = combination.Sum();
            if (combination.Count > 0)
                stacks.Add(new(thick, Words(combination.Count)) { PlatesMetres = combination });
            stacks.AddRange(
                BoxesMetres.Select(b => new KitHeight(
                    b + thick,
                    combination.Count == 0 ? Box(b) : $"{Box(b)} with {Words(combination.Count)}"
                )
                {
                    BoxMetres = b,
                    PlatesMetres = combination,
                })
            );
        }

        return
        [
            .. stacks
                .GroupBy(s => Math.Round(s.Metres, 3))
                .Select(g => g.MinBy(s => s.Parts.Length)!)
                .OrderBy(s => s.Metres),
        ];
    }

    /// <summary>The height nearest to a wanted one.</summary>
    /// <returns>The wanted height itself, to the centimetre, when no kit is listed.</returns>
    public KitHeight Nearest(double metres) =>
        HasHeights
            ? Heights().MinBy(h => Math.Abs(h.Metres - metres))!
            : new KitHeight(Math.Round(metres, 2), "set by hand");

    /// <summary>What is left of it while somebody else stands on a height that was built from it.</summary>
    /// <returns>All but one piece of each that it was built from.</returns>
    public StudioKit Without(KitHeight taken)
    {
        ArgumentNullException.ThrowIfNull(taken);
        List<double> boxes = [.. BoxesMetres],
            plates = [.. PlatesMetres];
        if (taken.BoxMetres is { } box)
            boxes.Remove(box);
        foreach (var plate in taken.PlatesMetres)
            plates.Remove(plate);
        return this with { BoxesMetres = boxes, PlatesMetres = plates };
    }

    /// <summary>The pad nearest to a thickness; 2 cm when none is listed.</summary>
    /// <returns>Metres.</returns>
    public double Pad(double metres = 0.02) =>
        PadsMetres.Count == 0 ? 0.02 : PadsMetres.MinBy(p => Math.Abs(p - metres));

    /// <summary>The thinnest wedge of at least so many degrees, or null when none is that thick.</summary>
    /// <returns>Degrees.</returns>
    public double? WedgeOfAtLeast(double degrees) =>
        WedgesDegrees.Where(w => w >= degrees - 0.05).Order().Cast<double?>().FirstOrDefault();

    private string Box(double metres) => $"the {Tape.Length(metres)} box";

    private static string Words(int plates) => plates == 1 ? "one plate" : $"{plates} plates";

    private IEnumerable<IReadOnlyList<double>> Plates()
    {
        var plates = PlatesMetres.Order().ToArray();
        IEnumerable<IReadOnlyList<double>> From(int start, int left)
        {
            yield return [];
            if (left == 0)
                yield break;
            for (var i = start; i < plates.Length; i++)
            {
                // Equal plates make the same pile whichever is taken.
                if (i > start && plates[i] == plates[i - 1])
                    continue;
                foreach (var rest in From(i + 1, left - 1))
                    yield return [plates[i], .. rest];
            }
        }

        return From(0, MostPlates);
    }
}

/// <summary>A height that can be built from the kit, and from what.</summary>
public sealed record KitHeight(double Metres, string Parts)
{
    /// <summary>The box in it, metres; null for the floor, for plates alone, and where no kit is listed.</summary>
    public double? BoxMetres { get; init; }

    /// <summary>The plates in it, metres.</summary>
    public IReadOnlyList<double> PlatesMetres { get; init; } = [];
}
