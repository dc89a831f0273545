using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace AmberPantry.Data.Migrations
{
    /// <inheritdoc />
    public partial class LotsOfMaterials : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<DateOnly>(
                name: "BestBefore",
                table: "Materials",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Lot",
                table: "Materials",
                type: "TEXT",
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "BestBefore",
                table: "Materials");

            migrationBuilder.DropColumn(
                name: "Lot",
                table: "Materials");
        }
    }
}
