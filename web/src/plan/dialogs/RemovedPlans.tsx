import { useQuery, useQueryClient } from "@tanstack/react-query";
import { App } from "antd";
import { useNavigate } from "react-router";
import { ask, askAgain, at, send } from "../../api/client";
import { MORNING_PATHS } from "../../api/morning";
import { plansQuery } from "../../api/plans";
import { Changes } from "../../frame/Editable";
import { useChange } from "../../frame/useChange";
import { AwayDialog, DaysToBringBack } from "./AwayDialog";

const removedQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/plans/removed", at({ clientId }));

const takeAway = (clientId: string, planId: string) =>
  send("delete", "/api/clients/{clientId}/plans/{planId}", at({ clientId, planId }));

const bringBack = (clientId: string, planId: string) =>
  send("post", "/api/clients/{clientId}/plans/{planId}/back", at({ clientId, planId }));

/** Takes the plan at hand out of sight, and brings others back. */
export function RemovedPlans(props: { clientId: string; plan: { id: string; name: string } | undefined }) {
  const { clientId, plan } = props;
  const queries = useQueryClient();
  const navigate = useNavigate();
  const { modal } = App.useApp();
  const carryOut = useChange();
  const removed = useQuery(removedQuery(clientId));
  const again = () =>
    Promise.all([
      queries.invalidateQueries(plansQuery(clientId)),
      queries.invalidateQueries(removedQuery(clientId)),
      askAgain(queries, "/api/clients", "/api/clients/{clientId}", ...MORNING_PATHS),
    ]);
  const remove = (of: { id: string; name: string }) =>
    modal.confirm({
      title: `Take “${of.name}” away?`,
      content: (
        <>
          Nobody sees it any more, and it can be brought back for <DaysToBringBack />. What it brought stays
          in the results.
        </>
      ),
      okText: "Take it away",
      okButtonProps: { danger: true },
      onOk: () =>
        carryOut(takeAway(clientId, of.id), async () => {
          await navigate(`/c/${clientId}/plan`);
          await again();
        }),
    });
  return (
    <Changes>
      <div className="plan-away">
        {plan && (
          <button className="link" onClick={() => remove(plan)}>
            Take this plan away…
          </button>
        )}
        <AwayDialog
          kind="Plans"
          all={removed.data}
          onBack={(id) =>
            carryOut(bringBack(clientId, id), async (back) => {
              await again();
              await navigate(`/c/${clientId}/plan/${back.id}`);
            })
          }
        />
      </div>
    </Changes>
  );
}
