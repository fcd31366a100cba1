using Gavvet.Web.Hosting;
using Gavvet.Web.Pages.Listen;

namespace Gavvet.Web.Tests;

/// <summary>The address a handout's code holds: only where a phone reaches it, and short enough to be read.</summary>
public class ListeningTests
{
    private static readonly ServerOptions Reached = ServerOptions.Read(["--data", "x", "--public-address", "https://scales.example"]);

    private static readonly NoteName[] Tonics = [NoteText.Parse("D"), NoteText.Parse("F#")];

    [Fact]
    public void An_address_says_scales_tonics_and_who_reads()
    {
        var clarinet = Instrument.Parse("clarinet");
        Assert.Equal(
            "https://scales.example/listen/major+dorian/D+F%23?part=clarinet",
            Listening.Address(
                Reached,
                [ScaleTypes.Major, ScaleTypes.Get("dorian")],
                Tonics,
                HouseStyle.Classical.Id,
                clarinet.Clef,
                clarinet
            )
        );
        Assert.Equal(
            "https://scales.example/listen/major/D+F%23?clef=bass&style=jazz",
            Listening.Address(Reached, [ScaleTypes.Major], Tonics, "jazz", Clef.Bass)
        );
        Assert.Equal(
            "https://scales.example/listen/major/D+F%23",
            Listening.Address(Reached, [ScaleTypes.Major], Tonics, null, Clef.Treble)
        );
    }

    [Fact]
    public void There_is_none_where_no_phone_reaches_the_server_or_the_code_would_be_too_fine()
    {
        Assert.Null(Listening.Address(ServerOptions.Read(["--data", "x"]), [ScaleTypes.Major], Tonics, null, Clef.Treble));
        Assert.Null(Listening.Address(Reached, ScaleTypes.All, Tonics, null, Clef.Treble));
    }
}
