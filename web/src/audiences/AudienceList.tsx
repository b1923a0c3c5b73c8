import { Input } from "antd";
import { type CSSProperties, memo, useState } from "react";
import type { Schemas } from "../api/client";
import { people, plural } from "../look/format";
import { Temperature, temperatures } from "../look/Temperature";
import { networkColour } from "../look/theme";
import type { Audience } from "./model";

/** Beyond so many audiences a search field helps. */
const MANY = 8;

/** The client's audiences by temperature; an answer that does not concern them leaves them as they are drawn. */
export const AudienceList = memo(function AudienceList(props: {
  all: Audience[];
  accounts: Schemas["AccountView"][];
  currentId: string | undefined;
  onOpen: (id: string) => void;
}) {
  const { all, accounts } = props;
  const [text, setText] = useState("");
  const wanted = text.trim().toLowerCase();
  const shown = all.filter((a) => a.name.toLowerCase().includes(wanted));
  return (
    <>
      {all.length > MANY && (
        <Input
          aria-label="Find an audience"
          placeholder="Find an audience"
          allowClear
          size="small"
          style={{ marginBottom: 10 }}
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
      )}
      {temperatures.map((value) => {
        const some = shown.filter((a) => a.temperature === value);
        if (some.length === 0) return null;
        return (
          <div key={value} className="group">
            <h3>
              <Temperature of={value} />, {some.length}
            </h3>
            {some.map((a) => (
              <Thing
                key={a.id}
                audience={a}
                network={accounts.find((k) => k.id === a.accountId)?.network ?? ""}
                on={a.id === props.currentId}
                onOpen={props.onOpen}
              />
            ))}
          </div>
        );
      })}
      {wanted && shown.length === 0 && <p className="note">No audience by that name.</p>}
    </>
  );
});

const Thing = memo(function Thing(props: {
  audience: Audience;
  network: string;
  on: boolean;
  onOpen: (id: string) => void;
}) {
  const { audience: a } = props;
  return (
    <button
      className={`thing line ${props.on ? "on" : ""}`}
      style={{ "--edge": networkColour(props.network) } as CSSProperties}
      onClick={() => props.onOpen(a.id)}
    >
      <b>{a.name}</b>
      <div className="note">
        <span>{people(a.size)}</span>
        <span>{props.network}</span>
        {a.tooSmall && <span className="small">too small</span>}
        {a.rows > 0 && <span>in {plural(a.rows, "row")}</span>}
      </div>
    </button>
  );
});
