// The atlas and the check screen as a teacher uses them.
import assert from "node:assert/strict";
import { after, before, test } from "node:test";
import { execFileSync } from "node:child_process";
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { temporaryFolder } from "../support/commands.mjs";
import { boxOf, launch, start, violations, watch } from "../support/server.mjs";

let server, browser, context, page, complaints;

before(async () => {
  server = await start();
  browser = await launch();
});

after(async () => {
  await browser?.close();
  await server?.stop();
});

const open = async (path) => {
  await page?.close();
  context ??= await browser.newContext({ viewport: { width: 1280, height: 800 } });
  page = await context.newPage();
  complaints = watch(page, server.address);
  await page.goto(server.address + path);
};

const clean = () => assert.deepEqual(complaints, []);

test("one box finds a scale by name, by formula and by notes, and lists what an ambiguous name may mean", async () => {
  await open("/atlas");
  const first = async (text) => {
    await page.fill("#find", text);
    await page.waitForFunction((typed) => document.querySelector("#found")?.dataset.for === typed, text);
    return page.locator("#found a").allTextContents();
  };
  assert.equal((await first("ab mix"))[0], "A♭ Mixolydian");
  assert.equal((await first("1 b2 3 4 5 b6 7"))[0], "double harmonic major");
  assert.equal((await first("2 1 3 1 2 1 2"))[0], "Dorian ♯4");
  assert.equal((await first("C D E F# G# Bb"))[0], "C whole tone");
  assert.deepEqual((await first("gypsy")).slice(0, 3), ["Phrygian dominant", "double harmonic major", "Hungarian minor"]);
  assert.deepEqual(await first("nothing like it"), []);
  await first("b dorian");
  await page.locator("#found a").first().click();
  await page.waitForURL("**/atlas/dorian/B");
  assert.equal(await page.locator("h1").textContent(), "B Dorian");
  clean();
});

test("a scale is shown whole, in the clef and house style chosen, at an address of its own", async () => {
  await open("/atlas/harmonic-minor/D%23");
  for (const words of ["C𝄪", "leading note", "raise the 7th, C♯ is already sharp, so C𝄪", "F♯ major", "augmented triad", "perfect fifth", "six sharps"]) {
    assert.ok((await page.locator(".atlas-entry").textContent()).includes(words), words);
  }
  assert.match(await page.locator("svg [role=img]").first().getAttribute("aria-label"), /Treble clef, six sharps; D sharp, E sharp/);
  await page.selectOption("#clef", "bass");
  await page.waitForURL("**/atlas/harmonic-minor/D%23?clef=bass");
  await page.selectOption("#style", "tones");
  await page.waitForURL("**/atlas/harmonic-minor/D%23?style=tones&clef=bass");
  assert.ok((await page.locator(".working").textContent()).includes("semitone"));
  await page.locator("input[name=tonic][value=A]").check({ force: true });
  await page.waitForURL("**/atlas/harmonic-minor/A?style=tones&clef=bass");
  await page.reload();
  assert.equal(await page.locator("h1").textContent(), "A harmonic minor");
  assert.deepEqual(await violations(page), []);
  clean();
});

test("the spread stands above the fold, with steps and degrees at their notes and what the scale is beside them", async () => {
  for (const path of ["/atlas/harmonic-minor/D%23", "/atlas/melodic-minor/A", "/atlas/dorian/E"]) {
    await open(path);
    const spread = await boxOf(page.locator(".spread > svg").first());
    const facts = await boxOf(page.locator(".spread .relations > div").first());
    assert.ok(spread.y + spread.height < 800 && facts.y + facts.height < 800, path);
    assert.match(await page.locator(".spread .relations").innerText(), /Signature|Parent/);
  }
  await open("/atlas/major/C");
  // A degree stands under its head: the last of eight as the first.
  const middles = async (text) => page.locator(".spread > svg text", { hasText: new RegExp(`^${text}$`) }).evaluate((one) => { const box = one.getBoundingClientRect(); return box.x + box.width / 2; });
  const heads = await page.locator(".spread > svg use[href$=noteheadWhole]").evaluateAll((all) => all.map((one) => { const box = one.getBoundingClientRect(); return box.x + box.width / 2; }));
  assert.equal(heads.length, 8);
  for (const [place, degree] of [[0, "1"], [4, "5"], [7, "8"]]) assert.ok(Math.abs(heads[place] - await middles(degree)) < 3, degree);
  clean();
});

test("what cannot be written is said in words, with a tonic that can", async () => {
  await open("/atlas/altered/Fb");
  assert.match(await page.locator("[role=alert]").first().textContent(), /F♭ altered would need a triple accidental.*E altered sounds the same/);
  await open("/atlas/gipsy/C");
  assert.match(await page.locator("[role=alert]").first().textContent(), /Did you mean/);
});

test("the scale sounds up, down and with its tonic held", async () => {
  await open("/atlas/melodic-minor/A");
  await page.locator("[data-play=up]").click();
  assert.equal(await page.locator("[data-sound]").getAttribute("data-played"), "up 8");
  await page.keyboard.press("t");
  assert.equal(await page.locator(".sound [data-hold]").getAttribute("aria-pressed"), "true");
  await page.keyboard.press("o");
  assert.equal(await page.locator("[data-sound]").getAttribute("data-played"), "down 8");
  const pitches = (await page.locator("[data-sound]").getAttribute("data-sound")).split(" ").map(Number);
  assert.deepEqual(pitches.map((pitch) => pitch - pitches[0]), [0, 2, 3, 5, 7, 9, 11, 12, 10, 8, 7, 5, 3, 2, 0]);
  clean();
});

test("the handout is one page with the scale's name, degrees and working", async () => {
  await open("/atlas/phrygian-dominant/E");
  const folder = temporaryFolder();
  try {
    const answer = await page.request.get(`${server.address}${await page.locator("[data-key=h]").getAttribute("href")}`);
    assert.equal(answer.headers()["content-type"], "application/pdf");
    const pdf = join(folder.path, "handout.pdf");
    writeFileSync(pdf, await answer.body());
    assert.match(execFileSync("pdfinfo", [pdf], { encoding: "utf8" }), /Pages: +1\n/);
    const text = execFileSync("pdftotext", ["-layout", pdf, "-"], { encoding: "utf8" }).replace(/\s+/g, " ");
    for (const words of ["E Phrygian dominant", "Also: Mixolydian", "major third", "A harmonic minor"]) assert.ok(text.includes(words), words);
    assert.equal((await page.request.get(`${server.address}/atlas/none/E/handout.pdf`)).status(), 404);
  } finally {
    folder.remove();
  }
});

test("an answer typed is judged as it is typed, with the mistake named for the margin", async () => {
  await open("/check?type=harmonic-minor&tonic=D%23");
  await page.fill("#answer", "D# E# F# G# A# B D D#");
  await page.locator(".verdict-misspelled").waitFor();
  assert.match(await page.locator(".verdict").textContent(), /Right by sound, not by name\s+7 of 8 marks/);
  // What is said of one note stands at the end of a line from its ring.
  assert.equal(await page.locator(".slip-words li").textContent(), "Note 7: D sounds right but is written C𝄪 here.");
  const [ring, sentence] = [await boxOf(page.locator("[data-staff-pad] svg rect").last()), await boxOf(page.locator(".slip-words li"))];
  const lead = await page.locator(".slip-words li").evaluate((item) => ({ height: parseFloat(getComputedStyle(item, "::before").height), left: parseFloat(getComputedStyle(item, "::before").left) }));
  assert.ok(lead.height > 0 && sentence.y - lead.height >= ring.y, JSON.stringify([ring, sentence, lead]));
  assert.ok(Math.abs(sentence.x + lead.left - (ring.x + ring.width / 2)) < 3, JSON.stringify([ring, sentence, lead]));
  await page.fill("#answer", "D# E# F# G# A# B C## D#");
  await page.locator(".verdict-correct").waitFor();
  assert.match(page.url(), /answer=D%23\+E%23/);
  await page.reload();
  await page.locator(".verdict-correct").waitFor();
  await page.fill("#answer", "D# E# Q");
  await page.waitForFunction(() => document.getElementById("error-answer").textContent.includes("“Q” is not a note name"));
  assert.equal(await page.inputValue("#answer"), "D# E# Q");
  assert.deepEqual(await violations(page), []);
  clean();
});

test("an answer is clicked onto the staff and taken back", async () => {
  await open("/check?type=major&tonic=G");
  const click = async (position, sign) => {
    if (sign) await page.locator(`[name=pad-sign][value="${sign}"]`).check({ force: true });
    const before = await page.inputValue("#answer");
    const pad = page.locator("[data-staff-pad]");
    const box = await boxOf(pad.locator("svg"));
    const [top, bottom] = [Number(await pad.getAttribute("data-top")), Number(await pad.getAttribute("data-bottom"))];
    // The answer redraws the staff; the next click waits until it stands.
    const judged = page.waitForResponse((answer) => answer.url().includes("handler=Judged"));
    await page.mouse.click(box.x + box.width / 2, box.y + box.height * (bottom - (bottom - top) * (position / 8)));
    await page.waitForFunction((old) => document.getElementById("answer").value !== old, before);
    await judged;
    await page.waitForFunction(() => !document.querySelector(".htmx-request, .htmx-swapping, .htmx-settling") && document.querySelector("[data-staff-pad] svg"));
  };
  for (const position of [2, 3, 4, 5, 6, 7]) await click(position);
  await click(8, "#");
  await click(9);
  assert.equal(await page.inputValue("#answer"), "G4 A4 B4 C5 D5 E5 F#5 G5");
  await page.locator(".verdict-correct").waitFor();
  await page.locator("[data-pad-back]").click();
  await page.locator(".verdict-wrong").waitFor();
  assert.match(await page.locator(".margin-words").textContent(), /Close the scale with its tonic, G\./);
  await page.locator("[data-pad-clear]").click();
  await page.locator("#judged .hint").waitFor();
  clean();
});

test("a part, a key signature and the house style are taken into account", async () => {
  await open("/check?type=major&tonic=Eb&part=alto-sax&answer=Eb+F+G+Ab+Bb+C+D+Eb");
  assert.match(await page.locator(".margin-words").textContent(), /Alto saxophone reads C major/);
  await open("/check?type=major&tonic=D&signature=1&answer=D+E+F+G+A+B+C+D");
  assert.match(await page.locator(".margin-words").textContent(), /it should have two sharps/);
  const altered = "/check?type=altered&tonic=C&answer=C+Db+D%23+E+F%23+G%23+Bb+C";
  await open(altered);
  assert.match(await page.locator(".verdict").textContent(), /Right by sound, not by name\s+7 of 8/);
  await open(`${altered}&style=jazz`);
  assert.match(await page.locator(".verdict").textContent(), /All right, in another spelling\s+8 of 8/);
});

test("both screens work by keyboard alone", async () => {
  await open("/atlas");
  await page.keyboard.press("f");
  await page.keyboard.type("hijaz");
  // What half the word found is still being replaced by what the whole finds.
  await page.waitForTimeout(400);
  await page.waitForFunction(() => document.querySelector("#found a") && !document.querySelector(".htmx-request, .htmx-swapping, .htmx-settling"));
  await page.keyboard.press("Tab");
  await page.keyboard.press("Enter");
  await page.waitForURL("**/atlas/phrygian-dominant/C");
  await page.keyboard.press("?");
  assert.ok(await page.locator("#keys-help").evaluate((dialog) => dialog.open));
  await page.keyboard.press("Escape");
  await open("/check?type=major&tonic=C");
  await page.keyboard.press("w");
  await page.keyboard.type("C D E F G A B C");
  await page.locator(".verdict-correct").waitFor();
  clean();
});
