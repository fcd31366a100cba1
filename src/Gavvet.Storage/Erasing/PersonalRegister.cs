using System.Collections.Immutable;
using System.Text.RegularExpressions;

namespace Gavvet.Storage;

/// <summary>A column of the database, and what of a person it can hold.</summary>
/// <param name="Table">The table.</param>
/// <param name="Column">The column.</param>
/// <param name="Place">What a find in it is counted as.</param>
/// <param name="Owner">The column that says whose it is, so that several finds of one owner count once.</param>
/// <param name="Mend">Gives a value without the names, or null where they are not in it; null where no person's words can be.</param>
internal sealed record PersonalColumn(string Table, string Column, PersonalPlace Place, string Owner, Mender? Mend)
{
    /// <summary>Whether its values are sentences or names, to be read as they are.</summary>
    public bool IsPlain => Mend == Menders.AboutPeople || Mend == Menders.AboutMusic || Mend == Menders.Printed;
}

/// <summary>A setting, and what of a person it can hold.</summary>
/// <param name="Beginning">How its name begins; an id may follow.</param>
/// <param name="Place">What a find in it is counted as.</param>
/// <param name="Mend">Gives a value without the names, or null where they are not in it; null where no person's words can be.</param>
internal sealed record PersonalSetting(string Beginning, PersonalPlace Place, Mender? Mend);

/// <summary>How an erasure treats a kept file.</summary>
internal enum FileTreatment
{
    /// <summary>It can hold no one's words.</summary>
    Nothing,

    /// <summary>It is a database of ours, and is mended as the live one is.</summary>
    Mended,

    /// <summary>It cannot be opened as ours, so it goes whole.</summary>
    Deleted,

    /// <summary>It is there only while something is done, and no longer.</summary>
    Passing,
}

/// <summary>A file the program keeps in the data folder.</summary>
/// <param name="Pattern">Its path in the folder, with * and ? for what varies.</param>
/// <param name="Treatment">How an erasure treats it.</param>
internal sealed record KeptFile(string Pattern, FileTreatment Treatment);

/// <summary>
/// Every place where a person's words, or words about a person, can be kept. What is persisted anew has its row here:
/// <c>PersonalRegisterTests</c> compares the columns with the database, the settings with those that are set, and the files
/// with a folder in which everything was done.
/// </summary>
internal static partial class PersonalRegister
{
    /// <summary>The columns, in the order they are mended: a printing's record says what its pages and files hold.</summary>
    public static ImmutableArray<PersonalColumn> Columns { get; } =
    [
        .. Nothing("Classes", "Id IsArchived MadeAt"),
        new("Classes", "Name", PersonalPlace.Class, "Id", Menders.AboutPeople),
        new("Classes", "Book", PersonalPlace.Class, "Id", Menders.Book),
        // The name is the student's own row, which goes or stays whole.
        .. Nothing("Students", "Id ClassId Name Place Part Clef IsLarge SeatRow SeatNumber AwayOn LeftOn"),
        .. Nothing("Copies", "PrintingId Number StudentId Items WrittenOn IsExcused Total TotalOf"),
        .. Nothing("Markings", "Id PrintingId Copy Item StudentId Undoes Verdict Marks Of IsByHand Group Type Tonic Sounds MadeAt"),
        new("Markings", "Remark", PersonalPlace.Remark, "Id", Menders.AboutPeople),
        new("Markings", "Written", PersonalPlace.Answer, "Id", Menders.Printed),
        new("Markings", "Findings", PersonalPlace.Answer, "Id", Menders.Findings),
        .. Nothing("Practices", "Id Code SheetId ClassId Rules OpensAt ClosesAt MadeAt ReleasedAt"),
        new("Practices", "Title", PersonalPlace.Practice, "Id", Menders.AboutMusic),
        new("Practices", "Body", PersonalPlace.Practice, "Id", Menders.SheetBody),
        // A seat goes with its student, and what was done on it with the seat.
        .. Nothing("PracticeSeats", "Id PracticeId StudentId Number Code Chance Part StartedAt DrawnOn"),
        new("PracticeSeats", "Body", PersonalPlace.Practice, "Id", Menders.SheetBody),
        .. Nothing("PracticeTries", "Id SeatId Token Question Doing Verdict Marks Of Asked Load MadeAt"),
        new("PracticeTries", "Written", PersonalPlace.Answer, "Id", Menders.Printed),
        new("PracticeTries", "Findings", PersonalPlace.Answer, "Id", Menders.Findings),
        .. Nothing("Sentences", "Id PrintingId"),
        new("Sentences", "Said", PersonalPlace.Remark, "Id", Menders.Printed),
        new("Sentences", "Instead", PersonalPlace.Remark, "Id", Menders.AboutPeople),
        .. Nothing("Printings", "Id SheetId RevisionId MadeAt ClassId ReturnedAt WrittenOn Weight IsSetAside"),
        new("Printings", "PackedRecord", PersonalPlace.Printing, "Id", Menders.Record),
        new("Printings", "Title", PersonalPlace.Printing, "Id", Menders.AboutMusic),
        new("Printings", "Words", PersonalPlace.Printing, "Id", Menders.AboutMusic),
        .. Nothing("PrintedPages", "Code PrintingId Pile Number"),
        new("PrintedPages", "Sides", PersonalPlace.Printing, "PrintingId", Menders.Sides),
        new("PrintedPages", "Edition", PersonalPlace.Printing, "PrintingId", Menders.Labels),
        // A pile is named for its version and part; its bytes are made again from its pages, see PrintedPiles.
        .. Nothing("PrintedFiles", "Id PrintingId Name PageCount IsKey Bytes"),
        new("PrintedFiles", "Title", PersonalPlace.Printing, "PrintingId", Menders.Labels),
        .. Nothing("ReturnedPages", "Id PrintingId Copy Kind Number NamePlace"),
        new("ReturnedPages", "Page", PersonalPlace.GivenBack, "PrintingId", Menders.Page),
        // A picture of a paper goes with its student, and those that are nobody's yet with any student of the printing.
        .. Nothing("Scans", "Id PrintingId Copy Page State IsShown Off Digest Picture Readings MadeAt"),
        .. Nothing("Revisions", "Id SheetId ParentId Typing MadeAt"),
        new("Revisions", "Title", PersonalPlace.Sheet, "SheetId", Menders.AboutMusic),
        new("Revisions", "Body", PersonalPlace.Sheet, "SheetId", Menders.SheetBody),
        .. Nothing("Sheets", "Id HeadId ChangedAt DeletedAt"),
        new("Sheets", "Words", PersonalPlace.Sheet, "Id", Menders.AboutMusic),
        .. Nothing("RestorePoints", "Id SheetId RevisionId MadeAt"),
        new("RestorePoints", "Name", PersonalPlace.Sheet, "SheetId", Menders.AboutMusic),
        .. Nothing("Library", "Id KeptAt DeletedAt"),
        new("Library", "Name", PersonalPlace.Section, "Id", Menders.AboutMusic),
        new("Library", "Body", PersonalPlace.Section, "Id", Menders.SheetBody),
        // A style's file has choices alone.
        .. Nothing("Styles", "Id Body"),
        new("Styles", "Name", PersonalPlace.Style, "Id", Menders.AboutMusic),
        // A setting is named by the program and the ids of rows; its value is mended by its own row below.
        .. Nothing("Settings", "Name"),
        new("Settings", "Value", PersonalPlace.LargePrintList, "Name", Menders.Setting),
    ];

    /// <summary>The settings there are; none is kept under another name.</summary>
    public static ImmutableArray<PersonalSetting> Settings { get; } =
    [
        new(SettingNames.Epoch, PersonalPlace.LargePrintList, null),
        new(SettingNames.StyleOfNewSheets, PersonalPlace.Style, null),
        new(SettingNames.TimeZone, PersonalPlace.Style, null),
        new(SettingNames.ScanDays, PersonalPlace.Style, null),
        new(SettingNames.LargePrint, PersonalPlace.LargePrintList, Menders.LargePrintList),
        new(SettingNames.Plan, PersonalPlace.Plan, Menders.Plan),
        new(SettingNames.PlanBefore, PersonalPlace.Plan, Menders.Plan),
    ];

    /// <summary>The files of the data folder.</summary>
    public static ImmutableArray<KeptFile> Files { get; } =
    [
        new("gavvet.db", FileTreatment.Mended),
        // The log of the last changes, cut after every erasure, and its index.
        new("gavvet.db-wal", FileTreatment.Mended),
        new("gavvet.db-shm", FileTreatment.Nothing),
        new("copies/????-??-??.gavvet", FileTreatment.Mended),
        new("before-restore-*.gavvet", FileTreatment.Mended),
        new("temporary/staged-*", FileTreatment.Mended),
        new("damaged-*", FileTreatment.Deleted),
        new("gavvet.db.before-*", FileTreatment.Deleted),
        new("gavvet.db.migrating", FileTreatment.Passing),
        new("*.half*", FileTreatment.Passing),
        new("copies/*.half*", FileTreatment.Passing),
        new("temporary/*", FileTreatment.Passing),
        // What is being erased, until it is.
        new(ErasureNote.FileName, FileTreatment.Passing),
        // Who may sign in, browsers that are, and who came: the teacher's own, without a name.
        new("people.db*", FileTreatment.Nothing),
        new("audit*.log", FileTreatment.Nothing),
        new("keys/*", FileTreatment.Nothing),
        new("in-use", FileTreatment.Nothing),
        new("running", FileTreatment.Nothing),
        new("damage-seen", FileTreatment.Nothing),
    ];

    /// <summary>The row of a setting, or null where none is known by that name.</summary>
    /// <param name="name">Its name.</param>
    public static PersonalSetting? SettingOf(string name) =>
        Settings.FirstOrDefault(setting =>
            setting.Beginning.EndsWith(' ') ? name.StartsWith(setting.Beginning, StringComparison.Ordinal) : name == setting.Beginning
        );

    /// <summary>The row of a file, or null where none is known at that path.</summary>
    /// <param name="path">Its path in the data folder.</param>
    public static KeptFile? FileOf(string path) =>
        Files.FirstOrDefault(file =>
            Regex.IsMatch(
                path,
                $"^{Regex.Escape(file.Pattern).Replace("\\*", "[^/]*", StringComparison.Ordinal).Replace("\\?", "[^/]", StringComparison.Ordinal)}$"
            )
        );

    private static IEnumerable<PersonalColumn> Nothing(string table, string columns) =>
        columns.Split(' ').Select(column => new PersonalColumn(table, column, default, "", null));
}

/// <summary>The names settings are kept under.</summary>
internal static class SettingNames
{
    /// <summary>How often everything was replaced by a restore.</summary>
    public const string Epoch = "epoch";

    /// <summary>The house style of new sheets.</summary>
    public const string StyleOfNewSheets = "house-style";

    /// <summary>The school's time zone.</summary>
    public const string TimeZone = "time-zone";

    /// <summary>Days that scans are kept after papers were handed back.</summary>
    public const string ScanDays = "scan-days";

    /// <summary>Students who get a sheet in large print; the sheet's id follows.</summary>
    public const string LargePrint = "large-print ";

    /// <summary>The plan of a class; its id follows.</summary>
    public const string Plan = "plan ";

    /// <summary>The plan of a class before its last change; its id follows.</summary>
    public const string PlanBefore = "plan-before ";
}
