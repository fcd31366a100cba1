// Takes the pictures of the main views anew: node docs/screenshots/make.mjs, after a Release build.
import { execFileSync } from "node:child_process";
import { join } from "node:path";
import { root, temporaryFolder } from "../../tests/support/commands.mjs";
import { launch, start } from "../../tests/support/server.mjs";

const shots = join(root, "docs/screenshots");
const server = await start({ demo: true });
const browser = await launch();
const folder = temporaryFolder();
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(server.address);
  await page.waitForFunction(() => [...document.images].every((image) => image.complete));
  await page.screenshot({ path: join(shots, "desk.png") });
  await page.locator(".sheet-open").first().click();
  await page.locator(".card-line > summary").nth(2).click();
  await page.locator(".card-line[open] .fifths-line").waitFor();
  await page.evaluate(() => document.fonts.ready);
  await page.waitForTimeout(300);
  await page.screenshot({ path: join(shots, "workbench.png") });
  const sheet = new URL(page.url()).pathname;
  await page.locator("#view-key").click();
  await page.waitForFunction(() => document.querySelector("#view-key").getAttribute("aria-pressed") === "true");
  await page.waitForTimeout(300);
  await page.screenshot({ path: join(shots, "key.png") });
  await page.locator("#view-student").click();
  await page.waitForTimeout(300);
  await page.goto(`${server.address}/classes`);
  await page.getByRole("link", { name: "Hazelmoor theory 2" }).click();
  await page.waitForTimeout(300);
  await page.screenshot({ path: join(shots, "class.png") });
  // The term behind the demo school is printed and marked while the program runs already.
  const book = `${new URL(page.url()).pathname}/book`;
  do await page.goto(server.address + book);
  while ((await page.locator("input[name=weight]").count()) < 10 || (await page.getByText("missing", { exact: true }).count()) > 9);
  await page.screenshot({ path: join(shots, "mark-book.png") });
  await page.goto(`${server.address}/classes`);
  await page.getByRole("link", { name: "Hazelmoor strings", exact: true }).click();
  await page.getByRole("link", { name: "Plan of the term" }).click();
  await page.locator(".term-calendar").waitFor();
  await page.waitForTimeout(300);
  await page.screenshot({ path: join(shots, "plan.png") });
  await page.goto(`${server.address}/classes`);
  await page.getByRole("link", { name: "Hazelmoor theory 2" }).click();
  await page.getByRole("link", { name: "Mark", exact: true }).first().click();
  await page.locator(".marking-body[data-shown]").waitFor();
  await page.waitForFunction(() => [...document.images].every((image) => image.complete));
  for (const _ of Array(4)) await page.keyboard.press("r");
  await page.keyboard.press("1");
  await page.keyboard.press("ArrowLeft");
  await page.waitForTimeout(600);
  await page.screenshot({ path: join(shots, "marking.png") });
  await page.keyboard.press("o");
  await page.locator(".answer-map").waitFor();
  await page.locator(".answer-map .map-wrong").nth(2).click();
  await page.locator("#answer h3").waitFor();
  await page.evaluate(() => scrollTo(0, 0));
  await page.waitForTimeout(300);
  await page.screenshot({ path: join(shots, "results.png") });
  // A pile through the simulated copier, and the first question of which something was read.
  await page.goto(`${server.address}/classes`);
  await page.getByRole("link", { name: "Hazelmoor theory 2" }).click();
  await page.locator(".row-card h3 a[href^='/printings/']").last().click();
  const pile = new URL(page.url()).pathname;
  await page.goto(`${server.address}${pile}/scans`);
  await page.getByRole("button", { name: "Scan the pile of the demo class" }).click();
  await page.getByText("Pages looked at:").waitFor({ timeout: 300_000 });
  for (let item = 1; item === 1 || (!(await page.locator(".hand-read").count()) && item < 13); item++) await page.goto(`${server.address}${pile}/hands?item=${item}`);
  await page.waitForFunction(() => [...document.images].slice(0, 6).every((image) => image.complete));
  await page.screenshot({ path: join(shots, "hands.png") });
  await page.goto(`${server.address}${sheet}/print`);
  await page.locator("#versions").fill("2");
  await Promise.all([page.waitForNavigation(), page.keyboard.press("Enter")]);
  for (const part of ["viola", "trumpet"]) await Promise.all([page.waitForNavigation(), page.locator(`input[value=${part}]`).check({ force: true })]);
  await page.screenshot({ path: join(shots, "print-room.png") });
  await page.goto(server.address);
  await page.getByRole("link", { name: /five to seven sharps/ }).first().click();
  await page.locator("#coverage-panel[data-shown]").waitFor({ state: "attached" });
  await page.goto(`${page.url().replace(/\?.*/, "")}/board?step=2`);
  await page.waitForTimeout(300);
  await page.screenshot({ path: join(shots, "board.png") });
  await page.goto(`${server.address}/practices`);
  await page.locator(".row-card a").first().click();
  await page.locator(".practice-table").waitFor();
  const code = await page.locator(".practice-big-code").textContent();
  const student = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await student.goto(`${server.address}/practice?code=${code}`);
  await student.locator(".practice-names button").last().click();
  await student.goto(`${server.address}${await student.locator(".practice-note").nth(4).getAttribute("href")}`);
  await student.locator("#written").fill("1b: D E F G A B C D#");
  await student.getByRole("button", { name: "Check" }).click();
  await student.locator(".practice-verdict").waitFor();
  await student.evaluate(() => { document.activeElement.blur(); scrollTo(0, 0); });
  await student.waitForTimeout(300);
  await student.screenshot({ path: join(shots, "practice.png") });
  await student.close();
  // The simulated students go on while someone watches.
  await page.waitForTimeout(25_000);
  await page.screenshot({ path: join(shots, "practice-room.png") });
  for (const [name, path] of [["style", "/style?preset=jazz"], ["atlas", "/atlas/harmonic-minor/D%23"], ["specimens", "/specimens"], ["check", "/check?type=harmonic-minor&tonic=D%23&answer=D%23+E%23+F%23+G%23+A%23+B+D+D%23"]]) {
    await page.goto(server.address + path);
    await page.evaluate(() => document.fonts.ready);
    await page.waitForTimeout(200);
    await page.screenshot({ path: join(shots, `${name}.png`) });
  }
  for (const kind of ["student", "working"]) {
    const pdf = join(folder.path, `${kind}.pdf`);
    const bytes = await (await page.request.get(`${server.address}${sheet}/${kind}.pdf`)).body();
    (await import("node:fs")).writeFileSync(pdf, bytes);
    execFileSync("pdftoppm", ["-png", "-r", "90", "-singlefile", pdf, join(shots, `page-${kind}`)]);
  }
} finally {
  await browser.close();
  await server.stop();
  folder.remove();
}
