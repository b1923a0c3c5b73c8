import { expect, it } from "vitest";
import { inside } from "./inside";

const HERE = "https://here.example";

/** By the URL Standard (WHATWG), sections 4.4 and 4.5: special schemes take a reversed slash for a slash, tabs and line ends are dropped. */
it.each([
  [null, "/"],
  ["", "/"],
  ["/c/oddment/plan?row=1#top", "/c/oddment/plan?row=1#top"],
  ["c/oddment", "/c/oddment"],
  ["https://here.example/c", "/c"],
  ["//there.example", "/"],
  ["/\\there.example", "/"],
  ["\\\\there.example", "/"],
  ["/\t/there.example", "/"],
  ["\n//there.example", "/"],
  ["https:there.example", "/there.example"],
  ["https://here.example@there.example/", "/"],
  ["https://here.example.there.example/", "/"],
  ["http://here.example/", "/"],
  ["javascript:alert(1)", "/"],
  ["data:text/html,x", "/"],
  ["https://[", "/"],
  ["/.//there.example", "//there.example"],
])("%s after signing in leads to %s of this site", (link, path) => {
  expect(inside(link, HERE)).toBe(HERE + path);
});
