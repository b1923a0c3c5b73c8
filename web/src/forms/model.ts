import type { Schemas } from "../api/client";

/** What is written; the server keeps the name beside it. */
export type FormDraft = { name: string } & Schemas["FormContent"];
export type ScriptDraft = Pick<Schemas["ScriptBody"], "kind" | "name"> & Schemas["ScriptDraft"];
export type Question = Schemas["FormQuestion"];
export type Field = Schemas["ReadyField"];
export type KeptForm = Schemas["KeptForm"];
export type KeptScript = Schemas["KeptScript"];

export const emptyForm: FormDraft = {
  name: "New form",
  headline: "",
  opening: "",
  questions: [
    { field: "full-name", text: "", choices: [], required: true },
    { field: "email", text: "", choices: [], required: true },
  ],
  privacyLink: "",
  consent: "",
  completion: { text: "", button: "", link: "" },
  onePage: true,
};

export function emptyScript(kind: ScriptDraft["kind"]): ScriptDraft {
  return {
    kind,
    name: kind === "CHAT" ? "New chat" : "New message",
    greeting: "",
    replies: [],
    sender: "",
    subject: "",
    body: "",
    button: "",
    link: "",
    bannerSha: null,
  };
}

/** Who somebody is, which networks ask in different ways. */
const WHO = new Set(["full-name", "first-name", "last-name", "email"]);

/**
 * A new form, which says of privacy, and at its end, what the last one did, and asks who somebody is as that did: so the same networks take
 * it. Its heading and all other questions are its own.
 */
export function newForm(last: KeptForm | undefined): FormDraft {
  if (!last) return emptyForm;
  const { privacyLink, consent, completion, onePage } = last.form.content;
  const who = last.form.content.questions.filter((q) => WHO.has(q.field));
  return {
    ...emptyForm,
    ...{ privacyLink, consent, completion, onePage },
    questions: who.length > 0 ? who : emptyForm.questions,
  };
}

/** A new message, from the one person who agreed to be named where there is but one. */
export function newMessage(senders: readonly Schemas["Sender"][]): ScriptDraft {
  const agreed = [...new Set(senders.filter((s) => s.agreed).map((s) => s.name))];
  return { ...emptyScript("MESSAGE"), sender: agreed.length === 1 ? (agreed[0] ?? "") : "" };
}

export function formDraft({ form }: KeptForm): FormDraft {
  return { name: form.name, ...form.content };
}

export function formBody({ name, ...content }: FormDraft, edits: number): Schemas["FormBody"] {
  return { edits, name, content };
}

export function scriptBody({ kind, name, ...draft }: ScriptDraft, version: number): Schemas["ScriptBody"] {
  return { version, kind, name, draft };
}

export function scriptDraft({ kind, name, draft }: KeptScript): ScriptDraft {
  return { kind, name, ...draft };
}

export function questionWords(question: Question, fields: Field[]): string {
  return question.field
    ? (fields.find((f) => f.code === question.field)?.words ?? question.field)
    : question.text || "Your own question";
}

export function questionKey(question: Question): string {
  return question.field || question.text;
}

/** What is wrong with an answer, or nothing. */
export function answerFault(question: Question, answer: string): string | undefined {
  const text = answer.trim();
  if (!text) return question.required ? "This is needed." : undefined;
  if (question.field === "email" && !/^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(text))
    return "An e-mail address has a name, an @ and a site.";
  if (question.field === "phone" && !/^[+\d][\d\s()./-]{5,}$/.test(text))
    return "A phone number has six digits or more.";
  return undefined;
}

/** Pages of a form as people see them: the opening, then all questions or one a page. */
export function pagesOf(form: FormDraft): Question[][] {
  return form.onePage ? [form.questions] : form.questions.map((q) => [q]);
}
