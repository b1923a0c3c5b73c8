import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useCallback, useMemo, type ReactNode } from "react";
import type { Schemas } from "../api/client";
import { Columns } from "../frame/Columns";
import { useKeptDraft } from "../frame/useKeptDraft";
import { Fit } from "./Fit";
import { draftOf, type Draft } from "./model";
import { Parts } from "./Parts";
import { Preview } from "./Preview";
import { creativesQuery, fitQuery, keepCreative } from "./queries";

type Kept = Schemas["KeptCreative"];

/** One creative being composed: its parts, a live preview, and how it fits. */
export function OneCreative(props: {
  clientId: string;
  clientName: string;
  account: Schemas["AccountView"];
  offer: Schemas["OfferView"];
  pictures: Schemas["Picture"][];
  current: Kept;
  things: (chosen: string | null | undefined, onChoose: (sha: string) => void) => ReactNode;
  onDuplicate: () => void;
  onRemove: () => void;
}) {
  const { clientId, account, offer, current } = props;
  const id = current.creative.id;
  const queries = useQueryClient();
  const save = useCallback(
    async (draft: Draft) => {
      const key = creativesQuery(clientId).queryKey;
      const known = queries.getQueryData<Kept[]>(key)?.find((c) => c.creative.id === id);
      const kept = await keepCreative(clientId, id, { ...draft, version: known?.version ?? current.version });
      queries.setQueryData<Kept[]>(key, (all) => all?.map((c) => (c.creative.id === id ? kept : c)));
      void queries.invalidateQueries({ queryKey: ["plan"] });
    },
    [clientId, id, current.version, queries],
  );
  const initial = useMemo(() => draftOf(current.creative), [current]);
  const { draft, change, problem } = useKeptDraft(id, initial, save);
  const fit = useQuery({
    ...fitQuery(clientId, account.id, { ...draft, version: 0 }),
    placeholderData: keepPreviousData,
  });
  const placement = fit.data?.placements[0];
  const actions = offer.rulebook.callsToAction;
  return (
    <Columns
      things={props.things(draft.pictureSha, (pictureSha) => change({ ...draft, pictureSha }))}
      title={draft.name || "Creative"}
      note={
        <>
          Single picture · shown on <b>{account.networkName}</b>
        </>
      }
      actions={
        <>
          <Button onClick={props.onDuplicate}>Duplicate</Button>
          <Button danger onClick={props.onRemove}>
            Remove
          </Button>
        </>
      }
      facts={
        <Fit
          picture={props.pictures.find((p) => p.sha256 === draft.pictureSha)}
          network={account.networkName}
          placements={fit.data?.placements ?? []}
        />
      }
    >
      <div className="compose">
        <Parts
          {...{ draft, actions, problem }}
          fit={placement}
          linkFault={fit.data?.linkFault}
          onChange={change}
        />
        <div>
          <h3 style={{ marginBottom: 6 }}>
            {account.networkName} {placement?.words.toLowerCase() ?? ""}, phone
          </h3>
          <Preview
            {...{ clientId, draft }}
            clientName={props.clientName}
            fit={placement}
            actionWords={actions.find((a) => a.code === draft.callToAction)?.words ?? ""}
          />
        </div>
      </div>
    </Columns>
  );
}
