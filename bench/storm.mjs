// Attacks and crowds, against a server of our own on this machine, in bounded loops: random requests to every address,
// random edits, fifty teachers, printings beside them, one person's flood, restores under edits, a locked database, a full
// disk, a folder that goes. Ends with 1 on any answer of 500, any loss, and beyond any limit. With "short", a tenth of the crowds.
import { execFileSync, spawn, spawnSync } from "node:child_process";
import { mkdirSync, readdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from "node:fs";
import { Agent, request } from "node:http";
import { join } from "node:path";
import { root, temporaryFolder } from "../tests/support/commands.mjs";
import { start } from "../tests/support/server.mjs";
import { marking, printForClass } from "./markers.mjs";
import { crowd, edits, pause, Teacher } from "./teacher.mjs";

const short = process.argv[2] === "short";
const scale = short ? 10 : 1;
const limits = { "50 teachers": 300, "50 teachers, five printing": 600, "50 teachers marking": 300, "50 teachers marking, one printing": 300, "an edit in another's flood": 1000, "memory of printing": 400, "memory of the largest printing": 400, "a printing of 26 versions": 8 };
const problems = [];
const fail = (words) => {
  problems.push(words);
  console.log(`  FAILED: ${words}`);
};
// In short beside other work a machine may be slow for a while; there a wait is only held to what no slowness explains.
const hold = (what, value, unit) => {
  const limit = limits[what] * (short && unit === "ms" ? 10 : 1);
  console.log(`${what}: ${value.toFixed(0)} ${unit}, limit ${limit} ${unit}`);
  if (value > limit) fail(`${what} took ${value.toFixed(0)} ${unit}`);
};
const bench = join(root, "bench/Gavvet.Bench/bin/Release/net10.0/Gavvet.Bench.dll");
const at = (numbers, share) => numbers.toSorted((a, b) => a - b)[Math.min(numbers.length - 1, Math.ceil(numbers.length * share) - 1)];

const run = (name, words, environment) => {
  const begun = performance.now();
  const ran = spawnSync("dotnet", [join(root, `tests/${name}/bin/Release/net10.0/${name}.dll`), ...words], { encoding: "utf8", env: { ...process.env, ...environment }, maxBuffer: 1 << 28 });
  console.log(`  ${ran.status === 0 ? "passed" : "FAILED"} in ${((performance.now() - begun) / 1000).toFixed(0)} s`);
  if (ran.status !== 0) fail(ran.stdout.split("\n").filter((line) => line.trim()).slice(-30).join("\n"));
};

// The short form leaves out what the tests run by themselves.
if (!short) {
  console.log("100,000 random requests to every address, seeded afresh");
  run("Gavvet.Web.Tests", ["--filter-class", "*FuzzTests"], { GAVVET_FUZZ_REQUESTS: "100000" });
  console.log("100,000 random sequences of edits");
  run("Gavvet.Engraving.Tests", ["--filter-class", "*RandomEditTests"], { GAVVET_EDIT_SEQUENCES: "100000" });
}

const memory = (server) => Number(readFileSync(`/proc/${server.pid}/status`, "utf8").match(/VmHWM:\s+(\d+)/)[1]) / 1024;

{
  const server = await start();
  const teachers = [];
  for (let i = 0; i < 50; i += 1) teachers.push(await new Teacher(server.address, fail).begin());
  await crowd(teachers, 5);
  const times = await crowd(teachers, 60 / scale);
  console.log(`${times.length} edits by 50 teachers, half within ${at(times, 0.5).toFixed(0)} ms`);
  hold("50 teachers", at(times, 0.99), "ms");
  // Five of them print 26 versions of six questions, the others go on.
  const printers = teachers.slice(0, 5);
  for (const printer of printers) {
    await printer.edit({ edit: "kind", section: "1", kind: "write-scale" });
    await printer.edit({ edit: "keys", section: "1", keys: "Cb Gb Db Ab Eb Bb F C G D A E B F# C#".split(" ") });
    await printer.edit({ edit: "scales", section: "1", scales: ["major", "natural-minor", "harmonic-minor", "melodic-minor", "dorian", "lydian", "mixolydian", "phrygian"] });
    await printer.edit({ edit: "count", section: "1", count: "6" });
    await printer.send("POST", `${printer.sheet}/print`, { versions: "26", __RequestVerificationToken: printer.proof });
  }
  const size = () => readdirSync(server.path).filter((name) => /^gavvet\.db(-wal)?$/.test(name)).reduce((sum, name) => sum + statSync(join(server.path, name)).size, 0) / 1_048_576;
  // All of them mark the papers of one class; then beside a printing of 26 versions.
  const papers = await printForClass(teachers[10], 50);
  hold("50 teachers marking", at(await marking(teachers, papers, 60 / scale), 0.99), "ms");
  const print = async (printer) => {
    const begun = await printer.send("POST", `${printer.sheet}/print?handler=Print`, { seats: "" });
    const job = begun.text.match(/handler=Job&amp;job=([0-9a-f]+)/)?.[1];
    if (!job) return fail(`a printing did not begin: ${begun.status} ${begun.text.slice(0, 200)}`);
    for (;;) {
      const now = await printer.send("GET", `${printer.sheet}/print?handler=Job&job=${job}`);
      if (now.headers["hx-redirect"]) return now.headers["hx-redirect"];
      if (now.text.includes("field-error")) return fail(`a printing failed: ${now.text.replace(/<[^>]+>/g, "")}`);
      await pause(250);
    }
  };
  const one = print(printers[0]);
  hold("50 teachers marking, one printing", at(await marking(teachers.slice(1), papers, 30 / scale), 0.99), "ms");
  await one;
  const before = size();
  const printing = Promise.all(printers.map(print));
  const beside = await crowd(teachers.slice(5), 30 / scale);
  const printed = await printing;
  console.log(`${beside.length} edits beside ${printed.filter(Boolean).length} printings of 26 versions`);
  hold("50 teachers, five printing", at(beside, 0.99), "ms");
  hold("memory of printing", memory(server), "MB");
  hold("a printing of 26 versions", (size() - before) / printers.length, "MB");

  // One browser asks for its workbench two hundred times at once, and for the print room; another edits meanwhile.
  const flooder = await new Teacher(server.address, fail).begin();
  flooder.agent = new Agent({ keepAlive: true, maxSockets: 220 });
  flooder.expects = [503];
  await flooder.edit({ edit: "kind", section: "1", kind: "write-steps" });
  const flood = Promise.all([
    ...Array.from({ length: 200 }, () => flooder.send("GET", flooder.sheet)),
    ...Array.from({ length: 30 }, () => flooder.send("GET", `${flooder.sheet}/print`)),
    ...Array.from({ length: 30 }, (_, i) => flooder.send("GET", `${flooder.sheet}/student.pdf?i=${i}`)),
  ]);
  const calm = [];
  for (let i = 0; i < 8; i += 1) calm.push((await teachers[10].edit(edits[i % edits.length](i))).took);
  const answers = (await flood).map((answer) => answer.status);
  console.log(`a flood of ${answers.length}: ${answers.filter((status) => status === 200).length} answered, ${answers.filter((status) => status === 429).length} refused`);
  hold("an edit in another's flood", Math.max(...calm), "ms");

  // Another site's picture, and words without end.
  const stranger = new Teacher(server.address, fail);
  for (const words of [1_000, 3_400, 8_000, 30_000]) {
    const answer = await stranger.send("GET", `/?filter=${Array(words).fill("a").join("+")}`).catch(() => ({ status: 431 }));
    if (![200, 414, 431].includes(answer.status)) fail(`${answer.status} for a filter of ${words} words`);
  }
  // More connections than there are descriptors for them: some wait, none ends the program.
  const many = new Agent({ keepAlive: true, maxSockets: 3_000 });
  await Promise.all(Array.from({ length: 1_500 }, () => new Promise((resolve) => {
    const asked = request(`${server.address}/css/gavvet.css`, { agent: many }, (answer) => { answer.resume(); answer.on("end", resolve); });
    asked.on("error", resolve);
    asked.end();
  })));
  many.destroy();
  if ((await stranger.send("GET", "/")).status !== 200) fail("the desk does not answer after all of it");
  await server.stop();
}

// A printing as large as one may be: eight hundred students' pages with as many of keys.
if (!short) {
  const server = await start();
  const teacher = await new Teacher(server.address, fail).begin();
  await teacher.edit({ edit: "keys", section: "1", keys: "Cb Gb Db Ab Eb Bb F C G D A E B F# C#".split(" ") });
  await teacher.edit({ edit: "scales", section: "1", scales: ["major", "natural-minor", "harmonic-minor", "dorian", "lydian", "mixolydian"] });
  await teacher.edit({ edit: "count", section: "1", count: "14" });
  const parts = ["flute", "oboe", "violin", "viola", "cello", "bassoon", "trombone", "tuba", "clarinet", "trumpet", "tenor-sax", "alto-sax", "horn", "double-bass", "piccolo", "cor-anglais", "baritone-sax", "soprano-sax", "euphonium-bass", "bass-clarinet"];
  const post = async (versions, some) => {
    const chosen = await teacher.send("POST", `${teacher.sheet}/print`, { versions: `${versions}`, parts: some, __RequestVerificationToken: teacher.proof });
    if (chosen.status !== 302) fail(`${chosen.status} for ${versions} versions and ${some.length} parts`);
  };
  const make = async () => {
    const begun = await teacher.send("POST", `${teacher.sheet}/print?handler=Print`, { seats: "" });
    const job = begun.text.match(/handler=Job&amp;job=([0-9a-f]+)/)?.[1];
    for (;;) {
      const now = await teacher.send("GET", `${teacher.sheet}/print?handler=Job&job=${job}`);
      if (now.headers["hx-redirect"]) return now.headers["hx-redirect"];
      if (now.text.includes("field-error")) return now.text.replace(/<[^>]+>/g, "").trim();
      await pause(250);
    }
  };
  await post(26, parts);
  const refused = await make();
  console.log(`  too much: ${refused}`);
  if (!/pages in all|in all, and a printing holds/.test(refused)) fail(`a printing beyond eight hundred pages was not refused: ${refused}`);
  const fitting = Number(refused.match(/up to (\d+) versions/)?.[1] ?? 10);
  await post(fitting, parts);
  const begun = performance.now();
  const made = await make();
  if (!made.startsWith("/printings/")) fail(`the largest printing was not made: ${made}`);
  console.log(`  ${fitting} versions for ${parts.length} parts in ${((performance.now() - begun) / 1000).toFixed(1)} s`);
  hold("memory of the largest printing", memory(server), "MB");
  await server.stop();
}

{
  console.log("restores while ten teachers edit");
  const server = await start();
  const teachers = [];
  for (let i = 0; i < 10; i += 1) teachers.push(await new Teacher(server.address, fail).begin());
  const keeper = new Teacher(server.address, fail);
  await keeper.open("/backup");
  const backup = (await keeper.send("GET", "/backup/file")).bytes;
  const confirmed = [];
  let stopped = false;
  let stale = 0;
  const editing = teachers.map(async (teacher, who) => {
    for (let i = 0; !stopped; i += 1) {
      const title = `Teacher ${who} edit ${i}`;
      const { answer } = await teacher.edit({ edit: "title", title });
      if (answer.status === 409) {
        stale += 1;
        await teacher.open(teacher.sheet);
      } else if (answer.status === 200) confirmed.push(title);
      else fail(`${answer.status} for an edit beside a restore`);
      await pause(5);
    }
  });
  for (let i = 0; i < 5; i += 1) {
    await pause(600);
    const form = new FormData();
    form.append("file", new Blob([backup]), "mine.gavvet");
    const page = await keeper.open("/backup");
    const token = page.text.match(/name="__RequestVerificationToken" type="hidden" value="([^"]+)"/)[1];
    form.append("__RequestVerificationToken", token);
    const look = await (await fetch(`${server.address}/backup?handler=Look`, { method: "POST", body: form, headers: { Cookie: keeper.cookies, Origin: server.address } })).text();
    const staged = look.match(/name="staged" value="([^"]+)"/)?.[1];
    if (!staged) fail("a backup was not taken for one");
    const restored = await keeper.send("POST", "/backup?handler=Restore", { staged, __RequestVerificationToken: token });
    if (restored.status !== 302) fail(`${restored.status} for a restore`);
  }
  stopped = true;
  await Promise.all(editing);
  await server.stop("SIGKILL");
  const kept = new Set();
  for (const name of readdirSync(server.path).filter((file) => file.startsWith("before-restore-") || file === "gavvet.db")) {
    for (const line of execFileSync("dotnet", [bench, "titles", join(server.path, name)], { encoding: "utf8", maxBuffer: 1 << 28 }).split("\n")) kept.add(line);
  }
  const lost = confirmed.filter((title) => !kept.has(title));
  console.log(`  ${confirmed.length} edits confirmed over 5 restores, ${stale} windows told that they were old, ${lost.length} edits lost`);
  if (lost.length > 0) fail(`lost: ${lost.slice(0, 5).join(", ")}`);
  server.forget();
}

{
  console.log("a database another program holds");
  const server = await start();
  const teacher = await new Teacher(server.address, fail).begin();
  const holder = spawn("dotnet", [bench, "lock", join(server.path, "gavvet.db"), "7"], { stdio: ["ignore", "pipe", "inherit"] });
  await new Promise((resolve) => holder.stdout.once("data", resolve));
  teacher.expects = [503];
  const { answer } = await teacher.edit({ edit: "title", title: "While it is held" });
  if (answer.status !== 503 || answer.headers["x-gavvet-done"] || !answer.text.includes("Another program holds")) fail(`${answer.status} while another program holds the database`);
  await new Promise((resolve) => holder.on("exit", resolve));
  if ((await teacher.edit({ edit: "title", title: "Afterwards" })).answer.status !== 200) fail("the desk does not save after the database was let go");

  console.log("a folder that goes away");
  renameSync(server.path, `${server.path}-gone`);
  const gone = (await teacher.edit({ edit: "title", title: "Nowhere" })).answer;
  if (gone.status !== 503 || gone.headers["x-gavvet-done"]) fail(`${gone.status} for an edit into a folder that is gone`);
  renameSync(`${server.path}-gone`, server.path);
  await server.stop();
}

{
  // A disk of a few megabytes, where this may be made.
  const disk = temporaryFolder();
  const mounted = spawnSync("mount", ["-t", "tmpfs", "-o", "size=6m,mode=0700", "tmpfs", disk.path]).status === 0;
  if (!mounted) console.log("a full disk: not tried, since no disk can be made here");
  else {
    console.log("a full disk");
    const data = join(disk.path, "data");
    const server = await start({ data });
    const teacher = await new Teacher(server.address, fail).begin();
    teacher.expects = [503];
    let last = "";
    let refused = null;
    for (let i = 0; i < 4_000 && !refused; i += 1) {
      const title = `Full ${i}`;
      if (i === 20) {
        // The rest of the disk goes but for some pages.
        const filler = join(disk.path, "filler");
        mkdirSync(filler);
        try {
          for (let part = 0; ; part += 1) writeFileSync(join(filler, `${part}`), Buffer.alloc(part < 40 ? 100_000 : 4_096));
        } catch { /* full */ }
        rmSync(join(filler, "3"), { force: true });
      }
      const { answer } = await teacher.edit({ edit: "title", title });
      if (answer.status === 200) last = title;
      else refused = answer;
    }
    if (!refused || refused.headers["x-gavvet-done"] || !/disk/.test(refused.text)) fail(`a full disk was answered with ${refused?.status}: ${refused?.text.slice(0, 200)}`);
    await server.stop("SIGKILL");
    rmSync(join(disk.path, "filler"), { recursive: true, force: true });
    const again = await start({ data });
    if (!(await new Teacher(again.address, fail).send("GET", "/")).text.includes(last)) fail(`“${last}” was called saved before the disk was full, and is not there`);
    await again.stop();
    // A start on a full disk ends in words.
    const fresh = join(disk.path, "fresh");
    try {
      for (let part = 0; ; part += 1) writeFileSync(join(disk.path, `f${part}`), Buffer.alloc(100_000));
    } catch { /* full */ }
    const words = await start({ data: fresh }).then((server) => server.stop().then(() => ""), (problem) => problem.message);
    if (!/ended with 2: .*(disk|room)/is.test(words)) fail(`a start on a full disk said: ${words}`);
    spawnSync("umount", [disk.path]);
  }
  disk.remove();
}

console.log(problems.length === 0 ? "The storm left nothing broken." : `${problems.length} problems`);
process.exit(problems.length === 0 ? 0 : 1);
