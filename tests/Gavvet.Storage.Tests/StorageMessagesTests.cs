using Microsoft.Data.Sqlite;

namespace Gavvet.Storage.Tests;

/// <summary>What is said when the database cannot do what was asked.</summary>
public class StorageMessagesTests
{
    [Theory]
    [InlineData(13, "disk is full")]
    [InlineData(5, "Another program holds")]
    [InlineData(11, "is damaged")]
    [InlineData(8, "cannot be written")]
    [InlineData(10, "did not answer")]
    [InlineData(1, "could not do this")]
    public void Failures_of_theDatabase_have_words(int code, string words) =>
        Assert.Contains(
            words,
            StorageMessages.Of(new InvalidOperationException("outer", new SqliteException("inner", code))),
            StringComparison.Ordinal
        );

    [Fact]
    public void Other_failures_have_none() => Assert.Null(StorageMessages.Of(new InvalidOperationException("other")));
}
