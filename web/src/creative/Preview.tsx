import "./preview.css";
import { useQuery } from "@tanstack/react-query";
import { Segmented } from "antd";
import { memo, useState, type CSSProperties } from "react";
import type { Schemas } from "../api/client";
import { stillUrl } from "../api/creatives";
import { postsQuery } from "../api/posts";
import { networkColour } from "../look/theme";
import {
  length,
  refusals,
  shownHost,
  type Draft,
  type Format,
  type Medium,
  type NetworkFit,
  type Placement,
} from "./model";
import { By } from "./By";
import { PostFrame } from "./posts/PostFrame";

/** Which of several parts is shown, counted from 0; −1 for none. */
export interface Chosen {
  media: number;
  body: number;
  headline: number;
  description: number;
  callToAction: number;
}

export interface Shown {
  clientId: string;
  clientName: string;
  draft: Draft;
  format: Format;
  media: ReadonlyMap<string, Medium>;
  chosen: Chosen;
  actions: Schemas["Choice"][];
  form: Schemas["LeadForm"] | undefined;
  script: Schemas["KeptScript"] | undefined;
}

/** How a placement lays an ad out; the frames are the practice networks' own. */
type Frame = "feed" | "rail" | "tall" | "letter";

function frameOf(placement: Placement): Frame {
  if (placement.ratio < 0.7) return "tall";
  if (placement.code === "side-rail" || placement.code === "partner-apps") return "rail";
  return placement.code === "digest-email" || placement.code === "inbox" ? "letter" : "feed";
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
export const Previews = memo(function Previews({ networks, ...shown }: Shown & { networks: NetworkFit[] }) {
  const [device, setDevice] = useState<"phone" | "desktop">("phone");
  const all = networks
    .flatMap((n) => n.placements.map((p) => ({ n, p })))
    .filter(({ p }) => p.devices.includes(device) || (device === "phone" && !p.devices.includes("desktop")));
  const both = networks.some((n) => n.placements.some((p) => p.devices.includes("desktop")));
  return (
    <>
      {both && (
        <div className="view-switch">
          <Segmented
            size="small"

            aria-label="Previews on"
            value={device}
            options={[
              { value: "phone", label: "Phone" },
              { value: "desktop", label: "Desktop" },
            ]}
            onChange={(chosen) => setDevice(chosen as "phone" | "desktop")}
          />
          <span className="note">
            {all.length === 0 ? "It does not show there." : "cut where each placement cuts"}
          </span>
        </div>
      )}
      <div className={`previews ${device}`} aria-label="Previews">
        {all.map(({ n, p }, i) => (
          <OnPlacement
            key={n.network + p.code}
            {...shown}
            network={n.network}
            placement={p}
            first={i === 0}
          />
        ))}
      </div>
    </>
  );
});

/** A creative on one placement, with what that is called. */
export function OnPlacement(props: Shown & { network: string; placement: Placement; first: boolean }) {
  const { network, placement } = props;
  return (
    <figure className={`shape-${frameOf(placement)}`}>
      <figcaption>
        <span className="chip" style={{ "--chip": networkColour(network) } as CSSProperties}>
          {network}
        </span>{" "}
        {placement.words.toLowerCase()}
        {placement.devices.length === 1 && `, ${placement.devices[0]}`}
        {!placement.runs && <b title="Reasons why it does not run here">{refusals(placement)}</b>}
      </figcaption>
      <Preview {...props} />
    </figure>
  );
}

function Preview(props: Shown & { network: string; placement: Placement; first: boolean }) {
  const { clientName, draft, format, network, placement, first, chosen } = props;
  const frame = frameOf(placement);
  if (format.needs === "POST") return <Post {...props} />;
  if (format.needs === "MESSAGE") return <Letter {...props} />;
  const words = (
    <div className="words" data-testid={first ? "preview-body" : undefined}>
      <CutText cut={placement.bodies[Math.max(0, chosen.body)]?.cut} empty="The body stands here." />
    </div>
  );
  const body = (placement.bodies[0]?.limit ?? 0) > 0 && words;
  const headline = (placement.headlines[0]?.limit ?? 0) > 0 && (
    <b className="headline" data-testid={first ? "preview-headline" : undefined}>
      <CutText
        cut={placement.headlines[Math.max(0, chosen.headline)]?.cut}
        empty="The headline stands here."
      />
    </b>
  );
  const picture = format.mostMedia > 0 && <Picture {...props} />;
  const act = <span className="act">{actionWords(props)}</span>;
  const brand = placement.brand?.cut.inSight || clientName;
  const after = <Opens {...props} />;
  if (frame === "tall") {
    return (
      <>
        <div className="ad in-light ad-tall">
          {picture || <div className="picture none" style={{ aspectRatio: placement.ratio }} />}
          <div className="over top">
            <b>{brand}</b>
          </div>
          <div className="over">
            {headline}
            {body}
            {format.priced && <Row {...props} />}
            {act}
          </div>
        </div>
        {after}
      </>
    );
  }
  if (frame === "rail") {
    return (
      <div className={`ad in-light ad-rail ${picture ? "" : "bare"}`}>
        {picture}
        <div>
          {headline}
          {body}
          <small>{shownHost(draft.link)}</small>
        </div>
      </div>
    );
  }
  if (frame === "letter") {
    return (
      <>
        <div className="ad in-light ad-letter">
          <small>From {clientName}</small>
          {headline}
          {body}
          {picture}
          {act}
        </div>
        {after}
      </>
    );
  }
  return (
    <>
      <div className="ad in-light ad-feed">
        <By name={clientName} network={network} />
        {body}
        {format.firstCard >= 0 && !format.priced ? <Row {...props} /> : picture}
        <div className="strip">
          {headline}
          {(placement.descriptions[0]?.limit ?? 0) > 0 && (
            <CutText cut={placement.descriptions[Math.max(0, chosen.description)]?.cut} empty="" />
          )}
          <div className="foot-line">
            <small>{shownHost(draft.link)}</small>
            {act}
          </div>
        </div>
      </div>
      {after}
    </>
  );
}

function actionWords({ actions, draft, chosen }: Shown): string {
  const code = draft.callsToAction[Math.max(0, chosen.callToAction)];
  return actions.find((a) => a.code === code)?.words ?? "Call to action";
}

function Picture({ clientId, draft, media, placement, format, chosen }: Shown & { placement: Placement }) {
  const index = Math.max(0, chosen.media);
  const sha = draft.media[index];
  const medium = sha ? media.get(sha) : undefined;
  if (!sha || !medium) {
    return (
      <div className="picture none" style={{ aspectRatio: placement.ratio }}>
        {format.pictures ? "No picture yet" : "No video yet"}
      </div>
    );
  }
  const shape = placement.misfits.some(
    (m) => m.part === "MEDIA" && m.index === index && m.miss === "WRONG_SHAPE",
  );
  return (
    <div className="picture-box">
      <img
        className="picture"
        alt=""
        style={shape ? { aspectRatio: placement.ratio, objectFit: "contain" } : {}}
        src={stillUrl(clientId, (placement.poster ? medium.video?.poster : null) ?? sha)}
      />
      {medium.video && (
        <span className="runs">
          {length(medium.video.seconds)}
          {medium.video.sound && ", silent until tapped"}
        </span>
      )}
    </div>
  );
}

/** Cards in a row, cut at the frame's edge as they are on a phone. */
function Row({ clientId, draft, format }: Shown) {
  return (
    <div className="card-row in-light">
      {draft.media.slice(format.firstCard).map((sha, i) => (
        <div key={sha}>
          <img src={stillUrl(clientId, sha)} alt="" />
          <b>{draft.cards[i]?.text || "Headline"}</b>
          {format.priced && <small>{draft.cards[i]?.price || "price"}</small>}
        </div>
      ))}
      {draft.media.length <= format.firstCard && <div className="picture none">No cards yet</div>}
    </div>
  );
}

/** What a click opens inside the network. */
function Opens({ format, form, script }: Shown) {
  if (format.needs === "FORM") {
    return (
      <div className="opens">
        {form ? `Opens ${form.name}: ${form.content.headline}` : "Opens no form yet"}
      </div>
    );
  }
  if (format.needs === "CHAT") {
    return <div className="opens speech">{script?.draft.greeting || "The chat’s greeting stands here."}</div>;
  }
  return null;
}

function Post({ clientId, clientName, network, draft }: Shown & { network: string }) {
  const posts = useQuery(postsQuery(clientId));
  const post = posts.data?.posts.find((p) => p.id === draft.post);
  if (post) return <PostFrame {...{ clientId, post }} paid />;
  return (
    <div className="ad in-light ad-feed">
      <By name={clientName} network={network} />
      <div className="words">
        {draft.post ? (
          <>
            <span className="mono">{draft.post}</span> stands here with its own texts, where it is there.
          </>
        ) : (
          <span className="behind">What it stands on is shown as it is.</span>
        )}
      </div>
    </div>
  );
}

function Letter({ clientId, draft, script }: Shown) {
  const letter = script?.draft;
  const banner = draft.media[0] ?? letter?.bannerSha;
  return (
    <div className="ad in-light ad-letter">
      <small>From {letter?.sender || "the sender"}, paid for</small>
      <b>{letter?.subject || <span className="behind">The subject stands here.</span>}</b>
      <div className="words">{letter?.body || <span className="behind">The message stands here.</span>}</div>
      {banner && <img className="picture" alt="" src={stillUrl(clientId, banner)} />}
      <span className="act">{letter?.button || "Button"}</span>
    </div>
  );
}
