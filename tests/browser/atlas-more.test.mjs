import assert from "node:assert/strict";
import { execFileSync } from "node:child_process";
import { test } from "node:test";
import { violations } from "../support/server.mjs";
import { suite } from "../support/suite.mjs";

const at = suite();
const open = async (path) => {
  await at.page.goto(at.server.address + path);
  await at.page.waitForLoadState();
};

test("a scale of the atlas is set on a new sheet and on an open one", async () => {
  await open("/atlas/hungarian-minor/C%23");
  await at.page.keyboard.press("s");
  await at.bench();
  assert.match((await at.prompts())[0], /C sharp hungarian minor/i);
  await open("/atlas/dorian/D");
  await at.page.locator("#set-on").selectOption({ label: "Hungarian minor on C♯" });
  await at.page.getByRole("button", { name: "Set this" }).click();
  await at.bench();
  assert.match((await at.prompts())[1], /D Dorian/i);
});

test("fretboard, circle and parts follow the scale, and the strings can be chosen", async () => {
  await open("/atlas/major/G");
  const fretboard = () => at.page.locator("svg:has(title), svg").evaluateAll((all) => all.map((one) => one.getAttribute("aria-label") ?? one.textContent).length);
  assert.ok(await fretboard() >= 4);
  // What reads the same stands in one row.
  const row = await at.page.locator("tr", { hasText: "Trumpet in B flat" }).innerText();
  assert.match(row, /A major\s+A B C♯ D E F♯ G♯ A/);
  assert.match(row, /Clarinet in B flat/);
  assert.match(await at.page.locator("tr", { hasText: "Viola" }).innerText(), /G major[^]+Viola, alto clef/);
  await Promise.all([at.page.waitForNavigation(), at.page.locator("#tuning").selectOption("ukulele")]);
  assert.match(at.page.url(), /tuning=ukulele/);
  // A position shows what lies under the hand there, and stays with the next tonic where that has it too.
  await Promise.all([at.page.waitForNavigation(), at.page.locator("#tuning").selectOption("guitar")]);
  const dots = () => at.page.locator("section[aria-labelledby=fretboard-head] svg").first().evaluate((svg) => svg.innerHTML);
  const whole = await dots();
  await Promise.all([at.page.waitForNavigation(), at.page.locator("#position").selectOption("3")]);
  assert.match(at.page.url(), /position=3/);
  assert.notEqual(await dots(), whole);
  await Promise.all([at.page.waitForURL(/atlas\/major\/C.*position=3/), at.page.getByRole("radio", { name: "C", exact: true }).check()]);
  assert.equal(await at.page.locator("#position").inputValue(), "3");
  assert.deepEqual(await violations(at.page), []);
});

test("fingers are shown for an instrument, stay with the next tonic, and go on the handout", async () => {
  await open("/atlas/major/D");
  await Promise.all([at.page.waitForNavigation(), at.page.locator("#fingering").selectOption("cello")]);
  await at.page.getByText("D string four notes, A string four notes").waitFor();
  assert.deepEqual(await violations(at.page), []);
  await Promise.all([at.page.waitForURL(/atlas\/major\/G.*fingering=cello/), at.page.getByRole("radio", { name: "G", exact: true }).check()]);
  const [download] = await Promise.all([at.page.waitForEvent("download"), at.page.getByRole("link", { name: "Handout (PDF)" }).click()]);
  assert.match(execFileSync("pdftotext", ["-layout", await download.path(), "-"], { encoding: "utf8" }), /Cello, first position\s+G string four notes, D string four notes[^]+?0\s+1\s+3\s+4\s+0\s+1\s+3\s+4/);
});

test("the modes stand side by side on one tonic, and go on a handout", async () => {
  await open("/atlas-family/modes-of-major/C");
  assert.deepEqual(await at.page.locator("tbody th").allInnerTexts(), ["major", "Dorian", "Phrygian", "Lydian", "Mixolydian", "natural minor", "Locrian"]);
  assert.deepEqual(await violations(at.page), []);
  const [download] = await Promise.all([at.page.waitForEvent("download"), at.page.getByRole("link", { name: "Handout of the major keys" }).click()]);
  const text = execFileSync("pdftotext", ["-layout", await download.path(), "-"], { encoding: "utf8" });
  for (const signature of ["four sharps", "one sharp"]) assert.match(text, new RegExp(signature));
});

test("two scales are compared note by note", async () => {
  await open("/compare?a=natural-minor&onA=A&b=harmonic-minor");
  assert.match(await at.page.locator("tbody").innerText(), /G\s+is raised by a semitone to G♯/);
  assert.deepEqual(await violations(at.page), []);
  await Promise.all([at.page.waitForNavigation(), at.page.locator("#compare-b").selectOption("melodic-minor-one-way")]);
  assert.match(await at.page.locator("tbody").innerText(), /F\s+is raised by a semitone to F♯/);
});
