namespace Gavvet.Storage.Tests;

/// <summary>Scanned pages: each kept once, the best shown, and gone with whose they are.</summary>
public sealed class ScanStoreTests : OnFolder
{
    private ScanStore Store => new(Data, Clock);

    private static NewScan Scan(string printing, int? copy, int off, string digest, ScanState state = ScanState.Laid) =>
        new(printing, copy, copy is null ? null : 0, state, off, digest, [1, 2, 3], [new ScanReading(1, true)]);

    [Fact]
    public async Task The_same_picture_is_kept_once_and_of_a_page_the_one_that_lies_best_is_shown()
    {
        var folder = await NamedFolder.FillAsync(Data, Clock, "Mia", "Strings");
        Assert.True(await Store.AddAsync(Scan(folder.Printing, 1, 200, "a")));
        Assert.False(await Store.AddAsync(Scan(folder.Printing, 1, 200, "a")));
        Assert.True(await Store.AddAsync(Scan(folder.Printing, 1, 100, "b")));
        Assert.True(await Store.AddAsync(Scan(folder.Printing, 1, 0, "c", ScanState.NotLaid)));
        Assert.False(await Store.AddAsync(Scan("nowhere", 1, 0, "d")));
        var all = await Store.ListAsync(folder.Printing);
        Assert.Equal(3, all.Count);
        var shown = Assert.Single(all, scan => scan.IsShown);
        Assert.Equal(ScanState.Laid, shown.State);
        Assert.Equal([new ScanReading(1, true)], shown.Readings);
        Assert.Equal([1, 2, 3], (await Store.PictureAsync(folder.Printing, shown.Id))!);
        Assert.Null(await Store.PictureAsync(folder.Large, shown.Id));
        // The next best takes its place.
        Assert.True(await Store.DeleteAsync(folder.Printing, shown.Id));
        Assert.False(await Store.DeleteAsync(folder.Large, all[0].Id));
        Assert.Equal(ScanState.Laid, Assert.Single(await Store.ListAsync(folder.Printing), scan => scan.IsShown).State);
    }

    [Fact]
    public async Task An_unknown_page_is_named_and_old_ones_go()
    {
        var folder = await NamedFolder.FillAsync(Data, Clock, "Mia", "Strings");
        await Store.AddAsync(Scan(folder.Printing, null, 0, "a", ScanState.Unknown));
        var unknown = Assert.Single(await Store.ListAsync(folder.Printing));
        Assert.Equal((null, false), (unknown.Copy, unknown.IsShown));
        Assert.True(await Store.NameAsync(unknown.Id, Scan(folder.Printing, 2, 0, "", ScanState.NotLaid)));
        var named = Assert.Single(await Store.ListAsync(folder.Printing));
        Assert.Equal((2, true, ScanState.NotLaid), (named.Copy, named.IsShown, named.State));
        Assert.Equal(0, await Store.ClearAsync(ScanStore.UsualDays));
        Clock.Pass(TimeSpan.FromDays(ScanStore.UsualDays + 1));
        Assert.Equal(1, await Store.ClearAsync(ScanStore.UsualDays));
    }

    [Fact]
    public async Task A_students_pictures_go_with_the_name_and_so_do_those_nobody_knows()
    {
        const string name = "Mirabel Quince";
        var folder = await NamedFolder.FillAsync(Data, Clock, name, "Strings");
        await Store.AddAsync(Scan(folder.Printing, 1, 10, "own"));
        await Store.AddAsync(Scan(folder.Printing, 2, 10, "another"));
        await Store.AddAsync(Scan(folder.Printing, null, 0, "unknown", ScanState.Unknown));
        await Erasure.StudentAsync(folder.Student);
        Assert.Equal([2], (await Store.ListAsync(folder.Printing)).Select(scan => scan.Copy));
        // With the class all go, a spare's as well.
        await Store.AddAsync(Scan(folder.Printing, 3, 10, "spare"));
        await Erasure.ClassAsync(folder.Class);
        Assert.Empty(await Store.ListAsync(folder.Printing));
    }
}
