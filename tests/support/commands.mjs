// Runs the built command line for checks from outside.
import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

export const root = new URL("../../", import.meta.url).pathname;

export const cli = (...args) =>
  execFileSync("dotnet", [join(root, "src/Gavvet.Cli/bin/Release/net10.0/gavvet-cli.dll"), ...args], { encoding: "utf8", maxBuffer: 1 << 28 });

export const temporaryFolder = () => {
  const path = mkdtempSync(join(tmpdir(), "gavvet-node-test-"));
  return { path, remove: () => rmSync(path, { recursive: true, force: true }) };
};
