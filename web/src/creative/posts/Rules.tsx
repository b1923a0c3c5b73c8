import { useQueryClient } from "@tanstack/react-query";
import { Button, InputNumber, Select } from "antd";
import { Dialog } from "../../look/Dialog";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { postsQuery, proposedQuery } from "../../api/posts";
import { useChange } from "../../frame/useChange";
import { ruleWords, type Counted } from "./model";
import { addRule, type PostRule, removeRule } from "./queries";

const ANY = "";
const USUAL: PostRule = { accountId: null, counted: "VIEWS", times: 3, leastHours: 24, mostDays: 14 };

/** When posts are proposed as ads; a rule never does more than that. */
export function Rules(props: {
  clientId: string;
  rules: Schemas["RuleView"][];
  accounts: { id: string; name: string }[];
  onClose: () => void;
}) {
  const { clientId, rules, accounts } = props;
  const queries = useQueryClient();
  const carryOut = useChange();
  const [rule, setRule] = useState(USUAL);
  const nameOf = (id: string | null | undefined) => accounts.find((a) => a.id === id)?.name;
  const changed = async () => {
    await queries.invalidateQueries(postsQuery(clientId));
    await queries.invalidateQueries(proposedQuery(clientId));
  };
  const number = (
    field: "times" | "leastHours" | "mostDays",
    label: string,
    range: { min: number; max: number; step?: number },
  ) => (
    <InputNumber<number>
      aria-label={label}
      {...range}
      value={rule[field]}
      onChange={(value) => value !== null && setRule({ ...rule, [field]: value })}
    />
  );
  return (
    <Dialog
      open
      settled={rules.length}
      title="When a post is proposed"
      footer={null}
      onCancel={props.onClose}
      width={560}
    >
      <p className="note">
        A rule proposes; taking it stays with you. What as many as one in twenty ordinary posts reach is never
        proposed.
      </p>
      {rules.map((r) => (
        <div className="post-rule" key={r.id}>
          <span>{ruleWords(r.rule, nameOf(r.rule.accountId))}</span>
          <Button size="small" onClick={() => void carryOut(removeRule(clientId, r.id), changed)}>
            Take out
          </Button>
        </div>
      ))}
      {rules.length === 0 && <p className="note">No rule yet.</p>}
      <div className="new-rule">
        Propose a post of
        <Select
          aria-label="Account"
          style={{ width: 190 }}
          value={rule.accountId ?? ANY}
          options={[
            { value: ANY, label: "all accounts" },
            ...accounts.map((a) => ({ value: a.id, label: a.name })),
          ]}
          onChange={(id) => setRule({ ...rule, accountId: id || null })}
        />
        when it passes {number("times", "Times the usual", { min: 1.5, max: 50, step: 0.5 })} × the usual
        <Select<Counted>
          aria-label="What is counted"
          style={{ width: 130 }}
          value={rule.counted}
          options={[
            { value: "VIEWS", label: "views" },
            { value: "ENGAGEMENTS", label: "engagements" },
          ]}
          onChange={(counted) => setRule({ ...rule, counted })}
        />
        for its age, from {number("leastHours", "Least hours", { min: 1, max: 2160 })} hours to{" "}
        {number("mostDays", "Most days", { min: 1, max: 90 })} days old.
        <Button type="primary" onClick={() => void carryOut(addRule(clientId, rule), changed)}>
          Add this rule
        </Button>
      </div>
    </Dialog>
  );
}
