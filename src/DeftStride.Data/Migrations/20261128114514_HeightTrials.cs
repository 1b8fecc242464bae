using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace DeftStride.Data.Migrations
{
    /// <inheritdoc />
    public partial class HeightTrials : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "HeightTrials",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    ExerciseId = table.Column<string>(type: "TEXT", nullable: false),
                    Judged = table.Column<string>(type: "TEXT", nullable: false),
                    StudioId = table.Column<Guid>(type: "TEXT", nullable: false),
                    CoachId = table.Column<Guid>(type: "TEXT", nullable: false),
                    RecordedAt = table.Column<long>(type: "INTEGER", nullable: false),
                    Sequence = table.Column<long>(type: "INTEGER", nullable: false),
                    Supersedes = table.Column<Guid>(type: "TEXT", nullable: true),
                    Body = table.Column<string>(type: "TEXT", nullable: false),
                    ClientId = table.Column<Guid>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_HeightTrials", x => x.Id);
                    table.ForeignKey(
                        name: "FK_HeightTrials_Clients_ClientId",
                        column: x => x.ClientId,
                        principalTable: "Clients",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_HeightTrials_Coaches_CoachId",
                        column: x => x.CoachId,
                        principalTable: "Coaches",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_HeightTrials_Studios_StudioId",
                        column: x => x.StudioId,
                        principalTable: "Studios",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "IX_HeightTrials_ClientId_ExerciseId",
                table: "HeightTrials",
                columns: new[] { "ClientId", "ExerciseId" });

            migrationBuilder.CreateIndex(
                name: "IX_HeightTrials_ClientId_Sequence",
                table: "HeightTrials",
                columns: new[] { "ClientId", "Sequence" });

            migrationBuilder.CreateIndex(
                name: "IX_HeightTrials_CoachId",
                table: "HeightTrials",
                column: "CoachId");

            migrationBuilder.CreateIndex(
                name: "IX_HeightTrials_Sequence",
                table: "HeightTrials",
                column: "Sequence");

            migrationBuilder.CreateIndex(
                name: "IX_HeightTrials_StudioId",
                table: "HeightTrials",
                column: "StudioId");

            migrationBuilder.CreateIndex(
                name: "IX_HeightTrials_Supersedes",
                table: "HeightTrials",
                column: "Supersedes",
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "HeightTrials");
        }
    }
}
