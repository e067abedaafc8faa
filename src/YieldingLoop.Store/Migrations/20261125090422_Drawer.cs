using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace YieldingLoop.Store.Migrations
{
    /// <inheritdoc />
    public partial class Drawer : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "Needles",
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
                    table.PrimaryKey("PK_Needles", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "States",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false),
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
                    table.PrimaryKey("PK_States", x => x.Id);
                    table.ForeignKey(
                        name: "FK_States_Machines_Id",
                        column: x => x.Id,
                        principalTable: "Machines",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "Threads",
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
                    table.PrimaryKey("PK_Threads", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Needles_ChangedAt",
                table: "Needles",
                column: "ChangedAt");

            migrationBuilder.CreateIndex(
                name: "IX_Needles_SubmissionKey",
                table: "Needles",
                column: "SubmissionKey",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_States_ChangedAt",
                table: "States",
                column: "ChangedAt");

            migrationBuilder.CreateIndex(
                name: "IX_States_SubmissionKey",
                table: "States",
                column: "SubmissionKey",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Threads_ChangedAt",
                table: "Threads",
                column: "ChangedAt");

            migrationBuilder.CreateIndex(
                name: "IX_Threads_SubmissionKey",
                table: "Threads",
                column: "SubmissionKey",
                unique: true);

            // Every machine recorded so far is an overlocker; from now on a record says which kind it is.
            migrationBuilder.Sql("UPDATE Machines SET Entry = json_set(Entry, '$.kind', 'overlocker') WHERE json_extract(Entry, '$.kind') IS NULL");

            // Every machine stands in some state, of which nothing is known yet.
            migrationBuilder.Sql(
                """
                INSERT INTO States (Id, Version, SubmissionKey, Name, CreatedAt, ChangedAt, Demo, Entry)
                SELECT Id, 1, hex(randomblob(4)) || '-' || hex(randomblob(2)) || '-' || hex(randomblob(2)) || '-' || hex(randomblob(2)) || '-' || hex(randomblob(6)), Name, CreatedAt, ChangedAt, Demo, '{}'
                FROM Machines
                """);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Needles");

            migrationBuilder.DropTable(
                name: "States");

            migrationBuilder.DropTable(
                name: "Threads");
        }
    }
}
