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

test("a first start offers demo sheets, an empty desk and a tour, and the tour goes by real steps", async () => {
  await open("/");
  assert.deepEqual(await violations(at.page), []);
  await at.page.getByRole("button", { name: "With a two-minute tour" }).click();
  const words = () => at.page.locator(".tour p").innerText();
  const until = (part) => at.page.waitForFunction((part) => document.querySelector(".tour p")?.textContent.includes(part), part);
  assert.match(await words(), /^1 of 7\. Press New sheet/);
  await at.page.getByRole("button", { name: "New sheet", exact: true }).click();
  await until("2 of 7");
  await at.bench();
  await at.page.locator("#line-1").click();
  await until("3 of 7");
  await at.edit(() => at.page.locator(".fifths-line .fifth").nth(10).click());
  await until("4 of 7");
  await at.page.locator(".question > summary").first().click();
  await until("5 of 7");
  await at.page.locator("#view-key").click();
  await until("6 of 7");
  assert.deepEqual(await violations(at.page), []);
  await at.page.getByRole("button", { name: "End the tour" }).click();
  assert.equal(await at.page.locator(".tour").count(), 0);
});

test("a printing is made with progress, kept, and its pages are found by their codes from the desk", async () => {
  await at.newSheet();
  await at.edit(() => at.page.locator("#title").fill("Monday quiz"));
  await at.page.keyboard.press("Escape");
  await at.page.locator(".menu > summary").click();
  await at.page.getByRole("link", { name: /Print room/ }).click();
  await at.page.locator("#seats").fill("Mira, Z");
  await at.page.getByRole("button", { name: "Make the printing" }).click();
  await at.page.getByText("there is no version Z").waitFor();
  assert.equal(await at.page.locator("#seats").inputValue(), "Mira, Z");
  await at.page.locator("#seats").fill("Mira");
  await at.page.getByText("A QR code beside").click();
  await at.page.getByRole("button", { name: "Make the printing" }).click();
  await at.page.waitForURL(/\/printings\//);
  assert.deepEqual(await violations(at.page), []);
  const code = await at.page.locator(".page-code").first().innerText();
  const address = at.page.url();
  const pdf = () => at.page.request.get(`${address}/student-A.pdf`).then((answer) => answer.body());
  const first = await pdf();
  const text = execFileSync("pdftotext", ["-layout", "-", "-"], { input: first, encoding: "utf8" });
  assert.match(text, new RegExp(`Code ${code}`));
  // The sheet goes on changing; the printing does not.
  await at.page.goto(address.replace(/printings.*/, ""));
  await at.page.getByRole("button", { name: "Delete Monday quiz" }).click();
  await at.page.getByText("is deleted").waitFor();
  assert.ok(first.equals(await pdf()));
  await at.page.locator("#code").fill("QQQQ-QQQQ");
  await at.page.keyboard.press("Enter");
  await at.page.locator("#error-code").getByText("wrong, or two are exchanged").waitFor();
  await at.page.locator("#code").fill(code.toLowerCase().replace("-", " "));
  await at.page.keyboard.press("Enter");
  await at.page.waitForURL(/\/p\//);
  assert.match(await at.page.locator("h1").innerText(), new RegExp(code));
  await at.page.waitForFunction(() => [...document.images].every((image) => image.complete && image.naturalWidth > 0));
  assert.equal(await at.page.locator("tbody tr").count(), 4);
  assert.match(await at.page.locator("tbody").innerText(), /[A-G][♭♯]? [A-G]/);
  assert.deepEqual(await violations(at.page), []);
});

test("the desk filters as you type, shows its lists, and puts back what was deleted", async () => {
  await open("/");
  await at.page.getByRole("link", { name: /Section library/ }).click();
  await at.page.getByRole("button", { name: "New sheet with Relative keys" }).click();
  await at.page.waitForURL(/\/sheets\//);
  await open("/");
  await at.page.keyboard.press("f");
  await at.page.keyboard.type("relative natural");
  await at.page.getByText("Sheets (1)").waitFor();
  assert.deepEqual(await violations(at.page), []);
  await at.page.getByRole("button", { name: "Delete Relative keys" }).click();
  await at.page.getByText("No sheet has these words").waitFor();
  await at.page.getByRole("link", { name: /Recently deleted/ }).click();
  await at.page.getByRole("button", { name: "Put Relative keys back on the desk" }).click();
  await at.page.getByText("is back on the desk").waitFor();
  assert.deepEqual(await violations(at.page), []);
});

test("a section is kept in the library and set on another sheet", async () => {
  await at.newSheet();
  await at.page.locator("#line-1").click();
  await at.edit(() => at.page.locator("input[name=heading]").fill("Warm up"));
  await at.page.locator("#keep-1").click();
  await at.page.getByText("In your section library now").waitFor();
  await at.newSheet();
  await at.page.keyboard.press("a");
  await at.page.locator("#kinds-filter").fill("warm up");
  await at.edit(() => at.page.keyboard.press("Enter"));
  assert.deepEqual(await at.page.locator(".card-line > summary .section-name").allTextContents(), ["The sheet", "Write the scale", "Warm up"]);
});

test("states of a sheet are named, compared and returned to", async () => {
  await at.newSheet();
  await at.edit(() => at.page.keyboard.press("d"));
  await at.page.keyboard.press("h");
  await at.page.waitForURL(/history/);
  await at.page.locator("#name").fill("Before the concert");
  await at.page.keyboard.press("Enter");
  await at.page.getByText("Before the concert").first().waitFor();
  await at.page.getByRole("button", { name: "Compare the two chosen" }).click();
  await at.page.locator(".differences li").first().waitFor();
  assert.match(await at.page.locator(".differences").innerText(), /became .* major, treble/);
  assert.deepEqual(await violations(at.page), []);
  await at.page.getByRole("button", { name: /Return to the state/ }).click();
  await at.page.waitForURL(/\/sheets\/[^/]+$/);
  await at.page.keyboard.press("h");
  await at.page.waitForURL(/history/);
  assert.equal(await at.page.locator("tbody tr").count(), 3);
});

test("a house style is chosen beside its specimen, kept, exported, set on one sheet and for new ones", async () => {
  await open("/style");
  assert.deepEqual(await violations(at.page), []);
  const specimen = () => at.page.locator("#style-specimen").innerText();
  const before = await specimen();
  await at.page.locator(".choice", { has: at.page.locator("#style-steps-tone-semitone") }).click();
  await at.page.waitForFunction((old) => document.querySelector("#style-specimen").innerText !== old, before);
  assert.match(await specimen(), /write T for a tone/);
  const [download] = await Promise.all([at.page.waitForEvent("download"), at.page.getByRole("button", { name: "Export as a file" }).click()]);
  const file = await download.path();
  await at.page.locator("#style-name").fill("Ours");
  await at.page.getByRole("button", { name: "Keep", exact: true }).click();
  await at.page.waitForURL(/kept=/);
  await at.page.getByRole("button", { name: "Begin new sheets in this style" }).click();
  await at.page.getByText("New sheets now begin in this style").waitFor();
  await at.page.locator("#style-file").setInputFiles({ name: "theirs.json", mimeType: "application/json", buffer: (await import("node:fs")).readFileSync(file) });
  await at.page.getByRole("button", { name: "Bring in", exact: true }).click();
  await at.page.getByRole("link", { name: "theirs" }).waitFor();
  await at.page.locator("#style-file").setInputFiles({ name: "x.json", mimeType: "application/json", buffer: Buffer.from('{"format":"gavvet-house-style","version":1,"steps":"paces"}') });
  await at.page.getByRole("button", { name: "Bring in", exact: true }).click();
  await at.page.getByText("“paces” is not one of").waitFor();
  await at.newSheet();
  await at.page.locator("#card-sheet > summary").click();
  // The two are alike, so the first of them is named; on the other screens they can be chosen as well.
  assert.equal(await at.page.locator("#houseStyle option:checked").innerText(), "Ours");
  await at.edit(() => at.page.locator("#houseStyle").selectOption("jazz"));
  await at.edit(() => at.page.locator("#houseStyle").selectOption({ label: "theirs" }));
  assert.match(await at.page.locator("#card-sheet > summary").innerText(), /Ours/);
  const sheet = at.page.url();
  await at.page.goto(`${at.server.address}/atlas/major/C`);
  await at.page.locator("#style").selectOption({ label: "theirs" });
  await at.page.waitForURL(/style=own-/);
  assert.ok((await at.page.locator(".working").textContent()).includes("semitone"));
  await at.page.goto(`${at.server.address}/check?type=major&tonic=C&answer=C+D+E+F+G+A+B+C`);
  await at.page.locator("#style").selectOption({ label: "theirs" });
  await at.page.waitForURL(/style=own-/);
  assert.equal(await at.page.locator("#style option:checked").innerText(), "theirs");
  await at.page.goto(sheet);
  await at.page.locator("#card-sheet > summary").click();
  await at.page.getByRole("link", { name: "Choose every matter of it" }).click();
  await at.page.getByRole("link", { name: "Jazz and band" }).click();
  await at.page.getByRole("button", { name: "Set the sheet in this style" }).click();
  await at.page.waitForURL(/\/sheets\//);
  assert.match(await at.page.locator("#card-sheet > summary").innerText(), /Jazz and band/);
});
