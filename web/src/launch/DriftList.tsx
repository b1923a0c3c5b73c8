import { useQueryClient } from "@tanstack/react-query";
import { App, Button } from "antd";
import { type CampaignPath, type Schemas } from "../api/client";
import { useChange } from "../frame/useChange";
import { LEVEL_WORDS } from "../look/changes";
import { takeOver } from "./queries";
import { Changes } from "../frame/Editable";

/** What somebody changed on the network behind our back: launching puts it back, or the plan takes it over. */
export function DriftList(props: {
  path: CampaignPath;
  network: string;
  drift: Schemas["DriftTold"][];
  onPutBack: () => void;
}) {
  const queries = useQueryClient();
  const { message } = App.useApp();
  const carryOut = useChange();
  const take = (d: Schemas["DriftTold"]) =>
    carryOut(takeOver(props.path, { key: d.key, field: d.code }), () => {
      message.info("The plan says the same now. It can be undone there.");
    }).finally(() => void queries.invalidateQueries());
  return (
    <section className="drift" aria-label="Changed on the network">
      <div className="drift-head">
        <h2>Changed on {props.network} by somebody else</h2>
        <Changes>
          <Button size="small" onClick={props.onPutBack}>
            Put all of it back…
          </Button>
        </Changes>
      </div>
      {props.drift.map((d) => (
        <div key={d.key + d.code} className="drift-line">
          <span className="note">{LEVEL_WORDS[d.level]}</span>
          <span className="mono" title={d.name}>
            {d.name}
          </span>
          <span>
            {d.field}: {d.ours || "empty"} → <b>{d.theirs || "empty"}</b>
          </span>
          {d.canTakeOver ? (
            <Changes>
              <button className="link" onClick={() => void take(d)}>
                Take over
              </button>
            </Changes>
          ) : (
            <span className="note">only put back</span>
          )}
        </div>
      ))}
    </section>
  );
}
