import "./works.css";
import { useQuery } from "@tanstack/react-query";
import { Segmented, Select } from "antd";
import type { ReactNode } from "react";
import { useParams, useSearchParams } from "react-router";
import { offerOfResults } from "../api/results";
import { Aspects, titled } from "../results";
import { FilmsHeld } from "./FilmsHeld";
import { Mixes } from "./Mixes";
import { WhatIsShown } from "./WhatIsShown";
import { Waiting } from "../frame/Waiting";

const WAYS = [
  { value: "shown", label: "By what ads show" },
  { value: "mixes", label: "Mix ads" },
  { value: "films", label: "Films" },
] as const;

type Way = (typeof WAYS)[number]["value"];

/** What of what people see works: by what ads show, by the parts of mix ads, and where films are left. */
export function Works() {
  const { clientId = "" } = useParams();
  const [search, setSearch] = useSearchParams();
  const offer = useQuery(offerOfResults(clientId));
  if (!offer.data) return <Waiting on={[offer]} />;
  const way = WAYS.find((w) => w.value === search.get("way"))?.value ?? "shown";
  // Shares and costs of what is counted: others cannot be held against each other.
  const metrics = offer.data.metrics.filter((m) => m.rests && !m.own);
  const metric = metrics.find((m) => m.code === search.get("number"))?.code ?? "click_rate";
  const set = (more: Record<string, string>) =>
    setSearch({ ...Object.fromEntries(search), ...more }, { replace: true });
  const ways: ReactNode = (
    <>
      <Segmented<Way>
        aria-label="What is looked at"
        value={way}
        options={[...WAYS]}
        onChange={(value) => set({ way: value })}
      />
      {way !== "films" && (
        <Select
          aria-label="Judged by"
          style={{ width: 190 }}
          value={metric}
          options={metrics.map((m) => ({ value: m.code, label: titled(m.words) }))}
          onChange={(number) => set({ number })}
        />
      )}
    </>
  );
  const things = <Aspects clientId={clientId} />;
  switch (way) {
    case "shown":
      return <WhatIsShown key={clientId} {...{ clientId, metric, ways, things }} />;
    case "mixes":
      return <Mixes key={clientId} {...{ clientId, metric, ways, things }} />;
    case "films":
      return <FilmsHeld key={clientId} {...{ clientId, ways, things }} />;
  }
}
