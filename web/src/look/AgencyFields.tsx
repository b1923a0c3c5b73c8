import { ColorPicker, Form, Input, Select } from "antd";
import type { Schemas } from "../api/client";
import { useHouse } from "../api/session";
import { currencyOptions, languageOptions, zoneOptions } from "./worldwide";

const SECOND_FACTOR: Record<Schemas["Agency"]["secondFactor"], string> = {
  NOBODY: "whoever wants one",
  ADMINISTRATORS: "administrators",
  EVERYBODY: "everybody",
};

/** What the agency is called, its colours and its ways of writing; of a form that has them by these names. */
export function AgencyFields({ size }: { size?: "large" }) {
  const house = useHouse();
  return (
    <>
      <Form.Item name="name" label="Agency" rules={[{ required: true, message: "Name the agency." }]}>
        <Input size={size} maxLength={80} autoComplete="organization" />
      </Form.Item>
      <div className="fields-line">
        <Colour name="colour" label="Colour of reports" />
        <Colour name="accent" label="Second colour" />
        <Form.Item name="currency" label="Currency">
          <Select size={size} options={currencyOptions()} />
        </Form.Item>
      </div>
      <div className="fields-line">
        <Form.Item name="zone" label="Time zone">
          <Select size={size} options={zoneOptions()} />
        </Form.Item>
        <Form.Item name="language" label="Dates and numbers">
          <Select size={size} options={languageOptions(house?.languages ?? [])} />
        </Form.Item>
        <Form.Item
          name="secondFactor"
          label="A second factor is for"
          tooltip="Whoever it is for, and has none yet, turns one on before anything else when they next come in."
        >
          <Select
            size={size}
            options={Object.entries(SECOND_FACTOR).map(([value, label]) => ({ value, label }))}
          />
        </Form.Item>
      </div>
    </>
  );
}

function Colour({ name, label }: { name: string; label: string }) {
  return (
    <Form.Item
      name={name}
      label={label}
      getValueFromEvent={(c: { toHexString: () => string }) => c.toHexString().slice(0, 7)}
    >
      <ColorPicker disabledAlpha showText />
    </Form.Item>
  );
}
