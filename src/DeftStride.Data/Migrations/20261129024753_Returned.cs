using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace DeftStride.Data.Migrations
{
    /// <inheritdoc />
    public partial class Returned : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<long>(
                name: "ReturnedAt",
                table: "Erased",
                type: "INTEGER",
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "ReturnedAt",
                table: "Erased");
        }
    }
}
