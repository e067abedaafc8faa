using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace YieldingLoop.Store.Migrations
{
    /// <inheritdoc />
    public partial class NeedlesInSeats : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "SeatedNeedles",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false, defaultValue: 1),
                    MachineId = table.Column<int>(type: "INTEGER", nullable: false),
                    Seat = table.Column<string>(type: "TEXT", nullable: false),
                    Needle = table.Column<string>(type: "TEXT", nullable: false),
                    UsedBefore = table.Column<bool>(type: "INTEGER", nullable: false),
                    FittedAt = table.Column<long>(type: "INTEGER", nullable: true),
                    TakenOutAt = table.Column<long>(type: "INTEGER", nullable: true),
                    Stitches = table.Column<long>(type: "INTEGER", nullable: false),
                    ThreadUpId = table.Column<int>(type: "INTEGER", nullable: true),
                    Step = table.Column<int>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_SeatedNeedles", x => x.Id);
                    table.ForeignKey(
                        name: "FK_SeatedNeedles_Machines_MachineId",
                        column: x => x.MachineId,
                        principalTable: "Machines",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_SeatedNeedles_ThreadUps_ThreadUpId",
                        column: x => x.ThreadUpId,
                        principalTable: "ThreadUps",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.SetNull);
                });

            migrationBuilder.CreateIndex(
                name: "IX_SeatedNeedles_MachineId_TakenOutAt",
                table: "SeatedNeedles",
                columns: new[] { "MachineId", "TakenOutAt" });

            migrationBuilder.CreateIndex(
                name: "IX_SeatedNeedles_ThreadUpId",
                table: "SeatedNeedles",
                column: "ThreadUpId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "SeatedNeedles");
        }
    }
}
