import { useQuery } from "@tanstack/react-query";
import { Modal } from "antd";
import { Command } from "cmdk";
import { useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { audiencesQuery } from "../api/audiences";
import { clientsQuery } from "../api/clients";
import { creativesQuery } from "../api/creatives";
import { formsQuery } from "../api/forms";
import { useDoables } from "./doables";
import { onScreen, type OnScreen } from "./onScreen";
import { screens } from "./Rail";

/**
 * Ctrl K: what the screen can do, whatever stands on it to be pressed or filled in, and every screen, client, campaign, audience, creative
 * and form, by a few letters.
 */
export function FindOrDo({ clientId }: { clientId: string | undefined }) {
  const [open, setOpen] = useState(false);
  // What was chosen is done when the finder is gone and has given the focus back.
  const chosen = useRef<() => void>(undefined);
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
      <Modal
        open={open}
        onCancel={() => setOpen(false)}
        afterClose={() => {
          chosen.current?.();
          chosen.current = undefined;
        }}
        footer={null}
        transitionName=""
        maskTransitionName=""
        closable={false}
        destroyOnHidden
      >
        <Finder
          clientId={clientId}
          onDone={(then) => {
            chosen.current = then;
            setOpen(false);
          }}
        />
      </Modal>
    </>
  );
}

function Finder({ clientId, onDone }: { clientId: string | undefined; onDone: (then: () => void) => void }) {
  const navigate = useNavigate();
  const clients = useQuery(clientsQuery);
  const audiences = useQuery({ ...audiencesQuery(clientId ?? ""), enabled: !!clientId });
  const creatives = useQuery({ ...creativesQuery(clientId ?? ""), enabled: !!clientId });
  const forms = useQuery({ ...formsQuery(clientId ?? ""), enabled: !!clientId });
  const offered = useDoables((s) => s.list);
  const [{ inDialog, controls }, look] = useState(onScreen);
  // What lies under a dialog waits until that is done with.
  const doables = inDialog ? [] : offered;
  const [text, setText] = useState("");
  const shift = useRef(false);
  /** A box can be ticked without leaving the finder: several are often ticked one after another. */
  const act = (control: OnScreen) => {
    if (!shift.current || !control.box) onDone(control.go);
    else {
      control.press();
      setText("");
      // Once the screen has taken it: what is ticked is told as it is then.
      setTimeout(() => look(onScreen()));
    }
  };
  const go = (path: string) => onDone(() => void navigate(path));
  const item = (key: string, words: string, path: string) => (
    <Command.Item key={key} value={`${words} ${key}`} onSelect={() => go(path)}>
      {words}
    </Command.Item>
  );
  return (
    <Command
      className="finder"
      label="Find or do anything"
      onKeyDown={(e) => {
        shift.current = e.shiftKey;
      }}
    >
      <Command.Input
        autoFocus
        placeholder="What to do, or a screen, campaign, audience, creative or form"
        value={text}
        onValueChange={setText}
      />
      <Command.List>
        <Command.Empty className="note">Nothing by that name.</Command.Empty>
        {doables.length > 0 && (
          <Command.Group heading="Do here">
            {doables.map((d) => (
              <Command.Item key={d.id} value={`${d.words} do-${d.id}`} onSelect={() => onDone(d.run)}>
                {d.words} {d.keys && <kbd>{d.keys}</kbd>}
              </Command.Item>
            ))}
          </Command.Group>
        )}
        {controls.length > 0 && (
          <Command.Group
            heading={
              controls.some((c) => c.box)
                ? "On the screen; Shift Enter ticks a box and looks for the next"
                : "On the screen"
            }
          >
            {controls.map((c) => (
              <Command.Item key={c.id} value={`${c.words} on-${c.id}`} onSelect={() => act(c)}>
                {c.words} {c.field && <span className="note">to fill in</span>}
                {c.ticked && <span className="note">ticked</span>}
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
