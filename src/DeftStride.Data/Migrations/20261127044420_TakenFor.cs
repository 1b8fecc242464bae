using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace DeftStride.Data.Migrations
{
    /// <inheritdoc />
    public partial class TakenFor : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Moment",
                table: "Pictures",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Side",
                table: "Pictures",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "View",
                table: "Pictures",
                type: "TEXT",
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "Moment",
                table: "Pictures");

            migrationBuilder.DropColumn(
                name: "Side",
                table: "Pictures");

            migrationBuilder.DropColumn(
                name: "View",
                table: "Pictures");
        }
    }
}
