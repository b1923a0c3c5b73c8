import "./split.css";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { App, Button, Checkbox, Input, InputNumber, Radio, Segmented } from "antd";
import { useState } from "react";
import { Several } from "../../../look/Several";
import { Dialog } from "../../../look/Dialog";
import { barLength } from "../../../audiences";
import { money, people, plural } from "../../../look/format";
import { BASIS_WORDS, type Campaign } from "../../model";
import {
  bodyOf,
  listed,
  NO_CHOICES,
  splitOptionsQuery,
  splitPreviewQuery,
  withVariable,
  type AgeCut,
  type Choices,
  type Offer,
  type Share,
  type SplitBody,
} from "./split";

/** More rows than this are asked about once more. */
const MANY_ROWS = 100;
/** More values than this are chosen from a list and not ticked. */
const MANY_VALUES = 14;

/** Splits one row by one or more variables, with the rows it will make beside it before it makes them. */
export function SplitDialog(props: {
  clientId: string;
  planId: string;
  campaign: Campaign;
  row: Campaign["rows"][number];
  networkName: string;
  onSplit: (split: SplitBody) => void;
  onClose: () => void;
}) {
  const { clientId, planId, campaign, row } = props;
  const { modal } = App.useApp();
  const path = { clientId, planId, campaignId: campaign.id, rowId: row.id };
  const [choices, setChoices] = useState(NO_CHOICES);
  const [share, setShare] = useState<Share>("EACH");
  const offers = useQuery(splitOptionsQuery(path));
  const body = bodyOf(choices, share);
  const preview = useQuery({ ...splitPreviewQuery(path, body), placeholderData: keepPreviousData });
  const made = body && !preview.error ? preview.data : undefined;
  const split = () => {
    if (!body || !made) return;
    const go = () => {
      props.onSplit(body);
      props.onClose();
    };
    if (made.rows.length <= MANY_ROWS) go();
    else
      modal.confirm({
        title: `Make ${made.rows.length} rows?`,
        content: `The sheet would have ${campaign.rows.length - 1 + made.rows.length} rows. It can be undone.`,
        okText: "Make them",
        cancelText: "Not so many",
        onOk: go,
      });
  };
  const words = choices.order.map((v) => offers.data?.find((o) => o.variable === v)?.words ?? "");
  return (
    <Dialog
      open
      width={940}
      title={`Split ${row.label} by…`}
      onCancel={props.onClose}
      footer={
        <Button type="primary" disabled={!made || preview.isPlaceholderData} onClick={split}>
          {made ? `Split into ${plural(made.rows.length, "row")}` : "Split"}
        </Button>
      }
    >
      <div className="split">
        <div className="split-by">
          {offers.data?.map((offer) => (
            <VariableLine
              key={offer.variable}
              {...{ offer, choices }}
              networkName={props.networkName}
              onChange={setChoices}
            />
          ))}
        </div>
        <div className="split-rows">
          <Segmented<Share>
            aria-label="Money of the new rows"
            value={share}
            onChange={setShare}
            options={[
              { value: "EACH", label: `Each gets ${money(row.moneyMinor, campaign.currency)}` },
              { value: "EQUAL", label: `They share ${money(row.moneyMinor, campaign.currency)}` },
            ]}
          />
          {!body && <p className="note">Choose what the rows differ in; the rows to be stand here.</p>}
          {body && preview.error && <p className="fault">{preview.error.message}</p>}
          {made && (
            <RowsToBe
              made={made}
              testing={campaign.purpose === "TESTING"}
              words={words}
              basis={BASIS_WORDS[campaign.basis]}
            />
          )}
        </div>
      </div>
    </Dialog>
  );
}

function VariableLine(props: {
  offer: Offer;
  choices: Choices;
  networkName: string;
  onChange: (choices: Choices) => void;
}) {
  const { offer, choices, onChange } = props;
  const on = choices.order.includes(offer.variable);
  const chosen = choices.codes[offer.variable] ?? [];
  const values = offer.choices.map((c) => ({ value: c.code, label: c.words }));
  const set = (codes: string[]) =>
    onChange({ ...choices, codes: { ...choices.codes, [offer.variable]: codes } });
  const label = offer.words.charAt(0).toUpperCase() + offer.words.slice(1);
  return (
    <div className="split-variable">
      <Checkbox
        checked={on}
        disabled={offer.lacking !== ""}
        onChange={(e) => onChange(withVariable(choices, offer, e.target.checked))}
      >
        {label}
      </Checkbox>
      {offer.lacking && <span className="note">{offer.lacking}</span>}
      {on && offer.variable === "AGE" && <Ages {...props} />}
      {on && offer.variable !== "AGE" && values.length <= MANY_VALUES && (
        <Checkbox.Group
          aria-label={`Values of ${offer.words}`}
          options={values}
          value={chosen}
          onChange={set}
        />
      )}
      {on && offer.variable !== "AGE" && values.length > MANY_VALUES && (
        <Several
          aria-label={`Values of ${offer.words}`}
          style={{ width: "100%" }}
          maxTagCount={8}
          options={values}
          value={chosen}
          onChange={set}
        />
      )}
    </div>
  );
}

function Ages(props: {
  offer: Offer;
  choices: Choices;
  networkName: string;
  onChange: (choices: Choices) => void;
}) {
  const { offer, choices, onChange } = props;
  const { ages } = offer;
  const bands = offer.choices.length > 0;
  const ways: { value: AgeCut; label: string }[] = [
    { value: "even", label: "even bands" },
    { value: "own", label: "own cuts" },
    ...(bands ? [{ value: "network" as const, label: `${props.networkName}’s bands` }] : []),
  ];
  return (
    <div className="split-ages">
      <Radio.Group
        aria-label="How ages are cut"
        options={ways}
        value={choices.cut}
        onChange={(e) => onChange({ ...choices, cut: e.target.value as AgeCut })}
      />
      {choices.cut === "even" && (
        <label>
          <InputNumber
            aria-label="Even bands"
            min={1}
            max={60}
            value={choices.bands}
            onChange={(n) => onChange({ ...choices, bands: n ?? 1 })}
          />{" "}
          <span className="note">
            of {ages?.from} to {ages?.to}
          </span>
        </label>
      )}
      {choices.cut === "own" && (
        <label>
          <Input
            aria-label="Bands begin at"
            placeholder="25 35 50"
            value={choices.cuts}
            onChange={(e) => onChange({ ...choices, cuts: e.target.value })}
          />
          <span className="note">
            first ages of the bands after the one from {ages?.from}; the last ends at {ages?.to}
          </span>
        </label>
      )}
      {choices.cut === "network" && (
        <Checkbox.Group
          aria-label="Values of age"
          options={offer.choices.map((c) => ({ value: c.code, label: c.words }))}
          value={choices.codes.AGE ?? []}
          onChange={(codes) => onChange({ ...choices, codes: { ...choices.codes, AGE: codes } })}
        />
      )}
      {bands && choices.cut !== "network" && (
        <span className="note">{props.networkName} takes its own bands only; others hold a launch.</span>
      )}
    </div>
  );
}

type Made = NonNullable<Awaited<ReturnType<ReturnType<typeof splitPreviewQuery>["queryFn"]>>>;

/** The rows to be: how many people and how much money each, and what the sheet will spend. */
function RowsToBe({
  made,
  testing,
  words,
  basis,
}: {
  made: Made;
  testing: boolean;
  words: string[];
  /** What the rows' money is for. */
  basis: string;
}) {
  const most = Math.max(1, ...made.rows.map((r) => r.size?.people ?? 0));
  const cash = (minor: number) => money(minor, made.currency);
  const lowest = made.lowestMinor ?? 0;
  const under = made.rows.filter((r) => r.moneyMinor < lowest).length;
  return (
    <>
      <p className="split-sum">
        <b>{plural(made.rows.length, "row")}</b>, <b>{plural(made.ads, "ad")}</b>; the sheet goes from{" "}
        {cash(made.dailyBeforeMinor)} to <b>{cash(made.dailyAfterMinor)} a day</b>
      </p>
      {words.length > 1 && (
        <p className="note">
          {testing ? "A factorial test" : "A factorial"}: rows differ in {listed(words)} at once. What{" "}
          {words.join(" or ")} does by itself can be told by putting rows together; which of them made one
          single row win cannot.
        </p>
      )}
      {under > 0 && (
        <p className="fault">
          {plural(under, "row")} would get less than the lowest, {cash(lowest)} {basis}.
        </p>
      )}
      {made.shared && (
        <p className="note">
          {made.shared.one} and {made.shared.other} share {people(made.shared.people)} people,{" "}
          {Math.round(made.shared.share * 100)} % of the smaller; others share less.
        </p>
      )}
      <div className="split-list" role="list" aria-label="Rows to be">
        {made.rows.map((r) => (
          <div key={r.label} role="listitem">
            <span title={r.label}>{r.varies}</span>
            <i style={{ width: `${barLength(r.size?.people ?? 0, most) * 90}px` }} />
            <b>{r.size ? people(r.size) : "–"}</b>
            <span className={r.moneyMinor < lowest ? "bad" : ""}>{cash(r.moneyMinor)}</span>
          </div>
        ))}
      </div>
    </>
  );
}
