// A phone on a slow line comes to a practice: how long until the first question stands, and how long from a finger to the note it
// writes. The line gives 400 kbit a second with 200 ms on the way; the processor is slowed to a quarter.
import { launch, start } from "../tests/support/server.mjs";

const [line, delay, slower, taps] = [400_000 / 8, 200, 4, 40];
const server = await start({ demo: true });
const browser = await launch();
try {
  const teacher = await (await fetch(`${server.address}/practices`)).text();
  const practice = /\/practices\/[0-9a-f]{32}/.exec(teacher)[0];
  const code = /practice-big-code"[^>]*>([^<]+)</.exec(await (await fetch(server.address + practice)).text())[1];
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, userAgent: "Mobile", hasTouch: true });
  const page = await context.newPage();
  const session = await context.newCDPSession(page);
  await session.send("Network.emulateNetworkConditions", { offline: false, latency: delay, downloadThroughput: line, uploadThroughput: line });
  await session.send("Emulation.setCPUThrottlingRate", { rate: slower });
  await page.goto(`${server.address}/practice`);
  await page.locator("#code").fill(code.trim());
  await page.keyboard.press("Enter");
  const name = page.locator("button[name=seat]").last();
  await name.waitFor();
  const begun = performance.now();
  await name.click();
  await page.locator("#question-title").waitFor();
  const stands = performance.now() - begun;
  // The first question that is written on a staff.
  const notes = await page.locator(".practice-note").count();
  for (let i = 0; i < notes && !(await page.locator("[data-pad*='\"way\":\"notes\"']").count()); i += 1) {
    await page.locator(".practice-note").nth(i).click();
    await page.waitForFunction((at) => document.querySelectorAll(".practice-note")[at]?.getAttribute("aria-current") === "step", i);
  }
  const times = await page.locator("[data-pad]").evaluate(async (box, taps) => {
    const pad = JSON.parse(box.dataset.pad);
    const svg = box.querySelector("svg");
    const times = [];
    for (let i = 0; i < taps; i += 1) {
      const column = pad.columns.filter((one) => one.given === undefined)[i % 7];
      const point = new DOMPoint(column.x, column.top + ((i % 5) * pad.space)).matrixTransform(svg.getScreenCTM());
      await new Promise((frame) => requestAnimationFrame(frame));
      const begun = performance.now();
      svg.dispatchEvent(new PointerEvent("pointerdown", { bubbles: true, button: 0, pointerId: 1, clientX: point.x, clientY: point.y }));
      // It is painted when the frame after the next begins.
      await new Promise((frame) => requestAnimationFrame(() => requestAnimationFrame(frame)));
      times.push(performance.now() - begun);
      svg.dispatchEvent(new PointerEvent("pointerup", { bubbles: true, pointerId: 1 }));
    }
    return times.sort((a, b) => a - b);
  }, taps);
  console.log(`at 400 kbit/s the first question stood ${(stands / 1000).toFixed(2)} s after the name was chosen (limit 4 s)`);
  console.log(`a note stood half of the time within ${times[taps / 2].toFixed(0)} ms, 95 of 100 within ${times[Math.floor(taps * 0.95)].toFixed(0)} ms, a processor slowed to a quarter (limit 50 ms)`);
} finally {
  await browser.close();
  await server.stop();
}
