import "./posts.css";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Button, Checkbox, Segmented, Select } from "antd";
import { type CSSProperties, type ReactNode, useState } from "react";
import { Link, useSearchParams } from "react-router";
import type { Schemas } from "../../api/client";
import { creativesQuery } from "../../api/creatives";
import { postsQuery, postStillUrl, proposedQuery, type PostView } from "../../api/posts";
import { Columns } from "../../frame/Columns";
import { useChange } from "../../frame/useChange";
import { count, moment, plural } from "../../look/format";
import { networkColour } from "../../look/theme";
import { OntoSheet } from "../many/OntoSheet";
import { Life } from "./Life";
import {
  age,
  type Counted,
  type Curve,
  KINDS,
  type Order,
  ordered,
  ORDERS,
  refOf,
  says,
  standing,
  times,
  total,
} from "./model";
import { PostFrame } from "./PostFrame";
import { setAside, takePosts } from "./queries";
import { Rules } from "./Rules";
import { Changes } from "../../frame/Editable";
import { Waiting } from "../../frame/Waiting";

const NO_CURVE: Curve["usual"] = [];
const ALL = "";

/** What the client’s profiles put up by themselves, the most unusual for its age first, and the way into ads. */
export function Posts(props: { clientId: string; accounts: Schemas["AccountView"][]; rooms: ReactNode }) {
  const { clientId, accounts } = props;
  const queries = useQueryClient();
  const { message } = App.useApp();
  const carryOut = useChange();
  const asked = useSearchParams()[0].get("post");
  const told = useQuery(postsQuery(clientId));
  const [order, setOrder] = useState<Order>("VIEWS");
  const [accountId, setAccountId] = useState(ALL);
  const [at, setAt] = useState<string>();
  const [chosen, setChosen] = useState<string[]>([]);
  const [ruling, setRuling] = useState(false);
  const [placing, setPlacing] = useState<{ ids: string[]; accountId: string }>();
  if (!told.data) return <Waiting on={[told]} />;
  const { posts, curves, rules } = told.data;
  const counted: Counted = order === "ENGAGEMENTS" ? "ENGAGEMENTS" : "VIEWS";
  const shown = ordered(
    posts.filter((p) => accountId === ALL || p.accountId === accountId),
    order,
  );
  const selected = shown.find((p) => refOf(p) === (at ?? asked)) ?? shown[0];
  const usual = (post: PostView) =>
    curves.find((c) => c.key === post.curve && c.counted === counted)?.usual ?? NO_CURVE;
  const taken = posts.filter((p) => chosen.includes(refOf(p)));
  const oneAccount = new Set(taken.map((p) => p.accountId)).size === 1;
  const withPosts = accounts.filter((a) => posts.some((p) => p.accountId === a.id));
  const proposed = posts.filter((p) => p.proposedBy).length;
  const changed = async () => {
    await queries.invalidateQueries(postsQuery(clientId));
    await queries.invalidateQueries(proposedQuery(clientId));
  };
  const take = (some: PostView[]) => {
    void carryOut(
      takePosts(
        clientId,
        some.map((p) => ({ accountId: p.accountId, id: p.id })),
      ),
      async (made) => {
        message.info(`${plural(made.length, "creative")} of ${plural(some.length, "post")}.`);
        setPlacing({ ids: made.map((m) => m.creative.id), accountId: some[0]?.accountId ?? "" });
        setChosen([]);
        await queries.invalidateQueries(creativesQuery(clientId));
        await changed();
      },
      // What went meanwhile is seen at once.
    ).then((made) => (made ? undefined : changed()));
  };
  return (
    <Columns
      looking
      things={props.rooms}
      title="Posts"
      note={
        posts.length === 0
          ? "What your profiles put up by themselves."
          : `${plural(posts.length, "post")}${proposed > 0 ? `, ${proposed} proposed as ${proposed === 1 ? "an ad" : "ads"}` : ""}. Each against what is usual at its age.`
      }
      actions={
        posts.length > 0 && (
          <>
            <Button onClick={() => setRuling(true)}>Rules, {rules.length}…</Button>
            <Button
              type="primary"
              disabled={!oneAccount}
              title={taken.length > 0 && !oneAccount ? "They are of several accounts; choose of one." : ""}
              onClick={() => take(taken)}
            >
              {taken.length > 0 ? `Take ${plural(taken.length, "post")} as ads…` : "Take as ads…"}
            </Button>
          </>
        )
      }
      facts={
        selected && (
          <Facts
            {...{ clientId, counted, rules, accounts }}
            post={selected}
            usual={usual(selected)}
            onTake={() => take([selected])}
            onAside={(aside) => void carryOut(setAside(clientId, selected, aside), changed)}
          />
        )
      }
    >
      {posts.length === 0 ? (
        <div className="empty">
          <h2>No posts yet</h2>
          <p>
            What the profiles of your accounts put up comes here by itself, within an hour of the network.
            Profiles are named under <Link to={`/c/${clientId}/brief`}>Brief</Link>.
          </p>
        </div>
      ) : (
        <>
          <div className="posts-choice">
            <Segmented<Order> aria-label="Order" value={order} options={[...ORDERS]} onChange={setOrder} />
            <Select
              aria-label="Account"
              style={{ width: 190 }}
              value={accountId}
              options={[
                { value: ALL, label: "All accounts" },
                ...withPosts.map((a) => ({ value: a.id, label: a.name })),
              ]}
              onChange={setAccountId}
            />
          </div>
          <table className="posts" aria-label="Posts">
            <thead>
              <tr>
                <th aria-label="Chosen" />
                <th>Post</th>
                <th className="number">Age</th>
                <th>Life, and the usual</th>
                <th className="number">Times usual</th>
                <th className="number">Views</th>
                <th className="number">Engaged</th>
              </tr>
            </thead>
            <tbody>
              {shown.map((p) => (
                <Line
                  key={refOf(p)}
                  {...{ clientId, counted }}
                  post={p}
                  usual={usual(p)}
                  at={p === selected}
                  chosen={chosen.includes(refOf(p))}
                  onAt={() => setAt(refOf(p))}
                  onChoose={(on) =>
                    setChosen(on ? [...chosen, refOf(p)] : chosen.filter((c) => c !== refOf(p)))
                  }
                />
              ))}
            </tbody>
          </table>
        </>
      )}
      {ruling && <Rules {...{ clientId, rules }} accounts={accounts} onClose={() => setRuling(false)} />}
      {placing && (
        <OntoSheet
          {...{ clientId }}
          creativeIds={placing.ids}
          accountId={placing.accountId}
          own
          onClose={() => setPlacing(undefined)}
        />
      )}
    </Columns>
  );
}

function State({ post }: { post: PostView }) {
  if (post.removed) return <div className="wrong">removed there</div>;
  if (post.creativeId) return <div className="post-state">an ad’s</div>;
  if (post.proposedBy) return <div className="post-state proposed">proposed</div>;
  return post.aside ? <div className="note">set aside</div> : null;
}

function Line(props: {
  clientId: string;
  post: PostView;
  usual: Curve["usual"];
  counted: Counted;
  at: boolean;
  chosen: boolean;
  onAt: () => void;
  onChoose: (on: boolean) => void;
}) {
  const { clientId, post, counted } = props;
  const stands = standing(post, counted);
  return (
    <tr aria-selected={props.at} onClick={props.onAt}>
      <td>
        <Checkbox
          aria-label={`Choose: ${post.text.slice(0, 60)}`}
          checked={props.chosen}
          disabled={post.removed || !!post.creativeId}
          onClick={(e) => e.stopPropagation()}
          onChange={(e) => props.onChoose(e.target.checked)}
        />
      </td>
      <td>
        <button className="post-text" onClick={props.onAt}>
          {post.hasStill ? (
            <img alt="" loading="lazy" src={postStillUrl(clientId, post)} />
          ) : (
            <i aria-hidden="true" />
          )}
          <span>
            <span className="post-words">{post.text}</span>
            <span className="note">
              <span className="chip" style={{ "--chip": networkColour(post.network) } as CSSProperties}>
                {post.network}
              </span>{" "}
              {post.profile}, {KINDS[post.kind]}
            </span>
          </span>
        </button>
      </td>
      <td className="number" title={moment(post.at)}>
        {age(post.hours)}
      </td>
      <td>
        <Life {...{ post, counted }} usual={props.usual} />
      </td>
      <td className="number">
        {stands ? (
          <span className={`post-times ${stands.unusual ? "" : "usual"}`} title={says(stands, counted)}>
            {times(stands.times)}
          </span>
        ) : (
          <span className="note">too few</span>
        )}
        <State post={post} />
      </td>
      <td className="number">{count(total(post, "VIEWS"))}</td>
      <td className="number">{count(total(post, "ENGAGEMENTS"))}</td>
    </tr>
  );
}

function Facts(props: {
  clientId: string;
  post: PostView;
  usual: Curve["usual"];
  counted: Counted;
  rules: Schemas["RuleView"][];
  accounts: Schemas["AccountView"][];
  onTake: () => void;
  onAside: (aside: boolean) => void;
}) {
  const { clientId, post, counted } = props;
  const stands = standing(post, counted);
  const what = counted === "VIEWS" ? "Views" : "Engagements";
  return (
    <div className="post-facts">
      <PostFrame {...{ clientId, post }} />
      <section>
        <h3>{what} by age</h3>
        <Life {...{ post, counted }} usual={props.usual} large />
        {props.usual.length > 0 && (
          <p className="note">Dashed the usual; four of five posts are within the band.</p>
        )}
      </section>
      <section>
        {stands ? (
          <p>
            <b>{times(stands.times)} the usual.</b> {says(stands, counted)}
          </p>
        ) : (
          <p className="note">
            {post.hours === 0
              ? "Nothing is counted in its first hour."
              : "Fewer than 8 others of its kind are there to compare, so nothing is called usual."}
          </p>
        )}
      </section>
      {post.creativeId ? (
        <Link to={`/c/${clientId}/creative/${post.creativeId}`}>The creative that stands on it</Link>
      ) : (
        !post.removed && (
          <Changes>
            <div className="post-buttons">
              <Button type="primary" onClick={props.onTake}>
                Take as an ad…
              </Button>
              {post.proposedBy && <Button onClick={() => props.onAside(true)}>Set aside</Button>}
              {post.aside && <Button onClick={() => props.onAside(false)}>Propose again</Button>}
            </div>
          </Changes>
        )
      )}
    </div>
  );
}
