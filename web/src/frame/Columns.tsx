import type { ReactNode } from "react";
import { Editable } from "./Editable";
import { useReads } from "./reads";

/** The same three columns on every screen: things at hand, the work, the selected thing's facts. */
export function Columns(props: {
  things: ReactNode;
  title: ReactNode;
  note?: ReactNode;
  /** What changes something; whoever only reads does not see it. */
  actions?: ReactNode;
  /** What can be done by whoever reads too. */
  looks?: ReactNode;
  children: ReactNode;
  facts?: ReactNode;
  foot?: ReactNode;
  bare?: boolean;
  /** Most of the work is looked at; what in it changes something says so itself. */
  looking?: boolean;
}) {
  const reads = useReads();
  const work = (part: ReactNode) => (props.looking ? part : <Editable>{part}</Editable>);
  return (
    <div className="columns">
      <aside className="things">{props.things}</aside>
      <header className="head">
        <div className="title">
          <h1>{props.title}</h1>
          {props.note && <div className="note">{props.note}</div>}
        </div>
        {reads && <span className="reads-chip">You read this client</span>}
        {props.looks}
        {!reads && props.actions}
      </header>
      <main className={props.bare ? "work bare" : "work"}>{work(props.children)}</main>
      {props.facts && <aside className="facts">{work(props.facts)}</aside>}
      {props.foot && <footer className="foot">{props.foot}</footer>}
    </div>
  );
}
