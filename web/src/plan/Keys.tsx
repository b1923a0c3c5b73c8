const KEYS = [
  ["Arrows", "move"],
  ["Shift and arrows", "extend the selection; dragging does the same"],
  ["Space", "switch the selected ads off or on"],
  ["Enter", "money of the selected rows"],
  ["F2", "rename the row"],
  ["D", "duplicate the selected rows"],
  ["S", "split the row"],
  ["1 to 4", "the lenses"],
  ["Ctrl Z, Ctrl Shift Z", "undo and redo"],
  ["Ctrl K", "find anything"],
] as const;

/** The keys of the sheet. */
export function Keys() {
  return (
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
  );
}
