import { useQuery, useQueryClient } from "@tanstack/react-query";
import { App } from "antd";
import { useEffect } from "react";
import { useNavigate } from "react-router";
import { ask, at, type Schemas } from "../../api/client";
import { Changes } from "../../frame/Editable";
import { useChange } from "../../frame/useChange";
import { money, plural } from "../../look/format";
import type { Edits } from "../edits/useEdits";
import type { Campaign } from "../model";
import { AwayDialog, DaysToBringBack } from "./AwayDialog";

const removedQuery = (clientId: string, planId: string) =>
  ask.queryOptions(
    "get",
    "/api/clients/{clientId}/plans/{planId}/campaigns/removed",
    at({ clientId, planId }),
  );

/** What leaves the plan with a campaign. */
export function parting(c: Campaign): string {
  const rows = plural(c.rows.length, "row");
  return `${rows}, ${plural(c.ads, "ad")} and ${money(c.dailyMinor, c.currency)} a day leave the plan with it.`;
}

/** Takes the campaign at hand out of its plan, and brings others back. */
export function RemovedCampaigns(props: {
  clientId: string;
  plan: Schemas["PlanView"];
  campaign: Campaign | undefined;
  edits: Edits;
}) {
  const { clientId, plan, campaign, edits } = props;
  const queries = useQueryClient();
  const navigate = useNavigate();
  const { modal } = App.useApp();
  const carryOut = useChange();
  const removed = useQuery(removedQuery(clientId, plan.id));
  // What is out changes with what is in, by whatever edit or by undoing one.
  const present = plan.campaigns.map((c) => c.id).join();
  useEffect(() => {
    void queries.invalidateQueries(removedQuery(clientId, plan.id));
  }, [queries, clientId, plan.id, present]);
  const place = (id?: string) => `/c/${clientId}/plan/${plan.id}${id ? `/${id}` : ""}`;
  const remove = (of: Campaign) =>
    modal.confirm({
      title: `Take “${of.name}” out of the plan?`,
      content: (
        <>
          <p>{parting(of)}</p>
          {of.live && (
            <p>
              It stays on its network, paused as it is. It cannot be taken out while an ad of it runs there.
            </p>
          )}
          <p>
            It can be brought back for <DaysToBringBack />. What it brought stays in the results.
          </p>
        </>
      ),
      okText: "Take it out",
      okButtonProps: { danger: true },
      onOk: () =>
        carryOut(edits.ask({ kind: "campaignRemoval", campaignId: of.id }), () =>
          navigate(place(plan.campaigns.find((c) => c.id !== of.id)?.id)),
        ),
    });
  return (
    <Changes>
      <div className="plan-away">
        {campaign && (
          <button className="link" onClick={() => remove(campaign)}>
            Take this campaign out…
          </button>
        )}
        <AwayDialog
          kind="Campaigns"
          all={removed.data}
          onBack={(campaignId) =>
            carryOut(edits.ask({ kind: "campaignReturn", campaignId }), () => navigate(place(campaignId)))
          }
        />
      </div>
    </Changes>
  );
}
