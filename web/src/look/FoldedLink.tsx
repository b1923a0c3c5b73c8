import { plural } from "./format";
import { partsOf } from "./links";

/** A link by its page; what it carries is folded up, and was put together from these. */
export function FoldedLink({ to }: { to: string }) {
  const { page, parameters } = partsOf(to);
  return (
    <>
      {page}
      {parameters.length > 0 && (
        <details>
          <summary>with {plural(parameters.length, "parameter")}</summary>
          <dl className="link-parts">
            {parameters.map(([key, value], i) => (
              <div key={i}>
                <dt>{key}</dt>
                <dd>{value}</dd>
              </div>
            ))}
          </dl>
        </details>
      )}
    </>
  );
}
