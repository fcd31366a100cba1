// What the program writes is what its published schemas say, by a validator of JSON Schema that knows nothing of it: ajv.
import assert from "node:assert/strict";
import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { after, before, test } from "node:test";
import { Ajv2020 } from "ajv/dist/2020.js";
import { cli, root, temporaryFolder } from "../support/commands.mjs";

const ajv = new Ajv2020({ strict: false, allErrors: true });
const folder = temporaryFolder();
const read = (name) => JSON.parse(readFileSync(join(folder.path, name), "utf8"));
const validatorOf = (name) => ajv.compile(JSON.parse(readFileSync(join(root, "docs", `${name}.schema.json`), "utf8")));
const assertValid = (name, value) => {
  const validate = validatorOf(name);
  assert.ok(validate(value), JSON.stringify(validate.errors?.slice(0, 5), null, 1));
};

// Large print with a scale over two pages, parts, versions, choices, marks of several kinds.
const recipe = {
  gavvet: 1, title: "By the schema", seed: 3, versions: 2, parts: ["clarinet"], paper: { largePrint: true, staffHeight: 14 },
  sections: [
    { kind: "write-scale", count: 4, scales: ["major", "harmonic-minor"], direction: "up-down", marks: 4 },
    { kind: "relative-key", count: 3 },
    { kind: "name-degree", count: 2, answerAs: "choice" },
    { kind: "free-text", questions: [{ prompt: "Say why.", answer: "It leads." }] },
  ],
};

before(() => {
  writeFileSync(join(folder.path, "recipe.json"), JSON.stringify(recipe));
  writeFileSync(join(folder.path, "class.txt"), "Mira\nBo, clarinet\n");
  cli("make", join(folder.path, "recipe.json"), "--class", join(folder.path, "class.txt"), "--out", folder.path, "--formats", "pdf,json");
  const answers = [{ student: "Mira", item: 1, blank: true }, { student: "Mira", item: 5, right: true }, { student: "Bo", item: 2, written: "C D E" }];
  writeFileSync(join(folder.path, "answers.jsonl"), answers.map((line) => JSON.stringify(line)).join("\n"));
  cli("mark", join(folder.path, "record.json"), "--answers", join(folder.path, "answers.jsonl"), "--results", join(folder.path, "results.json"));
});

after(() => folder.remove());

for (const name of ["items", "papers", "record", "results"]) test(`${name}.json is as its schema says`, () => assertValid(name, read(`${name}.json`)));

test("the record says where a question goes on over the page", () => {
  const pieces = read("record.json").editions.flatMap((edition) => edition.items).filter((item) => item.further);
  assert.ok(pieces.length > 0);
  for (const item of pieces) assert.equal(item.further[0].page, item.item.page + 1);
});

test("the recipe and the sheet that comes of it are as their schema says", () => {
  assertValid("sheet", recipe);
  assertValid("sheet", read("recipe.json"));
});

test("what is not as a schema says is refused by it", () => {
  const items = read("items.json");
  delete items.versions[0].items[0].number;
  assert.ok(!validatorOf("items")(items));
  const papers = read("papers.json");
  papers[0].codes = "ABCD-1234";
  assert.ok(!validatorOf("papers")(papers));
  const record = read("record.json");
  record.editions[0].items[0].box = "here";
  assert.ok(!validatorOf("record")(record));
});
