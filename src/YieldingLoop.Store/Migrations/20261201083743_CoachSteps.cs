using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace YieldingLoop.Store.Migrations
{
    /// <inheritdoc />
    public partial class CoachSteps : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "CoachSteps",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    SetupId = table.Column<int>(type: "INTEGER", nullable: false),
                    ThreadUpId = table.Column<int>(type: "INTEGER", nullable: true),
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
                    table.PrimaryKey("PK_CoachSteps", x => x.Id);
                    table.ForeignKey(
                        name: "FK_CoachSteps_Setups_SetupId",
                        column: x => x.SetupId,
                        principalTable: "Setups",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_CoachSteps_ThreadUps_ThreadUpId",
                        column: x => x.ThreadUpId,
                        principalTable: "ThreadUps",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "IX_CoachSteps_ChangedAt",
                table: "CoachSteps",
                column: "ChangedAt");

            migrationBuilder.CreateIndex(
                name: "IX_CoachSteps_SetupId_PutAwayAt_CreatedAt",
                table: "CoachSteps",
                columns: new[] { "SetupId", "PutAwayAt", "CreatedAt" });

            migrationBuilder.CreateIndex(
                name: "IX_CoachSteps_SubmissionKey",
                table: "CoachSteps",
                column: "SubmissionKey",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_CoachSteps_ThreadUpId",
                table: "CoachSteps",
                column: "ThreadUpId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "CoachSteps");
        }
    }
}
