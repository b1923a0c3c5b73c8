import { Button } from "antd";
import { Link, useRouteError } from "react-router";

/** In the place of a screen that failed to be drawn; what was typed is kept where it waits to be sent. */
export function Broken() {
  const error = useRouteError();
  return (
    <div className="empty" role="alert">
      <h2>This screen broke</h2>
      <p>
        What you changed is kept, or waits in this browser to be. Load the screen again; if it stays so, tell
        whoever runs this server what you did, and this:
      </p>
      <p className="mono">{error instanceof Error ? error.message : String(error)}</p>
      <p>
        <Button type="primary" onClick={() => window.location.reload()}>
          Load it again
        </Button>{" "}
        <Link to="/">All clients</Link>
      </p>
    </div>
  );
}
