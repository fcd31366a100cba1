// A class of sixty at practice, each with an answer every two seconds, the teacher watching; in the middle the server is killed and
// comes back. Said at the end: how long answers took, what was lost, what was kept twice, and how much memory it took.
import { readFileSync } from "node:fs";
import { execFileSync } from "node:child_process";
import { join } from "node:path";
import { start } from "../tests/support/server.mjs";
import { root, temporaryFolder } from "../tests/support/commands.mjs";

const [students, seconds] = [Number(process.argv[2] ?? 60), Number(process.argv[3] ?? 40)];
const pause = (milliseconds) => new Promise((resolve) => setTimeout(resolve, milliseconds));
const folder = temporaryFolder();
let server = await start({ data: folder.path });

// A browser's cookies, and no more of one.
const browser = () => {
  const jar = new Map();
  return async (path, { body, headers = {} } = {}) => {
    const response = await fetch(server.address + path, { method: body ? "POST" : "GET", body, redirect: "manual", headers: { ...headers, Cookie: [...jar].map(([name, value]) => `${name}=${value}`).join("; ") } });
    for (const cookie of response.headers.getSetCookie()) jar.set(...cookie.split(";")[0].split(/=(.*)/s).slice(0, 2));
    return response;
  };
};

const teacher = browser();
const proof = async (path) => /name="__RequestVerificationToken"[^>]*value="([^"]+)"/.exec(await (await teacher(path)).text())[1];
const recipe = { gavvet: 1, seed: 3, title: "Sixty", sections: [{ kind: "write-scale", scales: ["harmonic-minor", "natural-minor"], keys: { flats: 4, sharps: 4 }, count: 12 }, { kind: "relative-key", keys: { flats: 4, sharps: 4 }, count: 8 }] };
const form = new FormData();
form.append("__RequestVerificationToken", await proof("/"));
form.append("file", new Blob([JSON.stringify(recipe)], { type: "application/json" }), "sheet.json");
const brought = await teacher("/?handler=Import", { body: form });
const sheet = /sheets\/([0-9a-f]{32})/.exec((brought.headers.get("location") ?? "") + (brought.headers.get("hx-redirect") ?? "") + (await brought.text()))[1];
const local = (date) => new Date(date - new Date().getTimezoneOffset() * 60_000).toISOString().slice(0, 16);
const opened = await teacher(`/practices/new?sheet=${sheet}`, { body: new URLSearchParams({ __RequestVerificationToken: await proof(`/practices/new?sheet=${sheet}`), from: local(Date.now() - 60_000), until: local(Date.now() + 86_400_000), tries: "4", hints: "true", shown: "at-once", who: "anyone" }) });
const practice = opened.headers.get("location");
const code = /practice-big-code"[^>]*>([^<]+)</.exec(await (await teacher(practice)).text())[1];

// What fails while the server is away is asked for once more.
const patiently = async (ask) => {
  for (;;) {
    try {
      return await ask();
    } catch {
      await pause(250);
    }
  }
};

const times = [];
const confirmed = new Set();
let isDown = false;
const ends = Date.now() + seconds * 1000;

const student = async (number) => {
  const page = browser();
  await pause(number * 30);
  await patiently(() => page("/practice", { body: new URLSearchParams({ code }) }));
  let html = await patiently(async () => (await page("/practice/now")).text());
  for (let turn = 0; Date.now() < ends; turn += 1) {
    await pause(1_500 + Math.random() * 1_000);
    const field = (name) => new RegExp(`name="${name}" value="([^"]*)"`).exec(html)?.[1];
    if (!field("token")) {
      const next = /data-next[^>]*/.exec(html) && /href="([^"]+)"[^>]*data-go data-next/.exec(html)?.[1];
      if (!next) return;
      html = await patiently(async () => (await page(next, { headers: { "X-Practice": "1" } })).text());
      continue;
    }
    const body = { proof: field("proof"), token: field("token"), question: field("question"), written: turn % 3 === 0 ? "D E F G A Bb C# D" : "A B C D E F G A" };
    // As the page does: sent again until it is confirmed.
    for (;;) {
      const begun = performance.now();
      try {
        const response = await page("/practice/now?handler=Answer", { body: new URLSearchParams(body), headers: { "X-Practice": "1" } });
        if (!response.ok) throw new Error(`${response.status}`);
        html = await response.text();
        if (!isDown) times.push(performance.now() - begun);
        if (!html.includes("could not be read")) confirmed.add(body.token);
        break;
      } catch {
        await pause(250);
      }
    }
  }
};

// The teacher looks each time there is news.
const watching = (async () => {
  while (Date.now() < ends) {
    try {
      const news = await teacher(`${practice}/events`);
      const reader = news.body.getReader();
      while (Date.now() < ends && !(await reader.read()).done) await (await teacher(practice, { headers: { "HX-Request": "true" } })).text();
      await reader.cancel();
    } catch {
      await pause(250);
    }
  }
})();

let memory = 0;
const measured = setInterval(() => {
  try {
    memory = Math.max(memory, Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, "utf8"))[1]) / 1024);
  } catch {
    // Between two servers there is none.
  }
}, 500);

const killing = (async () => {
  await pause(seconds * 500);
  isDown = true;
  const port = new URL(server.address).port;
  await server.stop("SIGKILL");
  server = await start({ data: folder.path, port });
  await pause(3_000);
  isDown = false;
})();

await Promise.all([...Array.from({ length: students }, (_, number) => student(number)), killing]);
clearInterval(measured);
await Promise.race([watching, pause(3_000)]);
await server.stop();
const { kept } = JSON.parse(execFileSync("dotnet", [join(root, "bench/Gavvet.Bench/bin/Release/net10.0/Gavvet.Bench.dll"), "practiced", folder.path], { encoding: "utf8" }));
times.sort((a, b) => a - b);
const at = (share) => times[Math.min(times.length - 1, Math.floor(times.length * share))].toFixed(1);
console.log(`${students} students, ${times.length} answers: half under ${at(0.5)} ms, 95 of 100 under ${at(0.95)} ms, 99 of 100 under ${at(0.99)} ms`);
console.log(`confirmed ${confirmed.size}, kept ${kept}; memory at most ${memory.toFixed(0)} MB`);
if (kept !== confirmed.size) process.exitCode = 1;
folder.remove();
