using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Plurimax.Data.Migrations
{
    /// <inheritdoc />
    public partial class Briefing : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "client_files",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    client_id = table.Column<Guid>(type: "uuid", nullable: false),
                    intake_id = table.Column<Guid>(type: "uuid", nullable: true),
                    name = table.Column<string>(type: "text", nullable: false),
                    type = table.Column<string>(type: "text", nullable: false),
                    hash = table.Column<string>(type: "text", nullable: false),
                    length = table.Column<long>(type: "bigint", nullable: false),
                    width = table.Column<int>(type: "integer", nullable: false),
                    height = table.Column<int>(type: "integer", nullable: false),
                    cleared = table.Column<bool>(type: "boolean", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_client_files", x => x.id);
                    table.ForeignKey(
                        name: "fk_client_files_clients_client_id",
                        column: x => x.client_id,
                        principalTable: "clients",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "intakes",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    site_id = table.Column<Guid>(type: "uuid", nullable: false),
                    token_hash = table.Column<byte[]>(type: "bytea", nullable: false),
                    questions = table.Column<string>(type: "jsonb", nullable: false),
                    typed = table.Column<string>(type: "jsonb", nullable: false),
                    who = table.Column<string>(type: "text", nullable: false),
                    created_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    opened_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    last_answer_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    sent_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    reminded_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    ended_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_intakes", x => x.id);
                    table.ForeignKey(
                        name: "fk_intakes_sites_site_id",
                        column: x => x.site_id,
                        principalTable: "sites",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "sent_briefs",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    site_id = table.Column<Guid>(type: "uuid", nullable: false),
                    token_hash = table.Column<byte[]>(type: "bytea", nullable: false),
                    document = table.Column<string>(type: "jsonb", nullable: false),
                    who = table.Column<string>(type: "text", nullable: false),
                    created_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    opened_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    agreed_by = table.Column<string>(type: "text", nullable: true),
                    agreed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    wish = table.Column<string>(type: "text", nullable: true),
                    ended_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_sent_briefs", x => x.id);
                    table.ForeignKey(
                        name: "fk_sent_briefs_sites_site_id",
                        column: x => x.site_id,
                        principalTable: "sites",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "start_sheets",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    who = table.Column<string>(type: "text", nullable: false),
                    words = table.Column<string>(type: "text", nullable: false),
                    trade_id = table.Column<string>(type: "text", nullable: true),
                    like_site_id = table.Column<Guid>(type: "uuid", nullable: true),
                    facts = table.Column<string>(type: "jsonb", nullable: false),
                    material = table.Column<string>(type: "jsonb", nullable: false),
                    problems = table.Column<string>(type: "jsonb", nullable: false),
                    files = table.Column<string>(type: "jsonb", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    site_id = table.Column<Guid>(type: "uuid", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_start_sheets", x => x.id);
                });

            migrationBuilder.CreateIndex(
                name: "ix_client_files_client_id_at",
                table: "client_files",
                columns: new[] { "client_id", "at" });

            migrationBuilder.CreateIndex(
                name: "ix_intakes_site_id_created_at",
                table: "intakes",
                columns: new[] { "site_id", "created_at" });

            migrationBuilder.CreateIndex(
                name: "ix_intakes_token_hash",
                table: "intakes",
                column: "token_hash",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_sent_briefs_site_id_created_at",
                table: "sent_briefs",
                columns: new[] { "site_id", "created_at" });

            migrationBuilder.CreateIndex(
                name: "ix_sent_briefs_token_hash",
                table: "sent_briefs",
                column: "token_hash",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_start_sheets_who_at",
                table: "start_sheets",
                columns: new[] { "who", "at" });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "client_files");

            migrationBuilder.DropTable(
                name: "intakes");

            migrationBuilder.DropTable(
                name: "sent_briefs");

            migrationBuilder.DropTable(
                name: "start_sheets");
        }
    }
}
