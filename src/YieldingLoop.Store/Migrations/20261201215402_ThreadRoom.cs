using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace YieldingLoop.Store.Migrations
{
    /// <inheritdoc />
    public partial class ThreadRoom : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<double>(
                name: "SewnSinceWeighed",
                table: "Threads",
                type: "REAL",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Uses",
                table: "Threads",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'[]'");

            migrationBuilder.AddColumn<long>(
                name: "WeighedAt",
                table: "Threads",
                type: "INTEGER",
                nullable: true);

            // As one statement: adding the key by itself would make the table anew, and lose the indexes that earlier migrations wrote by hand.
            migrationBuilder.Sql("ALTER TABLE Threads ADD COLUMN WoundFromId INTEGER NULL CONSTRAINT FK_Threads_Threads_WoundFromId REFERENCES Threads (Id) ON DELETE RESTRICT;");

            migrationBuilder.CreateIndex(
                name: "IX_Threads_WoundFromId",
                table: "Threads",
                column: "WoundFromId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropForeignKey(
                name: "FK_Threads_Threads_WoundFromId",
                table: "Threads");

            migrationBuilder.DropIndex(
                name: "IX_Threads_WoundFromId",
                table: "Threads");

            migrationBuilder.DropColumn(
                name: "SewnSinceWeighed",
                table: "Threads");

            migrationBuilder.DropColumn(
                name: "Uses",
                table: "Threads");

            migrationBuilder.DropColumn(
                name: "WeighedAt",
                table: "Threads");

            migrationBuilder.DropColumn(
                name: "WoundFromId",
                table: "Threads");
        }
    }
}
