import { Input, Select } from "antd";
import { useEffect, type ReactNode } from "react";
import { useSearchParams } from "react-router";
import type { Problem, Schemas } from "../api/client";
import { tightest, type Draft } from "./model";

function Part({
  id,
  label,
  fit,
  children,
}: {
  id: string;
  label: string;
  fit?: ReturnType<typeof tightest>;
  children: ReactNode;
}) {
  const text = fit?.fit;
  const state = !text ? "" : text.length > text.limit ? "over" : text.length > text.fold ? "fold" : "";
  return (
    <div className="part">
      <div className="label">
        <label htmlFor={id}>{label}</label>
        {text && (
          <div className={`length ${state}`} title={`The tightest is ${fit?.where ?? ""}`}>
            {text.length} of {text.limit}
            <div>{fit?.where}</div>
          </div>
        )}
      </div>
      {children}
    </div>
  );
}

/** The texts, call to action and link of a creative, each with its length as the placement counts it. */
export function Parts({
  draft,
  networks,
  actions,
  linkFault,
  problem,
  onChange,
}: {
  draft: Draft;
  networks: Schemas["NetworkFit"][];
  actions: Schemas["Choice"][];
  linkFault: string | null | undefined;
  problem: Problem | undefined;
  onChange: (draft: Draft) => void;
}) {
  const field = useSearchParams()[0].get("field");
  useEffect(() => {
    if (field) document.getElementById(`creative-${field}`)?.focus();
  }, [field]);
  const text = (part: "name" | "body" | "headline" | "description" | "link") => ({
    id: `creative-${part}`,
    value: draft[part],
    status: problem?.field === part ? ("error" as const) : ("" as const),
    onChange: (e: { target: { value: string } }) => onChange({ ...draft, [part]: e.target.value }),
  });
  return (
    <div>
      <Part id="creative-name" label="Name">
        <Input {...text("name")} maxLength={80} style={{ fontWeight: 600 }} />
      </Part>
      {problem && <div style={{ color: "var(--rust)", padding: "4px 0 4px 92px" }}>{problem.message}</div>}
      <Part id="creative-body" label="Body" fit={tightest(networks, "body")}>
        <Input.TextArea {...text("body")} autoSize={{ minRows: 3, maxRows: 9 }} />
      </Part>
      <Part id="creative-headline" label="Headline" fit={tightest(networks, "headline")}>
        <Input {...text("headline")} />
      </Part>
      <Part id="creative-description" label="Description" fit={tightest(networks, "description")}>
        <Input {...text("description")} />
      </Part>
      <Part id="creative-callToAction" label="Call to action">
        <Select
          id="creative-callToAction"
          aria-label="Call to action"
          placeholder="Choose one"
          value={draft.callToAction || null}
          options={actions.map((a) => ({ value: a.code, label: a.words }))}
          onChange={(callToAction: string | null) => onChange({ ...draft, callToAction: callToAction ?? "" })}
        />
      </Part>
      <Part id="creative-link" label="Link">
        <div>
          <Input
            {...text("link")}
            className="mono"
            placeholder="https://"
            status={linkFault ? "error" : ""}
          />
          {linkFault && <div style={{ color: "var(--rust)", marginTop: 3 }}>{linkFault}.</div>}
        </div>
      </Part>
    </div>
  );
}
