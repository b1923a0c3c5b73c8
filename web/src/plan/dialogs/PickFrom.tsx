import { Button, Checkbox, Input } from "antd";
import { useRoving } from "../../frame/useRoving";
import { count } from "../../look/format";
import type { Picking } from "./usePicking";

/**
 * A search and what it finds, to tick or to take all of. One stop of the Tab key: arrows go from the search into the list.
 *
 * @param label of the search
 * @param most that are drawn; others are found by typing more
 * @param height of the list at most, in pixels; as high as it is where none is given
 */
export function PickFrom(props: {
  picking: Picking;
  label: string;
  most: number;
  height?: number;
  autoFocus?: boolean;
  /** Whether what is typed is not worth asking about before it is left. */
  looks?: boolean;
  onEnter: () => void;
}) {
  const { found, text, setText, chosen, tick, taken } = props.picking;
  const roving = useRoving("input, button");
  const missing = found.filter((c) => !chosen.includes(c.id)).map((c) => c.id);
  const ids = found.map((c) => c.id);
  const drawn = found.filter((c, i) => i < props.most || chosen.includes(c.id));
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
      <div
        className="pick-list"
        {...(props.height && {
          style: { maxHeight: props.height },
          tabIndex: 0,
          role: "group",
          "aria-label": "Found",
        })}
      >
        {drawn.map((c) => (
          <Checkbox
            key={c.id}
            checked={chosen.includes(c.id)}
            onChange={(e) => tick([c.id], e.target.checked)}
          >
            {c.words} <span className="note">{c.note}</span>
          </Checkbox>
        ))}
        {found.length > drawn.length && (
          <p className="note">{count(found.length - drawn.length)} more; type a part of the name.</p>
        )}
        {found.length === 0 && <p className="note">None is called so.</p>}
      </div>
    </div>
  );
}
