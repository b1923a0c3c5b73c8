import { BeforeAfter } from "../look/BeforeAfter";
import { plural } from "../look/format";
import { ACTION_WORDS, LEVEL_WORDS } from "../look/changes";
import { type Change } from "./model";

/** One change, before and after. */
export function ChangeFacts({ change }: { change: Change }) {
  return (
    <>
      <h2>
        {ACTION_WORDS[change.action].charAt(0).toUpperCase() + ACTION_WORDS[change.action].slice(1)} this{" "}
        {LEVEL_WORDS[change.level]}
      </h2>
      <div className="name-box mono">{change.name}</div>
      {change.since.length > 0 && (
        <p className="since-approved">Edited since an approver decided: {change.since.join(", ")}.</p>
      )}
      {change.fields.length === 0 && (
        <p className="note">
          {change.action === "REMOVE"
            ? `It goes for good${change.belonging > 0 ? `, and ${plural(change.belonging, "item")} in it` : ""}.`
            : "Nothing in it changes but that it stands still or runs."}
        </p>
      )}
      <dl className="facts-list">
        {change.fields
          .filter((f) => f.code !== "NAME" || change.action === "CHANGE")
          .map((f) => (
            <div key={f.code}>
              <dt>{f.field}</dt>
              <dd>
                <BeforeAfter of={f} />
              </dd>
            </div>
          ))}
      </dl>
    </>
  );
}
