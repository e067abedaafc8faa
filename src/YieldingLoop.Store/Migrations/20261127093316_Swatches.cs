using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace YieldingLoop.Store.Migrations
{
    /// <summary>Swatches are kept, each of one set-up; a set-up knows by which of them it passed. One that was ticked before has none.</summary>
    public partial class Swatches : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<int>(
                name: "PassedBySwatchId",
                table: "Setups",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "Swatches",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    SetupId = table.Column<int>(type: "INTEGER", nullable: false),
                    SeamId = table.Column<int>(type: "INTEGER", nullable: false),
                    ClothId = table.Column<int>(type: "INTEGER", nullable: false),
                    MachineId = table.Column<int>(type: "INTEGER", nullable: false),
                    Passed = table.Column<bool>(type: "INTEGER", nullable: false),
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
                    table.PrimaryKey("PK_Swatches", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Swatches_Cloths_ClothId",
                        column: x => x.ClothId,
                        principalTable: "Cloths",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_Swatches_Machines_MachineId",
                        column: x => x.MachineId,
                        principalTable: "Machines",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_Swatches_Seams_SeamId",
                        column: x => x.SeamId,
                        principalTable: "Seams",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_Swatches_Setups_SetupId",
                        column: x => x.SetupId,
                        principalTable: "Setups",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Setups_PassedBySwatchId",
                table: "Setups",
                column: "PassedBySwatchId",
                filter: "PassedBySwatchId IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Swatches_ChangedAt",
                table: "Swatches",
                column: "ChangedAt");

            migrationBuilder.CreateIndex(
                name: "IX_Swatches_ClothId",
                table: "Swatches",
                column: "ClothId");

            migrationBuilder.CreateIndex(
                name: "IX_Swatches_MachineId",
                table: "Swatches",
                column: "MachineId");

            migrationBuilder.CreateIndex(
                name: "IX_Swatches_SeamId",
                table: "Swatches",
                column: "SeamId");

            migrationBuilder.CreateIndex(
                name: "IX_Swatches_SetupId",
                table: "Swatches",
                column: "SetupId");

            migrationBuilder.CreateIndex(
                name: "IX_Swatches_SubmissionKey",
                table: "Swatches",
                column: "SubmissionKey",
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Swatches");

            migrationBuilder.DropIndex(
                name: "IX_Setups_PassedBySwatchId",
                table: "Setups");

            // By hand: a rebuilt table would lose its triggers.
            migrationBuilder.Sql("ALTER TABLE Setups DROP COLUMN PassedBySwatchId");
        }
    }
}
