import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { Input, InputNumber, Select } from "antd";
import { useCallback, type ReactNode } from "react";
import { Several } from "../look/Several";
import type { Schemas } from "../api/client";
import { Columns } from "../frame/Columns";
import { ThingActions } from "../frame/ThingActions";
import { useKeptDraft } from "../frame/useKeptDraft";
import { Four } from "./Four";
import { choices, forbiddenWords, RESULTS, resultWords } from "./model";
import { briefsQuery, keepBrief, reckoningQuery, type Brief, type KeptBrief } from "./queries";
import { Reckoned } from "./Reckoned";

/** One brief as a few lines, with what its money can buy beside it. */
export function OneBrief(props: {
  clientId: string;
  accounts: Schemas["AccountView"][];
  networks: Schemas["NetworkView"][];
  things: ReactNode;
  kept: KeptBrief;
  onDuplicate: () => void;
  onRemove: () => void;
}) {
  const { clientId, accounts, networks, kept } = props;
  const queries = useQueryClient();
  const save = useCallback(
    async (draft: Brief) => {
      const key = briefsQuery(clientId).queryKey;
      const known = queries.getQueryData<KeptBrief[]>(key)?.find((b) => b.id === kept.id);
      const now = await keepBrief(clientId, kept.id, known?.version ?? kept.version, draft);
      queries.setQueryData<KeptBrief[]>(key, (all) => all?.map((b) => (b.id === now.id ? now : b)));
    },
    [clientId, kept.id, kept.version, queries],
  );
  const { draft, change, problem } = useKeptDraft(kept.id, kept.brief, save);
  const reckoned = useQuery({ ...reckoningQuery(clientId, draft), placeholderData: keepPreviousData });
  const set = (part: Partial<Brief>) => change({ ...draft, ...part });
  const chosen = accounts.filter((a) => draft.accounts.includes(a.id));
  const onNetworks = networks.filter((n) => chosen.some((a) => a.network === n.code));
  const offered = onNetworks.length > 0 ? onNetworks : networks;
  const wrong = problem ?? (reckoned.error as Error | null);
  return (
    <Columns
      things={props.things}
      title={draft.name || "Brief"}
      note={chosen.length === 0 ? "For no account yet" : `For ${chosen.map((a) => a.name).join(", ")}`}
      actions={<ThingActions onDuplicate={props.onDuplicate} onRemove={props.onRemove} />}
      facts={<Reckoned brief={draft} reckoning={reckoned.data} old={reckoned.isPlaceholderData} />}
    >
      <div className="brief">
        <Input
          aria-label="Name of the brief"
          value={draft.name}
          status={problem?.field === "name" ? "error" : ""}
          maxLength={80}
          style={{ maxWidth: 420, fontWeight: 600 }}
          onChange={(e) => set({ name: e.target.value })}
        />
        {wrong && <div className="wrong">{wrong.message}</div>}
        <div className="say">
          <label htmlFor="goal">Goal</label>
          <Select
            id="goal"
            value={draft.goal}
            style={{ width: 170 }}
            options={choices(offered.map((n) => n.objectives))}
            onChange={(goal) => set({ goal })}
          />
          <label htmlFor="result">counted by</label>
          <Select
            id="result"
            value={draft.result}
            style={{ width: 170 }}
            options={RESULTS.map((r) => ({ value: r.value, label: r.many }))}
            onChange={(result) => set({ result })}
          />
        </div>
        <Input.TextArea
          aria-label="Offer"
          placeholder="What people are offered, in the client’s words"
          value={draft.offer}
          maxLength={2000}
          autoSize={{ minRows: 2, maxRows: 6 }}
          onChange={(e) => set({ offer: e.target.value })}
        />
        <Four brief={draft} sums={reckoned.data?.balance ?? undefined} onChange={set} />
        <div className="say">
          A row is judged by
          <InputNumber
            aria-label="Results to judge a row"
            style={{ width: 80 }}
            min={1}
            max={1000}
            precision={0}
            value={draft.resultsPerRow}
            onChange={(n) => n && set({ resultsPerRow: n })}
          />
          {resultWords(draft.result, draft.resultsPerRow)}; a test has
          <InputNumber
            aria-label="Cells of a test"
            style={{ width: 62 }}
            min={2}
            max={20}
            precision={0}
            value={draft.cells}
            onChange={(n) => n && set({ cells: n })}
          />
          cells and is to find a difference of
          <InputNumber
            aria-label="Difference to find, in percent"
            style={{ width: 86 }}
            suffix="%"
            min={1}
            max={500}
            precision={0}
            value={draft.liftPercent}
            onChange={(n) => n && set({ liftPercent: n })}
          />
        </div>
        <div className="say">
          <label htmlFor="accounts">On</label>
          <Several
            id="accounts"
            placeholder="accounts"
            style={{ minWidth: 320, flex: 1 }}
            value={draft.accounts}
            options={accounts.map((a) => ({ value: a.id, label: a.name }))}
            onChange={(ids) => set({ accounts: ids })}
          />
        </div>
        <div className="say">
          <label htmlFor="places">In</label>
          <Several
            id="places"
            placeholder="any country"
            style={{ minWidth: 320, flex: 1 }}
            value={draft.places}
            options={choices(offered.map((n) => n.countries))}
            onChange={(places) => set({ places })}
          />
        </div>
        <div className="say">
          <label htmlFor="subject">Regulated subject</label>
          <Select
            id="subject"
            allowClear
            placeholder="none"
            style={{ width: 220 }}
            value={draft.subject ?? null}
            options={choices(offered.map((n) => n.subjects))}
            onChange={(subject: string | undefined) => set({ subject: subject ?? null })}
          />
        </div>
        {draft.subject && (
          <ul className="forbidden">
            {offered.map((n) => (
              <li key={n.code}>
                <b>{n.name}</b> {forbiddenWords(n.subjects.find((s) => s.code === draft.subject))}
              </li>
            ))}
          </ul>
        )}
      </div>
    </Columns>
  );
}
