using System.Net;

namespace Gavvet.Web.Tests;

/// <summary>The atlas and the check screen, asked in the ways a stranger might.</summary>
public sealed class AtlasTests : IAsyncLifetime
{
    private Visitor _visitor = null!;

    public async ValueTask InitializeAsync() => _visitor = await Visitor.ArriveAsync();

    public ValueTask DisposeAsync() => _visitor.DisposeAsync();

    [Theory]
    [InlineData("/atlas")]
    [InlineData("/atlas/dorian/Bb?style=jazz&clef=tenor")]
    [InlineData("/atlas/1-2-b3-%234-5/D")]
    [InlineData("/atlas/nothing/Q")]
    [InlineData("/atlas?q=%3Cscript%3Ealert(1)%3C/script%3E")]
    [InlineData("/atlas?handler=Found&q=%22%3E%3Cimg%20src=x%3E")]
    [InlineData("/atlas/dorian/C?style=%3Cb%3E&clef=%3Cb%3E")]
    [InlineData("/check")]
    [InlineData("/check?type=%3Cb%3E&tonic=%3Cb%3E&direction=x&part=x&style=x&clef=x&signature=99&scheme=x&answer=%3Cscript%3E")]
    [InlineData("/check?handler=Judged&answer=%3Cscript%3E")]
    [InlineData("/check?type=altered&tonic=Fb&answer=F")]
    public async Task Any_address_is_answered_and_what_was_typed_is_encoded(string address)
    {
        var (answer, page) = await _visitor.GetAsync(address);
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        Assert.DoesNotContain("<script>alert", page, StringComparison.Ordinal);
        Assert.DoesNotContain("<img src=x", page, StringComparison.Ordinal);
        Assert.DoesNotContain("“<b>”", page, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("/atlas/none/C/handout.pdf", HttpStatusCode.NotFound)]
    [InlineData("/atlas/altered/Fb/handout.pdf", HttpStatusCode.NotFound)]
    [InlineData("/atlas/minor-blues/C/handout.pdf?paper=letter", HttpStatusCode.OK)]
    [InlineData("/atlas/minor-blues/C/scale.mid", HttpStatusCode.OK)]
    [InlineData("/atlas/none/C/scale.mid", HttpStatusCode.NotFound)]
    [InlineData("/atlas?handler=Go&type=none&tonic=C", HttpStatusCode.NotFound)]
    public async Task Handouts_are_given_for_scales_there_are(string address, HttpStatusCode status) =>
        Assert.Equal(status, (await _visitor.GetAsync(address)).Response.StatusCode);
}
