// The walk through papers and items, over printings by lot and without a browser: where it goes next is reckoned by hand.
import assert from "node:assert/strict";
import { test } from "node:test";

globalThis.document = { querySelector: () => null, getElementById: () => null };
const walk = await import("../../src/Gavvet.Web/wwwroot/js/marking-papers.js");
const { forward, goTo, isAtEnd, isOpen, item, keyOf, marked, mode, paper, place, printing, seen, step, take } = walk;

// A small generator of our own (mulberry32, from memory), so that a failure comes again.
const dice = (seed) => (sides) => {
  seed = (seed + 0x6d2b79f5) | 0;
  let bits = Math.imul(seed ^ (seed >>> 15), 1 | seed);
  bits = (bits + Math.imul(bits ^ (bits >>> 7), 61 | bits)) ^ bits;
  return ((bits ^ (bits >>> 14)) >>> 0) % sides;
};

const open = (roll) => {
  marked.clear();
  seen.clear();
  const editions = [0, 1].map(() => ({ items: Array.from({ length: 2 + roll(4) }, (_, i) => ({ number: i + 1, marks: 4 })) }));
  const papers = Array.from({ length: 2 + roll(5) }, (_, i) => ({ number: i + 1, edition: roll(2), isSpare: false }));
  papers.push({ number: papers.length + 1, edition: 0, isSpare: true });
  // Each edition is of a version of its own.
  for (const one of papers) one.version = "AB"[one.edition];
  printing.data = { papers, editions };
  Object.assign(place, { paper: 0, item: 0 });
  Object.assign(mode, { byQuestion: roll(2) === 1 });
};

// Every item in the order of the walk, spares left out.
const inOrder = () => {
  const all = [];
  printing.data.papers.forEach((one, p) => {
    if (!one.isSpare) printing.data.editions[one.edition].items.forEach((each, i) => all.push({ p, i, version: one.version, key: keyOf(one.number, each.number) }));
  });
  return mode.byQuestion ? all.toSorted((a, b) => a.version.localeCompare(b.version) || a.i - b.i || a.p - b.p) : all;
};

test("the walk passes every open item once, comes back for those left out, and ends", () => {
  for (let lot = 1; lot <= 200; lot += 1) {
    const roll = dice(lot);
    open(roll);
    const order = inOrder();
    for (const one of order) if (roll(4) === 0) marked.set(one.key, { marks: 1 });
    // Where the teacher comes in, by a code.
    const start = order[roll(order.length)];
    goTo(start.p + 1, start.i + 1);
    assert.deepEqual([place.paper, place.item], [start.p, start.i]);
    marked.set(start.key, { marks: 1 });
    let here = order.findIndex((one) => one.key === start.key);
    let left = order.filter((one) => !marked.has(one.key)).length;
    while (left > 0) {
      const rest = [...order.slice(here + 1), ...order.slice(0, here)].filter((one) => !marked.has(one.key));
      // One version to its end before the next.
      const expected = (mode.byQuestion ? rest.find((one) => one.version === order[here].version) : undefined) ?? rest[0];
      forward();
      assert.deepEqual([place.paper, place.item], [expected.p, expected.i], `lot ${lot}`);
      assert.ok(isOpen(paper(), place.item));
      assert.equal(keyOf(paper().number, item().number), expected.key);
      marked.set(expected.key, { marks: 0 });
      here = order.indexOf(expected);
      left -= 1;
    }
    // With nothing left it ends where it is, until the teacher goes on.
    const end = [place.paper, place.item];
    assert.equal(isAtEnd(), false);
    for (let once = 0; once < 3; once += 1) forward();
    assert.deepEqual([place.paper, place.item], end);
    assert.ok(isAtEnd());
    step(-1, 0);
    assert.equal(isAtEnd(), false);
    // What is taken back is open again, and a key marks it.
    goTo(end[0] + 1, end[1] + 1);
    forward();
    assert.ok(isAtEnd());
    marked.delete(keyOf(paper().number, item().number));
    assert.equal(isAtEnd(), false);
  }
});

test("arrows stay among the papers and items, and a paper opens on its first open item", () => {
  for (let lot = 1; lot <= 200; lot += 1) {
    const roll = dice(1000 + lot);
    open(roll);
    for (const one of inOrder()) if (roll(3) === 0) marked.set(one.key, { marks: 1 });
    for (let once = 0; once < 30; once += 1) {
      const before = { ...place };
      const [papers, items] = [[1, 0], [-1, 0], [0, 1], [0, -1]][roll(4)];
      step(papers, items);
      const last = printing.data.papers.length - 1;
      const count = printing.data.editions[paper().edition].items.length;
      if (papers !== 0) {
        assert.equal(place.paper, Math.min(Math.max(before.paper + papers, 0), last));
        const first = printing.data.editions[paper().edition].items.findIndex((each) => !marked.has(keyOf(paper().number, each.number)));
        assert.equal(place.item, mode.byQuestion ? Math.min(before.item, count - 1) : Math.max(first, 0));
      } else if (items > 0) {
        const more = before.item + 1 < printing.data.editions[printing.data.papers[before.paper].edition].items.length;
        assert.deepEqual([place.paper, place.item], more ? [before.paper, before.item + 1] : before.paper < last ? [before.paper + 1, 0] : [before.paper, before.item]);
      } else {
        assert.deepEqual([place.paper, place.item], [before.paper, Math.max(before.item - 1, 0)]);
      }
    }
  }
});

test("what the server says of an item stands, and what it takes away is gone", () => {
  open(dice(5));
  take({ copy: 1, item: 2, id: 7, marking: { marks: 3 } });
  assert.deepEqual([seen.get(keyOf(1, 2)), marked.get(keyOf(1, 2)).marks], [7, 3]);
  take({ copy: 1, item: 2, id: 0, marking: null });
  assert.deepEqual([seen.get(keyOf(1, 2)), marked.has(keyOf(1, 2))], [0, false]);
});
