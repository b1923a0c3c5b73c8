import "./signoff.css";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Segmented } from "antd";
import { useState } from "react";
import { askAgain, at, send } from "../api/client";
import { clientsQuery } from "../api/clients";
import { MORNING_PATHS } from "../api/morning";
import { commentsQuery } from "../api/signoffs";
import { Comments } from "./Comments";
import { onlyPlace, PLAN, samePlace, type Named, type Place } from "./model";

const COMMENTS = "/api/clients/{clientId}/plans/{planId}/comments";

type Kind = "ad" | "row" | "creative" | "plan";

/** What is said of a plan beside its sheet: of the ad at hand, its row, its creative, or the plan. */
export function PlanComments(props: {
  clientId: string;
  planId: string;
  campaigns: readonly Named[];
  /** The ad at hand; its row alone where no creative is. */
  spot: Place;
}) {
  const { clientId, planId, spot } = props;
  const queries = useQueryClient();
  const role = useQuery(clientsQuery).data?.find((c) => c.id === clientId)?.role;
  const comments = useQuery(commentsQuery(clientId, planId));
  const [kind, setKind] = useState<Kind>("ad");
  const [elsewhere, setElsewhere] = useState<Place>();
  const places: Record<Kind, Place> = {
    ad: spot,
    row: { ...spot, columnId: null },
    creative: { ...spot, rowId: null },
    plan: PLAN,
  };
  const place = elsewhere ?? places[kind];
  const anew = () => askAgain(queries, COMMENTS, ...MORNING_PATHS);
  return (
    <>
      <Segmented
        size="small"
        className="comments-on"
        aria-label="Comments on"
        value={elsewhere ? undefined : kind}
        options={[
          { value: "ad", label: "Ad" },
          { value: "row", label: "Row" },
          { value: "creative", label: "Creative" },
          { value: "plan", label: "Plan" },
        ]}
        onChange={(k: Kind) => {
          setKind(k);
          setElsewhere(undefined);
        }}
      />
      <Comments
        comments={comments.data ?? []}
        campaigns={props.campaigns}
        place={place}
        maySay={role === "BUYER" || role === "APPROVER"}
        onPlace={(to) => {
          const known = (Object.keys(places) as Kind[]).find((k) => samePlace(places[k], to));
          setElsewhere(known ? undefined : to);
          if (known) setKind(known);
        }}
        onSay={(where, says, answers) =>
          send("post", COMMENTS, at({ clientId, planId }, { place: onlyPlace(where), says, answers })).then(
            anew,
          )
        }
        onDone={(commentId, done) =>
          send("put", `${COMMENTS}/{commentId}/done`, at({ clientId, planId, commentId }, { done })).then(
            anew,
          )
        }
      />
    </>
  );
}
