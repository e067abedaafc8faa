using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace YieldingLoop.Store.Migrations
{
    /// <summary>
    /// Nothing of the tables changes: set-ups, states of machines and thread-ups are written in their second form from here on,
    /// and are read in either. The mark keeps a program that knows only the first from opening them.
    /// </summary>
    public partial class OneSetup : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
        }
    }
}
