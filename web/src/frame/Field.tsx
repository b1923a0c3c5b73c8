import { Form } from "antd";
import { cloneElement, type ReactElement, type ReactNode } from "react";

/** A line of a form in a list of facts: its label, and the input whose value Ant Design's form keeps under a name. */
export function Field({
  label,
  name,
  note,
  shown,
  children,
}: {
  label: string;
  name: string;
  note?: ReactNode;
  /** What stands in it while the form has no value of that name. */
  shown?: string | undefined;
  children: ReactElement<{ "aria-label"?: string }>;
}) {
  return (
    <div>
      <dt>{label}</dt>
      <dd>
        <Form.Item name={name} noStyle getValueProps={(value: unknown) => ({ value: value ?? shown })}>
          {cloneElement(children, { "aria-label": children.props["aria-label"] ?? label })}
        </Form.Item>
        {note && <div className="note">{note}</div>}
      </dd>
    </div>
  );
}
