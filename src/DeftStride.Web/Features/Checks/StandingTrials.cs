using DeftStride.Data;
using DeftStride.Data.Records;

namespace DeftStride.Web.Features.Checks;

/// <summary>Trials that stand: not superseded, and not taken back.</summary>
internal static class StandingTrials
{
    /// <summary>What a trial that was taken back is superseded by.</summary>
    public const string Withdrawn = "withdrawn";

    /// <summary>Every trial that stands.</summary>
    public static IQueryable<TrialFact> Standing(this StudioContext db) =>
        db.Trials.Where(t => t.CorrectionId != Withdrawn && !db.Trials.Any(n => n.Supersedes == t.Id));
}
