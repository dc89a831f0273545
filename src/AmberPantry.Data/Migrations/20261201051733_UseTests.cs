using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace AmberPantry.Data.Migrations
{
    /// <inheritdoc />
    public partial class UseTests : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Batches_FinishedAt",
                table: "Batches");

            migrationBuilder.DropColumn(
                name: "Pressed",
                table: "Batches");

            migrationBuilder.AddColumn<string>(
                name: "Test",
                table: "Observations",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Evidence",
                table: "Batches",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'[]'");

            migrationBuilder.AddColumn<DateTime>(
                name: "LookAt",
                table: "Batches",
                type: "TEXT",
                nullable: true);

            migrationBuilder.CreateIndex(
                name: "IX_Batches_LookAt",
                table: "Batches",
                column: "LookAt",
                filter: "LookAt IS NOT NULL");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Batches_LookAt",
                table: "Batches");

            migrationBuilder.DropColumn(
                name: "Test",
                table: "Observations");

            migrationBuilder.DropColumn(
                name: "Evidence",
                table: "Batches");

            migrationBuilder.DropColumn(
                name: "LookAt",
                table: "Batches");

            migrationBuilder.AddColumn<bool>(
                name: "Pressed",
                table: "Batches",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.CreateIndex(
                name: "IX_Batches_FinishedAt",
                table: "Batches",
                column: "FinishedAt",
                filter: "NOT Pressed");
        }
    }
}
