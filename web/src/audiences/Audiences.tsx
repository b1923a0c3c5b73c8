import "./audiences.css";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Select } from "antd";
import { useState } from "react";
import { useNavigate, useParams } from "react-router";
import { audiencesQuery, sourcesQuery } from "../api/audiences";
import type { Schemas } from "../api/client";
import { deskQuery, offerQuery } from "../api/clients";
import { Columns } from "../frame/Columns";
import { NoAccount } from "../frame/NoAccount";
import { madeTogether } from "../frame/made";
import { useChange } from "../frame/useChange";
import { freeName } from "../look/lists";
import { useStable } from "../look/useStable";
import { AudienceList } from "./AudienceList";
import { type Audience, type Draft, draftOf, everyoneIn, homeCountry } from "./model";
import { OneAudience } from "./OneAudience";
import { addAudiences, removeAudience } from "./queries";
import { ImportList } from "./sources/ImportList";
import { NewSource } from "./sources/NewSource";
import type { SourceDialog } from "./sources/order";
import { OneSource } from "./sources/OneSource";
import { removeSource, type Source } from "./sources/queries";
import { SourceThings } from "./sources/SourceThings";
import { Changes } from "../frame/Editable";
import { Waiting } from "../frame/Waiting";

const NO_ACCOUNTS: Schemas["AccountView"][] = [];
const NO_AUDIENCES: Audience[] = [];

/** The client's audiences by temperature, and the one at hand as a sentence. */
export function Audiences() {
  const { clientId = "", audienceId, sourceId } = useParams();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const carryOut = useChange();
  const [startOn, setStartOn] = useState<string>();
  const desk = useQuery(deskQuery(clientId));
  const audiences = useQuery(audiencesQuery(clientId));
  const sources = useQuery({
    ...sourcesQuery(clientId),
    refetchInterval: (q) => (q.state.data?.some((s) => s.state.endsWith("ING")) ? 1000 : false),
  });
  const [dialog, setDialog] = useState<SourceDialog | "list">();
  const accounts = desk.data?.client.accounts ?? NO_ACCOUNTS;
  const all = audiences.data ?? NO_AUDIENCES;
  const open = useStable((id: string) => void navigate(`/c/${clientId}/audiences/${id}`));
  const source = sources.data?.find((s) => s.id === sourceId);
  const current = sourceId
    ? undefined
    : (all.find((a) => a.id === audienceId) ?? (audienceId ? undefined : all[0]));
  const account = accounts.find((a) => a.id === (current?.accountId ?? startOn)) ?? accounts[0];
  const offer = useQuery({ ...offerQuery(clientId, account?.id ?? ""), enabled: !!account });
  if (!desk.data || !audiences.data) return <Waiting on={[desk, audiences]} />;
  if (!account) {
    return (
      <NoAccount
        clientId={clientId}
        why="Audiences are described on an account, whose network tells their size."
      />
    );
  }

  const make = (drafts: Draft[], accountId: string) => {
    const taken = all.map((a) => a.name);
    const bodies = drafts.map((d) => {
      const name = freeName(d.name, taken);
      taken.push(name);
      return { accountId, version: 0, name, definition: d.definition };
    });
    void carryOut(addAudiences(clientId, bodies), async (made) => {
      await queries.invalidateQueries(audiencesQuery(clientId));
      const ids = made.map((a) => a.id);
      if (ids[0]) await navigate(`/c/${clientId}/audiences/${ids[0]}`, { state: madeTogether(ids) });
    });
  };
  const startNew = (on: Schemas["AccountView"]) => {
    setStartOn(on.id);
    // Where people live is the network's to say: of the account that was chosen, and before anything is made.
    void carryOut(queries.query({ ...offerQuery(clientId, on.id), staleTime: "static" }), ({ rulebook }) => {
      const country = homeCountry(all, rulebook.audience.countries);
      make([{ name: "New audience", definition: everyoneIn(country) }], on.id);
    });
  };
  const remove = (audience: Audience) => {
    void carryOut(removeAudience(clientId, audience.id), async () => {
      await navigate(`/c/${clientId}/audiences`);
      await queries.invalidateQueries(audiencesQuery(clientId));
    });
  };

  const removeThis = (gone: Source) => {
    void carryOut(removeSource(clientId, gone.id), async () => {
      await navigate(`/c/${clientId}/audiences`);
      await queries.invalidateQueries(sourcesQuery(clientId));
    });
  };
  const openSource = (id: string) => void navigate(`/c/${clientId}/audiences/sources/${id}`);
  // What is made from the offer is not made before it is there; nor is a list drawn anew under the pointer.
  if (!offer.data) return <Waiting on={[offer]} />;
  const { countries } = offer.data.rulebook.audience;

  const things = (
    <>
      <AudienceList {...{ all, accounts }} currentId={current?.id} onOpen={open} />
      <Changes>
        <button className="add-thing" onClick={() => startNew(account)}>
          New audience on {account.name}
        </button>
        {accounts.length > 1 && (
          <Select<string | null>
            aria-label="New audience"
            className="add-select"
            placeholder="New audience on…"
            value={null}
            style={{ width: "100%" }}
            popupMatchSelectWidth={230}
            options={accounts.map((a) => ({ value: a.id, label: a.name }))}
            onChange={(id) => {
              const on = accounts.find((a) => a.id === id);
              if (on) startNew(on);
            }}
          />
        )}
      </Changes>
      <SourceThings
        sources={sources.data ?? []}
        currentId={sourceId}
        onOpen={openSource}
        onList={() => setDialog("list")}
        onNew={setDialog}
      />
      {dialog === "list" && (
        <ImportList
          {...{ clientId, accounts, countries }}
          country={homeCountry(all, countries)}
          onClose={() => setDialog(undefined)}
          onMade={openSource}
        />
      )}
      {dialog && dialog !== "list" && (
        <NewSource
          {...{ clientId, accounts, dialog }}
          onClose={() => setDialog(undefined)}
          onMade={openSource}
          onAudiences={make}
        />
      )}
    </>
  );
  if (source) {
    return (
      <OneSource
        key={source.id}
        {...{ clientId, accounts, things, source }}
        country={homeCountry(all, countries)}
        onMake={make}
        onRemove={() => removeThis(source)}
      />
    );
  }
  if (!current) {
    return (
      <Columns things={things} title="Audiences">
        <div className="empty">
          <h2>{audienceId || sourceId ? "There is no such audience" : "No audience yet"}</h2>
          <p>
            An audience says whom a row of the sheet talks to: places, ages, interests, and whom to leave out.
            Its size shows after each step as you type.
          </p>
          <Button type="primary" onClick={() => startNew(account)}>
            Describe the first on {account.networkName}
          </Button>
        </div>
      </Columns>
    );
  }
  return (
    <OneAudience
      key={current.id}
      {...{ clientId, account, accounts, things, current }}
      audiences={all}
      offer={offer.data}
      onMake={(drafts) => make(drafts, current.accountId)}
      onCopyTo={(accountId, draft) => make([draft], accountId)}
      onDuplicate={() => make([draftOf(current)], current.accountId)}
      onRemove={() => remove(current)}
    />
  );
}
