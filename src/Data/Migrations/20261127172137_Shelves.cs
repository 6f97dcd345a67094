using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Plurimax.Data.Migrations
{
    /// <inheritdoc />
    public partial class Shelves : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AlterColumn<Guid>(
                name: "client_id",
                table: "client_files",
                type: "uuid",
                nullable: true,
                oldClrType: typeof(Guid),
                oldType: "uuid");

            migrationBuilder.AddColumn<string>(
                name: "alt",
                table: "client_files",
                type: "text",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "look",
                table: "client_files",
                type: "jsonb",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "source",
                table: "client_files",
                type: "text",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "saved_sections",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "text", nullable: false),
                    kind = table.Column<string>(type: "text", nullable: false),
                    section = table.Column<string>(type: "jsonb", nullable: false),
                    who = table.Column<string>(type: "text", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_saved_sections", x => x.id);
                });

            migrationBuilder.CreateIndex(
                name: "ix_saved_sections_name",
                table: "saved_sections",
                column: "name",
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "saved_sections");

            migrationBuilder.DropColumn(
                name: "alt",
                table: "client_files");

            migrationBuilder.DropColumn(
                name: "look",
                table: "client_files");

            migrationBuilder.DropColumn(
                name: "source",
                table: "client_files");

            migrationBuilder.AlterColumn<Guid>(
                name: "client_id",
                table: "client_files",
                type: "uuid",
                nullable: false,
                defaultValue: new Guid("00000000-0000-0000-0000-000000000000"),
                oldClrType: typeof(Guid),
                oldType: "uuid",
                oldNullable: true);
        }
    }
}
