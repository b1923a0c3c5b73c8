import { useQueryClient } from "@tanstack/react-query";
import { Button, Input, InputNumber, Select } from "antd";
import { useState } from "react";
import { Dialog } from "../../look/Dialog";
import { useChange } from "../../frame/useChange";
import { FEELINGS } from "../said/model";
import { BECOMES } from "./model";
import { addFrame, changeFrame, type Frame, framesQuery, type Part } from "./queries";

const MOST_PARTS = 10;
const LONGEST_NAME = 80;
const LONGEST_HINT = 300;

const EMPTY: Part = { name: "", hint: "", becomes: "BODY", feeling: null, seconds: 0 };

/** Makes a frame of one's own, from nothing or from another. */
export function FrameEditor(props: { clientId: string; id?: string; frame: Frame; onClose: () => void }) {
  const { clientId, id } = props;
  const queries = useQueryClient();
  const carryOut = useChange();
  const [name, setName] = useState(id ? props.frame.name : props.frame.name && `${props.frame.name}, ours`);
  const [parts, setParts] = useState<Part[]>(props.frame.parts.length > 0 ? props.frame.parts : [EMPTY]);
  const set = (at: number, more: Partial<Part>) =>
    setParts(parts.map((p, i) => (i === at ? { ...p, ...more } : p)));
  const keep = () => {
    const frame = { name, parts };
    const kept = id ? changeFrame(clientId, id, frame) : addFrame(clientId, frame);
    void carryOut(kept, (all) => {
      queries.setQueryData(framesQuery(clientId).queryKey, all);
      props.onClose();
    });
  };
  return (
    <Dialog
      title={id ? "Change the frame" : "New frame"}
      open
      width={860}
      okText="Keep"
      okButtonProps={{ disabled: !name.trim() || parts.some((p) => !p.name.trim()) }}
      mask={{ closable: false }}
      onOk={keep}
      onCancel={props.onClose}
    >
      <Input
        aria-label="Name of the frame"
        placeholder="Name"
        maxLength={LONGEST_NAME}
        value={name}
        onChange={(e) => setName(e.target.value)}
      />
      <div className="frame-parts">
        <div className="note">
          <span>Part</span>
          <span>What belongs here</span>
          <span>becomes</span>
          <span>written from</span>
          <span>of a film</span>
        </div>
        {parts.map((p, i) => (
          <div key={i}>
            <Input
              aria-label={`Part ${i + 1}`}
              placeholder="Part"
              maxLength={LONGEST_NAME}
              value={p.name}
              onChange={(e) => set(i, { name: e.target.value })}
            />
            <Input
              aria-label={`Hint of part ${i + 1}`}
              placeholder="What belongs here"
              maxLength={LONGEST_HINT}
              value={p.hint}
              onChange={(e) => set(i, { hint: e.target.value })}
            />
            <Select
              aria-label={`Part ${i + 1} becomes`}
              value={p.becomes}
              options={Object.entries(BECOMES).map(([value, label]) => ({ value, label }))}
              onChange={(becomes: Part["becomes"]) =>
                set(i, { becomes, seconds: becomes === "SCRIPT" ? p.seconds : 0 })
              }
            />
            <Select
              aria-label={`Part ${i + 1} is written from`}
              allowClear
              placeholder="any"
              value={p.feeling ?? undefined}
              options={FEELINGS.map((f) => ({ value: f.feeling, label: f.one }))}
              onChange={(feeling?: NonNullable<Part["feeling"]>) => set(i, { feeling: feeling ?? null })}
            />
            <InputNumber
              aria-label={`Seconds of part ${i + 1}`}
              disabled={p.becomes !== "SCRIPT"}
              min={0}
              max={600}
              suffix="s"
              value={p.seconds}
              onChange={(s) => set(i, { seconds: s ?? 0 })}
            />
            <button
              className="link"
              disabled={parts.length === 1}
              onClick={() => setParts(parts.filter((_, j) => j !== i))}
            >
              Remove
            </button>
          </div>
        ))}
      </div>
      <Button disabled={parts.length >= MOST_PARTS} onClick={() => setParts([...parts, EMPTY])}>
        Another part
      </Button>
    </Dialog>
  );
}
