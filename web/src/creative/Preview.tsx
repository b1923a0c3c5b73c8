import type { CSSProperties } from "react";
import type { Schemas } from "../api/client";
import { networkColours } from "../look/theme";
import { shownHost, type Draft } from "./model";
import { previewUrl } from "./queries";

type Placement = Schemas["PlacementFit"];

export interface Shown {
  clientId: string;
  clientName: string;
  draft: Draft;
  actionWords: string;
}

/** How a placement lays an ad out; the frames are the practice networks' own. */
type Frame = "feed" | "rail" | "tall" | "letter";

function frameOf(placement: Placement): Frame {
  if (placement.ratio < 0.7) return "tall";
  if (placement.code === "side-rail" || placement.code === "partner-apps") return "rail";
  return placement.code === "digest-email" ? "letter" : "feed";
}

function CutText({ cut, empty }: { cut: Schemas["Cut"] | undefined; empty: string }) {
  if (!cut || (!cut.inSight && !cut.behind)) return <span className="behind">{empty}</span>;
  return (
    <>
      {cut.behind ? cut.inSight.trimEnd() : cut.inSight}
      {cut.behind && <span className="behind"> … more</span>}
    </>
  );
}

/** A creative on every placement of the client's networks, side by side, cut where each placement cuts. */
export function Previews({ networks, ...shown }: Shown & { networks: Schemas["NetworkFit"][] }) {
  return (
    <div className="previews" aria-label="Previews">
      {networks.flatMap((n) =>
        n.placements.map((p, i) => (
          <figure key={n.network + p.code} className={`shape-${frameOf(p)}`}>
            <figcaption>
              <span className="chip" style={{ "--chip": networkColours[n.network] } as CSSProperties}>
                {n.network}
              </span>{" "}
              {p.words.toLowerCase()}
              {p.devices.length === 1 && `, ${p.devices[0]}`}
              {refusals(p) > 0 && <b title="Reasons why it does not run here">{refusals(p)}</b>}
            </figcaption>
            <Preview {...shown} network={n.network} placement={p} first={n === networks[0] && i === 0} />
          </figure>
        )),
      )}
    </div>
  );
}

/** Misfits for which the network refuses the ad there. */
export function refusals(placement: Placement): number {
  return placement.misfits.filter((m) => m.miss !== "PAST_FOLD").length;
}

function Preview({
  clientId,
  clientName,
  draft,
  actionWords,
  network,
  placement,
  first,
}: Shown & { network: string; placement: Placement; first: boolean }) {
  const frame = frameOf(placement);
  const shape = placement.misfits.some((m) => m.miss === "WRONG_SHAPE");
  const picture = draft.pictureSha ? (
    <img
      className="picture"
      alt=""
      style={shape ? { aspectRatio: placement.ratio, objectFit: "contain" } : {}}
      src={previewUrl(clientId, draft.pictureSha)}
    />
  ) : (
    <div className="picture none" style={{ aspectRatio: placement.ratio }}>
      No picture yet
    </div>
  );
  const body = (
    <div className="words" data-testid={first ? "preview-body" : undefined}>
      <CutText cut={placement.body.cut} empty="The body stands here." />
    </div>
  );
  const headline = placement.headline.limit > 0 && (
    <b className="headline" data-testid={first ? "preview-headline" : undefined}>
      <CutText cut={placement.headline.cut} empty="The headline stands here." />
    </b>
  );
  const by = (
    <div className="by">
      <i aria-hidden="true" style={{ background: networkColours[network] }}>
        {clientName.slice(0, 1)}
      </i>
      <div>
        <b>{clientName}</b>
        <small>paid for</small>
      </div>
    </div>
  );
  const act = <span className="act">{actionWords || "Call to action"}</span>;
  if (frame === "tall") {
    return (
      <div className="ad ad-tall">
        {picture}
        <div className="over top">
          <b>{clientName}</b>
        </div>
        <div className="over">
          {headline}
          {placement.body.limit > 0 && body}
          {act}
        </div>
      </div>
    );
  }
  if (frame === "rail") {
    return (
      <div className="ad ad-rail">
        {picture}
        <div>
          {headline}
          {placement.body.limit > 0 && body}
          <small>{shownHost(draft.link)}</small>
        </div>
      </div>
    );
  }
  if (frame === "letter") {
    return (
      <div className="ad ad-letter">
        <small>From {clientName}</small>
        {headline}
        {placement.body.limit > 0 && body}
        {picture}
        {act}
      </div>
    );
  }
  return (
    <div className="ad ad-feed">
      {by}
      {placement.body.limit > 0 && body}
      {picture}
      <div className="strip">
        {headline}
        {placement.description.limit > 0 && <CutText cut={placement.description.cut} empty="" />}
        <div className="foot-line">
          <small>{shownHost(draft.link)}</small>
          {act}
        </div>
      </div>
    </div>
  );
}
