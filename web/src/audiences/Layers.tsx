import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { people } from "../look/format";
import { barLength, type Draft } from "./model";
import { layersQuery } from "./queries";

/** Three audiences of one: the topics themselves, those closest to them, and the shared taste. */
export function Layers(props: {
  clientId: string;
  accountId: string;
  draft: Draft;
  onMake: (drafts: Draft[]) => void;
}) {
  const { draft } = props;
  const layers = useQuery({
    ...layersQuery(props.clientId, props.accountId, draft.definition),
    placeholderData: keepPreviousData,
  });
  if (layers.error) {
    return (
      <div className="empty">
        <h2>No layers yet</h2>
        <p>{layers.error.message}</p>
      </div>
    );
  }
  if (!layers.data) return null;
  const most = Math.max(...layers.data.map((l) => l.size.people));
  return (
    <div className="layers">
      <p className="note">
        Three audiences that exclude one another, for the same ad at the same money: who likes the topics, who
        likes those closest to them, who only shares the taste.
      </p>
      {layers.data.map((layer) => (
        <div className="step" key={layer.name}>
          <div className="say">
            <b className="layer-name">{layer.name}</b>
            {layer.topics.map((t) => (
              <span className="circle" key={t.code}>
                {t.words}
                {t.lift > 0 && <span className="note">{t.lift.toFixed(1)} ×</span>}
              </span>
            ))}
          </div>
          <div className="size">
            <div className="bar" style={{ width: `${barLength(layer.size.people, most) * 100}%` }} />
            <div className="told">
              <b>{people(layer.size)}</b>
            </div>
          </div>
        </div>
      ))}
      <Button
        type="primary"
        style={{ marginTop: 14 }}
        onClick={() =>
          props.onMake(
            layers.data.map((l) => ({ name: `${draft.name}, ${l.name}`, definition: l.definition })),
          )
        }
      >
        Make three audiences
      </Button>
    </div>
  );
}
