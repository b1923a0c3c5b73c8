// @vitest-environment jsdom
import { answering, show, uploading } from "../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { useCreativesOf } from "./useCreativesOf";
import { useFileDrop } from "./useUpload";

const LAST = {
  id: "c1",
  name: "sock",
  format: "single-picture",
  media: [{ sha256: "old" }],
  bodies: ["Mend it"],
  headlines: ["Before the cold"],
  descriptions: [],
  callsToAction: ["shop"],
  link: "https://oddment.example",
  brand: "",
  post: "",
  cards: [],
} as unknown as Schemas["Creative"];

function Room({ like, onMade }: { like: Schemas["Creative"] | undefined; onMade: (ids: string[]) => void }) {
  const { make, progress } = useCreativesOf("c");
  const drop = useFileDrop((files) => void make(files, like, onMade));
  return (
    <div data-testid="room" {...drop.target}>
      {progress}
    </div>
  );
}

/** Drops files of these names; what is made of each, and the ids that are told of at the end. */
async function dropping(like: Schemas["Creative"] | undefined, names: string[], refused: string[] = []) {
  let seen = 0;
  uploading(() => {
    const name = names[seen++] ?? "";
    return refused.includes(name)
      ? { status: 422, body: { detail: `“${name}” is no picture. Send a PNG, a JPEG or an MP4.` } }
      : {
          body: { sha256: name, fileName: name, video: /mp4$/.test(name) ? {} : null, text: { fields: 0 } },
        };
  });
  const made: Schemas["CreativeBody"][] = [];
  answering((sent, path) => {
    if (sent === undefined) return { body: path.endsWith("/creatives") ? [{ creative: LAST }] : [] };
    made.push(sent as Schemas["CreativeBody"]);
    return { body: { creative: { id: `new ${made.length}` } } };
  });
  const told: string[][] = [];
  show(<Room {...{ like }} onMade={(ids) => told.push(ids)} />);
  const dataTransfer = { types: ["Files"], files: names.map((name) => new File(["x"], name)) };
  fireEvent.drop(screen.getByTestId("room"), { dataTransfer });
  return { made, told };
}

it("makes a creative of each file, told as the last one of its format", async () => {
  const { made, told } = await dropping(LAST, ["sock.png", "knit.mp4", "sock.jpg"]);
  await waitFor(() => expect(told).toEqual([["new 1", "new 2", "new 3"]]));
  const told3 = { bodies: ["Mend it"], headlines: ["Before the cold"], link: "https://oddment.example" };
  expect(made).toMatchObject([
    { draft: { format: "single-picture", media: ["sock.png"], ...told3 } },
    { draft: { format: "single-video", media: ["knit.mp4"], bodies: [], link: "" } },
    { draft: { format: "single-picture", media: ["sock.jpg"], ...told3 } },
  ]);
  expect(new Set(made.map((m) => m.name))).toHaveLength(3);
});

it.each([
  { names: ["notes.txt", "sock.png"], ids: [["new 1"]] },
  { names: ["notes.txt"], ids: [] },
])("goes on where one of $names is refused, and says why", async ({ names, ids }) => {
  const { made, told } = await dropping(undefined, names, ["notes.txt"]);
  await screen.findByText(/“notes.txt” is no picture/);
  await waitFor(() => expect(made).toHaveLength(ids.length));
  await waitFor(() => expect(screen.queryByText("Stop")).toBeNull());
  expect(told).toEqual(ids);
});
