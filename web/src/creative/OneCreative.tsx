import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Button } from "antd";
import { useCallback, useMemo, type ReactNode } from "react";
import type { Schemas } from "../api/client";
import { Columns } from "../frame/Columns";
import { useKeptDraft } from "../frame/useKeptDraft";
import { plural } from "../look/format";
import { Fit } from "./Fit";
import { draftOf, type Draft } from "./model";
import { Parts } from "./Parts";
import { Previews, refusals } from "./Preview";
import { creativesQuery, fitQuery, keepCreative, mendPicture } from "./queries";

type Kept = Schemas["KeptCreative"];

/** One creative being composed: its parts, a live preview, and how it fits. */
export function OneCreative(props: {
  clientId: string;
  clientName: string;
  offer: Schemas["OfferView"];
  pictures: Schemas["Picture"][];
  current: Kept;
  things: (chosen: string | null | undefined, onChoose: (sha: string) => void) => ReactNode;
  onDuplicate: () => void;
  onRemove: () => void;
}) {
  const { clientId, offer, current } = props;
  const id = current.creative.id;
  const queries = useQueryClient();
  const { message } = App.useApp();
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
    ...fitQuery(clientId, { ...draft, version: 0 }),
    placeholderData: keepPreviousData,
  });
  const networks = fit.data?.networks ?? [];
  const fitting = networks.flatMap((n) =>
    n.placements.filter((p) => refusals(p) === 0).map((p) => ({ network: n.network, code: p.code })),
  );
  const mend = (how: Schemas["Mend"]) => {
    if (!draft.pictureSha) return;
    mendPicture(clientId, draft.pictureSha, how)
      .then(async (made) => {
        await queries.invalidateQueries({ queryKey: ["pictures", clientId] });
        change({ ...draft, pictureSha: made.sha256 });
      })
      .catch((e: Error) => message.error(e.message));
  };
  const actions = offer.rulebook.callsToAction;
  return (
    <Columns
      things={props.things(draft.pictureSha, (pictureSha) => change({ ...draft, pictureSha }))}
      title={draft.name || "Creative"}
      note={
        <>
          Single picture · fits <b>{plural(fitting.length, "placement")}</b> of{" "}
          {plural(new Set(fitting.map((f) => f.network)).size, "network")}
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
          networks={networks}
          onMend={mend}
        />
      }
    >
      <div className="compose">
        <Parts {...{ draft, actions, problem, networks }} linkFault={fit.data?.linkFault} onChange={change} />
        <Previews
          {...{ clientId, draft, networks }}
          clientName={props.clientName}
          actionWords={actions.find((a) => a.code === draft.callToAction)?.words ?? ""}
        />
      </div>
    </Columns>
  );
}
