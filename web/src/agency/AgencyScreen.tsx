import "./agency.css";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Button, Form } from "antd";
import type { ReactNode } from "react";
import { NavLink, useParams } from "react-router";
import type { Schemas } from "../api/client";
import { agencyQuery, sessionQuery } from "../api/session";
import { Columns } from "../frame/Columns";
import { useChange } from "../frame/useChange";
import { AgencyFields } from "../look/AgencyFields";
import { AgencyClients } from "./AgencyClients";
import { Colleagues } from "./Colleagues";
import { changeAgency } from "./queries";
import { Trail } from "./Trail";
import { Waiting } from "../frame/Waiting";

const PARTS = [
  { path: "people", words: "People" },
  { path: "clients", words: "Clients" },
  { path: "house", words: "The agency" },
  { path: "trail", words: "Who did what" },
];

/** What administrators keep: people, clients, the agency itself, and the trail. */
export function AgencyScreen() {
  const { part = "people" } = useParams();
  const session = useQuery(sessionQuery);
  if (!session.data) return <Waiting on={[session]} />;
  if (!session.data.administrator) {
    return <p className="empty">Administrators keep people and clients. You are none of them; ask one.</p>;
  }
  const things = (
    <>
      <h3>Agency</h3>
      {PARTS.map((p) => (
        <NavLink
          key={p.path}
          to={`/agency/${p.path}`}
          className={`thing line ${p.path === part ? "on" : ""}`}
        >
          <b>{p.words}</b>
        </NavLink>
      ))}
    </>
  );
  if (part === "clients") return <AgencyClients things={things} />;
  if (part === "house") return <House things={things} />;
  if (part === "trail") return <Trail things={things} />;
  return <Colleagues things={things} />;
}

function House({ things }: { things: ReactNode }) {
  const agency = useQuery(agencyQuery);
  const queries = useQueryClient();
  const { message } = App.useApp();
  const carryOut = useChange();
  const keep = (filled: Schemas["Agency"]) =>
    void carryOut(changeAgency(filled), (now) => {
      queries.setQueryData(agencyQuery.queryKey, now);
      message.success("Kept.");
    });
  if (!agency.data) return <Waiting on={[agency]} />;
  return (
    <Columns things={things} title="The agency" note="What reports say and how dates and numbers are written">
      <Form
        className="agency-form"
        layout="vertical"
        requiredMark={false}
        initialValues={agency.data}
        onFinish={keep}
      >
        <AgencyFields />
        <Button type="primary" htmlType="submit">
          Keep
        </Button>
      </Form>
    </Columns>
  );
}
