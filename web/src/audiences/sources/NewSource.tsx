import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Checkbox, Form, Input, InputNumber, Select } from "antd";
import { useState } from "react";
import { Dialog } from "../../look/Dialog";
import { sourcesQuery } from "../../api/audiences";
import type { Schemas } from "../../api/client";
import { mediaQuery } from "../../api/creatives";
import { formsQuery } from "../../api/forms";
import { Field } from "../../frame/Field";
import { freeName } from "../../look/lists";
import type { Draft } from "../model";
import { audienceOf, cutsOf, EVENTS, ladderDrafts, USUAL_CUTS, windowWords } from "./model";
import { FORM_EVENTS, ordersOf, partsOf, SHARES, usualName, type Asked, type SourceDialog } from "./order";
import { addLadder, addSource, type Source } from "./queries";

const TITLES: Record<SourceDialog, string> = {
  site: "Visitors of the site",
  ladder: "Visitors by how lately they came",
  profile: "People who engaged with a profile",
  video: "People who watched a video",
  form: "People who opened or sent a form",
};

const FULL = { width: "100%" };

const OF: Partial<Record<SourceDialog, string>> = { profile: "Profile", video: "Video", form: "Form" };

const MISSING: Record<SourceDialog, string> = {
  site: "No account has a site tag. Give a site under Brief, and put the tag on it.",
  ladder: "No account has a site tag. Give a site under Brief, and put the tag on it.",
  profile: "No account has a profile. Name one under Brief.",
  video: "The client has no video. Drop one under Creative.",
  form: "The client has no form. Write one under Forms.",
};

const RISING = "Last days of windows that rise, each at most 180: 1, 3, 7.";

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
  const sources = useQuery(sourcesQuery(clientId));
  const [problem, setProblem] = useState<string>();
  const [form] = Form.useForm<Asked>();
  const begun: Asked = {
    accountId: able[0]?.id,
    event: "view",
    chosen: undefined,
    shares: [0, 95],
    formEvents: ["open", "send"],
    cuts: USUAL_CUTS,
    days: 30,
    name: "",
  };
  // A watched form tells late: what is typed and sent in one go would be sent as it was before.
  const [asked, setAsked] = useState(begun);
  const account = accounts.find((a) => a.id === asked.accountId);
  const subjects =
    dialog === "profile"
      ? (account?.profiles.map((p) => ({ value: p.id, label: p.name })) ?? [])
      : dialog === "video"
        ? (media.data ?? []).filter((m) => m.video).map((m) => ({ value: m.sha256, label: m.fileName }))
        : (forms.data ?? []).map((f) => ({ value: f.form.id, label: f.form.name }));
  const subject = subjects.find((s) => s.value === asked.chosen) ?? subjects[0];
  const parts = partsOf(dialog, asked).length;
  const taken = (sources.data ?? []).flatMap((s) => [s.name, s.name.split(", ")[0] ?? ""]);
  const usual = freeName(usualName(dialog, asked, subject?.label ?? ""), taken);
  const found = cutsOf(asked.cuts);
  const whole = dialog === "ladder" ? !!found : !!asked.days && parts > 0;
  const make = async (): Promise<void> => {
    if (!account) return;
    const called = asked.name || usual;
    if (dialog === "ladder") {
      if (!found) return;
      const { event } = asked;
      const made = await addLadder(clientId, { accountId: account.id, event, name: called, cuts: found });
      await queries.invalidateQueries(sourcesQuery(clientId));
      props.onAudiences(ladderDrafts(made), account.id);
    } else {
      const made: Source[] = [];
      for (const order of ordersOf(dialog, asked, called, account.id, subject?.value)) {
        made.push(await addSource(clientId, order));
      }
      await queries.invalidateQueries(sourcesQuery(clientId));
      if (made.length > 1) props.onAudiences(made.map(audienceOf), account.id);
      else if (made[0]) props.onMade(made[0].id);
    }
    props.onClose();
  };
  const many = dialog === "ladder" ? (found?.length ?? 0) : parts;
  return (
    <Dialog
      title={TITLES[dialog]}
      open
      okText={dialog === "ladder" || many > 1 ? `Make ${many} sources and audiences` : "Make the source"}
      okButtonProps={{ disabled: !account || !whole || (!ofSite && !subject) }}
      onOk={() => void make().catch((e: Error) => setProblem(e.message))}
      onCancel={props.onClose}
    >
      {(!account || (!ofSite && !subject)) && <p>{MISSING[dialog]}</p>}
      <Form
        form={form}
        initialValues={begun}
        component={false}
        onValuesChange={(_, all) => setAsked((now) => ({ ...now, ...all }))}
      >
        <dl className="facts-list wide">
          <Field label="Account" name="accountId">
            <Select style={FULL} options={able.map((a) => ({ value: a.id, label: a.name }))} />
          </Field>
          {ofSite ? (
            <Field label="What they did" name="event">
              <Select style={FULL} options={EVENTS} />
            </Field>
          ) : (
            <Field label={OF[dialog] ?? ""} name="chosen" shown={subject?.value}>
              <Select style={FULL} options={subjects} />
            </Field>
          )}
          {dialog === "video" && (
            <Field label="Who watched" name="shares">
              <Checkbox.Group options={SHARES} />
            </Field>
          )}
          {dialog === "form" && (
            <Field label="Who" name="formEvents">
              <Checkbox.Group options={FORM_EVENTS} />
            </Field>
          )}
          {dialog === "ladder" ? (
            <Field
              label="Windows end on day"
              name="cuts"
              note={found ? windowWords(found).join(", ") : RISING}
            >
              <Input data-first status={found ? "" : "error"} />
            </Field>
          ) : (
            <Field label="Within days" name="days">
              <InputNumber min={1} max={180} precision={0} />
            </Field>
          )}
          <Field label="Name" name="name">
            <Input aria-label="Name of the source" placeholder={usual} maxLength={60} />
          </Field>
        </dl>
      </Form>
      {problem && <div className="wrong">{problem}</div>}
    </Dialog>
  );
}
