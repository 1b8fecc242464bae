using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;
using CsvHelper.TypeConversion;
using DeftStride.Core.Measuring;
using DeftStride.Data;
using DeftStride.Data.Records;
using DeftStride.Web.Features.Door;
using DeftStride.Web.Features.Measuring;
using DeftStride.Web.Features.Safety;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Checks;

/// <summary>One answer of a check as a line of a table: units in the heads, numbers in invariant form, signs as the measure has them.</summary>
internal sealed record ExportRow(
    string Client,
    string Exercise,
    string School,
    string Date,
    string Coach,
    string Side,
    string Measure,
    string MeasureId,
    string Moment,
    double? Value,
    string Unit,
    string PlusMeans,
    double? ErrorReach,
    double? BandLow,
    double? BandHigh,
    string Verdict,
    bool MustPass,
    string Source,
    int Repetitions
);

/// <summary>A whole check to take away: everything entered, everything read, and by what it was judged.</summary>
internal sealed record CheckExportView(
    string Format,
    string Client,
    DateTimeOffset At,
    string Coach,
    string Exercise,
    string School,
    StandardDto Standard,
    IReadOnlyList<StillDto> Stills,
    LookView Look,
    FeltDto? Felt,
    int? Effort,
    PainDto? Pain,
    string? Remark,
    IReadOnlyList<TrialView> Trials
);

/// <summary>Checks in open formats.</summary>
internal static class CheckExport
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/checks/{id:guid}/export.csv", CsvAsync)
            .WithName("exportCheckCsv")
            .Noted(Deed.Exported, "a look", Watched.Of<CheckFact>())
            .ExcludeFromDescription();
        api.MapGet("/checks/{id:guid}/export.json", JsonAsync)
            .WithName("exportCheckJson")
            .Noted(Deed.Exported, "a look", Watched.Of<CheckFact>())
            .ExcludeFromDescription();
    }

    private static async Task<FileContentHttpResult> CsvAsync(
        Guid id,
        CheckPages pages,
        StudioContext db,
        CancellationToken stop
    )
    {
        var (check, client) = await LoadAsync(id, pages, db, stop);
        await using var memory = new MemoryStream();
        await using (
            var text = new StreamWriter(
                memory,
                new System.Text.UTF8Encoding(encoderShouldEmitUTF8Identifier: true),
                leaveOpen: true
            )
        )
        await using (var csv = new CsvWriter(text, CultureInfo.InvariantCulture))
        {
            csv.Context.TypeConverterCache.AddConverter<string>(new FormulaSafe());
            await csv.WriteRecordsAsync(Rows(check, client), stop);
        }

        return TypedResults.File(memory.ToArray(), "text/csv", $"{Name(check)}.csv");
    }

    /// <summary>A name may begin like a formula, and a table program must not run it. Numbers are written as numbers, negative ones too.</summary>
    private sealed class FormulaSafe : StringConverter
    {
        public override string? ConvertToString(object? value, IWriterRow row, MemberMapData memberMapData) =>
            base.ConvertToString(value, row, memberMapData) is { } text ? CsvFile.Safe(text) : null;
    }

    private static async Task<FileContentHttpResult> JsonAsync(
        Guid id,
        CheckPages pages,
        StudioContext db,
        CancellationToken stop
    )
    {
        var (check, client) = await LoadAsync(id, pages, db, stop);
        var whole = new CheckExportView(
            "deft-stride-check/1",
            client,
            check.At,
            check.Coach,
            check.ExerciseName,
            check.SchoolName,
            check.Standard.Standard,
            check.Stills,
            check.Look,
            check.Felt,
            check.Effort,
            check.Pain,
            check.Remark,
            check.Trials
        );
        return TypedResults.File(
            System.Text.Json.JsonSerializer.SerializeToUtf8Bytes(whole, Json.Options),
            "application/json",
            $"{Name(check)}.json"
        );
    }

    private static async Task<(CheckView Check, string Client)> LoadAsync(
        Guid id,
        CheckPages pages,
        StudioContext db,
        CancellationToken stop
    )
    {
        var check = await pages.ViewAsync(id, stop);
        return (check, await db.Clients.Where(c => c.Id == check.ClientId).Select(c => c.Name).SingleAsync(stop));
    }

    private static IEnumerable<ExportRow> Rows(CheckView check, string client) =>
        check.Look.Results.Select(r =>
        {
            var measure = MeasureDefinition.Find(r.MeasureId)!;
            double? Rounded(double? value) => value is { } v ? Math.Round(v, 1) : null;
            return new ExportRow(
                client,
                check.ExerciseName,
                check.SchoolName,
                check.At.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
                check.Coach,
                CsvFile.Word(r.Side),
                measure.Name,
                measure.Id,
                CsvFile.Word(r.Moment),
                Rounded(r.Value),
                CsvFile.Unit(measure.Unit),
                measure.Sign,
                Rounded(r.Reach),
                r.Band?.Lower,
                r.Band?.Upper,
                r.Verdict is { } verdict ? CsvFile.Word(verdict) : "noted",
                r.MustPass,
                r.Source == Core.Judging.AnswerSource.Eye ? "seen, not measured" : CsvFile.Word(r.Source),
                r.Repetitions
            );
        });

    private static string Name(CheckView check) => $"check-{check.ExerciseId}-{check.At:yyyy-MM-dd}";
}
