using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Plurimax.Data.Migrations
{
    /// <inheritdoc />
    public partial class LooksAndPlans : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "kept_looks",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    site_id = table.Column<Guid>(type: "uuid", nullable: true),
                    name = table.Column<string>(type: "text", nullable: false),
                    choice = table.Column<string>(type: "jsonb", nullable: false),
                    who = table.Column<string>(type: "text", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_kept_looks", x => x.id);
                    table.ForeignKey(
                        name: "fk_kept_looks_sites_site_id",
                        column: x => x.site_id,
                        principalTable: "sites",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "lookbooks",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    site_id = table.Column<Guid>(type: "uuid", nullable: false),
                    token_hash = table.Column<byte[]>(type: "bytea", nullable: false),
                    looks = table.Column<string>(type: "jsonb", nullable: false),
                    document = table.Column<string>(type: "jsonb", nullable: false),
                    facts = table.Column<string>(type: "jsonb", nullable: false),
                    settings = table.Column<string>(type: "jsonb", nullable: false),
                    comments = table.Column<string>(type: "jsonb", nullable: false),
                    who = table.Column<string>(type: "text", nullable: false),
                    created_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    opened_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    chosen = table.Column<int>(type: "integer", nullable: true),
                    chosen_by = table.Column<string>(type: "text", nullable: true),
                    chosen_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    ended_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_lookbooks", x => x.id);
                    table.ForeignKey(
                        name: "fk_lookbooks_sites_site_id",
                        column: x => x.site_id,
                        principalTable: "sites",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "sent_plans",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    site_id = table.Column<Guid>(type: "uuid", nullable: false),
                    token_hash = table.Column<byte[]>(type: "bytea", nullable: false),
                    document = table.Column<string>(type: "jsonb", nullable: false),
                    facts = table.Column<string>(type: "jsonb", nullable: false),
                    comments = table.Column<string>(type: "jsonb", nullable: false),
                    who = table.Column<string>(type: "text", nullable: false),
                    created_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    opened_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    agreed_by = table.Column<string>(type: "text", nullable: true),
                    agreed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    ended_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_sent_plans", x => x.id);
                    table.ForeignKey(
                        name: "fk_sent_plans_sites_site_id",
                        column: x => x.site_id,
                        principalTable: "sites",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "ix_kept_looks_site_id",
                table: "kept_looks",
                column: "site_id");

            migrationBuilder.CreateIndex(
                name: "ix_lookbooks_site_id_created_at",
                table: "lookbooks",
                columns: new[] { "site_id", "created_at" });

            migrationBuilder.CreateIndex(
                name: "ix_lookbooks_token_hash",
                table: "lookbooks",
                column: "token_hash",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_sent_plans_site_id_created_at",
                table: "sent_plans",
                columns: new[] { "site_id", "created_at" });

            migrationBuilder.CreateIndex(
                name: "ix_sent_plans_token_hash",
                table: "sent_plans",
                column: "token_hash",
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "kept_looks");

            migrationBuilder.DropTable(
                name: "lookbooks");

            migrationBuilder.DropTable(
                name: "sent_plans");
        }
    }
}
