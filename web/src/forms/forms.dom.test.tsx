// @vitest-environment jsdom
import { answering, pick, show } from "../testing/browser";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { MemoryRouter, Route, Routes, useLocation } from "react-router";
import { describe, expect, it } from "vitest";
import { FormsScreen } from "./FormsScreen";
import { Webhook } from "./Webhook";

const FIELDS = [
  { code: "email", words: "E-mail", networks: ["HS", "GR"] },
  { code: "phone", words: "Phone", networks: ["HS"] },
];
const question = (field: string, text = "", choices: string[] = [], required = true) => ({
  field,
  text,
  choices,
  required,
});
const FORM = {
  form: {
    id: "f1",
    name: "Ask us",
    version: 2,
    content: {
      headline: "A place at the table",
      opening: "",
      questions: [question("email"), question("", "Which day?", ["Monday", "Friday"], false)],
      privacyLink: "https://mill.example/privacy",
      consent: "We may write to you.",
      completion: { text: "See you.", button: "Map", link: "https://mill.example/map" },
      onePage: true,
    },
  },
  edits: 7,
  sent: true,
  usedBy: ["Evening"],
};
const DRAFT = {
  greeting: "Hello {first-name|there}",
  replies: [{ text: "What is it?", answer: "A mill." }],
  sender: "Nell Ferry",
  subject: "A word",
  body: "Come by.",
  button: "Come",
  link: "https://mill.example",
  bannerSha: null,
};
const CHAT = { id: "s1", kind: "CHAT", name: "Ask a miller", version: 3, draft: DRAFT, usedBy: [] };
const MESSAGE = { ...CHAT, id: "s2", kind: "MESSAGE", name: "To mills" };
const FIT = {
  fields: FIELDS,
  networks: [
    { network: "HS", networkName: "Hearthside", faults: [] },
    { network: "GR", networkName: "Guildrow", faults: [] },
  ],
};
const TEXTS = [
  { whom: "known", greeting: "Hello Ada", subject: "A word", body: "Come by." },
  { whom: "unknown", greeting: "Hello there", subject: "A word", body: "Come by." },
  { whom: "longest", greeting: "Hello Wolfeschlegelstein", subject: "A word", body: "Come by." },
];

interface Kept {
  edits: number;
  version: number;
  name: string;
  content: unknown;
  draft: unknown;
}

let refuses: { detail: string; field?: string } | undefined;

const CREATIVE = {
  ...{ id: "c1", name: "Brass gauge", format: "lead-form", bodies: ["A hair a year."], headlines: [] },
  ...{
    descriptions: [],
    callsToAction: [],
    link: "",
    brand: "",
    post: "",
    cards: [],
    media: [{ sha256: "m1" }],
  },
  form: { id: "f0" },
};
const AD = { like: { creative: CREATIVE }, made: { creative: { ...CREATIVE, id: "c9" } } };

function Planned() {
  return <p>plan {useLocation().search}</p>;
}

function room(thing: string, ads: { creatives?: unknown[]; formats?: unknown[]; made?: unknown } = {}) {
  refuses = undefined;
  const kept: { path: string; body: unknown }[] = [];
  answering((body, path) => {
    if (path.endsWith("/fit")) return { body: { ...FIT, texts: TEXTS } };
    if (body !== undefined) {
      if (refuses) return { status: 422, body: refuses };
      kept.push({ path, body });
      if (path.endsWith("/creatives")) return { body: ads.made };
      if (path.endsWith("/senders")) return { body: { accountId: "a2", name: "Nell Ferry", agreed: true } };
      const { edits, version, name, content, draft } = body as Kept;
      return path.includes("/forms")
        ? { body: { ...FORM, edits: edits + 1, form: { ...FORM.form, name, content, version: 3 } } }
        : { body: { ...(path.endsWith("s1") ? CHAT : MESSAGE), version: version + 1, name, draft } };
    }
    if (path.endsWith("/forms")) return { body: [FORM] };
    if (path.endsWith("/scripts")) return { body: [CHAT, MESSAGE] };
    if (path.endsWith("/senders")) return { body: [{ accountId: "a1", name: "Nell Ferry", agreed: false }] };
    if (path.endsWith("/creatives")) return { body: ads.creatives ?? [] };
    if (path.endsWith("/formats")) return { body: ads.formats ?? [] };
    if (path.endsWith("/counts")) return { body: { all: 0, fresh: 0 } };
    if (path === "/api/clients/c1") {
      const accounts = [
        { id: "a1", network: "HS", name: "Hearthside GBP" },
        { id: "a2", network: "GR", name: "Guildrow GBP" },
        { id: "a3", network: "JC", name: "No messages" },
      ];
      return { body: { client: { id: "c1", name: "Mill", seesLeads: true, accounts }, campaigns: [] } };
    }
    return { body: [] };
  });
  show(
    <MemoryRouter initialEntries={[`/c/c1/forms/${thing}`]}>
      <Routes>
        <Route path="/c/:clientId/forms/:thingId?/:leadId?" element={<FormsScreen />} />
        <Route path="/c/:clientId/plan" element={<Planned />} />
      </Routes>
    </MemoryRouter>,
  );
  return kept;
}

const last = (kept: { body: unknown }[]) =>
  kept.at(-1)?.body as { content: typeof FORM.form.content } & typeof MESSAGE;

describe("a lead form", () => {
  it("is written, its questions asked in another order by keys, and kept by itself on what was known", async () => {
    const kept = room("f1");
    fireEvent.keyDown(await screen.findByRole("button", { name: /^Move Which day/ }), { key: "ArrowUp" });
    await pick("Add a ready question", "Phone  ·  HS");
    fireEvent.click(screen.getByRole("button", { name: "Take out E-mail" }));
    fireEvent.change(screen.getByLabelText("Heading"), { target: { value: "Two places" } });
    await waitFor(() => expect(last(kept)?.content.headline).toBe("Two places"));
    const onWhat = () => kept.map(({ body }) => (body as Kept).edits);
    expect(onWhat()).toEqual(kept.map((_, sent) => FORM.edits + sent));
    expect(last(kept).name).toBe("Ask us");
    expect(last(kept).content.questions).toEqual([FORM.form.content.questions[1], question("phone")]);
    await screen.findByText(/Version 3 · taken by Hearthside, Guildrow · people are asked this/);
    fireEvent.change(screen.getByLabelText("Heading"), { target: { value: "Three places" } });
    await waitFor(() => expect(last(kept).content.headline).toBe("Three places"));
    expect(onWhat()).toEqual(kept.map((_, sent) => FORM.edits + sent));
  });

  it("stays as it was typed where it is not taken, with why", async () => {
    const kept = room("f1");
    await screen.findByLabelText("Privacy link");
    refuses = { detail: "“nowhere” is no address. Give one that begins with https.", field: "privacyLink" };
    fireEvent.change(screen.getByLabelText("Privacy link"), { target: { value: "nowhere" } });
    await screen.findByText(refuses.detail);
    expect(screen.getByLabelText<HTMLInputElement>("Privacy link").value).toBe("nowhere");
    expect(kept).toEqual([]);
  });

  it("asks nothing of its own twice, and no choice without a question", async () => {
    room("f1");
    fireEvent.click(await screen.findByRole("button", { name: "Ask your own" }));
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Ask your own" }).disabled).toBe(true);
    fireEvent.change(screen.getByLabelText("Own question 3"), { target: { value: "How many?" } });
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Ask your own" }).disabled).toBe(false);
  });

  it("is filled in as people would, who are told what is missing", async () => {
    room("f1");
    const phone = within(await screen.findByRole("figure", { name: "Filled in on a phone" }));
    fireEvent.click(phone.getByRole("button", { name: "Begin" }));
    fireEvent.click(phone.getByRole("button", { name: "Send" }));
    phone.getByText("This is needed.");
    await waitFor(() => phone.getByText("E-mail"));
    fireEvent.change(phone.getByRole("textbox"), { target: { value: "ada" } });
    fireEvent.click(phone.getByRole("button", { name: "Send" }));
    phone.getByText("An e-mail address has a name, an @ and a site.");
    fireEvent.change(phone.getByRole("textbox"), { target: { value: "ada@mill.example" } });
    expect(within(phone.getByRole("combobox")).getAllByRole("option")).toHaveLength(3);
    fireEvent.click(phone.getByRole("button", { name: "Send" }));
    phone.getByText("See you.");
    fireEvent.click(phone.getByRole("button", { name: "Start again" }));
    phone.getByRole("button", { name: "Begin" });
  });

  it("is asked a question a page where it says so, and each page says where it stands", async () => {
    room("f1");
    fireEvent.click(await screen.findByText("one question a page"));
    const desktop = within(screen.getByRole("figure", { name: "Filled in on a desktop" }));
    fireEvent.click(desktop.getByRole("button", { name: "Begin" }));
    desktop.getByLabelText("Page 1 of 2");
    expect(desktop.queryByText(/We may write to you/)).toBeNull();
    fireEvent.change(desktop.getByRole("textbox"), { target: { value: "ada@mill.example" } });
    fireEvent.click(desktop.getByRole("button", { name: "Next" }));
    desktop.getByLabelText("Page 2 of 2");
    desktop.getByText(/We may write to you/);
  });
});

it("begins a plan with an ad like one of the client’s, but leading to this form", async () => {
  const { like, made } = AD;
  const kept = room("f1", { creatives: [like], formats: [{ code: "lead-form", needs: "FORM" }], made });
  fireEvent.click(await screen.findByRole("button", { name: "Plan with it…" }));
  screen.getByText("Compose its ad first");
  fireEvent.click(await screen.findByText("Its ad is like “Brass gauge”"));
  await screen.findByText("plan ?creative=c9");
  expect(kept).toMatchObject([
    {
      path: "/api/clients/c1/creatives",
      body: {
        name: "Ask us",
        draft: { format: "lead-form", bodies: ["A hair a year."], media: ["m1"], formId: "f1" },
      },
    },
  ]);
});

it("has a chat as a person does, by their name and without it", async () => {
  const kept = room("s1");
  const chat = within(await screen.findByRole("figure", { name: "Chat preview" }));
  await chat.findByText("Hello Ada");
  fireEvent.click(chat.getByRole("button", { name: "What is it?" }));
  chat.getByText("A mill.");
  fireEvent.click(screen.getByRole("button", { name: "Add a reply" }));
  fireEvent.change(screen.getByLabelText("Reply 2"), { target: { value: "Where?" } });
  await waitFor(() =>
    expect(last(kept)?.draft.replies).toEqual([DRAFT.replies[0], { text: "Where?", answer: "" }]),
  );
  expect(last(kept)).toMatchObject({ version: 3, kind: "CHAT" });
  fireEvent.click(chat.getByRole("button", { name: "Where?" }));
  chat.getByText("(a person answers)");
  fireEvent.click(screen.getByText("Not known"));
  await screen.findByText("Hello there");
});

it("asks who sends a message whether they agree, on each account that sends any", async () => {
  const kept = room("s2");
  await screen.findByText(/Hearthside GBP: did not agree/);
  screen.getByText(/Guildrow GBP: not asked yet/);
  expect(screen.queryByText(/No messages:/)).toBeNull();
  fireEvent.click(screen.getByRole("button", { name: "Ask now" }));
  await screen.findByText("Nell Ferry agreed.");
  expect(kept).toEqual([{ path: "/api/clients/c1/senders", body: { accountId: "a2", name: "Nell Ferry" } }]);
  within(screen.getByLabelText("Message preview")).getByText("A word");
});

it("sends leads on, shows the secret once, and what could not be sent again", async () => {
  const told = {
    url: "https://crm.example/leads",
    active: true,
    secret: null,
    failed: 2,
    log: [{ leadId: "1234567890", state: "FAILED", tries: 8, status: 500, problem: "answered 500" }],
  };
  const { sent } = answering((body, path) =>
    path.endsWith("/lead-webhook") && body
      ? { body: { ...told, ...(body as object), secret: "s3cret" } }
      : { body: told },
  );
  show(<Webhook clientId="c1" />);
  await screen.findByText(/2 leads could not be sent and are not tried any more/);
  screen.getByText("given up");
  const address = screen.getByLabelText("Address that leads are sent to");
  expect(screen.getByRole<HTMLButtonElement>("button", { name: "Send there" }).disabled).toBe(true);
  fireEvent.change(address, { target: { value: "https://crm.example/new" } });
  fireEvent.click(screen.getByRole("button", { name: "Send there" }));
  await screen.findByText("s3cret");
  expect(sent).toEqual([{ url: "https://crm.example/new", active: true }]);
  fireEvent.click(screen.getByRole("switch", { name: "Sending" }));
  await waitFor(() => expect(sent.at(-1)).toEqual({ url: "https://crm.example/new", active: false }));
});
