import { launch, start, violations } from "./support/server.mjs";
import { writeFileSync } from "node:fs";
const server = await start({ demo: true });
const browser = await launch();
const c = await browser.newContext({ viewport: { width: 1280, height: 800 } }); const p = await c.newPage();
p.on("response", r => { if (r.status() >= 400) console.log(r.status(), r.url()); });
await p.goto(server.address + "/classes");
const hrefs = await p.locator("a[href^='/classes/']").evaluateAll(a => a.map(x => x.getAttribute("href")));
console.log(hrefs);
const path = process.argv[2] ?? "standing";
for (const [i, h] of hrefs.filter(h => /[0-9a-f]{16}$/.test(h)).slice(0, Number(process.argv[3] ?? 1)).entries()) {
  await p.goto(server.address + h + "/" + path);
  if (process.argv[4]) await (await import(process.argv[4])).default(p, server, h);
  await p.screenshot({ path: `/tmp/s${i + 1}.png`, fullPage: true });
  console.log(await violations(p));
}
await browser.close(); await server.stop();
