using System.Collections.Concurrent;
using DeftStride.Core.Filming;
using DeftStride.Core.Measuring;

namespace DeftStride.Core.Seeing;

/// <summary>Reads measures at any instant of a movement, by the formulas that stills are read by; several instants may be read beside each other.</summary>
internal sealed class MomentReader
{
    private readonly Movement _movement;
    private readonly ReadingContext _context;
    private readonly ErrorModel _errors;
    private readonly (string Id, MeasureFormula Formula)[] _read;
    private readonly ConcurrentDictionary<(BodySide, int), Levelled?> _starts = [];

    public MomentReader(Movement movement, IReadOnlySet<string> measures, ReadingContext context, ErrorModel errors)
    {
        (_movement, _errors) = (movement, errors);
        // When a length leaves its band hardly depends on how tall somebody is, and they may say it later.
        _context = context with
        {
            Body = context.Body ?? Footage.Usual,
        };
        _read =
        [
            .. MeasureDefinition
                .All.Where(m => measures.Contains(m.Id) && m.FoundSd is not null)
                .Select(m => (m.Id, Formula: Formula(m, movement.Body.View)))
                .Where(m => m.Formula is not null)
                .Select(m => (m.Id, m.Formula!)),
        ];
    }

    /// <summary>The measures that can be read.</summary>
    public IEnumerable<string> Measures => _read.Select(r => r.Id);

    /// <summary>What is read at an instant of a repetition; what is not seen there is left out.</summary>
    /// <param name="repetition">One that counts.</param>
    /// <param name="seconds">From the start of the clip.</param>
    public IEnumerable<(string Measure, double Value)> Read(SidedRepetition repetition, double seconds)
    {
        var start = _starts.GetOrAdd(
            (repetition.Side, repetition.Number),
            _ => MeasureReader.Sound(_movement.At(repetition, Moment.Start), _errors)
        );
        if (MeasureReader.Sound(_movement.At(repetition, seconds, Moment.Bottom), _errors) is not { } now)
            yield break;
        foreach (var (id, formula) in _read)
        {
            var two = formula.Needs.Count > 1;
            if (!formula.Needs[^1].AllOn(now) || (two && (start is null || !formula.Needs[0].AllOn(start))))
                continue;
            yield return (id, formula.Read(two ? [start!, now] : [now], _context));
        }
    }

    private static MeasureFormula? Formula(MeasureDefinition measure, View view) =>
        (measure.FoundFormulas.Count > 0 ? measure.FoundFormulas : measure.Formulas).FirstOrDefault(f =>
            f.SeenFrom(view)
            && f.Needs[^1].Moment == Moment.Bottom
            && f.Needs.Count <= 2
            && f.Needs.All(n => n.Moment is Moment.Bottom or Moment.Start)
        );
}
