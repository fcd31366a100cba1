// A term with its class: the plan is changed and dragged, what went badly proposes itself, the next sheet comes of a span
// or of one place, handouts and reports are made, and a warm-up begins any sheet.
import assert from "node:assert/strict";
import { execFileSync } from "node:child_process";
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { test } from "node:test";
import { temporaryFolder } from "../support/commands.mjs";
import { violations } from "../support/server.mjs";
import { suite } from "../support/suite.mjs";

const at = suite();
const recipe = { gavvet: 1, seed: 5, title: "Hazelmoor first keys", sections: [{ kind: "write-scale", scales: ["major"], keys: { flats: 1, sharps: 2 }, count: 4, marks: 4 }] };
let group, printing;

const pdfText = async (path) => {
  const folder = temporaryFolder();
  try {
    const response = await at.page.request.get(at.server.address + path);
    assert.equal(response.status(), 200, `${path}: ${response.status()}`);
    const file = join(folder.path, "file.pdf");
    writeFileSync(file, await response.body());
    return execFileSync("pdftotext", ["-layout", file, "-"], { encoding: "utf8" });
  } finally {
    folder.remove();
  }
};
const topics = async () => (await at.page.locator(".topic summary").allInnerTexts()).map((words) => words.replace(/\s*(taught)?\s*$/, ""));

test("a class is printed for and marked", async () => {
  group = new URL(await at.newClass("Hazelmoor strings", "Mira, viola\nBo, trumpet\nIda\nTom")).pathname;
  assert.deepEqual(await violations(at.page), []);
  printing = new URL(await at.printFor("Hazelmoor strings", recipe)).pathname;
  await at.page.goto(`${at.server.address}${printing}/mark`);
  await at.page.locator(".marking-body[data-shown]").waitFor();
  for (let paper = 0; paper < 4; paper++) for (let item = 0; item < 4; item++) await at.page.keyboard.press(item < 2 ? "1" : "r");
  await at.page.waitForFunction(() => document.getElementById("marking-saved").textContent === "Saved");
});

// The calendar of weeks: a topic and its end are dragged there, and a day is taken out by its number.
const inWeeks = async () => {
  const before = await topics();
  const bar = (topic) => at.page.locator(`.term-bar.begins[data-bar="${topic}"]`);
  const go = async (act) => {
    const gone = at.page.waitForNavigation();
    await act();
    await gone;
  };
  // A hand moves on its way, and both ends are in sight.
  const drag = async (from, to) => {
    await from.scrollIntoViewIfNeeded();
    await to.scrollIntoViewIfNeeded();
    await from.hover();
    await at.page.mouse.down();
    const box = await to.boundingBox();
    await at.page.mouse.move(box.x + box.width / 2, box.y + box.height / 2, { steps: 8 });
    await at.page.mouse.move(box.x + box.width / 2 + 2, box.y + box.height / 2 + 2, { steps: 2 });
    await at.page.mouse.up();
  };
  assert.equal(await at.page.locator(".term-bar").count(), 40);
  await go(() => drag(bar(2), bar(1)));
  assert.deepEqual((await topics()).slice(0, 3), [before[0], before[2], before[1]]);
  await go(() => at.page.getByRole("button", { name: "Undo the last change of the plan" }).click());
  assert.deepEqual(await topics(), before);
  // The first topic has two lessons; dragged to the fourth it has four.
  await go(() => drag(at.page.locator("[data-end='0']"), at.page.locator("[data-lesson='4']")));
  assert.match((await topics())[0], /\(4 lessons\)$/);
  await go(() => drag(at.page.locator("[data-end='0']"), at.page.locator("[data-lesson='2']")));
  assert.deepEqual(await topics(), before);
  const day = at.page.locator(".term-day.has-lesson button").nth(1);
  const date = await day.getAttribute("value");
  await go(() => day.click());
  assert.equal(await at.page.locator(".term-bar").count(), 40);
  assert.equal(await at.page.locator(".term-day.is-free").count(), 1);
  assert.match(await at.page.locator("#holidays").inputValue(), new RegExp(date));
  assert.deepEqual(await violations(at.page), []);
  await go(() => at.page.getByRole("button", { name: /^A lesson on .* again$/ }).click());
  assert.equal(await at.page.locator(".term-day.is-free").count(), 0);
  assert.equal(await at.page.locator("#holidays").inputValue(), "");
};

test("the plan is laid, its topics are dragged, stretched, typed, refused in words and put back", async () => {
  await at.page.goto(`${at.server.address}${group}/plan`);
  await at.page.locator("#course").selectOption("string-class");
  const start = new Date(Date.now() - 21 * 86_400_000).toISOString().slice(0, 10);
  await at.page.locator("#start").fill(start);
  for (const day of [0, 1, 2, 3, 4]) await at.page.locator("[name=days]").nth(day).check();
  await at.page.locator("#at").fill("14:30");
  await at.page.locator("#lessons").fill("40");
  await Promise.all([at.page.waitForNavigation(), at.page.getByRole("button", { name: "Lay it over the calendar" }).click()]);
  const shipped = await topics();
  assert.equal(shipped.length, 10);
  assert.deepEqual(await violations(at.page), []);

  const dragged = at.page.waitForNavigation();
  await at.page.locator(".topic").nth(3).locator(".topic-day").dragTo(at.page.locator(".topic").nth(0));
  await dragged;
  assert.deepEqual((await topics()).slice(0, 4), [shipped[3], shipped[0], shipped[1], shipped[2]]);

  // By buttons too: later, then a lesson more.
  await at.page.locator(".topic summary").nth(0).click();
  await Promise.all([at.page.waitForNavigation(), at.page.getByRole("button", { name: "Later" }).click()]);
  assert.equal((await topics())[1], shipped[3]);
  await at.page.locator(".topic summary").nth(0).click();
  await Promise.all([at.page.waitForNavigation(), at.page.getByRole("button", { name: "A lesson more" }).click()]);
  assert.match((await topics())[0], /\(2 lessons\)$/);

  await inWeeks();

  // What cannot be is said, and nothing changes.
  at.expected(422);
  await at.page.locator("#topic-name").fill("Lydian over the drone");
  await at.page.locator("#topic-scales").fill("lydiann");
  await at.page.locator("#topic-keys").fill("F C");
  await at.page.getByRole("button", { name: "Add it at the end" }).click();
  await at.page.locator("#error-topics").filter({ hasText: "Did you mean lydian?" }).waitFor();
  await at.page.locator("#topic-name").fill("Lydian over the drone");
  await at.page.locator("#topic-scales").fill("lydian");
  await at.page.locator("#topic-sections").selectOption(["write-modes"]);
  await at.page.locator("#topic-keys").fill("F C");
  await Promise.all([at.page.waitForNavigation(), at.page.getByRole("button", { name: "Add it at the end" }).click()]);
  assert.equal((await topics()).at(-1), "Lydian over the drone");
  // What was taken out comes back, and so does what was changed before a course was taken as it was shipped.
  const own = await topics();
  await at.page.locator(".topic summary").nth(0).click();
  await Promise.all([at.page.waitForNavigation(), at.page.getByRole("button", { name: "Take it out" }).click()]);
  assert.deepEqual(await topics(), own.slice(1));
  await Promise.all([at.page.waitForNavigation(), at.page.getByRole("button", { name: "Undo the last change of the plan" }).click()]);
  assert.deepEqual(await topics(), own);
  await Promise.all([at.page.waitForNavigation(), at.page.getByRole("button", { name: "The course as it was shipped" }).click()]);
  assert.deepEqual(await topics(), shipped);
  // Lessons are at their hour, and a class of the next year begins like this one.
  const calendar = await (await fetch(`${at.server.address}${group}/plan?handler=Calendar`)).text();
  assert.equal(calendar.match(/DTSTART:\d{8}T143000/g).length, 40);
  assert.equal(calendar.match(/DTEND:\d{8}T151500/g).length, 40);
  await at.page.goto(`${at.server.address}/classes`);
  await at.page.locator("#name").fill("Next year's strings");
  await at.page.locator("#like").selectOption(group.split("/").pop());
  await at.page.keyboard.press("Tab");
  await Promise.all([at.page.waitForURL(/\/classes\/[0-9a-f]+$/), at.page.getByRole("button", { name: "Make it" }).click()]);
  assert.equal(await at.page.locator(".student").count(), 0);
  await at.page.goto(`${at.page.url()}/plan`);
  assert.deepEqual(await topics(), shipped);
  assert.equal(await at.page.locator("#at").inputValue(), "14:30");
  assert.equal(await at.page.locator("[name=days]:checked").count(), 5);
});

test("what was printed marks itself as taught, and a topic that went badly proposes itself once more", async () => {
  await at.page.goto(`${at.server.address}${group}/plan`);
  assert.ok(await at.page.locator(".topic.is-taught").count() > 0);
  assert.ok(await at.page.locator(".standing-map").getByText("●").count() > 0);
  const before = (await topics()).length;
  const bad = at.page.locator(".went-badly").first();
  assert.match(await bad.textContent(), /went badly: \d+ of \d+ skills are shaky/);
  await Promise.all([at.page.waitForNavigation(), bad.getByRole("button", { name: "Set it once more next" }).click()]);
  assert.equal((await topics()).length, before + 1);
  assert.ok((await topics()).some((name) => name.startsWith("Once more: ")));
  const left = await at.page.locator(".went-badly").count();
  if (left > 0) {
    await Promise.all([at.page.waitForNavigation(), at.page.locator(".went-badly").first().getByRole("button", { name: "Leave it" }).click()]);
    assert.equal(await at.page.locator(".went-badly").count(), left - 1);
  }
});

test("a follow-up comes of a span of days, of one place, and for each in one pile", async () => {
  await at.page.goto(`${at.server.address}${group}/standing`);
  assert.match(await at.page.locator(".trend svg").getAttribute("aria-label"), /0 secure, 8 once right, 8 shaky/);
  await at.page.locator(".standing-cell.is-shaky").first().click();
  await Promise.all([at.page.waitForNavigation(), at.page.getByRole("button", { name: "Follow-up of this place" }).click()]);
  const card = at.page.locator(".row-card");
  assert.match(await card.textContent(), /For .*Follow-up|Follow-up: \S+ major/s);
  assert.equal(new Set(((await card.locator("li").allTextContents()).map((line) => line.split(" in ").at(-1)))).size, 1);
  assert.deepEqual(await violations(at.page), []);
  at.expected(422);
  await at.page.locator("#from").fill("2020-02-01");
  await at.page.locator("#to").fill("2020-01-01");
  await at.page.getByRole("button", { name: "Follow-up for all together" }).click();
  await at.page.locator("#error-span").filter({ hasText: "ends before it begins" }).waitFor();
  await at.page.locator("#to").fill("2020-03-01");
  await at.page.getByRole("button", { name: "Follow-up for all together" }).click();
  await at.page.getByText("Nothing was missed").waitFor();

  const today = new Date(Date.now() + 86_400_000).toISOString().slice(0, 10);
  // A paper for each in one pile is a printing: codes, keys with the reasons, and a reload makes nothing twice.
  await at.page.goto(`${at.server.address}${group}/standing`);
  await at.page.locator("#from").fill("2020-01-01");
  await at.page.locator("#to").fill(today);
  await at.page.locator("#pages").fill("1");
  const form = await at.page.locator("input[name=form]").inputValue();
  await Promise.all([at.page.waitForURL(/\/printings\/[0-9a-f]+#papers$/), at.page.getByRole("button", { name: "Print a follow-up for each" }).click()]);
  const personal = new URL(at.page.url()).pathname;
  assert.deepEqual(await at.page.locator("#papers + .table-wrap tbody tr td:nth-child(2)").allInnerTexts(), ["Mira", "Bo", "Ida", "Tom"]);
  assert.deepEqual(await violations(at.page), []);
  const pile = await pdfText(`${personal}/papers.pdf`);
  for (const name of ["Mira", "Bo", "Ida", "Tom"]) assert.match(pile, new RegExp(`Name\\s+${name}`), pile.slice(0, 600));
  assert.equal(pile.split("\f").length - 1, 4);
  assert.match(await pdfText(`${personal}/key-working.pdf`), /Why it is asked: .* in [A-G].{0,3} major, \d/);
  const page = await at.page.locator(".page-code").first().getAttribute("href");
  await at.page.goto(`${at.server.address}${personal}/mark`);
  await at.page.locator(".marking-body[data-shown]").waitFor();
  await at.page.goto(at.server.address + page);
  assert.ok(await at.page.locator("tbody tr").count() > 0);
  // The same form sent once more leads to the same printing.
  const token = await at.page.goto(`${at.server.address}${group}/standing`).then(() => at.page.locator("input[name=__RequestVerificationToken]").first().inputValue());
  const again = await at.page.request.post(`${at.server.address}${group}/standing?handler=Personal`, { form: { __RequestVerificationToken: token, from: "2020-01-01", to: today, form }, maxRedirects: 0 });
  assert.equal(again.headers().location, `${personal}#papers`);
});

test("handouts come for every part, reports name nobody else, and a warm-up begins any sheet", async () => {
  const key = await pdfText(`${group}/handout.pdf?what=key&tonic=Bb`);
  for (const words of ["B.{0,3}major and all that lives in it", "For viola", "C major and all that lives in it\\s+For trumpet", "A Locrian", "B Locrian", "Cm7", "Viola, first position", "G minor blues"]) assert.match(key, new RegExp(words));
  assert.match(await pdfText(`${group}/handout.pdf?what=twins&tonic=D`), /F.{1,3}becomes F/);
  assert.match(await pdfText(`${group}/handout.pdf?what=minors&tonic=D`), /D natural minor.*D harmonic minor.*D melodic minor/s);
  assert.match(await pdfText(`${group}/handout.pdf?what=signatures`), /Seven flats/);
  assert.match(await pdfText(`${group}/handout.pdf?what=topic`), /major/);
  const report = await pdfText(`${group}/report.pdf?all=true`);
  for (const page of report.split("\f").filter((text) => text.trim())) assert.equal(["Mira", "Bo", "Ida", "Tom"].filter((name) => page.includes(name)).length, 1, page);
  assert.match(report, /Practiced next/);

  // What was wrong is due after a week; nothing is today, and that is said at its place.
  at.expected(422);
  await at.newSheet();
  await at.page.keyboard.press("u");
  await at.page.locator("#words-warm-up").filter({ hasText: "Nothing is due for this class today" }).waitFor();
});

test("three keys lead from the desk to the PDF of the next lesson’s sheet", async () => {
  await at.page.goto(at.server.address);
  await at.page.keyboard.press("m");
  await at.bench();
  await at.page.keyboard.press("p");
  await at.page.waitForURL(/\/print(\?|$)/);
  await at.page.locator("[data-key=s]").waitFor();
  const [download] = await Promise.all([at.page.waitForEvent("download"), at.page.keyboard.press("s")]);
  assert.match(download.suggestedFilename(), /\.pdf$/);
});
