import { useQueryClient } from "@tanstack/react-query";
import { Checkbox, Form, Input, Progress, Select, Upload } from "antd";
import { useRef, useState } from "react";
import { Several } from "../../look/Several";
import { Dialog } from "../../look/Dialog";
import { sourcesQuery } from "../../api/audiences";
import { type Schemas, Problem } from "../../api/client";
import { Field } from "../../frame/Field";
import { guessList, importList, stopSending, type ListFormat } from "./queries";

const WINDOWS = [1250, 1251, 1252, 1253, 1254].map((page) => `windows-${page}`);
const ENCODINGS = ["UTF-8", "UTF-16LE", "UTF-16BE", ...WINDOWS].map((value) => ({ value }));
const DELIMITERS = [
  { value: ",", label: "comma" },
  { value: ";", label: "semicolon" },
  { value: "\t", label: "tab" },
  { value: "|", label: "bar" },
];

const FULL = { width: "100%" };

/** What is said of a list: how it is written as guessed and confirmed, and to whom it goes. */
interface Said {
  format: ListFormat;
  name: string;
  country: string;
  accountIds: string[];
}

/** Takes a customer list: a file, how it is written, the accounts it goes to, of which only a single one goes without saying. */
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
  const [form] = Form.useForm<Said>();
  const said = Form.useWatch([], form) as Partial<Said> | undefined;
  const [read, setRead] = useState<{ file: File; rows: string[][] }>();
  const [sent, setSent] = useState<number>();
  const [problem, setProblem] = useState<string>();
  const stop = useRef<() => void>(undefined);
  const country = said?.country ?? props.country;
  const choose = (file: File) => {
    setProblem(undefined);
    setRead(undefined);
    guessList(clientId, file, country)
      .then(({ rows, format }) => {
        setRead({ file, rows });
        form.setFieldsValue({ format, name: file.name.replace(/\.[^.]*$/, "").slice(0, 60) });
      })
      .catch((e: Error) => setProblem(e.message));
  };
  const send = () => {
    if (!read) return;
    setProblem(undefined);
    setSent(0);
    const sending = importList(clientId, read.file, form.getFieldsValue(true) as Said, setSent);
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
  const whole = read && said?.name && (said.accountIds?.length ?? 0) > 0;
  return (
    <Dialog
      title="Customer list"
      open
      width={760}
      okText="Hash and send"
      okButtonProps={{ disabled: !whole || busy }}
      cancelText={busy ? "Stop" : "Cancel"}
      mask={{ closable: false }}
      onOk={send}
      onCancel={() => {
        if (busy) {
          stop.current?.();
          // Once all is read the answer can no longer be called off; taking the source away stops the sending.
          void stopSending(clientId, said?.name ?? "");
        } else props.onClose();
      }}
    >
      <Form
        form={form}
        component={false}
        initialValues={{
          country: props.country,
          accountIds: accounts.length === 1 ? accounts.map((a) => a.id) : [],
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
          {read ? read.file.name : "Drop a CSV file here, or click to choose one"}
        </Upload.Dragger>
        {problem && <div className="wrong">{problem}</div>}
        {read && (
          <>
            <div className="list-how">
              written in
              <Form.Item name={["format", "encoding"]} noStyle>
                <Select aria-label="Encoding" size="small" style={{ width: 128 }} options={ENCODINGS} />
              </Form.Item>
              with columns parted by a
              <Form.Item name={["format", "delimiter"]} noStyle>
                <Select aria-label="Delimiter" size="small" style={{ width: 104 }} options={DELIMITERS} />
              </Form.Item>
              <Form.Item name={["format", "header"]} valuePropName="checked" noStyle>
                <Checkbox>first row names them</Checkbox>
              </Form.Item>
            </div>
            <Form.Item name="format" noStyle>
              <Columns rows={read.rows} />
            </Form.Item>
            <dl className="facts-list wide">
              <Field label="Name" name="name">
                <Input aria-label="Name of the list" maxLength={80} />
              </Field>
              {(said?.format?.phone ?? -1) >= 0 && (
                <Field label="Numbers are of" name="country">
                  <Select
                    aria-label="Country of numbers"
                    style={{ width: 220 }}
                    options={props.countries.map((c) => ({ value: c.code, label: c.words }))}
                  />
                </Field>
              )}
              <Field label="For" name="accountIds">
                <Several
                  aria-label="Accounts it goes to"
                  style={FULL}
                  placeholder="Choose the accounts that may have it"
                  options={accounts.map((a) => ({ value: a.id, label: a.name }))}
                />
              </Field>
            </dl>
          </>
        )}
        {busy && (
          <div>
            <Progress percent={Math.round(sent * 100)} size="small" />
            <span className="note">
              {sent < 1 ? "Reading and hashing" : "Sending hashes to the networks"}; Stop leaves nothing
              behind.
            </span>
          </div>
        )}
      </Form>
    </Dialog>
  );
}

/** The first rows, with what each column holds. */
function Columns(props: { rows: string[][]; value?: ListFormat; onChange?: (format: ListFormat) => void }) {
  const { rows, value: format } = props;
  if (!format) return null;
  const width = Math.max(...rows.map((r) => r.length));
  const holds = (c: number) => (format.email === c ? "email" : format.phone === c ? "phone" : "none");
  const set = (c: number, what: string) => {
    const next = { ...format };
    if (next.email === c) next.email = -1;
    if (next.phone === c) next.phone = -1;
    if (what === "email") next.email = c;
    if (what === "phone") next.phone = c;
    props.onChange?.(next);
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
