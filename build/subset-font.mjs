// Makes the part of a text face that most pages need: Latin letters, figures and punctuation, without hints. Glyphs keep
// their numbers, so that text shaped with the whole face can be drawn with the part. node subset-font.mjs IN OUT
import { readFileSync, writeFileSync } from "node:fs";
import { fileURLToPath } from "node:url";

const [input, output] = process.argv.slice(2);
// The same ranges as TextFace.IsCommon.
const ranges = [[0x20, 0x17f], [0x2010, 0x2030]];
const noHinting = 0x1, retainGlyphIds = 0x2, unicodeSet = 1, dropTables = 3;

const wasm = fileURLToPath(import.meta.resolve("harfbuzzjs/dist/harfbuzz-subset.wasm"));
const { exports: hb } = await WebAssembly.instantiate(await WebAssembly.compile(readFileSync(wasm)));
hb._initialize();
const font = readFileSync(input);
const address = hb.malloc(font.length);
new Uint8Array(hb.memory.buffer).set(font, address);
const blob = hb.hb_blob_create(address, font.length, 2, 0, 0);
const face = hb.hb_face_create(blob, 0);
const wanted = hb.hb_subset_input_create_or_fail();
hb.hb_subset_input_set_flags(wanted, noHinting | retainGlyphIds);
const characters = hb.hb_subset_input_unicode_set(wanted);
for (const [first, last] of ranges) for (let code = first; code <= last; code += 1) hb.hb_set_add(characters, code);
const tables = hb.hb_subset_input_set(wanted, dropTables);
for (const tag of ["GPOS", "GDEF", "kern", "DSIG", "STAT"]) hb.hb_set_add(tables, [...tag].reduce((sum, sign) => sum * 256 + sign.charCodeAt(0), 0));
const part = hb.hb_subset_or_fail(face, wanted);
if (part === 0) {
  console.error(`${input}: error: the face cannot be cut down`);
  process.exit(1);
}
const made = hb.hb_face_reference_blob(part);
const data = hb.hb_blob_get_data(made, 0);
writeFileSync(output, Buffer.from(hb.memory.buffer, data, hb.hb_blob_get_length(made)));
