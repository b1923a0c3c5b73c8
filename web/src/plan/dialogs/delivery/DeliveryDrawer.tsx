import "./delivery.css";
import { useQuery } from "@tanstack/react-query";
import { Drawer, Input, Segmented, Select } from "antd";
import { useEffect } from "react";
import { ask, CAMPAIGN, type CampaignPath, type RowPath, type Schemas } from "../../../api/client";
import { offerQuery } from "../../../api/clients";
import { count, money, number, plural } from "../../../look/format";
import type { Edit } from "../../edits/editQueue";
import { useStable } from "../../../look/useStable";
import type { Campaign } from "../../model";
import { keysOf } from "../../sheet/keys";
import { BidScale } from "./BidScale";
import { Devices } from "./Devices";
import { HoursGrid } from "./HoursGrid";
import { Placing } from "./Placing";
import { Section } from "./Section";

const bidsQuery = (path: RowPath, goal: string | null, charge: Schemas["DeliveryView"]["charge"] | null) =>
  ask.queryOptions(
    "get",
    `${CAMPAIGN}/rows/{rowId}/bids`,
    { params: { path: { ...path }, query: { ...(goal ? { goal } : {}), ...(charge ? { charge } : {}) } } },
    { staleTime: 60_000 },
  );

type Row = Campaign["rows"][number];
type Change = Omit<Extract<Edit, { kind: "rowDelivery" }>, "kind" | "campaignId" | "rowIds">;

const NOTHING: Change = { seek: null, bid: null, showing: null, run: null, switches: null };

const CHARGE_WORDS: Record<string, string> = {
  IMPRESSION: "by impression",
  CLICK: "by click",
  VIEW: "by view",
  SEND: "by message sent",
};

/** What is bid for, several of them. */
const ACTION_WORDS: Record<string, string> = {
  IMPRESSION: "impressions",
  CLICK: "clicks",
  VIEW: "views",
  ENGAGEMENT: "engagements",
  FORM_SEND: "forms sent",
  MESSAGE: "messages",
  SITE_EVENT: "results on the site",
};

const STRATEGY_WORDS = {
  AUTOMATIC: "Automatic",
  MAXIMUM: "At most",
  TARGET_COST: "On average",
} as const;

/** How the selected rows are delivered; every change is an edit of all of them at once. */
export function DeliveryDrawer(props: {
  path: CampaignPath;
  campaign: Campaign;
  rows: Row[];
  focus: Row;
  /** To begin in. */
  field: string | undefined;
  networkName: string;
  audience: Schemas["Audience"] | undefined;
  /** Of the plan. */
  version: number;
  onEdit: (edit: Edit) => void;
  onClose: () => void;
  /** To the launch, as from the sheet. */
  onLaunch: () => void;
}) {
  const { path, campaign, rows, focus } = props;
  useLaunchKey(props.onLaunch);
  const offer = useQuery(offerQuery(path.clientId, campaign.accountId));
  const rulebook = offer.data?.rulebook;
  const rowIds = rows.map((r) => r.id);
  const change = (part: Partial<Change>) =>
    props.onEdit({
      kind: "rowDelivery",
      campaignId: campaign.id,
      rowIds,
      ...NOTHING,
      ...part,
    });
  return (
    <Drawer
      open
      size={520}
      title={rows.length === 1 ? `Delivery of ${focus.label}` : `Delivery of ${plural(rows.length, "row")}`}
      onClose={props.onClose}
    >
      {rows.length > 1 && (
        <p className="note">What is shown is {focus.label}; what is changed is changed on all.</p>
      )}
      {rulebook && (
        <>
          <Seeking {...{ rulebook, campaign, focus, change }} />
          <Bidding {...{ path, rulebook, campaign, focus, change }} />
          <Placing
            {...{ path, focus }}
            version={props.version}
            networkName={props.networkName}
            onChange={(showing) => change({ showing })}
          />
          <Devices
            {...{ rulebook, focus }}
            audience={props.audience}
            onKeep={(variable, codes) =>
              props.onEdit({ kind: "rowKeep", campaignId: campaign.id, rowIds, variable, codes })
            }
          />
          <Running {...{ rulebook, campaign, focus, change }} networkName={props.networkName} />
          {rulebook.switches.length > 0 && <Switching {...{ rulebook, focus, change }} />}
          {props.field && <BeginIn field={props.field} />}
        </>
      )}
    </Drawer>
  );
}

/** Ctrl Enter, here too, since each change is kept as it is made; what is being typed is left first. */
function useLaunchKey(launch: () => void) {
  const go = useStable(launch);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (keysOf(event) !== "Ctrl Enter") return;
      event.preventDefault();
      (document.activeElement as HTMLElement | null)?.blur();
      go();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [go]);
}

/** Puts the focus into the part that holds a field, on the field itself where it is one of several. */
function BeginIn({ field }: { field: string }) {
  useEffect(() => {
    const part = document.querySelector<HTMLElement>(`[data-fields~="${field}"]`);
    const input =
      part?.querySelector<HTMLElement>(
        `input[data-field="${field}"], [data-field="${field}"] :is(input, button, [tabindex="0"])`,
      ) ??
      part?.querySelector<HTMLElement>("input:not([disabled])") ??
      part;
    const later = requestAnimationFrame(() => input?.focus());
    return () => cancelAnimationFrame(later);
  }, [field]);
  return null;
}

interface SectionProps {
  rulebook: Schemas["Rulebook"];
  focus: Row;
  change: (part: Partial<Change>) => void;
}

function Seeking({ rulebook, campaign, focus, change }: SectionProps & { campaign: Campaign }) {
  const goals = rulebook.objectives.find((o) => o.code === campaign.objective)?.goals ?? [];
  const goal = goals.find((g) => g.code === focus.delivery.goal) ?? goals[0];
  return (
    <Section title="What delivery seeks" fields="goal charge">
      <div className="delivery-line">
        <Select
          aria-label="Goal"
          style={{ flex: 1 }}
          value={goal?.code ?? null}
          options={goals.map((g) => ({
            value: g.code,
            label: g.siteEvent ? `${g.words} (counted by the site tag)` : g.words,
          }))}
          onChange={(code: string) => change({ seek: { goal: code, charge: null } })}
        />
        <Select
          data-field="charge"
          aria-label="Charged"
          style={{ width: 196 }}
          value={focus.delivery.charge ?? goal?.charged[0] ?? null}
          options={(goal?.charged ?? []).map((c) => ({ value: c, label: `charged ${CHARGE_WORDS[c] ?? c}` }))}
          onChange={(charge) => change({ seek: { goal: goal?.code ?? null, charge } })}
        />
      </div>
    </Section>
  );
}

function Bidding(
  props: SectionProps & {
    path: CampaignPath;
    campaign: Campaign;
  },
) {
  const { path, rulebook, campaign, focus, change } = props;
  const d = focus.delivery;
  const told = useQuery({
    ...bidsQuery({ ...path, rowId: focus.id }, d.goal ?? null, d.charge ?? null),
    enabled: !rulebook.byHand,
  });
  const shown = d.bidMinor == null ? "" : money(d.bidMinor, campaign.currency);
  const set = (strategy: typeof d.strategy, typed: string) => change({ bid: { strategy, money: typed } });
  /** With what is suggested, which is waited for where it is still being found. */
  const begin = async (strategy: typeof d.strategy) => {
    const bids = shown || rulebook.byHand ? undefined : (told.data ?? (await told.refetch()).data);
    set(strategy, shown || suggested(bids, campaign.currency));
  };
  const perThousand = told.data?.perThousand ? 1000 : 1;
  const goals = rulebook.objectives.find((o) => o.code === campaign.objective)?.goals ?? [];
  const goal = goals.find((g) => g.code === d.goal) ?? goals[0];
  const most = d.bidMinor ? (focus.dailyMinor / d.bidMinor) * perThousand : 0;
  return (
    <Section title="Bid" fields="bid">
      <div className="delivery-line">
        <Segmented
          aria-label="How the bid is found"
          value={d.strategy}
          options={rulebook.spending.strategies.map((s) => ({ value: s, label: STRATEGY_WORDS[s] }))}
          onChange={(strategy) => void begin(strategy)}
        />
        {d.strategy !== "AUTOMATIC" && (
          <Input
            key={shown}
            data-field="bid"
            aria-label="Bid"
            style={{ width: 110 }}
            defaultValue={shown}
            onFocus={(e) => e.target.select()}
            onPressEnter={(e) => e.currentTarget.blur()}
            onBlur={(e) => e.target.value.trim() !== shown && set(d.strategy, e.target.value)}
          />
        )}
      </div>
      {told.error && <p className="fault">{told.error.message}</p>}
      {told.data && <BidScale told={told.data} bidMinor={d.bidMinor ?? null} currency={campaign.currency} />}
      {d.strategy !== "AUTOMATIC" && most > 0 && (
        <p className="note">
          {money(focus.dailyMinor, campaign.currency)} a day at {shown} pays for{" "}
          <b>{most >= 10 ? count(Math.floor(most)) : most.toFixed(1)}</b>{" "}
          {perThousand > 1 ? "impressions" : ACTION_WORDS[goal?.action ?? ""]} at the least.
        </p>
      )}
    </Section>
  );
}

function suggested(told: Schemas["BidTold"] | undefined, currency: string): string {
  return told ? money(told.suggestedMinor, currency) : "";
}

function Running(props: SectionProps & { campaign: Campaign; networkName: string }) {
  const { rulebook, campaign, focus, change } = props;
  const { pace, hours, hoursWords, runsHours } = focus.delivery;
  return (
    <Section title="When" fields="pace hours">
      {(rulebook.schedule.paces.length > 1 || pace !== "EVEN") && (
        <Segmented<typeof pace>
          aria-label="Pace"
          value={pace}
          options={[
            { value: "EVEN", label: "Evenly over the day" },
            { value: "FRONT", label: "Early in the day" },
          ]}
          onChange={(next) => change({ run: { pace: next, hours } })}
        />
      )}
      <p className="note">
        Runs <b>{hoursWords}</b>, <b>{number(runsHours, { maximumFractionDigits: 1 })} hours</b> in{" "}
        {plural(campaign.days, "day")} as the account’s clocks go.
      </p>
      {rulebook.schedule.hours ? (
        <HoursGrid week={hours} onChange={(week) => change({ run: { pace, hours: week } })} />
      ) : (
        <p className="note">{props.networkName} takes no hours of the day.</p>
      )}
    </Section>
  );
}

function Switching({ rulebook, focus, change }: SectionProps) {
  const { switches } = focus.delivery;
  return (
    <Section title="Switches" fields="switches">
      {rulebook.switches.map((s) => {
        const now = switches[s.code];
        return (
          <div key={s.code} className="delivery-line">
            <span style={{ flex: 1 }}>{s.words}</span>
            <Segmented
              aria-label={s.words}
              size="small"
              value={now === undefined ? "usual" : now ? "on" : "off"}
              options={["usual", "on", "off"]}
              onChange={(to) => {
                const others = Object.fromEntries(
                  Object.entries(switches).filter(([code]) => code !== s.code),
                );
                change({ switches: to === "usual" ? others : { ...others, [s.code]: to === "on" } });
              }}
            />
          </div>
        );
      })}
    </Section>
  );
}
