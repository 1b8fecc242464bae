using DeftStride.Core.Keeping;
using Xunit;

namespace DeftStride.Core.Tests.Keeping;

public sealed class BackupThinningTests
{
    private static readonly DateTimeOffset Start = new(2025, 1, 1, 2, 0, 0, TimeSpan.Zero);

    private static TakenBackup At(DateTimeOffset at, bool upgrade = false) =>
        new($"{at.UtcDateTime:yyyyMMddHHmmss}{(upgrade ? "u" : "")}", at, upgrade);

    /// <summary>A backup every so often, thinned after each.</summary>
    private static List<TakenBackup> Run(int count, TimeSpan every, DateTimeOffset? from = null)
    {
        var here = new List<TakenBackup>();
        for (var i = 0; i < count; i++)
        {
            here.Add(At((from ?? Start) + (every * i)));
            var kept = BackupThinning.Kept(here);
            here.RemoveAll(b => !kept.Contains(b.Name));
        }

        return here;
    }

    [Fact]
    public void After_two_years_of_one_a_day_seven_days_four_weeks_and_twelve_months_are_left()
    {
        var here = Run(730, TimeSpan.FromDays(1));
        var last = here.Max(b => b.At);
        Assert.Equal(
            Enumerable.Range(0, 7).Select(d => last.AddDays(-d).Date),
            here.Where(b => b.At > last.AddDays(-7)).OrderByDescending(b => b.At).Select(b => b.At.Date)
        );
        // Some of the weeks and months fall on one of the days.
        Assert.InRange(here.Count, 7 + 3 + 11 - 2, 7 + 4 + 12);
        Assert.Equal(12, here.Select(b => (b.At.Year, b.At.Month)).Distinct().Count());
        // Of each month the newest: the last day of it.
        Assert.All(
            here.Where(b => b.At < last.AddDays(-40)),
            b => Assert.Equal(DateTime.DaysInMonth(b.At.Year, b.At.Month), b.At.Day)
        );
    }

    [Theory]
    [InlineData(2)]
    [InlineData(24)]
    [InlineData(24 * 9)]
    public void The_newest_stays_whatever_the_clock_did(int hours)
    {
        var here = Run(60, TimeSpan.FromHours(hours));
        // A year ahead, then set right again.
        var ahead = At(here.Max(b => b.At).AddYears(1));
        var right = At(here.Max(b => b.At).AddHours(1));
        var before = BackupThinning.Kept(here);
        var after = BackupThinning.Kept([.. here, ahead, right]);
        Assert.Contains(ahead.Name, after);
        Assert.Contains(right.Name, after);
        // Two more days, weeks or months push out two of each at most.
        Assert.True(before.Except(after).Count() <= 6);
    }

    [Fact]
    public void A_summer_without_a_server_takes_nothing_away()
    {
        var here = Run(40, TimeSpan.FromDays(1));
        var after = At(here.Max(b => b.At).AddDays(100));
        Assert.True(BackupThinning.Kept(here).Except(BackupThinning.Kept([.. here, after])).Count() <= 3);
    }

    [Fact]
    public void The_last_two_from_before_an_upgrade_stay_and_older_ones_go_with_the_rest()
    {
        var upgrades = Enumerable.Range(0, 4).Select(i => At(Start.AddMinutes(i), upgrade: true)).ToArray();
        var daily = Run(100, TimeSpan.FromDays(1), Start.AddDays(1));
        var kept = BackupThinning.Kept([.. upgrades, .. daily]);
        Assert.Equal(upgrades[2..].Select(b => b.Name), upgrades.Select(b => b.Name).Where(kept.Contains));
    }

    [Fact]
    public void When_one_goes_is_when_it_goes()
    {
        var here = Run(100, TimeSpan.FromDays(1));
        var today = DateOnly.FromDateTime(here.Max(b => b.At).UtcDateTime);
        foreach (var one in here)
        {
            var said = BackupThinning.Goes(here, one.Name, today);
            var later = here.ToList();
            DateOnly? gone = null;
            for (var day = 1; day <= 500 && gone is null; day++)
            {
                later.Add(At(new DateTimeOffset(today.AddDays(day).ToDateTime(new TimeOnly(23, 0)), TimeSpan.Zero)));
                var kept = BackupThinning.Kept(later);
                later.RemoveAll(b => !kept.Contains(b.Name));
                if (!kept.Contains(one.Name))
                    gone = today.AddDays(day);
            }

            Assert.Equal(gone, said);
        }

        Assert.Null(BackupThinning.Goes([At(Start, upgrade: true)], At(Start, upgrade: true).Name, today));
        Assert.Throws<ArgumentException>(() => BackupThinning.Goes(here, "none", today));
    }
}
