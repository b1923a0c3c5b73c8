import type { ReactNode } from "react";

/** A titled part of how rows are delivered, with the fields that findings speak of. */
export function Section(props: { title: string; fields: string; children: ReactNode }) {
  const { title, fields, children } = props;
  return (
    <section className="delivery-part" data-fields={fields} tabIndex={-1}>
      <h3>{title}</h3>
      {children}
    </section>
  );
}
