import { Fragment } from "react";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { grouped } from "../../look/lists";
import { plural } from "../../look/format";
import type { Campaign } from "../model";

/** Ads that review refused, by why: what mends them is mended once for all that are alike. */
export function Refusals(props: {
  clientId: string;
  campaign: Campaign;
  creativeOf: Map<string, Schemas["Creative"]>;
}) {
  const { clientId, campaign, creativeOf } = props;
  const refused = campaign.adStates.filter((s) => s.state === "REFUSED");
  const idOf = new Map(campaign.columns.map((k) => [k.id, k.creativeId]));
  return (
    <>
      {[...grouped(refused, (s) => s.reason ?? "")].map(([reason, ads]) => {
        const creatives = [...new Set(ads.map((s) => idOf.get(s.columnId)))].flatMap(
          (id) => creativeOf.get(id ?? "") ?? [],
        );
        return (
          <div key={reason} className="finding blocker" data-testid="refusal">
            <b>
              {plural(ads.length, "ad")} refused in review. {reason}
            </b>
            Change{" "}
            {creatives.map((c, i) => (
              <Fragment key={c.id}>
                {i > 0 && ", "}
                <Link to={`/c/${clientId}/creative/${c.id}?field=body`}>{c.name}</Link>
              </Fragment>
            ))}
            , then launch again.
          </div>
        );
      })}
    </>
  );
}
