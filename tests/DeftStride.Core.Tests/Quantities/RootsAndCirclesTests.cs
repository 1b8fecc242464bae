using DeftStride.Core.Bodies;
using DeftStride.Core.Quantities;
using FsCheck.Xunit;
using Xunit;

namespace DeftStride.Core.Tests.Quantities;

public sealed class RootsAndCirclesTests
{
    [Property]
    public void A_root_is_where_the_function_changes_its_sign(FsCheck.NormalFloat where, FsCheck.NormalFloat steep)
    {
        var (zero, slope) = (where.Get % 3, 0.1 + Math.Abs(steep.Get % 5));
        double F(double x) => Math.Atan(slope * (x - zero)) + (0.1 * (x - zero));
        Assert.Equal(zero, Roots.Between(F, -4, 5)!.Value, 1e-12);
    }

    [Fact]
    public void Without_a_change_of_sign_or_with_a_gap_there_is_no_root()
    {
        Assert.Null(Roots.Between(x => x + 10, -1, 1));
        Assert.Null(Roots.Between(x => Math.Abs(x) < 0.9 ? double.NaN : x, -1, 1.5));
    }

    [Property]
    public void A_crossing_lies_on_both_circles_and_is_the_upper_one(byte r1, byte r2, sbyte x, sbyte y)
    {
        var (one, other, dx, dy) = (0.2 + (r1 / 100.0), 0.2 + (r2 / 100.0), x / 40.0, y / 40.0);
        var apart = Math.Sqrt((dx * dx) + (dy * dy));
        var crossing = Circles.Upper(one, dx, dy, other);
        if (apart <= 0 || apart > one + other || apart < Math.Abs(one - other))
        {
            Assert.Null(crossing);
            return;
        }

        var (px, py) = crossing!.Value;
        Assert.Equal(one, Math.Sqrt((px * px) + (py * py)), 1e-9);
        Assert.Equal(other, Math.Sqrt(Math.Pow(px - dx, 2) + Math.Pow(py - dy, 2)), 1e-9);
        // Mirrored at the line between the centres lies the other one, never higher.
        var side = ((px * dy) - (py * dx)) / (apart * apart);
        Assert.True(py + (2 * side * dx) <= py + 1e-9);
    }

    [Fact]
    public void Scatter_has_the_spread_that_is_asked_for_and_comes_from_its_seed()
    {
        var random = new Random(11);
        var draws = Enumerable.Range(0, 20_000).Select(_ => Gaussian.Sample(random, 2.5)).ToArray();
        Assert.InRange(draws.Average(), -0.07, 0.07);
        Assert.InRange(Math.Sqrt(draws.Average(d => d * d)), 2.45, 2.55);
        Assert.Equal(draws[0], Gaussian.Sample(new Random(11), 2.5));
    }

    [Fact]
    public void The_parts_of_a_foot_make_the_whole()
    {
        Assert.Equal(1, Proportions.HeelToAnkle + Proportions.AnkleToToe, 12);
        Assert.Equal(Proportions.AnkleToToe, Proportions.AnkleToBall + Proportions.BallToToe, 12);
        Assert.Equal(Proportions.HeelToBall, Proportions.HeelToAnkle + Proportions.AnkleToBall, 12);
    }
}
