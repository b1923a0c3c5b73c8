import { useQueryClient } from "@tanstack/react-query";
import { App, Segmented } from "antd";
import { useState } from "react";
import { useNavigate } from "react-router";
import { Dialog } from "../look/Dialog";
import type { Schemas } from "../api/client";
import { creativesQuery } from "../api/creatives";
import { madeTogether } from "../frame/made";
import { useChange } from "../frame/useChange";
import { plural } from "../look/format";
import { Several } from "../look/Several";
import type { Draft, Medium, Phrase } from "./model";
import { varyCreative } from "./queries";

type Part = Schemas["VaryBody"]["part"];

const PARTS: { part: Part; words: string }[] = [
  { part: "HEADLINE", words: "Headline" },
  { part: "BODY", words: "Body" },
  { part: "DESCRIPTION", words: "Description" },
  { part: "MEDIA", words: "Picture or video" },
  { part: "CALL_TO_ACTION", words: "Call to action" },
];

/** Copies of a creative that differ in one part alone, which is what a split test needs. */
export function Vary({
  clientId,
  id,
  draft,
  media,
  phrases,
  actions,
  onClose,
}: {
  clientId: string;
  id: string;
  draft: Draft;
  media: Medium[];
  phrases: Phrase[];
  actions: Schemas["Choice"][];
  onClose: () => void;
}) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const { message } = App.useApp();
  const carryOut = useChange();
  const [part, setPart] = useState<Part>("HEADLINE");
  const [values, setValues] = useState<string[]>([]);
  const own: Record<string, string[]> = {
    HEADLINE: draft.headlines,
    BODY: draft.bodies,
    DESCRIPTION: draft.descriptions,
    MEDIA: draft.media,
    CALL_TO_ACTION: draft.callsToAction,
  };
  const text = part !== "MEDIA" && part !== "CALL_TO_ACTION";
  const options = (
    part === "MEDIA"
      ? media.map((m) => ({ value: m.sha256, label: m.fileName }))
      : part === "CALL_TO_ACTION"
        ? actions.map((a) => ({ value: a.code, label: a.words }))
        : phrases
            .filter((p) => p.kind === part)
            .map((p) => ({ value: p.text, label: `${p.code}  ${p.text}` }))
  ).filter((o) => !own[part]?.includes(o.value));
  const make = () =>
    carryOut(varyCreative(clientId, id, { part, values }), async (made) => {
      await queries.invalidateQueries(creativesQuery(clientId));
      message.info(
        `${plural(made.length, "creative")} made; each differs in its ${part.toLowerCase().replaceAll("_", " ")} alone.`,
      );
      onClose();
      const first = made[0];
      if (first) {
        // What they vary is tried beside them as a rule.
        const state = madeTogether([id, ...made.map((m) => m.creative.id)]);
        await navigate(`/c/${clientId}/creative/${first.creative.id}`, { state });
      }
    });
  return (
    <Dialog
      open
      title="Vary one part, keep all others"
      okText={`Make ${plural(values.length, "creative")}`}
      okButtonProps={{ disabled: values.length === 0 }}
      onOk={() => void make()}
      onCancel={onClose}
    >
      <Segmented
        aria-label="Part that differs"
        value={part}
        options={PARTS.map((p) => ({ value: p.part, label: p.words }))}
        onChange={(chosen) => {
          setPart(chosen as Part);
          setValues([]);
        }}
      />
      <p className="note" style={{ margin: "10px 0" }}>
        One copy for each value. Nothing else differs, so a test tells what the part does.
      </p>
      <Several
        mode={text ? "tags" : "multiple"}
        aria-label="Values"
        style={{ width: "100%" }}
        placeholder={text ? "Choose from the deck, or type one and press Enter" : "Choose some"}
        value={values}
        options={options}
        onChange={setValues}
      />
    </Dialog>
  );
}
