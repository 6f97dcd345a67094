using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Plurimax.Data.Migrations
{
    /// <inheritdoc />
    public partial class Benching : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "facts",
                table: "revisions",
                type: "jsonb",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "name",
                table: "revisions",
                type: "text",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "typed",
                table: "revisions",
                type: "text",
                nullable: true);

            migrationBuilder.AddColumn<string[]>(
                name: "words",
                table: "copies",
                type: "text[]",
                nullable: false,
                defaultValueSql: "'{}'");

            migrationBuilder.CreateIndex(
                name: "ix_copies_words",
                table: "copies",
                column: "words")
                .Annotation("Npgsql:IndexMethod", "gin");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "ix_copies_words",
                table: "copies");

            migrationBuilder.DropColumn(
                name: "facts",
                table: "revisions");

            migrationBuilder.DropColumn(
                name: "name",
                table: "revisions");

            migrationBuilder.DropColumn(
                name: "typed",
                table: "revisions");

            migrationBuilder.DropColumn(
                name: "words",
                table: "copies");
        }
    }
}
