import { keepPreviousData, useQuery } from "@tanstack/react-query";
import type { Schemas } from "../../api/client";
import { money, plural } from "../../look/format";
import { overQuery, type Template } from "./queries";
import { changed, holds } from "./words";

/** What a campaign like a template would be over what is taken so far; nothing without a template. */
export function useOver(clientId: string, template: Template | undefined, over: Schemas["Over"]) {
  return useQuery({
    ...overQuery(clientId, template?.id ?? "", over),
    enabled: !!template,
    placeholderData: keepPreviousData,
  });
}

/** Its rows, their own money, and what is not as the template has it. */
export function OverRows(props: {
  template: Template;
  over: Schemas["OverView"] | undefined;
  currency: string;
}) {
  const { template, over } = props;
  return (
    <div className="campaign-onto">
      <p>
        Rows <span className="note">{holds(template)}</span>
      </p>
      {over && over.rows.length > 0 ? (
        <div className="template-over" tabIndex={0} role="group" aria-label="Rows of the campaign">
          <table className="lines">
            <tbody>
              {over.rows.map((r) => (
                <tr key={r.label}>
                  <td>{r.label}</td>
                  <td className="number note">
                    {r.ownMinor != null && `${money(r.ownMinor, props.currency)}, `}
                    {plural(r.ads, "ad")}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      ) : (
        <p className="note">It talked to {template.people.join("; ")}. Take whom this one talks to.</p>
      )}
      {over && over.changes.length > 0 && (
        <ul className="template-told note">
          {over.changes.map((c, i) => (
            <li key={i}>{changed(c)}</li>
          ))}
        </ul>
      )}
    </div>
  );
}
