import "./posts.css";
import "../preview.css";
import { type PostView, postStillUrl } from "../../api/posts";
import { moment } from "../../look/format";
import { By } from "../By";
import { shownHost } from "../model";
import { KINDS } from "./model";

/** Something of a profile’s own as it stands on its network, with its own texts. */
export function PostFrame(props: { clientId: string; post: PostView; paid?: boolean }) {
  const { clientId, post } = props;
  return (
    <div className="ad in-light ad-feed">
      <By
        name={post.profile}
        network={post.network}
        {...(!props.paid && { note: `${KINDS[post.kind]}, ${moment(post.at)}` })}
      />
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
