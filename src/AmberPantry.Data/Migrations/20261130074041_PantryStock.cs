using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace AmberPantry.Data.Migrations
{
    /// <inheritdoc />
    public partial class PantryStock : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Lots",
                table: "Batches",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'[]'");

            migrationBuilder.CreateTable(
                name: "Lots",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    Number = table.Column<int>(type: "INTEGER", nullable: false),
                    Kind = table.Column<string>(type: "TEXT", nullable: false),
                    Of = table.Column<string>(type: "TEXT", nullable: false),
                    Code = table.Column<string>(type: "TEXT", nullable: false),
                    Supplier = table.Column<string>(type: "TEXT", nullable: true),
                    ReceivedOn = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    Received = table.Column<long>(type: "INTEGER", nullable: false),
                    Left = table.Column<long>(type: "INTEGER", nullable: false),
                    Price = table.Column<decimal>(type: "TEXT", nullable: true),
                    BestBefore = table.Column<DateOnly>(type: "TEXT", nullable: true),
                    OpenedOn = table.Column<DateOnly>(type: "TEXT", nullable: true),
                    MonthsOnceOpen = table.Column<int>(type: "INTEGER", nullable: true),
                    Place = table.Column<string>(type: "TEXT", nullable: true),
                    MeltShiftK = table.Column<decimal>(type: "TEXT", nullable: true),
                    Certificate = table.Column<string>(type: "TEXT", nullable: true),
                    Note = table.Column<string>(type: "TEXT", nullable: false),
                    SetApartFor = table.Column<string>(type: "TEXT", nullable: true),
                    Arrival = table.Column<string>(type: "TEXT", nullable: true),
                    Letter = table.Column<string>(type: "TEXT", nullable: true),
                    Allowed = table.Column<string>(type: "TEXT", nullable: false),
                    Revision = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Lots", x => x.Id);
                    table.CheckConstraint("LotNotBelowZero", "\"Left\" >= 0");
                });

            migrationBuilder.CreateTable(
                name: "LotMoves",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    LotId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Kind = table.Column<string>(type: "TEXT", nullable: false),
                    Amount = table.Column<long>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    Batch = table.Column<string>(type: "TEXT", nullable: true),
                    Step = table.Column<string>(type: "TEXT", nullable: true),
                    Reason = table.Column<string>(type: "TEXT", nullable: false),
                    TakesBack = table.Column<Guid>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_LotMoves", x => x.Id);
                    table.ForeignKey(
                        name: "FK_LotMoves_Lots_LotId",
                        column: x => x.LotId,
                        principalTable: "Lots",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_LotMoves_Batch",
                table: "LotMoves",
                column: "Batch",
                filter: "Batch IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_LotMoves_Kind_At",
                table: "LotMoves",
                columns: new[] { "Kind", "At" });

            migrationBuilder.CreateIndex(
                name: "IX_LotMoves_LotId_At",
                table: "LotMoves",
                columns: new[] { "LotId", "At" });

            migrationBuilder.CreateIndex(
                name: "IX_LotMoves_TakesBack",
                table: "LotMoves",
                column: "TakesBack",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Lots_Kind_Of",
                table: "Lots",
                columns: new[] { "Kind", "Of" });

            migrationBuilder.CreateIndex(
                name: "IX_Lots_Number",
                table: "Lots",
                column: "Number",
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "LotMoves");

            migrationBuilder.DropTable(
                name: "Lots");

            migrationBuilder.DropColumn(
                name: "Lots",
                table: "Batches");
        }
    }
}
