import { NavLink } from "react-router";

const SCREENS = [
  { path: "", words: "Desk", icon: "M3 16V8l7-5 7 5v8z" },
  { path: "/brief", words: "Brief", icon: "M5 2h7l3 3v13H5zM12 2v3h3M8 9h5M8 12h5M8 15h3" },
  {
    path: "/audiences",
    words: "Audiences",
    icon: "M4 7a3 3 0 1 0 6 0a3 3 0 1 0-6 0M12 8a2.2 2.2 0 1 0 4.4 0a2.2 2.2 0 1 0-4.4 0M2 17c0-4 10-4 10 0M13 13c3 0 5 1 5 4",
  },
  { path: "/creative", words: "Creative", icon: "M3 4h14v12H3zM3 13l4-4 4 4 3-3 3 3" },
  { path: "/forms", words: "Forms", icon: "M4 3h12v14H4zM7 7h6M7 10h6M7 13h3" },
  { path: "/plan", words: "Plan", icon: "M3 3h14v14H3zM3 8h14M8 3v14M13 8v9M8 13h9" },
  { path: "/launch", words: "Launch", icon: "M3 13c4 3 10 3 14 0M10 12V3l5 6h-5" },
  { path: "/results", words: "Results", icon: "M3 17V9M8 17V4M13 17v-6M18 17H2" },
  { path: "/rules", words: "Rules", icon: "M3 5h9M15 5h2M3 10h3M9 10h8M3 15h7M13 15h4M12 3v4M6 8v4M10 13v4" },
];

/** The order of work, top to bottom. */
export function Rail({ clientId }: { clientId: string | undefined }) {
  return (
    <nav className="rail" aria-label="Screens">
      <NavLink to="/" className="home" title="All clients">
        <img className="mark" src="/mark.svg" alt="All clients" />
      </NavLink>
      {clientId &&
        SCREENS.map((s) => (
          <NavLink
            key={s.path}
            to={`/c/${clientId}${s.path}`}
            end={s.path === ""}
            className={s.path === "/rules" ? "apart" : ""}
          >
            <svg viewBox="0 0 20 20" aria-hidden="true">
              <path d={s.icon} />
            </svg>
            {s.words}
          </NavLink>
        ))}
    </nav>
  );
}

export const screens = SCREENS;
