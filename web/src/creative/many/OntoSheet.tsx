import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Radio, Select } from "antd";
import { useState } from "react";
import { useNavigate } from "react-router";
import { Dialog } from "../../look/Dialog";
import { audiencesQuery } from "../../api/audiences";
import { planKey, planQuery, plansQuery } from "../../api/plans";
import { lastAtHand } from "../../frame/usePlanAtHand";
import { useChange } from "../../frame/useChange";
import { plural, typedMoney } from "../../look/format";
import { MoneyInput } from "../../look/MoneyInput";
import { ontoSheet } from "./queries";

/** Puts creatives onto a campaign’s sheet: as columns for all rows, or each in a row of its own. */
export function OntoSheet(props: {
  clientId: string;
  creativeIds: string[];
  /** On whose campaigns alone they can run; all of the client’s when left out. */
  accountId?: string;
  /** Whether each is to have a row of its own to begin with. */
  own?: boolean;
  onClose: () => void;
}) {
  const { clientId, creativeIds } = props;
  const navigate = useNavigate();
  const queries = useQueryClient();
  const carryOut = useChange();
  const plans = useQuery(plansQuery(clientId));
  const audiences = useQuery(audiencesQuery(clientId));
  const [planId, setPlanId] = useState<string>();
  const last = lastAtHand(clientId);
  const chosen = planId ?? (plans.data?.find((p) => p.id === last.planId) ?? plans.data?.[0])?.id;
  const plan = useQuery({ ...planQuery(clientId, chosen ?? ""), enabled: !!chosen });
  const [campaignId, setCampaignId] = useState<string>();
  const campaigns = (plan.data?.campaigns ?? []).filter(
    (c) => !props.accountId || c.accountId === props.accountId,
  );
  const campaign = campaigns.find((c) => c.id === (campaignId ?? last.campaignId)) ?? campaigns[0];
  const there = creativeIds.filter((id) => campaign?.columns.some((k) => k.creativeId === id));
  const added = creativeIds.filter((id) => !there.includes(id));
  const [own, setOwn] = useState(props.own ?? false);
  const [minor, setMinor] = useState<number | null>(null);
  const [audienceId, setAudienceId] = useState<string>();
  const offered = audiences.data?.filter((a) => a.accountId === campaign?.accountId) ?? [];
  const audience = offered.find((a) => a.id === audienceId) ?? offered[0];
  const put = () => {
    if (!plan.data || !campaign || !chosen) return;
    const of = { campaignId: campaign.id, creativeIds: added };
    const edit =
      own && audience
        ? {
            kind: "newAds" as const,
            ...of,
            audienceId: audience.id,
            money: minor === null ? null : typedMoney(minor, campaign.currency),
          }
        : { kind: "newColumns" as const, ...of };
    void carryOut(ontoSheet(clientId, chosen, plan.data.version, edit), async () => {
      await queries.invalidateQueries({ queryKey: planKey(clientId, chosen) });
      await navigate(`/c/${clientId}/plan/${chosen}/${campaign.id}`);
    });
  };
  return (
    <Dialog
      open
      title={`Put ${plural(creativeIds.length, "creative")} onto a sheet`}
      okText={`Put ${plural(added.length, "creative")} there`}
      okButtonProps={{ disabled: !campaign || added.length === 0 || (own && !audience) }}
      onOk={put}
      onCancel={props.onClose}
    >
      {plans.data?.length === 0 ? (
        <p>There is no plan yet. Begin one on the screen of plans; the creatives wait here.</p>
      ) : (
        <div className="onto-sheet">
          <label>
            <span>Plan</span>
            <Select
              aria-label="Plan"
              value={chosen}
              options={plans.data?.map((p) => ({ value: p.id, label: p.name }))}
              onChange={(id) => {
                setPlanId(id);
                setCampaignId(undefined);
              }}
            />
          </label>
          <label>
            <span>Campaign</span>
            <Select
              aria-label="Campaign"
              value={campaign?.id}
              placeholder={props.accountId ? "The plan has none on this account" : "The plan has none yet"}
              options={campaigns.map((c) => ({ value: c.id, label: c.name }))}
              onChange={setCampaignId}
            />
          </label>
          <Radio.Group
            value={own}
            onChange={(e) => setOwn(e.target.value as boolean)}
            options={[
              { value: false, label: "As columns, on in every row" },
              { value: true, label: "Each in a row of its own" },
            ]}
          />
          {own && (
            <label>
              <span>Audience</span>
              <Select
                aria-label="Audience"
                value={audience?.id}
                placeholder="This account has none yet"
                options={offered.map((a) => ({ value: a.id, label: a.name }))}
                onChange={setAudienceId}
              />
            </label>
          )}
          {own && campaign && (
            <label>
              <span>Money of each row</span>
              <MoneyInput
                first={props.own ?? false}
                label="Money of each row"
                minor={minor}
                currency={campaign.currency}
                empty={typedMoney(campaign.moneyPerRowMinor, campaign.currency)}
                onChange={setMinor}
              />
            </label>
          )}
          {there.length > 0 && (
            <p className="note">
              {there.length === 1
                ? "1 has a column there already."
                : `${there.length} have columns there already.`}
            </p>
          )}
        </div>
      )}
    </Dialog>
  );
}
