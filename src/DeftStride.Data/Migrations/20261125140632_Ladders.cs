using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace DeftStride.Data.Migrations
{
    /// <inheritdoc />
    public partial class Ladders : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Visits_ClientId",
                table: "Visits");

            migrationBuilder.DropIndex(
                name: "IX_Trials_StudioId",
                table: "Trials");

            migrationBuilder.DropIndex(
                name: "IX_Decisions_StudioId",
                table: "Decisions");

            migrationBuilder.DropIndex(
                name: "IX_Checks_StudioId",
                table: "Checks");

            migrationBuilder.AddColumn<string>(
                name: "Brief",
                table: "Checks",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "FaultId",
                table: "Checks",
                type: "TEXT",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "Edits",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    Kind = table.Column<string>(type: "TEXT", nullable: false),
                    Subject = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<string>(type: "TEXT", nullable: false),
                    Before = table.Column<string>(type: "TEXT", nullable: true),
                    After = table.Column<string>(type: "TEXT", nullable: true),
                    StudioId = table.Column<Guid>(type: "TEXT", nullable: false),
                    CoachId = table.Column<Guid>(type: "TEXT", nullable: false),
                    RecordedAt = table.Column<long>(type: "INTEGER", nullable: false),
                    Supersedes = table.Column<Guid>(type: "TEXT", nullable: true),
                    Body = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Edits", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Edits_Coaches_CoachId",
                        column: x => x.CoachId,
                        principalTable: "Coaches",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_Edits_Studios_StudioId",
                        column: x => x.StudioId,
                        principalTable: "Studios",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "Ladders",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    LadderId = table.Column<string>(type: "TEXT", nullable: false),
                    Body = table.Column<string>(type: "TEXT", nullable: false),
                    StudioId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Version = table.Column<long>(type: "INTEGER", nullable: false),
                    CreatedAt = table.Column<long>(type: "INTEGER", nullable: false),
                    ChangedBy = table.Column<Guid>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Ladders", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Ladders_Studios_StudioId",
                        column: x => x.StudioId,
                        principalTable: "Studios",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "Logs",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    Day = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    ExerciseId = table.Column<string>(type: "TEXT", nullable: false),
                    RungId = table.Column<string>(type: "TEXT", nullable: true),
                    CheckId = table.Column<Guid>(type: "TEXT", nullable: true),
                    NextMorning = table.Column<int>(type: "INTEGER", nullable: true),
                    Pain = table.Column<int>(type: "INTEGER", nullable: true),
                    Judged = table.Column<string>(type: "TEXT", nullable: false),
                    StudioId = table.Column<Guid>(type: "TEXT", nullable: false),
                    CoachId = table.Column<Guid>(type: "TEXT", nullable: false),
                    RecordedAt = table.Column<long>(type: "INTEGER", nullable: false),
                    Supersedes = table.Column<Guid>(type: "TEXT", nullable: true),
                    Body = table.Column<string>(type: "TEXT", nullable: false),
                    ClientId = table.Column<Guid>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Logs", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Logs_Checks_CheckId",
                        column: x => x.CheckId,
                        principalTable: "Checks",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_Logs_Clients_ClientId",
                        column: x => x.ClientId,
                        principalTable: "Clients",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_Logs_Coaches_CoachId",
                        column: x => x.CoachId,
                        principalTable: "Coaches",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_Logs_Studios_StudioId",
                        column: x => x.StudioId,
                        principalTable: "Studios",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "Rungs",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    LadderId = table.Column<string>(type: "TEXT", nullable: false),
                    RungId = table.Column<string>(type: "TEXT", nullable: false),
                    Side = table.Column<string>(type: "TEXT", nullable: false),
                    Kind = table.Column<string>(type: "TEXT", nullable: false),
                    DecisionId = table.Column<Guid>(type: "TEXT", nullable: true),
                    Judged = table.Column<string>(type: "TEXT", nullable: false),
                    StudioId = table.Column<Guid>(type: "TEXT", nullable: false),
                    CoachId = table.Column<Guid>(type: "TEXT", nullable: false),
                    RecordedAt = table.Column<long>(type: "INTEGER", nullable: false),
                    Supersedes = table.Column<Guid>(type: "TEXT", nullable: true),
                    Body = table.Column<string>(type: "TEXT", nullable: false),
                    ClientId = table.Column<Guid>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Rungs", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Rungs_Clients_ClientId",
                        column: x => x.ClientId,
                        principalTable: "Clients",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_Rungs_Coaches_CoachId",
                        column: x => x.CoachId,
                        principalTable: "Coaches",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_Rungs_Decisions_DecisionId",
                        column: x => x.DecisionId,
                        principalTable: "Decisions",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_Rungs_Studios_StudioId",
                        column: x => x.StudioId,
                        principalTable: "Studios",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Visits_ClientId_StartsAt",
                table: "Visits",
                columns: new[] { "ClientId", "StartsAt" });

            migrationBuilder.CreateIndex(
                name: "IX_Trials_StudioId_CorrectionId_Outcome",
                table: "Trials",
                columns: new[] { "StudioId", "CorrectionId", "Outcome" });

            migrationBuilder.CreateIndex(
                name: "IX_Decisions_First",
                table: "Decisions",
                column: "CheckId",
                unique: true,
                filter: "\"Supersedes\" IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Decisions_StudioId_RuleId",
                table: "Decisions",
                columns: new[] { "StudioId", "RuleId" });

            migrationBuilder.CreateIndex(
                name: "IX_Checks_StudioId_FaultId",
                table: "Checks",
                columns: new[] { "StudioId", "FaultId" });

            migrationBuilder.CreateIndex(
                name: "IX_Edits_CoachId",
                table: "Edits",
                column: "CoachId");

            migrationBuilder.CreateIndex(
                name: "IX_Edits_StudioId_Kind_Subject",
                table: "Edits",
                columns: new[] { "StudioId", "Kind", "Subject" });

            migrationBuilder.CreateIndex(
                name: "IX_Edits_Supersedes",
                table: "Edits",
                column: "Supersedes",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Ladders_StudioId_LadderId",
                table: "Ladders",
                columns: new[] { "StudioId", "LadderId" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Logs_CheckId",
                table: "Logs",
                column: "CheckId");

            migrationBuilder.CreateIndex(
                name: "IX_Logs_ClientId_RecordedAt",
                table: "Logs",
                columns: new[] { "ClientId", "RecordedAt" });

            migrationBuilder.CreateIndex(
                name: "IX_Logs_CoachId",
                table: "Logs",
                column: "CoachId");

            migrationBuilder.CreateIndex(
                name: "IX_Logs_StudioId",
                table: "Logs",
                column: "StudioId");

            migrationBuilder.CreateIndex(
                name: "IX_Logs_Supersedes",
                table: "Logs",
                column: "Supersedes",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Rungs_ClientId_LadderId_Side_RecordedAt",
                table: "Rungs",
                columns: new[] { "ClientId", "LadderId", "Side", "RecordedAt" });

            migrationBuilder.CreateIndex(
                name: "IX_Rungs_ClientId_RecordedAt",
                table: "Rungs",
                columns: new[] { "ClientId", "RecordedAt" });

            migrationBuilder.CreateIndex(
                name: "IX_Rungs_CoachId",
                table: "Rungs",
                column: "CoachId");

            migrationBuilder.CreateIndex(
                name: "IX_Rungs_DecisionId",
                table: "Rungs",
                column: "DecisionId");

            migrationBuilder.CreateIndex(
                name: "IX_Rungs_StudioId",
                table: "Rungs",
                column: "StudioId");

            migrationBuilder.CreateIndex(
                name: "IX_Rungs_Supersedes",
                table: "Rungs",
                column: "Supersedes",
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Edits");

            migrationBuilder.DropTable(
                name: "Ladders");

            migrationBuilder.DropTable(
                name: "Logs");

            migrationBuilder.DropTable(
                name: "Rungs");

            migrationBuilder.DropIndex(
                name: "IX_Visits_ClientId_StartsAt",
                table: "Visits");

            migrationBuilder.DropIndex(
                name: "IX_Trials_StudioId_CorrectionId_Outcome",
                table: "Trials");

            migrationBuilder.DropIndex(
                name: "IX_Decisions_First",
                table: "Decisions");

            migrationBuilder.DropIndex(
                name: "IX_Decisions_StudioId_RuleId",
                table: "Decisions");

            migrationBuilder.DropIndex(
                name: "IX_Checks_StudioId_FaultId",
                table: "Checks");

            migrationBuilder.DropColumn(
                name: "Brief",
                table: "Checks");

            migrationBuilder.DropColumn(
                name: "FaultId",
                table: "Checks");

            migrationBuilder.CreateIndex(
                name: "IX_Visits_ClientId",
                table: "Visits",
                column: "ClientId");

            migrationBuilder.CreateIndex(
                name: "IX_Trials_StudioId",
                table: "Trials",
                column: "StudioId");

            migrationBuilder.CreateIndex(
                name: "IX_Decisions_StudioId",
                table: "Decisions",
                column: "StudioId");

            migrationBuilder.CreateIndex(
                name: "IX_Checks_StudioId",
                table: "Checks",
                column: "StudioId");
        }
    }
}
