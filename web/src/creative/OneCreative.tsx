import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useCallback, useEffect, useMemo, useState, type ReactNode } from "react";
import { Link } from "react-router";
import { type Schemas, askAgain } from "../api/client";
import { creativesQuery, phrasesQuery } from "../api/creatives";
import { formsQuery, scriptsQuery } from "../api/forms";
import { PLAN_PATHS } from "../api/plans";
import { Columns } from "../frame/Columns";
import { opened } from "../frame/recent";
import { Editable } from "../frame/Editable";
import { PlanWith } from "../frame/PlanWith";
import { ThingActions } from "../frame/ThingActions";
import { useKeptDraft } from "../frame/useKeptDraft";
import { plural } from "../look/format";
import { useStable } from "../look/useStable";
import { Beginning } from "./Beginning";
import { Cards } from "./Cards";
import { Combinations } from "./Combinations";
import { Fit } from "./Fit";
import {
  bodyOf,
  draftOf,
  inFormat,
  toggled,
  untouched,
  type Draft,
  type Format,
  type Medium,
  type NetworkFit,
  type Phrase,
} from "./model";
import { Parts } from "./Parts";
import { Previews, type Chosen } from "./Preview";
import { fitQuery, keepCreative } from "./queries";
import { RowTexts } from "./RowTexts";
import { Vary } from "./Vary";

type Kept = Schemas["KeptCreative"];

const NONE: NetworkFit[] = [];
const NO_ACTIONS: Schemas["Choice"][] = [];
const FIRST: Chosen = { media: 0, body: 0, headline: 0, description: 0, callToAction: 0 };

/** One creative being composed: its parts, live previews, and how it fits. */
export function OneCreative(props: {
  clientId: string;
  clientName: string;
  media: Medium[];
  formats: Format[];
  phrases: Phrase[];
  current: Kept;
  things: (chosen: string[], onChoose: (medium: Medium) => void) => ReactNode;
  onFilm: (video: Medium) => void;
  onDuplicate: () => void;
  onRemove: () => void;
}) {
  const { clientId, current, formats } = props;
  const id = current.creative.id;
  const queries = useQueryClient();
  const [varying, setVarying] = useState(false);
  const [chosen, setChosen] = useState(FIRST);
  useEffect(() => opened(clientId, id), [clientId, id]);
  const forms = useQuery(formsQuery(clientId));
  const scripts = useQuery(scriptsQuery(clientId));
  const save = useCallback(
    async (draft: Draft) => {
      const key = creativesQuery(clientId).queryKey;
      const known = queries.getQueryData<Kept[]>(key)?.find((c) => c.creative.id === id);
      const kept = await keepCreative(clientId, id, bodyOf(draft, known?.version ?? current.version));
      queries.setQueryData<Kept[]>(key, (all) => all?.map((c) => (c.creative.id === id ? kept : c)));
      void askAgain(queries, ...PLAN_PATHS);
      void queries.invalidateQueries(phrasesQuery(clientId));
    },
    [clientId, id, current.version, queries],
  );
  const initial = useMemo(() => draftOf(current.creative), [current]);
  const kept = useKeptDraft(id, initial, save);
  const { draft, problem } = kept;
  /** How the next draft fits is asked for while the key that made it is still being drawn. */
  const change = useStable((next: Draft) => {
    queries.query(fitQuery(clientId, next)).catch(() => undefined);
    kept.change(next);
  });
  const fit = useQuery({
    ...fitQuery(clientId, draft),
    placeholderData: keepPreviousData,
  });
  const media = useMemo(() => new Map(props.media.map((m) => [m.sha256, m])), [props.media]);
  const format = formats.find((f) => f.code === draft.format) ?? formats[0];
  const networks = fit.data?.fit.networks ?? NONE;
  const actions = fit.data?.fit.actions ?? NO_ACTIONS;
  const choose = useStable((medium: Medium) => {
    if (!format) return;
    // A video chosen for a single picture makes it a single video, and the other way round.
    const other = medium.video ? "single-video" : "single-picture";
    const taken = medium.video ? format.videos : format.pictures;
    const next = taken ? format : formats.find((f) => f.code === other);
    if (!next) return;
    change(toggled(taken ? draft : inFormat(draft, next, media), next, medium.sha256));
  });
  // The left column is drawn anew only when it changes, not with every key.
  const { things } = props;
  const left = useMemo(() => things(draft.media, choose), [things, draft.media, choose]);
  const replace = useStable((index: number, sha: string) =>
    change({ ...draft, media: draft.media.map((m, i) => (i === index ? sha : m)) }),
  );
  const reformat = useStable((next: Format) => change(inFormat(draft, next, media)));
  if (!format) return null;
  const judged = fit.data?.draft ?? draft;
  const fitting = networks.flatMap((n) =>
    n.placements
      .filter((p) => p.runs && n.counts.length === 0)
      .map((p) => ({ network: n.network, code: p.code })),
  );
  const first = draft.media.map((sha) => media.get(sha)).find((m) => m?.video);
  const script = scripts.data?.find((s) => s.id === draft.scriptId);
  return (
    <Columns
      looking
      things={left}
      title={draft.name || "Creative"}
      note={
        <>
          {format.words}
          {!untouched(draft) && (
            <>
              {" "}
              · fits <b>{plural(fitting.length, "placement")}</b> of{" "}
              {plural(new Set(fitting.map((f) => f.network)).size, "network")}
            </>
          )}
          {current.columns > 0 && ` · in ${plural(current.columns, "sheet")}`}
        </>
      }
      actions={
        <>
          <Button type="primary" onClick={() => setVarying(true)}>
            Vary one part…
          </Button>
          <PlanWith what="creative" {...{ clientId, id }} />
          <ThingActions onDuplicate={props.onDuplicate} onRemove={props.onRemove} />
        </>
      }
      facts={
        <Editable>
          <Fit {...{ clientId, networks, media }} draft={judged} onReplace={replace} />
        </Editable>
      }
    >
      <div className="compose">
        <Editable>
          <Parts
            {...{ clientId, draft, format, formats, problem, networks, media }}
            phrases={props.phrases}
            forms={forms.data ?? []}
            scripts={scripts.data ?? []}
            fit={fit.data?.fit}
            onFormat={reformat}
            onChange={change}
          />
          {format.firstCard >= 0 && draft.media.length > format.firstCard && (
            <Cards {...{ clientId, draft, format, media }} onChange={change} />
          )}
        </Editable>
        {format.code === "mix" && (
          <Combinations
            {...{ clientId, draft, networks }}
            count={fit.data?.fit.combinations ?? 1}
            onChoose={setChosen}
          />
        )}
        <RowTexts {...{ clientId, id, draft }} />
        <Previews
          {...{ clientId, networks, media, format, script }}
          draft={judged}
          chosen={format.code === "mix" ? chosen : FIRST}
          clientName={props.clientName}
          form={forms.data?.find((f) => f.form.id === draft.formId)?.form}
          actions={actions}
        />
        <Link to={`/c/${clientId}/creative/sheet?of=${id}`}>Put it on a preview sheet</Link>
        {first?.video && (
          <Beginning
            clientId={clientId}
            medium={first}
            media={props.media}
            onFilm={() => props.onFilm(first)}
          />
        )}
      </div>
      {varying && (
        <Vary
          {...{ clientId, draft }}
          id={id}
          media={props.media}
          phrases={props.phrases}
          actions={actions}
          onClose={() => setVarying(false)}
        />
      )}
    </Columns>
  );
}
