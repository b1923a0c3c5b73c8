// @vitest-environment jsdom
import { describe, expect, it } from "vitest";
import { ago, nameOf, type Lead } from "./leadQueries";
import { answerFault, emptyForm, type KeptForm, newForm, newMessage, pagesOf } from "./model";

const question = (field: string, required: boolean) => ({ field, text: "", choices: [], required });

describe("form", () => {
  it.each([
    ["email", true, "", "This is needed."],
    ["email", false, "  ", undefined],
    ["email", true, "wilma", "An e-mail address has a name, an @ and a site."],
    ["email", true, "wilma@example.com", undefined],
    ["phone", true, "12", "A phone number has six digits or more."],
    ["phone", true, "+44 (0)1603 761000", undefined],
    ["city", true, "<b>x</b>", undefined],
  ])("judges %s needed %s of %j", (field, required, answer, fault) => {
    expect(answerFault(question(field, required), answer)).toBe(fault);
  });

  it("stands on one page or has a page for each question", () => {
    expect(pagesOf(emptyForm)).toHaveLength(1);
    expect(pagesOf({ ...emptyForm, onePage: false }).map((p) => p.length)).toEqual([1, 1]);
  });
});

describe("a new one", () => {
  const content = {
    ...emptyForm,
    headline: "A place at the table",
    privacyLink: "https://mill.example/privacy",
    consent: "We may write.",
    completion: { text: "See you.", button: "Map", link: "https://mill.example/map" },
    onePage: false,
  };

  it("says of privacy, and at its end, what the last one did, and asks nothing of it", () => {
    const last = { form: { id: "f", name: "Ask us", version: 2, content } } as unknown as KeptForm;
    const { privacyLink, consent, completion, onePage } = content;
    const said = { ...emptyForm, privacyLink, consent, completion, onePage };
    expect(newForm(last)).toEqual(said);
    // Who somebody is it asks as the last did: not all networks take a full name.
    const [ask] = emptyForm.questions;
    const asked = ["first-name", "city", "last-name"].map((field) => ({ ...ask, field }));
    const before = {
      form: { ...last.form, content: { ...content, questions: asked } },
    } as unknown as KeptForm;
    expect(newForm(before)).toEqual({ ...said, questions: [asked[0], asked[2]] });
    expect(newForm(undefined)).toEqual(emptyForm);
  });

  it.each([
    { agreed: [], asked: ["Nell"], from: "" },
    { agreed: ["Nell"], asked: ["Bo"], from: "Nell" },
    { agreed: ["Nell", "Nell"], asked: [], from: "Nell" },
    { agreed: ["Nell", "Bo"], asked: [], from: "" },
  ])("is from “$from” where $agreed agreed and $asked did not yet", ({ agreed, asked, from }) => {
    const sender = (agreed: boolean) => (name: string, i: number) => ({ accountId: `a${i}`, name, agreed });
    expect(newMessage([...agreed.map(sender(true)), ...asked.map(sender(false))]).sender).toBe(from);
  });
});

describe("lead", () => {
  it.each([
    ["2027-03-09T05:20:00Z", "40 min"],
    ["2027-03-09T03:00:00Z", "3 h"],
    ["2027-03-07T05:00:00Z", "2 days"],
    ["2027-03-09T07:00:00Z", "0 min"],
  ])("came at %s, %s ago", (then, words) => {
    expect(ago(then, "2027-03-09T06:00:00Z")).toBe(words);
  });

  it("is called by the best name it gives", () => {
    const lead = (answers: Record<string, string>, lines: Lead["lines"] = []) =>
      ({
        answers: Object.entries(answers).map(([key, answer]) => ({ key, words: key, answer })),
        lines,
      }) as unknown as Lead;
    expect(nameOf(lead({ "first-name": "Ada", "last-name": "Quill", email: "a@b.example" }))).toBe(
      "Ada Quill",
    );
    expect(nameOf(lead({ email: "a@b.example" }))).toBe("a@b.example");
    expect(nameOf(lead({}, [{ fromPerson: true, text: "Hi" }]))).toBe("Chat");
  });
});
