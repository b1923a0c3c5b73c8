import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { stillUrl } from "../api/creatives";
import { type Asked, type MorningClient, morningOfQuery, type NeedLine } from "../api/morning";
import { plural } from "../look/format";
import { networkColour } from "../look/theme";
import { MoneyOfDay } from "./MoneyOfDay";
import { useHide } from "./useHide";
import { toldOf, URGENCIES } from "./words";

/** So many lines of a client are read among others at most; all of them stand at its desk. */
const MOST_LINES = 30;

/** One client of the morning: who it is, its money of the day, and what needs somebody there. */
export function OneClient(props: {
  client: MorningClient;
  asked: Asked;
  onMove: ((by: "up" | "down" | "top") => void) | undefined;
  first: boolean;
  last: boolean;
}) {
  const { client, asked, onMove } = props;
  const [open, setOpen] = useState(false);
  const whole = useQuery({ ...morningOfQuery(client.id, asked), enabled: open });
  const lines = (open && whole.data?.lines.slice(0, MOST_LINES)) || client.lines;
  const all =
    Object.values(client.counts).reduce((sum, n) => sum + n, 0) + (asked.hidden ? client.hidden : 0);
  const folded = all - client.lines.length;
  const elsewhere = all - MOST_LINES;
  return (
    <li className="morning-client" aria-label={client.name}>
      <div className={client.logo ? "morning-who with-logo" : "morning-who"}>
        {client.logo && <img src={stillUrl(client.id, client.logo, 0)} alt="" />}
        <Link to={`/c/${client.id}`} title={client.about}>
          {client.name}
        </Link>{" "}
        {client.training && <span className="training-chip">training</span>}
        <div className="note">
          {client.networks.map((network) => (
            <span
              key={network}
              className="chip"
              style={{ "--chip": networkColour(network) } as React.CSSProperties}
            >
              {network}
            </span>
          ))}{" "}
          {client.adsLive > 0 ? `${plural(client.adsLive, "ad")} live` : "nothing runs"}
        </div>
        <MoneyOfDay of={client.money} brief />
      </div>
      <ul className="morning-lines">
        {lines.map((l) => (
          <Line key={l.key} clientId={client.id} line={l} />
        ))}
        {client.lines.length === 0 && (
          <li className="note morning-nothing">
            {client.hidden > 0
              ? `Nothing but ${plural(client.hidden, "line")} you hid.`
              : client.reckonedAt
                ? "Nothing needs you."
                : "Being reckoned for the first time…"}
          </li>
        )}
        {folded > 0 && (
          <li className="note morning-more">
            <button
              className="plain link"
              aria-expanded={open}
              aria-busy={open && whole.isLoading}
              onClick={() => setOpen(!open)}
            >
              {open ? "fewer" : `${folded} more`}
            </button>
            {open && elsewhere > 0 && (
              <Link to={`/c/${client.id}`}>{plural(elsewhere, "other", "others")} at its desk</Link>
            )}
          </li>
        )}
      </ul>
      {onMove && (
        <div className="morning-move">
          <Button
            size="small"
            disabled={props.first}
            aria-label={`${client.name} up`}
            onClick={() => onMove("up")}
          >
            ↑
          </Button>
          <Button
            size="small"
            disabled={props.last}
            aria-label={`${client.name} down`}
            onClick={() => onMove("down")}
          >
            ↓
          </Button>
          <Button
            size="small"
            disabled={props.first}
            aria-label={`${client.name} to the top`}
            onClick={() => onMove("top")}
          >
            ⤒
          </Button>
        </div>
      )}
    </li>
  );
}

/** One line, which leads to its place. */
function Line({ clientId, line }: { clientId: string; line: NeedLine }) {
  const hide = useHide();
  const told = toldOf(clientId, line.need);
  const verb = line.hidden ? "Show" : "Hide";
  return (
    <li className={line.hidden ? "morning-line hidden" : "morning-line"}>
      <i
        className={`urgency ${line.urgency.toLowerCase()}`}
        role="img"
        aria-label={URGENCIES[line.urgency].words}
      />
      <Link to={told.to} title={`${told.head}. ${told.says}`}>
        {told.head}
      </Link>
      <span className="note" title={told.says}>
        {told.says}
      </span>
      <button
        className="plain morning-hide"
        aria-label={`${verb} “${told.head}”`}
        title={
          line.hidden ? "Show it again" : "Hide it until there is more of it; nobody else’s lines change"
        }
        onClick={() => hide({ clientId, key: line.key, hidden: !line.hidden })}
      >
        {verb.toLowerCase()}
      </button>
    </li>
  );
}
