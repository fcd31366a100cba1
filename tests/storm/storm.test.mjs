// The short form of bench/storm.mjs: crowds, floods, restores under edits, a locked database, a full disk.
import assert from "node:assert/strict";
import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { test } from "node:test";
import { root } from "../support/commands.mjs";

test("attacks and crowds bring no 500, no loss and no wait beyond the limits", () => {
  const storm = spawnSync("node", [join(root, "bench/storm.mjs"), "short"], { encoding: "utf8", maxBuffer: 1 << 26 });
  assert.equal(storm.status, 0, storm.stdout + storm.stderr);
});
