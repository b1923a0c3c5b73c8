import "./doorway.css";
import { Alert } from "antd";
import type { ReactNode } from "react";

/** The page before the house: what is asked for stands on the right. */
export function Doorway(props: {
  title: string;
  note: ReactNode;
  problem?: string | undefined;
  children: ReactNode;
  wide?: boolean;
}) {
  return (
    <div className="doorway">
      <div className="tide" aria-hidden="true">
        <svg viewBox="0 0 600 800" preserveAspectRatio="xMidYMid slice">
          {Array.from({ length: 15 }, (_, i) => (
            <path
              key={i}
              d={`M-40 ${150 + i * 44}c80-50 130 34 210 0s130 34 210 0 130 34 210 0 130 34 210 0`}
              stroke={["#e3d3a6", "#8fb6a4", "#c1764a", "#2f5b50", "#43776a"][i % 5]}
              strokeWidth={5 + (i % 4) * 3}
              opacity={0.25 + i * 0.045}
              fill="none"
              strokeLinecap="round"
            />
          ))}
        </svg>
      </div>
      <main className={props.wide ? "door wide" : "door"}>
        <h1>{props.title}</h1>
        <p className="note">{props.note}</p>
        {props.problem && <Alert type="error" title={props.problem} style={{ marginBottom: 14 }} />}
        {props.children}
      </main>
    </div>
  );
}
