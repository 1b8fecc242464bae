using DeftStride.Core.Practice;
using DeftStride.Core.Quantities;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.People;

/// <summary>What may be kept of a person, and what is signed by whom.</summary>
internal sealed class PersonRules(StudioContext db, StudioScope scope)
{
    /// <summary>Refuses a year of birth that cannot be and answers that the record does not know; one that was kept before stays.</summary>
    /// <exception cref="Refusal">With what to do about it.</exception>
    public async Task RefuseAsync(
        int? birthYear,
        IReadOnlyDictionary<string, string>? care,
        KeptIntake before,
        CancellationToken stop
    )
    {
        if (birthYear is { } born)
        {
            if (born > (await scope.TodayAsync(stop)).Year)
                throw Refusal.BadInput(
                    "birthYear",
                    $"{born} has not come yet. Give the year of birth with four digits."
                );
            Refusal.Unless(FieldRange.BirthYear, "birthYear", born);
        }

        foreach (var (field, answer) in care ?? new Dictionary<string, string>())
        {
            if (
                CareField.Find(field)?.Answers.Any(a => a.Id == answer) != true
                && before.Care?.GetValueOrDefault(field) != answer
            )
                throw Refusal.BadInput("care", "This answer of the record is not known. Reload the page.");
        }
    }

    /// <summary>What is overruled now is signed with the coach and the day; what was signed before keeps its name and day.</summary>
    /// <exception cref="Refusal">One of them has no reason.</exception>
    public async Task<IReadOnlyList<KeptOverrule>> SignedAsync(
        IEnumerable<(string FieldId, string Forbids, string Reason)> overruled,
        KeptIntake before,
        CancellationToken stop
    )
    {
        var coach = await scope.CoachIdAsync(stop);
        var name = await db.Coaches.Where(c => c.Id == coach).Select(c => c.Name).FirstAsync(stop);
        var today = await scope.TodayAsync(stop);
        return
        [
            .. overruled.Select(o =>
                (before.Overruled ?? []).FirstOrDefault(k =>
                    k.FieldId == o.FieldId && k.Forbids == o.Forbids && k.Reason == o.Reason
                )
                ?? new KeptOverrule(
                    o.FieldId,
                    o.Forbids,
                    Text.Required("reason", o.Reason, "Your call, because… say why in a few words."),
                    name,
                    today
                )
            ),
        ];
    }

    /// <summary>A limit needs the clinician's name and the day; it is never above what stops a set.</summary>
    public async Task<KeptPainLimit> LimitAsync(int limit, string? said, DateOnly? day, CancellationToken stop)
    {
        if (!FieldRange.PainLimit.Has(limit))
            throw Refusal.BadInput(
                "limit",
                $"A pain limit is from 0 to {Pain.MostLimit}. {Pain.StopScore} stops a set whatever was set; work above that belongs in the clinician's own programme."
            );
        var by = Text.Required("limitBy", said, "Say which clinician set the limit: name and profession.");
        var on = day ?? throw Refusal.BadInput("limitOn", "Say on which day the clinician set the limit.");
        if (on > await scope.TodayAsync(stop))
            throw Refusal.BadInput("limitOn", "The limit cannot be from a day that has not come yet.");
        return new KeptPainLimit(limit, by, on);
    }
}
