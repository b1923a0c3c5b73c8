import { useQuery } from "@tanstack/react-query";
import { Form, Segmented, Select, Space, Switch } from "antd";
import type { ReactNode } from "react";
import { agencyQuery, useHouse } from "../api/session";
import { Columns } from "../frame/Columns";
import { usePreferences, type Preferences } from "../frame/usePreferences";
import { languageOptions } from "../look/worldwide";

const LOOKS: { value: Preferences["look"]; label: string }[] = [
  { value: "SYSTEM", label: "As the system" },
  { value: "LIGHT", label: "Light" },
  { value: "DARK", label: "Dark" },
];

const WEEKS: { value: NonNullable<Preferences["weekStarts"]>; label: string }[] = [
  { value: "MONDAY", label: "Monday" },
  { value: "SATURDAY", label: "Saturday" },
  { value: "SUNDAY", label: "Sunday" },
];

/** Nothing chosen; a choice list has no place for null. */
const USUAL = "";

/** How things look and are written for a person, on every machine they sign in at; each choice is there at once. */
export function LookAndWriting({ things }: { things: ReactNode }) {
  const [preferences, prefer] = usePreferences();
  const agency = useQuery(agencyQuery).data;
  const languages = languageOptions(useHouse()?.languages ?? []);
  const agencys = languages.find((l) => l.value === agency?.language)?.label;
  return (
    <Columns things={things} title="Look and writing" note="Yours, on every machine that you sign in at">
      <Form layout="vertical" className="me-form">
        <Form.Item label="Look">
          <Segmented
            aria-label="Look"
            options={LOOKS}
            value={preferences.look}
            onChange={(look) => prefer({ look })}
          />
        </Form.Item>
        <Form.Item label="Dates, numbers and money" htmlFor="preferred-language">
          <Select
            id="preferred-language"
            value={preferences.language ?? USUAL}
            options={[{ value: USUAL, label: `As the agency: ${agencys ?? "…"}` }, ...languages]}
            onChange={(language) => prefer({ language: language || null })}
          />
        </Form.Item>
        <Form.Item label="Weeks begin on" htmlFor="preferred-week">
          <Select<NonNullable<Preferences["weekStarts"]> | typeof USUAL>
            id="preferred-week"
            value={preferences.weekStarts ?? USUAL}
            options={[{ value: USUAL, label: "the day that they begin on there" }, ...WEEKS]}
            onChange={(day) => prefer({ weekStarts: day || null })}
          />
        </Form.Item>
        <Form.Item label="Distances">
          <Segmented
            aria-label="Distances"
            options={[
              { value: false, label: "Kilometres" },
              { value: true, label: "Miles" },
            ]}
            value={preferences.miles}
            onChange={(miles) => prefer({ miles })}
          />
        </Form.Item>
        <Form.Item label="Keys" htmlFor="preferred-letters">
          <Space align="start">
            <Switch
              id="preferred-letters"
              size="small"
              checked={preferences.letters}
              onChange={(letters) => prefer({ letters })}
            />
            Single letters, digits and signs act while the sheet has the focus
          </Space>
        </Form.Item>
      </Form>
    </Columns>
  );
}
