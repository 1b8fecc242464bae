using DeftStride.Core.Practice;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Work;

namespace DeftStride.Studio.Safety;

/// <summary>The red flag that the rules of pain themselves raise.</summary>
internal static class PainFlag
{
    /// <summary>Raises it, with what was told as its note.</summary>
    public static Task<FlagFact> RaiseAsync(
        FactWriter facts,
        StudioScope scope,
        Guid clientId,
        string told,
        CancellationToken stop
    )
    {
        var id = Guid.CreateVersion7(scope.Now);
        return facts.AddAsync(
            new FlagFact
            {
                Id = id,
                ClientId = clientId,
                SignId = RedFlag.PainAgain,
                Note = told,
            },
            new KeptFlag(id, clientId, RedFlag.PainAgain, told),
            stop
        );
    }
}
