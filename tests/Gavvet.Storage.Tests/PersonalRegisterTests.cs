using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;

namespace Gavvet.Storage.Tests;

/// <summary>Whatever is kept has its row in the register of personal words.</summary>
public sealed class PersonalRegisterTests : OnFolder
{
    [Fact]
    public void Every_column_of_the_database_has_its_row_and_every_row_its_column()
    {
        using var database = Data.Open();
        string[] columns =
        [
            .. database
                .Model.GetEntityTypes()
                .SelectMany(type =>
                    type.GetProperties()
                        .Select(property =>
                            $"{type.GetTableName()}.{property.GetColumnName(StoreObjectIdentifier.Table(type.GetTableName()!))}"
                        )
                )
                .Order(StringComparer.Ordinal),
        ];
        string[] rows = [.. PersonalRegister.Columns.Select(column => $"{column.Table}.{column.Column}").Order(StringComparer.Ordinal)];
        Assert.Equal(columns, rows);
        Assert.True(columns.Length > 80, $"{columns.Length} columns");
    }

    [Fact]
    public async Task A_setting_without_a_row_cannot_be_kept()
    {
        await new DeskSettings(Data).SetAsync(DeskSettings.PlanOf("1"), "{}");
        await Assert.ThrowsAsync<ArgumentException>(() => new DeskSettings(Data).SetAsync("favorite student", "Mira"));
        await Assert.ThrowsAsync<ArgumentException>(() => new DeskSettings(Data).SetAsync("plans", "Mira"));
    }

    // Kinds of words that a sheet file holds as text; what is not the teacher's own is a choice among the program's words.
    [Fact]
    public void Every_text_of_a_sheet_file_is_a_choice_or_among_the_words_that_are_mended()
    {
        string[] choices = ["ask", "finding", "skill", "type", "tonic", "date"];
        string[] mended = ["title", "instructions", "instruction", "prompt", "answer", "because"];
        var texts = typeof(SheetFile)
            .Assembly.GetTypes()
            .Where(type => type.Namespace == "Gavvet.Worksheets.Files" && type.Name.EndsWith("Document", StringComparison.Ordinal))
            .SelectMany(type => type.GetProperties())
            .Where(property => property.PropertyType == typeof(string))
            .Select(property => property.Name.ToLowerInvariant())
            .Distinct();
        Assert.Equal(choices.Concat(mended).Order(), texts.Order());
    }

    [Theory]
    [InlineData("gavvet.db", FileTreatment.Mended)]
    [InlineData("copies/2026-03-02.gavvet", FileTreatment.Mended)]
    [InlineData("before-restore-2026-03-01-080000-2.gavvet", FileTreatment.Mended)]
    [InlineData("damaged-2026-03-01-080000.db-wal", FileTreatment.Deleted)]
    [InlineData("copies/2026-03-02.gavvet.half", FileTreatment.Passing)]
    [InlineData("temporary/staged-0123", FileTreatment.Mended)]
    [InlineData("notes.txt", null)]
    [InlineData("copies/names/2026-03-02.gavvet", null)]
    public void A_file_is_known_by_its_path(string path, object? treatment) =>
        Assert.Equal((FileTreatment?)treatment, PersonalRegister.FileOf(path)?.Treatment);

    // Whatever the register says is mended is mended: each column of text gets the name, and none has it afterwards.
    [Fact]
    public async Task Every_column_of_the_register_is_searched_and_mended()
    {
        var folder = await NamedFolder.FillAsync(Data, Clock, "Zoë Müllerin", "Strings");
        var found = await Erasure.FindAsync("zoe\u0308 MÜLLERIN");
        foreach (var place in Enum.GetValues<PersonalPlace>())
            Assert.True(found[place] > 0, $"{place} in {found}");
        var searched = new HashSet<string>();
        await using (var database = Data.Open())
        {
            foreach (var column in PersonalRegister.Columns.Where(column => column.Mend is not null))
            {
                await database.Database.OpenConnectionAsync(TestContext.Current.CancellationToken);
                await using var command = database
                    .Database.GetDbConnection()
                    .Command($"SELECT \"{column.Owner}\", \"{column.Column}\" FROM \"{column.Table}\"");
                await using var rows = await command.ExecuteReaderAsync(TestContext.Current.CancellationToken);
                var names = new ErasedNames(["Zoë Müllerin"], true, Pages);
                while (await rows.ReadAsync(TestContext.Current.CancellationToken))
                {
                    if (!rows.IsDBNull(1) && column.Mend!(rows.GetValue(1), $"{rows.GetValue(0)}", names) is not null)
                        searched.Add($"{column.Table}.{column.Column}");
                }
            }
        }

        // The name is in every column that can hold one, so that the test above cannot pass by an empty folder.
        Assert.Equal(
            PersonalRegister.Columns.Where(column => column.Mend is not null).Select(column => $"{column.Table}.{column.Column}").Order(),
            searched.Order()
        );
        Assert.Equal($"{found}", $"{await Erasure.NameAsync("Zoë Müllerin")}");
        Assert.Empty(await FolderBytes.FilesThatHoldAsync(Folder.Path, "Zoë Müllerin"));
        Assert.NotNull(await Printings.FindAsync(folder.Printing));
    }
}
