import "./rules.css";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Button } from "antd";
import { useNavigate, useParams } from "react-router";
import { PlaybookRules } from "../advice";
import { type Schemas, askAgain } from "../api/client";
import { deskQuery, networksQuery } from "../api/clients";
import { CHANGES, NAME_PATHS, PLAN_PATHS } from "../api/plans";
import { Columns } from "../frame/Columns";
import { useChange } from "../frame/useChange";
import { moment, plural } from "../look/format";
import { networkColour } from "../look/theme";
import { CodesDesk } from "./CodesDesk";
import { useDrafts } from "./draft";
import { Elsewhere } from "./Elsewhere";
import { LinksDesk } from "./LinksDesk";
import { LEVELS, type Scheme } from "./model";
import { OneRulebook } from "./OneRulebook";
import { PatternDesk } from "./PatternDesk";
import { People } from "./People";
import { keepNaming, namingQuery, namingVersion, TRIED } from "./queries";
import { Tried } from "./Tried";
import { Waiting } from "../frame/Waiting";

const NAMES = [
  ...LEVELS.map((l) => ({ path: l.path, words: l.words })),
  { path: "links", words: "Links" },
  { path: "codes", words: "Short codes" },
  { path: "elsewhere", words: "Names from elsewhere" },
];

/** The client's patterns of names and links, and what the networks' rulebooks say. */
export function Rules() {
  const { clientId = "", thing = "ads" } = useParams();
  const navigate = useNavigate();
  const naming = useQuery(namingQuery(clientId));
  const desk = useQuery(deskQuery(clientId));
  const networks = useQuery(networksQuery(clientId));
  if (!naming.data || !desk.data || !networks.data) return <Waiting on={[naming, desk, networks]} />;
  const { accounts } = desk.data.client;
  const network = networks.data.find((n) => thing === `network-${n.code}`);
  const on = (path: string) => `thing line ${path === thing ? "on" : ""}`;
  const go = (path: string) => void navigate(`/c/${clientId}/rules/${path}`);
  const withAccount = networks.data.filter((n) => accounts.some((a) => a.network === n.code));
  const things = (
    <>
      <h3>Decisions</h3>
      <button className={on("playbook")} onClick={() => go("playbook")}>
        <b>Playbook</b>
      </button>
      <button className={on("people")} onClick={() => go("people")}>
        <b>People</b>
      </button>
      <h3 className="apart">Names and links</h3>
      {NAMES.map((n) => (
        <button key={n.path} className={on(n.path)} onClick={() => go(n.path)}>
          <b>{n.words}</b>
        </button>
      ))}
      <h3 className="apart">Rulebooks of networks</h3>
      {withAccount.map((n) => (
        <button
          key={n.code}
          className={on(`network-${n.code}`)}
          style={{ "--edge": networkColour(n.code) } as React.CSSProperties}
          onClick={() => go(`network-${n.code}`)}
        >
          <b>{n.name}</b>
        </button>
      ))}
    </>
  );
  if (thing === "playbook") return <PlaybookRules {...{ clientId, things, accounts }} />;
  if (thing === "people") return <People {...{ clientId, things }} />;
  const account = accounts.find((a) => a.network === network?.code);
  if (network && account) {
    return (
      <Columns
        looking
        things={things}
        title={network.name}
        note="What it offers and where its limits are, as the network states them"
      >
        <OneRulebook clientId={clientId} accountId={account.id} />
      </Columns>
    );
  }
  return <Naming {...{ clientId, thing, things, accounts }} naming={naming.data} />;
}

function Naming(props: {
  clientId: string;
  thing: string;
  things: React.ReactNode;
  accounts: Schemas["AccountView"][];
  naming: Schemas["NamingView"];
}) {
  const { clientId, thing, naming } = props;
  const queries = useQueryClient();
  const { message } = App.useApp();
  const carryOut = useChange();
  const drafts = useDrafts();
  const draft = drafts.byClient[clientId];
  const scheme = draft?.scheme ?? naming.scheme;
  const change = (changed: Scheme) =>
    drafts.set(clientId, { after: draft?.after ?? naming.version, scheme: changed });
  const keep = (after: number, kept: Scheme) =>
    carryOut(keepNaming(clientId, { version: after, scheme: kept }), async (now) => {
      queries.setQueryData(namingQuery(clientId).queryKey, now);
      drafts.set(clientId, undefined);
      await Promise.all([askAgain(queries, ...NAME_PATHS, ...PLAN_PATHS, CHANGES, TRIED)]);
      message.info(`Kept as version ${now.version}. Launch shows the names that change.`);
    });
  const lookAt = (version: number) =>
    void carryOut(namingVersion(clientId, version), (old) =>
      drafts.set(clientId, { after: naming.version, scheme: old }),
    );
  const macros = useMacros(clientId, props.accounts);
  const level = LEVELS.find((l) => l.path === thing) ?? LEVELS[2]!;
  const words = NAMES.find((n) => n.path === thing)?.words ?? level.words;
  const levelTried = thing === "campaigns" ? "campaign" : thing === "ad-groups" ? "adGroups" : "ads";
  return (
    <Columns
      things={props.things}
      title={
        thing === "elsewhere" || thing === "codes" || thing === "links"
          ? words
          : `Names of ${words.toLowerCase()}`
      }
      note={
        draft
          ? "Changed here, not kept yet; every plan is named as before"
          : naming.version === 0
            ? "The built-in patterns"
            : `Version ${naming.version} of the client’s patterns`
      }
      actions={
        draft && (
          <>
            <Button onClick={() => drafts.set(clientId, undefined)}>Drop the changes</Button>
            <Button type="primary" onClick={() => void keep(draft.after, draft.scheme)}>
              Keep as version {draft.after + 1}
            </Button>
          </>
        )
      }
      facts={thing !== "elsewhere" && <Versions naming={naming} onLookAt={lookAt} />}
    >
      {thing === "elsewhere" && (
        <Elsewhere clientId={clientId} draft={draft?.scheme} tokens={naming.tokens} />
      )}
      {thing === "codes" && (
        <CodesDesk
          codes={scheme.codes.byToken}
          tokens={naming.tokens}
          onChange={(byToken) => change({ ...scheme, codes: { byToken } })}
        />
      )}
      {thing === "links" && (
        <>
          <LinksDesk
            links={scheme.links}
            naming={naming}
            macros={macros}
            onChange={(links) => change({ ...scheme, links })}
          />
          <Tried clientId={clientId} scheme={scheme} level="links" words="link" />
        </>
      )}
      {NAMES.slice(0, 3).some((n) => n.path === level.path && n.words === words) && (
        <>
          <PatternDesk
            key={level.level}
            level={level.level}
            words={level.words}
            pattern={scheme[level.key]}
            naming={naming}
            onChange={(pattern) => change({ ...scheme, [level.key]: pattern })}
          />
          <Tried clientId={clientId} scheme={scheme} level={levelTried} words="name" />
        </>
      )}
    </Columns>
  );
}

/** What each of the client's networks fills in in links. */
function useMacros(clientId: string, accounts: Schemas["AccountView"][]) {
  const networks = useQuery(networksQuery(clientId));
  return (networks.data ?? [])
    .filter((n) => accounts.some((a) => a.network === n.code))
    .map((n) => ({ network: n.name, choices: n.linkMacros }));
}

function Versions({
  naming,
  onLookAt,
}: {
  naming: Schemas["NamingView"];
  onLookAt: (version: number) => void;
}) {
  return (
    <>
      <h2>Versions</h2>
      <p className="note">
        {naming.history.length === 0
          ? "Nothing was kept yet. What is kept becomes version 1; names given before stay readable."
          : `${plural(naming.history.length, "version")} kept. Names that any of them gave are still read.`}
      </p>
      {naming.history.map((h) => (
        <div key={h.version} className="version">
          <b>Version {h.version}</b>
          <span className="note">
            {h.person}, {moment(h.at)}
          </span>
          {h.version !== naming.version && (
            <button className="link" onClick={() => onLookAt(h.version)}>
              Start from it
            </button>
          )}
        </div>
      ))}
      {naming.version > 0 && (
        <div className="version">
          <b>Built in</b>
          <button className="link" onClick={() => onLookAt(0)}>
            Start from it
          </button>
        </div>
      )}
    </>
  );
}
