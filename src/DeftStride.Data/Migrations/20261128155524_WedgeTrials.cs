using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace DeftStride.Data.Migrations
{
    /// <inheritdoc />
    public partial class WedgeTrials : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "WedgeTrials",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
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
                    table.PrimaryKey("PK_WedgeTrials", x => x.Id);
                    table.ForeignKey(
                        name: "FK_WedgeTrials_Clients_ClientId",
                        column: x => x.ClientId,
                        principalTable: "Clients",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_WedgeTrials_Coaches_CoachId",
                        column: x => x.CoachId,
                        principalTable: "Coaches",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_WedgeTrials_Studios_StudioId",
                        column: x => x.StudioId,
                        principalTable: "Studios",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "IX_WedgeTrials_ClientId_Sequence",
                table: "WedgeTrials",
                columns: new[] { "ClientId", "Sequence" });

            migrationBuilder.CreateIndex(
                name: "IX_WedgeTrials_CoachId",
                table: "WedgeTrials",
                column: "CoachId");

            migrationBuilder.CreateIndex(
                name: "IX_WedgeTrials_Sequence",
                table: "WedgeTrials",
                column: "Sequence");

            migrationBuilder.CreateIndex(
                name: "IX_WedgeTrials_StudioId",
                table: "WedgeTrials",
                column: "StudioId");

            migrationBuilder.CreateIndex(
                name: "IX_WedgeTrials_Supersedes",
                table: "WedgeTrials",
                column: "Supersedes",
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "WedgeTrials");
        }
    }
}
