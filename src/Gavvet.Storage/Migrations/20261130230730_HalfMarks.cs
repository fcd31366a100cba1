using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Gavvet.Storage.Migrations
{
    /// <summary>
    /// Marks come in halves. A column of whole numbers takes them as they are (SQLite, Datatypes In SQLite, 3: a REAL that is no whole
    /// number stays one under INTEGER affinity), so no table is written anew.
    /// </summary>
    public partial class HalfMarks : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder) { }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder) { }
    }
}
