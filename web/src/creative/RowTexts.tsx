import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { useNavigate } from "react-router";
import { plural } from "../look/format";
import { useSettled } from "../look/useSettled";
import { hasToken, type Draft } from "./model";
import { rowTextsQuery } from "./queries";

const PAUSE_MS = 300;
const SHOWN = 12;

/** What texts with tokens say in each row that shows them; what is refused or the most too long comes first. */
export function RowTexts({ clientId, id, draft }: { clientId: string; id: string; draft: Draft }) {
  const navigate = useNavigate();
  const filled = [...draft.headlines, ...draft.bodies, ...draft.descriptions].some(hasToken);
  const settled = useSettled(JSON.stringify(draft), PAUSE_MS);
  const asked = useMemo(() => (settled ? (JSON.parse(settled) as Draft) : undefined), [settled]);
  const rows = useQuery({
    ...rowTextsQuery(clientId, id, asked ?? draft),
    enabled: filled && asked !== undefined,
    placeholderData: keepPreviousData,
  });
  if (!filled || !rows.data) return null;
  const all = rows.data;
  const over = all.filter((r) => r.refused || (r.limit > 0 && r.length > r.limit)).length;
  return (
    <section className="row-texts">
      <h3>In each row</h3>
      <p className={over > 0 ? "wrong" : "note"}>
        {all.length === 0
          ? "No row shows it yet; put it onto a sheet to see what each says."
          : over > 0
            ? `${over} of ${plural(all.length, "text")} too long or refused`
            : `${plural(all.length, "text")}, all fit`}
      </p>
      {all.slice(0, SHOWN).map((r, i) => (
        <div key={i} className="row-text">
          <button
            className="link"
            title={`${r.campaign}, ${r.row}`}
            onClick={() => void navigate(`/c/${clientId}/plan/${r.planId}/${r.campaignId}`)}
          >
            {r.row}
          </button>
          <span>
            {r.text}
            {r.refused && <span className="wrong"> {r.refused}</span>}
          </span>
          <span className={r.limit > 0 && r.length > r.limit ? "length over" : "length"}>
            {r.length}
            {r.limit > 0 && ` of ${r.limit}`} {r.network}
          </span>
        </div>
      ))}
      {all.length > SHOWN && <p className="note">and {all.length - SHOWN} more that are shorter</p>}
    </section>
  );
}
