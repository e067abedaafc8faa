using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace YieldingLoop.Store.Migrations
{
    /// <inheritdoc />
    public partial class Care : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<bool>(
                name: "EarlierKept",
                table: "SeatedNeedles",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<int>(
                name: "Hems",
                table: "SeatedNeedles",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<int>(
                name: "PackId",
                table: "SeatedNeedles",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<long>(
                name: "TimedStitches",
                table: "SeatedNeedles",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            migrationBuilder.CreateTable(
                name: "Care",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    MachineId = table.Column<int>(type: "INTEGER", nullable: false),
                    KindId = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    Open = table.Column<bool>(type: "INTEGER", nullable: false),
                    EndedAt = table.Column<long>(type: "INTEGER", nullable: true),
                    Seconds = table.Column<long>(type: "INTEGER", nullable: false),
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
                    table.PrimaryKey("PK_Care", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Care_Machines_MachineId",
                        column: x => x.MachineId,
                        principalTable: "Machines",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "Feeds",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Hash = table.Column<string>(type: "TEXT", nullable: false),
                    MadeAt = table.Column<long>(type: "INTEGER", nullable: false),
                    RevokedAt = table.Column<long>(type: "INTEGER", nullable: true),
                    ReadAt = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Feeds", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Palettes",
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
                    table.PrimaryKey("PK_Palettes", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Sewn",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false),
                    MachineId = table.Column<int>(type: "INTEGER", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    SeamMm = table.Column<double>(type: "REAL", nullable: false),
                    ThreadMetres = table.Column<double>(type: "REAL", nullable: false),
                    Stitches = table.Column<long>(type: "INTEGER", nullable: false),
                    Hem = table.Column<bool>(type: "INTEGER", nullable: false),
                    Timed = table.Column<bool>(type: "INTEGER", nullable: false),
                    TakenBackAt = table.Column<long>(type: "INTEGER", nullable: true),
                    Taken = table.Column<string>(type: "TEXT", nullable: false),
                    NeedleIds = table.Column<string>(type: "TEXT", nullable: false),
                    SwatchId = table.Column<int>(type: "INTEGER", nullable: true),
                    RunId = table.Column<int>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Sewn", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Sewn_Machines_MachineId",
                        column: x => x.MachineId,
                        principalTable: "Machines",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Care_ChangedAt",
                table: "Care",
                column: "ChangedAt");

            migrationBuilder.CreateIndex(
                name: "IX_Care_MachineId_PutAwayAt_KindId_At_Seconds",
                table: "Care",
                columns: new[] { "MachineId", "PutAwayAt", "KindId", "At", "Seconds" });

            migrationBuilder.CreateIndex(
                name: "IX_Care_Open",
                table: "Care",
                column: "KindId",
                filter: "Open");

            migrationBuilder.CreateIndex(
                name: "IX_Care_MachineId_PutAwayAt_At",
                table: "Care",
                columns: new[] { "MachineId", "PutAwayAt", "At" });

            migrationBuilder.CreateIndex(
                name: "IX_Care_SubmissionKey",
                table: "Care",
                column: "SubmissionKey",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Care_Timer",
                table: "Care",
                column: "MachineId",
                unique: true,
                filter: "Open AND KindId = 'sat' AND PutAwayAt IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Feeds_Hash",
                table: "Feeds",
                column: "Hash",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Palettes_ChangedAt",
                table: "Palettes",
                column: "ChangedAt");

            migrationBuilder.CreateIndex(
                name: "IX_Palettes_SubmissionKey",
                table: "Palettes",
                column: "SubmissionKey",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Sewn_At_TakenBackAt_MachineId_Timed_Stitches_SeamMm_ThreadMetres",
                table: "Sewn",
                columns: new[] { "At", "TakenBackAt", "MachineId", "Timed", "Stitches", "SeamMm", "ThreadMetres" });

            migrationBuilder.CreateIndex(
                name: "IX_Sewn_MachineId_At_TakenBackAt_Timed_Stitches",
                table: "Sewn",
                columns: new[] { "MachineId", "At", "TakenBackAt", "Timed", "Stitches" });

            migrationBuilder.CreateIndex(
                name: "IX_Sewn_SwatchId",
                table: "Sewn",
                column: "SwatchId",
                filter: "SwatchId IS NOT NULL");

            // As for every kind of which there can be many: what is put away, and whether the demo is in use, is asked of an index.
            migrationBuilder.Sql(
                """
                CREATE INDEX IX_Care_PutAway ON Care (PutAwayAt DESC, PutAwayWith) WHERE PutAwayAt IS NOT NULL;
                CREATE INDEX IX_Care_PutAwayWith ON Care (PutAwayWith) WHERE PutAwayWith IS NOT NULL;
                CREATE INDEX IX_Care_Demo ON Care (Demo) WHERE Demo AND PutAwayAt IS NULL;
                """);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Care");

            migrationBuilder.DropTable(
                name: "Feeds");

            migrationBuilder.DropTable(
                name: "Palettes");

            migrationBuilder.DropTable(
                name: "Sewn");

            migrationBuilder.DropColumn(
                name: "EarlierKept",
                table: "SeatedNeedles");

            migrationBuilder.DropColumn(
                name: "Hems",
                table: "SeatedNeedles");

            migrationBuilder.DropColumn(
                name: "PackId",
                table: "SeatedNeedles");

            migrationBuilder.DropColumn(
                name: "TimedStitches",
                table: "SeatedNeedles");
        }
    }
}
