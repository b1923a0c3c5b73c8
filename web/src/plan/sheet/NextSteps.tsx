import type { Doable } from "../../frame/doables";
import { blockers } from "../../look/Findings";
import { plural } from "../../look/format";
import type { Campaign } from "../model";

/** A sheet of so many rows leaves room below it. */
const FEW_ROWS = 4;

/** What a step is for, by the id of what can be done. */
const FOR: [string, string][] = [
  ["split", "Ages, places, genders or placements: every combination becomes a row with its own money."],
  ["rows", "More people to talk to, each in a row of its own."],
  ["columns", "More to show them; every crossing is an ad."],
  ["test", "The network holds the rows apart, and the test says which of them is better."],
  ["carry", "The same on another network, with what does not carry over told first."],
];

/** What usually comes next on a sheet that has just begun, in the room below it. */
export function NextSteps(props: {
  campaign: Campaign;
  doables: Doable[];
  onChecks: () => void;
  onLaunch: () => void;
}) {
  const { campaign, doables } = props;
  if (campaign.rows.length > FEW_ROWS || campaign.live) return null;
  const steps = FOR.flatMap(([id, words]) => {
    const doable = doables.find((d) => d.id === id);
    const fits = id !== "test" || campaign.rows.length > 1;
    return doable && fits ? [{ doable, words }] : [];
  });
  const wrong = blockers(campaign.findings);
  return (
    <section className="next-steps" aria-label="What comes next">
      <h2>What comes next</h2>
      <ul>
        {steps.map(({ doable, words }) => (
          <li key={doable.id}>
            <button className="link" onClick={doable.run}>
              {doable.words}
            </button>{" "}
            {doable.keys && <kbd>{doable.keys}</kbd>}
            <span className="note">{words}</span>
          </li>
        ))}
        <li>
          <button className="link" onClick={wrong > 0 ? props.onChecks : props.onLaunch}>
            {wrong > 0 ? `Look at ${plural(wrong, "blocker")}` : "Launch it"}
          </button>
          <span className="note">
            {wrong > 0 ? "Each leads to the field that mends it." : "Nothing stands in the way."}
          </span>
        </li>
      </ul>
    </section>
  );
}
