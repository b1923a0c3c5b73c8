import { ACTION_WORDS, LEVEL_WORDS, type Change } from "./model";

/** The change list, an item after the one it belongs to. */
export function ChangesTable({
  changes,
  chosen,
  onChoose,
}: {
  changes: Change[];
  chosen: string | undefined;
  onChoose: (key: string) => void;
}) {
  return (
    <table className="changes" aria-label="Change list">
      <thead>
        <tr>
          <th style={{ width: 70 }}>Do</th>
          <th style={{ width: 80 }}>What</th>
          <th>Name on the network</th>
        </tr>
      </thead>
      <tbody>
        {changes.map((c) => (
          <tr
            key={`${c.key}${c.action}`}
            className={`${c.level} ${c.key === chosen ? "on" : ""}`}
            tabIndex={0}
            onClick={() => onChoose(c.key)}
            onKeyDown={(e) => e.key === "Enter" && onChoose(c.key)}
          >
            <td>{ACTION_WORDS[c.action]}</td>
            <td className="note">{LEVEL_WORDS[c.level]}</td>
            <td>
              <span className="mono">{c.name}</span>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
