import { useState } from "react";
import {
  answerFault,
  pagesOf,
  questionKey,
  questionWords,
  type Field,
  type FormDraft,
  type Question,
} from "./model";

type Stage = { at: "opening" } | { at: "page"; page: number } | { at: "done" };

/** A form as people meet it inside a network, to be filled in for real; nothing of it is sent anywhere. */
export function FillIn({
  draft,
  fields,
  clientName,
  frame,
}: {
  draft: FormDraft;
  fields: Field[];
  clientName: string;
  frame: "phone" | "desktop";
}) {
  const [stage, setStage] = useState<Stage>({ at: "opening" });
  const [answers, setAnswers] = useState<Record<string, string>>({});
  const [faults, setFaults] = useState<Record<string, string>>({});
  const pages = pagesOf(draft);
  const page = stage.at === "page" ? Math.min(stage.page, pages.length - 1) : 0;
  const questions = pages[page] ?? [];
  const last = page >= pages.length - 1;
  const onward = () => {
    const found = Object.fromEntries(
      questions.flatMap((q) => {
        const fault = answerFault(q, answers[questionKey(q)] ?? "");
        return fault ? [[questionKey(q), fault]] : [];
      }),
    );
    setFaults(found);
    if (Object.keys(found).length > 0) return;
    setStage(last ? { at: "done" } : { at: "page", page: page + 1 });
  };
  const back = () => {
    setFaults({});
    setStage(page > 0 ? { at: "page", page: page - 1 } : { at: "opening" });
  };
  const restart = () => {
    setStage({ at: "opening" });
    setAnswers({});
    setFaults({});
  };
  return (
    <figure className={`fill-in ${frame}`} aria-label={`Filled in on a ${frame}`}>
      <figcaption>
        {frame === "phone" ? "Phone" : "Desktop"}
        <button className="link" onClick={restart}>
          Start again
        </button>
      </figcaption>
      <div className="sheet-of-form in-light">
        <small>{clientName}</small>
        {stage.at === "opening" && (
          <>
            <h4>{draft.headline || "The heading stands here."}</h4>
            {draft.opening && <p>{draft.opening}</p>}
            <button className="form-go" onClick={() => setStage({ at: "page", page: 0 })}>
              Begin
            </button>
          </>
        )}
        {stage.at === "page" && (
          <>
            {!draft.onePage && (
              <div className="progress" aria-label={`Page ${page + 1} of ${pages.length}`}>
                <i style={{ width: `${((page + 1) / pages.length) * 100}%` }} />
              </div>
            )}
            {questions.map((q) => (
              <Asked
                key={questionKey(q)}
                question={q}
                words={questionWords(q, fields)}
                value={answers[questionKey(q)] ?? ""}
                fault={faults[questionKey(q)]}
                onAnswer={(text) => setAnswers({ ...answers, [questionKey(q)]: text })}
              />
            ))}
            {questions.length === 0 && <p>No question yet.</p>}
            {last && (
              <p className="small">
                {draft.consent && <>{draft.consent} </>}
                {draft.privacyLink ? <u>Privacy notice</u> : "There is no privacy link yet."}
              </p>
            )}
            <button className="form-go" onClick={onward}>
              {last ? "Send" : "Next"}
            </button>
            <button className="link form-back" onClick={back}>
              Back
            </button>
          </>
        )}
        {stage.at === "done" && (
          <>
            <h4>Sent</h4>
            <p>{draft.completion.text || "Thank you."}</p>
            {draft.completion.button && <span className="form-go as-link">{draft.completion.button}</span>}
          </>
        )}
      </div>
    </figure>
  );
}

const TYPES: Record<string, string> = { email: "email", phone: "tel" };

function Asked({
  question,
  words,
  value,
  fault,
  onAnswer,
}: {
  question: Question;
  words: string;
  value: string;
  fault: string | undefined;
  onAnswer: (text: string) => void;
}) {
  return (
    <label className="asked">
      <span>
        {words}
        {!question.required && <small> may be left open</small>}
      </span>
      {question.choices.length > 0 ? (
        <select value={value} onChange={(e) => onAnswer(e.target.value)}>
          <option value="" />
          {question.choices.map((c) => (
            <option key={c}>{c}</option>
          ))}
        </select>
      ) : (
        <input
          type={TYPES[question.field] ?? "text"}
          value={value}
          aria-invalid={!!fault}
          onChange={(e) => onAnswer(e.target.value)}
        />
      )}
      {fault && <em>{fault}</em>}
    </label>
  );
}
