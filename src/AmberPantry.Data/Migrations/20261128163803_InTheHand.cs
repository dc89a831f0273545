using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace AmberPantry.Data.Migrations
{
    /// <inheritdoc />
    public partial class InTheHand : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<DateTime>(
                name: "ArchivedAt",
                table: "Trials",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Notes",
                table: "Trials",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<DateTime>(
                name: "ArchivedAt",
                table: "Formulas",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<DateTime>(
                name: "ArchivedAt",
                table: "Batches",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Corrections",
                table: "Batches",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'[]'");

            migrationBuilder.AddColumn<string>(
                name: "GivenUpFor",
                table: "Batches",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "StockMoves",
                table: "Batches",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'[]'");

            migrationBuilder.CreateIndex(
                name: "IX_Formulas_ArchivedAt",
                table: "Formulas",
                column: "ArchivedAt",
                filter: "ArchivedAt IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Batches_NotArchived",
                table: "Batches",
                columns: new[] { "StartedAt", "Id" },
                filter: "ArchivedAt IS NULL");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Formulas_ArchivedAt",
                table: "Formulas");

            migrationBuilder.DropIndex(
                name: "IX_Batches_NotArchived",
                table: "Batches");

            migrationBuilder.DropColumn(
                name: "ArchivedAt",
                table: "Trials");

            migrationBuilder.DropColumn(
                name: "Notes",
                table: "Trials");

            migrationBuilder.DropColumn(
                name: "ArchivedAt",
                table: "Formulas");

            migrationBuilder.DropColumn(
                name: "ArchivedAt",
                table: "Batches");

            migrationBuilder.DropColumn(
                name: "Corrections",
                table: "Batches");

            migrationBuilder.DropColumn(
                name: "GivenUpFor",
                table: "Batches");

            migrationBuilder.DropColumn(
                name: "StockMoves",
                table: "Batches");
        }
    }
}
