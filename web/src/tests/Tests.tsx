import "./tests.css";
import { useQuery } from "@tanstack/react-query";
import { Input } from "antd";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { type TestView, testsQuery } from "../api/tests";
import { Columns } from "../frame/Columns";
import { networkColour } from "../look/theme";
import { Aspects } from "../results";
import { found, inShort } from "./model";
import { OneTest } from "./OneTest";
import { Waiting } from "../frame/Waiting";

/** Split tests: those that run, those that can be judged, and the log of what was learned. */
export function Tests() {
  const { clientId = "", testId } = useParams();
  const navigate = useNavigate();
  const [text, setText] = useState("");
  const tests = useQuery({ ...testsQuery(clientId), refetchInterval: 15_000 });
  if (!tests.data) return <Waiting on={[tests]} />;
  const shown = found(tests.data, text);
  const one = tests.data.find((t) => t.id === testId) ?? shown[0];
  const group = (title: string, of: TestView[]) =>
    of.length > 0 && (
      <>
        <h3>
          {title}, {of.length}
        </h3>
        {of.map((t) => (
          <button
            key={t.id}
            className={`thing ${t.id === one?.id ? "on" : ""}`}
            style={{ "--edge": networkColour(t.place.network) } as React.CSSProperties}
            aria-current={t.id === one?.id}
            onClick={() => void navigate(`/c/${clientId}/results/tests/${t.id}`)}
          >
            <b>{t.name}</b>
            <span className={t.verdict.outcome === "BROKEN" && t.state !== "SET_UP" ? "note bad" : "note"}>
              {inShort(t)}
            </span>
          </button>
        ))}
      </>
    );
  const things = (
    <>
      <Aspects clientId={clientId} />
      {tests.data.length > 3 && (
        <Input
          size="small"
          allowClear
          aria-label="Search the tests"
          placeholder="Search what was learned"
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
      )}
      {group(
        "To judge",
        shown.filter((t) => t.state === "READY"),
      )}
      {group(
        "Running",
        shown.filter((t) => t.state === "RUNNING"),
      )}
      {group(
        "Set up",
        shown.filter((t) => t.state === "SET_UP"),
      )}
      {group(
        "Learned",
        shown.filter((t) => t.state === "ENDED"),
      )}
      {shown.length === 0 && tests.data.length > 0 && <p className="note">None holds all of these words.</p>}
    </>
  );
  if (!one) {
    return (
      <Columns looking things={things} title="Split tests">
        <div className="empty">
          <h2>No test yet</h2>
          <p>
            A test asks one question: rows of a campaign that differ in one thing, shown to people held apart.
            Choose the rows on the sheet, then <b>More… → Set up a split test</b>, or press T.
          </p>
          <Link to={`/c/${clientId}/plan`}>Go to the sheet</Link>
        </div>
      </Columns>
    );
  }
  return <OneTest key={one.id} {...{ clientId, things }} test={one} />;
}
