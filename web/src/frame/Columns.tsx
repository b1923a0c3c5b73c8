import "./columns.css";
import { useEffect, type ReactNode } from "react";
import { Editable } from "./Editable";
import { useReads } from "./reads";
import { useRoving } from "./useRoving";
import { arrive, WORK } from "./work";

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
  const list = useRoving(".thing:is(a, button)");
  useEffect(arrive, []);
  const work = (part: ReactNode) => (props.looking ? part : <Editable>{part}</Editable>);
  return (
    <div className="columns">
      <aside ref={list} className="things" aria-label="Things at hand">
        {props.things}
      </aside>
      <header className="head">
        <div className="title">
          <h1>{props.title}</h1>
          {props.note && <div className="note">{props.note}</div>}
        </div>
        {reads && <span className="reads-chip">You read this client</span>}
        {props.looks}
        {!reads && props.actions}
      </header>
      <main id={WORK} tabIndex={-1} className={props.bare ? "work bare" : "work"}>
        {work(props.children)}
      </main>
      {props.facts && (
        <aside className="facts" aria-label="Facts">
          {work(props.facts)}
        </aside>
      )}
      {props.foot && <footer className="foot">{props.foot}</footer>}
    </div>
  );
}
