using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;

namespace DeftStride.Studio.Looks;

/// <summary>The standards of one client's looks, each read once: from one visit to the next it is mostly the same, word for word.</summary>
internal sealed class StandardsRead
{
    private readonly Dictionary<
        (string ExerciseId, string Text),
        (KeptStandard Kept, CheckStandard Standard, ReadingContext Context)
    > _read = [];

    /// <summary>The standard of a look, with what had to be known besides.</summary>
    /// <exception cref="UnreadableFormException">It is damaged, or of a newer form.</exception>
    public (KeptStandard Kept, CheckStandard Standard, ReadingContext Context) Of(CheckFact fact)
    {
        if (_read.TryGetValue((fact.ExerciseId, fact.Standard), out var known))
            return known;
        var kept = KeptStandard.Of(fact);
        var standard = kept.ToCore();
        return _read[(fact.ExerciseId, fact.Standard)] = (kept, standard, kept.Context(standard));
    }
}
