// Faults planted on purpose, one at a time, in a copy of the program: each must turn a test red. First those that got
// through once, by name; then operators changed at places drawn at random over the core.
// node bench/mutants.mjs [HOW MANY AT RANDOM] [SEED] [FOLDER], after a build; with a folder such as Judging only faults in it.
import { spawnSync } from "node:child_process";
import { cpSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { root, temporaryFolder } from "../tests/support/commands.mjs";
import { named } from "./faults.mjs";

const [many, seed, folder] = [Number(process.argv[2] ?? 40), Number(process.argv[3] ?? 1), process.argv[4] ?? ""];
const copy = temporaryFolder();
cpSync(root, copy.path, { recursive: true, filter: (path) => !/node_modules|\/\.git(\/|$)|docs\/screenshots/.test(path.slice(root.length)) });
const worksheets = ["Gavvet.Worksheets.Tests", "Gavvet.Engraving.Tests"];

const run = (words, cwd) => spawnSync("dotnet", words, { cwd, encoding: "utf8", maxBuffer: 1 << 28, timeout: 300_000, env: { ...process.env, DOTNET_CLI_TELEMETRY_OPTOUT: "1", GAVVET_EDIT_SEQUENCES: "150" } });
const caught = (suites) => {
  for (const suite of suites) {
    const built = run(["build", `tests/${suite}`, "-c", "Release", "--no-restore", "-v", "quiet", "-p:TreatWarningsAsErrors=false", "-p:RunAnalyzers=false"], copy.path);
    // What does not compile is no mutant.
    if (built.status !== 0) return null;
    if (run([`tests/${suite}/bin/Release/net10.0/${suite}.dll`, "--stop-on-fail", "on"], copy.path).status !== 0) return true;
  }
  return false;
};

const tried = { named: [0, 0], random: [0, 0] };
const survivors = [];
const attempt = (group, words, file, change, suites) => {
  const path = join(copy.path, file);
  const before = readFileSync(path, "utf8");
  const after = change(before);
  if (after === before) {
    survivors.push(`${words}: nothing to change in ${file}`);
    tried[group][1] += 1;
    return;
  }
  writeFileSync(path, after);
  const result = caught(suites);
  writeFileSync(path, before);
  if (result === null) return;
  tried[group][1] += 1;
  if (result) tried[group][0] += 1;
  else survivors.push(`${words} (${file})`);
  console.log(`${result ? "caught" : "LIVES "} ${words}`);
};

for (const [words, [file, from, to, suites]] of Object.entries(named).filter(([, [file]]) => file.includes(`/${folder}`))) attempt("named", words, file, (text) => text.replace(from, to), suites);

// The same numbers for the same seed.
let state = BigInt(seed);
const random = (below) => {
  state = BigInt.asUintN(64, state * 6364136223846793005n + 1442695040888963407n);
  return Number((state >> 33n) % BigInt(below));
};
const rooms = { "src/Gavvet.Worksheets/Judging": worksheets.slice(0, 1), "src/Gavvet.Worksheets/Versions": worksheets.slice(0, 1), "src/Gavvet.Worksheets/Files": worksheets, "src/Gavvet.Theory/Parts": ["Gavvet.Theory.Tests", "Gavvet.Worksheets.Tests"], "src/Gavvet.Exchange": ["Gavvet.Exchange.Tests"] };
const operators = [[/ >= /g, " > "], [/ <= /g, " < "], [/ > (?!\/)/g, " >= "], [/ < (?!\/)/g, " <= "], [/ == /g, " != "], [/ != /g, " == "], [/ && /g, " || "], [/ \|\| /g, " && "], [/ \+ 1\b/g, " - 1"], [/ - 1\b/g, " + 1"], [/\btrue\b/g, "false"], [/\bfalse\b/g, "true"], [/\.Any\(/g, ".All("], [/\.All\(/g, ".Any("], [/\.Min\(/g, ".Max("], [/\.Max\(/g, ".Min("], [/ \? 1 : 0/g, " ? 0 : 1"]];
const places = Object.entries(rooms).filter(([room]) => room.includes(folder)).flatMap(([room, suites]) => readdirSync(join(root, room)).filter((name) => name.endsWith(".cs") && statSync(join(root, room, name)).isFile()).flatMap((name) => {
  const file = `${room}/${name}`;
  const text = readFileSync(join(root, file), "utf8");
  return operators.flatMap(([from, to]) => [...text.matchAll(from)].filter((match) => !/^\s*\/\//.test(text.slice(text.lastIndexOf("\n", match.index) + 1))).map((match) => ({ file, at: match.index, length: match[0].length, to, suites, line: text.slice(0, match.index).split("\n").length })));
}));
for (let i = 0; i < many && places.length > 0; i += 1) {
  const [place] = places.splice(random(places.length), 1);
  attempt("random", `${place.file.split("/").at(-1)}:${place.line} becomes “${place.to.trim()}”`, place.file, (text) => text.slice(0, place.at) + place.to + text.slice(place.at + place.length), place.suites);
}
copy.remove();
rmSync(copy.path, { recursive: true, force: true });
console.log(`${tried.named[0]} of ${tried.named[1]} by name caught; ${tried.random[0]} of ${tried.random[1]} at random`);
for (const survivor of survivors) console.log(`  lives: ${survivor}`);
process.exit(tried.named[0] === tried.named[1] && tried.random[0] >= tried.random[1] * 0.85 ? 0 : 1);
