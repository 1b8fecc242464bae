using DeftStride.Core.Quantities;
using Xunit;

namespace DeftStride.Core.Tests.Quantities;

public sealed class ResultTests
{
    private static Result<double, string> Root(double of) => of >= 0 ? Math.Sqrt(of) : "Give a number of 0 or more.";

    [Fact]
    public void A_result_is_its_value_or_why_there_is_none_and_never_both()
    {
        Assert.True(Root(9).Is(out var root, out var none));
        Assert.Equal(3, root);
        Assert.Null(none);
        Assert.False(Root(-1).Is(out var nothing, out var fault));
        Assert.Equal(0, nothing);
        Assert.Equal("Give a number of 0 or more.", fault);
        // One that nobody gave is no value.
        Assert.False(default(Result<double, string>).Is(out _));
    }

    [Fact]
    public void A_caller_makes_of_a_fault_another_value_its_own_refusal_or_an_exception_with_the_sentence()
    {
        Assert.Equal(3, Root(9).Or(_ => throw new InvalidOperationException()));
        Assert.Equal(-1, Root(-9).Or(_ => -1));
        Assert.Throws<TimeoutException>(() => Root(-9).Or(_ => throw new TimeoutException()));
        var thrown = Assert.Throws<FaultException<string>>(() => Root(-9).OrThrow(f => $"No root. {f}"));
        Assert.Equal(
            ("Give a number of 0 or more.", "No root. Give a number of 0 or more."),
            (thrown.Fault, thrown.Message)
        );
    }
}
