import type { Schemas } from "../../../api/client";
import { money } from "../../../look/format";

/** Where a bid lies between what hardly wins and what hardly wins more, on a scale of ratios. */
export function BidScale(props: { told: Schemas["BidTold"]; bidMinor: number | null; currency: string }) {
  const { told, bidMinor, currency } = props;
  const least = Math.max(1, Math.min(told.fromMinor, bidMinor ?? told.fromMinor) / 1.6);
  const most = Math.max(told.toMinor, bidMinor ?? 0) * 1.3;
  const at = (minor: number) =>
    `${(Math.log(Math.max(minor, least) / least) / Math.log(most / least)) * 100}%`;
  const cash = (minor: number) => money(minor, currency);
  return (
    <div className="bid-scale">
      <div className="bid-line">
        <i style={{ left: at(told.fromMinor), right: `calc(100% - ${at(told.toMinor)})` }} />
        <b style={{ left: at(told.suggestedMinor) }} title={`Suggested ${cash(told.suggestedMinor)}`} />
        {bidMinor !== null && <em style={{ left: at(bidMinor) }} title={`Yours ${cash(bidMinor)}`} />}
      </div>
      <p className="note">
        Suggested <b>{cash(told.suggestedMinor)}</b>
        {told.perThousand && " for a thousand impressions"}. Under {cash(told.fromMinor)} hardly any place is
        won, over {cash(told.toMinor)} hardly more; what is paid is usually less.
      </p>
    </div>
  );
}
