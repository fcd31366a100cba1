// The scripts say their words through the page's language, and no sentence stands beside it.
import assert from "node:assert/strict";
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { test } from "node:test";
import { root } from "../support/commands.mjs";

const folder = join(root, "src/Gavvet.Web/wwwroot/js");
globalThis.document = { getElementById: (id) => (id === "script-words" ? { textContent: JSON.stringify({ Saved: "Ṡáṽéḋ", "{0} of {1}": "{1} ⇐ {0}" }) } : null) };
const { marksText, text } = await import(join(folder, "words.js"));

test("a script says the words of the page's language, and English where it has none", () => {
  assert.equal(text("Saved"), "Ṡáṽéḋ");
  assert.equal(text("{0} of {1}", 3, 4), "4 ⇐ 3");
  assert.equal(text("Type marks from 0 to {0}, whole ones or halves.", 8), "Type marks from 0 to 8, whole ones or halves.");
  assert.deepEqual([0, 0.5, 2, 2.5, 12].map(marksText), ["0", "½", "2", "2½", "12"]);
});

// Words for people begin with a capital letter, or are put together of words and values.
const bare = [/(?<!text\()"[A-Z“][a-z’]+(?: [^"]*)?"/g, /`[^`]*\$\{[^`]*\} (?:of|not|was|is|from|to|and)\b[^`]*`/g, /`(?:[A-Z][a-z]+)[ :][^`]*`/g];
// Names of the language and of the browser, of keys and of ways to send.
const known = /"(?:Arrow\w+|Enter|Escape|Delete|Home|End|Control|Accept|Shift|Mark|Undo|Score|Total|Say|Code|Data|GET|POST|Content-Type|HX-\w+|X-Gavvet\w*|Tab|Backspace|PageUp|PageDown)"/;

test("no script has words beside the language", () => {
  const found = [];
  for (const file of readdirSync(folder)) {
    for (const line of readFileSync(join(folder, file), "utf8").split("\n")) {
      if (line.trim().startsWith("//")) continue;
      for (const kind of bare) for (const [words] of line.matchAll(kind)) if (!known.test(words)) found.push(`${file}: ${words}`);
    }
  }
  assert.deepEqual(found, []);
  // Such words would be found.
  for (const line of ['say("Not saved")', "`${left} not saved`", "`Item ${number}`"]) assert.ok(bare.some((kind) => line.match(kind)), line);
});
