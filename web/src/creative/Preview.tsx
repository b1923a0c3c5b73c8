import type { Schemas } from "../api/client";
import { shownHost, type Draft } from "./model";
import { previewUrl } from "./queries";

function CutText({ cut, empty }: { cut: Schemas["Cut"] | undefined; empty: string }) {
  if (!cut || (!cut.inSight && !cut.behind)) return <span className="behind">{empty}</span>;
  return (
    <>
      {cut.behind ? cut.inSight.trimEnd() : cut.inSight}
      {cut.behind && <span className="behind"> … more</span>}
    </>
  );
}

/** An ad as one placement shows it, cut where the placement cuts. The frame is the practice network's own. */
export function Preview({
  clientId,
  clientName,
  draft,
  fit,
  actionWords,
}: {
  clientId: string;
  clientName: string;
  draft: Draft;
  fit: Schemas["PlacementFit"] | undefined;
  actionWords: string;
}) {
  return (
    <div className="hearth" aria-label="Preview">
      <div className="by">
        <i aria-hidden="true">{clientName.slice(0, 1)}</i>
        <div>
          <b>{clientName}</b>
          <small>paid for by the advertiser</small>
        </div>
      </div>
      <div className="words" data-testid="preview-body">
        <CutText cut={fit?.body.cut} empty="The body stands here." />
      </div>
      {draft.pictureSha ? (
        <img className="picture" alt="" src={previewUrl(clientId, draft.pictureSha)} />
      ) : (
        <div className="picture none">No picture yet</div>
      )}
      <div className="strip">
        <b data-testid="preview-headline">
          <CutText cut={fit?.headline.cut} empty="The headline stands here." />
        </b>
        <CutText cut={fit?.description.cut} empty="" />
        <div className="act">
          <span>{shownHost(draft.link)}</span>
          <span>{actionWords || "Call to action"}</span>
        </div>
      </div>
    </div>
  );
}
