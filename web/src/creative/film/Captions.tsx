import { useQuery } from "@tanstack/react-query";
import { App, Button, Input, InputNumber, Segmented } from "antd";
import { Opening } from "../../look/Opening";
import { useChange } from "../../frame/useChange";
import { piecesQuery } from "../write/queries";
import { type Film, readCaptions, spokenCaptions } from "./queries";

/** Characters of a file; the server takes no more. */
const LARGEST_FILE = 200_000;

const KINDS: Record<Film["captions"]["kind"], string> = {
  NONE: "no captions",
  BY_SHOT: "one over each shot",
  TIMED: "with times of their own",
};

type Caption = Film["captions"]["timed"][number];

/** Where the film’s words come from; those with times of their own are changed here. */
export function Captions(props: {
  clientId: string;
  film: Film;
  seconds: number;
  onChange: (film: Film) => void;
}) {
  const { clientId, film, seconds } = props;
  const carryOut = useChange();
  const { message } = App.useApp();
  const pieces = useQuery({ ...piecesQuery(clientId), enabled: film.captions.kind === "TIMED" });
  const scripts = pieces.data?.filter((p) => p.written.frame.parts.some((f) => f.becomes === "SCRIPT")) ?? [];
  const { kind, timed } = film.captions;
  const take = (captions: Caption[]) =>
    props.onChange({ ...film, captions: { kind: "TIMED", timed: captions } });
  const spoken = (id: string) => {
    const written = scripts.find((p) => p.id === id)?.written;
    if (!written) return;
    const script = written.texts.filter((_, i) => written.frame.parts[i]?.becomes === "SCRIPT").join("\n");
    void carryOut(spokenCaptions(clientId, script, written.language, seconds), take);
  };
  const read = async (file: File | undefined) => {
    if (!file) return;
    if (file.size > LARGEST_FILE) {
      message.error(`“${file.name}” is over ${LARGEST_FILE / 1000} kB. Cut it to what this film says.`);
      return;
    }
    await carryOut(readCaptions(clientId, await file.text()), take);
  };
  return (
    <section className="captions" aria-label="Captions">
      <header>
        <h3>Captions</h3>
        <Segmented
          aria-label="Captions"
          size="small"
          value={kind}
          options={Object.entries(KINDS).map(([value, label]) => ({ value, label }))}
          onChange={(next) =>
            props.onChange({ ...film, captions: { ...film.captions, kind: next as typeof kind } })
          }
        />
      </header>
      {kind === "TIMED" && (
        <>
          <p>
            <label className="link take-file">
              From an SRT or WebVTT file…
              <input
                type="file"
                accept=".srt,.vtt"
                onChange={(e) => {
                  void read(e.target.files?.[0]);
                  e.target.value = "";
                }}
              />
            </label>
            {scripts.length > 0 && seconds > 0 && (
              <Opening
                menu={{
                  items: scripts.map((p) => ({ key: p.id, label: p.name })),
                  onClick: ({ key }) => spoken(key),
                }}
              >
                <button className="link">From a script…</button>
              </Opening>
            )}
          </p>
          {timed.map((c, i) => (
            <div className="caption-line" key={i}>
              {(["from", "to"] as const).map((end) => (
                <InputNumber
                  key={end}
                  size="small"
                  aria-label={`Caption ${i + 1} ${end}`}
                  min={0}
                  max={240}
                  step={0.1}
                  value={c[end]}
                  onChange={(s) =>
                    s !== null && take(timed.map((o, n) => (n === i ? { ...o, [end]: s } : o)))
                  }
                />
              ))}
              <Input
                size="small"
                aria-label={`Caption ${i + 1}`}
                maxLength={200}
                value={c.text}
                onChange={(e) => take(timed.map((o, n) => (n === i ? { ...o, text: e.target.value } : o)))}
              />
              <button
                className="link"
                aria-label={`Take out caption ${i + 1}`}
                onClick={() => take(timed.filter((_, n) => n !== i))}
              >
                ×
              </button>
            </div>
          ))}
          <Button
            size="small"
            onClick={() => {
              const from = timed[timed.length - 1]?.to ?? 0;
              take([...timed, { from, to: from + 2, text: "" }]);
            }}
          >
            Add a caption
          </Button>
        </>
      )}
    </section>
  );
}
