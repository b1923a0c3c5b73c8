import { useQueryClient } from "@tanstack/react-query";
import { Checkbox, Input, Modal, Progress, Select, Upload } from "antd";
import { useRef, useState } from "react";
import { sourcesQuery } from "../../api/audiences";
import { type Schemas, Problem } from "../../api/client";
import { guessList, importList, stopSending, type ListFormat } from "./queries";

const ENCODINGS = ["UTF-8", "UTF-16LE", "UTF-16BE", "windows-1252"].map((value) => ({ value }));
const DELIMITERS = [
  { value: ",", label: "comma" },
  { value: ";", label: "semicolon" },
  { value: "\t", label: "tab" },
  { value: "|", label: "bar" },
];

/** Takes a customer list: a file, how it is written as guessed and confirmed, the accounts it goes to. */
export function ImportList(props: {
  clientId: string;
  accounts: Schemas["AccountView"][];
  countries: Schemas["Choice"][];
  country: string;
  onClose: () => void;
  onMade: (id: string) => void;
}) {
  const { clientId, accounts } = props;
  const queries = useQueryClient();
  const [file, setFile] = useState<File>();
  const [rows, setRows] = useState<string[][]>([]);
  const [format, setFormat] = useState<ListFormat>();
  const [name, setName] = useState("");
  const [country, setCountry] = useState(props.country);
  const [accountIds, setAccountIds] = useState(accounts.map((a) => a.id));
  const [sent, setSent] = useState<number>();
  const [problem, setProblem] = useState<string>();
  const stop = useRef<() => void>(undefined);
  const choose = (chosen: File) => {
    setProblem(undefined);
    setFormat(undefined);
    guessList(clientId, chosen, country)
      .then((guess) => {
        setFile(chosen);
        setRows(guess.rows);
        setFormat(guess.format);
        setName(chosen.name.replace(/\.[^.]*$/, "").slice(0, 60));
      })
      .catch((e: Error) => setProblem(e.message));
  };
  const send = () => {
    if (!file || !format) return;
    setProblem(undefined);
    setSent(0);
    const sending = importList(clientId, file, { name, accountIds, country, format }, setSent);
    stop.current = sending.stop;
    sending.done
      .then(async (made) => {
        await queries.invalidateQueries(sourcesQuery(clientId));
        props.onClose();
        props.onMade(made.id);
      })
      .catch((e: unknown) => {
        setSent(undefined);
        setProblem(e instanceof Problem ? e.message : String(e));
      });
  };
  const busy = sent !== undefined;
  return (
    <Modal
      title="Customer list"
      open
      width={760}
      okText="Hash and send"
      okButtonProps={{ disabled: !format || accountIds.length === 0 || busy || !name }}
      cancelText={busy ? "Stop" : "Cancel"}
      mask={{ closable: false }}
      onOk={send}
      onCancel={() => {
        if (busy) {
          stop.current?.();
          // Once all is read the answer can no longer be called off; taking the source away stops the sending.
          void stopSending(clientId, name);
        } else props.onClose();
      }}
    >
      <p className="note">
        Addresses and numbers are hashed as the file passes; rows are never kept. Up to 1,000,000 rows.
      </p>
      <Upload.Dragger
        accept=".csv,.txt,.tsv,text/csv,text/plain"
        multiple={false}
        showUploadList={false}
        disabled={busy}
        beforeUpload={(chosen) => {
          choose(chosen);
          return false;
        }}
      >
        {file ? file.name : "Drop a CSV file here, or click to choose one"}
      </Upload.Dragger>
      {problem && <div className="wrong">{problem}</div>}
      {format && (
        <>
          <div className="list-how">
            written in
            <Select
              aria-label="Encoding"
              size="small"
              style={{ width: 128 }}
              value={format.encoding}
              options={ENCODINGS}
              onChange={(encoding) => setFormat({ ...format, encoding })}
            />
            with columns parted by a
            <Select
              aria-label="Delimiter"
              size="small"
              style={{ width: 104 }}
              value={format.delimiter}
              options={DELIMITERS}
              onChange={(delimiter) => setFormat({ ...format, delimiter })}
            />
            <Checkbox
              checked={format.header}
              onChange={(e) => setFormat({ ...format, header: e.target.checked })}
            >
              first row names them
            </Checkbox>
          </div>
          <Columns {...{ rows, format }} onChange={setFormat} />
          <dl className="facts-list wide">
            <div>
              <dt>Name</dt>
              <dd>
                <Input
                  aria-label="Name of the list"
                  value={name}
                  maxLength={80}
                  onChange={(e) => setName(e.target.value)}
                />
              </dd>
            </div>
            {format.phone >= 0 && (
              <div>
                <dt>Numbers are of</dt>
                <dd>
                  <Select
                    aria-label="Country of numbers"
                    style={{ width: 220 }}
                    showSearch={{ optionFilterProp: "label" }}
                    value={country}
                    options={props.countries.map((c) => ({ value: c.code, label: c.words }))}
                    onChange={setCountry}
                  />
                </dd>
              </div>
            )}
            <div>
              <dt>For</dt>
              <dd>
                <Select
                  aria-label="Accounts it goes to"
                  mode="multiple"
                  style={{ width: "100%" }}
                  value={accountIds}
                  options={accounts.map((a) => ({ value: a.id, label: a.name }))}
                  onChange={setAccountIds}
                />
              </dd>
            </div>
          </dl>
        </>
      )}
      {busy && (
        <div>
          <Progress percent={Math.round(sent * 100)} size="small" />
          <span className="note">
            {sent < 1 ? "Reading and hashing" : "Sending hashes to the networks"}; Stop leaves nothing behind.
          </span>
        </div>
      )}
    </Modal>
  );
}

/** The first rows, with what each column holds. */
function Columns(props: { rows: string[][]; format: ListFormat; onChange: (format: ListFormat) => void }) {
  const { rows, format } = props;
  const width = Math.max(...rows.map((r) => r.length));
  const holds = (c: number) => (format.email === c ? "email" : format.phone === c ? "phone" : "none");
  const set = (c: number, what: string) => {
    const next = { ...format };
    if (next.email === c) next.email = -1;
    if (next.phone === c) next.phone = -1;
    if (what === "email") next.email = c;
    if (what === "phone") next.phone = c;
    props.onChange(next);
  };
  return (
    <div className="list-rows">
      <table>
        <thead>
          <tr>
            {Array.from({ length: width }, (_, c) => (
              <th key={c}>
                <Select
                  aria-label={`Column ${c + 1}`}
                  size="small"
                  style={{ width: 132 }}
                  value={holds(c)}
                  options={[
                    { value: "email", label: "e-mail addresses" },
                    { value: "phone", label: "phone numbers" },
                    { value: "none", label: "not sent" },
                  ]}
                  onChange={(what) => set(c, what)}
                />
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, r) => (
            <tr key={r} className={format.header && r === 0 ? "names" : ""}>
              {Array.from({ length: width }, (_, c) => (
                <td key={c} className={holds(c) === "none" ? "unsent" : ""}>
                  {row[c]}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
