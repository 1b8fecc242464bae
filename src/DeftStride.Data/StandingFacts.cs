using DeftStride.Data.Records;

namespace DeftStride.Data;

/// <summary>What stands: facts that nothing replaced. Every reader of facts begins here.</summary>
internal static class StandingFacts
{
    /// <summary>What a trial or a red flag that was taken back is superseded by.</summary>
    public const string Withdrawn = "withdrawn";

    /// <summary>What stands for the content of a picture or film whose days are over.</summary>
    public const string Gone = "gone";

    /// <summary>The first day that an examination can have been on; a clearing from before that was kept without a day, and clears nothing.</summary>
    public static readonly DateOnly FirstDay = new(1900, 1, 1);

    /// <summary>Facts of a kind that nothing superseded. Of a chain of corrections only the last stands.</summary>
    /// <remarks>What a question is asked within is taken before it: a call inside one would be compiled each time it is asked.</remarks>
    public static IQueryable<T> Standing<T>(this StudioContext db)
        where T : Fact
    {
        var all = db.Set<T>();
        return all.Where(f => !all.Any(n => n.Supersedes == f.Id));
    }

    /// <summary>Facts of the clients that are asked about. One alone, as a page asks, is looked up; a list would be unpacked by the database first.</summary>
    public static IQueryable<T> OfClients<T, TWith>(this IQueryable<T> facts, Asked<TWith> asked)
        where T : ClientFact =>
        asked.Alone ? facts.Where(f => f.ClientId == asked.One) : facts.Where(f => asked.Many.Contains(f.ClientId));

    /// <summary>
    /// Looks without the whole of what was found, which is by far the longest of them and which lists and histories do not show: with
    /// their brief, or the whole where none was kept.
    /// </summary>
    public static IQueryable<CheckFact> InBrief(this IQueryable<CheckFact> looks) =>
        looks.Select(c => new CheckFact
        {
            Id = c.Id,
            StudioId = c.StudioId,
            ClientId = c.ClientId,
            CoachId = c.CoachId,
            RecordedAt = c.RecordedAt,
            Sequence = c.Sequence,
            Supersedes = c.Supersedes,
            ExerciseId = c.ExerciseId,
            School = c.School,
            Standard = c.Standard,
            Judged = c.Brief == null ? c.Judged : "",
            FaultId = c.FaultId,
            Brief = c.Brief,
            Body = c.Body,
        });

    /// <summary>Trials that stand and were not taken back.</summary>
    public static IQueryable<TrialFact> StandingTrials(this StudioContext db) =>
        db.Standing<TrialFact>().Where(t => t.CorrectionId != Withdrawn);

    /// <summary>Red flags that stand: not taken back as a slip, and not cleared.</summary>
    public static IQueryable<FlagFact> OpenFlags(this StudioContext db)
    {
        var clearings = db.Standing<FlagClearingFact>();
        return db.Standing<FlagFact>()
            .Where(f => f.SignId != Withdrawn && !clearings.Any(c => c.FlagId == f.Id && c.ExaminedOn >= FirstDay));
    }

    /// <summary>Films that are here: their days are not over.</summary>
    public static IQueryable<FilmFact> StandingFilms(this StudioContext db) =>
        db.Standing<FilmFact>().Where(f => f.Hash != Gone);

    /// <summary>
    /// Sums of the pictures whose files are to be here, in SQL: those whose days are not over, and what they replaced. A picture that
    /// was written anew leaves its first file beside the new one.
    /// </summary>
    public const string PicturesHere = """
        WITH RECURSIVE over(Id) AS (
            SELECT Supersedes FROM Pictures WHERE Hash = 'gone' AND Supersedes IS NOT NULL
            UNION
            SELECT p.Supersedes FROM Pictures p JOIN over o ON p.Id = o.Id WHERE p.Supersedes IS NOT NULL
        )
        SELECT DISTINCT Hash FROM Pictures WHERE Hash <> 'gone' AND Id NOT IN (SELECT Id FROM over)
        """;

    /// <summary>Pictures that are here: their days are not over.</summary>
    public static IQueryable<PictureFact> StandingPictures(this StudioContext db) =>
        db.Standing<PictureFact>().Where(p => p.Hash != Gone);

    /// <summary>Steps on ladders that stand: those of a decision that was changed later do not count.</summary>
    public static IQueryable<RungFact> StandingSteps(this StudioContext db) =>
        db.Standing<RungFact>()
            .Where(r => r.DecisionId == null || !db.Decisions.Any(d => d.Supersedes == r.DecisionId));
}
