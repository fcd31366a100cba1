using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Gavvet.Storage.Migrations
{
    /// <inheritdoc />
    public partial class Term : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            // Away had no day and so no end; SQLite drops a column without making the table anew.
            migrationBuilder.Sql("ALTER TABLE Students DROP COLUMN IsAway");

            migrationBuilder.AddColumn<DateOnly>(
                name: "AwayOn",
                table: "Students",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<DateOnly>(
                name: "LeftOn",
                table: "Students",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "Weight",
                table: "Printings",
                type: "INTEGER",
                nullable: false,
                defaultValue: 1);

            migrationBuilder.AddColumn<DateOnly>(
                name: "WrittenOn",
                table: "Printings",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Sounds",
                table: "Markings",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "IsExcused",
                table: "Copies",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<int>(
                name: "Total",
                table: "Copies",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "TotalOf",
                table: "Copies",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<DateOnly>(
                name: "WrittenOn",
                table: "Copies",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Book",
                table: "Classes",
                type: "TEXT",
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "AwayOn",
                table: "Students");

            migrationBuilder.DropColumn(
                name: "LeftOn",
                table: "Students");

            migrationBuilder.DropColumn(
                name: "Weight",
                table: "Printings");

            migrationBuilder.DropColumn(
                name: "WrittenOn",
                table: "Printings");

            migrationBuilder.DropColumn(
                name: "Sounds",
                table: "Markings");

            migrationBuilder.DropColumn(
                name: "IsExcused",
                table: "Copies");

            migrationBuilder.DropColumn(
                name: "Total",
                table: "Copies");

            migrationBuilder.DropColumn(
                name: "TotalOf",
                table: "Copies");

            migrationBuilder.DropColumn(
                name: "WrittenOn",
                table: "Copies");

            migrationBuilder.DropColumn(
                name: "Book",
                table: "Classes");

            migrationBuilder.AddColumn<bool>(
                name: "IsAway",
                table: "Students",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);
        }
    }
}
