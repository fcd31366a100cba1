// Ratios, each pair taken in one run: scales spelled against @tonaljs/scale, pages to PDF against a Chromium that is
// already running and prints the same pages.
import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import * as tonal from "@tonaljs/scale";
import createVerovioModule from "verovio/wasm";
import { VerovioToolkit } from "verovio/esm";
import { cli, root, temporaryFolder } from "../tests/support/commands.mjs";
import { launch } from "../tests/support/server.mjs";

const ours = (...args) => JSON.parse(execFileSync("dotnet", [join(root, "bench/Gavvet.Bench/bin/Release/net10.0/Gavvet.Bench.dll"), ...args], { encoding: "utf8" }));
const median = (numbers) => numbers.toSorted((a, b) => a - b)[Math.floor(numbers.length / 2)];
const show = (number) => (number >= 100 ? Math.round(number).toLocaleString("en-US") : number.toFixed(1));

// The same pairs of type and tonic on both sides; a whole record each, with notes, steps, degrees and names.
const get = tonal.get ?? tonal.default.get;
const theirScales = (pairs, seconds) => {
  let rate = 0;
  for (let run = 0; run < 2; run += 1) {
    let spelled = 0;
    const start = performance.now();
    while (performance.now() - start < seconds * 1000) {
      for (const name of pairs) if (get(name).notes.length > 0) spelled += 1;
    }
    rate = spelled / ((performance.now() - start) / 1000);
  }
  return rate;
};

const names = JSON.parse(readFileSync(join(root, "tests/support/scale-names.json"), "utf8"));
const known = JSON.parse(cli("scales", "--json")).filter(({ type }) => type in names).map(({ type, tonic }) => `${tonic} ${names[type]}`);
const pairs = [0, 1, 2].map(() => ({ ours: ours("scales", "1").scalesPerSecond, theirs: theirScales(known, 1) }));
const scaleRatio = median(pairs.map((pair) => pair.ours / pair.theirs));
console.log(`Scales a second, whole records, both routes compared: ${show(median(pairs.map((pair) => pair.ours)))}; @tonaljs/scale: ${show(median(pairs.map((pair) => pair.theirs)))}; ratio ${scaleRatio.toFixed(1)}`);
console.log(`A judged answer: ${show(median([0, 1, 2].map(() => ours("judge", "1").microseconds)))} microseconds`);
const whole = (...args) => { const start = performance.now(); cli(...args); return performance.now() - start; };
const [help, atlas] = [["--help"], ["scales", "--json"]].map((args) => median([0, 1, 2, 3, 4].map(() => whole(...args))));
console.log(`The whole atlas as JSON: ${show(atlas - help)} ms after start (the start alone: ${show(help)} ms)`);

const sheet = ours("sheet", "9");
console.log(`Student pages and key of a sheet of ${sheet.pages} pages, from questions to PDF: ${show(median(sheet.milliseconds))} ms`);
const pile = ours("versions", "15", "2", "3");
console.log(`15 versions for two parts with keys, ${pile.pages} pages: ${show(median(pile.milliseconds))} ms, ${pile.megabytes} MB at most`);
const perVersion = [1, 4, 13, 26].map((count) => median(ours("versions", `${count}`, "1", "4").milliseconds) / count);
console.log(`A version with its key, of 1, 4, 13 and 26: ${perVersion.map(show).join(", ")} ms each`);

// The same staff, a scale in one bar, engraved as SVG again and again.
const staves = 200;
const toolkit = new VerovioToolkit(await createVerovioModule());
const theirStaves = () => {
  const start = performance.now();
  for (let i = 0; i < staves; i += 1) {
    toolkit.loadData(`<?xml version="1.0"?><mei xmlns="http://www.music-encoding.org/ns/mei"><meiHead><fileDesc><titleStmt><title/></titleStmt><pubStmt/></fileDesc></meiHead><music><body><mdiv><score><scoreDef keysig="2f"><staffGrp><staffDef n="1" lines="5" clef.shape="G" clef.line="2"/></staffGrp></scoreDef><section><measure n="1" right="end"><staff n="1"><layer n="1">${["g4", "a4", "b4", "c5", "d5", "e5", "f5s", "g5", "f5", "e5", "d5", "c5", "b4", "a4", "g4"].map((note) => `<note pname="${note[0]}" oct="${note[1]}" dur="1"${note[2] ? ' accid="s"' : ""}/>`).join("")}</layer></staff></measure></section></score></mdiv></body></music></mei>`);
    toolkit.renderToSVG(1);
  }
  return performance.now() - start;
};
theirStaves();
const ourStaves = median(ours("staves", `${staves}`, "5").milliseconds);
const verovioStaves = median([0, 1, 2].map(theirStaves));
console.log(`${staves} staves as SVG: ${show(ourStaves)} ms; verovio: ${show(verovioStaves)} ms; ratio ${(verovioStaves / ourStaves).toFixed(1)}`);

const folder = temporaryFolder();
const coldStart = performance.now();
const browser = await launch();
try {
  const { pages } = ours("pages", folder.path);
  const images = Array.from({ length: pages }, (_, i) => readFileSync(join(folder.path, `page-${i + 1}.svg`), "utf8"));
  const page = await browser.newPage();
  await page.goto("about:blank");
  console.log(`Chromium's cold start, not counted below: ${show(performance.now() - coldStart)} ms`);
  for (const [count, runs] of [[8, 5], [240, 3]]) {
    const times = [];
    for (let run = 0; run <= runs; run += 1) {
      const start = performance.now();
      const sheets = Array.from({ length: count }, (_, i) => `<div>${images[i % images.length].replaceAll('"p-', `"p${i}-`).replaceAll("#p-", `#p${i}-`).replace(/<style>.*?<\/style>/s, i === 0 ? "$&" : "")}</div>`).join("");
      await page.setContent(`<style>@page{size:A4;margin:0}body{margin:0}div{break-after:page;height:296.9mm;overflow:hidden}svg{display:block}</style>${sheets}`);
      await page.evaluate(() => document.fonts.ready);
      await page.pdf({ preferCSSPageSize: true, printBackground: true });
      if (run > 0) times.push(performance.now() - start);
    }
    const mine = ours("pdf", `${count}`, `${4 * runs}`).milliseconds;
    console.log(`${count} pages to PDF: ${show(median(mine))} ms; running Chromium loading and printing the same pages: ${show(median(times))} ms; ratio ${(median(times) / median(mine)).toFixed(1)}`);
  }
} finally {
  await browser.close();
  folder.remove();
}
