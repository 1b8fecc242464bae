using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace DeftStride.Data.Migrations
{
    /// <inheritdoc />
    public partial class Order : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Trials_ClientId_RecordedAt",
                table: "Trials");

            migrationBuilder.DropIndex(
                name: "IX_Setups_ClientId_RecordedAt",
                table: "Setups");

            migrationBuilder.DropIndex(
                name: "IX_Rungs_ClientId_LadderId_Side_RecordedAt",
                table: "Rungs");

            migrationBuilder.DropIndex(
                name: "IX_Rungs_ClientId_RecordedAt",
                table: "Rungs");

            migrationBuilder.DropIndex(
                name: "IX_Ranges_ClientId_RecordedAt",
                table: "Ranges");

            migrationBuilder.DropIndex(
                name: "IX_Pictures_ClientId_RecordedAt",
                table: "Pictures");

            migrationBuilder.DropIndex(
                name: "IX_Logs_ClientId_RecordedAt",
                table: "Logs");

            migrationBuilder.DropIndex(
                name: "IX_Flags_ClientId_RecordedAt",
                table: "Flags");

            migrationBuilder.DropIndex(
                name: "IX_FlagClearings_ClientId_RecordedAt",
                table: "FlagClearings");

            migrationBuilder.DropIndex(
                name: "IX_Decisions_ClientId_RecordedAt",
                table: "Decisions");

            migrationBuilder.DropIndex(
                name: "IX_Checks_ClientId_RecordedAt",
                table: "Checks");

            migrationBuilder.AddColumn<long>(
                name: "Sequence",
                table: "Trials",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            migrationBuilder.AddColumn<long>(
                name: "Sequence",
                table: "Setups",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            migrationBuilder.AddColumn<long>(
                name: "Sequence",
                table: "Rungs",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            migrationBuilder.AddColumn<long>(
                name: "Sequence",
                table: "Ranges",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            migrationBuilder.AddColumn<long>(
                name: "Sequence",
                table: "Pictures",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            migrationBuilder.AddColumn<long>(
                name: "Sequence",
                table: "Operations",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            migrationBuilder.AddColumn<long>(
                name: "Sequence",
                table: "Logs",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            migrationBuilder.AddColumn<long>(
                name: "Sequence",
                table: "Flags",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            migrationBuilder.AddColumn<long>(
                name: "Sequence",
                table: "FlagClearings",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            migrationBuilder.AddColumn<long>(
                name: "Sequence",
                table: "Edits",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            migrationBuilder.AddColumn<long>(
                name: "Sequence",
                table: "Decisions",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            migrationBuilder.AddColumn<long>(
                name: "Sequence",
                table: "Checks",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            migrationBuilder.AddColumn<long>(
                name: "Sequence",
                table: "Cautions",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            // Until now the clock told the order, and what one step wrote at one instant came in the order of its rows.
            foreach (var (table, at) in new[] { ("Cautions", "RecordedAt"), ("Checks", "RecordedAt"), ("Decisions", "RecordedAt"), ("Edits", "RecordedAt"), ("FlagClearings", "RecordedAt"), ("Flags", "RecordedAt"), ("Logs", "RecordedAt"), ("Operations", "At"), ("Pictures", "RecordedAt"), ("Ranges", "RecordedAt"), ("Rungs", "RecordedAt"), ("Setups", "RecordedAt"), ("Trials", "RecordedAt") })
            {
                migrationBuilder.Sql($"""
                    UPDATE "{table}" SET Sequence = "{at}" + placed.n
                    FROM (SELECT rowid AS id, row_number() OVER (PARTITION BY "{at}" ORDER BY rowid) - 1 AS n FROM "{table}") AS placed
                    WHERE "{table}".rowid = placed.id;
                    """);
            }

            migrationBuilder.CreateIndex(
                name: "IX_Trials_ClientId_Sequence",
                table: "Trials",
                columns: new[] { "ClientId", "Sequence" });

            migrationBuilder.CreateIndex(
                name: "IX_Trials_Sequence",
                table: "Trials",
                column: "Sequence");

            migrationBuilder.CreateIndex(
                name: "IX_Setups_ClientId_Sequence",
                table: "Setups",
                columns: new[] { "ClientId", "Sequence" });

            migrationBuilder.CreateIndex(
                name: "IX_Setups_Sequence",
                table: "Setups",
                column: "Sequence");

            migrationBuilder.CreateIndex(
                name: "IX_Rungs_ClientId_LadderId_Side_Sequence",
                table: "Rungs",
                columns: new[] { "ClientId", "LadderId", "Side", "Sequence" });

            migrationBuilder.CreateIndex(
                name: "IX_Rungs_ClientId_Sequence",
                table: "Rungs",
                columns: new[] { "ClientId", "Sequence" });

            migrationBuilder.CreateIndex(
                name: "IX_Rungs_Sequence",
                table: "Rungs",
                column: "Sequence");

            migrationBuilder.CreateIndex(
                name: "IX_Ranges_ClientId_Sequence",
                table: "Ranges",
                columns: new[] { "ClientId", "Sequence" });

            migrationBuilder.CreateIndex(
                name: "IX_Ranges_Sequence",
                table: "Ranges",
                column: "Sequence");

            migrationBuilder.CreateIndex(
                name: "IX_Pictures_ClientId_Sequence",
                table: "Pictures",
                columns: new[] { "ClientId", "Sequence" });

            migrationBuilder.CreateIndex(
                name: "IX_Pictures_Sequence",
                table: "Pictures",
                column: "Sequence");

            migrationBuilder.CreateIndex(
                name: "IX_Operations_Sequence",
                table: "Operations",
                column: "Sequence");

            migrationBuilder.CreateIndex(
                name: "IX_Logs_ClientId_Sequence",
                table: "Logs",
                columns: new[] { "ClientId", "Sequence" });

            migrationBuilder.CreateIndex(
                name: "IX_Logs_Sequence",
                table: "Logs",
                column: "Sequence");

            migrationBuilder.CreateIndex(
                name: "IX_Flags_ClientId_Sequence",
                table: "Flags",
                columns: new[] { "ClientId", "Sequence" });

            migrationBuilder.CreateIndex(
                name: "IX_Flags_Sequence",
                table: "Flags",
                column: "Sequence");

            migrationBuilder.CreateIndex(
                name: "IX_FlagClearings_ClientId_Sequence",
                table: "FlagClearings",
                columns: new[] { "ClientId", "Sequence" });

            migrationBuilder.CreateIndex(
                name: "IX_FlagClearings_Sequence",
                table: "FlagClearings",
                column: "Sequence");

            migrationBuilder.CreateIndex(
                name: "IX_Edits_Sequence",
                table: "Edits",
                column: "Sequence");

            migrationBuilder.CreateIndex(
                name: "IX_Decisions_ClientId_Sequence",
                table: "Decisions",
                columns: new[] { "ClientId", "Sequence" });

            migrationBuilder.CreateIndex(
                name: "IX_Decisions_Sequence",
                table: "Decisions",
                column: "Sequence");

            migrationBuilder.CreateIndex(
                name: "IX_Checks_ClientId_Sequence",
                table: "Checks",
                columns: new[] { "ClientId", "Sequence" });

            migrationBuilder.CreateIndex(
                name: "IX_Checks_Sequence",
                table: "Checks",
                column: "Sequence");

            migrationBuilder.CreateIndex(
                name: "IX_Cautions_Sequence",
                table: "Cautions",
                column: "Sequence");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Trials_ClientId_Sequence",
                table: "Trials");

            migrationBuilder.DropIndex(
                name: "IX_Trials_Sequence",
                table: "Trials");

            migrationBuilder.DropIndex(
                name: "IX_Setups_ClientId_Sequence",
                table: "Setups");

            migrationBuilder.DropIndex(
                name: "IX_Setups_Sequence",
                table: "Setups");

            migrationBuilder.DropIndex(
                name: "IX_Rungs_ClientId_LadderId_Side_Sequence",
                table: "Rungs");

            migrationBuilder.DropIndex(
                name: "IX_Rungs_ClientId_Sequence",
                table: "Rungs");

            migrationBuilder.DropIndex(
                name: "IX_Rungs_Sequence",
                table: "Rungs");

            migrationBuilder.DropIndex(
                name: "IX_Ranges_ClientId_Sequence",
                table: "Ranges");

            migrationBuilder.DropIndex(
                name: "IX_Ranges_Sequence",
                table: "Ranges");

            migrationBuilder.DropIndex(
                name: "IX_Pictures_ClientId_Sequence",
                table: "Pictures");

            migrationBuilder.DropIndex(
                name: "IX_Pictures_Sequence",
                table: "Pictures");

            migrationBuilder.DropIndex(
                name: "IX_Operations_Sequence",
                table: "Operations");

            migrationBuilder.DropIndex(
                name: "IX_Logs_ClientId_Sequence",
                table: "Logs");

            migrationBuilder.DropIndex(
                name: "IX_Logs_Sequence",
                table: "Logs");

            migrationBuilder.DropIndex(
                name: "IX_Flags_ClientId_Sequence",
                table: "Flags");

            migrationBuilder.DropIndex(
                name: "IX_Flags_Sequence",
                table: "Flags");

            migrationBuilder.DropIndex(
                name: "IX_FlagClearings_ClientId_Sequence",
                table: "FlagClearings");

            migrationBuilder.DropIndex(
                name: "IX_FlagClearings_Sequence",
                table: "FlagClearings");

            migrationBuilder.DropIndex(
                name: "IX_Edits_Sequence",
                table: "Edits");

            migrationBuilder.DropIndex(
                name: "IX_Decisions_ClientId_Sequence",
                table: "Decisions");

            migrationBuilder.DropIndex(
                name: "IX_Decisions_Sequence",
                table: "Decisions");

            migrationBuilder.DropIndex(
                name: "IX_Checks_ClientId_Sequence",
                table: "Checks");

            migrationBuilder.DropIndex(
                name: "IX_Checks_Sequence",
                table: "Checks");

            migrationBuilder.DropIndex(
                name: "IX_Cautions_Sequence",
                table: "Cautions");

            migrationBuilder.DropColumn(
                name: "Sequence",
                table: "Trials");

            migrationBuilder.DropColumn(
                name: "Sequence",
                table: "Setups");

            migrationBuilder.DropColumn(
                name: "Sequence",
                table: "Rungs");

            migrationBuilder.DropColumn(
                name: "Sequence",
                table: "Ranges");

            migrationBuilder.DropColumn(
                name: "Sequence",
                table: "Pictures");

            migrationBuilder.DropColumn(
                name: "Sequence",
                table: "Operations");

            migrationBuilder.DropColumn(
                name: "Sequence",
                table: "Logs");

            migrationBuilder.DropColumn(
                name: "Sequence",
                table: "Flags");

            migrationBuilder.DropColumn(
                name: "Sequence",
                table: "FlagClearings");

            migrationBuilder.DropColumn(
                name: "Sequence",
                table: "Edits");

            migrationBuilder.DropColumn(
                name: "Sequence",
                table: "Decisions");

            migrationBuilder.DropColumn(
                name: "Sequence",
                table: "Checks");

            migrationBuilder.DropColumn(
                name: "Sequence",
                table: "Cautions");

            migrationBuilder.CreateIndex(
                name: "IX_Trials_ClientId_RecordedAt",
                table: "Trials",
                columns: new[] { "ClientId", "RecordedAt" });

            migrationBuilder.CreateIndex(
                name: "IX_Setups_ClientId_RecordedAt",
                table: "Setups",
                columns: new[] { "ClientId", "RecordedAt" });

            migrationBuilder.CreateIndex(
                name: "IX_Rungs_ClientId_LadderId_Side_RecordedAt",
                table: "Rungs",
                columns: new[] { "ClientId", "LadderId", "Side", "RecordedAt" });

            migrationBuilder.CreateIndex(
                name: "IX_Rungs_ClientId_RecordedAt",
                table: "Rungs",
                columns: new[] { "ClientId", "RecordedAt" });

            migrationBuilder.CreateIndex(
                name: "IX_Ranges_ClientId_RecordedAt",
                table: "Ranges",
                columns: new[] { "ClientId", "RecordedAt" });

            migrationBuilder.CreateIndex(
                name: "IX_Pictures_ClientId_RecordedAt",
                table: "Pictures",
                columns: new[] { "ClientId", "RecordedAt" });

            migrationBuilder.CreateIndex(
                name: "IX_Logs_ClientId_RecordedAt",
                table: "Logs",
                columns: new[] { "ClientId", "RecordedAt" });

            migrationBuilder.CreateIndex(
                name: "IX_Flags_ClientId_RecordedAt",
                table: "Flags",
                columns: new[] { "ClientId", "RecordedAt" });

            migrationBuilder.CreateIndex(
                name: "IX_FlagClearings_ClientId_RecordedAt",
                table: "FlagClearings",
                columns: new[] { "ClientId", "RecordedAt" });

            migrationBuilder.CreateIndex(
                name: "IX_Decisions_ClientId_RecordedAt",
                table: "Decisions",
                columns: new[] { "ClientId", "RecordedAt" });

            migrationBuilder.CreateIndex(
                name: "IX_Checks_ClientId_RecordedAt",
                table: "Checks",
                columns: new[] { "ClientId", "RecordedAt" });
        }
    }
}
