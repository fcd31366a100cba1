namespace Gavvet.Printing.Tests;

/// <summary>A class that writes in one key, or one that sounds in one.</summary>
public class SameKeysTests
{
    private static readonly string[] Parts = ["concert-treble", "clarinet", "alto-sax", "horn"];

    private static (NoteName Written, NoteName Sounds)[] Asked(bool same)
    {
        var sheet = SheetFile.Read(
            """{"gavvet":1,"seed":5,"title":"Keys","sections":[{"kind":"write-scale","keys":{"flats":1,"sharps":2},"clefs":["treble"],"count":4}]}"""
        );
        var plan = PrintPlan.Of(
            sheet,
            new PrintChoices([], 7, "")
            {
                SameWrittenKeys = same,
                Class = "Hazelmoor winds",
                Copies = [.. Parts.Select((part, i) => new PrintedCopy($"{i}", 0, Instrument.Parse(part), null, false))],
            }
        );
        var made = FrozenPrinting.Of(plan, QuestionCatalogue.Standard, PrintPace.Fast);
        var record = PrintingRecord.Read(made.Record.Write());
        return [.. record.Copies.SelectMany(copy => record.ItemsOf(copy)).Select(item => (item.What.Tonic, item.What.Sounding.Tonic))];
    }

    [Fact]
    public void Parts_write_one_key_or_sound_one_key_and_the_record_knows_both()
    {
        foreach (var same in new[] { true, false })
        {
            var asked = Asked(same).Chunk(4).ToArray();
            Assert.Equal(Parts.Length, asked.Length);
            for (var i = 0; i < Parts.Length; i++)
            {
                Assert.Equal(
                    asked[0].Select(one => same ? one.Written : one.Sounds),
                    asked[i].Select(one => same ? one.Written : one.Sounds)
                );
                // By the interval of the part, counted in half steps.
                var part = Instrument.Parse(Parts[i]);
                var up = part.IsWrittenAbove ? part.WrittenInterval.Semitones : -part.WrittenInterval.Semitones;
                Assert.All(asked[i], one => Assert.Equal(one.Written.PitchClass, (one.Sounds.PitchClass + up + 24) % 12));
            }

            Assert.NotEqual(
                asked[0].Select(one => same ? one.Sounds : one.Written),
                asked[1].Select(one => same ? one.Sounds : one.Written)
            );
        }
    }
}
