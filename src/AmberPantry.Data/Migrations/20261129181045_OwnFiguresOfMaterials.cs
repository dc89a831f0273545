using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace AmberPantry.Data.Migrations
{
    /// <inheritdoc />
    public partial class OwnFiguresOfMaterials : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<decimal>(
                name: "DropsG",
                table: "Materials",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<decimal>(
                name: "MeltShiftK",
                table: "Materials",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<decimal>(
                name: "StrokesG",
                table: "Materials",
                type: "TEXT",
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "DropsG",
                table: "Materials");

            migrationBuilder.DropColumn(
                name: "MeltShiftK",
                table: "Materials");

            migrationBuilder.DropColumn(
                name: "StrokesG",
                table: "Materials");
        }
    }
}
