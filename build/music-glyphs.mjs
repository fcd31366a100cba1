// Takes from the music font's SMuFL metadata what the pages use, and writes it as C#.
// node music-glyphs.mjs LIST METADATA OUT
import { readFileSync, writeFileSync } from "node:fs";

const [list, metadataFile, out] = process.argv.slice(2);
const metadata = JSON.parse(readFileSync(metadataFile, "utf8"));
const thousandths = (spaces) => Math.round(spaces * 1000);
const pascal = (name) => name[0].toUpperCase() + name.slice(1);

const glyphs = readFileSync(list, "utf8")
  .split("\n")
  .filter((line) => line.trim() && !line.startsWith("#"))
  .map((line) => line.trim().split(/\s+/))
  .map(([name, codePoint, readAs]) => {
    const box = metadata.glyphBBoxes[name];
    if (!box) {
      console.error(`${list}: error: the music font has no glyph named ${name}`);
      process.exit(1);
    }
    const [left, bottom] = box.bBoxSW.map(thousandths);
    const [right, top] = box.bBoxNE.map(thousandths);
    return `    public static MusicGlyph ${pascal(name)} { get; } = new("${name}", 0x${codePoint}, ${left}, ${bottom}, ${right}, ${top}, 0x${readAs});`;
  });

const defaults = ["staffLineThickness", "legerLineThickness", "legerLineExtension", "thinBarlineThickness", "thickBarlineThickness", "barlineSeparation", "slurEndpointThickness", "slurMidpointThickness", "stemThickness"].map((name) => {
  if (!(name in metadata.engravingDefaults)) {
    console.error(`${metadataFile}: error: no engraving default ${name}`);
    process.exit(1);
  }
  return `    public const int ${pascal(name)} = ${thousandths(metadata.engravingDefaults[name])};`;
});

writeFileSync(out, `// Written at build from the music font's metadata.
namespace Gavvet.Engraving.Fonts;

public sealed partial record MusicGlyph
{
${glyphs.join("\n")}

    /// <summary>Every sign the program draws.</summary>
    public static System.Collections.Immutable.ImmutableArray<MusicGlyph> All { get; } = [${glyphs.map((line) => line.match(/MusicGlyph (\w+)/)[1]).join(", ")}];
}

/// <summary>The music font's engraving defaults, in thousandths of a staff space.</summary>
public static class EngravingDefaults
{
${defaults.join("\n")}
}
`);
