import { useQueryClient } from "@tanstack/react-query";
import { Input, Progress, Select, Upload } from "antd";
import { useRef, useState } from "react";
import { Dialog } from "../../look/Dialog";
import type { Schemas } from "../../api/client";
import { KINDS } from "./model";
import {
  type Collection,
  type Columns,
  feedbackQuery,
  type Guess,
  guessFeedback,
  takeAnswers,
  takeFeedback,
} from "./queries";

const LONGEST_NAME = 100;

const PARTS: { key: keyof Columns; label: string; none?: string }[] = [
  { key: "text", label: "What they said" },
  { key: "stars", label: "Stars, 1 to 5", none: "none" },
  { key: "who", label: "Who said it (left out)", none: "not told" },
];

/** Takes in what customers said: a file, of which the columns are guessed and confirmed, or what leads wrote. */
export function TakeIn(props: { clientId: string; onClose: () => void }) {
  const { clientId } = props;
  const queries = useQueryClient();
  const [read, setRead] = useState<{ file: File; guess: Guess }>();
  const [columns, setColumns] = useState<Columns>({});
  const [name, setName] = useState("");
  const [kind, setKind] = useState<Collection["kind"]>("REVIEWS");
  const [sent, setSent] = useState<number>();
  const [problem, setProblem] = useState<string>();
  const stop = useRef<() => void>(undefined);
  const busy = sent !== undefined;
  const choose = (file: File) => {
    setProblem(undefined);
    setRead(undefined);
    guessFeedback(clientId, file)
      .then((guess) => {
        setRead({ file, guess });
        setColumns(guess.guessed);
        setName(file.name.replace(/\.[^.]*$/, "").slice(0, LONGEST_NAME));
      })
      .catch((e: Error) => setProblem(e.message));
  };
  const taken = (view: Schemas["FeedbackView"]) => {
    queries.setQueryData(feedbackQuery(clientId).queryKey, view);
    props.onClose();
  };
  const failed = (e: Error) => {
    setSent(undefined);
    setProblem(e.message);
  };
  const take = () => {
    if (!read) return;
    setProblem(undefined);
    setSent(0);
    const sending = takeFeedback(clientId, read.file, { name, kind, ...columns }, setSent);
    stop.current = sending.stop;
    sending.done.then(taken).catch(failed);
  };
  const leads = () => {
    setProblem(undefined);
    takeAnswers(clientId, { name: "Answers of leads" }).then(taken).catch(failed);
  };
  const table = read && read.guess.columns.length > 0;
  return (
    <Dialog
      title="Take in what customers said"
      open
      width={720}
      okText="Take it in"
      okButtonProps={{ disabled: !read || busy || !name.trim() || (table && !columns.text) || false }}
      cancelText={busy ? "Stop" : "Cancel"}
      mask={{ closable: false }}
      onOk={take}
      onCancel={() => (busy ? stop.current?.() : props.onClose())}
    >
      <p className="note">
        Reviews, comments or chats as CSV, XLSX, JSON or plain text, up to 60,000 at once. Names, addresses,
        numbers and links are taken out before anything is kept.
      </p>
      <Upload.Dragger
        accept=".csv,.tsv,.txt,.xlsx,.json,text/csv,text/plain"
        multiple={false}
        showUploadList={false}
        disabled={busy}
        beforeUpload={(file) => {
          choose(file);
          return false;
        }}
      >
        {read ? read.file.name : "Drop a file here, or click to choose one"}
      </Upload.Dragger>
      {!read && (
        <p className="note">
          Or{" "}
          <button className="link" onClick={leads}>
            take what leads wrote
          </button>{" "}
          in forms and chats in their own words.
        </p>
      )}
      {problem && <div className="wrong">{problem}</div>}
      {read && (
        <dl className="facts-list wide take-in">
          <dt>Name</dt>
          <dd>
            <Input
              aria-label="Name of the collection"
              maxLength={LONGEST_NAME}
              value={name}
              onChange={(e) => setName(e.target.value)}
            />
          </dd>
          <dt>These are</dt>
          <dd>
            <Select
              aria-label="Kind of collection"
              style={{ width: 220 }}
              value={kind}
              options={Object.entries(KINDS).map(([value, label]) => ({ value, label }))}
              onChange={setKind}
            />
          </dd>
          {table ? (
            PARTS.map(({ key, label, none }) => (
              <Part
                key={key}
                {...{ label, none }}
                guess={read.guess}
                value={columns[key] ?? undefined}
                onChange={(column) => setColumns({ ...columns, [key]: column })}
              />
            ))
          ) : (
            <>
              <dt>Written</dt>
              <dd className="note">as a text: one a paragraph, or one a line where no line is empty</dd>
            </>
          )}
        </dl>
      )}
      {busy && (
        <div>
          <Progress percent={Math.round(sent * 100)} size="small" />
          <span className="note">
            {sent < 1 ? "Sending" : "Reading and cleaning"}; Stop leaves nothing behind.
          </span>
        </div>
      )}
    </Dialog>
  );
}

/** Which column holds something, with what stands in it. */
function Part(props: {
  label: string;
  none: string | undefined;
  guess: Guess;
  value: string | undefined;
  onChange: (column: string | undefined) => void;
}) {
  const { label, none, guess } = props;
  const chosen = guess.columns.find((c) => c.name === props.value);
  return (
    <>
      <dt>{label}</dt>
      <dd>
        <Select
          aria-label={label}
          style={{ width: 220 }}
          allowClear={!!none}
          placeholder={none ?? "Choose the column"}
          value={props.value}
          options={guess.columns.map((c) => ({ value: c.name, label: c.name }))}
          onChange={(column: string | undefined) => props.onChange(column)}
        />
        {chosen && <div className="note sample">{chosen.samples.join(" · ")}</div>}
      </dd>
    </>
  );
}
