using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace YieldingLoop.Store.Migrations
{
    /// <inheritdoc />
    public partial class Book : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            // Every set-up kept so far was one on an overlocker; from now on the machine in it says which kind it is.
            migrationBuilder.Sql("UPDATE Setups SET Snapshot = json_set(Snapshot, '$.machine.kind', 'overlocker') WHERE json_extract(Snapshot, '$.machine.kind') IS NULL");

            migrationBuilder.AddColumn<int>(
                name: "EarlierId",
                table: "Setups",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "Edition",
                table: "Setups",
                type: "INTEGER",
                nullable: false,
                defaultValue: 1);

            migrationBuilder.AddColumn<string>(
                name: "Remark",
                table: "Setups",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.CreateTable(
                name: "Rules",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false),
                    SubmissionKey = table.Column<Guid>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    CreatedAt = table.Column<long>(type: "INTEGER", nullable: false),
                    ChangedAt = table.Column<long>(type: "INTEGER", nullable: false),
                    PutAwayAt = table.Column<long>(type: "INTEGER", nullable: true),
                    PutAwayWith = table.Column<Guid>(type: "TEXT", nullable: true),
                    Demo = table.Column<bool>(type: "INTEGER", nullable: false),
                    Entry = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Rules", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Setups_EarlierId",
                table: "Setups",
                column: "EarlierId");

            migrationBuilder.CreateIndex(
                name: "IX_Rules_ChangedAt",
                table: "Rules",
                column: "ChangedAt");

            migrationBuilder.CreateIndex(
                name: "IX_Rules_SubmissionKey",
                table: "Rules",
                column: "SubmissionKey",
                unique: true);

            migrationBuilder.AddForeignKey(
                name: "FK_Setups_Setups_EarlierId",
                table: "Setups",
                column: "EarlierId",
                principalTable: "Setups",
                principalColumn: "Id",
                onDelete: ReferentialAction.Restrict);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropForeignKey(
                name: "FK_Setups_Setups_EarlierId",
                table: "Setups");

            migrationBuilder.DropTable(
                name: "Rules");

            migrationBuilder.DropIndex(
                name: "IX_Setups_EarlierId",
                table: "Setups");

            migrationBuilder.DropColumn(
                name: "EarlierId",
                table: "Setups");

            migrationBuilder.DropColumn(
                name: "Edition",
                table: "Setups");

            migrationBuilder.DropColumn(
                name: "Remark",
                table: "Setups");
        }
    }
}
