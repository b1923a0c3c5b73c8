import { useQueryClient } from "@tanstack/react-query";
import { Input, InputNumber, Modal, Select } from "antd";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import type { Draft } from "../model";
import { cutsOf, EVENTS, ladderDrafts, USUAL_CUTS, windowWords } from "./model";
import { addLadder, addSource } from "./queries";

export type SourceDialog = "site" | "ladder" | "profile";

const TITLES: Record<SourceDialog, string> = {
  site: "Visitors of the site",
  ladder: "Visitors by how lately they came",
  profile: "People who engaged with a profile",
};

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
  const able = accounts.filter((a) => (dialog === "profile" ? a.profiles.length > 0 : a.siteTag));
  const [accountId, setAccountId] = useState(able[0]?.id);
  const account = accounts.find((a) => a.id === accountId);
  const [event, setEvent] = useState("view");
  const [days, setDays] = useState(30);
  const [profile, setProfile] = useState<string>();
  const [cuts, setCuts] = useState(USUAL_CUTS);
  const [name, setName] = useState("");
  const [problem, setProblem] = useState<string>();
  const subject = profile ?? account?.profiles[0]?.id;
  const what = EVENTS.find((e) => e.value === event);
  const usual =
    dialog === "profile"
      ? `Engaged with ${account?.profiles.find((p) => p.id === subject)?.name ?? ""}, ${days} days`
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
      await queries.invalidateQueries({ queryKey: ["sources", clientId] });
      props.onAudiences(ladderDrafts(made), account.id);
    } else {
      const made = await addSource(clientId, {
        accountId: account.id,
        name: called,
        kind: dialog === "site" ? "SITE" : "PROFILE",
        event: dialog === "site" ? event : null,
        subject: dialog === "profile" ? (subject ?? null) : null,
        percent: null,
        fromDay: 0,
        toDay: days,
      });
      await queries.invalidateQueries({ queryKey: ["sources", clientId] });
      props.onMade(made.id);
    }
    props.onClose();
  };
  return (
    <Modal
      title={TITLES[dialog]}
      open
      okText={dialog === "ladder" ? `Make ${found?.length ?? 0} sources and audiences` : "Make the source"}
      okButtonProps={{ disabled: !account || (dialog === "ladder" && !found) }}
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
        {dialog !== "profile" && (
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
        {dialog === "profile" && (
          <div>
            <dt>Profile</dt>
            <dd>
              <Select
                aria-label="Profile"
                style={{ width: "100%" }}
                value={subject ?? null}
                options={account?.profiles.map((p) => ({ value: p.id, label: p.name })) ?? []}
                onChange={(id) => setProfile(id ?? undefined)}
              />
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
