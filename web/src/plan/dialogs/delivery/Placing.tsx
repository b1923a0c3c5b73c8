import { useQuery } from "@tanstack/react-query";
import { Checkbox, Radio } from "antd";
import {
  ask,
  at,
  CAMPAIGN,
  type CampaignPath,
  type RowPath,
  type Schemas,
  versioned,
} from "../../../api/client";
import { people, plural } from "../../../look/format";
import type { Campaign } from "../../model";
import { Section } from "./Section";

/** What bids win for a row that seeks a goal and is charged so. */
const placementsQuery = (path: RowPath, version: number) =>
  versioned(
    ask.queryOptions("get", `${CAMPAIGN}/rows/{rowId}/placements`, at(path), { staleTime: 60_000 }),
    version,
  );

type Showing = Schemas["Showing"];
type Placement = Schemas["RowPlacement"];

/** Where a row's ads show: by rule, left to the network, or chosen from the tree of its placements by device. */
export function Placing(props: {
  path: CampaignPath;
  version: number;
  focus: Campaign["rows"][number];
  networkName: string;
  onChange: (showing: Showing) => void;
}) {
  const { focus, onChange } = props;
  const { showing } = focus.delivery;
  const kept = focus.slices.some((s) => s.variable === "PLACEMENT");
  const told = useQuery(placementsQuery({ ...props.path, rowId: focus.id }, props.version));
  const placements = told.data ?? [];
  const choose = (codes: string[]) => codes.length > 0 && onChange({ how: "CHOSEN", codes });
  return (
    <Section title="Placements" fields="placements">
      {kept ? (
        <p className="note">
          A split keeps this row to{" "}
          {showing.codes.map((c) => placements.find((p) => p.code === c)?.words ?? c).join(", ")}.
        </p>
      ) : (
        <Radio.Group
          aria-label="Placements"
          className="delivery-radios"
          value={showing.how}
          options={[
            { value: "USUAL", label: "The first of each format" },
            { value: "NETWORK", label: `Left to ${props.networkName}, where the ads fit` },
            { value: "CHOSEN", label: "Only these" },
          ]}
          onChange={(e) => {
            const how = e.target.value as Showing["how"];
            const now = placements.filter((p) => p.showsNow).map((p) => p.code);
            const first = placements.slice(0, 1).map((p) => p.code);
            onChange({ how, codes: how === "CHOSEN" ? (now.length > 0 ? now : first) : [] });
          }}
        />
      )}
      {told.error && <p className="fault">{told.error.message}</p>}
      <div className="placements" role="group" aria-label="Placements by device">
        {byDevice(placements).map((group) => (
          <Branch
            key={group.words}
            {...group}
            all={placements}
            whole={focus.size?.people}
            fixed={kept}
            chosen={placements.filter((p) => p.showsNow).map((p) => p.code)}
            onChoose={choose}
          />
        ))}
      </div>
      <p className="note">Beside each, how many of the row’s people come by there in a day.</p>
    </Section>
  );
}

/** Placements under the devices they show on, those of one device alone first. */
export function byDevice(placements: Placement[]): { words: string; placements: Placement[] }[] {
  const groups = new Map<string, Placement[]>();
  for (const p of placements) {
    const [only, ...more] = p.devices;
    const words = more.length === 0 ? `On ${only ?? "device"}s only` : `On ${listed(p.devices)}`;
    groups.set(words, [...(groups.get(words) ?? []), p]);
  }
  return [...groups]
    .map(([words, of]) => ({ words, placements: of }))
    .sort((a, b) => (a.placements[0]?.devices.length ?? 0) - (b.placements[0]?.devices.length ?? 0));
}

function listed(devices: string[]): string {
  return `${devices
    .slice(0, -1)
    .map((d) => `${d}s`)
    .join(", ")} and ${devices.at(-1) ?? ""}s`;
}

function Branch(props: {
  words: string;
  placements: Placement[];
  all: Placement[];
  /** All of the row's people. */
  whole: number | undefined;
  /** Shown, not to be changed. */
  fixed: boolean;
  chosen: string[];
  onChoose: (codes: string[]) => void;
}) {
  const { placements, chosen, fixed } = props;
  const here = placements.filter((p) => chosen.includes(p.code)).length;
  const set = (codes: string[], on: boolean) =>
    props.onChoose(props.all.map((p) => p.code).filter((c) => (codes.includes(c) ? on : chosen.includes(c))));
  const most = Math.max(1, ...props.all.map((p) => p.people?.people ?? 0), props.whole ?? 0);
  return (
    <div role="group" aria-label={props.words}>
      <Checkbox
        disabled={fixed}
        checked={here === placements.length}
        indeterminate={here > 0 && here < placements.length}
        onChange={(e) =>
          set(
            // A whole branch is ticked where ads fit; the others one by one.
            placements.filter((p) => p.ads > 0 || !e.target.checked).map((p) => p.code),
            e.target.checked,
          )
        }
      >
        {props.words}
      </Checkbox>
      {placements.map((p) => {
        const many = p.people?.people ?? 0;
        return (
          <div key={p.code} role="group" aria-label={p.words} className="placement">
            <Checkbox
              disabled={fixed}
              checked={chosen.includes(p.code)}
              onChange={(e) => set([p.code], e.target.checked)}
            >
              {p.words}
            </Checkbox>
            <span className="note">{p.ads === 0 ? "no ad fits" : plural(p.ads, "ad")}</span>
            <span className="placement-bar">
              <i style={{ width: `${p.people?.fewer ? 0 : (many / most) * 100}%` }} />
            </span>
            <span className="number">{p.people ? people(p.people) : "–"}</span>
            <span className="number share">
              {p.people && props.whole && !p.people.fewer
                ? `${Math.round((many / props.whole) * 100)} %`
                : ""}
            </span>
          </div>
        );
      })}
    </div>
  );
}
