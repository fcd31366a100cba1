using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Gavvet.Storage.Migrations
{
    /// <inheritdoc />
    public partial class Practice : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "Practices",
                columns: table => new
                {
                    Id = table.Column<string>(type: "TEXT", nullable: false),
                    Code = table.Column<string>(type: "TEXT", nullable: false),
                    SheetId = table.Column<string>(type: "TEXT", nullable: true),
                    ClassId = table.Column<string>(type: "TEXT", nullable: true),
                    Title = table.Column<string>(type: "TEXT", nullable: false),
                    Body = table.Column<string>(type: "TEXT", nullable: false),
                    Rules = table.Column<string>(type: "TEXT", nullable: false),
                    OpensAt = table.Column<long>(type: "INTEGER", nullable: false),
                    ClosesAt = table.Column<long>(type: "INTEGER", nullable: false),
                    MadeAt = table.Column<long>(type: "INTEGER", nullable: false),
                    ReleasedAt = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Practices", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Practices_Classes_ClassId",
                        column: x => x.ClassId,
                        principalTable: "Classes",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "PracticeSeats",
                columns: table => new
                {
                    Id = table.Column<string>(type: "TEXT", nullable: false),
                    PracticeId = table.Column<string>(type: "TEXT", nullable: false),
                    StudentId = table.Column<string>(type: "TEXT", nullable: true),
                    Number = table.Column<int>(type: "INTEGER", nullable: false),
                    Code = table.Column<string>(type: "TEXT", nullable: false),
                    Chance = table.Column<long>(type: "INTEGER", nullable: false),
                    Part = table.Column<string>(type: "TEXT", nullable: true),
                    StartedAt = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PracticeSeats", x => x.Id);
                    table.ForeignKey(
                        name: "FK_PracticeSeats_Practices_PracticeId",
                        column: x => x.PracticeId,
                        principalTable: "Practices",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_PracticeSeats_Students_StudentId",
                        column: x => x.StudentId,
                        principalTable: "Students",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "PracticeTries",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    SeatId = table.Column<string>(type: "TEXT", nullable: false),
                    Token = table.Column<string>(type: "TEXT", nullable: false),
                    Question = table.Column<string>(type: "TEXT", nullable: false),
                    Doing = table.Column<string>(type: "TEXT", nullable: false),
                    Verdict = table.Column<string>(type: "TEXT", nullable: true),
                    Marks = table.Column<double>(type: "REAL", nullable: false),
                    Of = table.Column<int>(type: "INTEGER", nullable: false),
                    Findings = table.Column<string>(type: "TEXT", nullable: true),
                    Written = table.Column<string>(type: "TEXT", nullable: true),
                    Asked = table.Column<string>(type: "TEXT", nullable: true),
                    Load = table.Column<int>(type: "INTEGER", nullable: false),
                    MadeAt = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PracticeTries", x => x.Id);
                    table.ForeignKey(
                        name: "FK_PracticeTries_PracticeSeats_SeatId",
                        column: x => x.SeatId,
                        principalTable: "PracticeSeats",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_PracticeSeats_Code",
                table: "PracticeSeats",
                column: "Code",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_PracticeSeats_PracticeId_StudentId",
                table: "PracticeSeats",
                columns: new[] { "PracticeId", "StudentId" });

            migrationBuilder.CreateIndex(
                name: "IX_PracticeSeats_StudentId",
                table: "PracticeSeats",
                column: "StudentId");

            migrationBuilder.CreateIndex(
                name: "IX_PracticeTries_SeatId_Token",
                table: "PracticeTries",
                columns: new[] { "SeatId", "Token" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Practices_ClassId",
                table: "Practices",
                column: "ClassId");

            migrationBuilder.CreateIndex(
                name: "IX_Practices_Code",
                table: "Practices",
                column: "Code",
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "PracticeTries");

            migrationBuilder.DropTable(
                name: "PracticeSeats");

            migrationBuilder.DropTable(
                name: "Practices");
        }
    }
}
