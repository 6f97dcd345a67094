using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Plurimax.Data.Migrations
{
    /// <inheritdoc />
    public partial class NodesAndSealedMail : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "sealed",
                table: "outbox",
                type: "text",
                nullable: true);

            // Links of mails that went out before were kept in clear.
            migrationBuilder.Sql(
                "update outbox set body = regexp_replace(body, '/([a-z]+)/[A-Za-z0-9_-]{40,}', '/\\1/…', 'g') where sent_at is not null"
            );

            migrationBuilder.CreateTable(
                name: "nodes",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "text", nullable: false),
                    version = table.Column<string>(type: "text", nullable: false),
                    started_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    seen_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    figures = table.Column<string>(type: "jsonb", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_nodes", x => x.id);
                });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "nodes");

            migrationBuilder.DropColumn(
                name: "sealed",
                table: "outbox");
        }
    }
}
