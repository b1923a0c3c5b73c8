import { NavLink } from "react-router";

/** The four ways to look at what came back. */
export function Aspects({ clientId }: { clientId: string }) {
  const base = `/c/${clientId}/results`;
  return (
    <nav className="aspects" aria-label="Results">
      <NavLink to={base} className={({ isActive }) => (isActive && !deeper() ? "on" : "")}>
        Numbers
      </NavLink>
      <NavLink to={`${base}/works`} className={({ isActive }) => (isActive ? "on" : "")}>
        What works
      </NavLink>
      <NavLink to={`${base}/tests`} className={({ isActive }) => (isActive ? "on" : "")}>
        Tests
      </NavLink>
      <NavLink to={`${base}/advice`} className={({ isActive }) => (isActive ? "on" : "")}>
        Advice
      </NavLink>
    </nav>
  );
}

function deeper(): boolean {
  return /\/results\/(works|tests|advice)(\/|$)/.test(window.location.pathname);
}
