// From a school's own list to the mark book: the list is read and mended, papers are printed for some and for two sides, a
// spare is given away, the day is set, whole marks are entered, one is excused, weights and grades are the teacher's.
import assert from "node:assert/strict";
import { execFileSync } from "node:child_process";
import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { test } from "node:test";
import { temporaryFolder } from "../support/commands.mjs";
import { violations } from "../support/server.mjs";
import { suite } from "../support/suite.mjs";

const at = suite();
const recipe = { gavvet: 1, seed: 5, title: "Hazelmoor quiz", sections: [{ kind: "write-scale", scales: ["major"], keys: { flats: 1, sharps: 2 }, count: 3, marks: 4 }] };
let group, printing;

const pages = async (path) => {
  const folder = temporaryFolder();
  try {
    const response = await at.page.request.get(at.server.address + path);
    assert.equal(response.status(), 200, path);
    const file = join(folder.path, "file.pdf");
    writeFileSync(file, await response.body());
    return execFileSync("pdftotext", ["-layout", file, "-"], { encoding: "utf8" }).split("\f").slice(0, -1);
  } finally {
    folder.remove();
  }
};
const sent = (name) => Promise.all([at.page.waitForNavigation(), at.page.getByRole("button", { name, exact: true }).click()]);

test("a list as the school has it is shown as it was read, mended and written in", async () => {
  at.expected(422);
  await at.page.goto(`${at.server.address}/classes`);
  await at.page.locator("#name").fill("Hazelmoor winds");
  await at.page.keyboard.press("Enter");
  await at.page.waitForURL(/\/classes\/[0-9a-f]+$/);
  group = new URL(at.page.url()).pathname;
  await at.page.locator("#students").fill("1. Abel, Mira, Bb clarinet, mira@school.example,,\n2. Ekman, Bo, trumpet,,\n3. Zo\u00eb, Ida, kazoo\n4. Zo\u0065\u0308, Ida");
  await at.page.getByRole("button", { name: "Write them in" }).click();
  const reading = at.page.locator("#reading");
  await reading.waitFor();
  assert.deepEqual(await reading.locator("input[name=Name]").evaluateAll((fields) => fields.map((field) => field.value.normalize("NFC"))), ["Mira Abel", "Bo Ekman", "Ida Zo\u00eb", "Ida Zo\u00eb"]);
  assert.deepEqual(await reading.locator("select[name=Part]").evaluateAll((fields) => fields.map((field) => field.value)), ["clarinet", "trumpet", "", ""]);
  assert.match(await reading.locator("tbody tr").nth(0).innerText(), /Left out: mira@school.example/);
  assert.match(await reading.locator("tbody tr").nth(2).innerText(), /Left out: kazoo/);
  assert.match(await reading.locator("tbody tr").nth(3).innerText(), /stands in line 3 too/);
  assert.deepEqual(await violations(at.page), []);
  await reading.locator("input[name=Name]").nth(3).fill("Tom");
  await reading.locator("select[name=Part]").nth(2).selectOption("viola");
  await Promise.all([at.page.waitForNavigation(), reading.getByRole("button", { name: "Write them in" }).click()]);
  assert.deepEqual(await at.page.locator(".student-name").allInnerTexts(), ["Mira Abel", "Bo Ekman", "Ida Zo\u00eb", "Tom"]);
});

test("a seat given in the room stays when the same line is changed without loading again", async () => {
  const id = await at.page.goto(at.server.address + group).then(() => at.page.locator(".student").first().getAttribute("id"));
  const token = await at.page.locator("input[name=__RequestVerificationToken]").first().inputValue();
  const line = at.page.locator(".student").first();
  await line.locator("summary").click();
  // In another window the student is given a seat meanwhile.
  await at.page.request.post(`${at.server.address}${group}?handler=Seat`, { form: { __RequestVerificationToken: token, student: id.replace("student-", ""), row: 1, seat: 2 } });
  await Promise.all([at.page.waitForResponse((response) => response.url().includes("handler=Student")), line.getByLabel("Away today").check()]);
  await at.page.goto(at.server.address + group);
  await at.page.locator(".student summary").first().click();
  assert.equal(await at.page.locator(".student").first().getByLabel("Row").inputValue(), "1");
  assert.ok(await at.page.locator(".student").first().getByLabel("Away today").isChecked());
});

test("a sheet is printed for some, for two sides, once more for one, and a spare is given away", async () => {
  printing = new URL(await at.printFor("Hazelmoor winds", recipe, 2)).pathname;
  await at.page.goto(at.server.address + printing);
  const rows = at.page.locator("#papers + .table-wrap tbody tr");
  // Mira is away, so that three papers and two spares were made.
  assert.equal(await rows.count(), 5);
  const once = (await pages(`${printing}/papers.pdf?paper=1`)).length;
  const sides = await pages(`${printing}/papers.pdf?sides=2`);
  assert.equal(sides.length, 5 * (once + (once % 2)));
  if (once % 2 === 1) assert.equal(sides[once].trim(), "");
  await rows.nth(3).locator("select").selectOption({ label: "Mira Abel" });
  await Promise.all([at.page.waitForNavigation(), rows.nth(3).getByRole("button", { name: "It is theirs" }).click()]);
  assert.match(await rows.nth(3).innerText(), /Mira Abel/);
  assert.deepEqual(await violations(at.page), []);
  assert.match((await pages(`${printing}/papers.pdf?paper=4`))[0], /Mira Abel/);

  // For one who is chosen.
  const sheet = await at.page.getByRole("link", { name: "Print room of the sheet" }).getAttribute("href");
  await at.page.goto(at.server.address + sheet);
  await at.page.keyboard.press("g");
  assert.equal(await at.page.evaluate(() => document.activeElement.id), "group");
  await at.page.locator("#group").selectOption({ index: 1 });
  await at.page.locator("#students summary").click();
  const boxes = at.page.locator("#students input[type=checkbox]");
  assert.deepEqual(await boxes.evaluateAll((all) => all.map((box) => box.checked)), [false, true, true, true]);
  for (const place of [1, 2, 3]) await boxes.nth(place).uncheck();
  await at.page.locator("#print-now").click();
  await at.page.locator("#print-job").filter({ hasText: "Nobody is chosen" }).waitFor();
  await boxes.nth(0).check();
  await at.page.locator("#spares").fill("0");
  await at.page.locator("#print-now").click();
  await at.page.waitForURL(/\/printings\/[0-9a-f]+$/);
  assert.deepEqual(await rows.locator("td:nth-child(2)").allInnerTexts(), ["Mira Abel"]);
});

test("the mark book counts what is marked, by weights and grades of the teacher's own", async () => {
  await at.page.goto(`${at.server.address}${printing}/mark`);
  await at.page.locator(".marking-body[data-shown]").waitFor();
  // Bo's paper: right, right, wrong.
  for (const key of ["r", "r", "x"]) await at.page.keyboard.press(key);
  await at.page.waitForFunction(() => document.getElementById("marking-saved").textContent === "Saved");
  await at.page.goto(`${at.server.address}${printing}/results`);
  await at.page.locator("#written").fill("2026-10-05");
  await sent("Keep the day");
  assert.equal(await at.page.locator("#written").inputValue(), "2026-10-05");

  await at.page.goto(at.server.address + group);
  await Promise.all([at.page.waitForNavigation(), at.page.keyboard.press("b")]);
  const line = (name) => at.page.locator(".mark-book tbody tr").filter({ hasText: name });
  const cells = async (name) => (await line(name).locator("td").allInnerTexts()).map((cell) => cell.trim());
  assert.deepEqual(await cells("Bo Ekman"), ["8 of 12", "", "8 of 12", "66.7 %", "67 %"]);
  assert.deepEqual(await cells("Tom"), ["missing", "", "", "", ""]);
  assert.deepEqual(await violations(at.page), []);

  await at.page.locator("#paper-student").selectOption({ label: "Tom" });
  await at.page.locator("#paper-printing").selectOption({ index: 1 });
  at.expected(422);
  await at.page.locator("#paper-marks").fill("13");
  await at.page.getByRole("button", { name: "Keep the marks" }).click();
  await at.page.locator("#error-paper").filter({ hasText: "from 0 to 12" }).waitFor();
  await at.page.locator("#paper-student").selectOption({ label: "Tom" });
  await at.page.locator("#paper-printing").selectOption({ index: 1 });
  await at.page.locator("#paper-marks").fill("9");
  await sent("Keep the marks");
  assert.deepEqual((await cells("Tom")).slice(2), ["9 of 12", "75.0 %", "75 %"]);
  await at.page.locator("#paper-student").selectOption({ label: "Ida Zo\u00eb" });
  await at.page.locator("#paper-printing").selectOption({ index: 1 });
  await sent("Excused");
  assert.equal((await cells("Ida"))[0], "excused");

  await at.page.locator("#bands").fill("Merit 75\nPass 101");
  await at.page.getByRole("button", { name: "Keep it so" }).click();
  await at.page.locator("#error-bands").filter({ hasText: "Pass 101" }).waitFor();
  assert.equal(await at.page.locator("#bands").inputValue(), "Merit 75\nPass 101");
  await at.page.locator("#bands").fill("Merit 75\nPass 50");
  await sent("Keep it so");
  assert.equal((await cells("Bo Ekman")).at(-1), "Pass");
  assert.equal((await cells("Tom")).at(-1), "Merit");

  const table = await (await at.page.request.get(`${at.server.address}${group}/book?handler=Table`)).body();
  assert.deepEqual([...table.subarray(0, 3)], [0xef, 0xbb, 0xbf]);
  assert.match(table.toString("utf8"), /Bo Ekman,8,,8,12,66\.67,Pass/);
  const german = await at.page.request.get(`${at.server.address}${group}/book?handler=Table&questions=true`, { headers: { "Accept-Language": "de-DE,de;q=0.9" } });
  assert.match(await german.text(), /Bo Ekman;8;4;4;0;;8;12;66,67;Pass/);
  await at.page.locator("input[name=weight]").first().fill("0");
  await sent("Keep the weights");
  assert.deepEqual((await cells("Bo Ekman")).slice(2), ["", "", ""]);
});

test("what is known is of the day it was written, and goes along into another class", async () => {
  await at.page.goto(`${at.server.address}${group}/standing`);
  await at.page.locator(".standing-cell").first().click();
  await at.page.locator("#answers li").first().waitFor();
  assert.match(await at.page.locator("#answers").innerText(), /5 Oct/);
  const other = new URL(await at.newClass("Hazelmoor brass", "Ann")).pathname;
  await at.page.goto(at.server.address + group);
  await at.page.locator("#leaver").selectOption({ label: "Bo Ekman" });
  await sent("Move");
  await at.page.goto(`${at.server.address}${other}/standing`);
  assert.ok(await at.page.locator(".standing-cell").count() > 0);
  await at.page.goto(at.server.address + group);
  await at.page.locator("#leaver").selectOption({ label: "Tom" });
  await sent("Has left");
  assert.deepEqual(await at.page.locator(".student-name").allInnerTexts(), ["Mira Abel", "Ida Zo\u00eb"]);
  await sent("Is back");
  assert.equal((await at.page.locator(".student-name").allInnerTexts()).length, 3);
  assert.deepEqual(await violations(at.page), []);
});

// A key that help names acts: it stands in the list of shortcuts of one of the screens the page is about, and none stands there twice.
test("every key a help page names is a key of its screens", async () => {
  await at.page.goto(at.server.address + printing);
  const sheet = await at.page.getByRole("link", { name: "Print room of the sheet" }).getAttribute("href");
  const code = await at.page.locator(".page-code").first().getAttribute("href");
  const screens = {
    desk: ["/"], workbench: [sheet.replace("/print", "")], "print-room": [sheet], printings: [printing, code], marking: [`${printing}/mark`, `${printing}/results`],
    classes: ["/classes", group], standing: [`${group}/standing`], "mark-book": [`${group}/book`], plan: [`${group}/plan`], atlas: ["/atlas"], check: ["/check"], style: ["/style"], specimens: ["/specimens"], backup: ["/backup"],
  };
  let named = 0;
  for (const [page, paths] of Object.entries(screens)) {
    const words = readFileSync(new URL(`../../docs/help/${page}.md`, import.meta.url), "utf8").replace(/`[^`]*`|“[^”]*”|\*[^*]*\*/g, "");
    const keys = [...words.matchAll(/\(([A-Z])\)|(?:^|[.;,] |and )([A-Z]) (?=[a-z])/gm)].map((match) => match[1] ?? match[2]).filter((key) => key !== "A" && key !== "I");
    const listed = [];
    for (const path of paths) {
      await at.page.goto(at.server.address + path);
      await at.page.waitForLoadState();
      await at.page.keyboard.press("?");
      const rows = await at.page.locator("#keys-list dt").allInnerTexts();
      assert.equal(rows.length, new Set(rows).size, `${path} lists a key twice: ${rows}`);
      listed.push(...(await at.page.locator("#keys-list kbd").allInnerTexts()));
      await at.page.keyboard.press("Escape");
    }
    for (const key of keys) assert.ok(listed.includes(key), `help of ${page} names ${key}, and its screens have ${[...new Set(listed)].join(" ")}`);
    named += keys.length;
  }
  assert.ok(named > 15, `${named}`);
});
