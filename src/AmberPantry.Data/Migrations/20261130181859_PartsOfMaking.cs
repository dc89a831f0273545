using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace AmberPantry.Data.Migrations
{
    /// <inheritdoc />
    public partial class PartsOfMaking : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<DateTime>(
                name: "ReservedAt",
                table: "Trials",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<DateTime>(
                name: "ClockSetAt",
                table: "Pantry",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<DateTime>(
                name: "ClockShown",
                table: "Pantry",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<double>(
                name: "ClockSpeed",
                table: "Pantry",
                type: "REAL",
                nullable: false,
                defaultValue: 1.0);

            migrationBuilder.AddColumn<string>(
                name: "Answers",
                table: "Batches",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'[]'");

            migrationBuilder.AddColumn<int>(
                name: "Drops",
                table: "BatchSteps",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Scale",
                table: "BatchSteps",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<long>(
                name: "TareUg",
                table: "BatchSteps",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "LotPictures",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    LotId = table.Column<Guid>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    Kind = table.Column<string>(type: "TEXT", nullable: false),
                    Bytes = table.Column<byte[]>(type: "BLOB", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_LotPictures", x => x.Id);
                    table.ForeignKey(
                        name: "FK_LotPictures_Lots_LotId",
                        column: x => x.LotId,
                        principalTable: "Lots",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Trials_ReservedAt",
                table: "Trials",
                column: "ReservedAt",
                filter: "ReservedAt IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_LotPictures_LotId_At",
                table: "LotPictures",
                columns: new[] { "LotId", "At" });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "LotPictures");

            migrationBuilder.DropIndex(
                name: "IX_Trials_ReservedAt",
                table: "Trials");

            migrationBuilder.DropColumn(
                name: "ReservedAt",
                table: "Trials");

            migrationBuilder.DropColumn(
                name: "ClockSetAt",
                table: "Pantry");

            migrationBuilder.DropColumn(
                name: "ClockShown",
                table: "Pantry");

            migrationBuilder.DropColumn(
                name: "ClockSpeed",
                table: "Pantry");

            migrationBuilder.DropColumn(
                name: "Answers",
                table: "Batches");

            migrationBuilder.DropColumn(
                name: "Drops",
                table: "BatchSteps");

            migrationBuilder.DropColumn(
                name: "Scale",
                table: "BatchSteps");

            migrationBuilder.DropColumn(
                name: "TareUg",
                table: "BatchSteps");
        }
    }
}
