import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Select } from "antd";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { planQuery, plansQuery } from "../api/plans";
import { lastAtHand } from "../frame/usePlanAtHand";
import { count, plural } from "../look/format";
import { FAULTS, type Scheme } from "./model";
import { triedQuery } from "./queries";

type LevelTried = "campaign" | "adGroups" | "ads" | "links";

/** The pattern tried on a real sheet as it is changed: each name with its length and what is wrong with it. */
export function Tried(props: { clientId: string; scheme: Scheme; level: LevelTried; words: string }) {
  const { clientId } = props;
  const plans = useQuery(plansQuery(clientId));
  const [{ planId, campaignId }, choose] = useState(() => lastAtHand(clientId));
  const known = plans.data?.find((p) => p.id === planId) ?? plans.data?.[0];
  const planAtHand = known?.id ?? "";
  const plan = useQuery({ ...planQuery(clientId, planAtHand), enabled: planAtHand !== "" });
  const campaign =
    plan.data?.campaigns.find((c) => c.id === campaignId) ??
    [...(plan.data?.campaigns ?? [])].sort((a, b) => b.ads - a.ads)[0];
  const tried = useQuery({
    ...triedQuery({ clientId, planId: planAtHand, campaignId: campaign?.id ?? "" }, props.scheme),
    enabled: !!campaign,
    placeholderData: keepPreviousData,
  });
  const level = tried.data?.[props.level];
  return (
    <section className="tried" aria-label="Tried on a sheet">
      <div className="tried-head">
        <h2>On a real sheet</h2>
        <Select
          size="small"
          aria-label="Plan"
          style={{ width: 190 }}
          value={planAtHand || null}
          options={(plans.data ?? []).map((p) => ({ value: p.id, label: p.name }))}
          onChange={(id: string | null) => choose({ planId: id ?? undefined, campaignId: undefined })}
        />
        <Select
          size="small"
          aria-label="Campaign"
          style={{ width: 210 }}
          value={campaign?.id ?? null}
          options={(plan.data?.campaigns ?? []).map((c) => ({ value: c.id, label: c.name }))}
          onChange={(id: string | null) => choose({ planId: planAtHand, campaignId: id ?? undefined })}
        />
        {level && <Sums level={level} words={props.words} />}
      </div>
      {tried.error && <p className="fault">{tried.error.message}</p>}
      {plan.data && !campaign && <p className="note">This plan has no campaign to try it on.</p>}
      {level?.count === 0 && <p className="note">No ad of this campaign has one.</p>}
      {level && !tried.error && <TriedList level={level} />}
    </section>
  );
}

function Sums({ level, words }: { level: Schemas["TriedLevel"]; words: string }) {
  const faulty = Object.entries(level.faulty);
  return (
    <span className="note">
      {plural(level.count, words)}, the longest {count(level.longest)} of {count(level.limit)} characters
      {faulty.map(([fault, times]) => (
        <b key={fault} className="bad">
          {" "}
          · {count(times)} {FAULTS[fault]}
        </b>
      ))}
      {faulty.length === 0 && level.count > 0 && <b className="well"> · nothing wrong</b>}
    </span>
  );
}

function TriedList({ level }: { level: Schemas["TriedLevel"] }) {
  return (
    <table className="tried-list">
      <tbody>
        {level.names.map((n) => (
          <tr key={n.of + n.name} className={n.faults.length > 0 ? "bad" : ""}>
            <td className="of">{n.of}</td>
            <td>
              <span className="mono">{n.name}</span>
              {n.says.map((s) => (
                <div key={s} className="says">
                  {s}
                </div>
              ))}
            </td>
            <td className="number">{n.length}</td>
          </tr>
        ))}
      </tbody>
      {level.count > level.names.length && (
        <tfoot>
          <tr>
            <td colSpan={3} className="note">
              The first {count(level.names.length)} of {count(level.count)}.
            </td>
          </tr>
        </tfoot>
      )}
    </table>
  );
}
