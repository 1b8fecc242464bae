using System.Globalization;
using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using DeftStride.Web.Features.Logs;
using Xunit;

namespace DeftStride.Web.Tests;

/// <summary>Logs out and in as a table: exact the whole way round, and whatever comes in a table that was made elsewhere.</summary>
public sealed class LogTableTests : IDisposable
{
    private readonly StudioUnderTest _studio = new();

    public void Dispose() => _studio.Dispose();

    private static async Task<byte[]> OutAsync(StudioUnderTest studio) =>
        await studio.Http.GetByteArrayAsync(new Uri("/api/logs.csv", UriKind.Relative));

    private static async Task<ImportView> InAsync(StudioUnderTest studio, byte[] file, bool keep = false)
    {
        using var content = new ByteArrayContent(file);
        content.Headers.ContentType = new("text/csv");
        using var answer = await studio.Http.PostAsync(
            new Uri($"/api/logs/import?keep={(keep ? "true" : "false")}", UriKind.Relative),
            content
        );
        var text = await answer.Content.ReadAsStringAsync();
        Assert.True(answer.IsSuccessStatusCode, text);
        return StudioUnderTest.Read<ImportView>(text);
    }

    private Task<ImportView> InAsync(string table, bool keep = false) =>
        InAsync(_studio, Encoding.UTF8.GetBytes(table), keep);

    private async Task LogAsync(Guid client, int daysAgo, string exercise, object log)
    {
        await _studio.PostAsync(
            "/api/logs",
            new
            {
                id = Guid.CreateVersion7(),
                clientId = client,
                day = DeftStride.Browser.LateMorning.Today.AddDays(-daysAgo),
                exerciseId = exercise,
                supersedes = (Guid?)null,
                log,
            }
        );
    }

    private static object Done(
        int sets,
        int amount,
        double kg,
        object? pain = null,
        string? felt = null,
        int? effort = 7,
        int? morning = null
    ) =>
        new
        {
            sets = (object?)null,
            even = new
            {
                sets,
                amount,
                cleanLeft = (sets * amount) - 1,
                cleanRight = sets * amount,
                loadKg = kg,
                position = kg > 0 ? "goblet" : "none",
                resets = 1,
            },
            effort,
            pain,
            nextMorning = morning,
            felt = felt is null ? null : new { asExpected = false, where = felt },
        };

    [Fact]
    public async Task Logs_go_out_and_come_back_unchanged_here_and_into_another_studio_where_the_same_file_twice_is_once()
    {
        var client = await _studio.ClientAsync("Corin, called “Vale”");
        await LogAsync(client, 20, "split-squat-to-pad", Done(3, 8, 12.5, felt: "=front, \"left\" thigh"));
        await LogAsync(client, 13, "half-kneeling-hold", Done(2, 30, 0, effort: null, morning: 1));
        await LogAsync(
            client,
            6,
            "step-up",
            Done(
                3,
                6,
                8,
                new
                {
                    score = 2,
                    leg = "left",
                    role = "front",
                    site = "kneeFront",
                    kind = "jointOrTendon",
                }
            )
        );
        var file = await OutAsync(_studio);
        var text = Encoding.UTF8.GetString(file);
        Assert.Contains("\"'=front, \"\"left\"\" thigh\"", text, StringComparison.Ordinal);
        var here = await InAsync(_studio, file, keep: true);
        Assert.Equal((16, 0, 3, 0), (here.Rows, here.New, here.Same, here.RefusedCount));
        Assert.Equal(file, await OutAsync(_studio));

        using var other = new StudioUnderTest();
        await other.PostAsync(
            "/api/clients",
            new
            {
                operationId = Guid.CreateVersion7(),
                id = client,
                name = "Corin, called “Vale”",
                goal = "",
                school = (string?)null,
            }
        );
        var dry = await InAsync(other, file);
        Assert.Equal((false, 3, 0, 1), (dry.Kept, dry.New, dry.RefusedCount, dry.Clients));
        Assert.Equal("3 logs would come in.", dry.Sentence);
        Assert.Empty((await other.GetAsync($"/api/clients/{client}"))["logs"]!.AsArray());
        Assert.Equal("3 logs came in.", (await InAsync(other, file, keep: true)).Sentence);
        Assert.Equal(file, await OutAsync(other));
        var twice = await InAsync(other, file, keep: true);
        Assert.Equal("Nothing new in this file. 3 logs are here already.", twice.Sentence);
        Assert.Equal(file, await OutAsync(other));

        // What says something else under the same id changes nothing and is said.
        var changed = await InAsync(
            other,
            Encoding.UTF8.GetBytes(text.Replace(",12.5,", ",14,", StringComparison.Ordinal)),
            keep: true
        );
        Assert.Contains("says something else", Assert.Single(changed.Refused).Why, StringComparison.Ordinal);
        Assert.Equal(file, await OutAsync(other));
    }

    [Fact]
    public async Task A_year_of_old_pain_ends_nothing_today()
    {
        var client = await _studio.ClientAsync("Dov Tarrant");
        var lines = new StringBuilder("client,day,exercise,side,amount,pain,pain_kind,pain_leg,pain_role\n");
        for (var week = 2; week < 54; week++)
        {
            var day = DeftStride
                .Browser.LateMorning.Today.AddDays(-7 * week)
                .ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
            lines.Append(
                CultureInfo.InvariantCulture,
                $"Dov Tarrant,{day},Split squat to pad,left,8,6,jointOrTendon,left,front\nDov Tarrant,{day},Split squat to pad,right,8,6,jointOrTendon,left,front\n"
            );
        }

        var read = await InAsync(lines.ToString(), keep: true);
        Assert.Equal((52, ""), (read.New, read.Refused.Count == 0 ? "" : read.Refused[0].Why));
        var today = (await _studio.GetAsync($"/api/clients/{client}"))["today"]!;
        Assert.Null(today["stoppedByPain"]);
        Assert.Empty((await _studio.GetAsync($"/api/clients/{client}"))["stopSigns"]!.AsArray());
    }

    [Fact]
    public async Task A_table_with_semicolons_decimal_commas_tabs_and_dates_of_another_order_is_read_or_said()
    {
        await _studio.ClientAsync("Corin Vale");
        var german = await InAsync(
            "client;day;exercise_id;side;amount;load_kg;remark\nCorin Vale;03.11.2026;step-up;left;8;12,5;good\nCorin Vale;03.11.2026;step-up;right;8;12,5;\n"
        );
        Assert.Equal((1, 0, "semicolons"), (german.New, german.RefusedCount, german.Separator));
        Assert.Equal(["remark"], german.Ignored);
        Assert.Equal(new DateOnly(2026, 11, 3), german.First);
        var slashes = await InAsync(
            "client\tday\texercise_id\tside\tamount\nCorin Vale\t03/04/2026\tstep-up\tleft\t8\n"
        );
        Assert.Equal((new DateOnly(2026, 4, 3), "tabs"), (slashes.First!.Value, slashes.Separator));
        Assert.Contains("day first", slashes.DatesRead, StringComparison.Ordinal);
        var american = await InAsync("client,day,exercise_id,side,amount\nCorin Vale,04/25/2026,step-up,left,8\n");
        Assert.Contains("Write it as 2026-04-25", Assert.Single(american.Refused).Why, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("Nobody Here,2026-11-03,step-up,left,8,0", "no client of this studio")]
    [InlineData("Corin Vale,2026-11-03,moon-walk,left,8,0", "no exercise of the catalogue")]
    [InlineData("Corin Vale,2026-11-03,step-up,middle,8,0", "none of left, right")]
    [InlineData("Corin Vale,2026-11-03,step-up,left,=1+7,0", "no whole number")]
    [InlineData("Corin Vale,2026-11-03,step-up,left,8,heavy", "no number")]
    [InlineData("Corin Vale,2026-11-03,step-up,left,8,NaN", "no number")]
    [InlineData("Corin Vale,2026-11-03,step-up,left,-8,0", "repetitions or seconds")]
    [InlineData("Corin Vale,2026-11-03,step-up,left,8,4000", "400 kg")]
    [InlineData("Corin Vale,2099-11-03,step-up,left,8,0", "has not come yet")]
    [InlineData("Corin Vale,yesterday,step-up,left,8,0", "no day")]
    [InlineData("Corin Vale,2026-11-03,step-up,left", "Look for a missing quote")]
    [InlineData("\"Corin Vale,2026-11-03,step-up,left,8,0\nand more", "Look for a missing quote")]
    public async Task A_row_that_cannot_be_meant_is_said_with_its_line_and_the_others_come_in(string row, string said)
    {
        await _studio.ClientAsync("Corin Vale");
        var read = await InAsync(
            $"client,day,exercise_id,side,amount,load_kg\nCorin Vale,2026-11-02,step-up,left,8,0\n{row}\n",
            keep: true
        );
        var refused = Assert.Single(read.Refused);
        Assert.Contains(said, refused.Why, StringComparison.Ordinal);
        Assert.True(refused.Line >= 3);
        Assert.Equal(1, read.New);
    }

    [Fact]
    public async Task A_file_that_is_none_one_without_its_columns_and_one_too_long_are_a_sentence()
    {
        await _studio.ClientAsync("Corin Vale");
        Assert.Contains(
            "are not among them",
            Assert.Single((await InAsync("name,when\nCorin Vale,today\n", keep: true)).Refused).Why,
            StringComparison.Ordinal
        );
        using (
            var empty = await _studio.Http.PostAsync(
                new Uri("/api/logs/import", UriKind.Relative),
                new ByteArrayContent([])
            )
        )
            Assert.Equal(HttpStatusCode.BadRequest, empty.StatusCode);
        using (
            var picture = await _studio.Http.PostAsync(
                new Uri("/api/logs/import", UriKind.Relative),
                new ByteArrayContent([0x89, 0x50, 0xff, 0xfe])
            )
        )
            Assert.Contains(
                "UTF-8",
                JsonNode.Parse(await picture.Content.ReadAsStringAsync())!["detail"]!.GetValue<string>(),
                StringComparison.Ordinal
            );
        var table = new StringBuilder("client,day,exercise_id,side,amount\n");
        for (var i = 0; i <= LogTable.MostRows; i++)
            table.Append("Corin Vale,2026-11-03,step-up,left,8\n");
        var long_ = await InAsync(table.ToString(), keep: true);
        Assert.Contains("Send it in parts", Assert.Single(long_.Refused).Why, StringComparison.Ordinal);
        Assert.Equal(0, long_.New);
    }
}
