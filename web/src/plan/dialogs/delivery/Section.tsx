import type { ReactNode } from "react";

/** A titled part of how rows are delivered. */
export function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="delivery-part">
      <h3>{title}</h3>
      {children}
    </section>
  );
}
