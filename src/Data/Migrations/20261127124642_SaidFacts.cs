using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Plurimax.Data.Migrations
{
    /// <inheritdoc />
    public partial class SaidFacts : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "facts",
                table: "revisions",
                type: "jsonb",
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "facts",
                table: "revisions");
        }
    }
}
