import { Link, useLocation } from "react-router";

/** An address that leads to no screen. */
export function Nowhere() {
  const { pathname } = useLocation();
  return (
    <div className="empty">
      <h2>There is no screen here</h2>
      <p>
        <span className="mono">{pathname}</span> leads nowhere. It may have been typed wrong, or come from an
        older version.
      </p>
      <Link to="/">All clients</Link>
    </div>
  );
}
