// A teacher at a server, without a browser: what a page would send, and fifty of them at work.
import { Agent, request } from "node:http";

export const pause = (milliseconds) => new Promise((resolve) => setTimeout(resolve, milliseconds));

// A teacher's browser: cookies of its own, one proof for its posts.
export class Teacher {
  // What is said when the server answers with a fault goes to "fail".
  constructor(address, fail) {
    this.address = address;
    this.fail = fail;
    this.agent = new Agent({ keepAlive: true, maxSockets: 6 });
    this.cookies = "";
  }

  send(method, path, fields = null) {
    // A value that is a list stands several times.
    const body = fields ? new URLSearchParams(Object.entries(fields).flatMap(([name, value]) => [value].flat().map((one) => [name, one]))).toString() : null;
    const headers = { Cookie: this.cookies, Accept: "text/html" };
    if (body !== null) Object.assign(headers, { "Content-Type": "application/x-www-form-urlencoded", "Content-Length": Buffer.byteLength(body), "HX-Request": "true", Origin: this.address, "X-Gavvet-Form": this.proof });
    return new Promise((resolve, reject) => {
      const sent = request(this.address + path, { method, headers, agent: this.agent }, (answer) => {
        const parts = [];
        answer.on("data", (part) => parts.push(part));
        answer.on("end", () => {
          for (const cookie of answer.headers["set-cookie"] ?? []) this.cookies = cookie.split(";")[0];
          if (answer.statusCode >= 500 && !this.expects?.includes(answer.statusCode)) this.fail(`${answer.statusCode} from ${method} ${path}`);
          resolve({ status: answer.statusCode, headers: answer.headers, bytes: Buffer.concat(parts), text: Buffer.concat(parts).toString() });
        });
      });
      sent.on("error", reject);
      if (body !== null) sent.write(body);
      sent.end();
    });
  }

  async open(path) {
    const page = await this.send("GET", path);
    this.proof = page.text.match(/X-Gavvet-Form&quot;:&quot;([^&]+)&quot;/)?.[1];
    this.head = page.text.match(/name="head" value="([^"]+)"/)?.[1];
    return page;
  }

  async begin() {
    await this.open("/");
    const made = await this.send("POST", "/?handler=New", {});
    this.sheet = made.headers["hx-redirect"];
    await this.open(this.sheet);
    return this;
  }

  async edit(fields) {
    const begun = performance.now();
    const answer = await this.send("POST", `${this.sheet}?handler=Edit`, { head: this.head, shown: "student", inSight: "1", ...fields });
    const took = performance.now() - begun;
    const next = answer.text.match(/name="head" value="([^"]+)"/)?.[1];
    if (answer.status === 200 && next) this.head = next;
    return { took, answer };
  }
}

export const edits = [
  (i) => ({ edit: "title", title: `Title ${i}` }),
  (i) => ({ edit: "count", section: "1", count: `${3 + (i % 3)}` }),
  (i) => ({ edit: "direction", section: "1", direction: i % 2 ? "up-down" : "up" }),
  (i) => ({ edit: "clefs", section: "1", clefs: i % 2 ? "bass" : "treble" }),
  () => ({ edit: "redraw-all" }),
  (i) => ({ edit: "kind", section: "1", kind: i % 2 ? "write-steps" : "write-scale" }),
];

// Teachers who edit each their sheet once a second; what each edit took.
export const crowd = async (teachers, seconds) => {
  const times = [];
  const until = performance.now() + seconds * 1000;
  await Promise.all(teachers.map(async (teacher, who) => {
    await pause((who * 1000) / teachers.length);
    for (let i = 0; performance.now() < until; i += 1) {
      const { took, answer } = await teacher.edit(edits[i % edits.length](i));
      if (answer.status !== 200) teacher.fail(`${answer.status} for an edit of teacher ${who}`);
      times.push(took);
      // A teacher looks before the next edit.
      await pause(Math.max(0, 1000 - took));
    }
  }));
  return times;
};
