// What bench/mutants.mjs plants must still be planted somewhere: code moves, and a fault that finds no place tests nothing.
import assert from "node:assert/strict";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { test } from "node:test";
import { named } from "../../bench/faults.mjs";
import { root } from "../support/commands.mjs";

for (const [words, [file, stands, instead]] of Object.entries(named)) {
  test(`the fault “${words}” finds its place`, () => {
    const text = readFileSync(join(root, file), "utf8");
    assert.ok(text.includes(stands), `${file} does not hold ${stands}`);
    assert.notEqual(text.replace(stands, instead), text);
  });
}
