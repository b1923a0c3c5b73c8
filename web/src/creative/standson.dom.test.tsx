// @vitest-environment jsdom
import { answering, pick, show } from "../testing/browser";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { describe, expect, it, vi } from "vitest";
import type { Schemas } from "../api/client";
import type { PostView } from "../api/posts";
import { Face } from "./Face";
import { type Draft, emptyDraft, type Format } from "./model";
import { Parts } from "./Parts";
import { PostFrame } from "./posts/PostFrame";
import { PreviewSheet } from "./sheet/PreviewSheet";

const drawn = vi.hoisted(() => ({ options: [] as unknown[], fails: false }));
vi.mock("html-to-image", () => ({
  toPng: (_: HTMLElement, options: unknown) => {
    drawn.options.push(options);
    return drawn.fails ? Promise.reject(new Error("too large")) : Promise.resolve("data:image/png;base64,AA");
  },
}));

const format = (code: string, standsOn: Format["standsOn"], needs: Format["needs"]): Format => ({
  code,
  words: code,
  networks: ["HS"],
  pictures: true,
  videos: true,
  mostMedia: standsOn.length > 0 ? 0 : 1,
  needs,
  standsOn,
  firstCard: -1,
  priced: false,
  mostTexts: 1,
  mostActions: 1,
});

const post = (id: string, kind: PostView["kind"], removed = false) =>
  ({
    accountId: "a1",
    network: "HS",
    id,
    kind,
    profile: "Oddment",
    text: `Words of ${id}`,
    at: "2027-03-08T04:00:00Z",
    link: "https://www.oddment.example/kits?x=1",
    ends: kind === "EVENT" ? "2027-03-30T18:00:00Z" : null,
    hasStill: kind === "POST",
    removed,
  }) as unknown as PostView;

const posts = [post("sock", "POST"), post("evening", "EVENT"), post("lost", "POST", true)];

function parts(draft: Partial<Draft>, of: Format) {
  const changes: Draft[] = [];
  answering((_, path) => ({ body: path.endsWith("/posts") ? { posts, curves: [], rules: [] } : {} }));
  show(
    <MemoryRouter>
      <Parts
        clientId="c"
        draft={{ ...emptyDraft, format: of.code, ...draft }}
        format={of}
        formats={[of]}
        networks={[]}
        media={new Map()}
        phrases={[]}
        forms={[]}
        scripts={[]}
        fit={undefined}
        problem={undefined}
        onFormat={() => undefined}
        onChange={(d) => changes.push(d)}
      />
    </MemoryRouter>,
  );
  return changes;
}

describe("what an ad stands on", () => {
  it("is chosen of what profiles put up that the format takes, and is there", async () => {
    const changes = parts({}, format("existing-post", ["POST", "FILM"], "POST"));
    await screen.findByText("Choose what a profile put up");
    await pick("What it stands on", "HS Oddment: Words of sock");
    expect(changes.at(-1)?.post).toBe("sock");
    const options = [...document.querySelectorAll(".ant-select-item-option-content")].map(
      (o) => o.textContent,
    );
    expect(options).toEqual(["HS Oddment: Words of sock"]);
  });

  it("is told to be gone where it is", async () => {
    parts({ post: "lost" }, format("existing-post", ["POST"], "POST"));
    await screen.findByText("lost is not there, or not any more. Choose another.");
  });

  it("is waited for where nobody put up such a thing", async () => {
    parts({}, format("offer", ["OFFER"], "POST"));
    await screen.findByText("No profile put up such a thing yet");
  });

  it("is shown as it is, paid for or not", () => {
    show(
      <>
        <PostFrame clientId="c" post={post("evening", "EVENT")} />
        <PostFrame clientId="c" post={post("sock", "POST")} paid />
      </>,
    );
    screen.getByText("event, Mon 8 Mar 04:00");
    screen.getByText("until Tue 30 Mar 18:00");
    expect(screen.getAllByText("oddment.example")).toHaveLength(2);
    screen.getByText("paid for");
    expect(document.querySelector("img")?.getAttribute("src")).toBe("/api/clients/c/posts/a1/sock/still");
  });
});

describe("a face", () => {
  it("is what a person says, and may be left open again", async () => {
    let face: boolean | null = null;
    const { sent } = answering((body, path) => {
      if (path.endsWith("/face")) face = (body as { face: boolean | null }).face;
      return { body: path.endsWith("/looks") ? [{ sha256: "s", colour: "BLUE", face, marked: false }] : {} };
    });
    show(<Face clientId="c" sha="s" />);
    const said = within(await screen.findByLabelText("A face is seen"));
    expect((said.getByLabelText("Not said") as HTMLInputElement).checked).toBe(true);
    fireEvent.click(said.getByText("Yes"));
    await waitFor(() => expect((said.getByLabelText("Yes") as HTMLInputElement).checked).toBe(true));
    fireEvent.click(said.getByText("Not said"));
    await waitFor(() => expect(sent).toEqual([{ face: true }, { face: null }]));
  });
});

const creative = (id: string, name: string) =>
  ({
    ...emptyDraft,
    id,
    name,
    format: "single-picture",
    media: [],
    headlines: [`Headline of ${name}`],
    form: null,
    chat: null,
    message: null,
  }) as unknown as Schemas["Creative"];

const cut = { inSight: "", behind: "" };
const placement = (code: string, runs: boolean) => ({
  code,
  words: code,
  devices: ["phone"],
  ratio: 1,
  bodies: [{ length: 0, limit: 0, fold: 0, cut }],
  headlines: [{ length: 0, limit: 40, fold: 40, cut: { inSight: `seen on ${code}`, behind: "" } }],
  descriptions: [{ length: 0, limit: 0, fold: 0, cut }],
  brand: null,
  misfits: [],
  mends: [],
  runs,
  shown: 1,
  poster: false,
});

function sheet(at = "") {
  answering((_, path) => ({
    body: path.endsWith("/fit")
      ? {
          networks: [
            {
              network: "HS",
              networkName: "Hearthside",
              counts: [],
              placements: [placement("feed", true), placement("rail", false), placement("stories", true)],
            },
          ],
          actions: [],
          combinations: 1,
          unknownTokens: [],
        }
      : [],
  }));
  show(
    <MemoryRouter initialEntries={[`/sheet${at}`]}>
      <PreviewSheet
        clientId="c"
        clientName="Oddment"
        creatives={[creative("k1", "First"), creative("k2", "Second")]}
        formats={[format("single-picture", [], "NOTHING")]}
        media={[]}
        rooms={null}
      />
    </MemoryRouter>,
  );
}

describe("a preview sheet", () => {
  it("shows the chosen on the first placement of each network, light or dark", async () => {
    sheet();
    screen.getByText("To show and hand over: choose creatives on the left.");
    expect((screen.getByRole("button", { name: "Save as PNG" }) as HTMLButtonElement).disabled).toBe(true);
    fireEvent.click(screen.getByRole("checkbox", { name: "First" }));
    fireEvent.click(screen.getByRole("checkbox", { name: "Second" }));
    await screen.findByText("2 creatives on 1 placement");
    const all = within(screen.getByRole("article", { name: "Preview sheet" }));
    expect(all.getAllByText("seen on feed")).toHaveLength(2);
    fireEvent.click(screen.getByText("Dark"));
    expect(screen.getByRole("article", { name: "Preview sheet" }).className).toContain("dark");
  });

  it("is as its address says, and saved as a picture; what cannot be drawn is told", async () => {
    sheet("?of=k2&on=HS/stories&dark=1");
    await screen.findByText("1 creative on 1 placement");
    await screen.findByText("seen on stories");
    fireEvent.click(screen.getByRole("button", { name: "Save as PNG" }));
    await waitFor(() => expect(drawn.options).toEqual([{ pixelRatio: 2 }]));
    drawn.fails = true;
    await waitFor(() =>
      expect(
        (screen.getByRole("button", { name: /Save as PNG/ }) as HTMLButtonElement).className,
      ).not.toContain("loading"),
    );
    fireEvent.click(screen.getByRole("button", { name: /Save as PNG/ }));
    await screen.findByText(/could not be drawn. Choose fewer creatives, or print it/);
  });
});
