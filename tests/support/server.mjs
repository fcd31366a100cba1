// A server on a free port with a folder of its own, and a browser that fails a test for anything a page should not do.
import { spawn } from "node:child_process";
import { join } from "node:path";
import { createInterface } from "node:readline";
import { AxeBuilder } from "@axe-core/playwright";
import { chromium } from "playwright-core";
import { root, temporaryFolder } from "./commands.mjs";

const chromiumPath = process.env.GAVVET_CHROMIUM ?? "/usr/bin/chromium";
const flags = ["--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking", "--disable-component-update", "--disable-sync"];

export const launch = () => chromium.launch({ executablePath: chromiumPath, args: flags });

export const start = async ({ demo = false, data = null } = {}) => {
  const folder = data ? null : temporaryFolder();
  const path = data ?? folder.path;
  const program = join(root, "src/Gavvet.Web/bin/Release/net10.0/gavvet-web.dll");
  const server = spawn("dotnet", [program, "--data", path, "--port", "0", "--demo", `${demo}`], { stdio: ["ignore", "pipe", "pipe"] });
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
  return {
    address,
    path,
    pid: server.pid,
    stop: async (signal = "SIGTERM") => {
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

export const violations = async (page) => {
  const { violations: found } = await new AxeBuilder({ page }).withTags(["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"]).analyze();
  return found.map((violation) => `${violation.id}: ${violation.nodes.map((node) => node.target).join(", ")}`);
};
