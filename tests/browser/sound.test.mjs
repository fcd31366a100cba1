// Answers are heard where they are met: in the atlas, at the check, on the workbench, at marking and behind a page's code; in equal
// temperament at the A that was chosen, and not at all where sound is off.
import assert from "node:assert/strict";
import { test } from "node:test";
import { violations } from "../support/server.mjs";
import { suite } from "../support/suite.mjs";

const at = suite();
const semitones = (line) => line.split(" ").filter(Boolean).map(Number);

// What the browser is asked to sound: the frequencies and when each begins.
const listen = () => at.page.evaluate(() => {
  window.heard = [];
  if (window.listens) return;
  window.listens = true;
  const start = OscillatorNode.prototype.start;
  OscillatorNode.prototype.start = function (time) {
    window.heard.push([this.frequency.value, time]);
    return start.call(this, time);
  };
});
const heard = () => at.page.evaluate(() => window.heard);
const assertHeard = async (expected, a = 440) => {
  const notes = await heard();
  assert.equal(notes.length, expected.length);
  notes.forEach(([frequency], i) => assert.ok(Math.abs(1200 * Math.log2(frequency / (a * 2 ** ((expected[i] - 57) / 12)))) < 1, `${frequency} for ${expected[i]}`));
  for (let i = 1; i < notes.length; i++) assert.ok(notes[i][1] > notes[i - 1][1]);
};

test("a scale sounds up, down and both ways, at the A and the speed that were chosen, with its tonic held, or not at all", async () => {
  await at.page.goto(`${at.server.address}/atlas/melodic-minor/A`);
  const line = semitones(await at.page.locator("[data-sound]").first().getAttribute("data-sound"));
  await listen();
  await at.page.locator("[data-play=up]").click();
  await assertHeard(line.slice(0, 8));
  await listen();
  await at.page.locator("[data-play=both]").click();
  await assertHeard(line);
  await at.page.locator(".sound-settings summary").click();
  assert.deepEqual(await violations(at.page), []);
  await at.page.locator("#sound-a").fill("415");
  await at.page.locator("#sound-speed").fill("300");
  await at.page.locator("#sound-speed").press("Tab");
  await listen();
  await at.page.locator("[data-play=down]").click();
  await assertHeard(line.slice(7), 415);
  const times = (await heard()).map(([, time]) => time);
  assert.ok(Math.abs(times[1] - times[0] - 0.2) < 0.001);
  // Kept for the next page; an A that is none is not taken.
  await at.page.locator("#sound-a").fill("9");
  await at.page.locator("#sound-a").press("Tab");
  await at.page.goto(`${at.server.address}/atlas/major/C`);
  assert.equal(await at.page.locator("#sound-a").inputValue(), "415");
  await listen();
  await at.page.locator(".sound [data-hold]").click();
  await at.page.locator("[data-play=up]").click();
  assert.equal((await heard()).length, 9);
  await at.page.locator(".sound-settings summary").click();
  await at.page.locator("#sound-loudness").fill("0");
  await listen();
  await at.page.locator("[data-play=up]").click();
  assert.deepEqual(await heard(), []);
  await at.page.getByText("Sound is off").first().waitFor();
  await at.page.evaluate(() => localStorage.removeItem("gavvet-sound"));
});

test("at the check what was written sounds, and then what is right", async () => {
  await at.page.goto(`${at.server.address}/check?type=harmonic-minor&tonic=D&answer=D+E+F+G+A+Bb+C+D`);
  const group = at.page.locator("#judged .sound");
  const [right, written] = [semitones(await group.getAttribute("data-sound")), semitones(await group.getAttribute("data-written"))];
  assert.deepEqual(right.map((note) => note - right[0]), [0, 2, 3, 5, 7, 8, 11, 12]);
  assert.deepEqual(written.map((note) => note - written[0]), [0, 2, 3, 5, 7, 8, 10, 12]);
  await listen();
  await group.locator("[data-play=compare]").click();
  await assertHeard([...written, ...right]);
  // A transposing part sounds as it sounds: a trumpet's D is a C.
  await at.page.goto(`${at.server.address}/check?type=major&tonic=C&part=trumpet&answer=D+E+F%23+G+A+B+C%23+D`);
  assert.equal(semitones(await group.getAttribute("data-sound"))[0] % 12, 0);
  assert.deepEqual(semitones(await group.getAttribute("data-written")), semitones(await group.getAttribute("data-sound")));
});

test("on the workbench, at marking and behind a page's code answers sound too", async () => {
  await at.newClass("Heard", "Mira\nBo, trumpet");
  const recipe = { gavvet: 1, seed: 5, title: "Heard", sections: [{ kind: "write-scale", scales: ["major"], keys: { flats: 1, sharps: 2 }, count: 2, marks: 4 }] };
  const printing = await at.printFor("Heard", recipe);
  await at.page.goto(`${printing}/mark`);
  await at.page.locator(".marking-body[data-shown]").waitFor();
  await listen();
  await at.page.keyboard.press("l");
  const right = semitones(await at.page.locator("#sound").getAttribute("data-sound"));
  assert.deepEqual(right.map((note) => note - right[0]), [0, 2, 4, 5, 7, 9, 11, 12]);
  await assertHeard(right);
  // Typed wrong: back on the item, the wrong line is heard and then the right one.
  await at.page.locator("#written").fill("C D E F G A B C");
  await at.page.locator("#written").press("Enter");
  await at.page.waitForFunction(() => document.getElementById("marking-saved").textContent === "Saved");
  await at.page.keyboard.press("ArrowLeft");
  await at.page.locator("#sound [data-play=compare]").waitFor();
  assert.equal(semitones(await at.page.locator("#sound").getAttribute("data-written")).length, 8);
  await listen();
  await at.page.locator("#sound [data-play=compare]").click();
  assert.equal((await heard()).length, 16);
  assert.deepEqual(await violations(at.page), []);
  await at.page.goto(at.server.address);
  await at.page.locator(".sheet-open").first().click();
  await at.page.waitForURL(/\/sheets\//);
  await at.page.waitForLoadState();
  await at.page.locator(".question > summary").first().click();
  await at.page.locator(".question[open] [data-sound]").waitFor();
  await listen();
  await at.page.locator(".question[open] [data-play=both]").click();
  assert.equal((await heard()).length, 8);
  await at.page.goto(printing);
  await at.page.locator(".page-code").first().click();
  await at.page.waitForURL(/\/p\//);
  await at.page.waitForLoadState();
  await listen();
  await at.page.locator("[data-sound] button").first().click();
  assert.equal((await heard()).length, 8);
  assert.deepEqual(await violations(at.page), []);
});
