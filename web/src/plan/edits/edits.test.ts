// @vitest-environment jsdom
import { describe, expect, it } from "vitest";
import { Problem, type Schemas } from "../../api/client";
import { type Campaign } from "../model";
import { EditQueue, type Edit, type WaitingEdit } from "./editQueue";
import { whole } from "./whole";

const edit = (money: string): Edit => ({ kind: "rowMoney", campaignId: "c", rowIds: ["r"], money });

class MemoryStore {
  private readonly held = new Map<string, string>();
  getItem = (key: string) => this.held.get(key) ?? null;
  setItem = (key: string, value: string) => void this.held.set(key, value);
  removeItem = (key: string) => void this.held.delete(key);
}

/** A queue against a server that answers as told, with time that passes only by `tick`. */
function scene(
  answers: (Problem | "ok")[],
  store = new MemoryStore(),
  decide = () => Promise.resolve(false),
) {
  const sent: string[] = [];
  const refused: string[] = [];
  const states: string[] = [];
  const later: (() => void)[] = [];
  let ids = 0;
  const queue = new EditQueue("key", {
    send: async ({ editId, edit: e }: WaitingEdit, over) => {
      await Promise.resolve();
      sent.push(`${editId} ${"money" in e ? e.money : ""}${over ? " over" : ""}`);
      const answer = answers.shift() ?? "ok";
      if (answer !== "ok") throw answer;
    },
    collides: decide,
    reload: () => undefined,
    refused: (_, problem) => refused.push(problem.message),
    state: (waiting, connected) => states.push(`${waiting} ${connected ? "connected" : "away"}`),
    store,
    later: (run) => later.push(run),
    newId: () => `id${++ids}`,
  });
  const settle = async () => {
    for (let i = 0; i < 50; i++) await Promise.resolve();
  };
  const tick = async () => {
    later.splice(0).forEach((run) => run());
    await settle();
  };
  return { queue, sent, refused, states, store, settle, tick };
}

describe("edits on their way to the server", () => {
  it("go out one at a time in their order", async () => {
    const s = scene([]);
    s.queue.make(edit("1"));
    s.queue.make(edit("2"));
    await s.settle();
    expect(s.sent).toEqual(["id1 1", "id2 2"]);
    expect(s.queue.edits).toHaveLength(0);
    expect(s.states.at(-1)).toBe("0 connected");
  });

  it("wait while there is no connection and are sent again under the same id", async () => {
    const s = scene([new Problem(0, "no connection"), new Problem(503, "away"), "ok", "ok"]);
    s.queue.make(edit("1"));
    s.queue.make(edit("2"));
    await s.settle();
    expect(s.states.at(-1)).toBe("2 away");
    await s.tick();
    await s.tick();
    expect(s.sent).toEqual(["id1 1", "id1 1", "id1 1", "id2 2"]);
    expect(s.states.at(-1)).toBe("0 connected");
  });

  it("survive a reload of the page", async () => {
    const store = new MemoryStore();
    const before = scene([new Problem(0, "no connection")], store);
    before.queue.make(edit("1"));
    await before.settle();
    before.queue.stop();
    const after = scene([], store);
    after.queue.start();
    await after.settle();
    expect(after.sent).toEqual(["id1 1"]);
    expect(store.getItem("key")).toBeNull();
  });

  it("go out when the plan is left, as far as the server answers", async () => {
    const s = scene(["ok", "ok", new Problem(0, "no connection")]);
    ["1", "2", "3"].forEach((money) => s.queue.make(edit(money)));
    s.queue.stop();
    await s.settle();
    await s.tick();
    expect(s.sent).toEqual(["id1 1", "id2 2", "id3 3"]);
    expect(s.states.at(-1)).toBe("1 away");
    expect(s.store.getItem("key")).toContain("id3");
  });

  it("are given up only when the server refuses them, and the next goes on", async () => {
    const s = scene([new Problem(422, "“lots” is not an amount of GBP."), "ok"]);
    const asked = s.queue.ask(edit("lots"));
    s.queue.make(edit("2"));
    await expect(asked).rejects.toThrow("lots");
    await s.settle();
    expect(s.refused).toEqual(["“lots” is not an amount of GBP."]);
    expect(s.sent).toEqual(["id1 lots", "id2 2"]);
  });

  it("that change what another changed wait for a person, with all that come after them, also over a reload", async () => {
    const store = new MemoryStore();
    let answer: (over: boolean) => void = () => undefined;
    const asked = () => new Promise<boolean>((decided) => (answer = decided));
    const s = scene(["ok", new Problem(409, "Bo changed the same.")], store, asked);
    ["1", "2", "3"].forEach((money) => s.queue.make(edit(money)));
    await s.settle();
    expect(s.sent).toEqual(["id1 1", "id2 2"]);
    expect(store.getItem("key")).toMatch(/id2.*id3/);
    answer(true);
    await s.settle();
    expect(s.sent).toEqual(["id1 1", "id2 2", "id2 2 over", "id3 3"]);
    expect(s.refused).toEqual([]);
  });

  it("that a person leaves to the other are given up alone", async () => {
    const s = scene([new Problem(409, "Bo changed the same."), "ok"]);
    s.queue.make(edit("1"));
    s.queue.make(edit("2"));
    await s.settle();
    expect(s.refused).toEqual(["Bo changed the same."]);
    expect(s.sent).toEqual(["id1 1", "id2 2"]);
  });

  it("wait for a server that failed", async () => {
    const s = scene([new Problem(500, "Something failed here."), "ok"]);
    s.queue.make(edit("1"));
    await s.settle();
    await s.tick();
    expect(s.refused).toEqual([]);
    expect(s.sent).toEqual(["id1 1", "id1 1"]);
  });

  it("can be taken back before they are sent", async () => {
    const s = scene([new Problem(0, "no connection")]);
    s.queue.make(edit("1"));
    await s.settle();
    expect(s.queue.takeBack("of another sheet")).toBe(false);
    expect(s.queue.takeBack("c")).toBe(true);
    expect(s.queue.takeBack("c")).toBe(false);
    await s.tick();
    expect(s.sent).toEqual(["id1 1"]);
  });
});

describe("an answer that tells only what differs", () => {
  type Plan = Schemas["PlanView"];
  const row = (id: string, label: string) => ({ id, label }) as Campaign["rows"][number];
  const campaign = (id: string, rest: Partial<Campaign>) =>
    ({ id, rows: [], columns: [], excluded: [], adStates: [], findings: [], silenced: [], ...rest }) as never;
  const plan = (version: number, ...campaigns: Campaign[]) => ({ version, campaigns }) as Plan;
  const held = plan(
    1,
    campaign("a", {
      rows: [row("r1", "one"), row("r2", "two")],
      findings: [{ rule: "x" } as Schemas["Finding"]],
    }),
  );

  it("is filled up from the plan that was held, in the order of its rows", () => {
    const told = campaign("a", {
      rows: [row("r3", "three"), row("r2", "second")],
      left: { rowIds: ["r3", "r1", "r2"], parts: ["FINDINGS"] },
    });
    const [a] = whole(held, plan(2, told)).campaigns;
    expect(a?.rows.map((r) => r.label)).toEqual(["three", "one", "second"]);
    expect(a?.rows[1]).toBe(held.campaigns[0]?.rows[0]);
    expect(a?.findings).toBe(held.campaigns[0]?.findings);
    expect(a?.left).toBeNull();
  });

  it("keeps the order where it is the same, and takes what was told whole as it is", () => {
    const same = campaign("a", { rows: [row("r1", "first")], left: { rowIds: null, parts: [] } });
    const added = campaign("b", { rows: [row("r9", "nine")] });
    const made = whole(held, plan(2, same, added));
    expect(made.campaigns.map((c) => c.rows.map((r) => r.label))).toEqual([["first", "two"], ["nine"]]);
    expect(made.campaigns[0]?.findings).toEqual([]);
    expect(made.version).toBe(2);
  });
});
