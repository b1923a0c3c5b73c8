import { useQuery } from "@tanstack/react-query";
import { Select } from "antd";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { count } from "../look/format";
import { figure, keyWords, lineKey, titled, type MetricView, type ResultLine } from "./model";
import { differenceQuery, type Question } from "./queries";

/** Whether the number of the chosen line differs from another's by more than chance. */
export function Apart(props: {
  clientId: string;
  question: Question;
  metric: MetricView;
  line: ResultLine;
  lines: readonly ResultLine[];
}) {
  const { line, metric } = props;
  const [other, setOther] = useState<string>();
  const second = props.lines.find((l) => lineKey(l) === other && l !== line);
  const told = useQuery(
    differenceQuery(
      props.clientId,
      second && {
        table: props.question,
        metric: metric.code,
        first: [line.currency, ...line.keys],
        second: [second.currency, ...second.keys],
      },
    ),
  );
  const words = (l: ResultLine) => l.keys.map((k, i) => keyWords(props.question.by[i] ?? "", k)).join(" × ");
  return (
    <section className="apart" data-testid="apart">
      <h3>Is the difference real?</h3>
      <Select
        size="small"
        aria-label="Compare with"
        placeholder="compare with another line"
        style={{ width: "100%" }}
        value={second ? (other ?? null) : null}
        options={props.lines
          .filter((l) => l !== line && l.currency === line.currency)
          .map((l) => ({ value: lineKey(l), label: words(l) }))}
        onChange={setOther}
      />
      {second && told.data && (
        <p>
          {titled(metric.words)}: <b>{figure(metric, line.values[metric.code], line.currency)}</b> here,{" "}
          <b>{figure(metric, second.values[metric.code], second.currency)}</b> there.{" "}
          {told.data.told ? (
            <>
              <b>{told.data.told.apart ? "More than chance." : "It can be chance."}</b>{" "}
              {distance(told.data.told, metric, line.currency)}{" "}
              <span className="note">
                p = {shortP(told.data.told.p)}, and {shortP(told.data.told.ofMany)} for all pairs of{" "}
                {props.lines.length} lines that could have been picked.
              </span>
            </>
          ) : (
            <span className="note">Of this number that cannot be said.</span>
          )}
        </p>
      )}
      {told.error && <p className="fault">{told.error.message}</p>}
    </section>
  );
}

/** How far apart they are, with a certainty of 95 %: shares by how much, costs and amounts by how many times as much. */
function distance(told: Schemas["DifferenceView"], metric: MetricView, currency: string): string {
  const { low, high } = told;
  if (told.times)
    return `It is ${times(low)} to ${high == null ? "any number of" : times(high)} times as much.`;
  const of = (value: number) => figure(metric, value, currency);
  return `The difference lies between ${of(low)} and ${of(high ?? 1)}.`;
}

function times(value: number): string {
  return value >= 10 ? count(Math.round(value)) : value.toFixed(2);
}

function shortP(p: number): string {
  return p < 0.0001 ? "under 0.0001" : p.toPrecision(2);
}
