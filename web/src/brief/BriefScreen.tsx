import "./brief.css";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useNavigate, useParams, useSearchParams } from "react-router";
import { clockQuery, deskQuery, networksQuery } from "../api/clients";
import { Columns } from "../frame/Columns";
import { useChange } from "../frame/useChange";
import { day, plural } from "../look/format";
import { freeName } from "../look/lists";
import { networkColour } from "../look/theme";
import { newBrief } from "./model";
import { OneAccount } from "./OneAccount";
import { OneBrief } from "./OneBrief";
import { OpenAccount } from "./OpenAccount";
import { addBrief, briefsQuery, removeBrief, type Brief } from "./queries";
import { Changes } from "../frame/Editable";
import { Waiting } from "../frame/Waiting";

/** The client's briefs and accounts, and the one at hand. */
export function BriefScreen() {
  const { clientId = "", briefId, accountId } = useParams();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const carryOut = useChange();
  const [search, setSearch] = useSearchParams();
  // A link from elsewhere may open the dialog.
  const opening = search.get("open") === "account";
  const setOpening = (open: boolean) => setSearch(open ? { open: "account" } : {}, { replace: true });
  const desk = useQuery(deskQuery(clientId));
  const briefs = useQuery(briefsQuery(clientId));
  const networks = useQuery(networksQuery(clientId));
  if (!desk.data || !briefs.data || !networks.data) return <Waiting on={[desk, briefs, networks]} />;
  const { accounts } = desk.data.client;
  const account = accounts.find((a) => a.id === accountId);
  const brief = accountId
    ? undefined
    : (briefs.data.find((b) => b.id === briefId) ?? (briefId ? undefined : briefs.data[0]));
  const home = `/c/${clientId}/brief`;

  const start = (from: Brief) => {
    const name = freeName(
      from.name,
      briefs.data.map((b) => b.brief.name),
    );
    void carryOut(addBrief(clientId, { ...from, name }), async (added) => {
      await queries.invalidateQueries(briefsQuery(clientId));
      await navigate(`${home}/${added.id}`);
    });
  };
  const startNew = () => {
    const [first] = accounts;
    if (!first) {
      setOpening(true);
      return;
    }
    // Its first day is the practice clock's or the world's: the server says which.
    void carryOut(queries.query(clockQuery), ({ now }) =>
      start(newBrief(first, now.slice(0, 10), "New brief")),
    );
  };
  const remove = (id: string) => {
    void carryOut(removeBrief(clientId, id), async () => {
      await navigate(home);
      await queries.invalidateQueries(briefsQuery(clientId));
    });
  };

  const things = (
    <>
      <h3>Briefs, {briefs.data.length}</h3>
      {briefs.data.map((b) => (
        <button
          key={b.id}
          className={`thing line ${b.id === brief?.id ? "on" : ""}`}
          onClick={() => void navigate(`${home}/${b.id}`)}
        >
          <b>{b.brief.name}</b>
          <div className="note">
            <span>
              {day(b.brief.startsOn)} to {day(b.brief.lastDay)}
            </span>
            <span>{plural(b.brief.accounts.length, "account")}</span>
          </div>
        </button>
      ))}
      <Changes>
        <button className="add-thing" onClick={startNew}>
          New brief
        </button>
      </Changes>
      <h3>Accounts, {accounts.length}</h3>
      {accounts.map((a) => (
        <button
          key={a.id}
          className={`thing line ${a.id === accountId ? "on" : ""}`}
          style={{ "--edge": networkColour(a.network) } as React.CSSProperties}
          onClick={() => void navigate(`${home}/accounts/${a.id}`)}
        >
          <b>{a.name}</b>
          <div className="note">
            <span>{a.currency}</span>
            <span>{a.byHand ? "entered by hand" : a.siteTag ? "site tag" : "no site tag"}</span>
          </div>
        </button>
      ))}
      <Changes>
        <button className="add-thing" onClick={() => setOpening(true)}>
          Open an account
        </button>
      </Changes>
      <OpenAccount
        {...{ clientId }}
        client={desk.data.client}
        open={opening}
        networks={networks.data}
        onClose={() => setOpening(false)}
        onOpened={(id) => void navigate(`${home}/accounts/${id}`)}
      />
    </>
  );
  if (account) return <OneAccount key={account.id} {...{ clientId, account, things }} />;
  if (!brief) {
    return (
      <Columns things={things} title="Brief">
        <div className="empty">
          <h2>{briefId || accountId ? "There is no such brief or account" : "No brief yet"}</h2>
          <p>
            A brief says what the client wants for how much: a goal, the result that counts, money and days.
            What the money can buy shows as you type.
          </p>
          <Button type="primary" onClick={startNew}>
            Write the first
          </Button>
        </div>
      </Columns>
    );
  }
  return (
    <OneBrief
      key={brief.id}
      {...{ clientId, accounts, things }}
      networks={networks.data}
      kept={brief}
      onDuplicate={() => start(brief.brief)}
      onRemove={() => remove(brief.id)}
    />
  );
}
