// Makes a part of a text face, without hints: "common", the Latin letters, figures and punctuation, or "plain", what English
// pages need. Glyphs keep their numbers, so that text shaped with the whole face can be drawn with the part.
// node subset-font.mjs IN OUT PART
import { readFileSync, writeFileSync } from "node:fs";
import { fileURLToPath } from "node:url";

const [input, output, part] = process.argv.slice(2);
// The same ranges as FaceParts.
const ranges = { common: [[0x20, 0x17f], [0x2010, 0x2030]], plain: [[0x20, 0x7e], [0xb7, 0xb7], [0xbd, 0xbd], [0xd7, 0xd7], [0x2013, 0x2014], [0x2018, 0x2019], [0x201c, 0x201d], [0x2026, 0x2026]] }[part];
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
// In plain text no letter is exchanged for another, so what would exchange them, and the letters that would come, can go.
for (const tag of ["GPOS", "GDEF", "kern", "DSIG", "STAT", ...(part === "plain" ? ["GSUB"] : [])]) hb.hb_set_add(tables, [...tag].reduce((sum, sign) => sum * 256 + sign.charCodeAt(0), 0));
const cut = hb.hb_subset_or_fail(face, wanted);
if (cut === 0) {
  console.error(`${input}: error: the face cannot be cut down`);
  process.exit(1);
}
const made = hb.hb_face_reference_blob(cut);
const data = hb.hb_blob_get_data(made, 0);
writeFileSync(output, Buffer.from(hb.memory.buffer, data, hb.hb_blob_get_length(made)));
