import { Button, Checkbox, Input } from "antd";
import { useRoving } from "../../frame/useRoving";
import { count } from "../../look/format";
import type { Picking } from "./usePicking";

/** More are found by typing than are drawn at once. */
const MOST_DRAWN = 100;

/**
 * A search and what it finds, to tick or to take all of. One stop of the Tab key: arrows go from the search into the list.
 *
 * @param label of the search
 * @param height of the list at most, in pixels
 */
export function PickFrom(props: {
  picking: Picking;
  label: string;
  height: number;
  autoFocus?: boolean;
  /** Whether what is typed is not worth asking about before it is left. */
  looks?: boolean;
  onEnter: () => void;
}) {
  const { found, text, setText, chosen, tick, taken } = props.picking;
  const roving = useRoving("input, button");
  const missing = found.filter((c) => !chosen.includes(c.id)).map((c) => c.id);
  const ids = found.map((c) => c.id);
  return (
    <div className="pick-from" ref={roving}>
      <Input
        autoFocus={props.autoFocus ?? false}
        {...(props.looks ? { "data-looks": true } : {})}
        aria-label={props.label}
        placeholder="Find by name"
        value={text}
        onChange={(e) => setText(e.target.value)}
        onPressEnter={props.onEnter}
      />
      {found.length > 1 && (chosen.length > 0 || taken.length === 0) && (
        <Button
          type="link"
          size="small"
          onClick={() => (missing.length === 0 ? tick(ids, false) : tick(missing, true))}
        >
          {missing.length === 0 ? "Take none of them" : `Take all ${count(found.length)}`}
        </Button>
      )}
      <div className="pick-list" style={{ maxHeight: props.height }}>
        {found.slice(0, MOST_DRAWN).map((c) => (
          <Checkbox
            key={c.id}
            checked={chosen.includes(c.id)}
            onChange={(e) => tick([c.id], e.target.checked)}
          >
            {c.words} <span className="note">{c.note}</span>
          </Checkbox>
        ))}
        {found.length > MOST_DRAWN && (
          <p className="note">{count(found.length - MOST_DRAWN)} more: type a part of the name.</p>
        )}
        {found.length === 0 && <p className="note">None is called so.</p>}
      </div>
    </div>
  );
}
