import { useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Button, Form, Input, Modal } from "antd";
import { useState } from "react";
import type { Problem } from "../../api/client";
import { Changes } from "../../frame/Editable";
import { useChange } from "../../frame/useChange";
import { Dialog } from "../../look/Dialog";
import { ownMoment } from "../../look/format";
import type { Campaign } from "../model";
import { keepTemplate, removeTemplate, type Template, templatesQuery } from "./queries";
import { Shape } from "./Shape";
import { holds } from "./words";

/** Keeps the campaign at hand as a template, and shows those that there are. */
export function Templates(props: {
  clientId: string;
  planId: string;
  campaign: Campaign | undefined;
  onLike: (template: Template) => void;
}) {
  const { clientId, campaign } = props;
  const all = useQuery(templatesQuery(clientId));
  const [open, setOpen] = useState<"keep" | "all">();
  const close = () => setOpen(undefined);
  return (
    <>
      <Changes>
        {campaign && campaign.rows.length > 0 && (
          <button className="link" onClick={() => setOpen("keep")}>
            Keep as a template…
          </button>
        )}
      </Changes>
      {(all.data?.length ?? 0) > 0 && (
        <button className="link" onClick={() => setOpen("all")}>
          Templates, {all.data?.length}…
        </button>
      )}
      {open === "keep" && campaign && <Keep {...props} campaign={campaign} onClose={close} />}
      <Modal
        open={open === "all"}
        title="Templates"
        width={680}
        footer={null}
        onCancel={close}
        destroyOnHidden
      >
        <All
          clientId={clientId}
          all={all.data ?? []}
          onLike={(t) => {
            close();
            props.onLike(t);
          }}
        />
      </Modal>
    </>
  );
}

function Keep(props: { clientId: string; planId: string; campaign: Campaign; onClose: () => void }) {
  const { clientId, planId, campaign } = props;
  const queries = useQueryClient();
  const { message } = App.useApp();
  const [name, setName] = useState(campaign.name);
  const [fault, setFault] = useState<string>();
  const keep = async () => {
    try {
      await keepTemplate(clientId, { name, planId, campaignId: campaign.id });
    } catch (e) {
      setFault((e as Problem).message);
      return;
    }
    await queries.invalidateQueries(templatesQuery(clientId));
    message.success(`“${name.trim()}” is kept: the next plan or campaign can be like it.`);
    props.onClose();
  };
  return (
    <Dialog open title="Keep as a template" okText="Keep it" onOk={keep} onCancel={props.onClose}>
      <Form layout="vertical">
        <Form.Item
          label="Name of the template"
          htmlFor="template-name"
          {...(fault ? { validateStatus: "error" as const, help: fault } : {})}
        >
          <Input
            id="template-name"
            autoFocus
            onFocus={(e) => e.target.select()}
            maxLength={80}
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
        </Form.Item>
      </Form>
      <p>
        Kept are its objective, days and money, and of each row the label, money, split, goal, bid,
        placements, hours and switches, and which columns it has no ad in.
      </p>
      <p>
        Not kept are whom it talked to and what they saw. It can be laid over other audiences and creatives,
        also of another client that you work for.
      </p>
    </Dialog>
  );
}

function All(props: { clientId: string; all: Template[]; onLike: (template: Template) => void }) {
  const { clientId } = props;
  const queries = useQueryClient();
  const { modal } = App.useApp();
  const carryOut = useChange();
  const remove = (t: Template) =>
    modal.confirm({
      title: `Remove the template “${t.name}”?`,
      content: "Campaigns that were made like it stay as they are.",
      okText: "Remove it",
      okButtonProps: { danger: true },
      onOk: () =>
        carryOut(removeTemplate(clientId, t.id), () => queries.invalidateQueries(templatesQuery(clientId))),
    });
  return (
    <table className="lines templates-all">
      <tbody>
        {props.all.map((t) => (
          <tr key={t.id}>
            <td>
              <Shape of={t} />
            </td>
            <td>
              <b>{t.name}</b>
              <div>
                {holds(t)}, on {t.networkName}
              </div>
              <div className="note">
                {t.client ? `Of ${t.client}, kept` : "Kept"} by {t.madeBy}, {ownMoment(t.madeAt)}
              </div>
            </td>
            <td className="number">
              <Changes>
                <Button size="small" onClick={() => props.onLike(t)}>
                  Begin one like it
                </Button>
                {!t.client && (
                  <Button size="small" type="text" aria-label={`Remove ${t.name}`} onClick={() => remove(t)}>
                    Remove…
                  </Button>
                )}
              </Changes>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
