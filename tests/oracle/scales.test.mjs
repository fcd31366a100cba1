// Every scale type on every tonic, and every signature, against two libraries that know nothing of ours.
import assert from "node:assert/strict";
import { readFileSync } from "node:fs";
import { test } from "node:test";
import teoria from "teoria";
import * as tonal from "@tonaljs/scale";
import { cli } from "../support/commands.mjs";

const scales = JSON.parse(cli("scales", "--json"));
const majors = scales.filter((scale) => scale.type === "major");
const tonalScale = tonal.get ?? tonal.default.get;

// Our id → the name @tonaljs/scale 4.13.4 has for the same notes.
const tonalNames = JSON.parse(readFileSync(new URL("../support/scale-names.json", import.meta.url), "utf8"));

// Where it spells otherwise, only the sound is compared.
const spelledOtherwise = {
  "altered": "it writes 1 b2 #2 3 #4 b6 b7, a chord player's spelling; with seven letters the fourth is b4",
  "whole-tone": "it ends on #6; ours on b7, so that no letter is skipped but one",
  "chromatic": "it has flats throughout; ours sharps going up, or the harmonic form where that needs fewer doubles",
  "enigmatic": "it writes b5 b6 b7 for #4 #5 #6, which leaves letters out",
};

const teoriaNames = {
  "major": "major", "natural-minor": "aeolian", "harmonic-minor": "harmonicminor", "melodic-minor": "melodicminor", "melodic-minor-one-way": "melodicminor",
  "dorian": "dorian", "phrygian": "phrygian", "lydian": "lydian", "mixolydian": "mixolydian", "locrian": "locrian",
  "double-harmonic-major": "doubleharmonic", "major-pentatonic": "majorpentatonic", "minor-pentatonic": "minorpentatonic", "minor-blues": "blues", "whole-tone": "wholetone",
};

const steps = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };
const pitchClass = (name) => ([...name.slice(1)].reduce((sum, sign) => sum + (sign === "#" ? 1 : -1), steps[name[0]]) + 24) % 12;
const sound = (names) => names.map(pitchClass).join(" ");
const upward = (scale) => scale.ascending.slice(0, -1);
const isTriple = (name) => name.length > 3;
const ofTeoria = (tonic, name) => teoria.note(tonic.toLowerCase()).scale(name).notes()
  .map((note) => note.accidental() === undefined ? null : note.name().toUpperCase() + note.accidental().replace("x", "##"));

test("there are 1,271 scales of 62 types, each type on at least 14 tonics", () => {
  assert.equal(scales.length, 1271);
  const types = Map.groupBy ? Map.groupBy(scales, (scale) => scale.type) : scales.reduce((map, scale) => map.set(scale.type, [...(map.get(scale.type) ?? []), scale]), new Map());
  assert.equal(types.size, 62);
  for (const [type, ofType] of types) assert.ok(ofType.length >= 14, type);
});

test("there are 21 major scales, 15 of them with a signature", () => {
  assert.equal(majors.length, 21);
  assert.equal(majors.filter((scale) => scale.signature !== null).length, 15);
});

test("@tonaljs/scale 4.13.4 spells every scale it knows as we do, the named differences apart", (t) => {
  let compared = 0;
  for (const scale of scales.filter(({ type }) => type in tonalNames)) {
    const theirs = tonalScale(`${scale.tonic} ${tonalNames[scale.type]}`).notes;
    if (scale.type in spelledOtherwise) {
      assert.equal(sound(upward(scale)), sound(theirs), `${scale.tonic} ${scale.type}`);
    } else {
      assert.deepEqual(upward(scale), theirs, `${scale.tonic} ${scale.type}`);
      compared++;
    }
  }
  t.diagnostic(`note: @tonaljs/scale: ${compared} scales spelled alike, ${Object.keys(spelledOtherwise).length} types spelled otherwise, ${62 - Object.keys(tonalNames).length} types it does not know`);
});

test("each named difference is needed", () => {
  for (const type of Object.keys(spelledOtherwise)) {
    const scale = scales.find((candidate) => candidate.type === type && candidate.tonic === "C");
    assert.notDeepEqual(upward(scale), tonalScale(`C ${tonalNames[type]}`).notes, type);
  }
});

test("what we refuse to write would need a triple accidental there too", () => {
  const written = new Set(scales.map(({ type, tonic }) => `${type} ${tonic}`));
  const tonics = new Set(scales.map(({ tonic }) => tonic));
  for (const type of Object.keys(tonalNames).filter((name) => !(name in spelledOtherwise))) {
    for (const tonic of tonics) {
      if (written.has(`${type} ${tonic}`)) continue;
      assert.ok(tonalScale(`${tonic} ${tonalNames[type]}`).notes.some(isTriple), `${tonic} ${type}`);
    }
  }
});

test("teoria spells every scale it knows as we do", (t) => {
  let compared = 0;
  for (const scale of scales.filter(({ type }) => type in teoriaNames)) {
    const theirs = ofTeoria(scale.tonic, teoriaNames[scale.type]);
    // It ends the whole tone scale on #6, and has no name for the triple sharps that takes on some tonics.
    if (scale.type === "whole-tone") assert.equal(sound(upward(scale).filter((_, i) => theirs[i])), sound(theirs.filter((name) => name)), scale.tonic);
    else assert.deepEqual(upward(scale), theirs, `${scale.tonic} ${scale.type}`);
    compared++;
  }
  t.diagnostic(`note: teoria: ${compared} scales`);
});

test("the altered notes of each major and natural minor are as many as its signature has", () => {
  const keys = scales.filter(({ type, signature }) => (type === "major" || type === "natural-minor") && signature !== null);
  assert.equal(keys.length, 30);
  for (const scale of keys) {
    const theirs = tonalScale(`${scale.tonic} ${tonalNames[scale.type]}`).notes.filter((note) => note.length > 1);
    assert.equal(theirs.length, Math.abs(scale.signature));
    assert.ok(theirs.every((note) => note[1] === (scale.signature > 0 ? "#" : "b")));
  }
});

test("steps and degrees describe the notes beside them", () => {
  for (const scale of scales) {
    const both = [[scale.ascending, scale.steps, 1], [scale.descending, scale.stepsDescending, -1]];
    for (const [notes, list, sign] of both) {
      assert.deepEqual(list, notes.slice(1).map((note, i) => (sign * (pitchClass(note) - pitchClass(notes[i])) + 12) % 12), `${scale.tonic} ${scale.type}`);
    }
    assert.equal(scale.degrees.length, scale.ascending.length - 1);
    assert.equal(scale.degreesDescending.length, scale.descending.length - 1);
    const major = majors.find(({ tonic }) => tonic === scale.tonic);
    for (const [degrees, notes] of [[scale.degrees, scale.ascending], [scale.degreesDescending, scale.descending]]) {
      degrees.forEach((degree, i) => {
        const natural = major.ascending[Number(degree.at(-1)) - 1];
        assert.equal(notes[i][0], natural[0], `${scale.tonic} ${scale.type}`);
        const shift = [...degree.slice(0, -1)].reduce((sum, sign) => sum + (sign === "#" ? 1 : -1), 0);
        assert.equal(pitchClass(notes[i]), (pitchClass(natural) + shift + 12) % 12);
      });
    }
  }
});
