// A hundred SIGKILLs, at moments spread over start, migration, saving, printing and backup: after each everything that was
// said to be done must be there. node bench/kills.mjs [ROUNDS], after a Release build.
import { spawn, spawnSync } from "node:child_process";
import { join } from "node:path";
import { root, temporaryFolder } from "../tests/support/commands.mjs";

const rounds = Number(process.argv[2] ?? 100);
const target = join(root, "tests/Gavvet.Storage.KillTarget/bin/Release/net10.0/Gavvet.Storage.KillTarget.dll");
// How long this machine takes to the first save; the kills fall between half and double of it, so that a third of them fall into start and migration.
const firstSave = await (async () => {
  const begun = performance.now();
  const first = temporaryFolder();
  const work = spawn("dotnet", [target, first.path], { stdio: ["ignore", "pipe", "inherit"] });
  await new Promise((resolve) => work.stdout.once("data", resolve));
  const took = performance.now() - begun;
  work.kill("SIGKILL");
  await new Promise((resolve) => work.on("close", resolve));
  first.remove();
  return took;
})();
let [folder, said, told, empty] = [temporaryFolder(), [], 0, 0];
for (let round = 0; round < rounds; round += 1) {
  // Every fifth round begins with an empty folder, whose first start makes the database by migration.
  if (round % 5 === 0) {
    folder.remove();
    [folder, said] = [temporaryFolder(), []];
  }
  const work = spawn("dotnet", [target, folder.path], { stdio: ["ignore", "pipe", "inherit"] });
  let words = "";
  work.stdout.on("data", (chunk) => { words += chunk; });
  const ended = new Promise((resolve) => work.on("close", resolve));
  // Golden-ratio steps reach every part of the span evenly.
  await new Promise((resolve) => setTimeout(resolve, firstSave * (0.5 + ((round * 0.618) % 1) * 1.5)));
  work.kill("SIGKILL");
  await ended;
  const lines = words.split("\n").slice(0, -1);
  said.push(...lines);
  told += lines.length;
  if (lines.length === 0) empty += 1;
  const check = spawnSync("dotnet", [target, folder.path, "check"], { input: said.join("\n") + (said.length > 0 ? "\n" : ""), encoding: "utf8" });
  if (check.status !== 0) {
    console.error(`Round ${round}: ${check.stdout}${check.stderr}`);
    process.exit(1);
  }
}
folder.remove();
// A run whose kills all came too early or too late has shown nothing.
if (empty === 0 || empty > rounds * 0.7) {
  console.error(`${empty} of ${rounds} kills came before the first save: nothing is shown by that`);
  process.exit(1);
}
console.log(`${rounds} kills, ${empty} of them before the first save: ${told} confirmed saves, printings and markings, none lost, every database whole`);
