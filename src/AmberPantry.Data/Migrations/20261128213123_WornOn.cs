using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace AmberPantry.Data.Migrations
{
    /// <inheritdoc />
    public partial class WornOn : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            // Until now a stick was for lips when it was filled with at most 6 g; from now on a formula says where it is worn.
            foreach (var table in new[] { "Trials", "TrialEdits", "Batches" })
            {
                migrationBuilder.Sql(
                    $"""
                    UPDATE "{table}" SET "Content" = json_set("Content", '$.wornOn', 'body')
                    WHERE json_extract("Content", '$.family') = 'stick'
                        AND json_extract("Content", '$.wornOn') IS NULL
                        AND coalesce(json_extract("Content", '$.batch.fillG'), 1000) > 6;
                    """);
            }
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {

        }
    }
}
