import type { Schemas } from "../api/client";
import { Temperature } from "./Temperature";

/** What kind of campaign it is, in one line under its name. */
export function CampaignKind(props: {
  temperature: Schemas["CampaignView"]["temperature"];
  purpose: Schemas["CampaignView"]["purpose"];
  networkName: string | undefined;
}) {
  return (
    <div className="note">
      <Temperature of={props.temperature} />
      <span>{props.purpose === "TESTING" ? "test" : "scaling"}</span>
      <span>{props.networkName}</span>
    </div>
  );
}
