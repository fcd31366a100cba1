// A class's pile from the copier, marked at the screen with the students' own hands in view.
import assert from "node:assert/strict";
import { readFileSync, readdirSync } from "node:fs";
import { join } from "node:path";
import { test } from "node:test";
import { cli, temporaryFolder } from "../support/commands.mjs";
import { violations } from "../support/server.mjs";
import { suite } from "../support/suite.mjs";

const at = suite();
const names = Array.from({ length: 30 }, (_, i) => `${["Ada", "Bo", "Cléo", "Dag", "Edda", "Fenn"][i % 6]} ${String.fromCharCode(65 + Math.floor(i / 6))}`);
const recipe = { gavvet: 1, seed: 5, title: "Bramblewick quiz", sections: [
  { kind: "write-scale", scales: ["natural-minor", "harmonic-minor"], keys: { flats: 3, sharps: 3 }, clefs: ["treble"], count: 6 },
  { kind: "name-key", keys: { flats: 4, sharps: 4 }, count: 6, answerAs: "choice" }] };

// Every click, and every key that is no part of another.
let pressed = 0;
const press = async (key) => {
  pressed += 1;
  await Promise.all([at.page.waitForNavigation(), at.page.keyboard.press(key)]);
};
const click = (button) => {
  pressed += 1;
  return button.click();
};

test("thirty papers of twelve questions are marked from their scans in under a hundred keys and clicks", async (t) => {
  const folder = temporaryFolder();
  try {
    await at.newClass("Hazelmoor strings 2", names.join("\n"));
    const printing = await at.printFor("Hazelmoor strings 2", recipe, 0);
    // The class writes: four of five right. Its pile is scanned, and what was written is known here alone.
    const record = join(folder.path, "printing.json");
    const [download] = await Promise.all([at.page.waitForEvent("download"), at.page.locator('a[href$="/record.json"]').click()]);
    await download.saveAs(record);
    cli("scan-demo", record, "--out", folder.path, "--careful", "--dpi", "150", "--seed", "41");
    const written = readFileSync(join(folder.path, "written.jsonl"), "utf8").trim().split("\n").map((line) => JSON.parse(line));
    assert.equal(written.length, 360);
    assert.ok(Math.abs(written.filter((one) => one.right).length / written.length - 0.8) < 0.06);

    await at.page.goto(`${printing}/scans`);
    await at.page.locator("input[type=file]").first().setInputFiles(readdirSync(folder.path).filter((name) => name.endsWith(".jpg")).map((name) => join(folder.path, name)));
    await at.page.locator("form[enctype] button").first().click();
    await at.page.locator("#scan-job").filter({ hasText: "Laid on their print" }).waitFor({ timeout: 240_000 });

    // Whoever marks looks at each hand, and says what it shows; here what was written is looked up.
    const data = await (await at.page.request.get(`${printing}/mark?handler=Data`)).json();
    const truth = new Map();
    for (const one of written) {
      const paper = data.papers.find((each) => each.codes.some((code) => code === one.code.replaceAll(/[^0-9A-Z]/g, "")));
      truth.set(`${paper.number} ${one.item}`, one);
    }

    // Paper by paper what was read stands beside the hand: a key takes it, and another takes it back.
    await at.page.goto(`${printing}/mark`);
    await at.page.locator(".marking-body[data-shown]").waitFor();
    const read = data.papers[0].read.find((one) => one.written);
    await at.page.getByRole("button", { name: new RegExp(`^Item ${read.item}, not marked`) }).click();
    assert.equal(await at.page.locator("#read").textContent(), read.words);
    await at.page.keyboard.press("d");
    await at.page.locator("#last").filter({ hasText: `${read.item}.` }).waitFor();
    assert.deepEqual(await violations(at.page), []);
    await at.page.waitForTimeout(200);
    await at.page.keyboard.press("u");
    await at.page.getByRole("button", { name: new RegExp(`^Item ${read.item}, not marked`) }).waitFor();
    assert.equal((await (await at.page.request.get(`${printing}/mark?handler=Data`)).json()).markings.length, 0);

    const sayOf = (one) => (one.written === null ? "Left empty" : one.right ? "Right" : "Wrong");
    const isAs = (kind, one) => (kind === "Empty" ? one.written === null : kind === "Right" ? one.right : one.written !== null && !one.right);
    pressed = 0;
    let single = 0;
    await at.page.goto(`${printing}/hands`);
    pressed += 1;
    for (let number = 1; ; number += 1) {
      // Piles that a look finds rightly sorted go by one key each.
      while ((await at.page.locator('[data-key="r"]').count()) > 0) {
        const pile = at.page.locator(".hand-pile").filter({ has: at.page.locator('[data-key="r"]') });
        const kind = await pile.locator("input[name=kind]").inputValue();
        const copies = await pile.locator("input[name=looked]").evaluateAll((all) => all.map((one) => one.value));
        const odd = copies.filter((copy) => !isAs(kind, truth.get(`${copy} ${number}`)));
        // Whoever sees one on the wrong pile says so first.
        for (const copy of odd) await say(copy, number);
        if (odd.length < copies.length) await (odd.length > 0 ? at.page.reload().then(() => press("r")) : press("r"));
        else await at.page.reload();
      }
      // Of what was not read those that are not right are said singly; the rest is right.
      const waiting = await at.page.locator(".hand:not(.is-marked)").evaluateAll((all) => all.map((one) => one.id.replace("hand-", "")));
      for (const copy of waiting.filter((one) => !truth.get(`${one} ${number}`).right)) await say(copy, number);
      if (waiting.some((copy) => truth.get(`${copy} ${number}`).right)) await press("e");
      if (number === 1) assert.deepEqual(await violations(at.page), []);
      if ((await at.page.locator('[data-key="."]').count()) === 0) break;
      await press(".");
    }

    async function say(copy, number) {
      single += 1;
      await click(at.page.locator(`#hand-${copy}`).getByRole("button", { name: new RegExp(`: ${sayOf(truth.get(`${copy} ${number}`)).toLowerCase()}$`) }));
      await at.page.locator(`#hand-${copy}.is-marked`).waitFor();
    }

    // Everything is marked, and as it was written.
    const { markings } = await (await at.page.request.get(`${printing}/mark?handler=Data`)).json();
    assert.equal(markings.length, 360);
    for (const { copy, item, marking } of markings) {
      const one = truth.get(`${copy} ${item}`);
      assert.equal(marking.verdict === "blank", one.written === null, `paper ${copy}, item ${item}: ${marking.verdict}`);
      assert.equal(["correct", "accepted"].includes(marking.verdict), one.right, `paper ${copy}, item ${item}: ${marking.verdict}, written ${one.written}`);
    }

    t.diagnostic(`${pressed} keys and clicks, ${single} of them for single hands`);
    assert.ok(pressed < 100, `${pressed} keys and clicks, ${single} of them for single hands`);
  } finally {
    folder.remove();
  }
});
