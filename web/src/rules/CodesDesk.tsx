import { Button, Input, Select } from "antd";
import { useState } from "react";
import type { Schemas } from "../api/client";
import type { Token } from "./model";

type ByToken = Schemas["Codes"]["byToken"];

/** Short codes of long words, by token. */
export function CodesDesk(props: { codes: ByToken; tokens: Token[]; onChange: (codes: ByToken) => void }) {
  const { codes } = props;
  const [token, setToken] = useState<string>();
  const [value, setValue] = useState("");
  const [code, setCode] = useState("");
  const set = (of: string, changed: Record<string, string>) => props.onChange({ ...codes, [of]: changed });
  const free = props.tokens.filter((t) => t.values.length === 0 && !t.counts && t.level !== "LINK");
  return (
    <div className="codes">
      {props.tokens
        .filter((t) => t.values.length > 0 || Object.keys(codes[t.token] ?? {}).length > 0)
        .map((t) => (
          <section key={t.token} aria-label={t.words}>
            <h3>{t.words}</h3>
            {(t.values.length > 0 ? t.values : Object.keys(codes[t.token] ?? {}).sort()).map((v) => (
              <label key={v} className="code">
                <span>{v.replaceAll("-", " ")}</span>
                <Input
                  size="small"
                  className="mono"
                  maxLength={20}
                  value={codes[t.token]?.[v] ?? ""}
                  onChange={(e) => set(t.token, { ...codes[t.token], [v]: e.target.value.trim() })}
                />
                {t.values.length === 0 && (
                  <button
                    className="link"
                    onClick={() => {
                      const rest = { ...codes[t.token] };
                      delete rest[v];
                      set(t.token, rest);
                    }}
                  >
                    Take out
                  </button>
                )}
              </label>
            ))}
          </section>
        ))}
      <section aria-label="A code of your own">
        <h3>A code of your own</h3>
        <Select
          size="small"
          aria-label="Code for"
          placeholder="for a…"
          value={token ?? null}
          options={free.map((t) => ({ value: t.token as string, label: t.words }))}
          onChange={(t: string | null) => setToken(t ?? undefined)}
        />
        <Input
          size="small"
          aria-label="Long word"
          placeholder="long word, as it is written"
          value={value}
          onChange={(e) => setValue(e.target.value)}
        />
        <Input
          size="small"
          className="mono"
          aria-label="Short code"
          placeholder="code"
          maxLength={20}
          value={code}
          onChange={(e) => setCode(e.target.value.trim())}
        />
        <Button
          size="small"
          onClick={() => {
            if (!token || !value.trim() || !code) return;
            set(token, { ...codes[token], [value.trim()]: code });
            setValue("");
            setCode("");
          }}
        >
          Add the code
        </Button>
      </section>
    </div>
  );
}
