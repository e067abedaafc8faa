using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace YieldingLoop.Store.Migrations
{
    /// <summary>
    /// Every version of a set-up knows the first of its line, so that which of them are in use can be told from the whole
    /// line: a version that passed stays in use until a later one has passed as well. A thread-up knows which needles of the
    /// drawer it fitted.
    /// </summary>
    public partial class Versions : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Fitted",
                table: "ThreadUps",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'[]'");

            migrationBuilder.AddColumn<int>(
                name: "FirstId",
                table: "Setups",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.CreateIndex(
                name: "IX_Setups_FirstId",
                table: "Setups",
                column: "FirstId",
                filter: "FirstId IS NOT NULL");

            // Seams are found by their name and their cloth's, and by how far they are: all that is looked at lies in an index.
            migrationBuilder.Sql("DROP INDEX IX_Seams_List");
            migrationBuilder.Sql("CREATE INDEX IX_Seams_List ON Seams (ChangedAt DESC, Id DESC, Name, ClothId, PutAwayAt) WHERE PutAwayAt IS NULL");
            migrationBuilder.Sql("CREATE INDEX IX_Seams_Passed ON Seams (ChangedAt DESC, Id DESC, Name, ClothId, PutAwayAt, Passed) WHERE PutAwayAt IS NULL AND Passed");
            migrationBuilder.Sql("CREATE INDEX IX_Cloths_Name ON Cloths (Name)");

            DropTriggers(migrationBuilder);
            migrationBuilder.Sql("""
                WITH RECURSIVE line(Id, FirstId) AS (
                    SELECT Id, Id FROM Setups WHERE EarlierId IS NULL
                    UNION ALL SELECT s.Id, l.FirstId FROM Setups s JOIN line l ON s.EarlierId = l.Id)
                UPDATE Setups SET FirstId = line.FirstId FROM line WHERE line.Id = Setups.Id AND Setups.EarlierId IS NOT NULL
                """);
            migrationBuilder.Sql($"UPDATE Setups SET Superseded = {Outdone}");
            migrationBuilder.Sql($"""
                CREATE TRIGGER Setups_Inserted AFTER INSERT ON Setups BEGIN
                UPDATE Setups SET FirstId = (SELECT COALESCE(e.FirstId, e.Id) FROM Setups e WHERE e.Id = NEW.EarlierId) WHERE Id = NEW.Id AND EarlierId IS NOT NULL;
                {SeamOf("NEW")}
                {LineOfNew} END
                """);
            migrationBuilder.Sql($"""
                CREATE TRIGGER Setups_Updated AFTER UPDATE OF SeamId, EarlierId, SwatchPassedAt, PutAwayAt ON Setups BEGIN
                {SeamOf("OLD")}
                {SeamOf("NEW")}
                {LineOfNew} END
                """);
        }

        /// <summary>Whether a later version in use stands in a version's place.</summary>
        private const string Outdone =
            "EXISTS (SELECT 1 FROM Setups l WHERE l.FirstId = COALESCE(Setups.FirstId, Setups.Id) AND l.Edition > Setups.Edition"
            + " AND l.PutAwayAt IS NULL AND (Setups.SwatchPassedAt IS NULL OR l.SwatchPassedAt IS NOT NULL))";

        private const string FirstOfNew = "(SELECT COALESCE(c.FirstId, c.Id) FROM Setups c WHERE c.Id = NEW.Id)";

        /// <summary>Tells anew of every version of a set-up's line whether it is in use.</summary>
        private const string LineOfNew = "UPDATE Setups SET Superseded = " + Outdone + " WHERE Id = " + FirstOfNew + " OR FirstId = " + FirstOfNew + ";";

        private static string SeamOf(string row) => $"""
            UPDATE Seams SET Passed = EXISTS (SELECT 1 FROM Setups k WHERE k.SeamId = {row}.SeamId AND k.SwatchPassedAt IS NOT NULL AND k.PutAwayAt IS NULL)
                WHERE Id = {row}.SeamId;
            """;

        private static void DropTriggers(MigrationBuilder migrationBuilder)
        {
            foreach (var trigger in new[] { "Setups_Inserted", "Setups_Updated" })
            {
                migrationBuilder.Sql($"DROP TRIGGER {trigger}");
            }
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            DropTriggers(migrationBuilder);
            migrationBuilder.Sql("DROP INDEX IX_Cloths_Name");
            migrationBuilder.Sql("DROP INDEX IX_Seams_Passed");
            migrationBuilder.Sql("DROP INDEX IX_Seams_List");
            migrationBuilder.Sql("CREATE INDEX IX_Seams_List ON Seams (ChangedAt DESC, Id DESC, Name, PutAwayAt) WHERE PutAwayAt IS NULL");
            migrationBuilder.DropIndex(
                name: "IX_Setups_FirstId",
                table: "Setups");

            // Not by EF, which makes the table anew for it and forgets its triggers.
            migrationBuilder.Sql("ALTER TABLE Setups DROP COLUMN FirstId");
            migrationBuilder.Sql("ALTER TABLE ThreadUps DROP COLUMN Fitted");
            migrationBuilder.Sql("UPDATE Setups SET Superseded = EXISTS (SELECT 1 FROM Setups l WHERE l.EarlierId = Setups.Id AND l.PutAwayAt IS NULL)");
            migrationBuilder.Sql($"CREATE TRIGGER Setups_Inserted AFTER INSERT ON Setups BEGIN {Before("NEW")} END");
            migrationBuilder.Sql($"CREATE TRIGGER Setups_Updated AFTER UPDATE OF SeamId, EarlierId, SwatchPassedAt, PutAwayAt ON Setups BEGIN {Before("OLD")} {Before("NEW")} END");
        }

        private static string Before(string row) => $"""
            {SeamOf(row)}
            UPDATE Setups SET Superseded = EXISTS (SELECT 1 FROM Setups l WHERE l.EarlierId = {row}.EarlierId AND l.PutAwayAt IS NULL)
                WHERE Id = {row}.EarlierId;
            """;
    }
}
