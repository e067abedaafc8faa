using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace YieldingLoop.Store.Migrations
{
    /// <inheritdoc />
    public partial class Keeping : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<bool>(
                name: "Demo",
                table: "Setups",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<long>(
                name: "PutAwayAt",
                table: "Setups",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<Guid>(
                name: "PutAwayWith",
                table: "Setups",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "Demo",
                table: "Seams",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<long>(
                name: "PutAwayAt",
                table: "Seams",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<Guid>(
                name: "PutAwayWith",
                table: "Seams",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "Demo",
                table: "Machines",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<long>(
                name: "PutAwayAt",
                table: "Machines",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<Guid>(
                name: "PutAwayWith",
                table: "Machines",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "Demo",
                table: "Cloths",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<long>(
                name: "PutAwayAt",
                table: "Cloths",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<Guid>(
                name: "PutAwayWith",
                table: "Cloths",
                type: "TEXT",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "Drafts",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Key = table.Column<Guid>(type: "TEXT", nullable: false),
                    Path = table.Column<string>(type: "TEXT", nullable: false),
                    Title = table.Column<string>(type: "TEXT", nullable: false),
                    Fields = table.Column<string>(type: "TEXT", nullable: false),
                    StartedAt = table.Column<long>(type: "INTEGER", nullable: false),
                    ChangedAt = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Drafts", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Settings",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false),
                    ChangedAt = table.Column<long>(type: "INTEGER", nullable: false),
                    Settings = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Settings", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Drafts_Key",
                table: "Drafts",
                column: "Key",
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Drafts");

            migrationBuilder.DropTable(
                name: "Settings");

            migrationBuilder.DropColumn(
                name: "Demo",
                table: "Setups");

            migrationBuilder.DropColumn(
                name: "PutAwayAt",
                table: "Setups");

            migrationBuilder.DropColumn(
                name: "PutAwayWith",
                table: "Setups");

            migrationBuilder.DropColumn(
                name: "Demo",
                table: "Seams");

            migrationBuilder.DropColumn(
                name: "PutAwayAt",
                table: "Seams");

            migrationBuilder.DropColumn(
                name: "PutAwayWith",
                table: "Seams");

            migrationBuilder.DropColumn(
                name: "Demo",
                table: "Machines");

            migrationBuilder.DropColumn(
                name: "PutAwayAt",
                table: "Machines");

            migrationBuilder.DropColumn(
                name: "PutAwayWith",
                table: "Machines");

            migrationBuilder.DropColumn(
                name: "Demo",
                table: "Cloths");

            migrationBuilder.DropColumn(
                name: "PutAwayAt",
                table: "Cloths");

            migrationBuilder.DropColumn(
                name: "PutAwayWith",
                table: "Cloths");
        }
    }
}
