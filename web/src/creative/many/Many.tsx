import "./many.css";
import { Segmented } from "antd";
import { useState, type ReactNode } from "react";
import type { Schemas } from "../../api/client";
import type { Medium, Phrase } from "../model";
import { Cross } from "./Cross";
import { Replace } from "./Replace";

/** What is done to many creatives at once. */
export function Many(props: {
  clientId: string;
  creatives: Schemas["Creative"][];
  media: Medium[];
  phrases: Phrase[];
  rooms: ReactNode;
}) {
  const [way, setWay] = useState<"cross" | "replace">("cross");
  const ways = (
    <Segmented
      aria-label="What is done"
      value={way}
      options={[
        { value: "cross", label: "Cross" },
        { value: "replace", label: "Replace" },
      ]}
      onChange={setWay}
    />
  );
  return way === "cross" ? <Cross {...props} ways={ways} /> : <Replace {...props} ways={ways} />;
}
