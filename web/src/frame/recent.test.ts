// @vitest-environment jsdom
import { beforeEach, expect, it } from "vitest";
import { opened, recentFirst } from "./recent";

const THINGS = ["Ada", "Bea", "Cem", "Dov"].map((id) => ({ id }));
const order = (clientId = "c1") => recentFirst(clientId, THINGS).map((t) => t.id);

beforeEach(() => window.localStorage.clear());

it.each([
  { after: [], stand: ["Ada", "Bea", "Cem", "Dov"] },
  { after: ["Cem"], stand: ["Cem", "Ada", "Bea", "Dov"] },
  { after: ["Cem", "Bea"], stand: ["Bea", "Cem", "Ada", "Dov"] },
  { after: ["Cem", "Bea", "Cem"], stand: ["Cem", "Bea", "Ada", "Dov"] },
  { after: ["gone", "Dov"], stand: ["Dov", "Ada", "Bea", "Cem"] },
])("after $after were opened, $stand", ({ after, stand }) => {
  after.forEach((id) => opened("c1", id));
  expect(order()).toEqual(stand);
  expect(order("another")).toEqual(["Ada", "Bea", "Cem", "Dov"]);
});

it("forgets what is long ago, and takes no nonsense that stands there", () => {
  opened("c1", "Dov");
  for (let i = 0; i < 24; i++) opened("c1", `other ${i}`);
  expect(order()).toEqual(["Ada", "Bea", "Cem", "Dov"]);
  for (const nonsense of ["{", '{"a":1}', "[1,null]"]) {
    window.localStorage.setItem("tidewrack.recent.c1", nonsense);
    expect(order()).toEqual(["Ada", "Bea", "Cem", "Dov"]);
  }
});
