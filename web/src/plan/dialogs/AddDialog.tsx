import { Button, Checkbox, Input } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { Dialog } from "../../look/Dialog";
import { plural } from "../../look/format";

export interface Choice {
  id: string;
  words: string;
  note: string;
}

/** Chooses audiences for rows, or creatives for columns. */
export function AddDialog({
  title,
  one,
  choices,
  elsewhere,
  onAdd,
  onClose,
}: {
  title: string;
  one: string;
  choices: Choice[];
  elsewhere: { words: string; path: string };
  onAdd: (ids: string[]) => void;
  onClose: () => void;
}) {
  const [chosen, setChosen] = useState<string[]>([]);
  const [text, setText] = useState("");
  const found = choices.filter((c) => c.words.toLowerCase().includes(text.toLowerCase()));
  const isFound = new Set(found.map((c) => c.id));
  const missing = [...isFound].filter((id) => !chosen.includes(id));
  const all = missing.length === 0;
  const add = (ids: string[]) => {
    if (ids.length > 0) onAdd(ids);
    onClose();
  };
  return (
    <Dialog
      open
      title={title}
      onCancel={onClose}
      footer={
        <Button type="primary" onClick={() => add(chosen)}>
          {chosen.length > 0 ? `Add ${plural(chosen.length, one)}` : "Close"}
        </Button>
      }
    >
      {choices.length > 0 && (
        <Input
          autoFocus
          data-looks
          aria-label="Find by name"
          placeholder="Find by name"
          value={text}
          onChange={(e) => setText(e.target.value)}
          // What was ticked, or all that is found by what was typed.
          onPressEnter={() => {
            if (chosen.length > 0) add(chosen);
            else if (text && found.length > 0) add(found.map((c) => c.id));
          }}
          style={{ marginBottom: 8 }}
        />
      )}
      {found.length > 1 && (
        <Button
          type="link"
          size="small"
          style={{ padding: 0 }}
          onClick={() =>
            setChosen((now) => (all ? now.filter((id) => !isFound.has(id)) : [...now, ...missing]))
          }
        >
          {all ? "Take none of them" : `Take all ${found.length}`}
        </Button>
      )}
      <div style={{ maxHeight: 380, overflow: "auto" }}>
        {found.map((c) => (
          <div key={c.id} style={{ padding: "5px 0", borderBottom: "1px solid var(--line)" }}>
            <Checkbox
              checked={chosen.includes(c.id)}
              onChange={(e) =>
                setChosen((now) => (e.target.checked ? [...now, c.id] : now.filter((id) => id !== c.id)))
              }
            >
              {c.words} <span className="note">{c.note}</span>
            </Checkbox>
          </div>
        ))}
      </div>
      {choices.length === 0 && <p className="note">There is none left to add.</p>}
      <p style={{ marginBottom: 0 }}>
        <Link to={elsewhere.path}>{elsewhere.words}</Link>
      </p>
    </Dialog>
  );
}
