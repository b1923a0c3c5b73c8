import "./posts.css";
import "../preview.css";
import { type PostView, postStillUrl } from "../../api/posts";
import { moment } from "../../look/format";
import { networkColours } from "../../look/theme";
import { shownHost } from "../model";
import { KINDS } from "./model";

/** Something of a profile’s own as it stands on its network, with its own texts. */
export function PostFrame(props: { clientId: string; post: PostView; paid?: boolean }) {
  const { clientId, post } = props;
  return (
    <div className="ad ad-feed">
      <div className="by">
        <i aria-hidden="true" style={{ background: networkColours[post.network] }}>
          {post.profile.slice(0, 1)}
        </i>
        <div>
          <b>{post.profile}</b>
          <small>{props.paid ? "paid for" : `${KINDS[post.kind]}, ${moment(post.at)}`}</small>
        </div>
      </div>
      {post.text && <div className="words">{post.text}</div>}
      {post.hasStill && <img className="picture" alt="" src={postStillUrl(clientId, post)} />}
      {(post.link || post.ends) && (
        <div className="strip">
          {post.ends && <small>until {moment(post.ends)}</small>}
          {post.link && <small>{shownHost(post.link)}</small>}
        </div>
      )}
    </div>
  );
}
