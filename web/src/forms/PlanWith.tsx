import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useNavigate } from "react-router";
import { Opening } from "../look/Opening";
import type { Schemas } from "../api/client";
import { creativesQuery, formatsQuery } from "../api/creatives";
import { useCreativeLike } from "../creative";
import { recentFirst } from "../frame/recent";

/** As many of the client's ads as can be taken in at a glance. */
const MOST = 8;

/**
 * From a form, chat or message to a plan: an ad that is like one of the client's, but for leading to this, begins a plan; without one a new
 * creative with it is opened.
 */
export function PlanWith(props: {
  clientId: string;
  name: string;
  /** What formats of such an ad need. */
  needs: Schemas["FormatView"]["needs"];
  /** How an ad leads to it. */
  leads: { formId: string } | { scriptId: string };
}) {
  const { clientId, leads } = props;
  const navigate = useNavigate();
  const creatives = useQuery(creativesQuery(clientId));
  const formats = useQuery(formatsQuery(clientId));
  const make = useCreativeLike(clientId);
  const suited = (formats.data ?? []).filter((f) => f.needs === props.needs).map((f) => f.code);
  const ads = (creatives.data ?? []).map((c) => c.creative).filter((c) => suited.includes(c.format));
  const plan = (id: string) => void navigate(`/c/${clientId}/plan?creative=${id}`);
  const compose = (id: string) => void navigate(`/c/${clientId}/creative/${id}`);
  const [format] = suited;
  if (!format) return null;
  const { name } = props;
  const items = [
    ...recentFirst(clientId, ads)
      .slice(0, MOST)
      .map((ad) => ({
        key: ad.id,
        label: `Its ad is like “${ad.name}”`,
        onClick: () => void make(ad, { name, ...leads }, plan),
      })),
    {
      key: "new",
      label: "Compose its ad first",
      onClick: () => void make(undefined, { name, format, ...leads }, compose),
    },
  ];
  return (
    <Opening menu={{ items }}>
      <Button>Plan with it…</Button>
    </Opening>
  );
}
