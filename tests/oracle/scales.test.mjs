// Every major scale and signature against two libraries that know nothing of ours.
import assert from "node:assert/strict";
import { test } from "node:test";
import teoria from "teoria";
import * as tonal from "@tonaljs/scale";
import { cli } from "../support/commands.mjs";

const scales = JSON.parse(cli("scales", "--json"));
const majors = scales.filter((scale) => scale.type === "major");
const tonalScale = tonal.get ?? tonal.default.get;

test("there are 21 major scales, 15 of them with a signature", () => {
  assert.equal(majors.length, 21);
  assert.equal(majors.filter((scale) => scale.signature !== null).length, 15);
});

test("@tonaljs/scale 4.13.4 spells every major scale as we do", () => {
  for (const scale of majors) {
    assert.deepEqual(scale.ascending.slice(0, 7), tonalScale(`${scale.tonic} major`).notes, scale.tonic);
  }
});

test("teoria spells every major scale as we do", () => {
  for (const scale of majors) {
    const theirs = teoria.note(scale.tonic.toLowerCase()).scale("major").notes()
      .map((note) => note.name().toUpperCase() + note.accidental().replace("x", "##"));
    assert.deepEqual(scale.ascending.slice(0, 7), theirs, scale.tonic);
  }
});

test("the altered notes of each scale are as many as its signature has", () => {
  for (const scale of majors.filter(({ signature }) => signature !== null)) {
    const theirs = tonalScale(`${scale.tonic} major`).notes.filter((note) => note.length > 1);
    assert.equal(theirs.length, Math.abs(scale.signature));
    assert.ok(theirs.every((note) => note[1] === (scale.signature > 0 ? "#" : "b")));
  }
});
