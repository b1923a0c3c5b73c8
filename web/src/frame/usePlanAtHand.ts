import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { useNavigate, useParams } from "react-router";
import { deskQuery } from "../api/clients";
import { planQuery, plansQuery } from "../api/plans";
import { paceQuery } from "../api/results";

const rememberedKey = (clientId: string) => `tidewrack.at-hand.${clientId}`;

/** Plan and campaign that were looked at last, if any. */
export function lastAtHand(clientId: string): { planId: string | undefined; campaignId: string | undefined } {
  const [planId, campaignId] = (window.localStorage.getItem(rememberedKey(clientId)) ?? "").split("/");
  return { planId: planId || undefined, campaignId };
}

/**
 * The plan and campaign of the address, for the screens that work on one. An address without them goes to the plan and
 * campaign looked at last, or the first; of results to one that ran, where any did.
 */
export function usePlanAtHand(screen: "plan" | "launch" | "results") {
  const { clientId = "", planId, campaignId } = useParams();
  const navigate = useNavigate();
  const desk = useQuery(deskQuery(clientId));
  const plans = useQuery(plansQuery(clientId));
  const plan = useQuery({ ...planQuery(clientId, planId ?? ""), enabled: !!planId });
  const ran = useQuery({ ...paceQuery(clientId), enabled: screen === "results" });
  const remembered = rememberedKey(clientId);

  const firstPlan = plans.data?.[0]?.id;
  const campaign = plan.data?.campaigns.find((c) => c.id === campaignId);
  const firstCampaign = plan.data?.campaigns[0]?.id;
  const last = window.localStorage.getItem(remembered) ?? "";
  const aim = () => {
    if (!planId && screen === "results" && ran.data?.length) {
      const there = ran.data.map((c) => `${c.planId}/${c.campaignId}`);
      return there.includes(last) ? last : there[0];
    }
    if (!planId && firstPlan) {
      return plans.data?.some((p) => last.startsWith(`${p.id}/`)) ? last : firstPlan;
    }
    return planId && !campaign && firstCampaign ? `${planId}/${firstCampaign}` : undefined;
  };
  const ready = !!desk.data && !!plans.data && (planId ? !!plan.data : !ran.isLoading);
  const goesTo = ready ? aim() : undefined;
  const here = campaign && planId ? `${planId}/${campaign.id}` : undefined;

  useEffect(() => {
    if (goesTo) {
      void navigate(
        { pathname: `/c/${clientId}/${screen}/${goesTo}`, search: window.location.search },
        { replace: true },
      );
    } else if (here) {
      window.localStorage.setItem(remembered, here);
    }
  }, [goesTo, here, clientId, screen, navigate, remembered]);

  return {
    clientId,
    planId,
    campaign,
    plan: plan.data,
    plans: plans.data,
    /** Whether the address is whole and what it names is read; before that nothing is drawn which would go again at once. */
    settled: ready && !goesTo,
    error: desk.error ?? plans.error ?? plan.error,
    client: desk.data?.client,
    account:
      desk.data?.client.accounts.find((a) => a.id === campaign?.accountId) ?? desk.data?.client.accounts[0],
    choose: (id: string) => void navigate(`/c/${clientId}/${screen}/${planId}/${id}`),
  };
}
