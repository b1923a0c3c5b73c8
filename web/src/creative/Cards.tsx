import { Input } from "antd";
import type { Schemas } from "../api/client";
import { stillUrl } from "../api/creatives";
import { moved } from "../look/lists";
import { withCards, type Draft, type Format, type Medium } from "./model";

type Card = Schemas["Card"];

/** What stands on each card, in the order of their media. */
export function Cards({
  clientId,
  draft,
  format,
  media,
  onChange,
}: {
  clientId: string;
  draft: Draft;
  format: Format;
  media: ReadonlyMap<string, Medium>;
  onChange: (draft: Draft) => void;
}) {
  const first = format.firstCard;
  const set = (i: number, card: Partial<Card>) =>
    onChange({ ...draft, cards: draft.cards.map((c, k) => (k === i ? { ...c, ...card } : c)) });
  const move = (i: number, by: number) => {
    const next = { ...draft, media: moved(draft.media, first + i, first + i + by) };
    onChange(withCards(next, format, draft.media));
  };
  return (
    <section>
      <h3>{format.priced ? "Products below the cover" : "Cards"}</h3>
      <div className="cards-table">
        {draft.media.slice(first).map((sha, i) => {
          const card = draft.cards[i] ?? { text: "", price: "", link: "" };
          return (
            <div key={sha} className="card-line">
              <img src={stillUrl(clientId, sha)} alt={media.get(sha)?.fileName ?? ""} />
              <Input
                {...(i === 0 ? { id: "creative-card" } : {})}
                aria-label={`${format.priced ? "Product" : "Headline"} of card ${i + 1}`}
                placeholder={format.priced ? "Product" : "Headline of the card"}
                value={card.text}
                onChange={(e) => set(i, { text: e.target.value })}
              />
              {format.priced && (
                <Input
                  aria-label={`Price on card ${i + 1}`}
                  placeholder="£14.00"
                  value={card.price}
                  onChange={(e) => set(i, { price: e.target.value })}
                />
              )}
              <Input
                aria-label={`Link of card ${i + 1}`}
                className="mono"
                placeholder="The creative’s own link"
                value={card.link}
                onChange={(e) => set(i, { link: e.target.value })}
              />
              <button className="link" disabled={i === 0} onClick={() => move(i, -1)}>
                Up
              </button>
              <button
                className="link"
                disabled={first + i + 1 >= draft.media.length}
                onClick={() => move(i, 1)}
              >
                Down
              </button>
            </div>
          );
        })}
      </div>
    </section>
  );
}
