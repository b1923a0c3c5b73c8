import { Button, type FormInstance } from "antd";
import { useRef } from "react";
import type { Schemas } from "../../api/client";
import { SideDialog } from "../../look/Dialog";
import type { Campaign } from "../model";
import type { Facts } from "./facts";
import { OnAccount } from "./Fields";

/** Changes what a campaign is. */
export function CampaignForm(props: {
  clientId: string;
  account: Schemas["AccountView"];
  onClose: () => void;
  campaign: Campaign;
  field: string | undefined;
  send: (edit: Schemas["CampaignChange"]) => Promise<void>;
}) {
  const { campaign } = props;
  const fields = useRef<FormInstance<Facts>>(null);
  return (
    <SideDialog
      open
      title="Change the campaign"
      size={420}
      onClose={props.onClose}
      footer={
        <Button type="primary" onClick={() => fields.current?.submit()}>
          Keep
        </Button>
      }
    >
      <OnAccount
        {...props}
        fields={fields}
        send={(facts) => props.send({ kind: "campaignChange", campaignId: campaign.id, facts })}
      />
    </SideDialog>
  );
}
