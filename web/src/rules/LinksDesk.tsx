import { Button, Input, Segmented } from "antd";
import type { Schemas } from "../api/client";
import { wordPart, type LinkPattern, type Pattern } from "./model";
import { Parts } from "./Parts";
import { Signs } from "./PatternDesk";

const PLAIN: Omit<Pattern, "parts"> = { separator: "_", space: "-", letters: "PLAIN" };

/** The parameters that links get. */
export function LinksDesk(props: {
  links: LinkPattern;
  naming: Schemas["NamingView"];
  macros: { network: string; choices: Schemas["Choice"][] }[];
  onChange: (links: LinkPattern) => void;
}) {
  const { links, naming } = props;
  const set = (i: number, change: Partial<Schemas["Parameter"]>) =>
    props.onChange({
      ...links,
      parameters: links.parameters.map((p, k) => (k === i ? { ...p, ...change } : p)),
    });
  const signs = links.parameters[0]?.value ?? PLAIN;
  return (
    <>
      {links.parameters.map((p, i) => (
        <div key={i} className="parameter">
          <Input
            size="small"
            className="mono"
            aria-label={`Parameter ${i + 1}`}
            value={p.key}
            onChange={(e) => set(i, { key: e.target.value.trim() })}
          />
          <span className="mono">=</span>
          <Parts
            level="LINK"
            label={p.key || `parameter ${i + 1}`}
            parts={p.value.parts}
            separator={p.value.separator}
            tokens={naming.tokens}
            onChange={(parts) => set(i, { value: { ...p.value, parts } })}
          />
          <button
            className="link"
            onClick={() =>
              props.onChange({ ...links, parameters: links.parameters.filter((_, k) => k !== i) })
            }
          >
            Take out
          </button>
        </div>
      ))}
      <Button
        size="small"
        onClick={() =>
          props.onChange({
            ...links,
            parameters: [
              ...links.parameters,
              {
                key: `own_${links.parameters.length + 1}`,
                value: {
                  parts: [wordPart("word")],
                  separator: signs.separator,
                  space: signs.space,
                  letters: signs.letters,
                },
              },
            ],
          })
        }
      >
        Add a parameter
      </Button>
      <Signs
        pattern={signs}
        naming={naming}
        onChange={(changed) =>
          props.onChange({
            ...links,
            parameters: links.parameters.map((p) => ({ ...p, value: { ...p.value, ...changed } })),
          })
        }
      />
      <div className="signs">
        <label>
          Where a link has the parameter already
          <Segmented
            size="small"

            value={links.same}
            options={[
              { value: "KEEP", label: "its own stays" },
              { value: "REPLACE", label: "ours takes its place" },
            ]}
            onChange={(chosen) => props.onChange({ ...links, same: chosen as LinkPattern["same"] })}
          />
        </label>
      </div>
      {props.macros.length > 0 && (
        <p className="note">
          As a fixed word, what the network fills in when an ad is clicked stays as it is:{" "}
          {props.macros.map((m, i) => (
            <span key={m.network}>
              {i > 0 && " · "}
              {m.network}{" "}
              {m.choices.map((c) => (
                <span key={c.code} className="mono macro" title={c.words}>
                  {c.code}
                </span>
              ))}
            </span>
          ))}
        </p>
      )}
    </>
  );
}
