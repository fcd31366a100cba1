// A server on a free port with a folder of its own, and a browser that fails a test for anything a page should not do.
import { spawn } from "node:child_process";
import { cpSync, existsSync, mkdirSync, mkdtempSync, renameSync, statSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { createInterface } from "node:readline";
import { AxeBuilder } from "@axe-core/playwright";
import { chromium } from "playwright-core";
import { root, temporaryFolder } from "./commands.mjs";

const chromiumPath = process.env.GAVVET_CHROMIUM ?? "/usr/bin/chromium";
const flags = ["--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking", "--disable-component-update", "--disable-sync"];

// A hand is slower than a scanner: each sign is one key, and what it does is done before the next.
const byHand = (page) => {
  const press = page.keyboard.press.bind(page.keyboard);
  page.keyboard.press = async (key, options) => {
    await press(key, options);
    if (key.length === 1) await page.waitForTimeout(70);
  };
};

export const launch = async (more = []) => {
  const browser = await chromium.launch({ executablePath: chromiumPath, args: [...flags, ...more] });
  const newContext = browser.newContext.bind(browser);
  browser.newContext = async (options) => {
    const context = await newContext(options);
    context.on("page", byHand);
    return context;
  };
  return browser;
};

const pause = () => new Promise((wait) => setTimeout(wait, 250));

const program = join(root, "src/Gavvet.Web/bin/Release/served/gavvet-web.dll");

// The folder a start with demo data fills, filled once for a build and copied from then on. Who comes while another fills it waits.
const demoFolder = async () => {
  const filled = join(tmpdir(), `gavvet-demo-${Math.round(statSync(program).mtimeMs)}`);
  const turn = `${filled}.turn`;
  for (let waits = 0; waits < 480 && !existsSync(filled); waits += 1) {
    try {
      mkdirSync(turn);
      break;
    } catch {
      await pause();
    }
  }
  if (existsSync(filled)) return filled;
  const made = mkdtempSync(join(tmpdir(), "gavvet-demo-"));
  const server = await start({ data: made, demo: true });
  // The classes' printings come in the background.
  for (const _ of Array(240)) {
    const classes = [...(await (await fetch(`${server.address}/classes`)).text()).matchAll(/\/classes\/[0-9a-f]{16}/g)].map(([path]) => path);
    const pages = await Promise.all(classes.map(async (path) => (await fetch(server.address + path)).text()));
    if (pages.join("").match(/returned on|to mark/g)?.length >= 3) break;
    await pause();
  }
  await server.stop();
  if (!existsSync(filled)) renameSync(made, filled);
  return filled;
};

export const start = async ({ demo = false, data = null, port = "0", more = [] } = {}) => {
  const folder = data ? null : temporaryFolder();
  const path = data ?? folder.path;
  if (demo && !data) cpSync(await demoFolder(), path, { recursive: true });
  const server = spawn("dotnet", [program, "--data", path, "--port", port, "--demo", `${demo}`, ...more], { stdio: ["ignore", "pipe", "pipe"] });
  let words = "";
  server.stderr.on("data", (chunk) => { words += chunk; });
  const address = await new Promise((resolve, reject) => {
    createInterface({ input: server.stdout }).on("line", (line) => {
      const match = line.match(/^Gavvet is at (\S+)/);
      if (match) resolve(match[1]);
    });
    server.on("exit", (code) => reject(new Error(`The server ended with ${code}: ${words}`)));
  });
  const ended = new Promise((resolve) => server.on("exit", resolve));
  // A test that fails before it stops its server must not keep the file from ending, nor leave the server behind.
  for (const held of [server, server.stdout, server.stderr]) held.unref();
  process.on("exit", () => server.kill("SIGKILL"));
  return {
    address,
    path,
    pid: server.pid,
    stop: async (signal = "SIGTERM") => {
      server.ref();
      server.kill(signal);
      await ended;
      if (signal === "SIGTERM") folder?.remove();
    },
    forget: () => folder?.remove(),
  };
};

// Collects what a page must never do: ask another origin, break the content policy, throw, or answer with a stack trace.
export const watch = (page, address) => {
  const complaints = [];
  page.on("request", (request) => {
    const url = request.url();
    if (!url.startsWith(address) && !url.startsWith("data:") && !url.startsWith("blob:")) complaints.push(`asked for ${url}`);
  });
  page.on("pageerror", (error) => complaints.push(`threw ${error.message}`));
  page.on("console", (message) => {
    // The browser and htmx both report answers of 4xx, which the tests of bad input provoke.
    if (message.type() === "error" && !/(status of|Status Error Code) (400|404|409|422)/.test(message.text())) complaints.push(`logged ${message.text()}`);
  });
  page.on("response", (response) => {
    if (response.status() >= 500) complaints.push(`${response.status()} from ${response.url()}`);
  });
  return complaints;
};

// Where a part of the page stands; what is being drawn anew is waited for.
export const boxOf = async (locator) => {
  for (let tries = 0; tries < 50; tries += 1) {
    const box = await locator.boundingBox();
    if (box) return box;
    await locator.page().waitForTimeout(50);
  }
  throw new Error(`${locator} has no place on the page.`);
};

// What axe finds against WCAG 2.2 AA, by all its rules or by some.
export const violations = async (page, rules = null) => {
  // No page has frames of another origin, so axe needs no page of its own; what passes is not listed.
  const axe = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ["violations"] });
  const { violations: found } = await (rules ? axe.withRules(rules) : axe.withTags(["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"])).analyze();
  return found.map((violation) => `${violation.id}: ${violation.nodes.map((node) => node.target).join(", ")}`);
};
