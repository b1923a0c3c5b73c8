import type { ReactNode } from "react";

/** The same three columns on every screen: things at hand, the work, the selected thing's facts. */
export function Columns(props: {
  things: ReactNode;
  title: ReactNode;
  note?: ReactNode;
  actions?: ReactNode;
  children: ReactNode;
  facts?: ReactNode;
  foot?: ReactNode;
  bare?: boolean;
}) {
  return (
    <div className="columns">
      <aside className="things">{props.things}</aside>
      <header className="head">
        <div className="title">
          <h1>{props.title}</h1>
          {props.note && <div className="note">{props.note}</div>}
        </div>
        {props.actions}
      </header>
      <main className="work" style={props.bare ? { padding: 0, overflow: "hidden" } : undefined}>
        {props.children}
      </main>
      {props.facts && <aside className="facts">{props.facts}</aside>}
      {props.foot && <footer className="foot">{props.foot}</footer>}
    </div>
  );
}
