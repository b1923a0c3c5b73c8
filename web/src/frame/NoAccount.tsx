import { Link } from "react-router";

/** What stands on a screen whose things are of an account, while the client has none. */
export function NoAccount({ clientId, why }: { clientId: string; why: string }) {
  return (
    <div className="empty">
      <h2>No account yet</h2>
      <p>{why}</p>
      <Link to={`/c/${clientId}/brief?open=account`}>Open its first account</Link>
    </div>
  );
}
