using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace YieldingLoop.Store.Migrations
{
    /// <inheritdoc />
    public partial class Ends : Migration
    {
        private static readonly string[] Kinds = ["Cloths", "Machines", "Seams", "Setups", "Needles", "Threads", "Rules"];

        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            // Two devices could amend one version at the same moment. The younger amendment stays; the other goes to
            // what is put away, each by itself, under a number made here.
            migrationBuilder.Sql("""
                UPDATE Setups SET PutAwayAt = ChangedAt, PutAwayWith = upper(
                    hex(randomblob(4)) || '-' || hex(randomblob(2)) || '-' || hex(randomblob(2)) || '-' || hex(randomblob(2)) || '-' || hex(randomblob(6)))
                WHERE EarlierId IS NOT NULL AND PutAwayAt IS NULL
                    AND EXISTS (SELECT 1 FROM Setups y WHERE y.EarlierId = Setups.EarlierId AND y.PutAwayAt IS NULL AND y.Id > Setups.Id)
                """);

            migrationBuilder.DropIndex(
                name: "IX_Setups_EarlierId",
                table: "Setups");

            migrationBuilder.AddColumn<bool>(
                name: "Superseded",
                table: "Setups",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<bool>(
                name: "Passed",
                table: "Seams",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.CreateIndex(
                name: "IX_Setups_EarlierId",
                table: "Setups",
                column: "EarlierId",
                unique: true,
                filter: "EarlierId IS NOT NULL AND PutAwayAt IS NULL");

            // What refers to a version, put away or not: asked when rows are replaced.
            migrationBuilder.Sql("CREATE INDEX IX_Setups_Earlier ON Setups (EarlierId)");

            // Two answers that lists would otherwise have to find out from every set-up, every time.
            migrationBuilder.Sql("UPDATE Setups SET Superseded = 1 WHERE EXISTS (SELECT 1 FROM Setups l WHERE l.EarlierId = Setups.Id AND l.PutAwayAt IS NULL)");
            migrationBuilder.Sql("UPDATE Seams SET Passed = 1 WHERE EXISTS (SELECT 1 FROM Setups k WHERE k.SeamId = Seams.Id AND k.SwatchPassedAt IS NOT NULL AND k.PutAwayAt IS NULL)");
            migrationBuilder.Sql($"CREATE TRIGGER Setups_Inserted AFTER INSERT ON Setups BEGIN {Keep("NEW")} END");
            migrationBuilder.Sql($"CREATE TRIGGER Setups_Updated AFTER UPDATE OF SeamId, EarlierId, SwatchPassedAt, PutAwayAt ON Setups BEGIN {Keep("OLD")} {Keep("NEW")} END");

            // Each list in its order, without what is not on it, with all that counting and finding look at, so that neither
            // reads the records themselves; and what is put away and the demo by themselves.
            migrationBuilder.Sql("CREATE INDEX IX_Setups_List ON Setups ((SwatchPassedAt IS NULL), CreatedAt DESC, Id DESC, SearchText, PutAwayAt, Superseded) WHERE PutAwayAt IS NULL AND NOT Superseded");
            migrationBuilder.Sql("CREATE INDEX IX_Setups_OnCloth ON Setups (ClothId, (SwatchPassedAt IS NULL), CreatedAt DESC, Id DESC, PutAwayAt, Superseded) WHERE PutAwayAt IS NULL AND NOT Superseded");
            migrationBuilder.Sql("CREATE INDEX IX_Setups_OnMachine ON Setups (MachineId, (SwatchPassedAt IS NULL), CreatedAt DESC, Id DESC, PutAwayAt, Superseded) WHERE PutAwayAt IS NULL AND NOT Superseded");
            migrationBuilder.Sql("CREATE INDEX IX_Setups_Passed ON Setups (SwatchPassedAt DESC, PutAwayAt, Superseded) WHERE PutAwayAt IS NULL AND NOT Superseded AND SwatchPassedAt IS NOT NULL");
            migrationBuilder.Sql("CREATE INDEX IX_Seams_OnTheTable ON Seams (ChangedAt DESC, PutAwayAt, Passed) WHERE PutAwayAt IS NULL AND NOT Passed");
            migrationBuilder.Sql("CREATE INDEX IX_Seams_List ON Seams (ChangedAt DESC, Id DESC, Name, PutAwayAt) WHERE PutAwayAt IS NULL");
            migrationBuilder.Sql("CREATE INDEX IX_Cloths_List ON Cloths (ChangedAt DESC, Id DESC, Name, PutAwayAt) WHERE PutAwayAt IS NULL");
            foreach (var kind in Kinds)
            {
                migrationBuilder.Sql($"CREATE INDEX IX_{kind}_PutAway ON {kind} (PutAwayAt DESC, PutAwayWith) WHERE PutAwayAt IS NOT NULL");
                migrationBuilder.Sql($"CREATE INDEX IX_{kind}_PutAwayWith ON {kind} (PutAwayWith) WHERE PutAwayWith IS NOT NULL");
                migrationBuilder.Sql($"CREATE INDEX IX_{kind}_Demo ON {kind} (Demo) WHERE Demo AND PutAwayAt IS NULL");
            }
        }

        /// <summary>Makes the two answers true again that a set-up, as it was or as it is, has a part in.</summary>
        private static string Keep(string row) => $"""
            UPDATE Seams SET Passed = EXISTS (SELECT 1 FROM Setups k WHERE k.SeamId = {row}.SeamId AND k.SwatchPassedAt IS NOT NULL AND k.PutAwayAt IS NULL)
                WHERE Id = {row}.SeamId;
            UPDATE Setups SET Superseded = EXISTS (SELECT 1 FROM Setups l WHERE l.EarlierId = {row}.EarlierId AND l.PutAwayAt IS NULL)
                WHERE Id = {row}.EarlierId;
            """;

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            foreach (var trigger in new[] { "Setups_Inserted", "Setups_Updated" })
            {
                migrationBuilder.Sql($"DROP TRIGGER {trigger}");
            }

            foreach (var index in new[] { "Setups_Earlier", "Setups_List", "Setups_OnCloth", "Setups_OnMachine", "Setups_Passed", "Seams_OnTheTable", "Seams_List", "Cloths_List" }
                .Concat(Kinds.SelectMany(k => new[] { $"{k}_PutAway", $"{k}_PutAwayWith", $"{k}_Demo" })))
            {
                // The way down from a later migration may have made its table anew, without them.
                migrationBuilder.Sql($"DROP INDEX IF EXISTS IX_{index}");
            }

            migrationBuilder.DropIndex(
                name: "IX_Setups_EarlierId",
                table: "Setups");

            migrationBuilder.DropColumn(
                name: "Superseded",
                table: "Setups");

            migrationBuilder.DropColumn(
                name: "Passed",
                table: "Seams");

            migrationBuilder.CreateIndex(
                name: "IX_Setups_EarlierId",
                table: "Setups",
                column: "EarlierId");
        }
    }
}
