using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Gavvet.Storage.Migrations
{
    /// <inheritdoc />
    public partial class SetAside : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<bool>(
                name: "IsSetAside",
                table: "Printings",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "IsSetAside",
                table: "Printings");
        }
    }
}
