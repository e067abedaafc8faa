using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace YieldingLoop.Store.Migrations
{
    /// <inheritdoc />
    public partial class Practice : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "Practice",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    SkillId = table.Column<string>(type: "TEXT", nullable: false),
                    EndedAt = table.Column<long>(type: "INTEGER", nullable: true),
                    Clean = table.Column<bool>(type: "INTEGER", nullable: false),
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
                    table.PrimaryKey("PK_Practice", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Practice_ChangedAt",
                table: "Practice",
                column: "ChangedAt");

            migrationBuilder.CreateIndex(
                name: "IX_Practice_Name_CreatedAt",
                table: "Practice",
                columns: new[] { "Name", "CreatedAt" });

            migrationBuilder.CreateIndex(
                name: "IX_Practice_SubmissionKey",
                table: "Practice",
                column: "SubmissionKey",
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Practice");
        }
    }
}
