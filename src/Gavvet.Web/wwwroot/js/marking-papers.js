// The papers being marked: which item is in hand, what is decided so far, and the walk from one to the next.
import { text } from "./words.js";

export const address = document.querySelector("[data-marking]")?.dataset.marking;
export const at = (id) => document.getElementById(id);

// What the server sent of the printing, once.
export const printing = { data: null };
export const marked = new Map(); // "copy item" → the marking, with pending while it is not kept yet
// The marking of each item this window has seen last, by its id: what is entered stands over that one and no other.
export const seen = new Map();
export const take = ({ copy, item, id, marking }) => {
  const key = keyOf(copy, item);
  seen.set(key, id);
  if (marking) marked.set(key, marking);
  else marked.delete(key);
};
// Where one is; the walk ends when nothing is left to mark, and then keys only go.
export const place = { paper: 0, item: 0, piece: 0, isEnd: false };
export const mode = { byQuestion: false, hidden: false, totals: false };

export const paper = () => printing.data.papers[place.paper];
export const itemsOf = (one) => printing.data.editions[one.edition].items;
export const item = () => itemsOf(paper())[place.item];
// What stands of the item on the page in sight: figures may go on on the next.
export const piece = () => item().pieces[place.piece] ?? item().pieces[0];
export const keyOf = (copy, number) => `${copy} ${number}`;
export const now = () => marked.get(keyOf(paper().number, item().number));
// What was read of an answer on the scan for certain: a proposal, until it is taken.
export const readOf = (one, number) => one.read.find((reading) => reading.item === itemsOf(one)[number].number);
export const nameOf = (one) => (mode.hidden ? null : one.name) ?? (one.isSpare ? text("Spare paper {0}", one.number) : text("Paper {0}", one.number));

// The walk: item by item through a paper, or one question through all papers. What is marked is passed over.
// A paper whose total was entered has nothing open, whatever its items.
export const isOpen = (one, number) => (one.total ?? null) === null && !marked.has(keyOf(one.number, itemsOf(one)[number].number));

const walk = () => {
  const all = printing.data.papers.flatMap((one, p) => itemsOf(one).map((_, i) => [p, i])).filter(([p]) => !printing.data.papers[p].isSpare || p === place.paper);
  // All answers to a question of one version, and all questions of a version before those of the next: one key stays in mind.
  const versionOf = (p) => printing.data.papers[p].version;
  const order = mode.byQuestion ? all.sort((a, b) => versionOf(a[0]).localeCompare(versionOf(b[0])) || a[1] - b[1] || a[0] - b[0]) : all;
  const here = order.findIndex(([p, i]) => p === place.paper && i === place.item);
  return { order, here };
};

export const forward = () => {
  const { order, here } = walk();
  const rest = [...order.slice(here + 1), ...order.slice(0, here)].filter(([p, i]) => isOpen(printing.data.papers[p], i));
  // What was passed over of the version in hand comes before the next version.
  const next = (mode.byQuestion && rest.find(([p]) => printing.data.papers[p].version === paper().version)) || rest[0];
  if (next) [place.paper, place.item] = next;
  place.isEnd = !next;
};

// Nothing waits, and the item in hand has its marking: one key more would write over it.
export const isAtEnd = () => place.isEnd && now() !== undefined;

export const step = (papers, items) => {
  place.isEnd = false;
  place.paper = Math.min(Math.max(place.paper + papers, 0), printing.data.papers.length - 1);
  const count = itemsOf(paper()).length;
  if (papers !== 0 && !mode.byQuestion) {
    const open = itemsOf(paper()).findIndex((_, i) => isOpen(paper(), i));
    place.item = open < 0 ? 0 : open;
  }
  place.item += items;
  if (items > 0 && place.item >= count && place.paper + 1 < printing.data.papers.length) Object.assign(place, { paper: place.paper + 1, item: 0 });
  place.item = Math.min(Math.max(place.item, 0), itemsOf(paper()).length - 1);
};

export const goTo = (copy, number) => {
  place.isEnd = false;
  place.paper = printing.data.papers.findIndex((one) => one.number === copy);
  place.item = Math.max(0, itemsOf(paper()).findIndex((one) => one.number === number));
};
