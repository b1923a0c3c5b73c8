import { Switch } from "antd";
import { usePreferences } from "../../frame/usePreferences";

const KEYS = [
  ["Arrows", "move"],
  ["Shift and arrows", "extend the selection; dragging does the same"],
  ["Space", "switch the selected ads off or on; Ctrl and a press switch one"],
  ["Enter", "money of the selected rows: 12, +2, −10 %, ×1.5; 12 / 6 / 6 for rows one after another"],
  ["Tab", "while money is typed: keep it, and the money of the next row"],
  ["=", "give the selected rows the money of the first"],
  ["M", "spread a sum over the selected rows"],
  ["L", "lock the money of the selected rows, or unlock it"],
  ["F", "mend the first finding of the selected ad that has a plain mend"],
  ["F2", "rename the row"],
  ["A, C", "add audiences as rows, creatives as columns"],
  ["D", "duplicate the selected rows"],
  ["Shift D", "copy the selected rows several times, or to another campaign"],
  ["S", "split the row"],
  ["B", "goal, bid, placements and hours of the selected rows"],
  ["R", "find and replace in labels"],
  ["X", "exclude the selected ads for a reason"],
  ["H", "what was changed, and by whom"],
  ["Ctrl Enter", "go to its launch"],
  ["/", "filter the rows"],
  ["Ctrl C, Ctrl V", "to and from a spreadsheet"],
  ["1 to 6", "the lenses"],
  ["Ctrl Z, Ctrl Shift Z", "undo and redo"],
  ["Ctrl K", "find or do anything, and whatever stands on the screen, by its name"],
] as const;

/** The keys of the sheet, of which those without Ctrl can be turned off. */
export function Keys() {
  const [{ letters }, prefer] = usePreferences();
  return (
    <>
      <p>
        <Switch
          size="small"
          aria-label="Single letters act on the sheet"
          checked={letters}
          onChange={(to) => prefer({ letters: to })}
        />{" "}
        Single letters, digits and signs act while the sheet has the focus
      </p>
      <dl className="facts-list">
        {KEYS.map(([key, does]) => (
          <div key={key} style={{ gridTemplateColumns: "150px 1fr" }}>
            <dt>
              <kbd>{key}</kbd>
            </dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
    </>
  );
}
