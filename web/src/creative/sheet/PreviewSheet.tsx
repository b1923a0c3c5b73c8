import "./sheet.css";
import { useQueries, useQuery } from "@tanstack/react-query";
import { App, Button, Checkbox, Segmented } from "antd";
import { toPng } from "html-to-image";
import { type ReactNode, useEffect, useRef, useState } from "react";
import { useSearchParams } from "react-router";
import { Several } from "../../look/Several";
import type { Schemas } from "../../api/client";
import { formsQuery, scriptsQuery } from "../../api/forms";
import { Columns } from "../../frame/Columns";
import { plural } from "../../look/format";
import { draftOf, type Format, type Medium } from "../model";
import { OnPlacement } from "../Preview";
import { fitQuery } from "../queries";
import { firstOfEach, MOST, offered, sharpness, whereKey } from "./model";

const FIRST = { media: 0, body: 0, headline: 0, description: 0, callToAction: 0 };
const NO_ACTIONS: Schemas["Choice"][] = [];

/** @property on placements; the first of each network while nobody chose */
interface Choice {
  of: string[];
  on: string[] | undefined;
  dark: boolean;
}

const listed = (text: string | null) => text?.split(",").filter(Boolean);

/** Chosen creatives on chosen placements, to show and hand over: as a picture, or printed as PDF, light or dark. */
export function PreviewSheet(props: {
  clientId: string;
  clientName: string;
  creatives: Schemas["Creative"][];
  formats: Format[];
  media: Medium[];
  rooms: ReactNode;
}) {
  const { clientId, clientName, creatives } = props;
  const { message } = App.useApp();
  const [search, setSearch] = useSearchParams();
  const [drawing, setDrawing] = useState(false);
  const sheet = useRef<HTMLElement>(null);
  // The address follows the choice: two that are chosen quickly are both kept, and the page can be sent to a colleague.
  const [choice, setChoice] = useState<Choice>(() => ({
    of: listed(search.get("of")) ?? [],
    on: listed(search.get("on")),
    dark: search.get("dark") === "1",
  }));
  const { of: ids, dark } = choice;
  const set = (more: Partial<Choice>) => setChoice((now) => ({ ...now, ...more }));
  useEffect(() => {
    const { of, on, dark } = choice;
    setSearch(
      { of: of.join(","), ...(on && { on: on.join(",") }), dark: dark ? "1" : "0" },
      { replace: true },
    );
  }, [choice, setSearch]);
  const chosen = creatives.filter((c) => ids.includes(c.id)).slice(0, MOST);
  const fits = useQueries({ queries: chosen.map((c) => fitQuery(clientId, draftOf(c))) });
  const forms = useQuery(formsQuery(clientId));
  const scripts = useQuery(scriptsQuery(clientId));
  const all = offered(fits.map((f) => f.data?.fit.networks ?? []));
  const on = (choice.on ?? firstOfEach(all)).filter((key) => all.has(key));
  const media = new Map(props.media.map((m) => [m.sha256, m]));
  const save = async () => {
    const node = sheet.current;
    if (!node) return;
    setDrawing(true);
    try {
      const png = await toPng(node, { pixelRatio: sharpness(node.offsetWidth, node.offsetHeight) });
      const link = document.createElement("a");
      link.download = `${clientName}, previews${dark ? ", dark" : ""}.png`;
      link.href = png;
      link.click();
    } catch {
      message.error("The sheet could not be drawn. Choose fewer creatives, or print it.");
    } finally {
      setDrawing(false);
    }
  };
  return (
    <Columns
      looking
      things={
        <>
          {props.rooms}
          <h3>
            Creatives, {chosen.length} of {creatives.length}
          </h3>
          <div className="sheet-choice">
            {creatives.map((c) => (
              <Checkbox
                key={c.id}
                checked={ids.includes(c.id)}
                disabled={!ids.includes(c.id) && ids.length >= MOST}
                onChange={(e) => {
                  const { checked } = e.target;
                  setChoice((now) => ({
                    ...now,
                    of: checked ? [...now.of, c.id] : now.of.filter((i) => i !== c.id),
                  }));
                }}
              >
                {c.name}
              </Checkbox>
            ))}
          </div>
        </>
      }
      title="Preview sheet"
      note={
        chosen.length === 0
          ? "To show and hand over: choose creatives on the left."
          : `${plural(chosen.length, "creative")} on ${plural(on.length, "placement")}`
      }
      actions={
        <>
          <Button disabled={chosen.length === 0} onClick={() => window.print()}>
            Print or save as PDF
          </Button>
          <Button type="primary" disabled={chosen.length === 0} loading={drawing} onClick={() => void save()}>
            Save as PNG
          </Button>
        </>
      }
    >
      <div className="sheet-controls not-printed">
        <Several
          className="sheet-placements"
          aria-label="Placements"
          maxTagCount="responsive"
          placeholder="Placements"
          value={on}
          options={[...all].map(([key, w]) => ({
            value: key,
            label: `${w.network} ${w.placement.words.toLowerCase()}`,
          }))}
          onChange={(keys: string[]) => set({ on: keys })}
        />
        <Segmented
          aria-label="Look"
          value={dark ? "dark" : "light"}
          options={[
            { value: "light", label: "Light" },
            { value: "dark", label: "Dark" },
          ]}
          onChange={(look) => set({ dark: look === "dark" })}
        />
      </div>
      {chosen.length === 0 ? (
        <p className="note">
          Nothing is chosen yet. The address of this page holds the choice; send it to a colleague.
        </p>
      ) : (
        <article
          ref={sheet}
          className={`preview-sheet in-light ${dark ? "dark" : ""}`}
          aria-label="Preview sheet"
        >
          <header>
            <h1>{clientName}</h1>
            <span className="note">
              Previews of ads, as they are laid out; networks may show them otherwise.
            </span>
          </header>
          <div className="preview-sections">
            {chosen.map((c, i) => {
              const fit = fits[i]?.data;
              const format = props.formats.find((f) => f.code === c.format);
              if (!fit || !format) return null;
              const shown = fit.fit.networks.flatMap((n) =>
                n.placements
                  .filter((p) => p.runs && n.counts.length === 0 && on.includes(whereKey(n.network, p.code)))
                  .map((placement) => ({ network: n.network, placement })),
              );
              return (
                <section key={c.id}>
                  <h2>{c.name}</h2>
                  {shown.length === 0 ? (
                    <p className="note">It runs on none of the chosen placements.</p>
                  ) : (
                    <div className="previews phone">
                      {shown.map(({ network, placement }) => (
                        <OnPlacement
                          key={network + placement.code}
                          {...{ clientId, clientName, format, media, network, placement }}
                          draft={draftOf(c)}
                          chosen={FIRST}
                          actions={fit.fit.actions ?? NO_ACTIONS}
                          form={forms.data?.find((f) => f.form.id === c.form?.id)?.form}
                          script={scripts.data?.find((s) => s.id === (c.chat?.id ?? c.message?.id))}
                          first={false}
                        />
                      ))}
                    </div>
                  )}
                </section>
              );
            })}
          </div>
        </article>
      )}
    </Columns>
  );
}
