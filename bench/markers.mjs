// Fifty teachers at the marking of one class, without a browser: each marks a paper of its own, an answer a second.
import { pause } from "./teacher.mjs";

const says = [
  (item) => ({ say: "right", item }),
  (item) => ({ say: "written", item, written: "D E F# G A B C# D" }),
  (item) => ({ say: "blank", item }),
  (item) => ({ say: "written", item, written: "C D E F G A B" }),
  (item) => ({ say: "marks", item, marks: 0, remark: "Look at the seventh" }),
];

// A printing of ten scales for a class of so many, by the first of the teachers; its address.
export const printForClass = async (teacher, students) => {
  await teacher.edit({ edit: "kind", section: "1", kind: "write-scale" });
  await teacher.edit({ edit: "keys", section: "1", keys: "Ab Eb Bb F C G D A E B".split(" ") });
  await teacher.edit({ edit: "count", section: "1", count: "10" });
  const group = (await teacher.send("POST", "/classes", { name: "Thornbury", __RequestVerificationToken: teacher.proof })).headers.location;
  await teacher.send("POST", `${group}?handler=Add`, { students: Array.from({ length: students }, (_, i) => `Student ${i + 1}`).join("\n"), __RequestVerificationToken: teacher.proof });
  const begun = await teacher.send("POST", `${teacher.sheet}/print?handler=Print`, { seats: "", group: group.split("/").at(-1), spares: "0" });
  const job = begun.text.match(/handler=Job&amp;job=([0-9a-f]+)/)[1];
  for (;;) {
    const now = await teacher.send("GET", `${teacher.sheet}/print?handler=Job&job=${job}`);
    if (now.headers["hx-redirect"]) return now.headers["hx-redirect"];
    await pause(250);
  }
};

// What each marking took, and how many were kept; every one that was confirmed is there at the end.
export const marking = async (teachers, printing, seconds) => {
  const times = [];
  const kept = new Set();
  const until = performance.now() + seconds * 1000;
  await Promise.all(teachers.map(async (teacher, who) => {
    await pause((who * 1000) / teachers.length);
    for (let i = 0; performance.now() < until; i += 1) {
      const begun = performance.now();
      const answer = await teacher.send("POST", `${printing}/mark?handler=Mark`, { copy: who + 1, ...says[i % says.length]((i % 10) + 1) });
      const took = performance.now() - begun;
      if (answer.status !== 200) teacher.fail(`${answer.status} for a marking of teacher ${who}: ${answer.text.slice(0, 200)}`);
      else kept.add(`${who + 1} ${(i % 10) + 1}`);
      times.push(took);
      await pause(Math.max(0, 1000 - took));
    }
  }));
  const data = JSON.parse((await teachers[0].send("GET", `${printing}/mark?handler=Data`)).text);
  const there = new Set(data.markings.map((one) => `${one.copy} ${one.item}`));
  for (const one of kept) if (!there.has(one)) teachers[0].fail(`the marking of paper and item ${one} is lost`);
  return times;
};

