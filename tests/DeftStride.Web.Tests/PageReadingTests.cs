using System.Data.Common;
using DeftStride.Browser;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>What a page asks the database for. Each question costs more than its answer, so a page does not ask the same thing twice.</summary>
public sealed class PageReadingTests
{
    /// <summary>With a way on two ladders, and what the whole studio tried not yet counted.</summary>
    private const int Most = 32;

    [Fact]
    public async Task A_clients_page_asks_no_more_than_so_many_times_whatever_is_on_record()
    {
        var questions = new Counter();
        using var studio = new StudioUnderTest(
            before: folder => DemoFolder.CopyTo(folder, null),
            demo: true,
            database: o => o.AddInterceptors(questions)
        );
        var clients = (await studio.GetAsync("/api/clients"))
            .AsArray()
            .Select(c => (Id: Text(c, "id"), Name: Text(c, "name")));
        foreach (var (id, name) in clients)
        {
            questions.Asked = 0;
            await studio.GetAsync($"/api/clients/{id}");
            Assert.True(questions.Asked is > 5 and <= Most, $"{name}: {questions.Asked} questions");
        }
    }

    private sealed class Counter : DbCommandInterceptor
    {
        public int Asked;

        public override InterceptionResult<DbDataReader> ReaderExecuting(
            DbCommand command,
            CommandEventData eventData,
            InterceptionResult<DbDataReader> result
        )
        {
            Interlocked.Increment(ref Asked);
            return result;
        }

        public override ValueTask<InterceptionResult<DbDataReader>> ReaderExecutingAsync(
            DbCommand command,
            CommandEventData eventData,
            InterceptionResult<DbDataReader> result,
            CancellationToken cancellationToken = default
        )
        {
            Interlocked.Increment(ref Asked);
            return new(result);
        }
    }
}
