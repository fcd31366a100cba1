using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;

namespace Gavvet.Storage;

/// <summary>The database.</summary>
internal sealed class GavvetDatabase(DbContextOptions<GavvetDatabase> options) : DbContext(options)
{
    public DbSet<SheetRow> Sheets => Set<SheetRow>();

    public DbSet<RevisionRow> Revisions => Set<RevisionRow>();

    public DbSet<RestorePointRow> RestorePoints => Set<RestorePointRow>();

    public DbSet<LibraryRow> Library => Set<LibraryRow>();

    public DbSet<StyleRow> Styles => Set<StyleRow>();

    public DbSet<SettingRow> Settings => Set<SettingRow>();

    public DbSet<PrintingRow> Printings => Set<PrintingRow>();

    public DbSet<PrintedFileRow> PrintedFiles => Set<PrintedFileRow>();

    public DbSet<PrintedPageRow> PrintedPages => Set<PrintedPageRow>();

    public DbSet<ClassRow> Classes => Set<ClassRow>();

    public DbSet<StudentRow> Students => Set<StudentRow>();

    public DbSet<CopyRow> Copies => Set<CopyRow>();

    public DbSet<MarkingRow> Markings => Set<MarkingRow>();

    public DbSet<SentenceRow> Sentences => Set<SentenceRow>();

    public DbSet<ReturnedPageRow> ReturnedPages => Set<ReturnedPageRow>();

    public DbSet<ScanRow> Scans => Set<ScanRow>();

    public DbSet<PracticeRow> Practices => Set<PracticeRow>();

    public DbSet<PracticeSeatRow> PracticeSeats => Set<PracticeSeatRow>();

    public DbSet<PracticeTryRow> PracticeTries => Set<PracticeTryRow>();

    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        modelBuilder.Entity<SheetRow>(sheet =>
        {
            sheet.ToTable("Sheets");
            sheet.HasKey(row => row.Id);
            sheet.HasOne(row => row.Head).WithMany().HasForeignKey(row => row.HeadId).OnDelete(DeleteBehavior.Restrict);
            sheet.HasIndex(row => new { row.DeletedAt, row.ChangedAt });
        });
        modelBuilder.Entity<RevisionRow>(revision =>
        {
            revision.ToTable("Revisions");
            revision.HasKey(row => row.Id);
            revision.HasOne<SheetRow>().WithMany().HasForeignKey(row => row.SheetId).OnDelete(DeleteBehavior.Cascade);
            revision.HasOne<RevisionRow>().WithMany().HasForeignKey(row => row.ParentId).OnDelete(DeleteBehavior.Restrict);
        });
        modelBuilder.Entity<RestorePointRow>(point =>
        {
            point.ToTable("RestorePoints");
            point.HasOne<SheetRow>().WithMany().HasForeignKey(row => row.SheetId).OnDelete(DeleteBehavior.Cascade);
            point.HasOne<RevisionRow>().WithOne().HasForeignKey<RestorePointRow>(row => row.RevisionId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<LibraryRow>().ToTable("Library");
        modelBuilder.Entity<StyleRow>().ToTable("Styles").HasIndex(row => row.Name).IsUnique();
        modelBuilder.Entity<SettingRow>().ToTable("Settings").HasKey(row => row.Name);
        modelBuilder.Entity<PrintingRow>(printing =>
        {
            // A printing outlives its sheet, so no key binds the two.
            printing.ToTable("Printings");
            printing.HasIndex(row => row.SheetId);
            printing.HasIndex(row => row.ClassId);
            printing.HasOne<ClassRow>().WithMany().HasForeignKey(row => row.ClassId).OnDelete(DeleteBehavior.SetNull);
            printing.HasMany(row => row.Copies).WithOne().HasForeignKey(row => row.PrintingId).OnDelete(DeleteBehavior.Cascade);
            printing.HasMany<MarkingRow>().WithOne().HasForeignKey(row => row.PrintingId).OnDelete(DeleteBehavior.Cascade);
            printing.HasMany<SentenceRow>().WithOne().HasForeignKey(row => row.PrintingId).OnDelete(DeleteBehavior.Cascade);
            printing.HasMany<ScanRow>().WithOne().HasForeignKey(row => row.PrintingId).OnDelete(DeleteBehavior.Cascade);
            printing.HasMany<ReturnedPageRow>().WithOne().HasForeignKey(row => row.PrintingId).OnDelete(DeleteBehavior.Cascade);
            printing.HasMany(row => row.Files).WithOne().HasForeignKey(row => row.PrintingId).OnDelete(DeleteBehavior.Cascade);
            printing.HasMany(row => row.Pages).WithOne().HasForeignKey(row => row.PrintingId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<ClassRow>(group =>
        {
            group
                .ToTable("Classes")
                .HasMany(row => row.Students)
                .WithOne()
                .HasForeignKey(row => row.ClassId)
                .OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<StudentRow>().ToTable("Students");
        modelBuilder.Entity<CopyRow>(copy =>
        {
            copy.ToTable("Copies").HasKey(row => new { row.PrintingId, row.Number });
            copy.HasOne<StudentRow>().WithMany().HasForeignKey(row => row.StudentId).OnDelete(DeleteBehavior.SetNull);
        });
        modelBuilder.Entity<MarkingRow>(marking =>
        {
            marking
                .ToTable("Markings")
                .HasIndex(row => new
                {
                    row.PrintingId,
                    row.Copy,
                    row.Item,
                });
            // Whether a marking was taken back is asked of each.
            marking.HasIndex(row => row.Undoes);
            marking.HasOne<StudentRow>().WithMany().HasForeignKey(row => row.StudentId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<PracticeRow>(practice =>
        {
            practice.ToTable("Practices").HasIndex(row => row.Code).IsUnique();
            practice.HasIndex(row => row.ClassId);
            practice.HasOne<ClassRow>().WithMany().HasForeignKey(row => row.ClassId).OnDelete(DeleteBehavior.Cascade);
            practice.HasMany(row => row.Seats).WithOne().HasForeignKey(row => row.PracticeId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<PracticeSeatRow>(seat =>
        {
            seat.ToTable("PracticeSeats").HasIndex(row => row.Code).IsUnique();
            seat.HasIndex(row => new { row.PracticeId, row.StudentId });
            seat.HasOne<StudentRow>().WithMany().HasForeignKey(row => row.StudentId).OnDelete(DeleteBehavior.Cascade);
            seat.HasMany(row => row.Tries).WithOne().HasForeignKey(row => row.SeatId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<PracticeTryRow>().ToTable("PracticeTries").HasIndex(row => new { row.SeatId, row.Token }).IsUnique();
        modelBuilder.Entity<SentenceRow>().ToTable("Sentences").HasIndex(row => new { row.PrintingId, row.Said }).IsUnique();
        modelBuilder
            .Entity<ReturnedPageRow>()
            .ToTable("ReturnedPages")
            .HasIndex(row => new
            {
                row.PrintingId,
                row.Kind,
                row.Copy,
                row.Number,
            })
            .IsUnique();
        modelBuilder
            .Entity<ScanRow>()
            .ToTable("Scans")
            .HasIndex(row => new
            {
                row.PrintingId,
                row.Copy,
                row.Page,
            });
        modelBuilder.Entity<PrintedFileRow>().ToTable("PrintedFiles").HasIndex(row => new { row.PrintingId, row.Name }).IsUnique();
        modelBuilder.Entity<PrintedPageRow>().ToTable("PrintedPages").HasKey(row => row.Code);
    }

    // SQLite cannot order by its text form of a time; whole milliseconds order and index well.
    protected override void ConfigureConventions(ModelConfigurationBuilder configurationBuilder) =>
        configurationBuilder.Properties<DateTimeOffset>().HaveConversion<MillisecondsConverter>();

    private sealed class MillisecondsConverter()
        : ValueConverter<DateTimeOffset, long>(
            time => time.ToUnixTimeMilliseconds(),
            milliseconds => DateTimeOffset.FromUnixTimeMilliseconds(milliseconds)
        );
}

/// <summary>Makes contexts on a database file: foreign keys on, every commit on disk before it is confirmed.</summary>
internal sealed class DatabaseFactory(string path, bool pooled = true) : IDbContextFactory<GavvetDatabase>
{
    private readonly DbContextOptions<GavvetDatabase> _options = Options(path, pooled);

    public GavvetDatabase CreateDbContext() => new(_options);

    private static DbContextOptions<GavvetDatabase> Options(string path, bool pooled)
    {
        var options = new DbContextOptionsBuilder<GavvetDatabase>();
        options.UseDatabaseFile(path, $"Foreign Keys=True;Default Timeout=5;Pooling={pooled}").AddInterceptors(new ConnectionRules());
        return options.Options;
    }
}

/// <summary>Lets the migration tools make a database.</summary>
internal sealed class DesignTimeFactory : IDesignTimeDbContextFactory<GavvetDatabase>
{
    public GavvetDatabase CreateDbContext(string[] args) => new DatabaseFactory("design.db").CreateDbContext();
}
