import type { PostView } from "../../api/posts";
import { count } from "../../look/format";
import { type Counted, drawn, MARKS, total, type Usual } from "./model";

const SMALL = { width: 108, height: 30 };
const LARGE = { width: 232, height: 132 };
const EDGE = 2;
const FOOT = 16;

/** How what came of a post grew, over what is usual by each age; the band holds four of five. */
export function Life(props: { post: PostView; usual: readonly Usual[]; counted: Counted; large?: boolean }) {
  const { post, usual, counted } = props;
  const box = props.large ? LARGE : SMALL;
  const { own, middle, band, x, y, last, top } = drawn(post, usual, counted, box);
  const what = counted === "VIEWS" ? "views" : "engagements";
  return (
    <svg
      className={`life ${props.large ? "large" : ""}`}
      width={box.width + 2 * EDGE}
      height={box.height + 2 * EDGE + (props.large ? FOOT : 0)}
      role="img"
      aria-label={`${count(total(post, counted))} ${what} so far`}
    >
      <g transform={`translate(${EDGE} ${EDGE})`}>
        <polygon points={band} />
        <polyline className="middle" points={middle} />
        <polyline points={own} />
        {post.hours > 0 && (
          <circle cx={x(post.hours)} cy={y(total(post, counted))} r={props.large ? 3.5 : 2.5} />
        )}
        {props.large && (
          <>
            <line x1={0} x2={box.width} y1={box.height} y2={box.height} />
            {MARKS.filter((m) => m.hours <= last).map((m) => (
              <text
                key={m.hours}
                x={x(m.hours)}
                y={box.height + 13}
                textAnchor={m.hours === 1 ? "start" : "middle"}
              >
                {m.words}
              </text>
            ))}
            <text x={0} y={9}>
              {count(Math.round(top))}
            </text>
          </>
        )}
      </g>
    </svg>
  );
}
