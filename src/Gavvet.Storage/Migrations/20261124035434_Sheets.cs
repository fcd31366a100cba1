using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Gavvet.Storage.Migrations
{
    /// <inheritdoc />
    public partial class Sheets : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "Revisions",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    SheetId = table.Column<string>(type: "TEXT", nullable: false),
                    ParentId = table.Column<long>(type: "INTEGER", nullable: true),
                    Title = table.Column<string>(type: "TEXT", nullable: false),
                    Body = table.Column<string>(type: "TEXT", nullable: false),
                    Typing = table.Column<string>(type: "TEXT", nullable: true),
                    MadeAt = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Revisions", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Revisions_Revisions_ParentId",
                        column: x => x.ParentId,
                        principalTable: "Revisions",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "Sheets",
                columns: table => new
                {
                    Id = table.Column<string>(type: "TEXT", nullable: false),
                    HeadId = table.Column<long>(type: "INTEGER", nullable: true),
                    ChangedAt = table.Column<long>(type: "INTEGER", nullable: false),
                    DeletedAt = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Sheets", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Sheets_Revisions_HeadId",
                        column: x => x.HeadId,
                        principalTable: "Revisions",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Revisions_ParentId",
                table: "Revisions",
                column: "ParentId");

            migrationBuilder.CreateIndex(
                name: "IX_Revisions_SheetId",
                table: "Revisions",
                column: "SheetId");

            migrationBuilder.CreateIndex(
                name: "IX_Sheets_DeletedAt_ChangedAt",
                table: "Sheets",
                columns: new[] { "DeletedAt", "ChangedAt" });

            migrationBuilder.CreateIndex(
                name: "IX_Sheets_HeadId",
                table: "Sheets",
                column: "HeadId");

            migrationBuilder.AddForeignKey(
                name: "FK_Revisions_Sheets_SheetId",
                table: "Revisions",
                column: "SheetId",
                principalTable: "Sheets",
                principalColumn: "Id",
                onDelete: ReferentialAction.Cascade);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropForeignKey(
                name: "FK_Revisions_Sheets_SheetId",
                table: "Revisions");

            migrationBuilder.DropTable(
                name: "Sheets");

            migrationBuilder.DropTable(
                name: "Revisions");
        }
    }
}
