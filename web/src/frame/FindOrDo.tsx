import { useQuery } from "@tanstack/react-query";
import { Modal } from "antd";
import { Command } from "cmdk";
import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { audiencesQuery } from "../api/audiences";
import { clientsQuery } from "../api/clients";
import { creativesQuery } from "../api/creatives";
import { formsQuery } from "../api/forms";
import { useDoables } from "./doables";
import { screens } from "./Rail";

/** Ctrl K: what the screen can do, and every screen, client, campaign, audience, creative and form, by a few letters. */
export function FindOrDo({ clientId }: { clientId: string | undefined }) {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === "k") {
        e.preventDefault();
        setOpen((o) => !o);
      }
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
  return (
    <>
      <button className="plain find" onClick={() => setOpen(true)}>
        Find or do anything <kbd>Ctrl K</kbd>
      </button>
      <Modal open={open} onCancel={() => setOpen(false)} footer={null} closable={false} destroyOnHidden>
        <Finder clientId={clientId} onDone={() => setOpen(false)} />
      </Modal>
    </>
  );
}

function Finder({ clientId, onDone }: { clientId: string | undefined; onDone: () => void }) {
  const navigate = useNavigate();
  const clients = useQuery(clientsQuery);
  const audiences = useQuery({ ...audiencesQuery(clientId ?? ""), enabled: !!clientId });
  const creatives = useQuery({ ...creativesQuery(clientId ?? ""), enabled: !!clientId });
  const forms = useQuery({ ...formsQuery(clientId ?? ""), enabled: !!clientId });
  const doables = useDoables((s) => s.list);
  const go = (path: string) => {
    void navigate(path);
    onDone();
  };
  const item = (key: string, words: string, path: string) => (
    <Command.Item key={key} value={`${words} ${key}`} onSelect={() => go(path)}>
      {words}
    </Command.Item>
  );
  return (
    <Command className="finder" label="Find or do anything">
      <Command.Input autoFocus placeholder="What to do, or a screen, campaign, audience, creative or form" />
      <Command.List>
        <Command.Empty className="note">Nothing by that name.</Command.Empty>
        {doables.length > 0 && (
          <Command.Group heading="Do here">
            {doables.map((d) => (
              <Command.Item
                key={d.id}
                value={`${d.words} do-${d.id}`}
                onSelect={() => {
                  onDone();
                  d.run();
                }}
              >
                {d.words} {d.keys && <kbd>{d.keys}</kbd>}
              </Command.Item>
            ))}
          </Command.Group>
        )}
        {clientId && (
          <>
            <Command.Group heading="Screens">
              {screens.map((s) => item(`screen${s.path}`, s.words, `/c/${clientId}${s.path}`))}
            </Command.Group>
            <Command.Group heading="Audiences">
              {audiences.data?.map((a) => item(a.id, a.name, `/c/${clientId}/audiences/${a.id}`))}
            </Command.Group>
            <Command.Group heading="Creatives">
              {creatives.data?.map((c) =>
                item(c.creative.id, c.creative.name, `/c/${clientId}/creative/${c.creative.id}`),
              )}
            </Command.Group>
            <Command.Group heading="Forms">
              {forms.data?.map((f) => item(f.form.id, f.form.name, `/c/${clientId}/forms/${f.form.id}`))}
              {item("leads", "Leads", `/c/${clientId}/forms/leads`)}
              {item("deck", "Copy deck", `/c/${clientId}/creative/deck`)}
              {item("many", "Many creatives at once", `/c/${clientId}/creative/many`)}
              {item("films", "Films", `/c/${clientId}/creative/films`)}
              {item("write", "Write in a frame", `/c/${clientId}/creative/write`)}
              {item("said", "What customers say", `/c/${clientId}/creative/said`)}
            </Command.Group>
          </>
        )}
        <Command.Group heading="Campaigns">
          {clients.data?.flatMap((c) =>
            c.campaigns.map((k) =>
              item(k.campaignId, `${k.name} (${c.name})`, `/c/${c.id}/plan/${k.planId}/${k.campaignId}`),
            ),
          )}
        </Command.Group>
        <Command.Group heading="Clients">
          {clients.data?.map((c) => item(c.id, c.name, `/c/${c.id}`))}
        </Command.Group>
      </Command.List>
    </Command>
  );
}
