using System;
using Microsoft.EntityFrameworkCore.Migrations;
using Npgsql.EntityFrameworkCore.PostgreSQL.Metadata;

#nullable disable

namespace Plurimax.Data.Migrations
{
    /// <inheritdoc />
    public partial class Standards : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            // The layer of standards stands between trades and clients.
            migrationBuilder.Sql("update settings set layer = layer + 1 where layer >= 3");

            migrationBuilder.AddColumn<string>(
                name: "linked",
                table: "sites",
                type: "jsonb",
                nullable: false,
                defaultValueSql: "'[]'");

            migrationBuilder.AddColumn<DateOnly>(
                name: "review",
                table: "settings",
                type: "date",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "why",
                table: "settings",
                type: "text",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "further",
                table: "saved_sections",
                type: "jsonb",
                nullable: false,
                defaultValueSql: "'[]'");

            migrationBuilder.AddColumn<bool>(
                name: "is_page",
                table: "saved_sections",
                type: "boolean",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<string>(
                name: "facts",
                table: "releases",
                type: "jsonb",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "print",
                table: "releases",
                type: "text",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "settings",
                table: "releases",
                type: "jsonb",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "origin",
                table: "proofs",
                type: "text",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<DateTimeOffset>(
                name: "reminded_at",
                table: "proofs",
                type: "timestamp with time zone",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "aside",
                table: "enquiries",
                type: "text",
                nullable: false,
                defaultValue: "");

            migrationBuilder.CreateTable(
                name: "roll_outs",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    layer = table.Column<int>(type: "integer", nullable: false),
                    scope = table.Column<string>(type: "text", nullable: false),
                    version = table.Column<int>(type: "integer", nullable: false),
                    name = table.Column<string>(type: "text", nullable: false),
                    said = table.Column<string>(type: "text", nullable: false),
                    state = table.Column<int>(type: "integer", nullable: false),
                    open = table.Column<int>(type: "integer", nullable: false),
                    groups = table.Column<int>(type: "integer", nullable: false),
                    begins = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    who = table.Column<string>(type: "text", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    ended_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_roll_outs", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "setting_changes",
                columns: table => new
                {
                    id = table.Column<long>(type: "bigint", nullable: false)
                        .Annotation("Npgsql:ValueGenerationStrategy", NpgsqlValueGenerationStrategy.IdentityByDefaultColumn),
                    layer = table.Column<int>(type: "integer", nullable: false),
                    scope = table.Column<string>(type: "text", nullable: false),
                    key = table.Column<string>(type: "text", nullable: false),
                    from = table.Column<string>(type: "text", nullable: true),
                    to = table.Column<string>(type: "text", nullable: true),
                    why = table.Column<string>(type: "text", nullable: false),
                    version = table.Column<int>(type: "integer", nullable: true),
                    who = table.Column<string>(type: "text", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_setting_changes", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "setting_drafts",
                columns: table => new
                {
                    layer = table.Column<int>(type: "integer", nullable: false),
                    scope = table.Column<string>(type: "text", nullable: false),
                    key = table.Column<string>(type: "text", nullable: false),
                    value = table.Column<string>(type: "text", nullable: true),
                    who = table.Column<string>(type: "text", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_setting_drafts", x => new { x.layer, x.scope, x.key });
                });

            migrationBuilder.CreateTable(
                name: "standard_versions",
                columns: table => new
                {
                    layer = table.Column<int>(type: "integer", nullable: false),
                    scope = table.Column<string>(type: "text", nullable: false),
                    number = table.Column<int>(type: "integer", nullable: false),
                    values = table.Column<string>(type: "jsonb", nullable: false),
                    said = table.Column<string>(type: "text", nullable: false),
                    who = table.Column<string>(type: "text", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_standard_versions", x => new { x.layer, x.scope, x.number });
                });

            migrationBuilder.CreateTable(
                name: "standards",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "text", nullable: false),
                    about = table.Column<string>(type: "text", nullable: false),
                    who = table.Column<string>(type: "text", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    retired_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_standards", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "roll_out_sites",
                columns: table => new
                {
                    roll_out_id = table.Column<Guid>(type: "uuid", nullable: false),
                    number = table.Column<int>(type: "integer", nullable: false),
                    site_id = table.Column<Guid>(type: "uuid", nullable: false),
                    group = table.Column<int>(type: "integer", nullable: false),
                    state = table.Column<int>(type: "integer", nullable: false),
                    before = table.Column<Guid>(type: "uuid", nullable: true),
                    after = table.Column<Guid>(type: "uuid", nullable: true),
                    files = table.Column<int>(type: "integer", nullable: false),
                    problem = table.Column<string>(type: "text", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_roll_out_sites", x => new { x.roll_out_id, x.number });
                    table.ForeignKey(
                        name: "fk_roll_out_sites_roll_outs_roll_out_id",
                        column: x => x.roll_out_id,
                        principalTable: "roll_outs",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_roll_out_sites_sites_site_id",
                        column: x => x.site_id,
                        principalTable: "sites",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "follows",
                columns: table => new
                {
                    layer = table.Column<int>(type: "integer", nullable: false),
                    scope = table.Column<string>(type: "text", nullable: false),
                    standard_id = table.Column<Guid>(type: "uuid", nullable: false),
                    place = table.Column<int>(type: "integer", nullable: false),
                    who = table.Column<string>(type: "text", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_follows", x => new { x.layer, x.scope, x.standard_id });
                    table.ForeignKey(
                        name: "fk_follows_standards_standard_id",
                        column: x => x.standard_id,
                        principalTable: "standards",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "ix_settings_key_layer",
                table: "settings",
                columns: new[] { "key", "layer" });

            migrationBuilder.CreateIndex(
                name: "ix_follows_standard_id",
                table: "follows",
                column: "standard_id");

            migrationBuilder.CreateIndex(
                name: "ix_roll_out_sites_roll_out_id_state",
                table: "roll_out_sites",
                columns: new[] { "roll_out_id", "state" });

            migrationBuilder.CreateIndex(
                name: "ix_roll_out_sites_site_id",
                table: "roll_out_sites",
                column: "site_id");

            migrationBuilder.CreateIndex(
                name: "ix_roll_outs_layer_scope_at",
                table: "roll_outs",
                columns: new[] { "layer", "scope", "at" });

            migrationBuilder.CreateIndex(
                name: "ix_roll_outs_state",
                table: "roll_outs",
                column: "state");

            migrationBuilder.CreateIndex(
                name: "ix_setting_changes_at",
                table: "setting_changes",
                column: "at");

            migrationBuilder.CreateIndex(
                name: "ix_setting_changes_layer_scope_at",
                table: "setting_changes",
                columns: new[] { "layer", "scope", "at" });

            migrationBuilder.CreateIndex(
                name: "ix_standards_name",
                table: "standards",
                column: "name",
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.Sql("delete from settings where layer in (3, 6)");
            migrationBuilder.Sql("update settings set layer = layer - 1 where layer >= 4");

            migrationBuilder.DropTable(
                name: "follows");

            migrationBuilder.DropTable(
                name: "roll_out_sites");

            migrationBuilder.DropTable(
                name: "setting_changes");

            migrationBuilder.DropTable(
                name: "setting_drafts");

            migrationBuilder.DropTable(
                name: "standard_versions");

            migrationBuilder.DropTable(
                name: "standards");

            migrationBuilder.DropTable(
                name: "roll_outs");

            migrationBuilder.DropIndex(
                name: "ix_settings_key_layer",
                table: "settings");

            migrationBuilder.DropColumn(
                name: "linked",
                table: "sites");

            migrationBuilder.DropColumn(
                name: "review",
                table: "settings");

            migrationBuilder.DropColumn(
                name: "why",
                table: "settings");

            migrationBuilder.DropColumn(
                name: "further",
                table: "saved_sections");

            migrationBuilder.DropColumn(
                name: "is_page",
                table: "saved_sections");

            migrationBuilder.DropColumn(
                name: "facts",
                table: "releases");

            migrationBuilder.DropColumn(
                name: "print",
                table: "releases");

            migrationBuilder.DropColumn(
                name: "settings",
                table: "releases");

            migrationBuilder.DropColumn(
                name: "origin",
                table: "proofs");

            migrationBuilder.DropColumn(
                name: "reminded_at",
                table: "proofs");

            migrationBuilder.DropColumn(
                name: "aside",
                table: "enquiries");
        }
    }
}
