using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace YieldingLoop.Store.Migrations
{
    /// <summary>Swatches that were put away, and those of the demo, are found without a look at the others, as those of every kind. A migration of its own: the one before makes the table anew, and what is made by hand would be lost with that.</summary>
    public partial class SwatchesPutAway : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.Sql("CREATE INDEX IX_Swatches_PutAway ON Swatches (PutAwayAt DESC, PutAwayWith) WHERE PutAwayAt IS NOT NULL");
            migrationBuilder.Sql("CREATE INDEX IX_Swatches_PutAwayWith ON Swatches (PutAwayWith) WHERE PutAwayWith IS NOT NULL");
            migrationBuilder.Sql("CREATE INDEX IX_Swatches_Demo ON Swatches (Demo) WHERE Demo AND PutAwayAt IS NULL");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.Sql("DROP INDEX IX_Swatches_PutAway");
            migrationBuilder.Sql("DROP INDEX IX_Swatches_PutAwayWith");
            migrationBuilder.Sql("DROP INDEX IX_Swatches_Demo");
        }
    }
}
