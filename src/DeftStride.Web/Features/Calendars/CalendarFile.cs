using System.Globalization;
using System.Text;
using DeftStride.Core.Exercises;
using DeftStride.Core.Training.Planning;
using DeftStride.Core.Training.Running;
using DeftStride.Studio.Plans;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;

namespace DeftStride.Web.Features.Calendars;

/// <summary>
/// Visits as an iCalendar file (RFC 5545). Times are instants in UTC, so that no change of a clock moves one; a visit keeps its UID
/// wherever it goes, and its SEQUENCE is its version.
/// </summary>
internal static class CalendarFile
{
    private const string Product = "-//Deft Stride//Visits//EN";

    /// <summary>Writes it.</summary>
    /// <param name="title">What the calendar is called.</param>
    /// <param name="visits">Which visits.</param>
    /// <param name="name">What a visit’s client is called; null leaves names out.</param>
    /// <param name="now">When it is written.</param>
    public static byte[] Write(
        string title,
        IReadOnlyList<CalendarVisit> visits,
        Func<Guid, string>? name,
        DateTimeOffset now
    )
    {
        var calendar = new Ical.Net.Calendar { ProductId = Product, Method = "PUBLISH" };
        calendar.AddProperty("X-WR-CALNAME", title);
        calendar.AddProperty("REFRESH-INTERVAL", "PT1H");
        foreach (var visit in visits)
        {
            var main = visit.Items.FirstOrDefault(i => i.Place == SessionPlace.Main);
            var exercise = Exercise.Find(main?.ExerciseId ?? visit.Record.ExerciseId)?.Name ?? "Training";
            var about = name is null ? exercise : $"{name(visit.Record.ClientId)}: {Lower(exercise)}";
            var lines = visit
                .Items.Where(i => i.Place is SessionPlace.Main or SessionPlace.Accessory)
                .Select(Line)
                .Concat(visit.Due.Select(d => d.Short));
            calendar.Events.Add(
                new CalendarEvent
                {
                    Uid = $"{visit.Record.Id}@deft-stride",
                    Sequence = (int)Math.Min(int.MaxValue, visit.Record.Version),
                    DtStamp = Utc(now),
                    Start = Utc(visit.Record.StartsAt),
                    End = Utc(visit.Record.StartsAt + Lasts(visit)),
                    Summary = about,
                    Description = string.Join("\n", lines),
                    Status = Ical.Net.EventStatus.Confirmed,
                }
            );
        }

        return Encoding.UTF8.GetBytes(new CalendarSerializer().SerializeToString(calendar) ?? "");
    }

    /// <summary>An estimate in whole quarters of an hour, three at least.</summary>
    private static TimeSpan Lasts(CalendarVisit visit)
    {
        var about = visit.Items.Count == 0 ? TimeSpan.Zero : PlanTime.Of(visit.Items)[^1].To;
        return TimeSpan.FromMinutes(15 * Math.Max(3, Math.Ceiling(about.TotalMinutes / 15)));
    }

    private static CalDateTime Utc(DateTimeOffset at) => new(at.UtcDateTime, "UTC");

    private static string Line(PlanItem item) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"{Exercise.Find(item.ExerciseId ?? "")?.Name ?? item.Own ?? item.Slot.Name()}, {item.Sets} × {item.Amount}{(item.Held ? " s" : "")}"
        );

    private static string Lower(string text) => char.ToLowerInvariant(text[0]) + text[1..];
}
