import { useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Button, Checkbox } from "antd";
import { useState } from "react";
import { useNavigate } from "react-router";
import { Dialog } from "../look/Dialog";
import { ask, at, CAMPAIGN, type CampaignPath, send } from "../api/client";
import { planKey } from "../api/plans";

const COMERS = `${CAMPAIGN}/comers-back`;

/** Makes the campaign that follows: those who met the client through this one become its rows. */
export function NextCampaign({ path }: { path: CampaignPath }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setOpen(true)}>Next campaign…</Button>
      {open && <Chosen path={path} onClose={() => setOpen(false)} />}
    </>
  );
}

function Chosen({ path, onClose }: { path: CampaignPath; onClose: () => void }) {
  const { message } = App.useApp();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [keys, setKeys] = useState<string[]>();
  const offered = useQuery(ask.queryOptions("get", COMERS, at(path)));
  const chosen = keys ?? offered.data?.map((c) => c.key) ?? [];
  const make = () =>
    send("post", COMERS, at(path, { keys: chosen })).then(
      (made) => {
        // The plan as it was known does not hold the campaign that is gone to.
        queries.removeQueries({ queryKey: planKey(path.clientId, made.planId) });
        void navigate(`/c/${path.clientId}/plan/${made.planId}/${made.campaignId}`);
      },
      (e: Error) => void message.error(e.message),
    );
  return (
    <Dialog
      open
      title="Who comes back next?"
      onCancel={onClose}
      footer={
        <Button type="primary" disabled={chosen.length === 0} onClick={() => void make()}>
          Make the campaign
        </Button>
      }
    >
      <p className="note">
        Each becomes a row of a retargeting campaign in the same plan, with this one’s creatives to begin
        with. Nothing is launched. Winners of a test go to scaling by advice.
      </p>
      {offered.error && <p className="fault">{offered.error.message}</p>}
      <Checkbox.Group
        style={{ display: "grid", gap: 8 }}
        value={chosen}
        options={offered.data?.map((c) => ({ value: c.key, label: c.words })) ?? []}
        onChange={setKeys}
      />
      {offered.data?.length === 0 && (
        <p>
          Nobody can be asked again: the account has no site tag, and no creative here is a video or has a
          form.
        </p>
      )}
    </Dialog>
  );
}
