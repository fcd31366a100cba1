// The screens of classes with two thousand students and two hundred thousand markings: how long the server takes to the last
// byte, and what memory it holds. Ends with 1 beyond a limit.
import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { root, temporaryFolder } from "../tests/support/commands.mjs";
import { start } from "../tests/support/server.mjs";

const limits = { "class screen": 200, "what a class knows": 200, desk: 100, "a follow-up for each of thirty": 1000, "memory held": 250 };
const folder = temporaryFolder();
const { class: group, ...filled } = JSON.parse(execFileSync("dotnet", [join(root, "bench/Gavvet.Bench/bin/Release/net10.0/Gavvet.Bench.dll"), "school", folder.path], { encoding: "utf8" }));
console.log(`${filled.students} students, ${filled.markings} markings`);
const server = await start({ data: folder.path });
const waits = async (path, times) => {
  const taken = [];
  for (let i = 0; i < times; i += 1) {
    const begun = performance.now();
    const answer = await fetch(server.address + path);
    const bytes = (await answer.arrayBuffer()).byteLength;
    if (answer.status !== 200 || bytes < 1000) throw new Error(`${path}: ${answer.status}, ${bytes} bytes`);
    taken.push(performance.now() - begun);
  }
  return taken;
};
let beyond = 0;
const hold = (what, value, unit) => {
  if (value > limits[what]) beyond += 1;
  console.log(`${what}: ${value.toFixed(0)} ${unit}, limit ${limits[what]} ${unit}`);
};
const median = (taken) => taken.toSorted((a, b) => a - b)[Math.floor(taken.length / 2)];
const first = await waits("/", 1);
console.log(`desk, the first time: ${first[0].toFixed(0)} ms`);
hold("desk", median(await waits("/", 11)), "ms");
hold("class screen", median(await waits(`/classes/${group}`, 11)), "ms");
hold("what a class knows", median(await waits(`/classes/${group}/standing`, 11)), "ms");
const today = new Date(Date.now() + 86_400_000).toISOString().slice(0, 10);
hold("a follow-up for each of thirty", median(await waits(`/classes/${group}/follow-ups.pdf?from=2020-01-01&to=${today}`, 5)), "ms");
hold("memory held", Number(readFileSync(`/proc/${server.pid}/status`, "utf8").match(/VmRSS:\s+(\d+)/)[1]) / 1024, "MB");
await server.stop();
folder.remove();
process.exit(beyond === 0 ? 0 : 1);
