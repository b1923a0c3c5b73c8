import "./audiences.css";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Button } from "antd";
import { useCallback, useMemo } from "react";
import { useNavigate, useParams } from "react-router";
import type { Schemas } from "../api/client";
import { deskQuery, offerQuery } from "../desk/queries";
import { Columns } from "../frame/Columns";
import { useKeptDraft } from "../frame/useKeptDraft";
import { people, plural } from "../look/format";
import { Composer } from "./Composer";
import { type Draft, draftOf, freeName, homeCountry } from "./model";
import { addAudience, audiencesQuery, keepAudience, removeAudience } from "./queries";

type Audience = Schemas["Audience"];

/** The client's audiences, and the one at hand as a sentence. */
export function Audiences() {
  const { clientId = "", audienceId } = useParams();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const { message } = App.useApp();
  const desk = useQuery(deskQuery(clientId));
  const audiences = useQuery(audiencesQuery(clientId));
  const account = desk.data?.client.accounts[0];
  const offer = useQuery({ ...offerQuery(clientId, account?.id ?? ""), enabled: !!account });
  if (desk.error) return <p className="empty">{desk.error.message}</p>;
  if (!account || !audiences.data) return null;
  const current =
    audiences.data.find((a) => a.id === audienceId) ?? (audienceId ? undefined : audiences.data[0]);

  const start = (from: Draft) => {
    const name = freeName(
      from.name,
      audiences.data.map((a) => a.name),
    );
    addAudience(clientId, { accountId: account.id, version: 0, name, definition: from.definition })
      .then(async (added) => {
        await queries.invalidateQueries({ queryKey: ["audiences", clientId] });
        await navigate(`/c/${clientId}/audiences/${added.id}`);
      })
      .catch((e: Error) => message.error(e.message));
  };
  const startNew = () => {
    const country = homeCountry(audiences.data ?? [], offer.data?.rulebook.audience.countries ?? []);
    const definition = {
      country,
      places: [],
      ageFrom: null,
      ageTo: null,
      gender: "ANY" as const,
      interests: [],
    };
    start({ name: "New audience", definition });
  };
  const remove = (audience: Audience) => {
    removeAudience(clientId, audience.id)
      .then(async () => {
        await navigate(`/c/${clientId}/audiences`);
        await queries.invalidateQueries({ queryKey: ["audiences", clientId] });
      })
      .catch((e: Error) => message.error(e.message));
  };

  const things = (
    <>
      <h3>Audiences, {audiences.data.length}</h3>
      {audiences.data.map((a) => (
        <button
          key={a.id}
          className={`thing line ${a.id === current?.id ? "on" : ""}`}
          onClick={() => void navigate(`/c/${clientId}/audiences/${a.id}`)}
        >
          <b>{a.name}</b>
          <div className="note">
            <span>{people(a.size)}</span>
            {a.rows > 0 && <span>in {plural(a.rows, "row")}</span>}
          </div>
        </button>
      ))}
      <button className="add-thing" onClick={startNew} disabled={!offer.data}>
        New audience
      </button>
    </>
  );
  if (!current || !offer.data) {
    return (
      <Columns things={things} title="Audiences">
        {!current && (
          <div className="empty">
            <h2>{audienceId ? "There is no such audience" : "No audience yet"}</h2>
            <p>
              An audience says whom a row of the sheet talks to: a place, ages, interests. Its size shows as
              you type.
            </p>
            <Button type="primary" onClick={startNew}>
              Describe the first
            </Button>
          </div>
        )}
      </Columns>
    );
  }
  return (
    <OneAudience
      key={current.id}
      {...{ clientId, account, things, current }}
      offer={offer.data}
      onDuplicate={() => start(draftOf(current))}
      onRemove={() => remove(current)}
    />
  );
}

function OneAudience(props: {
  clientId: string;
  account: Schemas["AccountView"];
  offer: Schemas["OfferView"];
  things: React.ReactNode;
  current: Audience;
  onDuplicate: () => void;
  onRemove: () => void;
}) {
  const { clientId, account, offer, current } = props;
  const queries = useQueryClient();
  const save = useCallback(
    async (draft: Draft) => {
      const key = audiencesQuery(clientId).queryKey;
      const known = queries.getQueryData<Audience[]>(key)?.find((a) => a.id === current.id);
      const body = { accountId: account.id, version: known?.version ?? current.version, ...draft };
      const kept = await keepAudience(clientId, current.id, body);
      queries.setQueryData<Audience[]>(key, (all) => all?.map((a) => (a.id === kept.id ? kept : a)));
      void queries.invalidateQueries({ queryKey: ["plan"] });
    },
    [clientId, account.id, current.id, current.version, queries],
  );
  const initial = useMemo(() => draftOf(current), [current]);
  const { draft, change, problem } = useKeptDraft(current.id, initial, save);
  const least = offer.rulebook.audience.leastPeople;
  const small = current.size && (current.size.fewer || current.size.people < least);
  return (
    <Columns
      things={props.things}
      title={draft.name || "Audience"}
      note={
        <>
          On <b>{account.networkName}</b> · <b>{people(current.size)}</b> people
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
        <>
          <h2>{draft.name}</h2>
          <p className="note">Kept by itself as you type.</p>
          <dl className="facts-list">
            <div>
              <dt>People</dt>
              <dd>
                <b>{people(current.size)}</b>
              </dd>
            </div>
            <div>
              <dt>Runs from</dt>
              <dd>{people({ people: least, fewer: false })} people</dd>
            </div>
            <div>
              <dt>Used in</dt>
              <dd>{current.rows === 0 ? "no row yet" : plural(current.rows, "row")}</dd>
            </div>
          </dl>
          {small && (
            <div className="finding" style={{ marginTop: 8 }}>
              <b>
                {people(current.size)} people are too few; {account.networkName} runs from{" "}
                {people({ people: least, fewer: false })}.
              </b>
              Widen the radius, the ages or the interests.
            </div>
          )}
          <p className="note">
            Sizes come from {account.networkName}, rounded as it tells them. Under{" "}
            {people({ people: offer.rulebook.audience.privacyFloor, fewer: false })} it tells only that there
            are fewer.
          </p>
        </>
      }
    >
      <Composer {...{ clientId, account, offer, draft, problem }} onChange={change} />
    </Columns>
  );
}
