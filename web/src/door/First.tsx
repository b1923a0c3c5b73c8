import { useQuery } from "@tanstack/react-query";
import { Button, Form, Input } from "antd";
import { useState } from "react";
import { type Schemas, send } from "../api/client";
import { AgencyFields } from "../look/AgencyFields";
import { PasswordItem } from "../look/PasswordItem";
import { Doorway } from "../look/Doorway";
import { doorQuery } from "../api/session";

type Filled = Schemas["Agency"] & {
  person: string;
  email: string;
  password: string;
};

const keyOf = () => window.location.hash.slice(1);

/** What this browser's own language and zone suggest. */
function usual(languages: readonly string[]): Omit<Schemas["Agency"], "name"> {
  const own = navigator.language;
  const language =
    languages.find((l) => l === own) ?? languages.find((l) => l.startsWith(own.slice(0, 2))) ?? "en-GB";
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  const known = Intl.supportedValuesOf("timeZone").includes(zone);
  const currency =
    language === "en-GB" ? "GBP" : language === "en-US" ? "USD" : language === "da-DK" ? "DKK" : "EUR";
  return {
    colour: "#2f5b50",
    accent: "#c1764a",
    currency,
    zone: known ? zone : "Europe/London",
    language,
    secondFactor: "NOBODY",
  };
}

/** The first hour of an installation: whose house it is, and who keeps it. */
export function First() {
  const [key] = useState(keyOf);
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const door = useQuery(doorQuery);
  const found = async ({ person, email, password, ...agency }: Filled) => {
    setBusy(true);
    try {
      await send("post", "/api/door/first", {
        body: { key, agency, person: { name: person, email, password } },
      });
      window.location.assign("/agency/clients");
    } catch (e) {
      setProblem((e as Error).message);
      setBusy(false);
    }
  };
  if (!door.data) return null;
  if (door.data.founded) {
    return (
      <Doorway title={door.data.agency} note="Somebody has named this agency already.">
        <a href="/signin">Sign in</a>
      </Doorway>
    );
  }
  return (
    <Doorway
      wide
      title="Move in"
      note="Say whose house this is and who keeps it. All of it can be changed later."
      problem={problem}
    >
      <Form
        layout="vertical"
        requiredMark={false}
        initialValues={usual(door.data.rules.languages)}
        onFinish={(filled: Filled) => void found(filled)}
      >
        <AgencyFields />
        <div className="fields-line">
          <Form.Item name="person" label="Your name" rules={[{ required: true, message: "Type your name." }]}>
            <Input autoComplete="name" maxLength={80} />
          </Form.Item>
          <Form.Item
            name="email"
            label="Your e-mail"
            rules={[{ required: true, message: "Type your e-mail." }]}
          >
            <Input autoComplete="username" maxLength={254} />
          </Form.Item>
        </div>
        <PasswordItem />
        <Button type="primary" htmlType="submit" size="large" block loading={busy}>
          Move in
        </Button>
      </Form>
    </Doorway>
  );
}
