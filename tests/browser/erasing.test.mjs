import assert from "node:assert/strict";
import { test } from "node:test";
import { violations } from "../support/server.mjs";
import { suite } from "../support/suite.mjs";

const at = suite({ demo: true });

// The demo prints one paper for a student in large print, in the background.
const printing = async () => {
  for (;;) {
    await at.page.goto(`${at.server.address}/?show=printings`);
    const paper = at.page.locator(".row-card a", { hasText: "mock paper" });
    if ((await paper.count()) > 0) return paper.first().click();
    await at.page.waitForTimeout(300);
  }
};

test("a student's name is looked for, erased, and then stands nowhere", async () => {
  await printing();
  await at.page.getByText("Mira · Version B", { exact: true }).waitFor();
  const address = at.page.url();
  await at.page.goto(`${at.server.address}/backup`);
  await at.page.getByRole("link", { name: "Look for a name" }).click();
  await at.page.getByRole("button", { name: "Look where it stands" }).click();
  await at.page.getByText("Type the name as it was written").waitFor();
  await at.page.getByLabel("Name").fill("mira");
  await at.page.getByRole("button", { name: "Look where it stands" }).click();
  await at.page.getByText("1 printing bears it on its pages").waitFor();
  assert.ok(!at.page.url().includes("mira"));
  assert.deepEqual(await violations(at.page), []);
  await at.page.getByRole("button", { name: "Erase it everywhere" }).click();
  await at.page.getByText("“mira” is erased, here and in every copy in the data folder").waitFor();
  await at.page.getByText("Out of reach are backups").waitFor();
  // The paper stays, without her name, and the printing can be marked.
  await at.page.goto(address);
  assert.equal(await at.page.getByText("Mira").count(), 0);
  await at.page.getByText("– · Version B", { exact: true }).waitFor();
  await at.page.getByRole("link", { name: "Mark", exact: true }).click();
  await at.page.locator(".marking-body[data-shown]").waitFor();
});

test("a class is made anonymous, and then deleted, after a look at what goes", async () => {
  await at.page.goto(`${at.server.address}/classes`);
  const link = at.page.locator(".row-card a").first();
  const name = (await link.textContent()).trim();
  await link.click();
  const address = at.page.url();
  await at.page.getByRole("link", { name: "Make it anonymous" }).click();
  await at.page.getByText(/students get numbers instead of names/).waitFor();
  assert.deepEqual(await violations(at.page), []);
  await at.page.getByRole("button", { name: "Make it anonymous" }).click();
  await at.page.getByText(`“${name}” is anonymous now`).waitFor();
  await at.page.getByRole("link", { name: "Back to the class" }).click();
  assert.equal(await at.page.locator(".student-name").first().textContent(), "Student 1");
  await at.page.getByRole("link", { name: "Delete the class" }).click();
  await at.page.getByText(/students go with every mark/).waitFor();
  await at.page.getByText("Someone who stays").waitFor({ state: "detached" });
  await at.page.getByRole("button", { name: "Delete for good" }).click();
  await at.page.getByText(`“${name}” is deleted, here and in every copy`).waitFor();
  assert.equal((await at.page.request.get(address)).status(), 404);
});

test("a printing is deleted for good after a second look", async () => {
  await printing();
  const address = at.page.url();
  await at.page.getByText("Delete this printing for good").click();
  assert.deepEqual(await violations(at.page), []);
  await at.page.getByRole("button", { name: "Delete it for good" }).click();
  await at.page.waitForURL(/show=printings/);
  assert.equal((await at.page.request.get(address)).status(), 404);
});

test("a sheet of the bin is deleted for good once that is confirmed", async () => {
  await at.page.goto(at.server.address);
  await at.page.getByRole("button", { name: "Delete Large print: first major scales" }).click();
  await at.page.getByText("“Large print: first major scales” is deleted.").waitFor();
  await at.page.goto(`${at.server.address}/?show=deleted`);
  const button = at.page.getByRole("button", { name: "Delete Large print: first major scales for good" });
  at.page.once("dialog", (dialog) => dialog.dismiss());
  await button.click();
  assert.equal(await button.count(), 1);
  at.page.once("dialog", (dialog) => {
    assert.match(dialog.message(), /cannot be brought back/);
    dialog.accept();
  });
  await button.click();
  await at.page.getByText("gone for good, with all its states").waitFor();
  assert.equal(await button.count(), 0);
});

test("the print room looks through all versions when it is asked to", async () => {
  await at.page.goto(at.server.address);
  await at.page.locator(".sheet-card", { hasText: "mock paper" }).getByRole("link", { name: /^Print / }).click();
  await at.page.getByRole("button", { name: "Look through all" }).click();
  await at.page.getByText(/Every question can be printed\. (The versions weigh|Every version weighs)/).waitFor();
  assert.deepEqual(await violations(at.page), []);
});
