// Where signature accidentals stand, in all four clefs and both kinds, against verovio's engraving.
import assert from "node:assert/strict";
import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { test } from "node:test";
import createVerovioModule from "verovio/wasm";
import { VerovioToolkit } from "verovio/esm";
import { cli, temporaryFolder } from "../support/commands.mjs";

const clefs = { treble: ["G", 2], bass: ["F", 4], alto: ["C", 3], tenor: ["C", 4] };
const toolkit = new VerovioToolkit(await createVerovioModule());

// Half spaces above the bottom line, left to right, from an SVG's staff lines and signs.
const heights = (lines, signs, ofSign) => {
  const [top, bottom] = [Math.min(...lines), Math.max(...lines)];
  const half = (bottom - top) / 8;
  return signs.sort((a, b) => a.x - b.x).map((sign) => Math.round((bottom - ofSign(sign)) / half));
};

const theirs = (clef, kind) => {
  const [shape, line] = clefs[clef];
  toolkit.setOptions({ header: "none", footer: "none", svgViewBox: true });
  toolkit.loadData(`<?xml version="1.0"?><mei xmlns="http://www.music-encoding.org/ns/mei"><meiHead><fileDesc><titleStmt><title/></titleStmt><pubStmt/></fileDesc></meiHead><music><body><mdiv><score>
    <scoreDef keysig="7${kind}"><staffGrp><staffDef n="1" lines="5" clef.shape="${shape}" clef.line="${line}"/></staffGrp></scoreDef>
    <section><measure n="1"><staff n="1"><layer n="1"><note pname="c" oct="4" dur="1"/></layer></staff></measure></section></score></mdiv></body></music></mei>`);
  const svg = toolkit.renderToSVG(1);
  const staff = svg.slice(svg.indexOf('class="staff"'));
  const lines = [...staff.matchAll(/<path d="M\d+ (\d+) L\d+ \d+"/g)].slice(0, 5).map((match) => Number(match[1]));
  const signature = svg.slice(svg.indexOf('class="keySig"'));
  const signs = [...signature.matchAll(/class="keyAccid"[^]*?translate\((\d+), ?(\d+)\)/g)].slice(0, 7).map((match) => ({ x: Number(match[1]), y: Number(match[2]) }));
  return heights(lines, signs, (sign) => sign.y);
};

const ours = (clef, kind) => {
  const folder = temporaryFolder();
  try {
    const file = join(folder.path, "sheet.json");
    const section = { kind: "write-signature", keys: kind === "s" ? { flats: -7, sharps: 7 } : { flats: 7, sharps: -7 }, clefs: [clef], count: 1 };
    writeFileSync(file, JSON.stringify({ gavvet: 1, title: "Signatures", sections: [section] }));
    cli("make", file, "--formats", "svg", "--key", "in-place");
    const svg = readFileSync(join(folder.path, "key-A-1.svg"), "utf8");
    const question = svg.slice(svg.indexOf('aria-label="Question 1'));
    const staffSpace = 2; // an 8 mm staff, in thousandths of the unit the outlines are drawn in
    const staff = question.match(/<path d="((?:M\d+ \d+L\d+ \d+){5})"/)[1];
    const lines = [...staff.matchAll(/M\d+ (\d+)L/g)].map((match) => Number(match[1]));
    const signs = [...question.matchAll(/accidental(?:Sharp|Flat)" transform="translate\((\d+) (\d+)\) scale\(([\d.]+)\)/g)]
      .filter((match) => Number(match[3]) === staffSpace).map((match) => ({ x: Number(match[1]), y: Number(match[2]) }));
    return heights(lines, signs, (sign) => sign.y);
  } finally {
    folder.remove();
  }
};

for (const clef of Object.keys(clefs)) {
  for (const [kind, name] of [["s", "sharps"], ["f", "flats"]]) {
    test(`seven ${name} in the ${clef} clef`, () => {
      const drawn = ours(clef, kind);
      assert.equal(drawn.length, 7);
      assert.deepEqual(drawn, theirs(clef, kind));
    });
  }
}
