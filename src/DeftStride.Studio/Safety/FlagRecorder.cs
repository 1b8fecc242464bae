using DeftStride.Core.Practice;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Safety;

/// <summary>Raises red flags, takes slips back and clears with a note. What was sent twice is kept once.</summary>
internal sealed class FlagRecorder(StudioContext db, StudioScope scope, FactWriter facts)
{
    /// <summary>Raises a red flag.</summary>
    /// <exception cref="Refusal">The sign is none of the list.</exception>
    public async Task RaiseAsync(KeptFlag sent, CancellationToken stop)
    {
        if (await facts.ExistingAsync<FlagFact, KeptFlag>(sent.Id, sent, stop) is not null)
            return;
        var client = await scope.ClientAsync(sent.ClientId, stop);
        var sign = RedFlag.Find(sent.SignId) ?? throw Refusal.BadInput("sign", "Choose one of the signs in the list.");
        await facts.AddAsync(
            new FlagFact
            {
                Id = sent.Id,
                ClientId = client.Id,
                SignId = sign.Id,
                Note = Text.Optional("note", sent.Note),
                Supersedes = sent.Supersedes,
            },
            sent,
            stop
        );
    }

    /// <summary>
    /// A slip is taken back on the day it was made, and stays in the record. A sign that was raised on two devices stands
    /// until both are taken back or cleared: the more careful answer counts.
    /// </summary>
    /// <exception cref="Refusal">It was raised before today, or does not stand.</exception>
    public async Task WithdrawAsync(Guid id, Guid flagId, CancellationToken stop)
    {
        var sent = new KeptFlag(id, Guid.Empty, StandingFacts.Withdrawn, null, flagId);
        if (await facts.ExistingAsync<FlagFact, KeptFlag>(id, sent, stop) is not null)
            return;
        var flag = await StandingAsync(flagId, stop);
        var (from, _, _) = await scope.DayAsync(stop);
        if (flag.RecordedAt < from)
            throw Refusal.Conflict(
                "This red flag was raised before today. Clear it with a note: who examined, when, and what is allowed."
            );
        await facts.AddAsync(
            new FlagFact
            {
                Id = sent.Id,
                ClientId = flag.ClientId,
                SignId = StandingFacts.Withdrawn,
                Note = flag.SignId,
                Supersedes = flag.Id,
            },
            sent,
            stop
        );
    }

    /// <summary>Clears a red flag with a note: who examined, when, and what is allowed.</summary>
    /// <exception cref="Refusal">The days cannot be, or it does not stand.</exception>
    public async Task ClearAsync(KeptClearing sent, CancellationToken stop)
    {
        if (await facts.ExistingAsync<FlagClearingFact, KeptClearing>(sent.Id, sent, stop) is not null)
            return;
        var flag = await StandingAsync(sent.FlagId, stop);
        var (_, to, zone) = await scope.DayAsync(stop);
        if (StudioScope.Instant(sent.ExaminedOn.ToDateTime(TimeOnly.MinValue), zone) >= to)
            throw Refusal.BadInput(
                "examinedOn",
                "The examination lies in the future. Clear the sign once it has happened."
            );
        var raised = DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(flag.RecordedAt, zone).Date);
        if (sent.ExaminedOn < raised)
            throw Refusal.BadInput(
                "examinedOn",
                $"The sign was raised on {raised:d MMMM}. An examination before that day does not clear it: enter the one after it."
            );
        if (sent.Until < sent.ExaminedOn)
            throw Refusal.BadInput(
                "until",
                "It would end before it begins. Give a last day after the examination, or leave it empty."
            );
        foreach (var forbidden in sent.Forbids ?? [])
        {
            if (Forbidden.Find(forbidden) is null)
                throw Refusal.BadInput("forbids", "What is forbidden is not in the list. Reload the page.");
        }

        await facts.AddAsync(
            new FlagClearingFact
            {
                Id = sent.Id,
                ClientId = flag.ClientId,
                FlagId = flag.Id,
                ExaminedBy = Text.Required("examinedBy", sent.ExaminedBy, "Say who examined the client."),
                ExaminedOn = sent.ExaminedOn,
                Allowed = Text.Required("allowed", sent.Allowed, "Say what is allowed now."),
            },
            sent,
            stop
        );
    }

    private async Task<FlagFact> StandingAsync(Guid id, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var flag =
            await db.Flags.AsNoTracking().FirstOrDefaultAsync(f => f.Id == id && f.StudioId == studio.Id, stop)
            ?? throw Refusal.Missing("This sign is not on record. Reload the page.");
        if (await db.Flags.AnyAsync(f => f.Supersedes == flag.Id, stop))
            throw Refusal.Conflict("This sign was already taken back. Reload to see by whom.");
        if (
            await db.Standing<FlagClearingFact>()
                .AnyAsync(c => c.FlagId == flag.Id && c.ExaminedOn >= StandingFacts.FirstDay, stop)
        )
            throw Refusal.Conflict("This sign was already cleared. Reload to see by whom.");
        return flag;
    }
}
