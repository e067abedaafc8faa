using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace YieldingLoop.Store.Migrations
{
    /// <inheritdoc />
    public partial class ThreadUps : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "ThreadUps",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    MachineId = table.Column<int>(type: "INTEGER", nullable: false),
                    SetupId = table.Column<int>(type: "INTEGER", nullable: true),
                    Done = table.Column<int>(type: "INTEGER", nullable: false),
                    StateVersion = table.Column<int>(type: "INTEGER", nullable: false),
                    EndedAt = table.Column<long>(type: "INTEGER", nullable: true),
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
                    table.PrimaryKey("PK_ThreadUps", x => x.Id);
                    table.ForeignKey(
                        name: "FK_ThreadUps_Machines_MachineId",
                        column: x => x.MachineId,
                        principalTable: "Machines",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_ThreadUps_Setups_SetupId",
                        column: x => x.SetupId,
                        principalTable: "Setups",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "IX_ThreadUps_ChangedAt",
                table: "ThreadUps",
                column: "ChangedAt");

            migrationBuilder.CreateIndex(
                name: "IX_ThreadUps_MachineId",
                table: "ThreadUps",
                column: "MachineId");

            migrationBuilder.CreateIndex(
                name: "IX_ThreadUps_SetupId",
                table: "ThreadUps",
                column: "SetupId");

            migrationBuilder.CreateIndex(
                name: "IX_ThreadUps_SubmissionKey",
                table: "ThreadUps",
                column: "SubmissionKey",
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "ThreadUps");
        }
    }
}
