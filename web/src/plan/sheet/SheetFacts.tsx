import type { Schemas } from "../../api/client";
import { Editable } from "../../frame/Editable";
import { useReads } from "../../frame/reads";
import { blockers, Findings } from "../../look/Findings";
import { plural } from "../../look/format";
import { MoneyFacts } from "../facts/MoneyFacts";
import { Refusals } from "../facts/Refusals";
import { RowFacts } from "../facts/RowFacts";
import { Silenced } from "../facts/Silenced";
import { PlanComments } from "../../signoff";
import type { Campaign, Finding, Lens } from "../model";

/** What is told beside the sheet: its checks, its money, or the row and the ad at hand. */
export function SheetFacts(props: {
  clientId: string;
  planId: string;
  version: number;
  lens: Lens;
  campaigns: Campaign[];
  whole: Campaign;
  /** With the rows that the filter leaves. */
  campaign: Campaign;
  focusRow: Campaign["rows"][number] | undefined;
  column: number;
  /** Rows selected. */
  selected: number;
  /** Grows each time the money of the row is to be typed. */
  focusMoney: number;
  audience: Schemas["Audience"] | undefined;
  creativeOf: Map<string, Schemas["Creative"]>;
  names: Schemas["NamesView"] | undefined;
  jump: (place: Schemas["Place"]) => void;
  mend: (finding: Finding) => void;
  mendAll: (finding: Finding) => void;
  leave: (finding: Finding, why: string | null) => void;
  onMoney: (text: string) => void;
  onLock: () => void;
  onShared: () => void;
  onOpen: (what: "spread" | "delivery") => void;
}) {
  const { clientId, planId, version, lens, whole, campaign, focusRow, jump, leave } = props;
  const reads = useReads();
  const mend = reads ? undefined : props.mend;
  const mendAll = reads ? undefined : props.mendAll;
  if (lens === "checks") {
    const found = `${plural(whole.findings.length, "finding")}, ${plural(blockers(whole.findings), "blocker")}`;
    return (
      <>
        <h2>Checks</h2>
        <p className="note">
          {whole.findings.length === 0
            ? "Every rule looked; nothing was found."
            : `${found}. Each leads to the field that mends it.`}
        </p>
        <Findings
          findings={whole.findings}
          onJump={jump}
          onMend={mend}
          onMendAll={mendAll}
          onSilence={reads ? undefined : leave}
        />
        <Editable>
          <Silenced silenced={whole.silenced} onTell={(finding) => leave(finding, null)} />
        </Editable>
      </>
    );
  }
  if (lens === "money") {
    return (
      <Editable>
        <MoneyFacts
          {...{ clientId, planId, version }}
          campaigns={props.campaigns}
          current={whole}
          row={focusRow}
          selected={props.selected}
          onSpread={() => props.onOpen("spread")}
        />
      </Editable>
    );
  }
  const row = focusRow ? (
    <RowFacts
      {...{ clientId, planId, version, campaign }}
      focusMoney={props.focusMoney}
      refusalTold={lens === "review"}
      spot={{ row: campaign.rows.indexOf(focusRow), column: props.column }}
      audience={props.audience}
      creative={props.creativeOf.get(campaign.columns[props.column]?.creativeId ?? "")}
      names={props.names}
      onMoney={props.onMoney}
      onLock={props.onLock}
      onShared={props.onShared}
      onMend={mend}
      onDelivery={() => props.onOpen("delivery")}
      onJump={jump}
    />
  ) : (
    <Findings findings={whole.findings} onJump={jump} onMend={mend} onMendAll={mendAll} />
  );
  if (lens !== "review") return row;
  return (
    <>
      <Refusals {...{ clientId }} campaign={whole} creativeOf={props.creativeOf} />
      {row}
      <section className="sheet-comments">
        <PlanComments
          {...{ clientId, planId }}
          campaigns={props.campaigns.map((c) => named(c, props.creativeOf))}
          spot={{
            campaignId: whole.id,
            rowId: focusRow?.id ?? null,
            columnId: whole.columns[props.column]?.id ?? null,
          }}
        />
      </section>
    </>
  );
}

/** A campaign with what its rows and columns are called. */
const named = (c: Campaign, creativeOf: Map<string, Schemas["Creative"]>) => ({
  campaignId: c.id,
  name: c.name,
  rows: c.rows.map((r) => ({ id: r.id, name: r.label })),
  columns: c.columns.map((k) => ({ id: k.id, name: creativeOf.get(k.creativeId)?.name ?? "" })),
});
