// Every screen in the pseudo-language: a word without an accent went through no language's file, and a screen that then
// scrolls sideways has no room for another language.
import assert from "node:assert/strict";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { test } from "node:test";
import { root } from "../support/commands.mjs";
import { launch, start, watch } from "../support/server.mjs";

const begin = ["/", "/classes", "/specimens", "/atlas", "/check", "/style", "/backup", "/language", "/compare", "/erase", "/account", "/sign-in", "/nothing-here"];

// Screens that differ in what they are about alone are one.
const screenOf = (path) =>
  path.replace(/[?#].*/, "").replace(/[0-9a-f]{16,}/g, "ID").replace(/\/(atlas|atlas-family|p|help)\/.*/, "/$1/X");

// What stands in the demo school's own words, and names of no language: zones, files, codes, chords, numerals, syllables.
const demo = ["DemoData", "DemoClasses"].map((file) => readFileSync(join(root, "src/Gavvet.Web/Demo", `${file}.cs`), "utf8")).join("\n");
const own = [...demo.matchAll(/"(?:title|instructions)":"([^"]+)"|^ +([\p{L}’' -]+)[,\t]|\(\s*"([^"]+)"/gmu)].map((found) => found[1] ?? found[2] ?? found[3]).filter((words) => words.trim().length > 2);
const ownParts = own.flatMap((words) => [words, ...words.split(/[♭♯]/u)]).map((words) => words.trim()).filter((words) => words.length > 2).sort((one, other) => other.length - one.length);
// A printing’s piles are called as they were when they were printed.
const printed = /\bVersion [A-Z]\b|· (?:Violin|Viola|Cello|Double bass|Large print)|, Answer key|\bShort key\b|\bAnswers with working\b/g;
const nameless = [/\b[\w-]+\.(?:pdf|json|csv|zip|svg)\b/g, /\b[A-Z]\w+\/[\w /+-]+/g, /\bhttps?:\/\/\S+/g, /\b[0-9A-Z]{3,4}-[0-9A-Z]{4}\b/g, /\b[A-G][♯♭]?(?:m|maj|dim|aug)?\d?\b/gu, /\b(?:do|re|mi|fa|so|la|ti|UTC|Gavvet|PDF|SVG|MIDI|MusicXML|ZIP|CSV|JSON|QR|[IVX]+)\b/g];

const leftIn = (text) => {
  let rest = text.replace(printed, " ");
  for (const words of ownParts) rest = rest.split(words).join(" ");
  for (const kind of nameless) rest = rest.replace(kind, " ");
  return (rest.match(/\p{L}+/gu) ?? []).filter((word) => /^(?=.*[aeiouy])[a-z]{2,}$/i.test(word));
};

// Texts, and what is read out or shown at a point, apart from what says itself that it is in English.
const said = (page) =>
  page.evaluate(() => {
    // A page of the help is called as its text is.
    const texts = location.pathname.startsWith("/help") ? [] : [document.title];
    const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    while (walk.nextNode()) {
      const { parentElement: parent, nodeValue } = walk.currentNode;
      if (nodeValue.trim() && !parent.closest("script, style, textarea, [lang='en']")) texts.push(nodeValue.trim().replace(/\s+/g, " "));
    }
    for (const element of document.querySelectorAll("[aria-label], [title], [placeholder], [alt]")) {
      if (!element.closest("[lang='en']")) for (const name of ["aria-label", "title", "placeholder", "alt"]) if (element.getAttribute(name)) texts.push(element.getAttribute(name));
    }
    return texts;
  });

test("no screen has a word that another language could not say, and none scrolls sideways for longer words", async () => {
  const server = await start({ demo: true, more: ["--pseudo-language"] });
  const browser = await launch();
  try {
    const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
    const complaints = watch(page, server.address);
    // Chosen as a teacher chooses it.
    await page.goto(`${server.address}/language`);
    await page.locator("input[value='qps-ploc']").check();
    await page.locator("main button").click();
    await page.waitForURL(`${server.address}/`);
    assert.equal(await page.locator("html").getAttribute("lang"), "qps-ploc");

    const [seen, found, wide, todo] = [new Set(), [], [], [...begin]];
    while (todo.length > 0) {
      const path = todo.shift();
      const screen = screenOf(path);
      if (seen.has(screen) || /\.\w+$|\/(?:file|download)$/.test(screen)) continue;
      seen.add(screen);
      await page.goto(server.address + path);
      found.push(...(await said(page)).flatMap((text) => leftIn(text).map((word) => `${screen}: ${word} in “${text.slice(0, 100)}”`)));
      const sideways = () => page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
      if ((await sideways()) > 0) wide.push(`${screen} by ${await sideways()}`);
      // A term later a table has a column for every paper: it scrolls in its own room.
      await page.evaluate(() => {
        for (const row of document.querySelectorAll(".table-wrap tr")) for (let more = 0; more < 30; more++) row.insertCell().textContent = "7 óóf 9";
      });
      if ((await sideways()) > 0) wide.push(`${screen} with many columns by ${await sideways()}`);
      for (const link of await page.$$eval("a[href^='/']:not([download])", (links) => links.map((one) => one.getAttribute("href")))) todo.push(link);
    }
    assert.deepEqual([...new Set(found)], []);
    assert.deepEqual(wide, []);
    // All of them were met.
    for (const screen of ["/sheets/ID", "/sheets/ID/print", "/practices", "/practices/ID", "/practices/new", "/sheets/ID/history", "/classes/ID", "/classes/ID/standing", "/classes/ID/plan", "/printings/ID", "/printings/ID/mark", "/printings/ID/results", "/p/X", "/atlas/X", "/atlas-family/X", "/compare", "/help/X"])
      assert.ok(seen.has(screen), screen);
    assert.deepEqual(complaints.filter((words) => !words.includes("404")), []);
  } finally {
    await browser.close();
    await server.stop();
  }
});

test("a sheet speaks the language chosen for it, whatever the screens speak", async () => {
  const server = await start({ more: ["--pseudo-language"] });
  const browser = await launch();
  try {
    const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 }, acceptDownloads: true })).newPage();
    await page.goto(server.address);
    await page.getByRole("button", { name: "New sheet" }).click();
    await page.waitForURL(/\/sheets\//);
    await page.locator("#card-sheet > summary").click();
    await page.locator("#language").selectOption("qps-ploc");
    await page.locator("svg[lang='qps-ploc']").first().waitFor();
    assert.match(await page.locator("svg[lang='qps-ploc']").first().textContent(), /áájóóř/);
    assert.equal(await page.locator("html").getAttribute("lang"), "en-US");
    const id = new URL(page.url()).pathname;
    const pdf = Buffer.from(await (await page.request.get(`${server.address}${id}/key.pdf`)).body()).toString("latin1");
    assert.match(pdf, /\/Lang \(qps-ploc\)/);
    assert.match(await (await page.request.get(`${server.address}${id}/sheet.json`)).text(), /"language": "qps-ploc"/);
    // A browser that asks for what is not here gets English.
    const other = await (await browser.newContext({ locale: "fi-FI" })).newPage();
    await other.goto(server.address);
    assert.equal(await other.locator("html").getAttribute("lang"), "en-US");
  } finally {
    await browser.close();
    await server.stop();
  }
});
