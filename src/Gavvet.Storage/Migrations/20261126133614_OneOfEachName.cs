using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Gavvet.Storage.Migrations
{
    /// <inheritdoc />
    public partial class OneOfEachName : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            // Two keeps at once could make several of one name; the one kept last stays.
            migrationBuilder.Sql("DELETE FROM Styles WHERE Id NOT IN (SELECT MAX(Id) FROM Styles GROUP BY Name)");
            migrationBuilder.Sql("DELETE FROM RestorePoints WHERE Id NOT IN (SELECT MAX(Id) FROM RestorePoints GROUP BY RevisionId)");
            migrationBuilder.Sql("DELETE FROM PrintedFiles WHERE Id NOT IN (SELECT MIN(Id) FROM PrintedFiles GROUP BY PrintingId, Name)");

            migrationBuilder.DropIndex(
                name: "IX_RestorePoints_RevisionId",
                table: "RestorePoints");

            migrationBuilder.DropIndex(
                name: "IX_PrintedFiles_PrintingId",
                table: "PrintedFiles");

            migrationBuilder.DropColumn(
                name: "Record",
                table: "Printings");

            migrationBuilder.DropColumn(
                name: "KeySvg",
                table: "PrintedPages");

            migrationBuilder.DropColumn(
                name: "StudentSvg",
                table: "PrintedPages");

            migrationBuilder.CreateIndex(
                name: "IX_Styles_Name",
                table: "Styles",
                column: "Name",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_RestorePoints_RevisionId",
                table: "RestorePoints",
                column: "RevisionId",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_PrintedFiles_PrintingId_Name",
                table: "PrintedFiles",
                columns: new[] { "PrintingId", "Name" },
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Styles_Name",
                table: "Styles");

            migrationBuilder.DropIndex(
                name: "IX_RestorePoints_RevisionId",
                table: "RestorePoints");

            migrationBuilder.DropIndex(
                name: "IX_PrintedFiles_PrintingId_Name",
                table: "PrintedFiles");

            migrationBuilder.AddColumn<string>(
                name: "Record",
                table: "Printings",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "KeySvg",
                table: "PrintedPages",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "StudentSvg",
                table: "PrintedPages",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.CreateIndex(
                name: "IX_RestorePoints_RevisionId",
                table: "RestorePoints",
                column: "RevisionId");

            migrationBuilder.CreateIndex(
                name: "IX_PrintedFiles_PrintingId",
                table: "PrintedFiles",
                column: "PrintingId");
        }
    }
}
