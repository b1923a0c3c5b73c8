import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Checkbox, Input, InputNumber, Modal, Select } from "antd";
import { useState } from "react";
import { sourcesQuery } from "../../api/audiences";
import type { Schemas } from "../../api/client";
import { mediaQuery } from "../../api/creatives";
import { formsQuery } from "../../api/forms";
import type { Draft } from "../model";
import { audienceOf, cutsOf, EVENTS, ladderDrafts, USUAL_CUTS, windowWords } from "./model";
import { addLadder, addSource, type Source } from "./queries";

export type SourceDialog = "site" | "ladder" | "profile" | "video" | "form";

const TITLES: Record<SourceDialog, string> = {
  site: "Visitors of the site",
  ladder: "Visitors by how lately they came",
  profile: "People who engaged with a profile",
  video: "People who watched a video",
  form: "People who opened or sent a form",
};

const KINDS: Record<Exclude<SourceDialog, "ladder">, Source["kind"]> = {
  site: "SITE",
  profile: "PROFILE",
  video: "VIDEO",
  form: "FORM",
};

const SHARES = [
  { value: 0, label: "3 seconds" },
  { value: 25, label: "a quarter" },
  { value: 50, label: "half" },
  { value: 75, label: "three quarters" },
  { value: 95, label: "to the end" },
];

const FORM_EVENTS = [
  { value: "open", label: "opened it" },
  { value: "send", label: "sent it" },
];

/** Makes a source by rule, or a ladder of them with an audience each. */
export function NewSource(props: {
  clientId: string;
  accounts: Schemas["AccountView"][];
  dialog: SourceDialog;
  onClose: () => void;
  onMade: (id: string) => void;
  onAudiences: (drafts: Draft[], accountId: string) => void;
}) {
  const { clientId, accounts, dialog } = props;
  const queries = useQueryClient();
  const ofSite = dialog === "site" || dialog === "ladder";
  const able = accounts.filter((a) =>
    dialog === "profile" ? a.profiles.length > 0 : ofSite ? a.siteTag : true,
  );
  const media = useQuery({ ...mediaQuery(clientId), enabled: dialog === "video" });
  const forms = useQuery({ ...formsQuery(clientId), enabled: dialog === "form" });
  const [shares, setShares] = useState([0, 95]);
  const [formEvents, setFormEvents] = useState(["open", "send"]);
  const [accountId, setAccountId] = useState(able[0]?.id);
  const account = accounts.find((a) => a.id === accountId);
  const [event, setEvent] = useState("view");
  const [days, setDays] = useState(30);
  const [chosen, setChosen] = useState<string>();
  const [cuts, setCuts] = useState(USUAL_CUTS);
  const [name, setName] = useState("");
  const [problem, setProblem] = useState<string>();
  const subjects =
    dialog === "profile"
      ? (account?.profiles.map((p) => ({ value: p.id, label: p.name })) ?? [])
      : dialog === "video"
        ? (media.data ?? []).filter((m) => m.video).map((m) => ({ value: m.sha256, label: m.fileName }))
        : (forms.data ?? []).map((f) => ({ value: f.form.id, label: f.form.name }));
  const subject = subjects.find((s) => s.value === chosen) ?? subjects[0];
  const parts =
    dialog === "video"
      ? SHARES.filter((s) => shares.includes(s.value)).map((s) => ({
          words: `watched ${s.label}`,
          percent: s.value,
          event: null,
        }))
      : dialog === "form"
        ? FORM_EVENTS.filter((e) => formEvents.includes(e.value)).map((e) => ({
            words: e.label,
            percent: null,
            event: e.value,
          }))
        : [{ words: "", percent: null, event: dialog === "site" ? event : null }];
  const what = EVENTS.find((e) => e.value === event);
  const usual =
    dialog === "profile"
      ? `Engaged with ${subject?.label ?? ""}, ${days} days`
      : dialog === "video" || dialog === "form"
        ? `${subject?.label ?? ""}, ${days} days`
        : dialog === "ladder"
          ? event === "view"
            ? "Visitors"
            : `Visitors, ${what?.label ?? ""}`
          : `${event === "view" ? "Visitors" : `Visitors, ${what?.label ?? ""}`}, ${days} days`;
  const found = cutsOf(cuts);
  const make = async (): Promise<void> => {
    if (!account) return;
    const called = name || usual;
    if (dialog === "ladder") {
      if (!found) return setProblem("Type last days of windows that rise, each at most 180: 1, 3, 7.");
      const made = await addLadder(clientId, { accountId: account.id, event, name: called, cuts: found });
      await queries.invalidateQueries(sourcesQuery(clientId));
      props.onAudiences(ladderDrafts(made), account.id);
    } else {
      const made: Source[] = [];
      for (const part of parts) {
        made.push(
          await addSource(clientId, {
            accountId: account.id,
            name: part.words ? `${called}, ${part.words}` : called,
            kind: KINDS[dialog],
            event: part.event,
            subject: dialog === "site" ? null : (subject?.value ?? null),
            percent: part.percent,
            fromDay: 0,
            toDay: days,
          }),
        );
      }
      await queries.invalidateQueries(sourcesQuery(clientId));
      if (made.length > 1) props.onAudiences(made.map(audienceOf), account.id);
      else if (made[0]) props.onMade(made[0].id);
    }
    props.onClose();
  };
  return (
    <Modal
      title={TITLES[dialog]}
      open
      okText={
        dialog === "ladder"
          ? `Make ${found?.length ?? 0} sources and audiences`
          : parts.length > 1
            ? `Make ${parts.length} sources and audiences`
            : "Make the source"
      }
      okButtonProps={{
        disabled: !account || parts.length === 0 || (dialog === "ladder" && !found) || (!ofSite && !subject),
      }}
      onOk={() => void make().catch((e: Error) => setProblem(e.message))}
      onCancel={props.onClose}
    >
      {!account && (
        <p>
          {dialog === "profile"
            ? "No account has a profile. Name one under Brief."
            : "No account has a site tag. Give a site under Brief, and put the tag on it."}
        </p>
      )}
      {account && !ofSite && !subject && (
        <p>
          {dialog === "video"
            ? "The client has no video. Drop one under Creative."
            : "The client has no form. Write one under Forms."}
        </p>
      )}
      <dl className="facts-list wide">
        <div>
          <dt>Account</dt>
          <dd>
            <Select
              aria-label="Account"
              style={{ width: "100%" }}
              value={accountId ?? null}
              options={able.map((a) => ({ value: a.id, label: a.name }))}
              onChange={(id) => setAccountId(id ?? undefined)}
            />
          </dd>
        </div>
        {ofSite && (
          <div>
            <dt>What they did</dt>
            <dd>
              <Select
                aria-label="What they did"
                style={{ width: "100%" }}
                value={event}
                options={EVENTS}
                onChange={setEvent}
              />
            </dd>
          </div>
        )}
        {!ofSite && (
          <div>
            <dt>{dialog === "profile" ? "Profile" : dialog === "video" ? "Video" : "Form"}</dt>
            <dd>
              <Select
                aria-label={dialog === "profile" ? "Profile" : dialog === "video" ? "Video" : "Form"}
                style={{ width: "100%" }}
                value={subject?.value ?? null}
                options={subjects}
                onChange={(id) => setChosen(id ?? undefined)}
              />
            </dd>
          </div>
        )}
        {dialog === "video" && (
          <div>
            <dt>Who watched</dt>
            <dd>
              <Checkbox.Group options={SHARES} value={shares} onChange={setShares} />
            </dd>
          </div>
        )}
        {dialog === "form" && (
          <div>
            <dt>Who</dt>
            <dd>
              <Checkbox.Group options={FORM_EVENTS} value={formEvents} onChange={setFormEvents} />
            </dd>
          </div>
        )}
        {dialog === "ladder" ? (
          <div>
            <dt>Windows end on day</dt>
            <dd>
              <Input
                aria-label="Windows end on day"
                value={cuts}
                status={found ? "" : "error"}
                onChange={(e) => setCuts(e.target.value)}
              />
              <div className="note">
                {found
                  ? windowWords(found).join(", ")
                  : "Last days of windows that rise, each at most 180: 1, 3, 7."}
              </div>
            </dd>
          </div>
        ) : (
          <div>
            <dt>Within days</dt>
            <dd>
              <InputNumber
                aria-label="Within days"
                min={1}
                max={180}
                precision={0}
                value={days}
                onChange={(d) => d && setDays(d)}
              />
            </dd>
          </div>
        )}
        <div>
          <dt>Name</dt>
          <dd>
            <Input
              aria-label="Name of the source"
              placeholder={usual}
              maxLength={60}
              value={name}
              onChange={(e) => setName(e.target.value)}
            />
          </dd>
        </div>
      </dl>
      {problem && <div className="wrong">{problem}</div>}
    </Modal>
  );
}
