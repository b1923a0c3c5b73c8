import { Button } from "antd";
import { useEffect, useState } from "react";

/** What comes at once is not announced. */
const AT_ONCE_MS = 300;

interface Asked {
  error: Error | null | undefined;
  refetch?: () => unknown;
}

/** In the place of what cannot be drawn yet: after a moment it says so, or why not where the server refused. */
export function Waiting({ on }: { on: readonly Asked[] }) {
  const [long, setLong] = useState(false);
  useEffect(() => {
    const timer = window.setTimeout(() => setLong(true), AT_ONCE_MS);
    return () => window.clearTimeout(timer);
  }, []);
  const failed = on.filter((asked) => asked.error);
  if (failed.length > 0) {
    return (
      <div className="empty" role="alert">
        <p>{failed[0]?.error?.message}</p>
        {failed.every((asked) => asked.refetch) && (
          <Button onClick={() => failed.forEach((asked) => void asked.refetch?.())}>Ask again</Button>
        )}
      </div>
    );
  }
  return (
    <div className="empty" role="status" aria-busy>
      {long && <p>One moment…</p>}
    </div>
  );
}
