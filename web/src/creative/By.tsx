import { networkColour } from "../look/theme";

/** Who an ad or post is from, and what stands beneath: that it is paid for, unless told otherwise. */
export function By({ name, network, note }: { name: string; network: string; note?: string }) {
  return (
    <div className="by">
      <i aria-hidden="true" style={{ background: networkColour(network) }}>
        {name.slice(0, 1)}
      </i>
      <div>
        <b>{name}</b>
        <small>{note ?? "paid for"}</small>
      </div>
    </div>
  );
}
