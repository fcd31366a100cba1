using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Gavvet.Storage.Migrations
{
    /// <inheritdoc />
    public partial class LeanPrintings : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<byte[]>(
                name: "PackedRecord",
                table: "Printings",
                type: "BLOB",
                nullable: false,
                defaultValue: new byte[0]);

            migrationBuilder.AddColumn<byte[]>(
                name: "Sides",
                table: "PrintedPages",
                type: "BLOB",
                nullable: false,
                defaultValue: new byte[0]);

            migrationBuilder.CreateTable(
                name: "PrintedFaces",
                columns: table => new
                {
                    Hash = table.Column<string>(type: "TEXT", nullable: false),
                    Bytes = table.Column<byte[]>(type: "BLOB", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PrintedFaces", x => x.Hash);
                });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "PrintedFaces");

            migrationBuilder.DropColumn(
                name: "PackedRecord",
                table: "Printings");

            migrationBuilder.DropColumn(
                name: "Sides",
                table: "PrintedPages");
        }
    }
}
