using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace YieldingLoop.Store.Migrations
{
    /// <summary>Photos of swatches; what a swatch teaches is kept with it, and lists find it by cloth, machine, set-up, thread, passing and date.</summary>
    public partial class PhotosAndLessons : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Swatches_ClothId",
                table: "Swatches");

            migrationBuilder.DropIndex(
                name: "IX_Swatches_MachineId",
                table: "Swatches");

            migrationBuilder.DropIndex(
                name: "IX_Swatches_SetupId",
                table: "Swatches");

            migrationBuilder.AddColumn<bool>(
                name: "LeftOut",
                table: "Swatches",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<string>(
                name: "Lesson",
                table: "Swatches",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "PhotoId",
                table: "Swatches",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<long>(
                name: "RunDownAt",
                table: "Swatches",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "ThreadKinds",
                table: "Swatches",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.CreateTable(
                name: "Photos",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Key = table.Column<Guid>(type: "TEXT", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false, defaultValue: 1),
                    Picture = table.Column<byte[]>(type: "BLOB", nullable: false),
                    Thumbnail = table.Column<byte[]>(type: "BLOB", nullable: false),
                    Width = table.Column<int>(type: "INTEGER", nullable: false),
                    Height = table.Column<int>(type: "INTEGER", nullable: false),
                    AddedAt = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Photos", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Swatches_ClothId_PutAwayAt_CreatedAt_ThreadKinds_Passed_MachineId",
                table: "Swatches",
                columns: new[] { "ClothId", "PutAwayAt", "CreatedAt", "ThreadKinds", "Passed", "MachineId" });

            migrationBuilder.CreateIndex(
                name: "IX_Swatches_MachineId_PutAwayAt_CreatedAt_ThreadKinds_Passed",
                table: "Swatches",
                columns: new[] { "MachineId", "PutAwayAt", "CreatedAt", "ThreadKinds", "Passed" });

            migrationBuilder.CreateIndex(
                name: "IX_Swatches_Passed_PutAwayAt_CreatedAt_ThreadKinds",
                table: "Swatches",
                columns: new[] { "Passed", "PutAwayAt", "CreatedAt", "ThreadKinds" });

            migrationBuilder.CreateIndex(
                name: "IX_Swatches_PhotoId",
                table: "Swatches",
                column: "PhotoId",
                filter: "PhotoId IS NOT NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Swatches_PutAwayAt_CreatedAt_ThreadKinds_Passed_MachineId",
                table: "Swatches",
                columns: new[] { "PutAwayAt", "CreatedAt", "ThreadKinds", "Passed", "MachineId" });

            migrationBuilder.CreateIndex(
                name: "IX_Swatches_SetupId_PutAwayAt_CreatedAt",
                table: "Swatches",
                columns: new[] { "SetupId", "PutAwayAt", "CreatedAt" });

            migrationBuilder.CreateIndex(
                name: "IX_Photos_Key",
                table: "Photos",
                column: "Key",
                unique: true);

            migrationBuilder.AddForeignKey(
                name: "FK_Swatches_Photos_PhotoId",
                table: "Swatches",
                column: "PhotoId",
                principalTable: "Photos",
                principalColumn: "Id",
                onDelete: ReferentialAction.Restrict);

            // What lists ask is written beside the entries there were. What those teach is worked out as it is needed.
            migrationBuilder.Sql("UPDATE Swatches SET LeftOut = json_extract(Entry, '$.leftOut') IS NOT NULL");
            migrationBuilder.Sql(
                """
                UPDATE Swatches SET ThreadKinds = ' ' || coalesce((SELECT group_concat(kind, ' ') FROM
                    (SELECT DISTINCT json_extract(t.value, '$.kind') AS kind FROM json_each(Swatches.Entry, '$.setup.threads') t WHERE json_extract(t.value, '$.kind') IS NOT NULL ORDER BY 1)), '') || ' '
                """);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropForeignKey(
                name: "FK_Swatches_Photos_PhotoId",
                table: "Swatches");

            migrationBuilder.DropTable(
                name: "Photos");

            migrationBuilder.DropIndex(
                name: "IX_Swatches_ClothId_PutAwayAt_CreatedAt_ThreadKinds_Passed_MachineId",
                table: "Swatches");

            migrationBuilder.DropIndex(
                name: "IX_Swatches_MachineId_PutAwayAt_CreatedAt_ThreadKinds_Passed",
                table: "Swatches");

            migrationBuilder.DropIndex(
                name: "IX_Swatches_Passed_PutAwayAt_CreatedAt_ThreadKinds",
                table: "Swatches");

            migrationBuilder.DropIndex(
                name: "IX_Swatches_PhotoId",
                table: "Swatches");

            migrationBuilder.DropIndex(
                name: "IX_Swatches_PutAwayAt_CreatedAt_ThreadKinds_Passed_MachineId",
                table: "Swatches");

            migrationBuilder.DropIndex(
                name: "IX_Swatches_SetupId_PutAwayAt_CreatedAt",
                table: "Swatches");

            migrationBuilder.DropColumn(
                name: "LeftOut",
                table: "Swatches");

            migrationBuilder.DropColumn(
                name: "Lesson",
                table: "Swatches");

            migrationBuilder.DropColumn(
                name: "PhotoId",
                table: "Swatches");

            migrationBuilder.DropColumn(
                name: "RunDownAt",
                table: "Swatches");

            migrationBuilder.DropColumn(
                name: "ThreadKinds",
                table: "Swatches");

            migrationBuilder.CreateIndex(
                name: "IX_Swatches_ClothId",
                table: "Swatches",
                column: "ClothId");

            migrationBuilder.CreateIndex(
                name: "IX_Swatches_MachineId",
                table: "Swatches",
                column: "MachineId");

            migrationBuilder.CreateIndex(
                name: "IX_Swatches_SetupId",
                table: "Swatches",
                column: "SetupId");
        }
    }
}
