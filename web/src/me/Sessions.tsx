import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import type { ReactNode } from "react";
import { useHouse } from "../api/session";
import { Columns } from "../frame/Columns";
import { useChange } from "../frame/useChange";
import { ownMoment } from "../look/format";
import { endSession, sessionsQuery } from "./queries";
import { Waiting } from "../frame/Waiting";

const SYSTEMS = ["Android", "iPhone", "iPad", "Windows", "Macintosh", "Linux"];
const BROWSERS = ["Edg", "OPR", "Firefox", "Chrome", "Safari"];

/** A browser and a system, as what it says of itself names them; the first that is named, since most name others too. */
function browserOf(agent: string): string {
  const name = (known: readonly string[]) => known.find((k) => agent.includes(k));
  const on = name(SYSTEMS)?.replace("Macintosh", "Mac");
  const browser = name(BROWSERS)?.replace("Edg", "Edge").replace("OPR", "Opera");
  return browser && on ? `${browser} on ${on}` : agent || "unknown browser";
}

/** Where a person is signed in. */
export function Sessions({ things }: { things: ReactNode }) {
  const sessions = useQuery(sessionsQuery);
  const queries = useQueryClient();
  const carryOut = useChange();
  const house = useHouse();
  if (!sessions.data) return <Waiting on={[sessions]} />;
  return (
    <Columns
      things={things}
      title="Sessions"
      note={
        house &&
        `One ends after ${house.idleHours} hours in which nothing is asked for, and after ${house.sessionDays} days in any case`
      }
    >
      <table className="lines me-table">
        <thead>
          <tr>
            <th>Browser</th>
            <th>Address</th>
            <th>Since</th>
            <th>Last seen</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {sessions.data.map((s) => (
            <tr key={s.id}>
              <td title={s.agent}>{browserOf(s.agent)}</td>
              <td className="mono">{s.address}</td>
              <td>{ownMoment(s.since)}</td>
              <td>{ownMoment(s.lastSeen)}</td>
              <td className="number">
                {s.here ? (
                  <span className="note">this one</span>
                ) : (
                  <Button
                    size="small"
                    onClick={() =>
                      void carryOut(endSession(s.id), () =>
                        queries.invalidateQueries({ queryKey: sessionsQuery.queryKey }),
                      )
                    }
                  >
                    End it
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </Columns>
  );
}
