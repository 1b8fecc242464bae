using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace DeftStride.Data.Migrations
{
    /// <summary>A visit is a session that nobody has begun yet: the ones on record stay, and their logs are theirs.</summary>
    public partial class Sessions : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.RenameTable(name: "Visits", newName: "Sessions");
            migrationBuilder.RenameIndex(name: "IX_Visits_ClientId_StartsAt", newName: "IX_Sessions_ClientId_StartsAt", table: "Sessions");
            migrationBuilder.RenameIndex(name: "IX_Visits_StudioId_StartsAt", newName: "IX_Sessions_StudioId_StartsAt", table: "Sessions");
            migrationBuilder.AddColumn<string>(name: "Body", table: "Sessions", type: "TEXT", nullable: true);
            migrationBuilder.AddColumn<Guid>(name: "DeviceId", table: "Sessions", type: "TEXT", nullable: true);
            migrationBuilder.AddColumn<string>(name: "DeviceName", table: "Sessions", type: "TEXT", nullable: true);
            migrationBuilder.AddColumn<long>(name: "RunSince", table: "Sessions", type: "INTEGER", nullable: true);
            migrationBuilder.AddColumn<long>(name: "ClosedAt", table: "Sessions", type: "INTEGER", nullable: true);
            migrationBuilder.AddColumn<Guid>(name: "SessionId", table: "Logs", type: "TEXT", nullable: true);

            // Half a day, in the ticks that instants are kept in: the visit that a log was written at.
            migrationBuilder.Sql(
                """
                UPDATE Logs SET SessionId = (
                    SELECT s.Id FROM Sessions s
                    WHERE s.ClientId = Logs.ClientId AND abs(s.StartsAt - Logs.RecordedAt) < 432000000000
                    ORDER BY abs(s.StartsAt - Logs.RecordedAt) LIMIT 1)
                """
            );
            migrationBuilder.CreateIndex(name: "IX_Logs_SessionId", table: "Logs", column: "SessionId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(name: "IX_Logs_SessionId", table: "Logs");
            migrationBuilder.DropColumn(name: "SessionId", table: "Logs");
            foreach (var column in new[] { "Body", "DeviceId", "DeviceName", "RunSince", "ClosedAt" })
                migrationBuilder.DropColumn(name: column, table: "Sessions");
            migrationBuilder.RenameIndex(name: "IX_Sessions_StudioId_StartsAt", newName: "IX_Visits_StudioId_StartsAt", table: "Sessions");
            migrationBuilder.RenameIndex(name: "IX_Sessions_ClientId_StartsAt", newName: "IX_Visits_ClientId_StartsAt", table: "Sessions");
            migrationBuilder.RenameTable(name: "Sessions", newName: "Visits");
        }
    }
}
