import { useVirtualizer } from "@tanstack/react-virtual";
import { Fragment, useMemo, useRef } from "react";
import type { Schemas } from "../api/client";
import { count } from "../look/format";
import { rankColour, tooFew } from "../look/theme";
import {
  change,
  counted,
  figure,
  inOrder,
  keyWords,
  lineKey,
  matrix,
  ofPeople,
  onceAllIsIn,
  titled,
  wholeWords,
  withBeside,
  type MetricView,
  type Order,
  type PeopleColumn,
  type ResultLine,
} from "./model";

const LINE_HEIGHT = 33;

/** The ground of a number by its rank; none for one that is neither good nor bad, nor for a count of a day that has not ended. */
function ground(metric: MetricView, line: ResultLine | undefined, begun?: boolean) {
  const rank = line?.ranks[metric.code];
  if (metric.better === "NEITHER" || (begun && !metric.rests)) return undefined;
  const colour = few(metric, line) ? tooFew : rankColour(rank);
  return colour && { background: colour.ground, color: colour.ink };
}

function few(metric: MetricView, line: ResultLine | undefined) {
  return line?.few.includes(metric.code) ?? false;
}

/** Said where a number is shown that says little. */
function fewWords(metric: MetricView, line: ResultLine | undefined) {
  return few(metric, line) ? titled(tooFew.words) : undefined;
}

/** Lines with their numbers; only those in sight are drawn, however many there are. */
export function ResultsTable(props: {
  by: string[];
  headings: string[];
  lines: readonly ResultLine[];
  totals: readonly ResultLine[];
  metrics: MetricView[];
  peopleColumns: readonly PeopleColumn[];
  /** Different people by line, once told. */
  reach: readonly Schemas["ReachLine"][] | undefined;
  /** The number whose ranks are coloured, and that is compared. */
  shown: MetricView;
  /** What stands beside, where compared. */
  beside: { lines: readonly ResultLine[]; totals: readonly ResultLine[]; words: string } | undefined;
  order: Order | undefined;
  onOrder: (code: string) => void;
  chosen: string | undefined;
  onChoose: (line: ResultLine) => void;
  /** The day that has not ended. */
  begun: string | null | undefined;
}) {
  const { by, metrics, order, peopleColumns, shown, beside } = props;
  const begun = (line: ResultLine) => by.some((b, i) => b === "DAY" && line.keys[i] === props.begun);
  const box = useRef<HTMLDivElement>(null);
  const lines = useMemo(
    () => inOrder(beside ? withBeside(props.lines, beside.lines) : props.lines, order),
    [props.lines, beside, order],
  );
  const reach = useMemo(() => new Map(props.reach?.map((r) => [lineKey(r), r.people])), [props.reach]);
  const there = useMemo(() => new Map(beside?.lines.map((l) => [lineKey(l), l])), [beside]);
  const rows = useVirtualizer({
    count: lines.length,
    getScrollElement: () => box.current,
    estimateSize: () => LINE_HEIGHT,
    overscan: 12,
  });
  const items = rows.getVirtualItems();
  const several = new Set(props.lines.map((l) => l.currency)).size > 1;
  const width = by.length + (several ? 1 : 0) + metrics.length + peopleColumns.length + (beside ? 2 : 0);
  const space = (height: number) =>
    height > 0 && (
      <tr style={{ height }}>
        <td colSpan={width} />
      </tr>
    );
  return (
    <div className="results-box" ref={box} tabIndex={0} aria-label="Lines of results">
      <table className="lines results" data-testid="results">
        <thead>
          <tr>
            {props.headings.map((h) => (
              <th key={h}>{titled(h)}</th>
            ))}
            {several && <th>Currency</th>}
            {metrics.map((m) => (
              <Fragment key={m.code}>
                <th className="number" aria-sort={sorted(order, m.code)} title={m.formula}>
                  <button className="heading" onClick={() => props.onOrder(m.code)}>
                    {titled(m.words)}
                    {order?.code === m.code ? (order.down ? " ↓" : " ↑") : ""}
                  </button>
                </th>
                {beside && m.code === shown.code && (
                  <>
                    <th className="number" title={`${titled(shown.words)}, ${beside.words}`}>
                      {titled(beside.words)}
                    </th>
                    <th className="number">Change</th>
                  </>
                )}
              </Fragment>
            ))}
            {peopleColumns.map((p) => (
              <th key={p.code} className="number">
                {titled(p.words)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {space(items[0]?.start ?? 0)}
          {items.map((item) => {
            const line = lines[item.index];
            if (!line) return null;
            const key = lineKey(line);
            return (
              <tr
                key={key}
                aria-selected={props.chosen === key}
                onClick={() => props.onChoose(line)}
                style={{ height: LINE_HEIGHT }}
              >
                {line.keys.map((k, i) => (
                  <td key={by[i]} className="key" title={k}>
                    {keyWords(by[i] ?? "", k)}
                    {by[i] === "DAY" && k === props.begun && <small className="soon">, so far</small>}
                  </td>
                ))}
                {several && <td>{line.currency}</td>}
                {metrics.map((m) => (
                  <Fragment key={m.code}>
                    <td
                      className="number"
                      style={m.code === shown.code ? ground(m, line, begun(line)) : undefined}
                      title={wholeWords(m, line) ?? (m.code === shown.code ? fewWords(m, line) : undefined)}
                    >
                      <Soon metric={m} line={line} />
                      {figure(m, line.values[m.code], line.currency)}
                    </td>
                    {beside && m.code === shown.code && (
                      <Compared metric={m} here={line} there={there.get(key)} />
                    )}
                  </Fragment>
                ))}
                {peopleColumns.map((p) => (
                  <td key={p.code} className="number">
                    {ofPeople(p, line, reach.get(key))}
                  </td>
                ))}
              </tr>
            );
          })}
          {space(rows.getTotalSize() - (items.at(-1)?.end ?? 0))}
        </tbody>
        <tfoot>
          {props.totals.map((t) => (
            <tr key={t.currency} className="total">
              <td colSpan={by.length}>All</td>
              {several && <td>{t.currency}</td>}
              {metrics.map((m) => (
                <Fragment key={m.code}>
                  <td className="number" title={wholeWords(m, t)}>
                    <Soon metric={m} line={t} />
                    {figure(m, t.values[m.code], t.currency)}
                  </td>
                  {beside && m.code === shown.code && (
                    <Compared
                      metric={m}
                      here={t}
                      there={beside.totals.find((o) => o.currency === t.currency)}
                    />
                  )}
                </Fragment>
              ))}
              {peopleColumns.map((p) => (
                <td key={p.code} className="number" title="People are never added">
                  –
                </td>
              ))}
            </tr>
          ))}
        </tfoot>
      </table>
    </div>
  );
}

/** What is still to come, before a count; before a cost the cost once all is in. */
function Soon(props: { metric: MetricView; line: ResultLine }) {
  const { metric, line } = props;
  const whole = onceAllIsIn(metric, line);
  if (!whole) return null;
  const words = metric.rests
    ? `→ ${figure(metric, whole.about, line.currency)}`
    : `+${count(Math.round(whole.about - (line.values[metric.code] ?? 0)))}`;
  return <small className="soon">{words} </small>;
}

/** The number as it stands beside, and what became of it. */
function Compared(props: { metric: MetricView; here: ResultLine; there: ResultLine | undefined }) {
  const { metric, here, there } = props;
  return (
    <>
      <td className="number">{figure(metric, there?.values[metric.code], here.currency)}</td>
      <td className="number">{change(here.values[metric.code], there?.values[metric.code])}</td>
    </>
  );
}

function sorted(order: Order | undefined, code: string): "descending" | "ascending" | undefined {
  return order?.code !== code ? undefined : order.down ? "descending" : "ascending";
}

/** One number by two keys at once. */
export function ResultsMatrix(props: {
  by: string[];
  headings: string[];
  lines: readonly ResultLine[];
  metric: MetricView;
  onChoose: (line: ResultLine) => void;
}) {
  const { by, metric } = props;
  const field = useMemo(() => matrix(props.lines), [props.lines]);
  return (
    <div className="results-box" tabIndex={0} aria-label="Field of results">
      <table className="lines results matrix" data-testid="results-matrix">
        <thead>
          <tr>
            <th>
              {titled(props.headings[0] ?? "")} ↓ · {props.headings[1]} →
            </th>
            {field.across.map((a) => (
              <th key={a} className="number" title={a}>
                {keyWords(by[1] ?? "", a)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {field.down.map((d) => (
            <tr key={d}>
              <td className="key" title={d}>
                {keyWords(by[0] ?? "", d)}
              </td>
              {field.across.map((a) => {
                const line = field.line(d, a);
                return (
                  <td
                    key={a}
                    className="number"
                    style={ground(metric, line)}
                    title={fewWords(metric, line)}
                    onClick={() => line && props.onChoose(line)}
                  >
                    {line ? figure(metric, line.values[metric.code], line.currency) : ""}
                    {line && metric.rests && (
                      <small>
                        {few(metric, line)
                          ? tooFew.words
                          : counted(line.values[metric.rests] ?? 0, metric.restsWords)}
                      </small>
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
