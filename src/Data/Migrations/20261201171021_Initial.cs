using System;
using Microsoft.EntityFrameworkCore.Migrations;
using Npgsql.EntityFrameworkCore.PostgreSQL.Metadata;

#nullable disable

namespace Plurimax.Data.Migrations
{
    /// <inheritdoc />
    public partial class Initial : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateSequence<int>(
                name: "ticket_numbers",
                startValue: 401L);

            migrationBuilder.CreateTable(
                name: "AspNetRoles",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "character varying(256)", maxLength: 256, nullable: true),
                    normalized_name = table.Column<string>(type: "character varying(256)", maxLength: 256, nullable: true),
                    concurrency_stamp = table.Column<string>(type: "text", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_asp_net_roles", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "agencies",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "text", nullable: false),
                    created_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_agencies", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "data_protection_keys",
                columns: table => new
                {
                    id = table.Column<int>(type: "integer", nullable: false)
                        .Annotation("Npgsql:ValueGenerationStrategy", NpgsqlValueGenerationStrategy.IdentityByDefaultColumn),
                    friendly_name = table.Column<string>(type: "text", nullable: true),
                    xml = table.Column<string>(type: "text", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_data_protection_keys", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "AspNetRoleClaims",
                columns: table => new
                {
                    id = table.Column<int>(type: "integer", nullable: false)
                        .Annotation("Npgsql:ValueGenerationStrategy", NpgsqlValueGenerationStrategy.IdentityByDefaultColumn),
                    role_id = table.Column<Guid>(type: "uuid", nullable: false),
                    claim_type = table.Column<string>(type: "text", nullable: true),
                    claim_value = table.Column<string>(type: "text", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_asp_net_role_claims", x => x.id);
                    table.ForeignKey(
                        name: "fk_asp_net_role_claims_asp_net_roles_role_id",
                        column: x => x.role_id,
                        principalTable: "AspNetRoles",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "AspNetUsers",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    agency_id = table.Column<Guid>(type: "uuid", nullable: false),
                    display_name = table.Column<string>(type: "text", nullable: false),
                    user_name = table.Column<string>(type: "character varying(256)", maxLength: 256, nullable: true),
                    normalized_user_name = table.Column<string>(type: "character varying(256)", maxLength: 256, nullable: true),
                    email = table.Column<string>(type: "character varying(256)", maxLength: 256, nullable: true),
                    normalized_email = table.Column<string>(type: "character varying(256)", maxLength: 256, nullable: true),
                    email_confirmed = table.Column<bool>(type: "boolean", nullable: false),
                    password_hash = table.Column<string>(type: "text", nullable: true),
                    security_stamp = table.Column<string>(type: "text", nullable: true),
                    concurrency_stamp = table.Column<string>(type: "text", nullable: true),
                    phone_number = table.Column<string>(type: "text", nullable: true),
                    phone_number_confirmed = table.Column<bool>(type: "boolean", nullable: false),
                    two_factor_enabled = table.Column<bool>(type: "boolean", nullable: false),
                    lockout_end = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    lockout_enabled = table.Column<bool>(type: "boolean", nullable: false),
                    access_failed_count = table.Column<int>(type: "integer", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_asp_net_users", x => x.id);
                    table.ForeignKey(
                        name: "fk_asp_net_users_agencies_agency_id",
                        column: x => x.agency_id,
                        principalTable: "agencies",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "erasures",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    agency_id = table.Column<Guid>(type: "uuid", nullable: false),
                    things = table.Column<string>(type: "jsonb", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    who_name = table.Column<string>(type: "text", nullable: false),
                    who_user_id = table.Column<Guid>(type: "uuid", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_erasures", x => x.id);
                    table.ForeignKey(
                        name: "fk_erasures_agencies_agency_id",
                        column: x => x.agency_id,
                        principalTable: "agencies",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "imports",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    agency_id = table.Column<Guid>(type: "uuid", nullable: false),
                    file_name = table.Column<string>(type: "text", nullable: false),
                    content = table.Column<byte[]>(type: "bytea", nullable: false),
                    choices = table.Column<string>(type: "jsonb", nullable: false),
                    decisions = table.Column<string>(type: "jsonb", nullable: false),
                    @as = table.Column<int>(name: "as", type: "integer", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    taken_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    result = table.Column<string>(type: "text", nullable: false),
                    who_name = table.Column<string>(type: "text", nullable: false),
                    who_user_id = table.Column<Guid>(type: "uuid", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_imports", x => x.id);
                    table.ForeignKey(
                        name: "fk_imports_agencies_agency_id",
                        column: x => x.agency_id,
                        principalTable: "agencies",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "roll_outs",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    agency_id = table.Column<Guid>(type: "uuid", nullable: false),
                    layer = table.Column<int>(type: "integer", nullable: false),
                    scope = table.Column<string>(type: "text", nullable: false),
                    version = table.Column<int>(type: "integer", nullable: false),
                    name = table.Column<string>(type: "text", nullable: false),
                    said = table.Column<string>(type: "text", nullable: false),
                    state = table.Column<int>(type: "integer", nullable: false),
                    open = table.Column<int>(type: "integer", nullable: false),
                    groups = table.Column<int>(type: "integer", nullable: false),
                    begins = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    ended_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    who_name = table.Column<string>(type: "text", nullable: false),
                    who_user_id = table.Column<Guid>(type: "uuid", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_roll_outs", x => x.id);
                    table.ForeignKey(
                        name: "fk_roll_outs_agencies_agency_id",
                        column: x => x.agency_id,
                        principalTable: "agencies",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "saved_sections",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    agency_id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "text", nullable: false),
                    kind = table.Column<string>(type: "text", nullable: false),
                    section = table.Column<string>(type: "jsonb", nullable: false),
                    further = table.Column<string>(type: "jsonb", nullable: false),
                    is_page = table.Column<bool>(type: "boolean", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    who_name = table.Column<string>(type: "text", nullable: false),
                    who_user_id = table.Column<Guid>(type: "uuid", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_saved_sections", x => x.id);
                    table.ForeignKey(
                        name: "fk_saved_sections_agencies_agency_id",
                        column: x => x.agency_id,
                        principalTable: "agencies",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "setting_changes",
                columns: table => new
                {
                    id = table.Column<long>(type: "bigint", nullable: false)
                        .Annotation("Npgsql:ValueGenerationStrategy", NpgsqlValueGenerationStrategy.IdentityByDefaultColumn),
                    agency_id = table.Column<Guid>(type: "uuid", nullable: false),
                    layer = table.Column<int>(type: "integer", nullable: false),
                    scope = table.Column<string>(type: "text", nullable: false),
                    key = table.Column<string>(type: "text", nullable: false),
                    from = table.Column<string>(type: "text", nullable: true),
                    to = table.Column<string>(type: "text", nullable: true),
                    why = table.Column<string>(type: "text", nullable: false),
                    version = table.Column<int>(type: "integer", nullable: true),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    who_name = table.Column<string>(type: "text", nullable: false),
                    who_user_id = table.Column<Guid>(type: "uuid", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_setting_changes", x => x.id);
                    table.ForeignKey(
                        name: "fk_setting_changes_agencies_agency_id",
                        column: x => x.agency_id,
                        principalTable: "agencies",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "setting_drafts",
                columns: table => new
                {
                    agency_id = table.Column<Guid>(type: "uuid", nullable: false),
                    layer = table.Column<int>(type: "integer", nullable: false),
                    scope = table.Column<string>(type: "text", nullable: false),
                    key = table.Column<string>(type: "text", nullable: false),
                    value = table.Column<string>(type: "text", nullable: true),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    who_name = table.Column<string>(type: "text", nullable: false),
                    who_user_id = table.Column<Guid>(type: "uuid", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_setting_drafts", x => new { x.agency_id, x.layer, x.scope, x.key });
                    table.ForeignKey(
                        name: "fk_setting_drafts_agencies_agency_id",
                        column: x => x.agency_id,
                        principalTable: "agencies",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "settings",
                columns: table => new
                {
                    agency_id = table.Column<Guid>(type: "uuid", nullable: false),
                    layer = table.Column<int>(type: "integer", nullable: false),
                    scope = table.Column<string>(type: "text", nullable: false),
                    key = table.Column<string>(type: "text", nullable: false),
                    value = table.Column<string>(type: "text", nullable: false),
                    why = table.Column<string>(type: "text", nullable: false),
                    review = table.Column<DateOnly>(type: "date", nullable: true),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    who_name = table.Column<string>(type: "text", nullable: false),
                    who_user_id = table.Column<Guid>(type: "uuid", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_settings", x => new { x.agency_id, x.layer, x.scope, x.key });
                    table.ForeignKey(
                        name: "fk_settings_agencies_agency_id",
                        column: x => x.agency_id,
                        principalTable: "agencies",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "standard_versions",
                columns: table => new
                {
                    agency_id = table.Column<Guid>(type: "uuid", nullable: false),
                    layer = table.Column<int>(type: "integer", nullable: false),
                    scope = table.Column<string>(type: "text", nullable: false),
                    number = table.Column<int>(type: "integer", nullable: false),
                    values = table.Column<string>(type: "jsonb", nullable: false),
                    said = table.Column<string>(type: "text", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    who_name = table.Column<string>(type: "text", nullable: false),
                    who_user_id = table.Column<Guid>(type: "uuid", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_standard_versions", x => new { x.agency_id, x.layer, x.scope, x.number });
                    table.ForeignKey(
                        name: "fk_standard_versions_agencies_agency_id",
                        column: x => x.agency_id,
                        principalTable: "agencies",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "standards",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    agency_id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "text", nullable: false),
                    about = table.Column<string>(type: "text", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    retired_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    who_name = table.Column<string>(type: "text", nullable: false),
                    who_user_id = table.Column<Guid>(type: "uuid", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_standards", x => x.id);
                    table.ForeignKey(
                        name: "fk_standards_agencies_agency_id",
                        column: x => x.agency_id,
                        principalTable: "agencies",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "AspNetUserClaims",
                columns: table => new
                {
                    id = table.Column<int>(type: "integer", nullable: false)
                        .Annotation("Npgsql:ValueGenerationStrategy", NpgsqlValueGenerationStrategy.IdentityByDefaultColumn),
                    user_id = table.Column<Guid>(type: "uuid", nullable: false),
                    claim_type = table.Column<string>(type: "text", nullable: true),
                    claim_value = table.Column<string>(type: "text", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_asp_net_user_claims", x => x.id);
                    table.ForeignKey(
                        name: "fk_asp_net_user_claims_asp_net_users_user_id",
                        column: x => x.user_id,
                        principalTable: "AspNetUsers",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "AspNetUserLogins",
                columns: table => new
                {
                    login_provider = table.Column<string>(type: "text", nullable: false),
                    provider_key = table.Column<string>(type: "text", nullable: false),
                    provider_display_name = table.Column<string>(type: "text", nullable: true),
                    user_id = table.Column<Guid>(type: "uuid", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_asp_net_user_logins", x => new { x.login_provider, x.provider_key });
                    table.ForeignKey(
                        name: "fk_asp_net_user_logins_asp_net_users_user_id",
                        column: x => x.user_id,
                        principalTable: "AspNetUsers",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "AspNetUserRoles",
                columns: table => new
                {
                    user_id = table.Column<Guid>(type: "uuid", nullable: false),
                    role_id = table.Column<Guid>(type: "uuid", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_asp_net_user_roles", x => new { x.user_id, x.role_id });
                    table.ForeignKey(
                        name: "fk_asp_net_user_roles_asp_net_roles_role_id",
                        column: x => x.role_id,
                        principalTable: "AspNetRoles",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_asp_net_user_roles_asp_net_users_user_id",
                        column: x => x.user_id,
                        principalTable: "AspNetUsers",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "AspNetUserTokens",
                columns: table => new
                {
                    user_id = table.Column<Guid>(type: "uuid", nullable: false),
                    login_provider = table.Column<string>(type: "text", nullable: false),
                    name = table.Column<string>(type: "text", nullable: false),
                    value = table.Column<string>(type: "text", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_asp_net_user_tokens", x => new { x.user_id, x.login_provider, x.name });
                    table.ForeignKey(
                        name: "fk_asp_net_user_tokens_asp_net_users_user_id",
                        column: x => x.user_id,
                        principalTable: "AspNetUsers",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "batches",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    agency_id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "text", nullable: false),
                    maker_id = table.Column<Guid>(type: "uuid", nullable: true),
                    samples = table.Column<bool>(type: "boolean", nullable: false),
                    state = table.Column<int>(type: "integer", nullable: false),
                    created_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    done_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    who_name = table.Column<string>(type: "text", nullable: false),
                    who_user_id = table.Column<Guid>(type: "uuid", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_batches", x => x.id);
                    table.ForeignKey(
                        name: "fk_batches_agencies_agency_id",
                        column: x => x.agency_id,
                        principalTable: "agencies",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_batches_asp_net_users_maker_id",
                        column: x => x.maker_id,
                        principalTable: "AspNetUsers",
                        principalColumn: "id",
                        onDelete: ReferentialAction.SetNull);
                });

            migrationBuilder.CreateTable(
                name: "clients",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    agency_id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "text", nullable: false),
                    facts = table.Column<string>(type: "jsonb", nullable: false),
                    facts_revision = table.Column<int>(type: "integer", nullable: false),
                    created_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    standing = table.Column<int>(type: "integer", nullable: false, defaultValue: 4),
                    trade_id = table.Column<string>(type: "text", nullable: true),
                    category = table.Column<string>(type: "text", nullable: false),
                    source = table.Column<string>(type: "text", nullable: false),
                    keeper_id = table.Column<Guid>(type: "uuid", nullable: true),
                    next_contact = table.Column<DateOnly>(type: "date", nullable: true),
                    next_step = table.Column<string>(type: "text", nullable: false),
                    name_key = table.Column<string>(type: "text", nullable: false),
                    phone = table.Column<string>(type: "text", nullable: false),
                    email = table.Column<string>(type: "text", nullable: false),
                    postcode = table.Column<string>(type: "text", nullable: false),
                    town = table.Column<string>(type: "text", nullable: false),
                    rating = table.Column<decimal>(type: "numeric(3,2)", precision: 3, scale: 2, nullable: true),
                    reviews = table.Column<int>(type: "integer", nullable: false),
                    own_site = table.Column<bool>(type: "boolean", nullable: false),
                    search = table.Column<string>(type: "text", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_clients", x => x.id);
                    table.ForeignKey(
                        name: "fk_clients_agencies_agency_id",
                        column: x => x.agency_id,
                        principalTable: "agencies",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_clients_users_keeper_id",
                        column: x => x.keeper_id,
                        principalTable: "AspNetUsers",
                        principalColumn: "id",
                        onDelete: ReferentialAction.SetNull);
                });

            migrationBuilder.CreateTable(
                name: "follows",
                columns: table => new
                {
                    layer = table.Column<int>(type: "integer", nullable: false),
                    scope = table.Column<string>(type: "text", nullable: false),
                    standard_id = table.Column<Guid>(type: "uuid", nullable: false),
                    agency_id = table.Column<Guid>(type: "uuid", nullable: false),
                    place = table.Column<int>(type: "integer", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    who_name = table.Column<string>(type: "text", nullable: false),
                    who_user_id = table.Column<Guid>(type: "uuid", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_follows", x => new { x.layer, x.scope, x.standard_id });
                    table.ForeignKey(
                        name: "fk_follows_agencies_agency_id",
                        column: x => x.agency_id,
                        principalTable: "agencies",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_follows_standards_standard_id",
                        column: x => x.standard_id,
                        principalTable: "standards",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "notes",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    client_id = table.Column<Guid>(type: "uuid", nullable: false),
                    text = table.Column<string>(type: "text", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    who_name = table.Column<string>(type: "text", nullable: false),
                    who_user_id = table.Column<Guid>(type: "uuid", nullable: true)
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

            migrationBuilder.CreateTable(
                name: "client_files",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    agency_id = table.Column<Guid>(type: "uuid", nullable: false),
                    client_id = table.Column<Guid>(type: "uuid", nullable: true),
                    intake_id = table.Column<Guid>(type: "uuid", nullable: true),
                    alt = table.Column<string>(type: "text", nullable: true),
                    look = table.Column<string>(type: "jsonb", nullable: true),
                    source = table.Column<string>(type: "text", nullable: true),
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
                        name: "fk_client_files_agencies_agency_id",
                        column: x => x.agency_id,
                        principalTable: "agencies",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_client_files_clients_client_id",
                        column: x => x.client_id,
                        principalTable: "clients",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "copies",
                columns: table => new
                {
                    site_id = table.Column<Guid>(type: "uuid", nullable: false),
                    agency_id = table.Column<Guid>(type: "uuid", nullable: false),
                    trade = table.Column<string>(type: "text", nullable: false),
                    language = table.Column<string>(type: "text", nullable: false),
                    revision = table.Column<int>(type: "integer", nullable: false),
                    wordings = table.Column<int[]>(type: "integer[]", nullable: false),
                    shingles = table.Column<int[]>(type: "integer[]", nullable: false),
                    sketch = table.Column<byte[]>(type: "bytea", nullable: false),
                    words = table.Column<string[]>(type: "text[]", nullable: false, defaultValueSql: "'{}'")
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_copies", x => x.site_id);
                    table.ForeignKey(
                        name: "fk_copies_agencies_agency_id",
                        column: x => x.agency_id,
                        principalTable: "agencies",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "enquiries",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    site_id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "text", nullable: false),
                    email = table.Column<string>(type: "text", nullable: false),
                    phone = table.Column<string>(type: "text", nullable: false),
                    message = table.Column<string>(type: "text", nullable: false),
                    aside = table.Column<string>(type: "text", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    done_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_enquiries", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "events",
                columns: table => new
                {
                    id = table.Column<long>(type: "bigint", nullable: false)
                        .Annotation("Npgsql:ValueGenerationStrategy", NpgsqlValueGenerationStrategy.IdentityByDefaultColumn),
                    site_id = table.Column<Guid>(type: "uuid", nullable: false),
                    kind = table.Column<int>(type: "integer", nullable: false),
                    station = table.Column<int>(type: "integer", nullable: false),
                    party = table.Column<int>(type: "integer", nullable: false),
                    text = table.Column<string>(type: "text", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    who_name = table.Column<string>(type: "text", nullable: false),
                    who_user_id = table.Column<Guid>(type: "uuid", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_events", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "intakes",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    questions = table.Column<string>(type: "jsonb", nullable: false),
                    language = table.Column<string>(type: "text", nullable: false),
                    typed = table.Column<string>(type: "jsonb", nullable: false),
                    last_answer_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    sent_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    reminded_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    who_name = table.Column<string>(type: "text", nullable: false),
                    who_user_id = table.Column<Guid>(type: "uuid", nullable: true),
                    site_id = table.Column<Guid>(type: "uuid", nullable: false),
                    token_hash = table.Column<byte[]>(type: "bytea", nullable: false),
                    created_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    opened_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    ended_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_intakes", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "kept_looks",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    agency_id = table.Column<Guid>(type: "uuid", nullable: false),
                    site_id = table.Column<Guid>(type: "uuid", nullable: true),
                    name = table.Column<string>(type: "text", nullable: false),
                    choice = table.Column<string>(type: "jsonb", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    who_name = table.Column<string>(type: "text", nullable: false),
                    who_user_id = table.Column<Guid>(type: "uuid", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_kept_looks", x => x.id);
                    table.ForeignKey(
                        name: "fk_kept_looks_agencies_agency_id",
                        column: x => x.agency_id,
                        principalTable: "agencies",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "lookbooks",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    looks = table.Column<string>(type: "jsonb", nullable: false),
                    document = table.Column<string>(type: "jsonb", nullable: false),
                    facts = table.Column<string>(type: "jsonb", nullable: false),
                    settings = table.Column<string>(type: "jsonb", nullable: false),
                    comments = table.Column<string>(type: "jsonb", nullable: false),
                    chosen = table.Column<int>(type: "integer", nullable: true),
                    chosen_by = table.Column<string>(type: "text", nullable: true),
                    chosen_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    who_name = table.Column<string>(type: "text", nullable: false),
                    who_user_id = table.Column<Guid>(type: "uuid", nullable: true),
                    site_id = table.Column<Guid>(type: "uuid", nullable: false),
                    token_hash = table.Column<byte[]>(type: "bytea", nullable: false),
                    created_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    opened_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    ended_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_lookbooks", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "mark_replies",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    mark_id = table.Column<Guid>(type: "uuid", nullable: false),
                    from_client = table.Column<bool>(type: "boolean", nullable: false),
                    text = table.Column<string>(type: "text", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    author_name = table.Column<string>(type: "text", nullable: false),
                    author_user_id = table.Column<Guid>(type: "uuid", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_mark_replies", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "marks",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    proof_id = table.Column<Guid>(type: "uuid", nullable: false),
                    number = table.Column<int>(type: "integer", nullable: false),
                    section = table.Column<string>(type: "text", nullable: true),
                    path = table.Column<string>(type: "text", nullable: true),
                    page_file = table.Column<string>(type: "text", nullable: false),
                    quote = table.Column<string>(type: "text", nullable: false),
                    text = table.Column<string>(type: "text", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    resolved_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    author_name = table.Column<string>(type: "text", nullable: false),
                    author_user_id = table.Column<Guid>(type: "uuid", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_marks", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "outbox",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    agency_id = table.Column<Guid>(type: "uuid", nullable: false),
                    site_id = table.Column<Guid>(type: "uuid", nullable: true),
                    enquiry_id = table.Column<Guid>(type: "uuid", nullable: true),
                    to = table.Column<string>(type: "text", nullable: false),
                    reply_to = table.Column<string>(type: "text", nullable: true),
                    subject = table.Column<string>(type: "text", nullable: false),
                    body = table.Column<string>(type: "text", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    sent_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    next_try = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    tries = table.Column<int>(type: "integer", nullable: false),
                    answer = table.Column<string>(type: "text", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_outbox", x => x.id);
                    table.ForeignKey(
                        name: "fk_outbox_agencies_agency_id",
                        column: x => x.agency_id,
                        principalTable: "agencies",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_outbox_enquiries_enquiry_id",
                        column: x => x.enquiry_id,
                        principalTable: "enquiries",
                        principalColumn: "id",
                        onDelete: ReferentialAction.SetNull);
                });

            migrationBuilder.CreateTable(
                name: "proofs",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    round = table.Column<int>(type: "integer", nullable: false),
                    revision = table.Column<int>(type: "integer", nullable: false),
                    document = table.Column<string>(type: "jsonb", nullable: false),
                    facts = table.Column<string>(type: "jsonb", nullable: false),
                    settings = table.Column<string>(type: "jsonb", nullable: false),
                    origin = table.Column<string>(type: "text", nullable: false),
                    reminded_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    changes_asked_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    signed_by = table.Column<string>(type: "text", nullable: true),
                    signed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    who_name = table.Column<string>(type: "text", nullable: false),
                    who_user_id = table.Column<Guid>(type: "uuid", nullable: true),
                    site_id = table.Column<Guid>(type: "uuid", nullable: false),
                    token_hash = table.Column<byte[]>(type: "bytea", nullable: false),
                    created_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    opened_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    ended_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_proofs", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "registered_domains",
                columns: table => new
                {
                    name = table.Column<string>(type: "text", nullable: false),
                    site_id = table.Column<Guid>(type: "uuid", nullable: true),
                    holder = table.Column<string>(type: "text", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    paid_until = table.Column<DateOnly>(type: "date", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_registered_domains", x => x.name);
                });

            migrationBuilder.CreateTable(
                name: "releases",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    site_id = table.Column<Guid>(type: "uuid", nullable: false),
                    number = table.Column<int>(type: "integer", nullable: false),
                    revision = table.Column<int>(type: "integer", nullable: false),
                    manifest = table.Column<string>(type: "jsonb", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    files_new = table.Column<int>(type: "integer", nullable: false),
                    facts = table.Column<string>(type: "jsonb", nullable: true),
                    settings = table.Column<string>(type: "jsonb", nullable: true),
                    print = table.Column<string>(type: "text", nullable: true),
                    who_name = table.Column<string>(type: "text", nullable: false),
                    who_user_id = table.Column<Guid>(type: "uuid", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_releases", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "sites",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    agency_id = table.Column<Guid>(type: "uuid", nullable: false),
                    number = table.Column<int>(type: "integer", nullable: false, defaultValueSql: "nextval('ticket_numbers')"),
                    slug = table.Column<string>(type: "text", nullable: false),
                    client_id = table.Column<Guid>(type: "uuid", nullable: false),
                    trade_id = table.Column<string>(type: "text", nullable: false),
                    maker_id = table.Column<Guid>(type: "uuid", nullable: true),
                    station = table.Column<int>(type: "integer", nullable: false),
                    waiting_for = table.Column<int>(type: "integer", nullable: false),
                    waiting_since = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    due = table.Column<DateOnly>(type: "date", nullable: true),
                    head = table.Column<int>(type: "integer", nullable: false),
                    last_revision = table.Column<int>(type: "integer", nullable: false),
                    domain = table.Column<string>(type: "text", nullable: true),
                    live_release_id = table.Column<Guid>(type: "uuid", nullable: true),
                    ticked = table.Column<string>(type: "jsonb", nullable: false),
                    handed_over = table.Column<string>(type: "jsonb", nullable: false),
                    created_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    linked = table.Column<string>(type: "jsonb", nullable: false),
                    is_sample = table.Column<bool>(type: "boolean", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_sites", x => x.id);
                    table.ForeignKey(
                        name: "fk_sites_agencies_agency_id",
                        column: x => x.agency_id,
                        principalTable: "agencies",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_sites_clients_client_id",
                        column: x => x.client_id,
                        principalTable: "clients",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_sites_releases_live_release_id",
                        column: x => x.live_release_id,
                        principalTable: "releases",
                        principalColumn: "id",
                        onDelete: ReferentialAction.SetNull);
                    table.ForeignKey(
                        name: "fk_sites_users_maker_id",
                        column: x => x.maker_id,
                        principalTable: "AspNetUsers",
                        principalColumn: "id",
                        onDelete: ReferentialAction.SetNull);
                });

            migrationBuilder.CreateTable(
                name: "revisions",
                columns: table => new
                {
                    site_id = table.Column<Guid>(type: "uuid", nullable: false),
                    number = table.Column<int>(type: "integer", nullable: false),
                    parent = table.Column<int>(type: "integer", nullable: true),
                    document = table.Column<string>(type: "jsonb", nullable: false),
                    said = table.Column<string>(type: "text", nullable: false),
                    touched = table.Column<string>(type: "text", nullable: true),
                    typed = table.Column<string>(type: "text", nullable: true),
                    facts = table.Column<string>(type: "jsonb", nullable: true),
                    name = table.Column<string>(type: "text", nullable: true),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    who_name = table.Column<string>(type: "text", nullable: false),
                    who_user_id = table.Column<Guid>(type: "uuid", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_revisions", x => new { x.site_id, x.number });
                    table.ForeignKey(
                        name: "fk_revisions_sites_site_id",
                        column: x => x.site_id,
                        principalTable: "sites",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
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
                        name: "fk_roll_out_sites_releases_after",
                        column: x => x.after,
                        principalTable: "releases",
                        principalColumn: "id",
                        onDelete: ReferentialAction.SetNull);
                    table.ForeignKey(
                        name: "fk_roll_out_sites_releases_before",
                        column: x => x.before,
                        principalTable: "releases",
                        principalColumn: "id",
                        onDelete: ReferentialAction.SetNull);
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
                name: "sample_links",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    to = table.Column<string>(type: "text", nullable: false),
                    ends_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    last_opened_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    opens = table.Column<int>(type: "integer", nullable: false),
                    who_name = table.Column<string>(type: "text", nullable: false),
                    who_user_id = table.Column<Guid>(type: "uuid", nullable: true),
                    site_id = table.Column<Guid>(type: "uuid", nullable: false),
                    token_hash = table.Column<byte[]>(type: "bytea", nullable: false),
                    created_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    opened_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    ended_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true)
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
                name: "sent_briefs",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    document = table.Column<string>(type: "jsonb", nullable: false),
                    agreed_by = table.Column<string>(type: "text", nullable: true),
                    agreed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    wish = table.Column<string>(type: "text", nullable: true),
                    who_name = table.Column<string>(type: "text", nullable: false),
                    who_user_id = table.Column<Guid>(type: "uuid", nullable: true),
                    site_id = table.Column<Guid>(type: "uuid", nullable: false),
                    token_hash = table.Column<byte[]>(type: "bytea", nullable: false),
                    created_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    opened_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
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
                name: "sent_plans",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    document = table.Column<string>(type: "jsonb", nullable: false),
                    facts = table.Column<string>(type: "jsonb", nullable: false),
                    comments = table.Column<string>(type: "jsonb", nullable: false),
                    agreed_by = table.Column<string>(type: "text", nullable: true),
                    agreed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    who_name = table.Column<string>(type: "text", nullable: false),
                    who_user_id = table.Column<Guid>(type: "uuid", nullable: true),
                    site_id = table.Column<Guid>(type: "uuid", nullable: false),
                    token_hash = table.Column<byte[]>(type: "bytea", nullable: false),
                    created_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    opened_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
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

            migrationBuilder.CreateTable(
                name: "held_starts",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    agency_id = table.Column<Guid>(type: "uuid", nullable: false),
                    words = table.Column<string>(type: "text", nullable: false),
                    trade_id = table.Column<string>(type: "text", nullable: true),
                    like_site_id = table.Column<Guid>(type: "uuid", nullable: true),
                    client_id = table.Column<Guid>(type: "uuid", nullable: true),
                    facts = table.Column<string>(type: "jsonb", nullable: false),
                    material = table.Column<string>(type: "jsonb", nullable: false),
                    problems = table.Column<string>(type: "jsonb", nullable: false),
                    pictures = table.Column<string>(type: "jsonb", nullable: false),
                    files = table.Column<string>(type: "jsonb", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    site_id = table.Column<Guid>(type: "uuid", nullable: true),
                    who_name = table.Column<string>(type: "text", nullable: false),
                    who_user_id = table.Column<Guid>(type: "uuid", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_held_starts", x => x.id);
                    table.ForeignKey(
                        name: "fk_held_starts_agencies_agency_id",
                        column: x => x.agency_id,
                        principalTable: "agencies",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_held_starts_clients_client_id",
                        column: x => x.client_id,
                        principalTable: "clients",
                        principalColumn: "id",
                        onDelete: ReferentialAction.SetNull);
                    table.ForeignKey(
                        name: "fk_held_starts_sites_like_site_id",
                        column: x => x.like_site_id,
                        principalTable: "sites",
                        principalColumn: "id",
                        onDelete: ReferentialAction.SetNull);
                    table.ForeignKey(
                        name: "fk_held_starts_sites_site_id",
                        column: x => x.site_id,
                        principalTable: "sites",
                        principalColumn: "id",
                        onDelete: ReferentialAction.SetNull);
                });

            migrationBuilder.CreateTable(
                name: "subscribers",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    site_id = table.Column<Guid>(type: "uuid", nullable: false),
                    email = table.Column<string>(type: "text", nullable: false),
                    token_hash = table.Column<byte[]>(type: "bytea", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    confirmed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_subscribers", x => x.id);
                    table.ForeignKey(
                        name: "fk_subscribers_sites_site_id",
                        column: x => x.site_id,
                        principalTable: "sites",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "templates",
                columns: table => new
                {
                    agency_id = table.Column<Guid>(type: "uuid", nullable: false),
                    family = table.Column<string>(type: "text", nullable: false),
                    version = table.Column<int>(type: "integer", nullable: false),
                    title = table.Column<string>(type: "text", nullable: false),
                    yaml = table.Column<string>(type: "text", nullable: false),
                    made_from = table.Column<Guid>(type: "uuid", nullable: true),
                    said = table.Column<string>(type: "text", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    who_name = table.Column<string>(type: "text", nullable: false),
                    who_user_id = table.Column<Guid>(type: "uuid", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_templates", x => new { x.agency_id, x.family, x.version });
                    table.ForeignKey(
                        name: "fk_templates_agencies_agency_id",
                        column: x => x.agency_id,
                        principalTable: "agencies",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_templates_sites_made_from",
                        column: x => x.made_from,
                        principalTable: "sites",
                        principalColumn: "id",
                        onDelete: ReferentialAction.SetNull);
                });

            migrationBuilder.CreateIndex(
                name: "ix_asp_net_role_claims_role_id",
                table: "AspNetRoleClaims",
                column: "role_id");

            migrationBuilder.CreateIndex(
                name: "RoleNameIndex",
                table: "AspNetRoles",
                column: "normalized_name",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_asp_net_user_claims_user_id",
                table: "AspNetUserClaims",
                column: "user_id");

            migrationBuilder.CreateIndex(
                name: "ix_asp_net_user_logins_user_id",
                table: "AspNetUserLogins",
                column: "user_id");

            migrationBuilder.CreateIndex(
                name: "ix_asp_net_user_roles_role_id",
                table: "AspNetUserRoles",
                column: "role_id");

            migrationBuilder.CreateIndex(
                name: "EmailIndex",
                table: "AspNetUsers",
                column: "normalized_email");

            migrationBuilder.CreateIndex(
                name: "UserNameIndex",
                table: "AspNetUsers",
                column: "normalized_user_name",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_asp_net_users_agency_id",
                table: "AspNetUsers",
                column: "agency_id");

            migrationBuilder.CreateIndex(
                name: "ix_batch_rows_batch_id_state",
                table: "batch_rows",
                columns: new[] { "batch_id", "state" });

            migrationBuilder.CreateIndex(
                name: "ix_batch_rows_client_id",
                table: "batch_rows",
                column: "client_id");

            migrationBuilder.CreateIndex(
                name: "ix_batch_rows_site_id",
                table: "batch_rows",
                column: "site_id");

            migrationBuilder.CreateIndex(
                name: "ix_batches_agency_id",
                table: "batches",
                column: "agency_id");

            migrationBuilder.CreateIndex(
                name: "ix_batches_maker_id",
                table: "batches",
                column: "maker_id");

            migrationBuilder.CreateIndex(
                name: "ix_batches_state",
                table: "batches",
                column: "state");

            migrationBuilder.CreateIndex(
                name: "ix_client_files_agency_id",
                table: "client_files",
                column: "agency_id");

            migrationBuilder.CreateIndex(
                name: "ix_client_files_client_id_at",
                table: "client_files",
                columns: new[] { "client_id", "at" });

            migrationBuilder.CreateIndex(
                name: "ix_client_files_intake_id",
                table: "client_files",
                column: "intake_id");

            migrationBuilder.CreateIndex(
                name: "ix_clients_agency_id",
                table: "clients",
                column: "agency_id");

            migrationBuilder.CreateIndex(
                name: "ix_clients_keeper_id",
                table: "clients",
                column: "keeper_id");

            migrationBuilder.CreateIndex(
                name: "ix_clients_name",
                table: "clients",
                column: "name");

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
                name: "ix_copies_agency_id",
                table: "copies",
                column: "agency_id");

            migrationBuilder.CreateIndex(
                name: "ix_copies_trade_language",
                table: "copies",
                columns: new[] { "trade", "language" });

            migrationBuilder.CreateIndex(
                name: "ix_copies_words",
                table: "copies",
                column: "words")
                .Annotation("Npgsql:IndexMethod", "gin");

            migrationBuilder.CreateIndex(
                name: "ix_enquiries_site_id_at",
                table: "enquiries",
                columns: new[] { "site_id", "at" });

            migrationBuilder.CreateIndex(
                name: "ix_erasures_agency_id",
                table: "erasures",
                column: "agency_id");

            migrationBuilder.CreateIndex(
                name: "ix_events_site_id_at",
                table: "events",
                columns: new[] { "site_id", "at" });

            migrationBuilder.CreateIndex(
                name: "ix_follows_agency_id",
                table: "follows",
                column: "agency_id");

            migrationBuilder.CreateIndex(
                name: "ix_follows_standard_id",
                table: "follows",
                column: "standard_id");

            migrationBuilder.CreateIndex(
                name: "ix_imports_agency_id",
                table: "imports",
                column: "agency_id");

            migrationBuilder.CreateIndex(
                name: "ix_imports_at",
                table: "imports",
                column: "at");

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
                name: "ix_kept_looks_agency_id",
                table: "kept_looks",
                column: "agency_id");

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
                name: "ix_mark_replies_mark_id",
                table: "mark_replies",
                column: "mark_id");

            migrationBuilder.CreateIndex(
                name: "ix_marks_proof_id_number",
                table: "marks",
                columns: new[] { "proof_id", "number" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_notes_client_id",
                table: "notes",
                column: "client_id");

            migrationBuilder.CreateIndex(
                name: "ix_outbox_agency_id",
                table: "outbox",
                column: "agency_id");

            migrationBuilder.CreateIndex(
                name: "ix_outbox_at",
                table: "outbox",
                column: "at");

            migrationBuilder.CreateIndex(
                name: "ix_outbox_enquiry_id",
                table: "outbox",
                column: "enquiry_id");

            migrationBuilder.CreateIndex(
                name: "ix_outbox_next_try",
                table: "outbox",
                column: "next_try",
                filter: "sent_at is null");

            migrationBuilder.CreateIndex(
                name: "ix_outbox_site_id",
                table: "outbox",
                column: "site_id");

            migrationBuilder.CreateIndex(
                name: "ix_people_client_id",
                table: "people",
                column: "client_id");

            migrationBuilder.CreateIndex(
                name: "ix_proofs_site_id_created_at",
                table: "proofs",
                columns: new[] { "site_id", "created_at" });

            migrationBuilder.CreateIndex(
                name: "ix_proofs_site_id_round",
                table: "proofs",
                columns: new[] { "site_id", "round" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_proofs_token_hash",
                table: "proofs",
                column: "token_hash",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_registered_domains_site_id",
                table: "registered_domains",
                column: "site_id");

            migrationBuilder.CreateIndex(
                name: "ix_releases_site_id_number",
                table: "releases",
                columns: new[] { "site_id", "number" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_roll_out_sites_after",
                table: "roll_out_sites",
                column: "after");

            migrationBuilder.CreateIndex(
                name: "ix_roll_out_sites_before",
                table: "roll_out_sites",
                column: "before");

            migrationBuilder.CreateIndex(
                name: "ix_roll_out_sites_roll_out_id_state",
                table: "roll_out_sites",
                columns: new[] { "roll_out_id", "state" });

            migrationBuilder.CreateIndex(
                name: "ix_roll_out_sites_site_id",
                table: "roll_out_sites",
                column: "site_id");

            migrationBuilder.CreateIndex(
                name: "ix_roll_outs_agency_id",
                table: "roll_outs",
                column: "agency_id");

            migrationBuilder.CreateIndex(
                name: "ix_roll_outs_layer_scope_at",
                table: "roll_outs",
                columns: new[] { "layer", "scope", "at" });

            migrationBuilder.CreateIndex(
                name: "ix_roll_outs_state",
                table: "roll_outs",
                column: "state");

            migrationBuilder.CreateIndex(
                name: "ix_sample_links_site_id_created_at",
                table: "sample_links",
                columns: new[] { "site_id", "created_at" });

            migrationBuilder.CreateIndex(
                name: "ix_sample_links_token_hash",
                table: "sample_links",
                column: "token_hash",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_saved_sections_agency_id_name",
                table: "saved_sections",
                columns: new[] { "agency_id", "name" },
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
                name: "ix_sent_plans_site_id_created_at",
                table: "sent_plans",
                columns: new[] { "site_id", "created_at" });

            migrationBuilder.CreateIndex(
                name: "ix_sent_plans_token_hash",
                table: "sent_plans",
                column: "token_hash",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_setting_changes_agency_id",
                table: "setting_changes",
                column: "agency_id");

            migrationBuilder.CreateIndex(
                name: "ix_setting_changes_at",
                table: "setting_changes",
                column: "at");

            migrationBuilder.CreateIndex(
                name: "ix_setting_changes_layer_scope_at",
                table: "setting_changes",
                columns: new[] { "layer", "scope", "at" });

            migrationBuilder.CreateIndex(
                name: "ix_settings_key_layer",
                table: "settings",
                columns: new[] { "key", "layer" });

            migrationBuilder.CreateIndex(
                name: "ix_sites_agency_id",
                table: "sites",
                column: "agency_id");

            migrationBuilder.CreateIndex(
                name: "ix_sites_client_id",
                table: "sites",
                column: "client_id");

            migrationBuilder.CreateIndex(
                name: "ix_sites_domain",
                table: "sites",
                column: "domain",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_sites_live_release_id",
                table: "sites",
                column: "live_release_id");

            migrationBuilder.CreateIndex(
                name: "ix_sites_maker_id",
                table: "sites",
                column: "maker_id");

            migrationBuilder.CreateIndex(
                name: "ix_sites_slug",
                table: "sites",
                column: "slug",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_sites_station_waiting_for",
                table: "sites",
                columns: new[] { "station", "waiting_for" });

            migrationBuilder.CreateIndex(
                name: "ix_standards_agency_id_name",
                table: "standards",
                columns: new[] { "agency_id", "name" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_held_starts_agency_id",
                table: "held_starts",
                column: "agency_id");

            migrationBuilder.CreateIndex(
                name: "ix_held_starts_client_id",
                table: "held_starts",
                column: "client_id");

            migrationBuilder.CreateIndex(
                name: "ix_held_starts_like_site_id",
                table: "held_starts",
                column: "like_site_id");

            migrationBuilder.CreateIndex(
                name: "ix_held_starts_site_id",
                table: "held_starts",
                column: "site_id");

            migrationBuilder.CreateIndex(
                name: "ix_subscribers_site_id_email",
                table: "subscribers",
                columns: new[] { "site_id", "email" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_subscribers_token_hash",
                table: "subscribers",
                column: "token_hash",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_templates_made_from",
                table: "templates",
                column: "made_from");

            migrationBuilder.AddForeignKey(
                name: "fk_batch_rows_sites_site_id",
                table: "batch_rows",
                column: "site_id",
                principalTable: "sites",
                principalColumn: "id",
                onDelete: ReferentialAction.SetNull);

            migrationBuilder.AddForeignKey(
                name: "fk_client_files_intakes_intake_id",
                table: "client_files",
                column: "intake_id",
                principalTable: "intakes",
                principalColumn: "id",
                onDelete: ReferentialAction.SetNull);

            migrationBuilder.AddForeignKey(
                name: "fk_copies_sites_site_id",
                table: "copies",
                column: "site_id",
                principalTable: "sites",
                principalColumn: "id",
                onDelete: ReferentialAction.Cascade);

            migrationBuilder.AddForeignKey(
                name: "fk_enquiries_sites_site_id",
                table: "enquiries",
                column: "site_id",
                principalTable: "sites",
                principalColumn: "id",
                onDelete: ReferentialAction.Cascade);

            migrationBuilder.AddForeignKey(
                name: "fk_events_sites_site_id",
                table: "events",
                column: "site_id",
                principalTable: "sites",
                principalColumn: "id",
                onDelete: ReferentialAction.Cascade);

            migrationBuilder.AddForeignKey(
                name: "fk_intakes_sites_site_id",
                table: "intakes",
                column: "site_id",
                principalTable: "sites",
                principalColumn: "id",
                onDelete: ReferentialAction.Cascade);

            migrationBuilder.AddForeignKey(
                name: "fk_kept_looks_sites_site_id",
                table: "kept_looks",
                column: "site_id",
                principalTable: "sites",
                principalColumn: "id",
                onDelete: ReferentialAction.Cascade);

            migrationBuilder.AddForeignKey(
                name: "fk_lookbooks_sites_site_id",
                table: "lookbooks",
                column: "site_id",
                principalTable: "sites",
                principalColumn: "id",
                onDelete: ReferentialAction.Cascade);

            migrationBuilder.AddForeignKey(
                name: "fk_mark_replies_marks_mark_id",
                table: "mark_replies",
                column: "mark_id",
                principalTable: "marks",
                principalColumn: "id",
                onDelete: ReferentialAction.Cascade);

            migrationBuilder.AddForeignKey(
                name: "fk_marks_proofs_proof_id",
                table: "marks",
                column: "proof_id",
                principalTable: "proofs",
                principalColumn: "id",
                onDelete: ReferentialAction.Cascade);

            migrationBuilder.AddForeignKey(
                name: "fk_outbox_sites_site_id",
                table: "outbox",
                column: "site_id",
                principalTable: "sites",
                principalColumn: "id",
                onDelete: ReferentialAction.SetNull);

            migrationBuilder.AddForeignKey(
                name: "fk_proofs_sites_site_id",
                table: "proofs",
                column: "site_id",
                principalTable: "sites",
                principalColumn: "id",
                onDelete: ReferentialAction.Cascade);

            migrationBuilder.AddForeignKey(
                name: "fk_registered_domains_sites_site_id",
                table: "registered_domains",
                column: "site_id",
                principalTable: "sites",
                principalColumn: "id",
                onDelete: ReferentialAction.SetNull);

            migrationBuilder.AddForeignKey(
                name: "fk_releases_sites_site_id",
                table: "releases",
                column: "site_id",
                principalTable: "sites",
                principalColumn: "id",
                onDelete: ReferentialAction.Cascade);

            // Who did something is a user's id beside the name as it stood: a part of each row (a complex property), which the model gives no keys.
            migrationBuilder.Sql(
                """
                do $$
                declare c record;
                begin
                    for c in select table_name, column_name from information_schema.columns
                        where table_schema = current_schema() and column_name in ('who_user_id', 'author_user_id')
                    loop
                        execute format(
                            'alter table %I add constraint %I foreign key (%I) references "AspNetUsers" (id) on delete set null',
                            c.table_name, 'fk_' || c.table_name || '_' || c.column_name, c.column_name);
                    end loop;
                end $$;
                create index ix_held_starts_who_user_id_at on held_starts (who_user_id, at);
                create index ix_imports_who_user_id_at on imports (who_user_id, at);
                """);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropForeignKey(
                name: "fk_clients_users_keeper_id",
                table: "clients");

            migrationBuilder.DropForeignKey(
                name: "fk_sites_users_maker_id",
                table: "sites");

            migrationBuilder.DropForeignKey(
                name: "fk_clients_agencies_agency_id",
                table: "clients");

            migrationBuilder.DropForeignKey(
                name: "fk_sites_agencies_agency_id",
                table: "sites");

            migrationBuilder.DropForeignKey(
                name: "fk_sites_clients_client_id",
                table: "sites");

            migrationBuilder.DropForeignKey(
                name: "fk_releases_sites_site_id",
                table: "releases");

            migrationBuilder.DropTable(
                name: "AspNetRoleClaims");

            migrationBuilder.DropTable(
                name: "AspNetUserClaims");

            migrationBuilder.DropTable(
                name: "AspNetUserLogins");

            migrationBuilder.DropTable(
                name: "AspNetUserRoles");

            migrationBuilder.DropTable(
                name: "AspNetUserTokens");

            migrationBuilder.DropTable(
                name: "batch_rows");

            migrationBuilder.DropTable(
                name: "client_files");

            migrationBuilder.DropTable(
                name: "copies");

            migrationBuilder.DropTable(
                name: "data_protection_keys");

            migrationBuilder.DropTable(
                name: "erasures");

            migrationBuilder.DropTable(
                name: "events");

            migrationBuilder.DropTable(
                name: "follows");

            migrationBuilder.DropTable(
                name: "imports");

            migrationBuilder.DropTable(
                name: "kept_looks");

            migrationBuilder.DropTable(
                name: "lookbooks");

            migrationBuilder.DropTable(
                name: "mark_replies");

            migrationBuilder.DropTable(
                name: "notes");

            migrationBuilder.DropTable(
                name: "outbox");

            migrationBuilder.DropTable(
                name: "people");

            migrationBuilder.DropTable(
                name: "registered_domains");

            migrationBuilder.DropTable(
                name: "revisions");

            migrationBuilder.DropTable(
                name: "roll_out_sites");

            migrationBuilder.DropTable(
                name: "sample_links");

            migrationBuilder.DropTable(
                name: "saved_sections");

            migrationBuilder.DropTable(
                name: "sent_briefs");

            migrationBuilder.DropTable(
                name: "sent_plans");

            migrationBuilder.DropTable(
                name: "setting_changes");

            migrationBuilder.DropTable(
                name: "setting_drafts");

            migrationBuilder.DropTable(
                name: "settings");

            migrationBuilder.DropTable(
                name: "standard_versions");

            migrationBuilder.DropTable(
                name: "held_starts");

            migrationBuilder.DropTable(
                name: "subscribers");

            migrationBuilder.DropTable(
                name: "templates");

            migrationBuilder.DropTable(
                name: "AspNetRoles");

            migrationBuilder.DropTable(
                name: "batches");

            migrationBuilder.DropTable(
                name: "intakes");

            migrationBuilder.DropTable(
                name: "standards");

            migrationBuilder.DropTable(
                name: "marks");

            migrationBuilder.DropTable(
                name: "enquiries");

            migrationBuilder.DropTable(
                name: "roll_outs");

            migrationBuilder.DropTable(
                name: "proofs");

            migrationBuilder.DropTable(
                name: "AspNetUsers");

            migrationBuilder.DropTable(
                name: "agencies");

            migrationBuilder.DropTable(
                name: "clients");

            migrationBuilder.DropTable(
                name: "sites");

            migrationBuilder.DropTable(
                name: "releases");

            migrationBuilder.DropSequence(
                name: "ticket_numbers");
        }
    }
}
