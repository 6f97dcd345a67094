using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Plurimax.Data.Migrations
{
    /// <inheritdoc />
    public partial class Prospects : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<Guid>(
                name: "client_id",
                table: "start_sheets",
                type: "uuid",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "pictures",
                table: "start_sheets",
                type: "jsonb",
                nullable: false,
                defaultValue: "[]");

            migrationBuilder.AddColumn<bool>(
                name: "is_sample",
                table: "sites",
                type: "boolean",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<string>(
                name: "language",
                table: "intakes",
                type: "text",
                nullable: false,
                defaultValue: "en");

            migrationBuilder.AddColumn<string>(
                name: "category",
                table: "clients",
                type: "text",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "email",
                table: "clients",
                type: "text",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<Guid>(
                name: "keeper_id",
                table: "clients",
                type: "uuid",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "name_key",
                table: "clients",
                type: "text",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<DateOnly>(
                name: "next_contact",
                table: "clients",
                type: "date",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "next_step",
                table: "clients",
                type: "text",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<bool>(
                name: "own_site",
                table: "clients",
                type: "boolean",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<string>(
                name: "phone",
                table: "clients",
                type: "text",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "postcode",
                table: "clients",
                type: "text",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<decimal>(
                name: "rating",
                table: "clients",
                type: "numeric(3,2)",
                precision: 3,
                scale: 2,
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "reviews",
                table: "clients",
                type: "integer",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<string>(
                name: "search",
                table: "clients",
                type: "text",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "source",
                table: "clients",
                type: "text",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<int>(
                name: "standing",
                table: "clients",
                type: "integer",
                nullable: false,
                defaultValue: 4);

            migrationBuilder.AddColumn<string>(
                name: "town",
                table: "clients",
                type: "text",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "trade_id",
                table: "clients",
                type: "text",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "batches",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "text", nullable: false),
                    who = table.Column<string>(type: "text", nullable: false),
                    maker_id = table.Column<Guid>(type: "uuid", nullable: true),
                    samples = table.Column<bool>(type: "boolean", nullable: false),
                    state = table.Column<int>(type: "integer", nullable: false),
                    created_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    done_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_batches", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "erasures",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    who = table.Column<string>(type: "text", nullable: false),
                    things = table.Column<string>(type: "jsonb", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_erasures", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "imports",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    who = table.Column<string>(type: "text", nullable: false),
                    file_name = table.Column<string>(type: "text", nullable: false),
                    content = table.Column<byte[]>(type: "bytea", nullable: false),
                    choices = table.Column<string>(type: "jsonb", nullable: false),
                    decisions = table.Column<string>(type: "jsonb", nullable: false),
                    @as = table.Column<int>(name: "as", type: "integer", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    taken_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    result = table.Column<string>(type: "text", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_imports", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "notes",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    client_id = table.Column<Guid>(type: "uuid", nullable: false),
                    text = table.Column<string>(type: "text", nullable: false),
                    who = table.Column<string>(type: "text", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_notes", x => x.id);
                    table.ForeignKey(
                        name: "fk_notes_clients_client_id",
                        column: x => x.client_id,
                        principalTable: "clients",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "people",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    client_id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "text", nullable: false),
                    role = table.Column<string>(type: "text", nullable: false),
                    email = table.Column<string>(type: "text", nullable: false),
                    phone = table.Column<string>(type: "text", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_people", x => x.id);
                    table.ForeignKey(
                        name: "fk_people_clients_client_id",
                        column: x => x.client_id,
                        principalTable: "clients",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "sample_links",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    site_id = table.Column<Guid>(type: "uuid", nullable: false),
                    token_hash = table.Column<byte[]>(type: "bytea", nullable: false),
                    to = table.Column<string>(type: "text", nullable: false),
                    who = table.Column<string>(type: "text", nullable: false),
                    created_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    ends_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    ended_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    opened_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    last_opened_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    opens = table.Column<int>(type: "integer", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_sample_links", x => x.id);
                    table.ForeignKey(
                        name: "fk_sample_links_sites_site_id",
                        column: x => x.site_id,
                        principalTable: "sites",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "templates",
                columns: table => new
                {
                    family = table.Column<string>(type: "text", nullable: false),
                    version = table.Column<int>(type: "integer", nullable: false),
                    title = table.Column<string>(type: "text", nullable: false),
                    yaml = table.Column<string>(type: "text", nullable: false),
                    made_from = table.Column<Guid>(type: "uuid", nullable: true),
                    said = table.Column<string>(type: "text", nullable: false),
                    who = table.Column<string>(type: "text", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_templates", x => new { x.family, x.version });
                });

            migrationBuilder.CreateTable(
                name: "batch_rows",
                columns: table => new
                {
                    batch_id = table.Column<Guid>(type: "uuid", nullable: false),
                    number = table.Column<int>(type: "integer", nullable: false),
                    client_id = table.Column<Guid>(type: "uuid", nullable: false),
                    state = table.Column<int>(type: "integer", nullable: false),
                    site_id = table.Column<Guid>(type: "uuid", nullable: true),
                    problem = table.Column<string>(type: "text", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_batch_rows", x => new { x.batch_id, x.number });
                    table.ForeignKey(
                        name: "fk_batch_rows_batches_batch_id",
                        column: x => x.batch_id,
                        principalTable: "batches",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_batch_rows_clients_client_id",
                        column: x => x.client_id,
                        principalTable: "clients",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "ix_clients_keeper_id",
                table: "clients",
                column: "keeper_id");

            migrationBuilder.CreateIndex(
                name: "ix_clients_phone",
                table: "clients",
                column: "phone");

            migrationBuilder.CreateIndex(
                name: "ix_clients_postcode",
                table: "clients",
                column: "postcode");

            migrationBuilder.CreateIndex(
                name: "ix_clients_standing",
                table: "clients",
                column: "standing");

            migrationBuilder.CreateIndex(
                name: "ix_batch_rows_batch_id_state",
                table: "batch_rows",
                columns: new[] { "batch_id", "state" });

            migrationBuilder.CreateIndex(
                name: "ix_batch_rows_client_id",
                table: "batch_rows",
                column: "client_id");

            migrationBuilder.CreateIndex(
                name: "ix_batches_state",
                table: "batches",
                column: "state");

            migrationBuilder.CreateIndex(
                name: "ix_imports_at",
                table: "imports",
                column: "at");

            migrationBuilder.CreateIndex(
                name: "ix_notes_client_id",
                table: "notes",
                column: "client_id");

            migrationBuilder.CreateIndex(
                name: "ix_people_client_id",
                table: "people",
                column: "client_id");

            migrationBuilder.CreateIndex(
                name: "ix_sample_links_site_id_created_at",
                table: "sample_links",
                columns: new[] { "site_id", "created_at" });

            migrationBuilder.CreateIndex(
                name: "ix_sample_links_token_hash",
                table: "sample_links",
                column: "token_hash",
                unique: true);

            migrationBuilder.AddForeignKey(
                name: "fk_clients_users_keeper_id",
                table: "clients",
                column: "keeper_id",
                principalTable: "AspNetUsers",
                principalColumn: "id",
                onDelete: ReferentialAction.SetNull);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropForeignKey(
                name: "fk_clients_users_keeper_id",
                table: "clients");

            migrationBuilder.DropTable(
                name: "batch_rows");

            migrationBuilder.DropTable(
                name: "erasures");

            migrationBuilder.DropTable(
                name: "imports");

            migrationBuilder.DropTable(
                name: "notes");

            migrationBuilder.DropTable(
                name: "people");

            migrationBuilder.DropTable(
                name: "sample_links");

            migrationBuilder.DropTable(
                name: "templates");

            migrationBuilder.DropTable(
                name: "batches");

            migrationBuilder.DropIndex(
                name: "ix_clients_keeper_id",
                table: "clients");

            migrationBuilder.DropIndex(
                name: "ix_clients_phone",
                table: "clients");

            migrationBuilder.DropIndex(
                name: "ix_clients_postcode",
                table: "clients");

            migrationBuilder.DropIndex(
                name: "ix_clients_standing",
                table: "clients");

            migrationBuilder.DropColumn(
                name: "client_id",
                table: "start_sheets");

            migrationBuilder.DropColumn(
                name: "pictures",
                table: "start_sheets");

            migrationBuilder.DropColumn(
                name: "is_sample",
                table: "sites");

            migrationBuilder.DropColumn(
                name: "language",
                table: "intakes");

            migrationBuilder.DropColumn(
                name: "category",
                table: "clients");

            migrationBuilder.DropColumn(
                name: "email",
                table: "clients");

            migrationBuilder.DropColumn(
                name: "keeper_id",
                table: "clients");

            migrationBuilder.DropColumn(
                name: "name_key",
                table: "clients");

            migrationBuilder.DropColumn(
                name: "next_contact",
                table: "clients");

            migrationBuilder.DropColumn(
                name: "next_step",
                table: "clients");

            migrationBuilder.DropColumn(
                name: "own_site",
                table: "clients");

            migrationBuilder.DropColumn(
                name: "phone",
                table: "clients");

            migrationBuilder.DropColumn(
                name: "postcode",
                table: "clients");

            migrationBuilder.DropColumn(
                name: "rating",
                table: "clients");

            migrationBuilder.DropColumn(
                name: "reviews",
                table: "clients");

            migrationBuilder.DropColumn(
                name: "search",
                table: "clients");

            migrationBuilder.DropColumn(
                name: "source",
                table: "clients");

            migrationBuilder.DropColumn(
                name: "standing",
                table: "clients");

            migrationBuilder.DropColumn(
                name: "town",
                table: "clients");

            migrationBuilder.DropColumn(
                name: "trade_id",
                table: "clients");
        }
    }
}
