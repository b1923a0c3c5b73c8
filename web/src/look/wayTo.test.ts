import { expect, it } from "vitest";
import { placeOf, wayTo } from "./wayTo";

const at = (more: object) => wayTo("c1", "p1", { campaignId: "k1", field: "money", ...more });

it.each([
  [{ field: "headline", columnId: "x", creativeId: "cr" }, "/c/c1/creative/cr?field=headline"],
  [{ field: "ages", rowId: "r", audienceId: "au" }, "/c/c1/audiences/au?field=ages"],
  [{ field: "form", columnId: "x", scriptId: "f1" }, "/c/c1/forms/f1"],
  [{ field: "adGroupPattern" }, "/c/c1/rules/ad-groups"],
  [{ field: "bid", rowId: "r" }, "/c/c1/plan/p1/k1?ad=r/&field=bid"],
  [{ field: "cells", rowId: "r", columnId: "x" }, "/c/c1/plan/p1/k1?ad=r/x&field=cells"],
  [{ field: "lastDay" }, "/c/c1/plan/p1/k1?field=lastDay"],
])("%o stands at %s", (place, way) => {
  expect(at(place)).toBe(way);
});

it("reads a place on a sheet back", () => {
  for (const place of [
    { campaignId: "k1", field: "bid", rowId: "r" },
    { campaignId: "k1", field: "cells", rowId: "r", columnId: "x" },
    { campaignId: "k1", field: "lastDay" },
  ]) {
    const way = new URL(wayTo("c1", "p1", place), "http://localhost");
    expect(placeOf("k1", way.searchParams)).toEqual(place);
  }
  expect(placeOf("k1", new URLSearchParams("ad=r/x"))).toBeUndefined();
});
