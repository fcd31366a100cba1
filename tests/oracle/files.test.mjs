// Files the program writes, read back by libraries that know nothing of it: MusicXML by verovio, scales by @tonaljs/scale.
import assert from "node:assert/strict";
import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { after, before, test } from "node:test";
import * as tonal from "@tonaljs/scale";
import createVerovioModule from "verovio/wasm";
import { VerovioToolkit } from "verovio/esm";
import { cli, temporaryFolder } from "../support/commands.mjs";

const recipe = {
  gavvet: 1, title: "Read back", seed: 21, versions: 2,
  sections: [
    { kind: "write-scale", count: 12, scales: ["major", "natural-minor", "harmonic-minor", "dorian", "phrygian", "lydian"], clefs: ["treble", "bass", "alto", "tenor", "treble-8"], direction: "up-down" },
    { kind: "write-scale", count: 8, scales: ["major", "natural-minor", "harmonic-minor", "melodic-minor"], clefs: ["treble", "bass", "alto", "tenor"], writeWith: "signature", octaves: 2 },
    { kind: "write-scale", count: 8, scales: ["minor-blues", "double-harmonic-major", "hungarian-minor", "minor-pentatonic"], clefs: ["treble", "bass"] },
    { kind: "write-signature", count: 8, scales: ["major", "natural-minor"], clefs: ["treble", "tenor"] },
    { kind: "convert-form", count: 4, scales: ["harmonic-minor"], clefs: ["treble"] },
  ],
};

const toolkit = new VerovioToolkit(await createVerovioModule());
const names = JSON.parse(readFileSync(new URL("../support/scale-names.json", import.meta.url), "utf8"));
const getScale = tonal.get ?? tonal.default.get;
const folder = temporaryFolder();
let items;

before(() => {
  const file = join(folder.path, "recipe.json");
  writeFileSync(file, JSON.stringify(recipe));
  cli("make", file, "--out", folder.path, "--formats", "musicxml,mxl,json", "--key", "short");
  items = JSON.parse(readFileSync(join(folder.path, "items.json"), "utf8"));
});

after(() => folder.remove());

// Verovio's MEI: measures with, for each staff, its signature and its notes; an accidental that sounds is said or written.
const measuresOf = (mei) => {
  const alteration = { s: 1, f: -1, x: 2, ss: 2, ff: -2, n: 0 };
  const bars = [...mei.matchAll(/<measure\b[^]*?<\/measure>/g)].map((match) => match[0]);
  return bars.map((bar) => [...bar.matchAll(/<staff\b[^>]*\bn="(\d+)"[^]*?<\/staff>/g)].map((staff) => [...staff[0].matchAll(/<note\b([^>]*?)(\/>|>([^]*?)<\/note>)/g)].map((note) => {
    const text = note[1] + (note[3] ?? "");
    const sign = text.match(/accid(?:\.ges)?="(\w+)"/)?.[1] ?? "n";
    return `${text.match(/pname="(\w)"/)[1].toUpperCase()}${{ "-2": "bb", "-1": "b", 0: "", 1: "#", 2: "##" }[alteration[sign]]}`;
  })));
};

const staffItems = (edition) => edition.items.flatMap((item) => item.kind === "convert-form" ? [null, item] : [item]);
const written = (item) => {
  const up = item.answer.ascending, down = item.answer.descending;
  const many = (line) => Array.from({ length: item.ask.octaves }, (_, i) => (i === 0 ? line : line.slice(1))).flat();
  return up && down ? [...many(up), ...many(down).slice(1)] : many(up ?? down);
};

for (const format of ["musicxml", "mxl"]) {
  test(`verovio reads the notes of key.${format} as they are in items.json`, () => {
    const file = readFileSync(join(folder.path, `key.${format}`));
    const isRead = format === "mxl" ? toolkit.loadZipDataBase64(file.toString("base64")) : toolkit.loadData(file.toString("utf8"));
    assert.ok(isRead);
    const bars = measuresOf(toolkit.getMEI());
    assert.equal(bars.length, staffItems(items.versions[0]).length);
    let compared = 0;
    for (const [version, edition] of items.versions.entries()) {
      for (const [bar, item] of staffItems(edition).entries()) {
        if (!item?.answer.ascending && !item?.answer.descending) continue;
        assert.deepEqual(bars[bar][version], written(item), `${edition.version} ${item.number}`);
        compared += 1;
      }
    }
    assert.equal(compared, 64);
  });
}

test("verovio reads the signatures of key.musicxml as the program's own key command has them", () => {
  toolkit.loadData(readFileSync(join(folder.path, "key.musicxml"), "utf8"));
  const xml = readFileSync(join(folder.path, "key.musicxml"), "utf8");
  const first = xml.slice(xml.indexOf('<part id="P1"'), xml.indexOf('<part id="P2"'));
  const fifths = [...first.matchAll(/<fifths>(-?\d+)<\/fifths>/g)].map((match) => Number(match[1]));
  const mei = toolkit.getMEI();
  const items1 = staffItems(items.versions[0]);
  let compared = 0;
  for (const [bar, item] of items1.entries()) {
    if (item?.kind !== "write-signature") continue;
    const key = `${item.ask.tonic}${item.ask.type === "major" ? "" : "m"}`;
    assert.equal(fifths[bar], JSON.parse(cli("key", key, "--json")).signature, key);
    compared += 1;
  }
  assert.equal(compared, 8);
  // Signatures that verovio took over: as many changes as it was given, each of them a whole signature.
  const read = [...mei.matchAll(/<keySig\b[^>]*\bsig="(\d[sf]?)"/g)].map((match) => match[1]);
  const expected = new Set(fifths.map((count) => (count === 0 ? "0" : `${Math.abs(count)}${count > 0 ? "s" : "f"}`)));
  for (const signature of expected) assert.ok(read.includes(signature), `no signature ${signature} in ${[...new Set(read)]}`);
});

test("the student's file has no note of an answer", () => {
  const xml = readFileSync(join(folder.path, "student.musicxml"), "utf8");
  const notes = xml.match(/<pitch>/g) ?? [];
  // Only the scales that convert-form gives: eight notes each, four questions, two versions.
  assert.equal(notes.length, 64);
});

test("items.json agrees with @tonaljs/scale", (context) => {
  const spelledOtherwise = ["altered", "whole-tone", "chromatic", "enigmatic"];
  let compared = 0;
  for (const item of items.versions.flatMap((edition) => edition.items)) {
    const name = names[item.ask.type];
    if (!item.answer.ascending || !name || spelledOtherwise.includes(item.ask.type)) continue;
    const theirs = getScale(`${item.ask.tonic} ${name}`).notes;
    assert.deepEqual(item.answer.ascending.slice(0, -1), theirs, `${item.ask.tonic} ${name}`);
    compared += 1;
  }
  context.diagnostic(`note: ${compared} written scales of items.json compared with @tonaljs/scale`);
  assert.ok(compared >= 60);
});
