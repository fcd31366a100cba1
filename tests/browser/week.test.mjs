// A teacher's week, counted: print for the class, mark, hand back, follow up, print the follow-up, next week's sheet from the plan.
import assert from "node:assert/strict";
import { test } from "node:test";
import { violations } from "../support/server.mjs";
import { suite } from "../support/suite.mjs";

const at = suite();

test("a week takes at most sixty actions besides the marking itself", async () => {
  let actions = 0;
  const click = async (locator) => { actions += 1; await locator.click(); };
  const fill = async (selector, words) => { actions += 1; await at.page.locator(selector).fill(words); };
  const key = async (name) => { actions += 1; await at.page.keyboard.press(name); };

  // The class and its plan.
  await at.page.goto(`${at.server.address}/classes`);
  await fill("#name", "Hazelmoor theory 3");
  await key("Enter");
  await at.page.waitForURL(/\/classes\/[0-9a-f]+$/);
  await fill("#students", "Mira\nBo\nIda\nTom");
  await click(at.page.getByRole("button", { name: "Write them in" }));
  await at.page.locator(".student").first().waitFor();
  // Shortcuts work once the page has loaded its scripts.
  await at.page.waitForLoadState();
  await key("p");
  await at.page.waitForURL(/\/plan$/);
  // What cannot be laid is said, and what was typed stays.
  at.expected(422);
  await at.page.locator("#holidays").fill("3/4/2026");
  await at.page.getByRole("button", { name: "Lay it over the calendar" }).click();
  await at.page.locator("#error-plan").filter({ hasText: "could be two" }).waitFor();
  assert.equal(await at.page.locator("#holidays").inputValue(), "3/4/2026");
  await at.page.locator("#holidays").fill("");
  await click(at.page.locator("[name=days]").nth((new Date().getDay() + 6) % 7));
  await click(at.page.getByRole("button", { name: "Lay it over the calendar" }));
  await at.page.locator("tbody tr").first().waitFor();
  assert.deepEqual(await violations(at.page), []);
  const plan = at.page.url().split("#")[0];
  assert.match(await (await fetch(`${plan}?handler=Calendar`)).text(), /BEGIN:VCALENDAR/);
  assert.match(await (await fetch(`${plan}?handler=Paper`)).text(), /^%PDF/);

  // This week's sheet from the desk, printed for the class.
  const print = async () => {
    await key("p");
    await at.page.waitForURL(/\/print(\?|$)/);
    actions += 1;
    await at.page.locator("#group").selectOption({ index: 1 });
    await at.page.locator("#group").blur();
    await key("m");
    await at.page.waitForURL(/\/printings\/[0-9a-f]+$/, { timeout: 60_000 });
  };
  await at.page.goto(at.server.address);
  await click(at.page.getByRole("button", { name: "Make the sheet for Hazelmoor theory 3" }));
  await at.bench();
  assert.match(await at.page.locator(".title-input").inputValue(), /Hazelmoor theory 3: /);
  await print();

  // Marked (not counted), handed back, followed up.
  await key("m");
  await at.page.locator(".marking-body[data-shown]").waitFor();
  const items = await at.page.locator("#item-line button").count();
  for (let item = 0; item < 4 * items; item++) await at.page.keyboard.press(item % 5 === 0 ? "b" : "r");
  await at.page.waitForFunction(() => document.getElementById("marking-saved").textContent === "Saved");
  await key("o");
  await at.page.waitForURL(/\/results$/);
  await click(at.page.getByRole("button", { name: "Give them back" }));
  await at.page.getByText(/^Returned on /).waitFor();
  await click(at.page.getByRole("button", { name: "Follow-up for all together" }));
  await click(at.page.locator(".row-card").filter({ hasText: "follow-up" }).locator("h3 a"));
  await at.bench();
  await print();

  // Next week's sheet.
  await at.page.goto(at.server.address);
  assert.match(await at.page.locator(".this-week").textContent(), /Hazelmoor theory 3/);
  assert.deepEqual(await violations(at.page), []);
  await click(at.page.getByRole("button", { name: "Make the sheet for Hazelmoor theory 3" }));
  await at.bench();
  assert.ok(actions <= 60, `${actions} actions`);
  console.log(`${actions} actions besides the marking`);
});
