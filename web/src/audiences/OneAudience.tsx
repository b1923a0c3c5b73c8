import { useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Segmented } from "antd";
import { useCallback, useEffect, useMemo, useState, type ReactNode } from "react";
import { audiencesQuery } from "../api/audiences";
import { type Schemas, askAgain } from "../api/client";
import { PLAN_PATHS } from "../api/plans";
import { Columns } from "../frame/Columns";
import { PlanWith } from "../frame/PlanWith";
import { opened } from "../frame/recent";
import { useReads } from "../frame/reads";
import { ThingActions } from "../frame/ThingActions";
import { useChange } from "../frame/useChange";
import { useKeptDraft } from "../frame/useKeptDraft";
import { count, people } from "../look/format";
import { Composer } from "./Composer";
import { Facts } from "./Facts";
import { Layers } from "./Layers";
import { type Audience, differencesWords, type Draft, draftOf, withPlace } from "./model";
import { Overlap } from "./Overlap";
import { pinAt } from "./pins";
import { keepAudience, leaveOut, nearestPlace, sidesQuery, sizeQuery, useOneSize } from "./queries";
import { Sides } from "./Sides";

const VIEWS = ["Describe", "Overlap", "Layers", "Networks"] as const;

export function OneAudience(props: {
  clientId: string;
  account: Schemas["AccountView"];
  accounts: Schemas["AccountView"][];
  offer: Schemas["OfferView"];
  things: ReactNode;
  current: Audience;
  audiences: Audience[];
  onMake: (drafts: Draft[]) => void;
  onCopyTo: (accountId: string, draft: Draft) => void;
  onDuplicate: () => void;
  onRemove: () => void;
}) {
  const { clientId, account, offer, current, audiences } = props;
  const queries = useQueryClient();
  const { message } = App.useApp();
  const carryOut = useChange();
  const [view, setView] = useState<(typeof VIEWS)[number]>("Describe");
  useEffect(() => opened(clientId, current.id), [clientId, current.id]);
  const save = useCallback(
    async (draft: Draft) => {
      const key = audiencesQuery(clientId).queryKey;
      const known = queries.getQueryData<Audience[]>(key)?.find((a) => a.id === current.id);
      const body = { accountId: account.id, version: known?.version ?? current.version, ...draft };
      const kept = await keepAudience(clientId, current.id, body);
      queries.setQueryData<Audience[]>(key, (all) => all?.map((a) => (a.id === kept.id ? kept : a)));
      void askAgain(queries, ...PLAN_PATHS);
    },
    [clientId, account.id, current.id, current.version, queries],
  );
  const initial = useMemo(() => draftOf(current), [current]);
  const { draft, change, problem } = useKeptDraft(current.id, initial, save);
  const { definition } = draft;
  const { byHand } = offer.rulebook;
  const sized = useQuery({
    ...sizeQuery(clientId, account.id, current.definition),
    enabled: !byHand,
  });
  useOneSize(clientId, current.size, sized.data?.rungs.at(-1)?.size);

  const takeOut = (other: Audience) => {
    void carryOut(leaveOut(clientId, { accountId: account.id, definition, otherId: other.id }), (found) => {
      change({ ...draft, definition: found.definition });
      const more = found.lost - found.needed;
      void message.info(
        `${other.name} is left out: ${count(found.lost)} people go` +
          (more > found.needed * 0.1 ? `, ${count(more)} more than were shared.` : "."),
      );
    });
  };
  const pin = (latitude: number, longitude: number) => {
    const asked = Promise.all([
      nearestPlace(clientId, account.id, latitude, longitude),
      import("./shapes").then((shapes) => shapes.countryAt(latitude, longitude)),
    ]);
    void carryOut(asked, ([near, land]) => {
      const set = pinAt({ latitude, longitude }, land, near, offer.rulebook.audience, account.networkName);
      if ("refused" in set) {
        void message.warning(set.refused, 8);
        return;
      }
      if (set.says) void message.info(set.says, 8);
      change({ ...draft, definition: { ...definition, places: withPlace(definition.places, set.circle) } });
    });
  };
  /** As nearly as the other network can take it; what differs is told. */
  const copyTo = (accountId: string) => {
    void carryOut(queries.query(sidesQuery(clientId, account.id, definition)), (sides) => {
      const side = sides.find((s) => s.accountId === accountId);
      if (!side?.definition) {
        void message.error(`${side?.networkName ?? "The network"} is in none of these countries.`);
        return;
      }
      if (side.differences.length > 0) {
        void message.info(`${side.networkName} ${differencesWords(side.differences)}.`);
      }
      props.onCopyTo(accountId, {
        name: `${draft.name}, ${side.networkName}`,
        definition: side.definition,
      });
    });
  };
  const reads = useReads();
  const elsewhere = props.accounts.filter((a) => a.id !== account.id);
  return (
    <Columns
      things={props.things}
      title={draft.name || "Audience"}
      note={
        <>
          On <b>{account.name}</b> ·{" "}
          {byHand ? (
            "its size stands there"
          ) : (
            <>
              <b>{people(current.size)}</b> people
            </>
          )}
        </>
      }
      looks={<Segmented aria-label="View" options={[...VIEWS]} value={view} onChange={setView} />}
      actions={
        <>
          <PlanWith what="audience" {...{ clientId }} id={current.id} />
          <ThingActions
            onDuplicate={props.onDuplicate}
            onRemove={props.onRemove}
            more={elsewhere.map((a) => ({ key: a.id, words: `Copy to ${a.name}`, run: () => copyTo(a.id) }))}
          />
        </>
      }
      facts={
        <Facts
          {...{ clientId, account, offer, current, definition, audiences }}
          onPin={reads ? undefined : pin}
          onLeaveOut={takeOut}
        />
      }
    >
      {view === "Describe" && (
        <Composer {...{ clientId, account, offer, draft, problem }} onChange={change} />
      )}
      {view === "Overlap" && (
        <Overlap {...{ clientId, audiences, current }} accountId={account.id} onLeaveOut={takeOut} />
      )}
      {view === "Layers" && <Layers {...{ clientId, draft }} accountId={account.id} onMake={props.onMake} />}
      {view === "Networks" && <Sides {...{ clientId, definition }} accountId={account.id} />}
    </Columns>
  );
}
